"""How fast a rod throws, and a quick estimate of how far: what sizes of float are judged by."""

from __future__ import annotations

from math import log

from brookwind.core.floats.body import FloatBody
from brookwind.core.gravity import G_M_S2
from brookwind.core.matter.air import AIR_KG_M3
from brookwind.core.rig.document import RodThrows

USUAL_ROD = RodThrows()
FLIGHT_DRAG = 0.3
"""Drag coefficient of a float and its shot in flight, on a quarter of its surface. Editable default."""

_SHORTER = 0.8
"""What drag across the way and the line drawn off the reel leave of a throw. Source: `flight` with lines of 0.15 to
0.20 mm and floats of 1 to 20 g, within a quarter."""


def cast_speed_m_s(mass_kg: float, rod: RodThrows = USUAL_ROD) -> float:
    """Speed at which a rig leaves the rod. [m/s]

    v = V sqrt(m / (m + m_rod)): the rod's work is shared with what it throws of itself.

    mass_kg: float and everything on it. [kg]
    rod: as its cast test has it.
    Source: conservation of energy.
    """
    return float(rod.speed_m_s * (mass_kg / (mass_kg + rod.moved_kg)) ** 0.5)


def shown_drag_m2(surface_m2: float) -> float:
    """Drag coefficient times the area that a tumbling float shows. [m2]

    surface_m2: of the float.
    Source: Cauchy's theorem: a quarter of the surface is what a tumbling convex body shows on average.
    """
    return FLIGHT_DRAG * surface_m2 / 4.0


def cast_distance_m(body: FloatBody, mass_kg: float, rod: RodThrows = USUAL_ROD) -> float:
    """How far a rig is cast, in still air. [m]

    x = 0.8 L ln(1 + (v^2/g) / L), L = 2 m / (rho_a C S/4)

    body: the float.
    mass_kg: float and everything on it. [kg]
    rod: as its cast test has it.
    An estimate of `flight` that costs nothing: a throw at 45 degrees with drag along the way only, and `_SHORTER` for
    the rest of the drag and the line.
    Source: motion with quadratic drag, horizontal part.
    """
    drag_m = 2.0 * mass_kg / (AIR_KG_M3 * shown_drag_m2(body.profile.surface_m2))
    return _SHORTER * drag_m * log(1.0 + cast_speed_m_s(mass_kg, rod) ** 2 / G_M_S2 / drag_m)
