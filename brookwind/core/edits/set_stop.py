"""Put the stop where it belongs."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rest.stop import hangs_past, least_setting_m
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation


class SetStop(Edit):
    """Put the stop where it belongs in the water of the rig's conditions; nothing below it moves.

    OutOfRange when it belongs nowhere, or lower than what is tied on reaches.
    """

    do: Literal["set-stop"] = "set-stop"

    def on(self, rig: Rig, means: Means) -> Rig:
        """As it is when the stop is there."""
        done = Situation(rig).stop_set.rig
        if done is rig:
            return rig
        least = least_setting_m(rig)
        if done.setting_m < least - 1e-9:
            raise hangs_past(rig, done.setting_m, least)
        return done
