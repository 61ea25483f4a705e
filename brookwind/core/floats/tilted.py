"""What of a leaning body of revolution is under water: volume and moments below a tilted plane.

In the body's own frame z runs along the axis from the base and x across it, in the plane of the lean. At a lean t a
point is under water where z cos t + x sin t < c; c is the depth of the base's centre below the surface.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from brookwind.core.floats.profile import Profile

Array = NDArray[np.float64]

_NODES = 6
"""Points of the Gauss rule in each piece."""
_NEAR = 1e-4
"""So near in volume, one step to the first order is as good as another evaluation."""
_STEEP = 1e-9
"""Keeps a cone without slope from dividing by zero."""


@dataclass(frozen=True)
class Submerged:
    """Of the part under water: volume, first moments and the area of its waterplane. One value for each lean asked."""

    volume_m3: Array
    along_m4: Array
    """Integral of z. [m4]"""
    across_m4: Array
    """Integral of x; negative, for the lower side is wetted first. [m4]"""
    waterplane_m2: Array
    """Area the surface cuts, which is how fast the volume grows with depth. [m2]"""
    waterplane_along_m3: Array
    """Integral of z over that area: how fast `along_m4` grows. [m3]"""
    waterplane_across_m3: Array
    """Integral of x over that area. [m3]"""

    def deeper(self, by_m: Array) -> Submerged:
        """The same body a little deeper, to the first order.

        by_m: how much deeper, one for each lean. [m]
        """
        return replace(
            self,
            volume_m3=self.volume_m3 + by_m * self.waterplane_m2,
            along_m4=self.along_m4 + by_m * self.waterplane_along_m3,
            across_m4=self.across_m4 + by_m * self.waterplane_across_m3,
        )


def _rule() -> tuple[Array, Array]:
    """Gauss-Legendre points and weights on 0 to 1, drawn to both ends by 3t^2 - 2t^3.

    Where the surface enters or leaves the body the wetted area goes as a 3/2 power; the substitution makes it smooth.
    """
    x, w = np.polynomial.legendre.leggauss(_NODES)
    t = 0.5 * (x + 1.0)
    return t * t * (3.0 - 2.0 * t), 0.5 * w * 6.0 * t * (1.0 - t)


_AT, _WEIGHT = _rule()


def _off_zero(x: Array) -> Array:
    """The same, with what is too near zero to divide by moved off it."""
    return np.where(np.abs(x) < _STEEP, _STEEP, x)


class Pieces:
    """The frustums of an outline as arrays, made once for many leans."""

    def __init__(self, profile: Profile) -> None:
        """Take the frustums of an outline.

        profile: the outline.
        """
        self.profile = profile
        rows = np.array(profile.frustums)
        self.low, height, self.radius, self._taper = rows.T
        self.high = self.low + height
        self._foot = self.radius - self._taper * self.low
        """Radius each frustum would have at the base, were it drawn on down."""
        self.widest = max(r for _, r in profile.points)

    def submerged(self, lean_rad: Array, depth_m: Array) -> Submerged:
        """What is under water at each lean and depth.

        Each cross-section is cut by the surface along a chord at x = s = (c - z cos t) / sin t; its wetted segment has
        the area r^2 (acos(-q) + q sqrt(1 - q^2)) with q = s / r, and the first moment -2/3 r^3 (1 - q^2)^(3/2).
        Both are integrated along the axis, each frustum split where the surface enters and leaves it.

        lean_rad: leans from upright, any shape (n,). [rad, 1e-6 to pi - 1e-6]
        depth_m: depth of the base's centre under the surface, shape (n,); negative above it. [m]
        Good to 1e-6 of the volume and 3e-5 of the moments; held against closed forms of the cylinder and the cone.
        Source: segment of a circle; Gauss-Legendre quadrature.
        """
        sine, cosine = np.sin(lean_rad), np.cos(lean_rad)
        cuts = self._cuts(sine, cosine, depth_m)
        span = cuts[..., 1:] - cuts[..., :-1]
        z = cuts[..., :-1, None] + span[..., None] * _AT
        flat = (len(sine), -1)
        r = np.maximum(self._foot[:, None, None] + self._taper[:, None, None] * z, 1e-12).reshape(flat)
        z, weight = z.reshape(flat), (span[..., None] * _WEIGHT).reshape(flat)
        slant = np.maximum(sine, _STEEP)[:, None]
        q = np.minimum(np.maximum((depth_m[:, None] - z * cosine[:, None]) / (slant * r), -1.0), 1.0)
        half = np.sqrt(1.0 - q * q)
        chord = weight * r * half
        area = weight * r * r * (np.arccos(-q) + q * half)
        return Submerged(
            volume_m3=area.sum(axis=1),
            along_m4=(area * z).sum(axis=1),
            across_m4=(-2.0 / 3.0) * (chord * (r * half) ** 2).sum(axis=1),
            waterplane_m2=2.0 * chord.sum(axis=1) / slant[:, 0],
            waterplane_along_m3=2.0 * (chord * z).sum(axis=1) / slant[:, 0],
            waterplane_across_m3=2.0 * (chord * q * r).sum(axis=1) / slant[:, 0],
        )

    def _cuts(self, sine: Array, cosine: Array, depth_m: Array) -> Array:
        """Ends of the stretches of each frustum that are wet, cut or dry: shape (leans, frustums, 4)."""
        c, s, k = depth_m[:, None], sine[:, None], cosine[:, None]
        cuts = np.empty((len(sine), len(self.low), 4))
        one, other = (
            np.minimum(np.maximum((c - side * self._foot) / _off_zero(k + side * self._taper), self.low), self.high)
            for side in (s, -s)
        )
        cuts[..., 0], cuts[..., 3] = self.low, self.high
        cuts[..., 1], cuts[..., 2] = np.minimum(one, other), np.maximum(one, other)
        return cuts

    def floating(self, lean_rad: Array, volume_m3: float, guess_m: Array | None = None) -> tuple[Array, Submerged]:
        """Depth of the base's centre at which a volume is under water, for each lean, and what is then under. [m]

        lean_rad: leans, shape (n,). [rad]
        volume_m3: between 0 and the whole. [m3]
        guess_m: depths to start from, shape (n,). [m]
        Newton's steps kept inside a shrinking bracket; the last one carries the moments along.
        """
        sine, cosine = np.sin(lean_rad), np.cos(lean_rad)
        # Nothing of the body is above or below these.
        rise, width = self.profile.height_m * cosine, self.widest * sine
        low, high = np.minimum(rise, 0.0) - width, np.maximum(rise, 0.0) + width
        c = self.profile.level_for_volume_m(volume_m3) * cosine if guess_m is None else guess_m
        c = np.minimum(np.maximum(c, low), high)
        enough = _NEAR * volume_m3
        now = self.submerged(lean_rad, c)
        for _ in range(40):
            error = now.volume_m3 - volume_m3
            open_ = np.abs(error) > enough
            if not open_.any():
                break
            over = error > 0.0
            high, low = np.where(over, c, high), np.where(over, low, c)
            step = c - error / np.maximum(now.waterplane_m2, 1e-16)
            c = np.where(open_, np.where((step > low) & (step < high), step, 0.5 * (low + high)), c)
            now = self.submerged(lean_rad, c)
        last = (volume_m3 - now.volume_m3) / np.maximum(now.waterplane_m2, 1e-16)
        return c + last, now.deeper(last)
