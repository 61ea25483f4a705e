"""A made-up angler at a made-up bed: casts as `next_cast` proposes, sees what the float does, with honest noise."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np

from brookwind.core.floats.spec import FloatSpec
from brookwind.core.survey.plumbing.infer import Plumbed, plumb
from brookwind.core.survey.plumbing.likelihood import CLEAR_ERROR, UNDER_ERROR, tip_error_m
from brookwind.core.survey.plumbing.readings import AsWanted, Cast, Flat, Gone, High, Plumbing, Seen, Setup, Under
from brookwind.core.survey.plumbing.response import response

SETUP = Setup(spec=FloatSpec(type="straight-waggler", capacity_kg=0.003), plummet_kg=0.03)
LEAST_M, MOST_M, DISTANCE_M, WANTED_HALF_M = 0.5, 4.0, 10.0, 0.05


def see(rng: np.random.Generator, setting_m: float, depth_m: float, setup: Setup = SETUP) -> Seen:
    """What the float does, with errors of setting, bed, tip, depth under water and clearness."""
    r = response(setup, setting_m)
    x = setting_m - depth_m + rng.normal(0.0, r.error_m)
    below = r.awash_m - x
    if below > 0.0:
        if below > setup.clear_m * (1.0 + CLEAR_ERROR * rng.normal()):
            return Gone()
        return Under(below_m=max(0.0, below + rng.normal(0.0, max(0.03, UNDER_ERROR * below))))
    if x > r.slack_m and r.lies:
        return Flat()
    by = float(r.tip_at(np.array([x]))[0]) + rng.normal(0.0, tip_error_m(DISTANCE_M)) - setup.wanted_tip_m
    return AsWanted() if by <= 0.002 else High(by_m=by)


@dataclass(frozen=True)
class Bout:
    """One bed plumbed until it was known to 5 cm."""

    casts: int
    covered: bool
    clashed: bool


def plumb_bed(seed: int, setup: Setup = SETUP) -> Bout:
    """Plumb one bed as the helper proposes."""
    rng = np.random.default_rng(seed)
    depth = rng.uniform(LEAST_M, MOST_M)
    spot = Plumbing(id="bed", distance_m=DISTANCE_M, setup=setup, least_m=LEAST_M, most_m=MOST_M, bait_m=0.5)
    readings: list[Cast] = []
    out: Plumbed = _first(spot)
    while out.next is not None and len(readings) < 20:
        setting = out.next.setting_m
        readings.append(Cast(id=f"c{len(readings)}", setting_m=setting, seen=see(rng, setting, depth, setup)))
        out = plumb(spot.model_copy(update={"readings": tuple(readings)}))
    return Bout(len(readings), out.interval.low_m <= depth <= out.interval.high_m, out.state == "clash")


@cache
def _first(spot: Plumbing) -> Plumbed:
    """Before the first cast every bed looks the same."""
    return plumb(spot)


def bisect_bed(seed: int) -> int:
    """Casts that halving needs: the float is under or it is not; each slip of the noise costs what it costs."""
    rng = np.random.default_rng(seed)
    depth = rng.uniform(LEAST_M, MOST_M)
    low, high, casts = LEAST_M, MOST_M, 0
    while high - low > 2.0 * WANTED_HALF_M:
        middle = 0.5 * (low + high)
        casts += 1
        # The setting at which the tip is just awash is shorter than the depth by the float below its attachment.
        under = isinstance(see(rng, middle + response(SETUP, middle).awash_m, depth), Gone | Under)
        low, high = (middle, high) if under else (low, middle)
    return casts
