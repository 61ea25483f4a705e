"""A solid of revolution as a stack of frustums: volume, moments and waterplane, exactly."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from functools import cached_property
from itertools import accumulate, pairwise
from math import cbrt, pi, sqrt

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import tip


class Profile:
    """Radius against height above the base, linear between points; equal heights make a step."""

    def __init__(self, points: Sequence[tuple[float, float]]) -> None:
        """Keep and check the points.

        points: (height, radius), heights not falling and starting at 0, radii 0 or more. [m, shape (n, 2), n >= 2]
        Raises: OutOfRange when the outline goes back on itself, has a negative radius or encloses nothing.
        """
        given = tuple((float(z), float(r)) for z, r in points)
        _check_outline(given)
        self.points = _straightened(given)
        if not self.frustums or self.volume_m3 <= 0.0:
            raise _empty()

    @cached_property
    def frustums(self) -> tuple[tuple[float, float, float, float], ...]:
        """Base height, height, lower radius and slope of each frustum; steps are left out, they enclose nothing."""
        return tuple(
            (z0, z1 - z0, r0, (r1 - r0) / (z1 - z0)) for (z0, r0), (z1, r1) in pairwise(self.points) if z1 > z0
        )

    @cached_property
    def _bases(self) -> tuple[float, ...]:
        return tuple(z0 for z0, _, _, _ in self.frustums)

    @cached_property
    def _volumes(self) -> tuple[float, ...]:
        return tuple(accumulate((_volume(r0, s, h) for _, h, r0, s in self.frustums), initial=0.0))

    @cached_property
    def _moments(self) -> tuple[float, ...]:
        return tuple(accumulate((_moment(z0, r0, s, h) for z0, h, r0, s in self.frustums), initial=0.0))

    @property
    def height_m(self) -> float:
        """Height of the whole body. [m]"""
        return self.points[-1][0]

    @property
    def volume_m3(self) -> float:
        """Volume of the whole body. [m3]"""
        return self._volumes[-1]

    @property
    def surface_m2(self) -> float:
        """Area of the outline turned about its axis, without flat ends. [m2]"""
        return sum(pi * (2.0 * r0 + s * h) * h * sqrt(1.0 + s * s) for _, h, r0, s in self.frustums)

    def _at(self, z_m: float) -> tuple[int, float]:
        i = max(0, bisect_right(self._bases, z_m) - 1)
        return i, min(max(z_m - self._bases[i], 0.0), self.frustums[i][1])

    def radius_m(self, z_m: float) -> float:
        """Radius at a height; at a step, of the part above. [m]

        z_m: height above the base; clamped to the body. [m]
        """
        i, x = self._at(z_m)
        _, _, r0, slope = self.frustums[i]
        return r0 + slope * x

    def volume_below_m3(self, z_m: float) -> float:
        """Volume below a level. [m3]

        V = pi h (r0^2 + r0 r1 + r1^2) / 3 for each frustum

        z_m: the level, height above the base; clamped to the body. [m]
        Source: volume of a frustum of a cone.
        >>> round(Profile([(0, 0.01), (0.1, 0.01)]).volume_below_m3(0.05) * 1e6, 6)   # pi * 1 cm2 * 5 cm
        15.707963
        """
        i, x = self._at(z_m)
        _, _, r0, slope = self.frustums[i]
        return self._volumes[i] + _volume(r0, slope, x)

    def moment_below_m4(self, z_m: float) -> float:
        """First moment of the volume below a level about the base: volume times height of its centre. [m4]

        z_m: the level, height above the base; clamped to the body. [m]
        Source: integral of z pi r(z)^2 with r linear in each frustum.
        """
        i, x = self._at(z_m)
        z0, _, r0, slope = self.frustums[i]
        return self._moments[i] + _moment(z0, r0, slope, x)

    def level_for_volume_m(self, volume_m3: float) -> float:
        """The level below which this volume lies: the inverse of `volume_below_m3`. [m]

        Each frustum's cubic has the closed root x = ((r0^3 + 3 s v / pi)^(1/3) - r0) / s, polished by Newton steps
        because that form loses digits when the slope s is small.

        volume_m3: volume; clamped between 0 and the whole. [m3]
        Source: inverse of the frustum volume.
        """
        volume = min(max(volume_m3, 0.0), self.volume_m3)
        i = min(max(0, bisect_right(self._volumes, volume) - 1), len(self.frustums) - 1)
        z0, h, r0, slope = self.frustums[i]
        return z0 + _height_for(volume - self._volumes[i], r0, slope, h)


def _volume(r0: float, slope: float, x: float) -> float:
    r1 = r0 + slope * x
    return pi * x * (r0 * r0 + r0 * r1 + r1 * r1) / 3.0


def _moment(z0: float, r0: float, slope: float, x: float) -> float:
    local = pi * x * x * (r0 * r0 / 2.0 + 2.0 * r0 * slope * x / 3.0 + slope * slope * x * x / 4.0)
    return z0 * _volume(r0, slope, x) + local


def _height_for(volume: float, r0: float, slope: float, h: float) -> float:
    if volume <= 0.0:
        return 0.0
    steep = abs(slope) * h > 1e-6 * max(r0, 1e-12)
    x = (cbrt(r0**3 + 3.0 * slope * volume / pi) - r0) / slope if steep else volume / (pi * r0 * r0)
    for _ in range(3):
        x = min(max(x, 0.0), h)
        area = pi * (r0 + slope * x) ** 2
        if area <= 0.0:
            break
        x -= (_volume(r0, slope, x) - volume) / area
    return min(max(x, 0.0), h)


def _straightened(points: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    """The outline without points on a straight line of one radius: a tube is one piece, however finely it was given."""
    kept = [points[0]]
    for i in range(1, len(points) - 1):
        r = points[i][1]
        if not points[i - 1][1] == r == points[i + 1][1] or kept[-1][1] != r:
            kept.append(points[i])
    return (*kept, points[-1])


def _check_outline(points: tuple[tuple[float, float], ...]) -> None:
    if len(points) < 2 or points[0][0] != 0.0:
        raise OutOfRange.one(
            "profile-start",
            "The outline does not start at the base.",
            "Give at least two points, the first at height 0.",
        )
    for i, ((z0, _), (z1, _)) in enumerate(pairwise(points)):
        if not z1 >= z0:
            raise OutOfRange.one(
                "profile-order",
                f"Point {i + 2} of the outline, at {{height}}, is below the point before it.",
                "List heights from the base up.",
                (i + 1, 0),
                {"height": tip(z1)},
            )
    for i, (_, r) in enumerate(points):
        if not r >= 0.0:
            raise OutOfRange.one(
                "profile-radius",
                f"Point {i + 1} of the outline has a radius of {{radius}}.",
                "Radii are 0 or more.",
                (i, 1),
                {"radius": tip(r)},
            )


def _empty() -> OutOfRange:
    return OutOfRange.one("profile-empty", "The outline encloses nothing.", "Give a height and a radius above 0.")
