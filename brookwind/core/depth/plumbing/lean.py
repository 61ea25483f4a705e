"""How much line is lost to the lean between a plummet on the bed and its float. A simple estimate, in one function.

It stands until the steady shape in moving water takes its place: a uniform sideways load along the line, a point load
at the float, and the vertical pull of the float all the way.
"""

from __future__ import annotations

from math import asinh

import numpy as np
from numpy.typing import NDArray

from brookwind.core.motion.sphere import VISCOSITY_M2_S

WIND_SKIN = 0.03
"""Speed of the surface skin over that of the wind. Source: J. Wu, J. Geophys. Res. 80, 1975: 0.03 to 0.035."""

MEAN_SQUARE = 0.765
"""Mean of (u/U)^2 over the depth under u = U (1 - d/h)^(1/6.5): 1/(1 + 2/6.5). Source: handbook 5.4 and calculus."""


FLOAT_DRAG = 1.1
"""Drag coefficient of the float's body, upright and taken as a short cylinder. Editable default."""


def cylinder_drag(reynolds: float) -> float:
    """Drag coefficient of a cylinder across the flow.

    C = 1 + 10 Re^(-2/3)

    reynolds: Reynolds number on the diameter, 1 to 1e5.
    Source: F. M. White, "Viscous Fluid Flow", curve fit.
    >>> round(cylinder_drag(1000.0), 3)
    1.1
    """
    return float(1.0 + 10.0 * max(reynolds, 1e-3) ** (-2.0 / 3.0))


def line_load_n_m(diameter_m: float, surface_ms: float, water_kg_m3: float) -> float:
    """Mean sideways load of the current on a metre of line. [N/m]

    diameter_m: of the line. [m]
    surface_ms: speed of the surface. [m/s, 0 or more]
    water_kg_m3: density of the water. [kg/m3]
    Source: drag of a cylinder with the mean square of the power-law profile.
    """
    if surface_ms <= 0.0:
        return 0.0
    speed = float(surface_ms * MEAN_SQUARE**0.5)
    coefficient = cylinder_drag(speed * diameter_m / VISCOSITY_M2_S)
    return 0.5 * water_kg_m3 * coefficient * diameter_m * speed * speed


def float_load_n(frontal_m2: float, surface_ms: float, wind_ms: float, water_kg_m3: float) -> float:
    """Sideways load on the float of the current and of the skin that the wind drives. [N]

    frontal_m2: area seen by the flow. [m2]
    surface_ms: speed of the surface. [m/s]
    wind_ms: speed of the wind, taken to blow with the current: the worse case. [m/s]
    water_kg_m3: density of the water. [kg/m3]
    Source: drag law with `FLOAT_DRAG`; `WIND_SKIN`.
    """
    speed = surface_ms + WIND_SKIN * wind_ms
    return 0.5 * water_kg_m3 * FLOAT_DRAG * frontal_m2 * speed * speed


def lean_excess_m(line_m: float, pull_n: NDArray[np.float64], float_n: float, line_n_m: float) -> NDArray[np.float64]:
    """Line length less the height it spans, for each vertical pull. [m]

    tan(lean) = (F + q s) / T
    excess = S - (T/q) (asinh((F + q S)/T) - asinh(F/T)), and S (1 - cos(atan(F/T))) for q = 0

    line_m: length of line between plummet and float. [m]
    pull_n: vertical pull of the float on the line, an array. [N]
    float_n: sideways load at the float. [N]
    line_n_m: sideways load along the line. [N/m]
    Assumes a weightless line and a constant vertical pull; a slack line (no pull) loses nothing that can be told.
    Source: integral of the cosine of the lean along the line.
    >>> round(float(lean_excess_m(2.0, np.array([3.0]), 4.0, 0.0)[0]), 6)    # a 3-4-5 triangle
    0.8
    """
    out = np.zeros_like(pull_n)
    if float_n == 0.0 and line_n_m == 0.0:
        return out
    for i, pull in enumerate(pull_n):
        if pull <= 1e-9:
            out[i] = line_m
        elif line_n_m < 1e-12:
            out[i] = line_m * (1.0 - pull / (pull * pull + float_n * float_n) ** 0.5)
        else:
            top, foot = asinh((float_n + line_n_m * line_m) / pull), asinh(float_n / pull)
            out[i] = line_m - pull / line_n_m * (top - foot)
    return out
