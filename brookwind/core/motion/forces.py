"""Forces on a chain, and how they change with the places and speeds of its nodes: everything Newton's method needs.

Coordinates: x along the current, z down from the surface. Velocities are over the ground.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brookwind.core.motion.chain import Array, Chain
from brookwind.core.motion.drag import sphere_drags
from brookwind.core.motion.setup import Setup
from brookwind.core.motion.sphere import VISCOSITY_M2_S

_CREEP_M_S = 2e-3
"""Below this speed over the bed friction fades out."""
_CALM = 1e-7
_SOFT_M = 1e-4


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

    `a` is dF/dw (w: speed of the water past the link), `g` is dF/de (e: from its upper to its lower node); index xx,
    xz, zx, zz.
    """

    fx: Array
    fz: Array
    a: tuple[Array, Array, Array]
    g: tuple[Array, Array, Array, Array]
    shear: Array
    cx: Array
    cz: Array
    length: Array


def link_forces(chain: Chain, s: State, setup: Setup) -> LinkForces:
    """Drag of the water on the links.

    F = q(|w_n|) w_n + k |w_t| w_t,  q = rho d l / 2 (|w_n| + 10 (nu/d)^(2/3) |w_n|^(1/3)),  k = rho pi d l C_f / 2

    chain: the chain.
    s: its state.
    setup: what it moves in.
    Source: cross-flow principle, White's cylinder coefficient, a friction coefficient along the line.
    """
    ex, ez = s.x[..., 1:] - s.x[..., :-1], s.z[..., 1:] - s.z[..., :-1]
    length = np.maximum(np.hypot(ex, ez), 1e-9)
    cx, cz = ex / length, ez / length
    middle = 0.5 * (s.z[..., 1:] + s.z[..., :-1])
    speed = setup.flow.speed(middle)
    wx = speed - 0.5 * (s.vx[..., 1:] + s.vx[..., :-1])
    wz = -0.5 * (s.vz[..., 1:] + s.vz[..., :-1])
    along = wx * cx + wz * cz
    nx, nz = wx - along * cx, wz - along * cz
    across = np.sqrt(nx * nx + nz * nz + _CALM * _CALM)
    diameter, rest = chain.diameter_m[1:], chain.link_m[1:]
    half = 0.5 * setup.water_kg_m3 * setup.line_drag * diameter * rest
    thick = 10.0 * (VISCOSITY_M2_S / diameter) ** (2.0 / 3.0) * np.cbrt(across)
    q, dq = half * (across + thick), half * (across + thick / 3.0) / (across * across)
    skin = 0.5 * np.pi * setup.water_kg_m3 * setup.skin * diameter * rest
    k = skin * np.abs(along)
    # dF/dw = q (1 - cc) + dq nn + 2 k cc;  with n: across, c: along.
    sxx, sxz, szz = q + dq * nx * nx, dq * nx * nz, q + dq * nz * nz
    axx = q * cz * cz + dq * nx * nx + 2.0 * k * cx * cx
    axz = -q * cx * cz + sxz + 2.0 * k * cx * cz
    azz = q * cx * cx + dq * nz * nz + 2.0 * k * cz * cz
    # dF/dc: across changes by -(c w' + along); along the line by w.
    hxx, hxz = cx * wx + along, cx * wz
    hzx, hzz = cz * wx, cz * wz + along
    bxx = -(sxx * hxx + sxz * hzx) + k * (2.0 * cx * wx + along)
    bxz = -(sxx * hxz + sxz * hzz) + 2.0 * k * cx * wz
    bzx = -(sxz * hxx + szz * hzx) + 2.0 * k * cz * wx
    bzz = -(sxz * hxz + szz * hzz) + k * (2.0 * cz * wz + along)
    px, pz = cz / length, cx / length
    # dc/de = (1 - cc)/L: its rows are cz (cz, -cx) and cx (-cz, cx), over L.
    ux, uz = bxx * px - bxz * pz, bzx * px - bzz * pz
    return LinkForces(
        fx=q * nx + k * along * cx,
        fz=q * nz + k * along * cz,
        a=(axx, axz, azz),
        g=(ux * cz, -ux * cx, uz * cz, -uz * cx),
        shear=setup.flow.slope(middle, speed),
        cx=cx,
        cz=cz,
        length=length,
    )


@dataclass
class NodeForces:
    """Weight, drag of the pieces, bed and surface on each node, and their change; `vx`, `vz` are dF/dv."""

    fx: Array
    fz: Array
    zz: Array
    xz: Array
    zx: Array
    xx: Array
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
    flow = setup.flow.speed(s.z)
    wx, wz = flow - s.vx, -s.vz
    speed = np.sqrt(wx * wx + wz * wz + _CALM * _CALM)
    drags = sphere_drags(speed * chain.ball_m / VISCOSITY_M2_S)
    k = 0.5 * setup.water_kg_m3 * drags * chain.area_m2 * speed
    bed = setup.flow.depth_m + setup.slope * (s.x - s.x[..., :1])
    stiff = chain.bed_n_m
    deep = s.z - bed
    bed_n, up = _borne(stiff, deep)
    if chain.side_m.any():
        hung, rise = _borne(stiff, deep + chain.side_m)
        # A piece on a side line can be lifted off it wholly; the line it hangs on cannot.
        by_side = (chain.side_m > 0.0) & (bed_n == 0.0)
        slack = hung >= chain.side_n
        bed_n = np.where(by_side, np.where(slack, np.maximum(chain.side_n, 0.0), hung), bed_n)
        up = np.where(by_side, np.where(slack, 0.0, rise), up)
    held_n, held = _borne(stiff, ceiling_m - s.z)
    slow = np.sqrt(s.vx * s.vx + _CREEP_M_S**2)
    # The bed bears square to itself, and rubs against the way a node goes.
    along = setup.slope - setup.friction * s.vx / slow
    # Steeper than in proportion: drag coefficients fall off slower than 1/Re.
    by_x = k * (1.0 + 0.8 * wx * wx / (speed * speed))
    return NodeForces(
        fx=k * wx + along * bed_n,
        fz=chain.weight_n + k * wz - bed_n + held_n,
        zz=-up - held,
        xz=by_x * setup.flow.slope(s.z, flow) + along * up,
        zx=setup.slope * up,
        xx=-setup.slope * along * up,
        vxx=-by_x - setup.friction * bed_n * _CREEP_M_S**2 / slow**3,
        vzz=-k * (1.0 + 0.8 * wz * wz / (speed * speed)),
        bed_n=bed_n,
    )


def _borne(stiff: Array, deep: Array) -> tuple[Array, Array]:
    """Force that bears nodes pressed in by `deep`, and its rate; the rate grows evenly over the first tenth of a mm."""
    share = np.minimum(np.maximum(deep / _SOFT_M, 0.0), 1.0)
    force: Array = stiff * (0.5 * _SOFT_M * share * share + np.maximum(deep - _SOFT_M, 0.0))
    return force, stiff * share
