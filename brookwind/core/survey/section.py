"""The bed between soundings: a depth and its doubt at every distance, and what shape it has."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import radians, sin

import numpy as np
from numpy.typing import NDArray

from brookwind.core.frozen import Frozen
from brookwind.core.survey.document import Sounding
from brookwind.core.survey.plumbing.likelihood import NINE_IN_TEN

Array = NDArray[np.float64]

ROUGH_M = 0.006
"""Bed variance gained per metre between soundings, at least: 8 cm of standard difference at one metre. [m] Editable
default."""
BEARING_TOLERANCE_DEG = 12.0
"""Soundings this near in direction belong to the same line. [degrees] Editable default."""
ASIDE_M = 2.0
"""And those nearer than this to the line, whatever their direction. [m] Editable default."""
SAME_PLACE_M = 0.05
"""Soundings nearer than this are one place. [m]"""
COLUMNS = 161
"""Columns of the drawn section."""

SHELF_SLOPE = 0.30
"""Steeper is a shelf's edge; about 17 degrees. Editable default."""
FLAT_SLOPE = 0.06
"""Less steep is a flat. Editable default."""
SHELF_DROP_M = 0.4
"""A step of the bed at least so high is a shelf. [m] Editable default."""
FLAT_LENGTH_M = 2.0
"""Even bed at least so long is a flat. [m] Editable default."""


class Column(Frozen):
    """The bed at one distance: height over the datum and the band it lies in nine times in ten. [m]"""

    distance_m: float
    bed_m: float
    low_m: float
    high_m: float


class Feature(Frozen):
    """A stretch of bed with a name."""

    kind: str
    """flat, shelf or slope."""
    name: str
    from_m: float
    to_m: float
    bed_from_m: float
    bed_to_m: float
    slope: float
    """Depth gained per metre out: positive when it deepens."""


class Section(Frozen):
    """A drawn section along one direction."""

    bearing_deg: float
    columns: tuple[Column, ...]
    features: tuple[Feature, ...]
    used: tuple[str, ...]
    """Ids of the soundings on this line."""


@dataclass(frozen=True)
class _Nodes:
    distance_m: Array
    bed_m: Array
    variance: Array


def section(soundings: Sequence[Sounding], bearing_deg: float) -> Section | None:
    """The bed along a direction, or None when nothing was sounded there.

    The mean runs monotonically between neighbouring soundings, so it never overshoots. Between two of them the doubt
    grows like a random walk tied at both ends: var = v + b (x - x1)(x2 - x)/(x2 - x1), with b from the step between
    them and never less than `ROUGH_M`; outside the last it grows without a tie.

    soundings: all of the swim.
    bearing_deg: direction from the way the swim faces. [degrees]
    Source: F. N. Fritsch and R. E. Carlson, SIAM J. Numer. Anal. 17, 1980 (monotone cubic); kriging with a linear
    variogram, G. Matheron, 1963.
    """
    on_line = [s for s in soundings if _is_on_line(s, bearing_deg)]
    if not on_line:
        return None
    nodes = _merged(on_line)
    x = np.linspace(0.0, float(nodes.distance_m[-1]) + 2.0, COLUMNS)
    mean, var = bed_at(nodes, x)
    half = NINE_IN_TEN * np.sqrt(var)
    columns = tuple(
        Column(distance_m=float(a), bed_m=float(m), low_m=float(m - h), high_m=float(m + h))
        for a, m, h in zip(x, mean, half, strict=True)
    )
    return Section(
        bearing_deg=bearing_deg,
        columns=columns,
        features=_features(nodes, x, mean),
        used=tuple(s.id for s in on_line),
    )


def column_at(s: Section, distance_m: float) -> Column:
    """The bed of a drawn section at a distance, between its columns.

    s: the section.
    distance_m: distance; beyond the drawing its edge is taken. [m]
    """
    x = [c.distance_m for c in s.columns]

    def at(values: list[float]) -> float:
        return float(np.interp(distance_m, x, values))

    return Column(
        distance_m=distance_m,
        bed_m=at([c.bed_m for c in s.columns]),
        low_m=at([c.low_m for c in s.columns]),
        high_m=at([c.high_m for c in s.columns]),
    )


def even_run(s: Section, distance_m: float, tolerance_m: float) -> tuple[float, float]:
    """The stretch around a distance over which the bed stays within a tolerance of the bed there. [m, m]

    s: the section.
    distance_m: where the rig is set for. [m]
    tolerance_m: most the bed may differ. [m]
    """
    here = column_at(s, distance_m).bed_m
    inner = outer = distance_m
    for c in reversed([c for c in s.columns if c.distance_m <= distance_m]):
        if abs(c.bed_m - here) > tolerance_m:
            break
        inner = c.distance_m
    for c in (c for c in s.columns if c.distance_m >= distance_m):
        if abs(c.bed_m - here) > tolerance_m:
            break
        outer = c.distance_m
    return inner, outer


def _is_on_line(s: Sounding, bearing_deg: float) -> bool:
    apart = (s.bearing_deg - bearing_deg + 180.0) % 360.0 - 180.0
    near = abs(apart) < 90.0 and s.distance_m * abs(sin(radians(apart))) <= ASIDE_M and s.distance_m <= 3.0 * ASIDE_M
    return abs(apart) <= BEARING_TOLERANCE_DEG or near


def _merged(soundings: Sequence[Sounding]) -> _Nodes:
    """Soundings in order of distance, those of one place joined by their inverse variances."""
    ordered = sorted(soundings, key=lambda s: s.distance_m)
    groups: list[list[Sounding]] = []
    for s in ordered:
        if groups and s.distance_m - groups[-1][0].distance_m <= SAME_PLACE_M:
            groups[-1].append(s)
        else:
            groups.append([s])
    distance, bed, variance = [], [], []
    for group in groups:
        weights = [(NINE_IN_TEN / s.half_m) ** 2 for s in group]
        total = sum(weights)
        mean = sum(w * s.bed_m for w, s in zip(weights, group, strict=True)) / total
        spread = sum(w * (s.bed_m - mean) ** 2 for w, s in zip(weights, group, strict=True)) / total
        distance.append(sum(s.distance_m for s in group) / len(group))
        bed.append(mean)
        # Readings of one place that differ by more than they claim show a rougher bed than they know of.
        variance.append(1.0 / total + spread / len(group))
    return _Nodes(np.array(distance), np.array(bed), np.array(variance))


def bed_at(nodes: _Nodes, x: Array) -> tuple[Array, Array]:
    """Mean and variance of the bed at distances.

    nodes: merged soundings.
    x: distances. [m]
    """
    d, z, v = nodes.distance_m, nodes.bed_m, nodes.variance
    beyond = np.maximum(0.0, x - d[-1]) + np.maximum(0.0, d[0] - x)
    if len(d) == 1:
        return np.full_like(x, z[0]), v[0] + ROUGH_M * beyond
    # Only now: loading it at the start would add a quarter second to the first answer.
    from scipy.interpolate import PchipInterpolator

    inside = np.clip(x, d[0], d[-1])
    mean = PchipInterpolator(d, z)(inside)
    i = np.clip(np.searchsorted(d, inside, side="right") - 1, 0, len(d) - 2)
    span = d[i + 1] - d[i]
    share = (inside - d[i]) / span
    walk = np.maximum(ROUGH_M, 0.5 * np.maximum(0.0, (z[i + 1] - z[i]) ** 2 - v[i] - v[i + 1]) / span)
    tied = walk * (inside - d[i]) * (d[i + 1] - inside) / span
    return mean, (1.0 - share) * v[i] + share * v[i + 1] + tied + ROUGH_M * beyond


def _features(nodes: _Nodes, x: Array, mean: Array) -> tuple[Feature, ...]:
    """Shelves and flats, and the slopes between them."""
    if len(nodes.distance_m) < 2:
        return ()
    inside = (x >= nodes.distance_m[0]) & (x <= nodes.distance_m[-1])
    at, bed = x[inside], mean[inside]
    if len(at) < 3:
        return ()
    slope = -np.gradient(bed, at)
    kinds = np.where(np.abs(slope) >= SHELF_SLOPE, "shelf", np.where(np.abs(slope) <= FLAT_SLOPE, "flat", "slope"))
    runs: list[list[int]] = [[0, 0]]
    for i in range(1, len(at)):
        if kinds[i] == kinds[runs[-1][0]]:
            runs[-1][1] = i
        else:
            runs.append([i, i])
    found = [_feature(kinds[a], at, bed, a, min(b + 1, len(at) - 1)) for a, b in runs]
    return _numbered([f for f in found if _counts(f)])


def _counts(f: Feature) -> bool:
    if f.kind == "shelf":
        return abs(f.bed_to_m - f.bed_from_m) >= SHELF_DROP_M
    return f.to_m - f.from_m >= (FLAT_LENGTH_M if f.kind == "flat" else 0.5 * FLAT_LENGTH_M)


def _feature(kind: str, at: Array, bed: Array, a: int, b: int) -> Feature:
    length = max(1e-9, float(at[b] - at[a]))
    return Feature(
        kind=kind,
        name=kind,
        from_m=float(at[a]),
        to_m=float(at[b]),
        bed_from_m=float(bed[a]),
        bed_to_m=float(bed[b]),
        slope=float((bed[a] - bed[b]) / length),
    )


def _numbered(features: list[Feature]) -> tuple[Feature, ...]:
    """Flats are told apart by where they lie, shelves by which way they go."""
    flats = [f for f in features if f.kind == "flat"]
    deepest = min(flats, key=lambda f: f.bed_from_m, default=None)
    named = []
    for f in features:
        if f.kind == "flat" and len(flats) > 1:
            name = "deep flat" if f is deepest else "near flat" if f is flats[0] else "flat"
        else:
            name = {"flat": "flat", "shelf": "shelf" if f.slope > 0 else "rise", "slope": "slope"}[f.kind]
        named.append(f.model_copy(update={"name": name}))
    return tuple(named)
