"""Whether an upright float stays upright."""

from __future__ import annotations

from math import pi

from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.gravity import G_M_S2

_STEPS = 200


def righting_stiffness_n_m(body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """Righting moment per radian of a small lean about the upright. [N m/rad]

    K = rho g (V z_B + I) - m g z_G - P z_P, moments taken about the foot of the float, where the line's pull acts
    (z_P = 0): a line led through or along the float leaves it there. I = pi r^4 / 4 of the waterplane.

    body: the float.
    immersion_m: height of the waterline above the base. [m]
    water_kg_m3: density of the water. [kg/m3]
    Positive: it stands. Assumes a small lean; a large one is another matter.
    Source: metacentric height, e.g. F. M. White, "Fluid Mechanics", section 2.8, with a point load added.
    """
    moment = body.profile.moment_below_m4(immersion_m)
    waterplane = pi * body.profile.radius_m(immersion_m) ** 4 / 4.0
    return G_M_S2 * (water_kg_m3 * (moment + waterplane) - body.mass_kg * body.centre_of_mass_m)


def least_standing_load_n(body: FloatBody, water_kg_m3: float) -> float:
    """Least pull above which the float stands at every immersion up to its tip. [N, 0 or more]

    body: the float.
    water_kg_m3: density of the water. [kg/m3]
    Found by stepping down from the tip in 200 steps of immersion, so it is good to half a percent of the length.
    Source: sign of `righting_stiffness_n_m`.
    """
    step = body.length_m / _STEPS
    lowest = body.length_m
    for i in range(_STEPS, 0, -1):
        if righting_stiffness_n_m(body, i * step, water_kg_m3) <= 0.0:
            break
        lowest = i * step
    return max(0.0, load_at_immersion_n(body, lowest, water_kg_m3))
