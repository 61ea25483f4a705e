"""The water is found to be otherwise deep."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.limits import WaterDepth
from brookwind.core.rig.document import Rig


class SetDepth(Edit):
    """Take the water to be so deep, and put the stop where it then belongs. OutOfRange when it belongs nowhere."""

    do: Literal["set-depth"] = "set-depth"
    depth_m: WaterDepth

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that depth, and the stop set for it."""
        if self.depth_m == rig.water.depth_m:
            return rig
        water = rig.water.model_copy(update={"depth_m": self.depth_m})
        return SetStop().on(rig.replace_components(rig.components, water=water), means)
