"""A line pulled taut between a float and a plummet that lies on the bed, in a current."""

from __future__ import annotations

import numpy as np

from brookwind.core.flow.line_drag import SKIN_FRICTION
from brookwind.core.flow.profile import Array, Flow
from brookwind.core.matter.fluid import Fluid

_PARTS = 16
"""Parts the line is summed over."""


def lost_to_lean_m(line_m: float, diameter_m: float, pull_n: Array, float_n: float, flow: Flow, water: Fluid) -> Array:
    """Line length less the height it spans, for each upward pull of the float. [m]

    From the float down the line takes up the water's push on each part of it, across itself and along.

    line_m: length of line between plummet and float. [m]
    diameter_m: of the line. [m, more than 0]
    pull_n: vertical pull of the float on the line, an array; where there is none the line has no shape. [N]
    float_n: sideways load at the float. [N]
    flow: the current.
    water: its water.
    Assumes a weightless line.
    Source: balance of forces on each part, drag as in `link_forces`.
    >>> still = Flow(depth_m=2.0, surface_m_s=0.0)
    >>> lost = lost_to_lean_m(2.0, 2e-4, np.array([3.0]), 4.0, still, Fluid(1000.0, 1e-6))
    >>> round(float(lost[0]), 6)    # a 3-4-5 triangle
    0.8
    """
    if float_n == 0.0 and flow.still:
        return np.zeros_like(pull_n)
    part = line_m / _PARTS
    across_n, up_n = np.full_like(pull_n, float_n), np.maximum(pull_n, 1e-9)
    height = np.zeros_like(pull_n)
    half = 0.5 * water.kg_m3 * diameter_m * part
    thick = 10.0 * (water.viscosity_m2_s / diameter_m) ** (2.0 / 3.0)

    def load(across: Array, up: Array, depth: Array) -> tuple[Array, Array, Array]:
        """Push across and up on a part pulled so, and its share of the height."""
        tension = np.hypot(across, up)
        sine, cosine = across / tension, up / tension
        speed = flow.speed(depth + 0.5 * part * cosine)
        past = np.abs(speed) * cosine
        push = half * past * (past + thick * np.cbrt(past))
        rub = half * np.pi * SKIN_FRICTION * (speed * sine) ** 2
        return push * cosine + rub * sine, rub * cosine - push * sine, cosine

    for _ in range(_PARTS):
        # From the middle of the part, where it is pulled half way between its ends.
        more, lift, _ = load(across_n, up_n, height)
        more, lift, cosine = load(across_n + 0.5 * more, np.maximum(up_n + 0.5 * lift, 1e-9), height)
        across_n, up_n = across_n + more, np.maximum(up_n + lift, 1e-9)
        height = height + part * cosine
    return line_m - height
