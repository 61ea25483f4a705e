"""What a day may be like: level, current, wind and where the fish are, and the cases drawn from it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from types import MappingProxyType
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from brookwind.core.figures import NINE_IN_TEN
from brookwind.core.frozen import Frozen
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.families import hangs_at_m, usual_lie
from brookwind.core.rig.fish import Lie, Species
from brookwind.core.rig.species import feeding
from brookwind.core.survey.document import Survey
from brookwind.core.survey.level import levels_m
from brookwind.core.survey.section import column_at, section
from brookwind.core.survey.timetable import LEAST_WATER_M
from brookwind.core.trip.document import Sureness, Trip

Array = NDArray[np.float64]
Index = NDArray[np.int64]
Where = Literal["usual", "up", "down"]

CASES = 1200
"""Ways the day may go that are drawn."""
SHARES: Mapping[Sureness, tuple[float, float, float]] = MappingProxyType(
    {"sure": (0.9, 0.06, 0.04), "fairly": (0.65, 0.22, 0.13), "open": (0.4, 0.33, 0.27)}
)
"""How often the fish are where they usually feed, higher, and lower. Editable defaults."""
UNPLUMBED_SHARE = 0.1
"""Doubt of a depth that was only entered for the swim, as a share of it, nine times in ten. Editable default."""
ON_BED_M = 0.02
"""A bait so near to the bed is on it. [m]"""
STEPS = 48
"""Moments of the day between which the depth runs straight."""


class DayDepth(Frozen):
    """Depth of the water where it is fished, over the day, and how sure that is. [m]"""

    low_m: float
    high_m: float
    half_m: float
    """Half the width it lies in nine times in ten, at any one moment."""
    curve: tuple[tuple[datetime, float], ...]
    """(moment, depth)"""
    known_by: Literal["entered", "surveyed", "swim"]


def water_over(trip: Trip, survey: Survey, swim_depth_m: float) -> DayDepth:
    """Depth over the day.

    trip: the day; a depth entered for it wins.
    survey: what is known of the swim.
    swim_depth_m: depth kept for the swim, where nothing was sounded. [m]
    Raises: OutOfRange when the level cannot be reckoned.
    """
    times = np.linspace(trip.begins.timestamp(), trip.ends.timestamp(), STEPS + 1)
    bed = bed_of(survey)
    if trip.depth_m is not None:
        half = 0.5 * (trip.depth_m.high - trip.depth_m.low)
        depths = np.full_like(times, trip.depth_m.low + half)
    elif bed is not None:
        half = bed[1]
        depths = levels_m(survey.level, times) - bed[0]
    else:
        half = UNPLUMBED_SHARE * swim_depth_m
        depths = np.full_like(times, swim_depth_m)
    depths = np.maximum(depths, 0.0)
    return DayDepth(
        low_m=float(max(0.0, depths.min() - half)),
        high_m=float(depths.max() + half),
        half_m=half,
        curve=tuple(
            (datetime.fromtimestamp(float(t), trip.begins.tzinfo or UTC), float(d))
            for t, d in zip(times, depths, strict=True)
        ),
        known_by="entered" if trip.depth_m else "swim" if bed is None else "surveyed",
    )


def bed_of(survey: Survey) -> tuple[float, float] | None:
    """Height of the bed over the datum where it is fished, and half its band; None where nothing was sounded. [m]

    survey: what is known of the swim.
    """
    bed = section(survey.soundings, survey.session.bearing_deg)
    if bed is None:
        return None
    column = column_at(bed, survey.session.distance_m)
    return column.bed_m, 0.5 * (column.high_m - column.low_m)


class Haunt(Frozen):
    """Where a fish may be on the day."""

    species: str
    where: Where
    lie: Lie
    share: float
    """Of the cases."""


def haunts_of(trip: Trip, water: DayDepth, book: Book = SHIPPED) -> tuple[Haunt, ...]:
    """Where the hoped-for fish may be: where each usually feeds, half as deep, and on the bed.

    One that feeds on the bed is looked for there instead of lower, one that feeds near the surface half way down.

    trip: the day.
    water: its depth.
    book: fish as the angler has them.
    Raises: NotUnderstood for an unknown fish.
    Source: `SHARES`; each fish counts half as much as the one before. Editable defaults.
    """
    depth = 0.5 * (water.low_m + water.high_m)
    usual_share, up, down = SHARES[trip.sure]
    found: list[Haunt] = []
    hopes = [0.5**i for i in range(len(trip.fish))]
    for name, hope in zip(trip.fish, hopes, strict=True):
        fish = book.fish(name)
        lie = usual_lie(feeding(fish, trip.temperature_c, trip.begins.month).lie, depth)
        hangs = hangs_at_m(lie, depth)
        lower = _lower(lie, hangs, depth)
        higher = Lie(bait_from="surface", bait_m=round(max(0.1, 0.5 * hangs), 2))
        shares: list[tuple[Where, Lie, float]] = [
            ("usual", lie, usual_share + (0.0 if lower else down)),
            ("up", higher, up),
        ]
        if lower:
            shares.append(("down", lower, down))
        found += [
            Haunt.model_construct(species=fish.id, where=where, lie=lie, share=share * hope / sum(hopes))
            for where, lie, share in shares
        ]
    return tuple(found)


def _lower(lie: Lie, hangs_m: float, depth_m: float) -> Lie | None:
    if hangs_m >= 0.97 * depth_m:
        return None
    if hangs_m < 0.4 * depth_m:
        return Lie(bait_from="surface", bait_m=round(min(0.9 * depth_m, 2.0 * hangs_m), 2))
    return Lie(bait_from="bed", bait_m=ON_BED_M)


@dataclass(frozen=True)
class Cases:
    """Ways the day may go, side by side: `n` long each."""

    unix_s: Array
    depth_m: Array
    current_m_s: Array
    wind_m_s: Array
    hangs_m: Array
    """How deep the bait is wanted. [m]"""
    haunt: Index
    """Index of where the fish are."""

    @property
    def n(self) -> int:
        """How many there are."""
        return len(self.depth_m)


def cases_of(trip: Trip, water: DayDepth, haunts: tuple[Haunt, ...], n: int = CASES) -> Cases:
    """Cases of the day, spread evenly over each thing that may differ (a Latin hypercube), from the trip's seed.

    trip: the day.
    water: its depth.
    haunts: where the fish may be.
    n: how many.
    Source: M. D. McKay, R. J. Beckman and W. J. Conover, Technometrics 21, 1979.
    """
    draw = np.random.default_rng(trip.seed)

    def even() -> Array:
        return (draw.permutation(n) + draw.random(n)) / n

    times = np.array([at.timestamp() for at, _ in water.curve])
    at = times[0] + even() * (times[-1] - times[0])
    off = np.clip(_normal(even()), -2.5, 2.5) * water.half_m / NINE_IN_TEN
    depth = np.maximum(LEAST_WATER_M, np.interp(at, times, [d for _, d in water.curve]) + off)
    bounds = np.cumsum([p.share for p in haunts])
    where = np.minimum(np.searchsorted(bounds, even() * bounds[-1], side="right"), len(haunts) - 1)
    hangs = np.array([hangs_at_m(haunts[w].lie, float(d)) for w, d in zip(where, depth, strict=True)])
    return Cases(
        unix_s=at,
        depth_m=depth,
        current_m_s=_between(trip.current_m_s.low, trip.current_m_s.high, even()),
        wind_m_s=_between(trip.wind_m_s.low, trip.wind_m_s.high, even()),
        hangs_m=np.clip(hangs, 0.05, depth),
        haunt=where.astype(np.int64),
    )


def _between(low: float, high: float, share: Array) -> Array:
    return low + (high - low) * share


def _normal(share: Array) -> Array:
    from scipy.special import ndtri

    return np.asarray(ndtri(np.clip(share, 1e-6, 1.0 - 1e-6)), dtype=np.float64)


def fish_of(trip: Trip, book: Book = SHIPPED) -> list[Species]:
    """The hoped-for fish.

    trip: the day.
    book: fish as the angler has them.
    Raises: NotUnderstood for an unknown fish.
    """
    return [book.fish(name) for name in trip.fish]
