"""Chop from wind and open water."""

from __future__ import annotations

from math import sqrt

from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2


class Chop(Frozen):
    """Waves at the swim."""

    height_m: float
    """Significant height, crest to trough. [m]"""
    period_s: float
    extra_tip_m: float
    """Tip to show beyond a calm day's, so that the trough does not hide it. [m]"""


TIP_SHARE = 0.25
"""Share of the wave height that a small float does not ride out. Editable default."""


def chop(wind_m_s: float, fetch_m: float) -> Chop:
    """Waves raised by a steady wind over a fetch.

    U_A = 0.71 U^1.23;  g H / U_A^2 = 0.0016 (g F / U_A^2)^(1/2);  g T / U_A = 0.2857 (g F / U_A^2)^(1/3)

    wind_m_s: at 10 m height. [m/s, 0 to 40]
    fetch_m: open water upwind. [m]
    Assumes deep water and wind that has blown long enough (minutes on a pond). Never higher than the fully grown sea,
    g H / U_A^2 = 0.2433.
    Source: US Army Corps of Engineers, "Shore Protection Manual", 1984, equations 3-33 to 3-36.
    >>> c = chop(10.0, 10_000.0)
    >>> round(c.height_m, 2), round(c.period_s, 1)    # by hand: U_A 12.06
    (0.62, 3.1)
    """
    if wind_m_s <= 0.0:
        return Chop(height_m=0.0, period_s=0.0, extra_tip_m=0.0)
    stress = 0.71 * wind_m_s**1.23
    reach = G_M_S2 * fetch_m / stress**2
    height = min(0.0016 * sqrt(reach), 0.2433) * stress**2 / G_M_S2
    period = min(0.2857 * reach ** (1.0 / 3.0), 8.134) * stress / G_M_S2
    return Chop(height_m=height, period_s=period, extra_tip_m=TIP_SHARE * height)
