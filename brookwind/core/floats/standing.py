"""Whether an upright float stays upright."""

from __future__ import annotations

from math import pi

from brookwind.core.floats.body import FloatBody
from brookwind.core.gravity import G_M_S2


def righting_stiffness_n_m(body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """Righting moment per radian of a small lean about the upright. [N m/rad]

    K = rho g (V z_B + I) - m g z_G - P z_P, moments taken about the foot of the float, where the line's pull acts
    (z_P = 0): a line led through or along the float leaves it there. I = pi r^4 / 4 of the waterplane.

    body: the float.
    immersion_m: height of the waterline above the base. [m]
    water_kg_m3: density of the water. [kg/m3]
    Positive: upright, it stays so. `attitude` has the large leans and what happens to one that lies.
    Source: metacentric height, e.g. F. M. White, "Fluid Mechanics", section 2.8, with a point load added.
    """
    moment = body.profile.moment_below_m4(immersion_m)
    waterplane = pi * body.profile.radius_m(immersion_m) ** 4 / 4.0
    return G_M_S2 * (water_kg_m3 * (moment + waterplane) - body.mass_kg * body.centre_of_mass_m)
