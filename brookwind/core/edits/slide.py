"""The stop slid at the water: the bait hangs deeper or higher from now on."""

from __future__ import annotations

from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.document import Rig


def slid(rig: Rig, setting_m: float, depth_m: float | None = None) -> Rig:
    """The rig as it is fished after its stop was moved; its aim says where the bait hangs now.

    rig: the rig before.
    setting_m: what the stop was moved to. [m, 0.03 to 60]
    depth_m: depth of the water, where it was moved with that; as before when not given. [m]
    Raises: OutOfRange when the rig cannot be set so, or the bait would hang above the surface.
    """
    deeper = setting_m - rig.setting_m
    water = rig.water if depth_m is None else rig.water.model_copy(update={"depth_m": depth_m})
    if rig.aim.bait_from == "surface":
        bait = max(0.01, rig.aim.bait_m + deeper)
    else:
        bait = rig.aim.bait_m + (water.depth_m - rig.water.depth_m) - deeper
    aim = rig.aim.model_copy(update={"bait_m": round(max(-3.0, min(60.0, bait)), 3)})
    return set_stop(rig.model_copy(update={"water": water, "aim": aim}), setting_m)
