"""When to move the stop while the level changes, and what the level forbids."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, depth, length
from brookwind.core.frozen import Frozen
from brookwind.core.limits import BaitHeight
from brookwind.core.moment import Moment
from brookwind.core.rest.stop import LEAST_SETTING_M
from brookwind.core.survey.document import Level, LevelSource
from brookwind.core.survey.level import known_until, levels_m

Array = NDArray[np.float64]
Mask = NDArray[np.bool_]

_STEP_S = 60.0
"""Between the moments looked at. [s]"""
LONGEST = timedelta(hours=36)
LEAST_WATER_M = 0.25
"""Less water than this counts as dry. [m] Editable default."""


class Plan(Frozen):
    """A session over a bed at a known height, and how the bait is wanted."""

    level: LevelSource
    bed_m: float = Field(ge=-90, le=30)
    """Height of the bed over the datum: up to 60 m under a level 30 m below it. [m]"""
    start: Moment
    end: Moment
    bait_from: Literal["bed", "surface"] = "bed"
    bait_m: BaitHeight = 0.05
    attachment_m: float = Field(default=0.0, ge=-2, le=2)
    """Depth of the point the setting is measured to; negative above the surface. [m]"""
    standing_line_m: float = Field(default=0.0, ge=0, le=5)
    """Line that stands up under a floating bait. [m]"""
    tolerance_m: float = Field(default=0.1, ge=0.01, le=2)
    now_m: float | None = Field(default=None, gt=0, le=70)
    """The setting the rig has before the session. [m]"""
    longest_m: float | None = Field(default=None, gt=0, le=60)
    way_out_m: Level | None = None
    name: str = Field(default="", max_length=120)

    @model_validator(mode="after")
    def _lasts_a_while(self) -> Plan:
        if not timedelta(0) < self.end - self.start <= LONGEST:
            raise OutOfRange.one(
                "session-length",
                "The session must end after it starts, at most 36 hours later.",
                "Check date and time of both.",
                ("end",),
            )
        return self


class Move(Frozen):
    """A setting, and when to make it."""

    at: datetime
    until: datetime
    setting_m: float
    slide_m: float | None
    """How far to slide the stop from the setting before: positive deeper. None: no setting is known before. [m]"""
    depth_m: float
    """Depth of the water when it is made. [m]"""


class LevelEvent(Frozen):
    """Something the level does in the session that matters more than a stop."""

    kind: Literal["dries", "too-deep", "cut-off", "carried-on"]
    at: datetime
    until: datetime
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


class Timetable(Frozen):
    """Stop moves and warnings, in order of time."""

    moves: tuple[Move, ...]
    warnings: tuple[LevelEvent, ...]
    least_depth_m: float
    most_depth_m: float


def timetable(plan: Plan) -> Timetable:
    """The fewest stop moves that keep the bait within the tolerance.

    The wanted setting is followed minute by minute; a setting serves as long as the wanted one stays within twice the
    tolerance from end to end, and is put in the middle of that stretch. No plan with fewer moves keeps the tolerance.

    plan: the session.
    Raises: OutOfRange when the levels cannot be reckoned.
    Source: greedy covering of a curve by bands, optimal because a stretch that serves also serves when cut short.
    """
    times = np.arange(plan.start.timestamp(), plan.end.timestamp() + 0.5, _STEP_S)
    levels = levels_m(plan.level, times)
    depths = levels - plan.bed_m
    wanted = _wanted_m(plan, depths)
    fishable = depths >= LEAST_WATER_M
    fishable &= wanted >= LEAST_SETTING_M
    return Timetable(
        moves=_moves(plan, times, wanted, depths, fishable),
        warnings=tuple(sorted(_warnings(plan, times, levels, depths, wanted, fishable), key=lambda w: w.at)),
        least_depth_m=float(depths.min()),
        most_depth_m=float(depths.max()),
    )


def _wanted_m(plan: Plan, depths: Array) -> Array:
    hook = depths - plan.bait_m if plan.bait_from == "bed" else np.full_like(depths, plan.bait_m)
    return hook - plan.attachment_m + plan.standing_line_m


def _moves(plan: Plan, times: Array, wanted: Array, depths: Array, fishable: Mask) -> tuple[Move, ...]:
    moves: list[Move] = []
    before = plan.now_m
    i = 0
    while i < len(times):
        if not fishable[i]:
            i += 1
            continue
        low = high = wanted[i]
        j = i
        while j + 1 < len(times) and fishable[j + 1]:
            a, b = min(low, wanted[j + 1]), max(high, wanted[j + 1])
            if b - a > 2.0 * plan.tolerance_m:
                break
            low, high, j = a, b, j + 1
        setting = float(0.5 * (low + high))
        moves.append(
            Move(
                at=_moment(times[i]),
                until=_moment(times[j]),
                setting_m=setting,
                slide_m=None if before is None else setting - before,
                depth_m=float(depths[i]),
            )
        )
        before = setting
        i = j + 1
    return tuple(moves)


def _moment(unix_s: float) -> datetime:
    return datetime.fromtimestamp(float(unix_s), UTC)


def _stretches(true: Mask) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate([[0], true.astype(int), [0]])))
    return list(zip(edges[::2].tolist(), (edges[1::2] - 1).tolist(), strict=True))


def _warnings(
    plan: Plan, times: Array, levels: Array, depths: Array, wanted: Array, fishable: Mask
) -> list[LevelEvent]:
    found = []
    for a, b in _stretches(~fishable):
        least = float(depths[a : b + 1].min())
        says = (
            "The swim falls dry."
            if least <= 0.0
            else "Only {least} of water is left: too little for this float and bait."
        )
        found.append(_warned("dries", times, a, b, says, {"least": depth(max(0.0, least))}))
    if plan.longest_m is not None:
        for a, b in _stretches((wanted > plan.longest_m) & fishable):
            figures = {"setting": depth(float(wanted[a : b + 1].max())), "longest": depth(plan.longest_m)}
            says = "The setting would be {setting}; rod and rig allow {longest}. Fish off the bed, or with a slider."
            found.append(_warned("too-deep", times, a, b, says, figures))
    if plan.way_out_m is not None:
        for a, b in _stretches(levels >= plan.way_out_m):
            figures = {"above": length(float(levels[a : b + 1].max() - plan.way_out_m))}
            says = "The way out is under water, by up to {above}. Be off before; people on the spot know better."
            found.append(_warned("cut-off", times, a, b, says, figures))
    last = known_until(plan.level)
    if last is not None and plan.end > last:
        begun = max(last, plan.start)
        says = "Levels after this are carried on from the last entry, not known. Read the level again."
        found.append(LevelEvent(kind="carried-on", at=begun, until=plan.end, says=says))
    return found


def _warned(
    kind: Literal["dries", "too-deep", "cut-off"], times: Array, a: int, b: int, says: str, figures: dict[str, Figure]
) -> LevelEvent:
    return LevelEvent(kind=kind, at=_moment(times[a]), until=_moment(times[b]), says=says, figures=figures)
