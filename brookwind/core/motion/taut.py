"""A line pulled taut between a float and a plummet that lies on the bed, in a current."""

from __future__ import annotations

import numpy as np

from brookwind.core.motion.drag import SKIN_FRICTION
from brookwind.core.motion.flow import Array, Flow
from brookwind.core.motion.sphere import VISCOSITY_M2_S

_PARTS = 16


def lost_to_lean_m(
    line_m: float, diameter_m: float, pull_n: Array, float_n: float, flow: Flow, water_kg_m3: float
) -> Array:
    """Line length less the height it spans, for each upward pull of the float. [m]

    From the float down the line takes up the water's push on each part of it, across itself and along.

    line_m: length of line between plummet and float. [m]
    diameter_m: of the line. [m, more than 0]
    pull_n: vertical pull of the float on the line, an array; where there is none the line has no shape. [N]
    float_n: sideways load at the float. [N]
    flow: the current.
    water_kg_m3: density of the water. [kg/m3]
    Assumes a weightless line.
    Source: balance of forces on each part, drag as in `link_forces`.
    >>> still = Flow(depth_m=2.0, surface_m_s=0.0)
    >>> round(float(lost_to_lean_m(2.0, 2e-4, np.array([3.0]), 4.0, still, 1000.0)[0]), 6)    # a 3-4-5 triangle
    0.8
    """
    if float_n == 0.0 and flow.still:
        return np.zeros_like(pull_n)
    part = line_m / _PARTS
    across_n, up_n = np.full_like(pull_n, float_n), np.maximum(pull_n, 1e-9)
    height = np.zeros_like(pull_n)
    half = 0.5 * water_kg_m3 * diameter_m * part
    thick = 10.0 * (VISCOSITY_M2_S / diameter_m) ** (2.0 / 3.0)
    for _ in range(_PARTS):
        tension = np.hypot(across_n, up_n)
        sine, cosine = across_n / tension, up_n / tension
        speed = flow.speed(height + 0.5 * part * cosine)
        past = np.abs(speed) * cosine
        push = half * past * (past + thick * np.cbrt(past))
        rub = half * np.pi * SKIN_FRICTION * (speed * sine) ** 2
        across_n = across_n + push * cosine + rub * sine
        up_n = np.maximum(up_n - push * sine + rub * cosine, 1e-9)
        height = height + part * cosine
    return line_m - height
