"""How fast the water goes at each depth."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

USUAL_EXPONENT = 6.5
"""n of u = U (1 - d/h)^(1/n). Source: Chow, Open-Channel Hydraulics, 1959: 6 to 7 in open channels."""
EXPONENTS = (3.0, 12.0)
"""Range of n that measured profiles are held to: a rough bed and a very smooth one. Editable default."""

WIND_SKIN = 0.03
"""Speed of the surface skin over that of the wind. Source: J. Wu, J. Geophys. Res. 80, 1975: 0.03 to 0.035."""
SKIN_DEPTH_M = 0.1
"""Depth at which what the wind drives along has fallen to a third (1/e). [m] Editable default."""

NEAR_BED = 0.01
"""Share of the depth at the bed in which the speed falls smoothly to nothing: among stones the power law, which ends
in a jump, is not meant. Editable default."""
NEAR_BEDS = (0.003, 0.03)
"""What it may be: from a smooth bed to stones and weed. Editable default."""


Array = NDArray[np.float64]


@dataclass(frozen=True)
class Flow:
    """Speeds along one direction: a power law or measured speeds, and what the wind drives along at the top.

    Columns of depths, speeds and exponents stand for variants side by side.
    """

    depth_m: float | Array
    surface_m_s: float | Array
    exponent: float | Array = USUAL_EXPONENT
    speeds: tuple[tuple[float, float], ...] = ()
    """(depth, speed) as measured, from the surface down; the power law when empty. [m, m/s]"""
    wind_m_s: float = 0.0
    """Wind along the current; negative against it. [m/s]"""
    near_bed: float | Array = NEAR_BED
    """Share of the depth that is the slow layer at the bed."""

    @cached_property
    def still(self) -> bool:
        """Nothing moves."""
        if self.wind_m_s != 0.0 or any(u != 0.0 for _, u in self.speeds):
            return False
        return not np.any(self.surface_m_s)

    @property
    def top_m_s(self) -> float | Array:
        """Speed of the current at the surface, wind apart. [m/s]"""
        return self.speeds[0][1] if self.speeds else self.surface_m_s

    @property
    def skin_m_s(self) -> float | Array:
        """Speed of the surface with what the wind adds. [m/s]"""
        return self.top_m_s + WIND_SKIN * self.wind_m_s

    def speed(self, depth_m: Array) -> Array:
        """Speeds at depths. [m/s]

        depth_m: depths, any shape; above the surface counts as at it, below the bed as at the bed. [m]
        Source: power law of a channel (Chow 1959); measured speeds joined by straight lines, below the lowest by the
        power law to the bed; within `NEAR_BED` of it a parabola that joins the law without a kink.
        """
        if self.still:
            return np.zeros_like(depth_m)
        left = 1.0 - np.maximum(depth_m, 0.0) / self.depth_m
        found = self._measured(depth_m, left) if self.speeds else self.surface_m_s * self._law(left)[2]
        return self._blown(np.asarray(found), depth_m)

    def _blown(self, speed: Array, depth_m: Array) -> Array:
        """With what the wind adds near the surface."""
        if not self.wind_m_s:
            return speed
        return np.asarray(speed + WIND_SKIN * self.wind_m_s * np.exp(-np.maximum(depth_m, 0.0) / SKIN_DEPTH_M))

    def _law(self, left: Array) -> tuple[Array, Array, Array]:
        """Share of the slow layer that is below, height from which the power law goes, and the share of the top speed.

        `left` is the share of the depth that is below.
        """
        rate = 1.0 / self.exponent
        near = np.minimum(np.maximum(left / self.near_bed, 0.0), 1.0)
        high = np.maximum(left, self.near_bed)
        return near, high, np.asarray(high**rate * near * (2.0 - rate + (rate - 1.0) * near))

    def _measured(self, depth_m: Array, left: Array) -> Array:
        depths, speeds = zip(*self.speeds, strict=True)
        low = np.maximum(self.near_bed, 1.0 - depths[-1] / self.depth_m)
        below = speeds[-1] * self._law(np.minimum(left, low))[2] / low ** (1.0 / self.exponent)
        return np.asarray(np.where(left < low, below, np.interp(depth_m, depths, speeds)))

    def at(self, depth_m: float) -> float:
        """Speed at one depth. [m/s]

        depth_m: the depth. [m]
        """
        return float(self.speed(np.array([depth_m]))[0])

    def speed_and_slope(self, depth_m: Array) -> tuple[Array, Array]:
        """Speeds at depths, and their change per metre of depth, the wind's share of that apart. [m/s, 1/s]

        depth_m: depths, any shape. [m]
        Source: `speed`, and the derivative of the power law; between measured speeds a central difference.
        """
        if self.still:
            nothing = np.zeros_like(depth_m)
            return nothing, nothing
        if self.speeds:
            step = 1e-4 * self.depth_m
            rise = self.speed(depth_m + step) - self.speed(depth_m - step)
            return self.speed(depth_m), np.asarray(rise / (2.0 * step))
        rate = 1.0 / self.exponent
        left = 1.0 - np.maximum(depth_m, 0.0) / self.depth_m
        near, high, law = self._law(left)
        current = np.asarray(self.surface_m_s * law)
        above = rate * current / high
        below = self.surface_m_s * self.near_bed ** (rate - 1.0) * (2.0 - rate + 2.0 * (rate - 1.0) * near)
        slope = -np.where(near < 1.0, np.where(left > 0.0, below, 0.0), above) / self.depth_m
        return self._blown(current, depth_m), np.asarray(slope)

    def mirrored(self) -> Flow:
        """The same water running the other way."""
        return replace(
            self,
            surface_m_s=-self.surface_m_s,
            speeds=tuple((d, -u) for d, u in self.speeds),
            wind_m_s=-self.wind_m_s,
        )
