"""The next setting to try: the one whose answer is expected to tell most."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brookwind.core.frozen import Frozen
from brookwind.core.survey.plumbing.likelihood import STEP_M, blur, sight, tip_error_m, tip_sight
from brookwind.core.survey.plumbing.readings import Flat, Gone, NoBead, Plumbing, Seen, Under
from brookwind.core.survey.plumbing.response import Array, Response, response

_DEPTHS = 160
"""Depths weighed at most."""
_SETTINGS = 48
"""Settings weighed at most."""


class NextCast(Frozen):
    """A setting to try next, and what to expect of it."""

    setting_m: float
    tells_bits: float
    """Doubt it is expected to remove; one bit halves it."""
    says: str


def next_cast(spot: Plumbing, depths_m: Array, weights: Array) -> NextCast | None:
    """The setting whose outcome carries most information about the depth.

    I = H(sum_d p(d) P(.|d)) - sum_d p(d) H(P(.|d)), over settings across what is still possible.

    spot: the spot.
    depths_m: grid of depths. [m]
    weights: how likely each is, summing to 1.
    None when the line cannot be set where it would tell anything.
    Source: D. V. Lindley, Annals of Mathematical Statistics 27, 1956.
    """
    stride, picked, prior = _thinned(weights)
    middle = float(depths_m[picked] @ prior)
    r = response(spot.setup, round(max(0.05, middle), 1))
    low, high = depths_m[picked[0]] + r.awash_m - 0.1, depths_m[picked[-1]] + r.slack_m + 0.1
    step = STEP_M * stride
    span = int(np.ceil((high - low + depths_m[picked[-1]] - depths_m[picked[0]]) / step)) + 2
    x = (low - depths_m[picked[-1]]) + step * np.arange(span)
    table = _outcomes(x, r, spot, step)
    noise = _entropy(table)
    every = max(1, int((high - low) / step) // _SETTINGS)
    # x of depth i at setting k: the deepest depth sits k steps into the table.
    starts = np.arange(0, min(int((high - low) / step), span - len(picked)) + 1, every)
    settings = low + starts * step
    can = settings >= 0.05 if spot.line_m is None else (settings >= 0.05) & (settings <= spot.line_m)
    if not can.any():
        return None
    starts, settings = starts[can], settings[can]
    both, backward = np.vstack((table, noise)), prior[::-1].copy()
    expected = np.stack([both[:, k : k + len(picked)] @ backward for k in starts], axis=1)
    told = (_entropy(expected[:-1]) - expected[-1]) / np.log(2.0)
    # Of equals the shortest.
    best = int(np.argmax(told > told.max() - 1e-9))
    setting = _by_tape(float(settings[best]), spot.line_m)
    return NextCast(setting_m=setting, tells_bits=float(told[best]), says=_expect(setting - middle, r))


def _thinned(weights: Array) -> tuple[int, NDArray[np.intp], Array]:
    """Every so many depths where there is any weight, with the weight of those between."""
    near = np.flatnonzero(weights > 1e-5 * weights.max())
    low, high = int(near[0]), int(near[-1]) + 1
    stride = max(1, (high - low) // _DEPTHS)
    picked = np.arange(low, high, stride)
    sums: Array = np.asarray(np.add.reduceat(weights[low:high], picked - low))
    return stride, picked, np.asarray(sums / sums.sum())


def _outcomes(x: Array, r: Response, spot: Plumbing, step: float) -> Array:
    """Chance of each kind of sight at each x, summing to 1 over the kinds."""
    sights: list[Seen] = [Gone(), NoBead() if r.sliding else Flat()]
    below = 0.0
    while below < 2.0 * spot.setup.clear_m:
        sights.append(Under(below_m=below))
        below += max(0.04, 0.3 * below)
    crude = np.array([sight(x, s, r, spot.setup, spot.distance_m) for s in sights])
    pitch = max(0.004, 1.5 * tip_error_m(spot.distance_m))
    shown = np.arange(spot.setup.wanted_tip_m, max(r.tip_m[-1], spot.setup.wanted_tip_m) + pitch, pitch)
    # Bell-shaped densities become chances through the width of their bin.
    crude[2:] *= 0.04
    table = np.concatenate((crude, pitch * tip_sight(x, shown[:, None], r, spot.distance_m)))
    return blur(table / np.maximum(table.sum(axis=0), 1e-12), max(r.error_m, 0.5 * step), step)


def _entropy(chances: Array) -> Array:
    safe = np.maximum(chances, 1e-15)
    return np.asarray(-(safe * np.log(safe)).sum(axis=0))


def _by_tape(setting_m: float, line_m: float | None) -> float:
    """A setting that can be measured: to the centimetre, or to 5 cm when it is long."""
    unit = 0.05 if setting_m > 3.0 else 0.01
    rounded = round(setting_m / unit) * unit
    return round(min(rounded, line_m) if line_m is not None else rounded, 3)


def _expect(x: float, r: Response) -> str:
    if x < r.awash_m:
        return "The float may well go under; how deep tells how much is missing."
    if x < r.slack_m:
        return "The float should stand on the taut line: its tip then reads the depth."
    return "The float may well lie flat or show nothing new; then the water is shallower."
