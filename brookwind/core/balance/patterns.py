"""The patterns in which weights are arranged on the line. One entry here is all a pattern needs.

Every length below is an editable default without a source.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import inf
from types import MappingProxyType
from typing import NamedTuple

from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rig.components import ShotRole

BULK_SHARE_OF_SETTING = 1.0 / 3.0
BULK_HIGHEST_M = 1.0
DROPPER_SHARE_MOST = 0.4
"""Droppers together pull at most this share of the shot; more, and they are the bulk."""


class Grain(NamedTuple):
    """A piece to be placed: mass and density. [kg, kg/m3]"""

    mass_kg: float
    density_kg_m3: float


class Span(NamedTuple):
    """The stretch of line weights may sit on, positions from the hook. [m]"""

    low_m: float
    high_m: float


Placed = list[tuple[ShotRole, float]]


@dataclass(frozen=True)
class Pattern:
    """A way to arrange weights. `place` gets pieces largest first and answers a role and position for each."""

    id: str
    name: str
    says: str
    least_pieces: int
    droppers: int
    alike: float
    """Largest shot over smallest, by mass, among those of one string; infinite where it does not matter."""
    place: Callable[[Sequence[Grain], int, Span], Placed]
    source: str = "default"


def _bulk_at(span: Span) -> float:
    return min(max(BULK_SHARE_OF_SETTING * span.high_m, span.low_m), BULK_HIGHEST_M, span.high_m)


def _shoulder_to_shoulder(grains: Sequence[Grain], lowest_m: float, span: Span) -> list[float]:
    """Positions of a bulk whose pieces touch, its lowest piece at `lowest_m`, largest on top."""
    diameters = [sphere_diameter_m(*g) for g in reversed(grains)]
    start = max(span.low_m, min(lowest_m, span.high_m - sum(diameters)))
    positions, edge = [], start - diameters[0] / 2.0
    for d in diameters:
        positions.append(edge + d / 2.0)
        edge += d
    return positions[::-1]


def _evenly(count: int, low_m: float, high_m: float) -> list[float]:
    if count == 1:
        return [low_m]
    return [high_m - i * (high_m - low_m) / (count - 1) for i in range(count)]


def place_bulk(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """All pieces together, a third of the way up.

    grains: pieces, largest first.
    droppers: not used.
    span: the stretch they may sit on.
    """
    return [("bulk", p) for p in _shoulder_to_shoulder(grains, _bulk_at(span), span)]


def place_bulk_and_droppers(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """The smallest pieces singly at equal gaps below, the rest together above them.

    grains: pieces, largest first; the last ones are the droppers.
    droppers: how many of them are droppers. [1 or more]
    span: the stretch they may sit on.
    """
    bulk_at = _bulk_at(span)
    gap = (bulk_at - span.low_m) / droppers
    bulk = _shoulder_to_shoulder(grains[: len(grains) - droppers], bulk_at, span)
    below = [span.low_m + (droppers - 1 - j) * gap for j in range(droppers)]
    return [*(("bulk", p) for p in bulk), *(("dropper", p) for p in below)]


def place_strung(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """Singly at equal gaps over the whole stretch, sizes no larger towards the hook.

    grains: pieces, largest first.
    droppers: not used.
    span: the stretch they may sit on.
    """
    return [("strung", p) for p in _evenly(len(grains), span.low_m, span.high_m)]


def place_lower_third(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """Singly at equal gaps over the lower third of the stretch.

    grains: pieces, largest first.
    droppers: not used.
    span: the stretch they may sit on.
    """
    third = Span(span.low_m, span.low_m + (span.high_m - span.low_m) / 3.0)
    return place_strung(grains, droppers, third)


def place_under(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """Under a heavy piece at the top of the stretch: a cushion that touches it, droppers at equal gaps below.

    grains: pieces, largest first; the last ones are the droppers.
    droppers: how many of them are droppers. [1 or more]
    span: the stretch they may sit on.
    """
    seat = grains[: len(grains) - droppers]
    lowest = span.high_m - sum(sphere_diameter_m(*g) for g in seat)
    gap = (lowest - span.low_m) / (droppers + 1)
    below = [lowest - (j + 1) * gap for j in range(droppers)]
    cushion = _shoulder_to_shoulder(seat, lowest, span) if seat else []
    return [*(("cushion", p) for p in cushion), *(("dropper", p) for p in below)]


def place_at_float(grains: Sequence[Grain], droppers: int, span: Span) -> Placed:
    """Together at the top of the stretch, under the float.

    grains: pieces, largest first.
    droppers: not used.
    span: the stretch they may sit on.
    """
    return [("lock", p) for p in _shoulder_to_shoulder(grains, span.high_m, span)]


BULK = Pattern(
    id="bulk",
    name="one bulk",
    says="All together: down fast, holds its depth, few tangles.",
    least_pieces=1,
    droppers=0,
    alike=inf,
    place=place_bulk,
)
BULK_AND_DROPPERS = Pattern(
    id="bulk-and-droppers",
    name="bulk and droppers",
    says="A bulk to get down, single shot below for a natural last fall.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_bulk_and_droppers,
)
STRUNG = Pattern(
    id="strung",
    name="even strung",
    says="Singly down the line: a slow fall for fish taking on the drop.",
    least_pieces=5,
    droppers=0,
    alike=2.0,
    place=place_strung,
)

LOWER_THIRD = Pattern(
    id="lower-third",
    name="strung over the lower third",
    says="Singly over the lower third: gets down first, then falls on slowly.",
    least_pieces=4,
    droppers=0,
    alike=2.0,
    place=place_lower_third,
)
STACK = Pattern(
    id="stack",
    name="stack, cushion and droppers",
    says="A few large round weights the float rests on for the cast, a cushion of shot under them, droppers below.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_under,
)
OLIVETTE = Pattern(
    id="olivette",
    name="olivette, seat and droppers",
    says="A streamlined weight on a seat of small shot, droppers below: down fast in deep or quick water.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_under,
)
LIFT = Pattern(
    id="lift",
    name="lift shot",
    says="One shot on the bed near the hook, the rest at the float.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_at_float,
)
NONE = Pattern(
    id="none",
    name="no shot",
    says="The float carries its own load; the bait sinks by itself.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_bulk,
)

PATTERNS = (BULK, BULK_AND_DROPPERS, STRUNG, LOWER_THIRD, STACK, OLIVETTE, LIFT, NONE)
PATTERN = MappingProxyType({p.id: p for p in PATTERNS})
