"""Put the stop where it belongs."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation


class SetStop(Edit):
    """Put the stop where it belongs in the water of the rig's conditions. OutOfRange when it belongs nowhere."""

    do: Literal["set-stop"] = "set-stop"

    def on(self, rig: Rig, means: Means) -> Rig:
        """As it is when the stop is there."""
        return Situation(rig).stop_set.rig
