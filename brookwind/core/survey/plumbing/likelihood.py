"""How likely each depth makes what was seen."""

from __future__ import annotations

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view

from brookwind.core.survey.plumbing.readings import AsWanted, Cast, Crude, Flat, Gone, High, NoBead, Seen, Setup, Under
from brookwind.core.survey.plumbing.response import Array, Response, response

STEP_M = 0.005
"""Step of the grid of depths. [m]"""

TIP_ERROR_M = 0.002
"""Standard error of a judged length of tip close by. [m] Editable default."""
TIP_ERROR_PER_M = 0.0003
"""And its growth with the distance to the float. [m/m] Editable default: one minute of arc is 0.0003."""
UNDER_ERROR = 0.25
"""Standard error of a judged depth under water, as a share; at least 3 cm. Editable default."""
CLEAR_ERROR = 0.2
"""How sharply a float goes out of sight: standard deviation as a share of the clear depth. Editable default."""
_NOTHING = 1e-250
"""Below this all depths are equally unlikely."""
_WIDE_M = 4.0
"""A float shows all it can show within this of its setting. [m]"""
SLIP = 0.0002
"""Share of casts that tell nothing (weed on the plummet, a wrong look): keeps one slip from being certainty."""

_CRUDE_HALF = {"wading": (0.05, 0.05), "eye": (0.1, 0.3), "count": (0.1, 0.2), "sounder": (0.1, 0.0)}
"""Half width nine times in ten: metres, and share of the depth. Editable defaults."""
NINE_IN_TEN = 1.6448536
"""Half width of the middle 90 % of a normal distribution in standard deviations. Source: normal tables."""


def tip_error_m(distance_m: float) -> float:
    """Standard error of a tip judged at a distance. [m]

    distance_m: from eye to float. [m]
    """
    return float(np.hypot(TIP_ERROR_M, TIP_ERROR_PER_M * distance_m))


def sight(x_m: Array, seen: Seen, r: Response, setup: Setup, distance_m: float) -> Array:
    """Likelihood of a sight for exactly known x = setting - depth; blurred later by the error of x.

    x_m: setting less depth. [m]
    seen: what was seen.
    r: what the float does.
    setup: the tackle.
    distance_m: from eye to float. [m]
    """
    if isinstance(seen, Gone | Under):
        below = r.awash_m - x_m
        hidden: Array = _normal_share((below - setup.clear_m) / (CLEAR_ERROR * setup.clear_m))
        if isinstance(seen, Gone):
            return hidden
        visible: Array = np.asarray((below > 0.0) * (1.0 - hidden))
        if seen.below_m is None:
            return visible
        error = np.maximum(0.03, UNDER_ERROR * below)
        return np.asarray(visible * _bell(seen.below_m, below, error))
    if isinstance(seen, Flat):
        return ((x_m > r.slack_m) & r.lies).astype(float)
    if isinstance(seen, NoBead):
        return ((x_m > r.slack_m) & r.sliding).astype(float)
    assert isinstance(seen, AsWanted | High)
    return tip_sight(x_m, setup.wanted_tip_m + (seen.by_m if isinstance(seen, High) else 0.0), r, distance_m)


def tip_sight(x_m: Array, shown_m: Array | float, r: Response, distance_m: float) -> Array:
    """Likelihood of a length of tip, as `sight`.

    x_m: setting less depth. [m]
    shown_m: what is seen of the tip; a column of lengths gives a row for each. [m]
    r: what the float does.
    distance_m: from eye to float. [m]
    """
    standing = x_m >= r.awash_m
    if r.lies or r.sliding:
        standing &= x_m <= r.slack_m
    return standing * _bell(shown_m, r.tip_at(x_m), tip_error_m(distance_m))


def _normal_share(deviations: Array) -> Array:
    # Only now: loading it at the start would add a third of a second to the first answer.
    from scipy.special import ndtr

    return np.asarray(ndtr(deviations))


def _bell(seen: Array | float, true: Array, error: Array | float) -> Array:
    return np.asarray(np.exp(-0.5 * ((seen - true) / error) ** 2) / error)


def blur(values: Array, error_m: float, step_m: float = STEP_M) -> Array:
    """Average over a normal error of x.

    values: on an even grid along the last axis, edges continued.
    error_m: standard error. [m]
    step_m: step of the grid. [m]
    """
    reach = max(1, int(np.ceil(4.0 * error_m / step_m)))
    offsets = np.arange(-reach, reach + 1)
    kernel = np.exp(-0.5 * (offsets * step_m / error_m) ** 2)
    kernel /= kernel.sum()
    # By hand: NumPy's own padding takes longer than the average.
    first, last = (np.repeat(values[..., end], reach, axis=-1) for end in (slice(0, 1), slice(-1, None)))
    windows = sliding_window_view(np.concatenate((first, values, last), axis=-1), kernel.size, axis=-1)
    return np.asarray(windows @ kernel)


def cast_likelihood(depths_m: Array, cast: Cast, setup: Setup, distance_m: float, level_m: float) -> Array:
    """Likelihood of a cast for each depth, 1 at its best.

    depths_m: even grid of depths at the level wanted. [m]
    cast: the cast.
    setup: the tackle.
    distance_m: from eye to float. [m]
    level_m: level the depths are meant at. [m]
    """
    r = response(setup, cast.setting_m)
    then = depths_m + (cast.level_m - level_m)
    plain = blur(sight(cast.setting_m - then, cast.seen, r, setup, distance_m), r.error_m)
    best = float(plain.max())
    if best > _NOTHING:
        return plain / best
    # No depth within the limits makes this at all likely: it points at the nearest limit, and will clash with the rest.
    x = np.arange(-_WIDE_M, _WIDE_M, STEP_M)
    likeliest = cast.setting_m - float(x[np.argmax(sight(x, cast.seen, r, setup, distance_m))])
    nearest = np.clip(likeliest, then[0], then[-1])
    return np.asarray(np.exp(-0.5 * ((then - nearest) / STEP_M) ** 2))


def crude_reading(reading: Crude) -> tuple[float, float]:
    """Depth and standard error of a cruder reading. [m]

    reading: the reading; a count gives depth = sink speed times time.
    Source: a normal error whose middle 90 % is the half width given.
    >>> crude_reading(Crude(id="a", how="count", fall_s=2.0, sink_m_s=1.2))[0]
    2.4
    """
    depth = reading.depth_m if reading.depth_m is not None else (reading.fall_s or 0.0) * reading.sink_m_s
    fixed, share = _CRUDE_HALF[reading.how]
    half = reading.half_m if reading.half_m is not None else fixed + share * depth
    return depth, half / NINE_IN_TEN


def crude_likelihood(depths_m: Array, reading: Crude, level_m: float) -> Array:
    """Likelihood of a cruder reading for each depth, 1 at its best.

    depths_m: depths at the level wanted. [m]
    reading: the reading.
    level_m: level the depths are meant at. [m]
    """
    depth, error = crude_reading(reading)
    away = ((depth - depths_m - (reading.level_m - level_m)) / error) ** 2
    # Against the nearest depth of the grid: a reading beyond the limits then points at the limit.
    return np.asarray(np.exp(-0.5 * (away - away.min())))
