"""Where pieces of each arrangement sit on the line.

Every length and ratio below is an editable default without a source.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rest.span import Span
from brookwind.core.rig.components import ShotRole

DROPPER_ROOM_M = 0.08
"""Line that each dropper wants below the bulk. [m]"""
BULK_HIGHEST_SHARE = 0.7
"""For that the bulk goes no higher than this share of the stretch."""


class Grain(NamedTuple):
    """A piece to be placed: mass and density. [kg, kg/m3]"""

    mass_kg: float
    density_kg_m3: float

    @property
    def across_m(self) -> float:
        """Diameter. [m]"""
        return sphere_diameter_m(self.mass_kg, self.density_kg_m3)


Placed = list[tuple[ShotRole, float]]


def shoulder_to_shoulder(grains: Sequence[Grain], lowest_m: float, span: Span) -> list[float]:
    """Positions of pieces that touch, with their true lengths, largest on top. [m]

    grains: pieces, largest first.
    lowest_m: where the lowest is wanted. [m]
    span: the stretch they may sit on; they reach over its top only where it is too short for them.
    """
    if not grains:
        return []
    across = [g.across_m for g in reversed(grains)]
    start = max(min(span.low_m, span.bulk_m), min(lowest_m, span.high_m - sum(across)))
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
    """All pieces together, where a bulk goes.

    chosen: pieces, largest first.
    singles: none.
    span: the stretch they may sit on.
    ratio: not used.
    """
    return [("bulk", p) for p in shoulder_to_shoulder(chosen, span.bulk_m, span)]


def place_bulk_and_droppers(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
    """Single pieces below, the lowest at the end of the stretch, the rest together above them.

    chosen: the bulk, largest first.
    singles: the droppers.
    span: the stretch they may sit on.
    ratio: a gap over the one above it.
    """
    # On a short line a third of the way up leaves the droppers no room: the bulk goes up for them.
    bulk_at = max(span.bulk_m, min(span.low_m + len(singles) * DROPPER_ROOM_M, span.at(BULK_HIGHEST_SHARE)))
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
    return place_strung(chosen, singles, Span(span.low_m, span.at(1.0 / 3.0), span.low_m), ratio)


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
