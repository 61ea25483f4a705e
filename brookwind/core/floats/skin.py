"""The skin of the water on a stem that stands through it."""

from __future__ import annotations

from math import pi

SURFACE_TENSION_N_M = 0.0735
"""Of water at 15 °C. [N/m] Source: IAPWS release on surface tension of ordinary water, 2014."""


def surface_tension_n(radius_m: float) -> float:
    """The most that the skin of the water pulls a thin upright stem up or down. [N]

    F = 2 pi r gamma, with either sign as the stem is wetted or dry.

    radius_m: radius at the waterline. [m]
    Source: P. G. de Gennes et al., "Capillarity and Wetting Phenomena", section 2.
    >>> round(surface_tension_n(0.0005) / 9.80665 * 1e6, 0)   # mg on a 1 mm bristle
    24.0
    """
    return 2.0 * pi * radius_m * SURFACE_TENSION_N_M
