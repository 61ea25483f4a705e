"""Which of the day's cases a rig under a float covers: the needs of the capacity window, asked at a few corners.

Between the corners a need's margin, the logarithm of its limit over its figure, runs straight in depth and current;
what less wind takes off is what it takes off where depth and current are highest.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import isfinite, log

import numpy as np
from numpy.typing import NDArray

from brookwind.core.balance.patterns import PATTERN
from brookwind.core.capacity.needs import NEEDS, Need, low_load_n
from brookwind.core.capacity.plan import Plan, plan_of
from brookwind.core.capacity.trial import Leans, leans_of
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import FloatBody
from brookwind.core.proof.tackle import SWING_ROOM_M
from brookwind.core.rest.stop import least_setting_m, set_stop
from brookwind.core.rig.book import Book
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import FAMILY, check_depth
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.trip.day import Cases

Array = NDArray[np.float64]
Flags = NDArray[np.bool_]

MOST_MARGIN = 5.0
"""Margins are cut here: a figure without end is as bad as e to the fifth times the limit."""
NEARLY_SHARE = 0.1
"""A figure so little past its limit is put up with for part of a day. Editable default."""
SLOW_SHARE = 0.35
"""Current and wind below this share of the day's highest are judged as if they were that: they ask for little. Editable
default."""
SAME_SHARE = 0.15
"""Corners nearer together than this are one. Editable default."""
JUDGED = tuple(n for n in NEEDS if n.id not in {"settle", "run"})
"""What is asked at the corners. The fall is followed of the rigs that are chosen only: it takes longest."""
NEAR_SIZES = 2.5
"""Between sizes that are no further apart than this none is looked at. Editable default."""
LEANS_ENOUGH = 2.0
"""Sizes lighter than one that leans so many times the limit are not looked at. Editable default."""


@dataclass(frozen=True)
class Corners:
    """Where a rig is judged."""

    hangs_m: tuple[float, ...]
    current_m_s: tuple[float, ...]
    wind_m_s: tuple[float, ...]
    depth_m: float
    """Of the water, in the middle of the day. [m]"""


@dataclass(frozen=True)
class Corner:
    """A plan, and what current and wind do there to a few sizes."""

    plan: Plan
    leans: Leans | None
    """None in still air and water."""

    def figure(self, need: Need, body: FloatBody) -> float:
        """A need's figure under a float.

        need: the need.
        body: the float.
        """
        if self.leans is None or need.id not in {"lean", "lift"}:
            return need.figure(self.plan, body)
        leaned = self.leans.at(low_load_n(self.plan, body))
        return leaned.line_deg if need.id == "lean" else leaned.lift_m


def corners_of(cases: Cases, these: Flags) -> Corners:
    """The corners of some of the day's cases.

    cases: of the day.
    these: those asked; at least one.
    """
    return Corners(
        # In still water only the wind leans the line, and how long it is matters little.
        hangs_m=_ends(cases.hangs_m[these], 0.0) if float(cases.current_m_s.max()) > 0.0 else (_middle(cases, these),),
        current_m_s=_ends(cases.current_m_s, SLOW_SHARE),
        wind_m_s=_ends(cases.wind_m_s, SLOW_SHARE),
        depth_m=float(np.median(cases.depth_m[these])),
    )


def _middle(cases: Cases, these: Flags) -> float:
    return float(np.median(cases.hangs_m[these]))


def _ends(values: Array, least_share: float) -> tuple[float, ...]:
    """Low and high of what may be; one figure where they are near. What is lower than a share of the high counts so."""
    low, high = max(float(values.min()), least_share * float(values.max())), float(values.max())
    if high <= 1e-6:
        return (0.0,)
    return (high,) if high - low <= SAME_SHARE * high else (low, high)


def covered_by(rig: Rig, body: FloatBody, cases: Cases, these: Flags, book: Book) -> Flags:
    """The cases that a rig covers as it is tied.

    rig: with its weights.
    body: its float.
    cases: of the day.
    these: those it is meant for.
    book: fish as the angler has them.
    Raises: BrookwindError when it cannot be laid out at any corner.
    """
    if not these.any():
        return these
    if not PATTERN[rig.pattern].shotted:
        # A float that carries its own load shows what it shows: it is judged by what it is made to carry.
        tip = min(body.usual_tip_m, body.longest_tip_m)
        rig = rig.model_copy(update={"aim": rig.aim.model_copy(update={"tip_m": tip})})
    return Judge(rig, cases, these, book, [body.capacity_kg]).covers(body)


class Judge:
    """A rig's line and tackle, judged under floats of the box over the day."""

    def __init__(self, rig: Rig, cases: Cases, these: Flags, book: Book, capacities_kg: Sequence[float]) -> None:
        """Lay the rig out at the corners.

        rig: with or without its weights; under any float it can hold.
        cases: of the day.
        these: those it is meant for.
        book: fish as the angler has them.
        capacities_kg: of the floats it is to be judged under. [kg]
        Raises: BrookwindError when it cannot be laid out at any corner.
        """
        self.cases, self.these = cases, these
        at = self.at = corners_of(cases, these)
        self.small, self.large = min(capacities_kg), max(capacities_kg)
        windiest = at.wind_m_s[-1]
        self.plans = [
            [self._corner(plan_at(rig, at, h, c, windiest, book)) for c in at.current_m_s] for h in at.hangs_m
        ]
        # What less wind takes off is asked where the rest asks for most.
        worst = self.plans[-1][-1]
        calmer = [self._corner(plan_at(rig, at, at.hangs_m[-1], at.current_m_s[-1], w, book)) for w in at.wind_m_s[:-1]]
        self.windy = [*calmer, worst]

    def _corner(self, plan: Plan) -> Corner:
        most = plan.conditions.limits.lean_deg
        near = self.large <= NEAR_SIZES * self.small
        sizes = (self.small, self.large) if near else (self.small, (self.small * self.large) ** 0.5, self.large)
        blows = plan.conditions.current_m_s > 0.0 or plan.conditions.wind_m_s > 0.0
        return Corner(plan, leans_of(plan, sizes, LEANS_ENOUGH * most) if blows and not plan.drags else None)

    def covers(self, body: FloatBody) -> Flags:
        """The cases in which every need is met under a float.

        body: the float.
        """
        fine = self.these.copy()
        for need in JUDGED:
            margins = self._margins(need, body)
            if margins is not None:
                fine &= margins >= -log(1.0 + NEARLY_SHARE)
        return fine

    def _margins(self, need: Need, body: FloatBody) -> Array | None:
        grid = [[_margin(need, p, body) for p in row] for row in self.plans]
        if all(m is None for row in grid for m in row) and all(_margin(need, p, body) is None for p in self.windy):
            return None
        known = np.array([[MOST_MARGIN if m is None else m for m in row] for row in grid])
        winds = [_margin(need, p, body) for p in self.windy]
        by_wind = np.array([MOST_MARGIN if m is None else m for m in winds])
        base = _between(self.at.hangs_m, self.at.current_m_s, known, self.cases.hangs_m, self.cases.current_m_s)
        if len(by_wind) == 1:
            return base
        blown = np.interp(self.cases.wind_m_s, self.at.wind_m_s, by_wind)
        return np.asarray(np.minimum(base + blown - by_wind[-1], MOST_MARGIN))


def _margin(need: Need, corner: Corner, body: FloatBody) -> float | None:
    """Logarithm of how much room there is, less than 0 when the need is not met; None where there is no such need."""
    limit = need.limit(corner.plan)
    if limit is None or limit <= 0.0:
        return None
    figure = corner.figure(need, body)
    if not isfinite(figure):
        return -MOST_MARGIN if need.best == "less" else MOST_MARGIN
    if figure <= 0.0:
        return MOST_MARGIN if need.best == "less" else -MOST_MARGIN
    room = log(limit / figure) if need.best == "less" else log(figure / limit)
    return max(-MOST_MARGIN, min(MOST_MARGIN, room))


def _between(rows: Sequence[float], columns: Sequence[float], grid: Array, x: Array, y: Array) -> Array:
    """Bilinear in a grid of one or more rows and columns; beyond its edges, the edge."""
    across = np.array([np.interp(y, columns, row) if len(columns) > 1 else np.full_like(y, row[0]) for row in grid])
    if len(rows) == 1:
        return np.asarray(across[0])
    spread = np.asarray(rows)
    i: NDArray[np.intp] = np.clip(np.searchsorted(spread, x) - 1, 0, len(rows) - 2)
    share = np.clip((x - spread[i]) / (spread[i + 1] - spread[i]), 0.0, 1.0)
    n = np.arange(len(x))
    return np.asarray(across[i, n] * (1.0 - share) + across[i + 1, n] * share)


def plan_at(rig: Rig, at: Corners, hangs_m: float, current_m_s: float, wind_m_s: float, book: Book) -> Plan:
    """What the float of a rig has to suit at a corner: its stop set, the rest as it is.

    rig: the rig.
    at: the corners.
    hangs_m: how deep the bait is wanted. [m]
    current_m_s: of the surface. [m/s]
    wind_m_s: of the wind. [m/s]
    book: fish as the angler has them.
    """
    return plan_of(rig_at(rig, max(at.depth_m, hangs_m), hangs_m, current_m_s, wind_m_s), book)


def rig_at(rig: Rig, depth_m: float, hangs_m: float, current_m_s: float, wind_m_s: float) -> Rig:
    """The rig as it is fished in a case: its stop moved, as far as what is tied below lets it.

    rig: the rig.
    depth_m: of the water. [m]
    hangs_m: how deep the bait is wanted. [m]
    current_m_s: of the surface. [m/s]
    wind_m_s: of the wind. [m/s]
    """
    aim = rig.aim
    if aim.bait_from == "bed" and aim.bait_m >= 0.0:
        aim = aim.model_copy(update={"bait_m": round(max(0.0, depth_m - hangs_m), 3)})
    elif aim.bait_from == "surface":
        aim = aim.model_copy(update={"bait_m": hangs_m})
    conditions = rig.conditions.model_copy(
        update={"current_m_s": current_m_s, "wind_m_s": wind_m_s, "speeds": (), "wave_height_m": None}
    )
    deeper = rig.model_copy(
        update={
            "water": rig.water.model_copy(update={"depth_m": depth_m}), "aim": aim, "conditions": conditions,
        }
    )  # fmt: skip
    return set_stop(deeper, max(hangs_m, least_setting_m(deeper, is_free_shot)))


def depth_allows(rig: Rig, cases: Cases, tied: bool = False, length_m: float | None = None) -> Flags:
    """The cases whose depth a rig can be fished in, by moving its stop only.

    rig: the rig, with the weights it has.
    cases: of the day.
    tied: its weights stay where they are.
    length_m: of its line, where that is known. [m]
    Source: the family's depths, what is tied below the float, the line there is.
    """
    family = FAMILY.get(rig.family)
    least = least_setting_m(rig, (lambda c: False) if tied else is_free_shot)
    fine = cases.hangs_m >= least - 0.05
    if length_m is not None and rig.stop is None:
        fine &= cases.hangs_m <= length_m + 0.05
    if rig.stop is None:
        fine &= cases.hangs_m <= rig.conditions.rod_m - SWING_ROOM_M
    if family is None:
        return np.asarray(fine)
    known: dict[tuple[float, float], bool] = {}
    for i in np.flatnonzero(fine):
        key = (round(float(cases.depth_m[i]), 1), round(float(cases.hangs_m[i]), 1))
        if key not in known:
            known[key] = _allowed(lambda k=key: check_depth(family, k[0], k[1], rig.conditions))  # type: ignore[misc]
        fine[i] = known[key]
    return np.asarray(fine)


def _allowed(ask: Callable[[], None]) -> bool:
    try:
        ask()
    except BrookwindError:
        return False
    return True
