"""How a float lies or stands: its equilibrium under its weight, its buoyancy and the pull of the line, at any lean."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import cos, degrees, pi, sin

import numpy as np

from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n, sinking_load_n
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.floats.tilted import Pieces
from brookwind.core.gravity import G_M_S2
from brookwind.core.roots import crossing

STANDS_RAD = 0.26
"""A float leaning less than this, 15 degrees, is said to stand. Editable default."""

_STEEP = np.array([0.01, 0.12, 0.4, 0.75, 1.05])
_NEAR_FLAT = np.array([1.3, 1.54, pi - 1.54])
_LYING = np.array([STANDS_RAD, 0.4, 0.75, 1.05, 1.3, 1.45, 1.54])
_WITHIN_RAD = 2e-3
"""Leans are found within this. [rad]"""


@dataclass(frozen=True)
class Pull:
    """The pull of the line where it leaves the float.

    The sideways part is balanced by the water's push on the float, which acts at the middle of what is under water
    unless said otherwise; the float leans so that its top goes ahead of the pull.
    """

    down_n: float
    side_n: float = 0.0
    at_m: float = 0.0
    """Height of the attachment above the base. [m]"""
    push_at_m: float | None = None


@dataclass(frozen=True)
class Attitude:
    """A float at rest."""

    lean_rad: float
    """From upright; above 90 degrees it has gone over. [rad]"""
    depth_m: float
    """Depth of the base's centre below the surface. [m]"""
    tip_m: float
    """Length of axis above the surface, from the tip down. [m]"""
    could_stand: bool
    """It would also stay upright if it were stood up, though from lying flat it does not come up by itself."""

    @property
    def lean_deg(self) -> float:
        """Lean in degrees."""
        return degrees(self.lean_rad)

    @property
    def stands(self) -> bool:
        """It leans less than `STANDS_RAD`."""
        return self.lean_rad < STANDS_RAD

    def depth_of_m(self, height_m: float) -> float:
        """Depth of a point of the axis; negative above the surface. [m]

        height_m: height above the base along the float. [m]
        """
        return self.depth_m - height_m * cos(self.lean_rad)


@lru_cache(maxsize=256)
def _pieces(body: FloatBody) -> Pieces:
    return Pieces(body.profile)


def attitude(body: FloatBody, pull: Pull, water_kg_m3: float) -> Attitude | None:
    """The equilibrium a float comes to after landing flat; None when the pull takes it under.

    At each lean t the depth is the one that displaces the weight and the downward pull. The turning moment about the
    base that is left is

    M(t) = rho g (Z sin t - X cos t) - (m z_G + P z_A / g) g sin t - H (z_B - z_A) cos t

    with Z, X the first moments of the wetted volume, P and H the pull down and sideways at z_A, and z_B where the water
    pushes back. M > 0 rights it. Starting on its side it turns the way M says until M changes sign: that lean is a
    minimum of the potential energy (`potential_j`).

    body: the float.
    pull: what pulls on it, where.
    water_kg_m3: density of the water. [kg/m3]
    Source: statics of a floating body; F. M. White, "Fluid Mechanics", section 2.8, for the small lean.
    """
    if pull.down_n >= sinking_load_n(body, water_kg_m3):
        return None
    upright = immersion_at_load_m(body, pull.down_n, water_kg_m3)
    assert upright is not None
    could_stand = righting_stiffness_n_m(body, upright, water_kg_m3) - pull.down_n * pull.at_m > 0.0
    turn = _Turning(body, pull, water_kg_m3, upright)
    lean = _resting_lean(turn)
    return turn.at(lean, could_stand and lean >= STANDS_RAD)


def _resting_lean(turn: _Turning) -> float:
    """The first lean, starting flat, at which nothing turns it any more. [rad]"""
    # Most that lie, lie near the flat: the rest is looked at only when nothing holds it there.
    leans, moments = _NEAR_FLAT, turn.moments(_NEAR_FLAT)
    if moments[-2] <= 0.0 and moments[-1] <= 0.0:
        # Top-heavy: it goes on past the horizontal until something rights it from there.
        over = pi - _STEEP[::-1]
        rest = turn.moments(over)
        back = np.nonzero(rest > 0.0)[0]
        if len(back) == 0:
            return pi
        leans, moments = np.append(leans[-1:], over[: back[0] + 1]), np.append(moments[-1:], rest[: back[0] + 1])
    elif moments[-2] > 0.0:
        leans, moments = leans[:-1], moments[:-1]
        if moments[0] > 0.0:
            leans, moments = np.append(_STEEP, leans[0]), np.append(turn.moments(_STEEP), moments[0])
    wrong = np.nonzero(moments <= 0.0)[0]
    if len(wrong) == 0:
        return 0.0 if turn.side == 0.0 else crossing(turn.moment, 0.0, float(leans[0]), _WITHIN_RAD)
    i = int(wrong[-1]) + 1
    ends = (float(moments[i - 1]), float(moments[i]))
    return crossing(turn.moment, float(leans[i - 1]), float(leans[i]), _WITHIN_RAD, ends)


class _Turning:
    """The moment that turns a float at a given displacement."""

    def __init__(self, body: FloatBody, pull: Pull, water: float, upright_m: float) -> None:
        self.body, self.water, self.pull = body, water, pull
        self.pieces = _pieces(body)
        self.volume = (pull.down_n / G_M_S2 + body.mass_kg) / water
        self.weight = G_M_S2 * body.mass_kg * body.centre_of_mass_m + pull.down_n * pull.at_m
        wet = body.profile.volume_below_m3(upright_m)
        push_at = body.profile.moment_below_m4(upright_m) / wet if pull.push_at_m is None else pull.push_at_m
        self.side = pull.side_n * (push_at - pull.at_m)
        self.known: tuple[np.ndarray, np.ndarray] | None = None

    def moments(self, leans: np.ndarray) -> np.ndarray:
        depth, wet = self.pieces.floating(leans, self.volume, self._guess(leans))
        if self.known is None:
            self.known = (leans, depth)
        else:
            order = np.searchsorted(self.known[0], leans)
            self.known = (np.insert(self.known[0], order, leans), np.insert(self.known[1], order, depth))
        sine, cosine = np.sin(leans), np.cos(leans)
        lift = self.water * G_M_S2 * (wet.along_m4 * sine - wet.across_m4 * cosine)
        found: np.ndarray = lift - self.weight * sine - self.side * cosine
        return found

    def _guess(self, leans: np.ndarray) -> np.ndarray | None:
        """Depths between those already found: the next search then starts close."""
        return None if self.known is None else np.interp(leans, *self.known)

    def moment(self, lean: float) -> float:
        if lean < 1e-6:
            return -self.side
        return float(self.moments(np.array([lean]))[0])

    def at(self, lean: float, could_stand: bool) -> Attitude:
        body = self.body
        if lean < 1e-6:
            depth = body.profile.level_for_volume_m(self.volume)
        else:
            at = np.array([lean])
            depth = float(self.pieces.floating(at, self.volume, self._guess(at))[0][0])
        return Attitude(lean, depth, _axis_out_m(body.length_m, lean, depth), could_stand)


def _axis_out_m(length_m: float, lean: float, depth: float) -> float:
    rise = cos(lean)
    if abs(rise) < 1e-3:
        return length_m if depth < 0.0 else 0.0
    out = length_m - depth / rise if rise > 0.0 else depth / rise
    return min(max(out, 0.0), length_m)


def potential_j(body: FloatBody, pull: Pull, water_kg_m3: float, lean_rad: float, depth_m: float) -> float:
    """Potential energy of float, load and displaced water at a lean and depth. [J]

    U = m g y_G + P y_A + rho g (c V - Z cos t - X sin t) - H (z_B - z_A) sin t, y = z cos t - c

    Least where the float rests: `attitude` finds a minimum of it.

    body: the float.
    pull: what pulls on it; its `push_at_m` must be given when it pulls sideways.
    water_kg_m3: density of the water. [kg/m3]
    lean_rad: lean. [rad, 1e-6 to pi]
    depth_m: depth of the base's centre. [m]
    Source: work of constant forces; the displaced water is lifted to the surface.
    """
    wet = _pieces(body).submerged(np.array([lean_rad]), np.array([depth_m]))
    sine, cosine = sin(lean_rad), cos(lean_rad)
    weight = body.mass_kg * G_M_S2 * (body.centre_of_mass_m * cosine - depth_m)
    load = pull.down_n * (pull.at_m * cosine - depth_m)
    lifted = depth_m * wet.volume_m3[0] - wet.along_m4[0] * cosine - wet.across_m4[0] * sine
    side = pull.side_n * ((pull.push_at_m or 0.0) - pull.at_m) * sine
    return float(weight + load + water_kg_m3 * G_M_S2 * lifted - side)


@lru_cache(maxsize=512)
def least_cocking_load_n(body: FloatBody, water_kg_m3: float) -> float | None:
    """Least pull at which a float that landed flat stands up by itself; None when none does. [N, 0 or more]

    body: the float.
    water_kg_m3: density of the water. [kg/m3]
    Nothing may hold it at any lean from flat to `STANDS_RAD`. Found by halving, to a two-hundredth of what sinks it.
    Source: the turning moment of `attitude`.
    """

    def stands(pull_n: float) -> bool:
        upright = immersion_at_load_m(body, pull_n, water_kg_m3)
        return upright is not None and bool(
            np.all(_Turning(body, Pull(pull_n), water_kg_m3, upright).moments(_LYING) > 0.0)
        )

    if stands(0.0):
        return 0.0
    low, high = 0.0, load_at_immersion_n(body, body.length_m - 0.5 * body.design_tip_m, water_kg_m3)
    if not stands(high):
        return None
    while high - low > sinking_load_n(body, water_kg_m3) / 200.0:
        middle = 0.5 * (low + high)
        low, high = (low, middle) if stands(middle) else (middle, high)
    return high
