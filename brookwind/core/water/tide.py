"""Tide heights from harmonic constituents."""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, field_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen

Array = NDArray[np.float64]

_EPOCH_S = 946728000.0
"""2000-01-01 12:00 UTC as Unix time: the epoch of the polynomials. [s]"""

_LONGITUDES = (
    (218.3164477, 481267.88123421),
    (280.4664567, 36000.76982779),
    (83.3532465, 4069.0137287),
    (125.0445479, -1934.1362891),
    (282.9373, 1.71946),
)
"""Mean longitudes of moon s, sun h, lunar perigee p, lunar node N, solar perigee p1: degrees at the epoch, and per
Julian century. Source: J. Meeus, "Astronomical Algorithms", 2nd ed., chapters 25 and 47."""


@dataclass(frozen=True)
class Constituent:
    """Doodson multipliers of (T, s, h, p, p1), a constant phase in degrees, and the kind of nodal correction."""

    name: str
    numbers: tuple[int, int, int, int, int]
    constant_deg: float = 0.0
    nodal: tuple[tuple[str, int], ...] = ()
    source: str = "D. Pugh, Tides, Surges and Mean Sea-Level, 1987, tables 4.1 to 4.3"


CONSTITUENTS = (
    Constituent("M2", (2, -2, 2, 0, 0), nodal=(("M2", 1),)),
    Constituent("S2", (2, 0, 0, 0, 0)),
    Constituent("N2", (2, -3, 2, 1, 0), nodal=(("M2", 1),)),
    Constituent("K2", (2, 0, 2, 0, 0), nodal=(("K2", 1),)),
    Constituent("K1", (1, 0, 1, 0, 0), -90.0, (("K1", 1),)),
    Constituent("O1", (1, -2, 1, 0, 0), 90.0, (("O1", 1),)),
    Constituent("P1", (1, 0, -1, 0, 0), 90.0),
    Constituent("Q1", (1, -3, 1, 1, 0), 90.0, (("O1", 1),)),
    Constituent("NU2", (2, -3, 4, -1, 0), nodal=(("M2", 1),)),
    Constituent("MU2", (2, -4, 4, 0, 0), nodal=(("M2", 1),)),
    Constituent("M4", (4, -4, 4, 0, 0), nodal=(("M2", 2),)),
    Constituent("MS4", (4, -2, 2, 0, 0), nodal=(("M2", 1),)),
    Constituent("MN4", (4, -5, 4, 1, 0), nodal=(("M2", 2),)),
    Constituent("M6", (6, -6, 6, 0, 0), nodal=(("M2", 3),)),
    Constituent("MM", (0, 1, 0, -1, 0), nodal=(("MM", 1),)),
    Constituent("MF", (0, 2, 0, 0, 0), nodal=(("MF", 1),)),
    Constituent("SSA", (0, 0, 2, 0, 0)),
)
CONSTITUENT = MappingProxyType({c.name: c for c in CONSTITUENTS})

_NODAL = MappingProxyType({
    "M2": (1.000, -0.037, -2.1), "K2": (1.024, 0.286, -17.7), "K1": (1.006, 0.115, -8.9), "O1": (1.009, 0.187, 10.8),
    "MM": (1.000, -0.130, 0.0), "MF": (1.043, 0.414, -23.7),
})  # fmt: skip
"""f = a + b cos N and u = c sin N (degrees). Source: Pugh 1987, table 4.3."""


class Harmonic(Frozen):
    """One constituent of a station."""

    name: str = Field(min_length=1, max_length=8)
    amplitude_m: float = Field(ge=0, le=10)
    phase_deg: float = Field(ge=-360, le=360)
    """Greenwich phase lag. [degrees]"""

    @field_validator("name")
    @classmethod
    def _is_known(cls, name: str) -> str:
        if name.upper() not in CONSTITUENT:
            known = ", ".join(CONSTITUENT)
            raise OutOfRange.one(
                "constituent", f"The constituent {name!r} is not known here.", f"Known are {known}.", ("name",)
            )
        return name.upper()


class Station(Frozen):
    """A tide station: mean level over its datum, and constituents."""

    name: str = Field(min_length=1, max_length=80)
    mean_m: float = Field(ge=-30, le=30)
    """Mean level over the datum. [m]"""
    constituents: tuple[Harmonic, ...] = Field(min_length=1, max_length=60)


def tide_heights_m(station: Station, unix_s: Array) -> Array:
    """Heights of the tide over the station's datum. [m]

    h(t) = Z + sum f A cos(V(t) + u - g)

    station: the station.
    unix_s: moments as Unix time, any shape. [s]
    V is the equilibrium argument from the mean longitudes; f and u are the nodal corrections at each moment.
    Assumes UTC for universal time (under 1 s) and no weather: a gale or high pressure moves a level by decimetres.
    Source: Pugh 1987, section 4:2.
    """
    t = np.asarray(unix_s, dtype=float) - _EPOCH_S
    centuries = t / (36525.0 * 86400.0)
    s, h, p, n, p1 = (a + b * centuries for a, b in _LONGITUDES)
    # Hour angle T of the mean sun, which is 0 at noon, as the epoch is.
    clock = (t % 86400.0) / 240.0
    total = np.full_like(t, station.mean_m)
    for one in station.constituents:
        c = CONSTITUENT[one.name]
        kt, ks, kh, kp, kp1 = c.numbers
        v = kt * clock + ks * s + kh * h + kp * p + kp1 * p1 + c.constant_deg
        f, u = _nodal(c, n)
        total = total + f * one.amplitude_m * np.cos(np.radians(v + u - one.phase_deg))
    return total


def _nodal(c: Constituent, node_deg: Array) -> tuple[Array, Array]:
    f, u = np.ones_like(node_deg), np.zeros_like(node_deg)
    for name, power in c.nodal:
        a, b, shift = _NODAL[name]
        f = f * (a + b * np.cos(np.radians(node_deg))) ** power
        u = u + power * shift * np.sin(np.radians(node_deg))
    return f, u


def turns(unix_s: Array, heights_m: Array) -> list[tuple[str, float, float]]:
    """High and low waters of an evenly sampled curve, as (what, Unix time, height).

    unix_s: even moments. [s]
    heights_m: heights there. [m]
    Source: parabola through the three samples about each turn.
    """
    found = []
    for i in range(1, len(heights_m) - 1):
        a, b, c = heights_m[i - 1 : i + 2]
        if (b - a) * (c - b) > 0.0 or (b == a and b == c) or b == a:
            continue
        bend = a - 2.0 * b + c
        shift = 0.5 * (a - c) / bend if bend else 0.0
        step = unix_s[1] - unix_s[0]
        found.append(("high" if b > a else "low", float(unix_s[i] + shift * step), float(b - 0.25 * (a - c) * shift)))
    return found
