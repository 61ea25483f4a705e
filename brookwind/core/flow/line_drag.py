"""What water in motion does to line, weights and float: the coefficients."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from brookwind.core.flow.profile import WIND_SKIN
from brookwind.core.flow.sphere import sphere_drag
from brookwind.core.matter.fluid import Fluid

SKIN_FRICTION = 0.010
"""Friction coefficient of a thin line drawn along its own length, on its whole surface. Editable default."""
SKIN_FRICTIONS = (0.007, 0.02)
"""What it may be: from a smooth thin cylinder along the flow to the 0.02 commonly taken for cables. Default."""

LINE_DRAG_RANGE = (0.85, 1.2)
"""Share of the cylinder's coefficient that a real line may have: smooth and still, or rough and strumming. Default."""

FLOAT_DRAG = 1.1
"""Drag coefficient of the float's body, upright and taken as a short cylinder. Editable default."""

FLOAT_END_DRAG = 0.5
"""Drag coefficient of a float that lies and is drawn along by one end: a short body with rounded ends. Editable
default."""

MEAN_SQUARE = 0.765
"""Mean of (u/U)^2 over the depth under u = U (1 - d/h)^(1/6.5): 1/(1 + 2/6.5). Source: integral of the power law."""

STREAMLINED = {"olivette": 0.5, "in-line": 0.7, "bullet": 0.7, "egg": 0.8}
"""Drag of a weight's shape over that of a ball of its mass. Editable defaults."""


def cylinder_drag(reynolds: float) -> float:
    """Drag coefficient of a cylinder across the flow.

    C = 1 + 10 Re^(-2/3)

    reynolds: Reynolds number on the diameter, 1 to 1e5.
    Source: F. M. White, "Viscous Fluid Flow", curve fit.
    >>> round(cylinder_drag(1000.0), 3)
    1.1
    """
    return float(1.0 + 10.0 * max(reynolds, 1e-3) ** (-2.0 / 3.0))


def line_load_n_m(diameter_m: float, surface_m_s: float, water: Fluid) -> float:
    """Mean sideways load of the current on a metre of line. [N/m]

    diameter_m: of the line. [m]
    surface_m_s: speed of the surface. [m/s, 0 or more]
    water: its water.
    Source: drag of a cylinder with the mean square of the power-law profile.
    """
    if surface_m_s <= 0.0:
        return 0.0
    speed = float(surface_m_s * MEAN_SQUARE**0.5)
    coefficient = cylinder_drag(speed * diameter_m / water.viscosity_m2_s)
    return 0.5 * water.kg_m3 * coefficient * diameter_m * speed * speed


def float_load_n(frontal_m2: float, surface_m_s: float, wind_m_s: float, water_kg_m3: float) -> float:
    """Sideways load on the float of the current and of the skin that the wind drives. [N]

    frontal_m2: area seen by the flow. [m2]
    surface_m_s: speed of the surface. [m/s]
    wind_m_s: speed of the wind, taken to blow with the current: the worse case. [m/s]
    water_kg_m3: density of the water. [kg/m3]
    Source: drag law with `FLOAT_DRAG`; `WIND_SKIN`.
    """
    speed = surface_m_s + WIND_SKIN * wind_m_s
    return 0.5 * water_kg_m3 * FLOAT_DRAG * frontal_m2 * speed * speed


_LOG_RE = np.linspace(-4.0, 6.0, 201)
_LOG_C = np.log([sphere_drag(10.0**x) for x in _LOG_RE])


def sphere_drags(reynolds: NDArray[np.float64]) -> NDArray[np.float64]:
    """Drag coefficients of balls, `sphere_drag` read off a table on logarithmic axes.

    reynolds: Reynolds numbers on the diameters, any shape. [0 or more; held to 1e-4 to 1e6]
    Source: `sphere_drag`; the table is right to 0.05 %.
    """
    found: NDArray[np.float64] = np.exp(np.interp(np.log10(np.maximum(reynolds, 1e-4)), _LOG_RE, _LOG_C))
    return found
