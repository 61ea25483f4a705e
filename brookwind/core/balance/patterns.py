"""The patterns in which weights are arranged on the line. One entry here is all a pattern needs.

Every length and ratio below is an editable default without a source.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import inf
from types import MappingProxyType
from typing import Literal, NamedTuple

from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rig.components import ShotRole

BULK_SHARE_OF_SETTING = 1.0 / 3.0
BULK_HIGHEST_M = 1.0
DROPPER_SHARE_MOST = 0.4
"""Droppers together pull at most this share of the shot; more, and they are the bulk."""
CLOSING = 0.75
"""A gap over the one above it where gaps close towards the hook; the other way round where they open."""
DROPPER_ROOM_M = 0.08
"""Line that each dropper wants below the bulk. [m]"""
BULK_HIGHEST_SHARE = 0.7
"""For that the bulk goes no higher than this share of the stretch."""
LEADER_SHOT_MOST = 2
"""Pieces in the middle of a leader under a running lead."""


class Grain(NamedTuple):
    """A piece to be placed: mass and density. [kg, kg/m3]"""

    mass_kg: float
    density_kg_m3: float

    @property
    def across_m(self) -> float:
        """Diameter. [m]"""
        return sphere_diameter_m(self.mass_kg, self.density_kg_m3)


class Span(NamedTuple):
    """The stretch of line weights may sit on, positions from the hook. [m]"""

    low_m: float
    high_m: float

    def at(self, share: float) -> float:
        """Position a share of the way up. [m]

        share: 0 lowest to 1 highest.
        """
        return self.low_m + share * (self.high_m - self.low_m)


Placed = list[tuple[ShotRole, float]]
Place = Callable[[Sequence[Grain], Sequence[Grain], Span, float], Placed]


@dataclass(frozen=True)
class Pattern:
    """A way to arrange weights.

    `place` gets the pieces chosen together, largest first, and the single ones below them from the float down, and
    answers a role and a position for each, in that order.
    """

    id: str
    name: str
    says: str
    least_pieces: int
    droppers: int
    """Single pieces of one size besides those chosen together."""
    alike: float
    """Largest shot over smallest, by mass, among those of one string; infinite where it does not matter."""
    place: Place
    most_pieces: int | None = None
    """No more than this, droppers not counted."""
    gap_ratio: float = 1.0
    """A gap over the one above it; below 1 gaps close towards the hook."""
    carrier: Literal["family", "none", "jig"] = "family"
    """What carries most of the load: as its family has it, the shot itself, or a jig at the hook."""
    source: str = "default"


def bulk_at_m(span: Span) -> float:
    """Lowest piece of a bulk: a third of the way up, at most a metre. [m]

    span: the stretch it may sit on.
    """
    return min(max(BULK_SHARE_OF_SETTING * span.high_m, span.low_m), BULK_HIGHEST_M, span.high_m)


def shoulder_to_shoulder(grains: Sequence[Grain], lowest_m: float, span: Span) -> list[float]:
    """Positions of pieces that touch, with their true lengths, largest on top. [m]

    grains: pieces, largest first.
    lowest_m: where the lowest is wanted. [m]
    span: the stretch they may sit on; they reach over its top only where it is too short for them.
    """
    if not grains:
        return []
    across = [g.across_m for g in reversed(grains)]
    start = max(span.low_m, min(lowest_m, span.high_m - sum(across)))
    positions, edge = [], start - across[0] / 2.0
    for d in across:
        positions.append(edge + d / 2.0)
        edge += d
    return positions[::-1]


def gaps_m(total_m: float, count: int, ratio: float) -> list[float]:
    """Gaps that fill a length, each `ratio` times the one above it. [m]

    total_m: the length. [m]
    count: how many. [0 or more]
    ratio: 1 for equal gaps. [more than 0]
    Source: geometric series.
    """
    if not count:
        return []
    first = total_m / count if abs(ratio - 1.0) < 1e-9 else total_m * (1.0 - ratio) / (1.0 - ratio**count)
    return [first * ratio**i for i in range(count)]


def _down_from(top_m: float, gaps: Sequence[float]) -> list[float]:
    places = []
    for gap in gaps:
        top_m -= gap
        places.append(top_m)
    return places


def place_bulk(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """All pieces together, a third of the way up.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch they may sit on.
    ratio: not used.
    """
    return [("bulk", p) for p in shoulder_to_shoulder(chosen, bulk_at_m(span), span)]


def place_bulk_and_droppers(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Single pieces below, the lowest at the end of the stretch, the rest together above them.

    chosen: the bulk, largest first.
    singles: the droppers.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    # On a short line a third of the way up leaves the droppers no room: the bulk goes up for them.
    bulk_at = max(bulk_at_m(span), min(span.low_m + len(singles) * DROPPER_ROOM_M, span.at(BULK_HIGHEST_SHARE)))
    bulk = shoulder_to_shoulder(chosen, bulk_at, span)
    below = _down_from(bulk_at, gaps_m(bulk_at - span.low_m, len(singles), ratio))
    return [*(("bulk", p) for p in bulk), *(("dropper", p) for p in below)]


def place_strung(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Singly over the whole stretch, sizes no larger towards the hook.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    if len(chosen) == 1:
        return [("strung", span.low_m)]
    gaps = gaps_m(span.high_m - span.low_m, len(chosen) - 1, ratio)
    return [("strung", p) for p in (span.high_m, *_down_from(span.high_m, gaps))]


def place_lower_third(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Singly over the lower third of the stretch.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    return place_strung(chosen, singles, Span(span.low_m, span.at(1.0 / 3.0)), ratio)


def place_under(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Under a heavy piece at the top of the stretch: a cushion that touches it, droppers below.

    chosen: the cushion or seat, largest first.
    singles: the droppers.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    lowest = span.high_m - sum(g.across_m for g in chosen)
    cushion = shoulder_to_shoulder(chosen, lowest, span)
    below = _down_from(lowest, gaps_m(lowest - span.low_m, len(singles) + 1, ratio)[: len(singles)])
    return [*(("cushion", p) for p in cushion), *(("dropper", p) for p in below)]


def place_at_float(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Together at the top of the stretch, under the float.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch they may sit on.
    ratio: not used.
    """
    return [("lock", p) for p in shoulder_to_shoulder(chosen, span.high_m, span)]


def place_locked(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Most of the load locked under the float, single pieces down the line.

    chosen: locking shot, largest first.
    singles: the pieces down the line.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    locks = place_at_float(chosen, (), span, ratio)
    below = _down_from(span.high_m, gaps_m(span.high_m - span.low_m, len(singles), ratio))
    return [*locks, *(("strung", p) for p in below)]


def place_mid_leader(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Together in the middle of the leader.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch of leader they may sit on.
    ratio: not used.
    """
    half = 0.5 * sum(g.across_m for g in chosen)
    return [("bulk", p) for p in shoulder_to_shoulder(chosen, span.at(0.5) - half, span)]


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
TAPERED = Pattern(
    id="tapered",
    name="strung, gaps closing",
    says="Singly down the line, closer together towards the hook: the lower end gets down sooner.",
    least_pieces=5,
    droppers=0,
    alike=4.0,
    place=place_strung,
    gap_ratio=CLOSING,
)
TAPERED_OPENING = Pattern(
    id="tapered-opening",
    name="strung, gaps opening",
    says="Singly down the line, wider apart towards the hook: the last metre falls slowest.",
    least_pieces=5,
    droppers=0,
    alike=4.0,
    place=place_strung,
    gap_ratio=1.0 / CLOSING,
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
LOCKED = Pattern(
    id="locked",
    name="locked at the float, a few down the line",
    says="Nearly all at the float: casts far and drops slowly, with a few small shot below.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_locked,
    carrier="none",
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
LEAD = Pattern(
    id="lead",
    name="running lead",
    says="The lead carries the load; at most two shot in the middle of the leader trim it and steady the bait.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_mid_leader,
    most_pieces=LEADER_SHOT_MOST,
)
JIG = Pattern(
    id="jig",
    name="jig only",
    says="The jig is the whole load: straight down, everything felt.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_bulk,
    most_pieces=0,
    carrier="jig",
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

PATTERNS = (
    BULK, BULK_AND_DROPPERS, STRUNG, TAPERED, TAPERED_OPENING, LOWER_THIRD, LOCKED, STACK, OLIVETTE, LEAD, JIG, LIFT,
    NONE,
)  # fmt: skip
PATTERN = MappingProxyType({p.id: p for p in PATTERNS})
