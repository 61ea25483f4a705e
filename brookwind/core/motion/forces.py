"""Forces on a chain, and how they change with the places and speeds of its nodes: everything Newton's method needs.

Coordinates: x along the current, z down from the surface. Velocities are over the ground.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brookwind.core.flow.line_drag import sphere_drags
from brookwind.core.motion.chain import Array, Chain
from brookwind.core.motion.setup import Setup

_CREEP_M_S = 2e-3
"""Below this speed over the bed friction fades out."""
_CALM = 1e-7
"""Softens the corner of the drag at no speed. [m/s]"""
_SOFT_M = 1e-4
"""Thickness over which bed or surface begins to bear. [m]"""


@dataclass
class State:
    """Places, speeds and tensions of the nodes, the last axis; entry 0 of the tension is not used.

    Axes before it are variants reckoned side by side.
    """

    x: Array
    z: Array
    vx: Array
    vz: Array
    tension: Array


@dataclass
class LinkForces:
    """Drag of the water on each link, and its change with the link's direction, its place and its speed.

    `a` is dF/dw (w: speed of the water past the link), `g` is dF/de (e: from its upper to its lower node): rows x and z
    of the force, columns x and z, then the links.
    """

    fx: Array
    fz: Array
    a: Array
    g: Array
    shear: Array
    cx: Array
    cz: Array
    length: Array


def link_forces(chain: Chain, s: State, setup: Setup) -> LinkForces:
    """Drag of the water on the links.

    F = q m t + k a c,  q = rho d l / 2 (|m| + 10 (nu/d)^(2/3) |m|^(1/3)),  k = rho pi d l C_f |a| / 2

    with c along the link and t across it, a and m the parts of the water's speed past it along and across.
    dF/dw = Q tt + 2 k cc,  dF/de = [(2 k - q) m ct + a (k - Q) tt] / l,  Q = d(q m)/dm.

    chain: the chain.
    s: its state.
    setup: what it moves in.
    Source: cross-flow principle, White's cylinder coefficient, a friction coefficient along the line.
    """
    ex, ez = s.x[..., 1:] - s.x[..., :-1], s.z[..., 1:] - s.z[..., :-1]
    length = np.maximum(np.hypot(ex, ez), 1e-9)
    cx, cz = ex / length, ez / length
    middle = 0.5 * (s.z[..., 1:] + s.z[..., :-1])
    speed, shear = setup.flow.speed_and_slope(middle)
    wx = speed - 0.5 * (s.vx[..., 1:] + s.vx[..., :-1])
    wz = -0.5 * (s.vz[..., 1:] + s.vz[..., :-1])
    along, across = wx * cx + wz * cz, wx * cz - wz * cx
    fast = np.abs(across) + _CALM
    thick = chain.thickness_m_s * np.cbrt(fast)
    half = 0.5 * setup.water_kg_m3 * setup.line_drag * chain.shadow_m2
    q, steep = half * (fast + thick), half * (2.0 * fast + (4.0 / 3.0) * thick)
    k = 0.5 * np.pi * setup.water_kg_m3 * setup.skin * chain.shadow_m2 * np.abs(along)
    push, rub = q * across, k * along
    xx, xz = cx * cx, cx * cz
    twice = 2.0 * k
    a, g = np.empty((2, 2, *cx.shape)), np.empty((2, 2, *cx.shape))
    # With cc + tt = 1: dF/dw = Q + (2 k - Q) cc.
    less = twice - steep
    a[0, 0] = steep + less * xx
    a[1, 1] = twice - less * xx
    a[0, 1] = a[1, 0] = less * xz
    aside, behind = (twice - q) * across / length, along * (k - steep) / length
    down = behind * xx - aside * xz
    back = aside * xx + behind * xz
    g[0, 0], g[0, 1] = behind - down, -back
    g[1, 0], g[1, 1] = aside - back, down
    return LinkForces(
        fx=push * cz + rub * cx, fz=rub * cz - push * cx, a=a, g=g, shear=shear, cx=cx, cz=cz, length=length
    )


@dataclass
class NodeForces:
    """Weight, drag of the pieces, bed and surface on each node, and their change; `vx`, `vz` are dF/dv."""

    fx: Array
    fz: Array
    zz: Array
    xz: Array
    zx: float | Array
    xx: float | Array
    vxx: Array
    vzz: Array
    bed_n: Array


def node_forces(chain: Chain, s: State, setup: Setup, ceiling_m: float) -> NodeForces:
    """Forces on the nodes apart from those of the line.

    chain: the chain.
    s: its state.
    setup: what it moves in.
    ceiling_m: no node rises above this depth. [m]
    Source: drag of balls, `sphere_drags`; Coulomb friction on the bed, fading out below a creep of 2 mm/s; bed and
    surface bear a node like a stiff spring.
    """
    flow, shear = setup.flow.speed_and_slope(s.z)
    wx, wz = flow - s.vx, -s.vz
    square = wx * wx + wz * wz + _CALM * _CALM
    speed = np.sqrt(square)
    drags = sphere_drags(speed * chain.ball_m / chain.viscosity_m2_s)
    k = 0.5 * setup.water_kg_m3 * drags * chain.area_m2 * speed
    # Steeper than in proportion: drag coefficients fall off slower than 1/Re.
    steeper = 0.8 * k / square
    by_x, by_z = k + steeper * wx * wx, k + steeper * wz * wz
    stiff = chain.borne_n / setup.gives_m
    held_n, held = _borne(stiff, ceiling_m - s.z)
    bed_n, up = _on_the_bed(chain, s, setup, stiff)
    free = NodeForces(
        fx=k * wx,
        fz=chain.weight_n + k * wz + held_n,
        zz=-held,
        xz=by_x * shear,
        zx=0.0,
        xx=0.0,
        vxx=-by_x,
        vzz=-by_z,
        bed_n=bed_n,
    )
    return free if bed_n is up else _rubbing(free, s, setup, bed_n, up)


def _rubbing(free: NodeForces, s: State, setup: Setup, bed_n: Array, up: Array) -> NodeForces:
    """With what the bed adds: it bears square to itself, and rubs against the way a node goes."""
    slow = np.sqrt(s.vx * s.vx + _CREEP_M_S**2)
    along = setup.slope - setup.friction * s.vx / slow
    return NodeForces(
        fx=free.fx + along * bed_n,
        fz=free.fz - bed_n,
        zz=free.zz - up,
        xz=free.xz + along * up,
        zx=setup.slope * up,
        xx=-setup.slope * along * up,
        vxx=free.vxx - setup.friction * bed_n * _CREEP_M_S**2 / slow**3,
        vzz=free.vzz,
        bed_n=bed_n,
    )


def _on_the_bed(chain: Chain, s: State, setup: Setup, stiff: Array) -> tuple[Array, Array]:
    """What the bed bears at each node, and its rate."""
    deep = s.z - (setup.flow.depth_m + setup.slope * (s.x - s.x[..., :1]))
    bed_n, up = _borne(stiff, deep)
    if chain.hangs_aside:
        hung, rise = _borne(stiff, deep + chain.side_m)
        # A piece on a side line can be lifted off it wholly; the line it hangs on cannot.
        by_side = (chain.side_m > 0.0) & (bed_n == 0.0)
        slack = hung >= chain.side_n
        bed_n = np.where(by_side, np.where(slack, np.maximum(chain.side_n, 0.0), hung), bed_n)
        up = np.where(by_side, np.where(slack, 0.0, rise), up)
    return bed_n, up


def _borne(stiff: Array, deep: Array) -> tuple[Array, Array]:
    """Force that bears nodes pressed in by `deep`, and its rate; the rate grows evenly over the first tenth of a mm.

    Where none is pressed in, both are the same array of zeros.
    """
    if deep.max() <= 0.0:
        nothing = np.zeros_like(deep)
        return nothing, nothing
    share = np.minimum(np.maximum(deep / _SOFT_M, 0.0), 1.0)
    force: Array = stiff * (0.5 * _SOFT_M * share * share + np.maximum(deep - _SOFT_M, 0.0))
    return force, stiff * share
