"""A grain that is no ball falling through water."""

from __future__ import annotations

from math import exp, pi

from brookwind.core.flow.sphere import sphere_drag
from brookwind.core.matter.fluid import Fluid


def sphericity(volume_m3: float, length_m: float) -> float:
    """Surface of a ball of a grain's volume over the grain's own, taken as a cylinder of its length. [0 to 1]

    A grain no longer than a ball of its volume is taken for one: 1.

    volume_m3: of the grain. [m3, more than 0]
    length_m: its longest measure. [m, more than 0]
    Source: H. Wadell, Journal of Geology 43, 1935; geometry of a cylinder.
    >>> round(sphericity(pi / 2.0 * 1e-9, 2e-3), 3)    # twice as long as it is thick
    0.832
    """
    ball_m = (6.0 * volume_m3 / pi) ** (1.0 / 3.0)
    if length_m <= ball_m:
        return 1.0
    thick_m = (4.0 * volume_m3 / (pi * length_m)) ** 0.5
    return float(pi * ball_m**2 / (pi * thick_m * length_m + 0.5 * pi * thick_m**2))


def grain_drag(reynolds: float, round_: float) -> float:
    """Drag coefficient of a grain, on the area of a ball of its volume.

    C = 24/Re (1 + A Re^B) + E / (1 + F/Re), A to F by the sphericity; a ball's own law for a ball.

    reynolds: Reynolds number on the diameter of that ball, more than 0, to 2.5e4.
    round_: sphericity. [0.3 to 1]
    Source: A. Haider and O. Levenspiel, Powder Technology 58, 1989.
    >>> round(grain_drag(100.0, 0.8), 2)
    1.3
    """
    if round_ >= 1.0:
        return sphere_drag(reynolds)
    p = max(round_, 0.3)
    a = exp(2.3288 - 6.4581 * p + 2.4486 * p * p)
    b = 0.0964 + 0.5565 * p
    e = exp(4.905 - 13.8944 * p + 18.4222 * p**2 - 10.2599 * p**3)
    f = exp(1.4681 + 12.2584 * p - 20.7322 * p**2 + 15.8855 * p**3)
    return float(24.0 / reynolds * (1.0 + a * reynolds**b) + e / (1.0 + f / reynolds))


def grain_fall_m_s(weight_n: float, volume_m3: float, length_m: float, water: Fluid) -> float:
    """Steady speed of a grain sinking by itself; 0 when it floats. [m/s]

    W = 1/2 rho C(Re) (pi d^2 / 4) v^2,  d of a ball of its volume

    weight_n: submerged weight; 0 or less does not fall. [N]
    volume_m3: of the grain. [m3, more than 0]
    length_m: its longest measure; 0 for a ball. [m]
    water: its water.
    Source: drag law with `grain_drag`, by putting the speed back in until it stays.
    """
    if weight_n <= 0.0:
        return 0.0
    ball_m = (6.0 * volume_m3 / pi) ** (1.0 / 3.0)
    round_ = sphericity(volume_m3, length_m) if length_m > 0.0 else 1.0
    area, speed = pi * ball_m**2 / 4.0, 0.5
    for _ in range(80):
        drag = grain_drag(max(speed * ball_m / water.viscosity_m2_s, 1e-6), round_)
        again = float((2.0 * weight_n / (water.kg_m3 * drag * area)) ** 0.5)
        if abs(again - speed) < 1e-6 * again:
            break
        speed = 0.5 * (speed + again)
    return speed
