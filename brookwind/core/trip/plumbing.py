"""Plumbing without a connection: what every sight of the float says at every setting, reckoned beforehand."""

from __future__ import annotations

from math import ceil, floor
from typing import Literal

from brookwind.core.errors import BrookwindError
from brookwind.core.frozen import Frozen
from brookwind.core.survey.plumbing.infer import alone
from brookwind.core.survey.plumbing.readings import (
    AsWanted,
    Cast,
    Flat,
    Gone,
    High,
    Plumbing,
    Seen,
    Under,
    good_enough_m,
)

STEP_M = 0.05
"""Between settings of the table. [m]"""
MOST_ROWS = 60
"""Rows of it: over a greater range its steps are wider."""
HIGHER_M = (0.01, 0.02, 0.03, 0.05, 0.1)
"""How much too high a float may stand, as one sees it. [m]"""


class Sight(Frozen):
    """What the float does, and between what depths the bed then is, nine times in ten. [m]"""

    what: Literal["gone", "under", "as-wanted", "high", "flat"]
    by_m: float | None
    """How much too high. [m]"""
    low_m: float
    high_m: float


class SightRow(Frozen):
    """All that may be seen at a setting."""

    setting_m: float
    sights: tuple[Sight, ...]


class Sights(Frozen):
    """The table: its rows, its limits, and when it is good enough."""

    least_m: float
    most_m: float
    """Depths between which it was reckoned. [m]"""
    enough_m: float
    """Half the width of what is left open that will do. [m]"""
    rows: tuple[SightRow, ...]


def sights(spot: Plumbing) -> Sights:
    """What every sight says at every setting of a spot: where several overlap, the bed is.

    spot: what is plumbed with, and between what limits.
    Raises: OutOfRange when the plummet cannot work with this float.
    Source: `alone`, the likelihood of one cast.
    """
    step = STEP_M * max(1, ceil((spot.most_m - spot.least_m) / STEP_M / MOST_ROWS))
    first, last = ceil(spot.least_m / step), floor(spot.most_m / step)
    settings = [round(k * step, 3) for k in range(max(1, first), last + 1)]
    if spot.line_m is not None:
        settings = [s for s in settings if s <= spot.line_m]
    return Sights(
        least_m=spot.least_m, most_m=spot.most_m, enough_m=good_enough_m(spot.bait_m),
        rows=tuple(SightRow(setting_m=s, sights=tuple(_at(spot, s))) for s in settings),
    )  # fmt: skip


def _at(spot: Plumbing, setting_m: float) -> list[Sight]:
    seen: list[Seen] = [Gone(), Under(), AsWanted(), *(High(by_m=by) for by in HIGHER_M), Flat()]
    found = []
    for s in seen:
        try:
            said = alone(spot, Cast(id="c", setting_m=setting_m, seen=s, level_m=spot.level_m))
        except BrookwindError:
            # The float never does this here.
            continue
        if said is not None:
            by = s.by_m if isinstance(s, High) else None
            found.append(Sight(what=s.what, by_m=by, low_m=round(said.low_m, 3), high_m=round(said.high_m, 3)))
    return found
