"""Simple estimates of cast, fall and lean. Fuller models take their place through these same functions."""

from __future__ import annotations

from math import atan2, log

from brookwind.core.floats.body import FloatBody
from brookwind.core.gravity import G_M_S2, LEAD_KG_M3, sphere_diameter_m, submerged_weight_n
from brookwind.core.motion.drag import FLOAT_DRAG, cylinder_drag, line_load_n_m
from brookwind.core.motion.flow import SKIN_DEPTH_M, WIND_SKIN
from brookwind.core.motion.sphere import VISCOSITY_M2_S, fall_speed_m_s

AIR_KG_M3 = 1.2
"""Air at 20 °C. [kg/m3] Source: US Standard Atmosphere, 1976."""
CAST_SPEED_M_S = 28.0
"""Speed a rod's tip reaches without a load. [m/s] Editable default, until a cast test."""
ROD_MASS_KG = 0.005
"""Mass of tip and line that is thrown along with the rig. [kg] Editable default, until a cast test."""
FLIGHT_DRAG = 0.3
"""Drag coefficient of a float and its shot in flight, on a quarter of its surface. Editable default."""

SWING = 2.622
"""Integral of 1/sqrt(cos a) over the quarter swing: half the lemniscate constant, doubled. Source: calculus."""
DRAWN = 0.5
"""A float free to be drawn along settles in half the time of a pinned one. Source: handbook 5.10."""

HELD = 0.8
"""Speed of a float run through gently checked, over the surface's. Source: handbook 5.10."""


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


def settle_time_s(load_n: float, line_m: float, line_diameter_m: float, sliding: bool, water_kg_m3: float) -> float:
    """Time from landing to a line that hangs. [s]

    A line of length h swings down about the float with the load W at its end: drag balances the weight's turning
    moment, v^2 = 8 W cos a / (rho C d h), so T = 2.622 h sqrt(rho C d h / (8 W)), halved for a float that is drawn
    along. Never faster than the weight itself would fall.

    load_n: weight under water of what is well down the line. [N]
    line_m: length that swings. [m]
    line_diameter_m: its diameter. [m]
    sliding: the line runs down through the float instead of swinging.
    water_kg_m3: density of the water. [kg/m3]
    Source: moments about the float with drag on the line; handbook 5.10 for the half.
    """
    if load_n <= 0.0 or line_m <= 0.0:
        return float("inf") if load_n <= 0.0 else 0.0
    mass = load_n / submerged_weight_n(1.0, LEAD_KG_M3, water_kg_m3)
    fall = line_m / fall_speed_m_s(load_n, sphere_diameter_m(mass, LEAD_KG_M3), water_kg_m3)
    if sliding:
        return fall * 1.3
    time = fall
    for _ in range(6):
        drag = cylinder_drag(0.5 * line_m / max(time, 1e-3) * line_diameter_m / VISCOSITY_M2_S)
        swing = SWING * line_m * (water_kg_m3 * drag * line_diameter_m * line_m / (8.0 * load_n)) ** 0.5
        time = max(fall, DRAWN * swing)
    return time


def lean_rad(
    body: FloatBody,
    load_n: float,
    line_m: float,
    line_diameter_m: float,
    current_m_s: float,
    wind_m_s: float,
    water_kg_m3: float,
) -> float:
    """Lean of the line below a float that is checked gently. [rad]

    A float left to drift goes as fast as the skin's push on it, a (s - v)^2, is the drag of the slower water on the
    line, b v^2: v = s sqrt(a) / (sqrt(a) + sqrt(b)). Checked to 0.8 of the current, the line is passed at
    u = v + 0.2 U, and tan(lean) = q(u) h / W.

    body: the float.
    load_n: weight under water of what is well down the line. [N]
    line_m: length of line in the water. [m]
    line_diameter_m: its diameter. [m]
    current_m_s: speed of the surface. [m/s]
    wind_m_s: speed of the wind. [m/s]
    water_kg_m3: density of the water. [kg/m3]
    Source: `line_load_n_m`; balance of drags on the float in the wind's skin and on the line below it.
    """
    held_past = (1.0 - HELD) * current_m_s
    skin = WIND_SKIN * wind_m_s
    push = 0.5 * water_kg_m3 * FLOAT_DRAG * body.mean_width_m * min(body.length_m, SKIN_DEPTH_M)
    drag = line_m * line_load_n_m(line_diameter_m, 0.1, water_kg_m3) / 0.1**2
    drift = skin * push**0.5 / (push**0.5 + drag**0.5) if drag > 0.0 else skin
    load = line_m * line_load_n_m(line_diameter_m, held_past + drift, water_kg_m3)
    return atan2(load, max(load_n, 1e-9))
