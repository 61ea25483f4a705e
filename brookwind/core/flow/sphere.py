"""A ball falling through water."""

from __future__ import annotations

from math import exp, pi

from brookwind.core.matter.fluid import Fluid


def sphere_drag(reynolds: float) -> float:
    """Drag coefficient of a smooth ball.

    C = 24/Re (1 + 0.27 Re)^0.43 + 0.47 (1 - exp(-0.04 Re^0.38))

    reynolds: Reynolds number on the diameter, more than 0, to 2e5.
    Source: N.-S. Cheng, Powder Technology 189, 2009.
    >>> round(sphere_drag(100.0), 2)    # tables: 1.09
    1.1
    """
    return float(24.0 / reynolds * (1.0 + 0.27 * reynolds) ** 0.43 + 0.47 * (1.0 - exp(-0.04 * reynolds**0.38)))


def fall_speed_m_s(weight_n: float, diameter_m: float, water: Fluid) -> float:
    """Steady speed of a ball falling by its weight under water. [m/s]

    W = 1/2 rho C(Re) (pi d^2 / 4) v^2

    weight_n: submerged weight; 0 or less does not fall. [N]
    diameter_m: diameter. [m, more than 0]
    water: its water.
    Source: drag law with `sphere_drag`, by putting the speed back in until it stays.
    """
    if weight_n <= 0.0:
        return 0.0
    area, speed = pi * diameter_m**2 / 4.0, 0.5
    for _ in range(60):
        drag = sphere_drag(max(speed * diameter_m / water.viscosity_m2_s, 1e-6))
        again = float((2.0 * weight_n / (water.kg_m3 * drag * area)) ** 0.5)
        if abs(again - speed) < 1e-6 * again:
            break
        speed = 0.5 * (speed + again)
    return speed
