"""From readings to a depth with its interval, the casts that cannot both be true, and the next setting to try."""

from __future__ import annotations

from collections import Counter
from itertools import combinations
from typing import Literal

import numpy as np

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, depth, length
from brookwind.core.frozen import Frozen
from brookwind.core.survey.plumbing.likelihood import (
    SLIP,
    STEP_M,
    cast_likelihood,
    crude_likelihood,
    crude_reading,
)
from brookwind.core.survey.plumbing.next_cast import NextCast, next_cast
from brookwind.core.survey.plumbing.readings import Cast, Plumbing, Reading, good_enough_m
from brookwind.core.survey.plumbing.response import Array, response

_AT_LIMIT_M = 0.05
"""A depth nearer than this to a limit means that the limit is wrong. [m] Editable default."""
CLASH = 0.004
"""Two readings whose likelihoods, each 1 at its best, nowhere have a product above this disagree.
For two measures with normal errors: 3.3 standard errors of their difference. Editable default."""

_EXPLAINS = float(np.exp(-0.5 * 1.6448536**2))
"""A depth that makes a sight likelier than this, of 1, explains it. Source: normal error, nine times in ten."""


class Interval(Frozen):
    """A depth, and the interval it lies in nine times in ten. [m]"""

    depth_m: float
    low_m: float
    high_m: float

    @property
    def half_m(self) -> float:
        """Half the width. [m]"""
        return 0.5 * (self.high_m - self.low_m)


class Bounds(Frozen):
    """What one reading alone leaves open. [m]"""

    id: str
    low_m: float
    high_m: float
    lean_m: float
    """Line lost to the lean in this cast, as estimated. [m]"""


class Clash(Frozen):
    """Two readings that cannot both be true, and the depth without either."""

    first: str
    second: str
    says: str
    figures: dict[str, Figure]
    without_first: Interval
    without_second: Interval


class Plumbed(Frozen):
    """What the readings of a spot tell together."""

    state: Literal["nothing", "open", "enough", "clash", "beyond"]
    """`beyond`: deeper or shallower than the limits said, or than the line can be set."""
    interval: Interval
    good_enough_m: float
    says: str
    figures: dict[str, Figure]
    caution: str
    """What makes these casts doubtful; empty when nothing does."""
    bounds: tuple[Bounds, ...]
    clashes: tuple[Clash, ...]
    next: NextCast | None
    density: tuple[tuple[float, float], ...]
    """(depth, relative likelihood) where it is not negligible, at most 121 points."""


def plumb(spot: Plumbing) -> Plumbed:
    """Read the casts together.

    Every depth between the limits is as likely as another before the first cast; each reading multiplies that by how
    likely it makes what was seen. The interval is the middle 90 %.

    spot: the readings of one spot.
    Raises: OutOfRange when the limits are the wrong way round or the plummet cannot work with this float.
    Source: Bayes' rule on a grid of 5 mm; `response` for what the float does.
    """
    depths = _grid(spot)
    likes = [_likelihood(depths, r, spot) for r in spot.readings]
    bounds = tuple(_bounds(depths, r, like, spot) for r, like in zip(spot.readings, likes, strict=True))
    posterior = _together(likes, depths)
    interval = _interval(depths, posterior)
    enough = good_enough_m(spot.bait_m)
    clashes = _clashes(depths, spot.readings, likes)
    lean, caution = _caution(spot, interval)
    state, says, figures = _verdict(spot, interval, enough, clashes, bool(likes))
    return Plumbed(
        state=state,
        interval=interval,
        good_enough_m=enough,
        says=says,
        figures={**figures, "lean": length(lean)},
        caution=caution,
        bounds=bounds,
        clashes=clashes,
        next=None if state in {"enough", "clash", "beyond"} else next_cast(spot, depths, posterior),
        density=_density(depths, posterior),
    )


_ROD_REACH_M = 6.0
"""Farther out no rod tip is held above the float. [m] Editable default."""
LEAN_CAUTION_M = 0.1
"""Line lost to the lean from which casts are called doubtful. [m] Editable default."""


def alone(spot: Plumbing, cast: Cast) -> Bounds | None:
    """What one cast by itself leaves open; None when no depth within the limits explains it.

    spot: the spot; its own readings are left aside.
    cast: the cast.
    Raises: OutOfRange when the plummet cannot work with this float.
    Source: depths no less likely than nine in ten of a normal error allow; `cast_likelihood`.
    """
    depths = _grid(spot)
    like = _likelihood(depths, cast, spot)
    return None if like.max() <= _EXPLAINS else _bounds(depths, cast, like, spot)


def _caution(spot: Plumbing, interval: Interval) -> tuple[float, str]:
    lean = response(spot.setup, round(interval.depth_m, 1)).lean_m
    if lean <= LEAN_CAUTION_M:
        return lean, ""
    in_reach = spot.distance_m <= _ROD_REACH_M and not spot.setup.held
    held = "Read it with the line nearly plumb, as the float passes over, or plumb" if in_reach else ""
    return lean, (
        "Current and wind lean the line over: it loses about {lean}, and half of that is doubtful. "
        f"{held or 'Plumb'} with a larger float or from slower water."
    )


def _grid(spot: Plumbing) -> Array:
    if spot.most_m - spot.least_m < 2 * STEP_M:
        raise OutOfRange.one(
            "plumbing-limits",
            "The shallowest depth thought possible ({least}) is not less than the deepest ({most}).",
            "Swap them, or leave both wide.",
            ("most_m",),
            {"least": depth(spot.least_m), "most": depth(spot.most_m)},
        )
    for i, r in enumerate(spot.readings):
        if not isinstance(r, Cast) and r.depth_m is None and r.fall_s is None:
            raise OutOfRange.one(
                "reading-empty",
                "This reading has neither a depth nor a time.",
                "Enter one of them.",
                ("readings", i, "fall_s" if r.how == "count" else "depth_m"),
            )
    return np.linspace(spot.least_m, spot.most_m, round((spot.most_m - spot.least_m) / STEP_M) + 1)


def _likelihood(depths: Array, r: Reading, spot: Plumbing) -> Array:
    if isinstance(r, Cast):
        return cast_likelihood(depths, r, spot.setup, spot.distance_m, spot.level_m)
    return crude_likelihood(depths, r, spot.level_m)


def _together(likes: list[Array], depths: Array) -> Array:
    total = np.ones_like(depths)
    for like in likes:
        total = total * (SLIP + (1.0 - SLIP) * like)
        total /= total.max()
    return np.asarray(total / total.sum())


def _interval(depths: Array, weights: Array) -> Interval:
    share = (np.cumsum(weights) - 0.5 * weights) / weights.sum()
    low, middle, high = np.interp([0.05, 0.5, 0.95], share, depths)
    return Interval(depth_m=float(middle), low_m=float(low), high_m=float(high))


def _bounds(depths: Array, r: Reading, like: Array, spot: Plumbing) -> Bounds:
    near = depths[like > _EXPLAINS]
    lean = response(spot.setup, r.setting_m).lean_m if isinstance(r, Cast) else 0.0
    return Bounds(id=r.id, low_m=float(near[0]), high_m=float(near[-1]), lean_m=lean)


def _clashes(depths: Array, readings: tuple[Reading, ...], likes: list[Array]) -> tuple[Clash, ...]:
    found = []
    for i, j in combinations(range(len(readings)), 2):
        if (likes[i] * likes[j]).max() >= CLASH:
            continue
        rest = [k for k in likes if k is not likes[i] and k is not likes[j]]
        figures = {
            **_named("first", readings[i]),
            **_named("second", readings[j]),
        }
        found.append(
            Clash(
                first=readings[i].id,
                second=readings[j].id,
                says=f"{_said('first', readings[i])} and {_said('second', readings[j])} cannot both be true.",
                figures=figures,
                without_first=_interval(depths, _together([*rest, likes[j]], depths)),
                without_second=_interval(depths, _together([*rest, likes[i]], depths)),
            )
        )
    # The reading that disagrees with most others is the likeliest slip: its clashes come first.
    often = Counter(name for c in found for name in (c.first, c.second))
    return tuple(sorted(found, key=lambda c: -max(often[c.first], often[c.second])))


_SAW = {
    "gone": "gone under",
    "under": "under but in sight",
    "as-wanted": "tip as wanted",
    "high": "standing high",
    "flat": "lying flat",
    "no-bead": "stop not arrived",
}
_HOW = {"wading": "the wading depth", "eye": "the depth by eye", "count": "the counted fall", "sounder": "the echo"}


def _named(name: str, r: Reading) -> dict[str, Figure]:
    return {name: depth(r.setting_m if isinstance(r, Cast) else crude_reading(r)[0])}


def _said(name: str, r: Reading) -> str:
    if isinstance(r, Cast):
        return f"“{_SAW[r.seen.what]}” at a setting of {{{name}}}"
    return f"{_HOW[r.how]} of {{{name}}}"


def _verdict(
    spot: Plumbing, interval: Interval, enough: float, clashes: tuple[Clash, ...], any_read: bool
) -> tuple[Literal["nothing", "open", "enough", "clash", "beyond"], str, dict[str, Figure]]:
    figures = {"depth": depth(interval.depth_m), "half": length(interval.half_m), "enough": length(enough)}
    if not any_read:
        return "nothing", "No cast yet.", figures
    if clashes:
        return "clash", clashes[0].says, clashes[0].figures
    if interval.depth_m > spot.most_m - _AT_LIMIT_M:
        says = "Everything points to more than {limit}, the deepest you thought possible. Raise that limit."
        return "beyond", says, {"limit": depth(spot.most_m)}
    if interval.depth_m < spot.least_m + _AT_LIMIT_M:
        says = "Everything points to less than {limit}, the shallowest you thought possible. Lower that limit."
        return "beyond", says, {"limit": depth(spot.least_m)}
    if spot.line_m is not None and interval.low_m > spot.line_m:
        says = (
            "The water is deeper than the {limit} of line a fixed float allows. Plumb with a slider, or come closer in."
        )
        return "beyond", says, {"limit": depth(spot.line_m)}
    if interval.half_m <= enough:
        return "enough", "{depth}, sure to ± {half}: good enough for this bait.", figures
    return "open", "{depth}, sure only to ± {half}; this bait needs ± {enough}.", figures


def _density(depths: Array, weights: Array) -> tuple[tuple[float, float], ...]:
    top = weights / weights.max()
    near = np.flatnonzero(top > 0.002)
    low, high = max(0, near[0] - 1), min(len(depths), near[-1] + 2)
    stride = max(1, (high - low) // 120)
    return tuple((float(depths[i]), float(top[i])) for i in range(low, high, stride))
