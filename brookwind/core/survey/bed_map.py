"""The bed from above: a surface through soundings of several lines, drawn as a map or followed along the run."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from brookwind.core.frozen import Frozen
from brookwind.core.survey.document import Sounding, Survey
from brookwind.core.survey.plumbing.likelihood import NINE_IN_TEN
from brookwind.core.survey.section import ROUGH_M, SAME_PLACE_M, Array

_LEAST_SPREAD_M = 0.5
"""Root mean square distance from the best line below which there is no map. [m] Editable default."""
_MAP_CELLS = 26
"""Cells along the longer side of the map."""
_MAP_MOST = 400
"""Soundings the map is drawn from at most."""
_FAR_M = 60.0
"""Farther apart two soundings tell nothing of each other. [m] Editable default."""
_RUN_STEP_M, _RUN_FAR_M = 0.25, 40.0
_SLOPE_OVER_M = 2.0
"""The bed's slope under the float is taken over so much to each side. [m] Editable default."""


class Cell(Frozen):
    """A square of the map: metres to the right and out, bed over the datum, half width of its band."""

    right_m: float
    out_m: float
    bed_m: float
    half_m: float


class AlongRun(Frozen):
    """The bed under the run of a float, from where it is fished."""

    points: tuple[tuple[float, float], ...]
    """(distance downstream, how much deeper than at 0). [m]"""
    slope: float
    """Metres the bed falls per metre downstream, at 0."""


@dataclass(frozen=True)
class _Surface:
    """Soundings, and the weights that make the bed between them."""

    right: Array
    out: Array
    bed: Array
    rough: float
    system: Array

    def at(self, right: Array, out: Array) -> tuple[Array, Array]:
        """Height of the bed over the datum, and half the width of its band. [m, m]"""
        n = len(self.bed)
        apart = np.hypot(self.right[:, None] - right, self.out[:, None] - out)
        cross = np.ones((n + 1, len(right)))
        cross[:n] = self.rough * (_FAR_M - np.minimum(apart, _FAR_M))
        weights = np.linalg.solve(self.system, cross)
        variance = np.maximum(0.0, self.rough * _FAR_M - (weights * cross).sum(axis=0))
        return self.bed @ weights[:n], NINE_IN_TEN * np.sqrt(variance)

    def known(self, half: Array) -> NDArray[np.bool_]:
        """Where the bed is known to better than half a metre and a bit."""
        return np.asarray(half < max(0.6, 0.35 * float(np.ptp(self.bed))))


def _surface(soundings: Sequence[Sounding]) -> _Surface | None:
    """The bed through soundings of several lines; None when they are too few or of one line.

    Ordinary kriging, C(h) = sill - variogram, variogram = b h up to 60 m, b from neighbouring soundings.
    Source: N. Cressie, "Statistics for Spatial Data", 1993, chapter 3.
    """
    picked = soundings[:: max(1, len(soundings) // _MAP_MOST)]
    if len(picked) < 3:
        return None
    right = np.array([s.distance_m * np.sin(np.radians(s.bearing_deg)) for s in picked])
    out = np.array([s.distance_m * np.cos(np.radians(s.bearing_deg)) for s in picked])
    bed = np.array([s.bed_m for s in picked])
    noise = np.array([(s.half_m / NINE_IN_TEN) ** 2 for s in picked])
    # Soundings of a single line, whatever its direction, say nothing of what lies beside it.
    aside = np.linalg.svd(np.stack([right - right.mean(), out - out.mean()]), compute_uv=False)[1]
    if aside < _LEAST_SPREAD_M * len(picked) ** 0.5:
        return None
    apart = np.hypot(right[:, None] - right, out[:, None] - out)
    rough = _roughness(apart, bed, noise)
    n = len(picked)
    system = np.ones((n + 1, n + 1))
    system[:n, :n] = rough * (_FAR_M - np.minimum(apart, _FAR_M)) + np.diag(noise)
    system[n, n] = 0.0
    return _Surface(right, out, bed, rough, system)


def bed_map(soundings: Sequence[Sounding]) -> tuple[Cell, ...]:
    """A small map from several lines: the bed on a grid, only where it is known to better than half a metre and a bit.

    soundings: all of the swim; the nearest 400 evenly picked ones are used.
    Source: `_surface`.
    """
    surface = _surface(soundings)
    if surface is None:
        return ()
    right, out = surface.right, surface.out
    pitch = max(float(np.ptp(right)), float(np.ptp(out)), 1.0) / _MAP_CELLS
    columns = np.arange(right.min(), right.max() + pitch, pitch)
    rows = np.arange(out.min(), out.max() + pitch, pitch)
    gx, gy = np.tile(columns, len(rows)), np.repeat(rows, len(columns))
    mean, half = surface.at(gx, gy)
    known = surface.known(half)
    return tuple(
        Cell(right_m=float(x), out_m=float(y), bed_m=float(m), half_m=float(h))
        for x, y, m, h in zip(gx[known], gy[known], mean[known], half[known], strict=True)
    )


def along_run(survey: Survey) -> AlongRun | None:
    """The bed under a float that runs past the swim at the distance of the session, as far as it is known.

    survey: the swim's water; the current goes past the angler to the side it says.
    None when the soundings tell of no bed beside their line, or not of the bed there.
    Source: `_surface`; a straight line through what lies within `_SLOPE_OVER_M` for the slope.
    """
    surface = _surface(survey.soundings)
    if surface is None:
        return None
    bearing = np.radians(survey.session.bearing_deg)
    downstream = 1.0 if survey.place.flows_to == "right" else -1.0
    x = np.arange(-_RUN_FAR_M, _RUN_FAR_M + 0.5 * _RUN_STEP_M, _RUN_STEP_M)
    right = survey.session.distance_m * np.sin(bearing) + downstream * x
    bed, half = surface.at(right, np.full_like(x, survey.session.distance_m * np.cos(bearing)))
    known, middle = surface.known(half), len(x) // 2
    # Nothing is drawn on beyond the soundings.
    known &= (right >= surface.right.min() - _RUN_STEP_M) & (right <= surface.right.max() + _RUN_STEP_M)
    if not known[middle]:
        return None
    unknown = np.nonzero(~known)[0]
    first = int(unknown[unknown < middle].max(initial=-1)) + 1
    last = int(unknown[unknown > middle].min(initial=len(x))) - 1
    if last - first < 2:
        return None
    deeper = bed[middle] - bed
    near = slice(
        max(first, middle - round(_SLOPE_OVER_M / _RUN_STEP_M)), middle + round(_SLOPE_OVER_M / _RUN_STEP_M) + 1
    )
    near = slice(near.start, min(near.stop, last + 1))
    slope = float(np.polyfit(x[near], deeper[near], 1)[0])
    return AlongRun(
        points=tuple((float(a), float(b)) for a, b in zip(x[first : last + 1], deeper[first : last + 1], strict=True)),
        slope=min(1.0, max(-1.0, slope)),
    )


def _roughness(apart: Array, bed: Array, noise: Array) -> float:
    """Slope of the variogram from each sounding and its nearest neighbour. [m]"""
    far = apart + np.where(apart < SAME_PLACE_M, np.inf, 0.0)
    near = far.argmin(axis=1)
    gap = far[np.arange(len(bed)), near]
    usable = np.isfinite(gap)
    steps = np.maximum(0.0, (bed - bed[near]) ** 2 - noise - noise[near])[usable]
    return max(ROUGH_M, 0.5 * float(np.sum(steps) / max(1e-9, np.sum(gap[usable]))))
