"""Slide the stop for fish that were seen."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.limits import WaterDepth
from brookwind.core.rest.marks import aimed_at, for_mark
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.document import Rig


class SetForMark(Edit):
    """Slide the stop so that the bait hangs above fish seen at a depth, and aim there from now on.

    OutOfRange when the setting cannot be made with what is tied on.
    """

    do: Literal["set-for-mark"] = "set-for-mark"
    mark_m: float = Field(ge=0.05, le=60)
    """Depth of the fish. [m]"""
    above_m: float | None = Field(default=None, ge=0.02, le=5)
    """How far above them; a forearm when not given. [m]"""
    depth_m: WaterDepth | None = None
    """Of the water where they were seen; the rig's when not given. [m]"""

    def on(self, rig: Rig, means: Means) -> Rig:
        """With its stop slid and its aim above the fish."""
        found = for_mark(rig, self.mark_m, self.above_m, depth_m=self.depth_m)
        return set_stop(aimed_at(rig, found.bait_m), found.setting_m)
