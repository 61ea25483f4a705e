"""A simple model of the cast. A fuller one, from a cast test, takes its place through these same functions."""

from __future__ import annotations

from math import log

from brookwind.core.floats.body import FloatBody
from brookwind.core.gravity import G_M_S2
from brookwind.core.matter.air import AIR_KG_M3

CAST_SPEED_M_S = 28.0
"""Speed a rod's tip reaches without a load. [m/s] Editable default, until a cast test."""
ROD_MASS_KG = 0.005
"""Mass of tip and line that is thrown along with the rig. [kg] Editable default, until a cast test."""
FLIGHT_DRAG = 0.3
"""Drag coefficient of a float and its shot in flight, on a quarter of its surface. Editable default."""


def cast_speed_m_s(mass_kg: float) -> float:
    """Speed at which a rig leaves the rod. [m/s]

    v = V sqrt(m / (m + m_rod)): the rod's work is shared with what it throws of itself.

    mass_kg: float and everything on it. [kg]
    Source: conservation of energy; V and m_rod are editable defaults.
    """
    return float(CAST_SPEED_M_S * (mass_kg / (mass_kg + ROD_MASS_KG)) ** 0.5)


def cast_distance_m(body: FloatBody, mass_kg: float) -> float:
    """How far a rig is cast, in still air. [m]

    x = L ln(1 + (v^2/g) / L), L = 2 m / (rho_a C S/4)

    body: the float.
    mass_kg: float and everything on it. [kg]
    Assumes a throw at 45 degrees and drag along the way only; a quarter of the surface is what a tumbling convex body
    shows on average. The line's own drag on the rod is in the defaults.
    Source: motion with quadratic drag, horizontal part; Cauchy's theorem for the area.
    """
    shown = body.profile.surface_m2 / 4.0
    drag_m = 2.0 * mass_kg / (AIR_KG_M3 * FLIGHT_DRAG * shown)
    return drag_m * log(1.0 + cast_speed_m_s(mass_kg) ** 2 / G_M_S2 / drag_m)
