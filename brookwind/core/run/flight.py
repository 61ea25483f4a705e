"""A rig in the air: a body with drag that draws its line off the reel, in the wind."""

from __future__ import annotations

from math import cos, hypot, pi, radians, sin

from pydantic import Field

from brookwind.core.flow.line_drag import SKIN_FRICTION
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2
from brookwind.core.matter.air import AIR_KG_M3

STEP_S = 0.03
"""Step in which a flight is followed. [s]"""
LONGEST_S = 15.0
"""A flight is followed no longer. [s]"""
TELLS = 24
"""Moments of a flight that are handed on, at most."""

State = tuple[float, float, float, float, float, float]


class Flown(Frozen):
    """What is thrown, and into what air. The cast goes along x, y is to the right of it."""

    mass_kg: float = Field(gt=0, le=2)
    drag_m2: float = Field(ge=0, le=0.1)
    """Drag coefficient times the area it shows. [m2]"""
    speed_m_s: float = Field(gt=0, le=100)
    angle_deg: float = Field(default=45.0, ge=0, le=89)
    """Over the horizontal, as it leaves the rod. [degrees]"""
    from_m: float = Field(default=2.5, ge=0, le=30)
    """Height it leaves from, over the water. [m]"""
    wind_along_m_s: float = Field(default=0.0, ge=-40, le=40)
    """With the cast; negative in its face. [m/s]"""
    wind_across_m_s: float = Field(default=0.0, ge=-40, le=40)
    """From the left. [m/s]"""
    line_kg_m: float = Field(default=0.0, ge=0, le=0.01)
    """Mass of a metre of the line it draws off the reel. [kg/m]"""
    line_m: float = Field(default=0.0, ge=0, le=0.002)
    """Diameter of that line. [m]"""


class Flight(Frozen):
    """Where it goes."""

    reach_m: float
    """Along the cast. [m]"""
    aside_m: float
    """To the right of it. [m]"""
    time_s: float
    highest_m: float
    lands_m_s: float
    path: tuple[tuple[float, float, float], ...]
    """(along, to the right, height). [m]"""


def flight(thrown: Flown) -> Flight:
    """Where what is thrown comes down.

    m dv/dt = m g - rho_a C A |v - w| (v - w) / 2 - (lambda v + rho_a C_f pi d s |v| / 2) v

    with lambda v^2 what it takes to set line in motion that lay on the reel, and s the line that is out and rubs on
    the air along itself.

    thrown: what, and how.
    Source: quadratic drag; momentum of the line taken up; Runge-Kutta of the fourth order.
    """
    angle = radians(thrown.angle_deg)
    s: State = (0.0, 0.0, thrown.from_m, thrown.speed_m_s * cos(angle), 0.0, thrown.speed_m_s * sin(angle))
    path, t, highest = [s[:3]], 0.0, thrown.from_m
    h = STEP_S
    while t < LONGEST_S:
        a = _rate(s, thrown)
        b = _rate(_on(s, a, 0.5 * h), thrown)
        c = _rate(_on(s, b, 0.5 * h), thrown)
        d = _rate(_on(s, c, h), thrown)
        rate = tuple((p + 2.0 * q + 2.0 * r + w) / 6.0 for p, q, r, w in zip(a, b, c, d, strict=True))
        after = _on(s, rate, h)  # type: ignore[arg-type]
        if after[2] <= 0.0:
            # The last step ends at the water.
            h *= s[2] / (s[2] - after[2])
            after = _on(s, rate, h)  # type: ignore[arg-type]
            s, t = after, t + h
            break
        s, t = after, t + h
        highest = max(highest, s[2])
        path.append(s[:3])
    path.append((s[0], s[1], 0.0))
    every = max(1, len(path) // TELLS)
    return Flight(
        reach_m=s[0], aside_m=s[1], time_s=t, highest_m=highest, lands_m_s=hypot(*s[3:]),
        path=(*path[:-1:every], path[-1]),
    )  # fmt: skip


def _on(s: State, rate: State, dt: float) -> State:
    return tuple(p + dt * q for p, q in zip(s, rate, strict=True))  # type: ignore[return-value]


def _rate(s: State, f: Flown) -> State:
    x, y, z, vx, vy, vz = s
    ax, ay = vx - f.wind_along_m_s, vy - f.wind_across_m_s
    drag = 0.5 * AIR_KG_M3 * f.drag_m2 * hypot(ax, ay, vz) / f.mass_kg
    fast = hypot(vx, vy, vz)
    out = hypot(x, y, z - f.from_m)
    drawn = (f.line_kg_m + 0.5 * AIR_KG_M3 * SKIN_FRICTION * pi * f.line_m * out) * fast / f.mass_kg
    return vx, vy, vz, -drag * ax - drawn * vx, -drag * ay - drawn * vy, -G_M_S2 - drag * vz - drawn * vz
