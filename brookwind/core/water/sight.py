"""How much tip can be seen from a distance."""

from __future__ import annotations

from math import radians

ACUITY_RAD = radians(1.0 / 60.0)
"""The least angle a normal eye resolves, one minute of arc. [rad] Source: ISO 8596, visual acuity 1.0."""


def least_seen_area_m2(distance_m: float) -> float:
    """Area of the smallest spot that is seen with certainty. [m2]

    A = (D a)^2: so small a target is seen by its area, not by its shape, so a thin tip must show more length.

    distance_m: from eye to float. [m, more than 0]
    Source: ISO 8596 for the angle a; Ricco's law of spatial summation, e.g. Barlow, J. Physiol. 141, 1958.
    >>> round(least_seen_area_m2(20.0) * 1e6, 1)   # mm2
    33.8
    """
    return (distance_m * ACUITY_RAD) ** 2


def least_seen_tip_m(distance_m: float, diameter_m: float) -> float:
    """Length of a tip of this thickness that is just seen. [m]

    distance_m: from eye to float. [m]
    diameter_m: thickness of the tip. [m, more than 0]
    Source: `least_seen_area_m2`.
    """
    return least_seen_area_m2(distance_m) / diameter_m
