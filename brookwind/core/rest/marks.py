"""From fish seen at a depth to one number: where the stop goes, and how far to slide it."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import depth
from brookwind.core.frozen import Frozen
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.stop import stop_setting
from brookwind.core.rig.document import Rig

ABOVE_M = 0.45
"""How far above suspended fish the bait hangs. [m] The middle of what is fished, 0.3 to 0.6 m: they come
up, rarely down. Editable default."""


class ForMark(Frozen):
    """The setting for fish at a depth."""

    mark_m: float
    bait_m: float
    """Depth of the bait below the surface. [m]"""
    setting_m: float
    slide_m: float
    """How far to slide the stop from where it is: positive deeper. [m]"""
    above_m: float = Field(gt=0)


def for_mark(
    rig: Rig,
    mark_m: float,
    above_m: float | None = None,
    settled: Settled | None = None,
    depth_m: float | None = None,
) -> ForMark:
    """Where the stop goes for fish seen at a depth.

    Fish nearer the surface than the gap are fished at half their depth.

    rig: the rig as it is, in the water it is tied for.
    mark_m: depth of the fish below the surface. [m, more than 0]
    above_m: how far above them the bait should hang; a forearm when not given. [m]
    settled: the rig at rest as it is set now, if known: what hangs on it does not hang on the aim.
    depth_m: of the water where they were seen; that of the rig's water when not given. [m]
    Raises: OutOfRange when the mark is below the bed, or the setting cannot be made with this float.
    Source: `stop_setting` for that depth.
    """
    there_m = rig.water.depth_m if depth_m is None else depth_m
    if mark_m > there_m:
        raise OutOfRange.one(
            "mark-below-bed",
            "The fish would be {mark} down in {depth} of water.",
            "Check the mark, or plumb again.",
            ("mark_m",),
            {"mark": depth(mark_m), "depth": depth(there_m)},
        )
    gap = min(ABOVE_M if above_m is None else above_m, 0.5 * mark_m)
    bait = mark_m - gap
    stop = stop_setting(aimed_at(rig, bait), settled)
    return ForMark(mark_m=mark_m, bait_m=bait, setting_m=stop.wanted_m, slide_m=stop.slide_m, above_m=gap)


def aimed_at(rig: Rig, bait_m: float) -> Rig:
    """The rig with its bait wanted so far below the surface; over shallower water it is tied for no more than that.

    rig: the rig.
    bait_m: depth of the bait. [m]
    """
    aim = rig.aim.model_copy(update={"bait_from": "surface", "bait_m": bait_m})
    water = rig.water.model_copy(update={"depth_m": max(rig.water.depth_m, bait_m)})
    return rig.model_copy(update={"aim": aim, "water": water})
