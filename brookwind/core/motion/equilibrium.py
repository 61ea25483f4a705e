"""The steady shape of a chain that goes with its float: free, held back, or anchored."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from brookwind.core.errors import OutOfRange
from brookwind.core.motion.chain import Array, Chain
from brookwind.core.motion.forces import LinkForces, NodeForces, State, link_forces, node_forces
from brookwind.core.motion.newton import Top, solve, system
from brookwind.core.motion.setup import Setup

_MOST = 16
"""Rounds in which an ordinary shape is found at once."""
_MOST_SLOW = 160
"""Rounds when the shape is followed through time instead."""
_BEGIN_S, _SHORTEST_S, _LONGEST_S = 0.05, 1e-3, 100.0
_NEAR_M = 2e-5
"""Change below which a round is the last: the next would change by its square. [m]"""
_NEAR_M_S = 2e-5
"""A step that moves the float less than this has arrived. [m/s]"""
_GOOD_ENOUGH_M = 1e-3
"""A shape that still changes by less than this after all rounds is taken. [m]"""
_SIDE_BY_SIDE, _NEARBY_M = 8, 5e-4
_TURN = 0.6
"""No link turns further than this in one step. [rad, about]"""
_TOUCHES_M = 0.03
"""A shape this near to the bed may touch it. [m]"""
_EASY_TURN = 0.06
"""Steps that turn no link further may always grow. [rad, about]"""
_SOFT_N_M = 1e-6
"""Keeps line that lies slack where it is. [N/m]"""


@dataclass(frozen=True)
class AtTop:
    """What holds the upper end: its depth, the float's drag there, and its speed unless it is free."""

    depth_m: float
    speed_m_s: float | Array | None
    """None: as fast as the water takes it. Over the ground. [m/s]"""
    drag_kg_m: float | Array = 0.0
    """Drag of the float over the square of the water's speed past it. [kg/m]"""
    rod_n: float = 0.0
    """Pull along the current of the line between float and rod. [N]"""


@dataclass(frozen=True)
class Resting:
    """A chain at rest about a float that goes at a steady speed."""

    state: State
    speed_m_s: float
    load_n: float
    """What pulls the float down, pieces at the attachment included. [N]"""
    side_n: float
    """What the line pulls the float along the current. [N]"""
    hold_n: float
    """What the rod must pull upstream to keep that speed. [N]"""
    bed_n: Array
    """What the bed carries at each node. [N]"""
    rounds: int


def equilibrium(chain: Chain, setup: Setup, top: AtTop, begin: State) -> Resting:
    """The shape in which forces balance at every node.

    chain: the chain.
    setup: what it moves in.
    top: what holds the upper end.
    begin: a shape to start from; it is not changed.
    Raises: OutOfRange when no steady shape is found.
    Source: Newton's method on all nodes at once; the speed of a free float by bordering the system.
    """
    found = _newton(chain, setup, top, begin) or _follow(chain, setup, top, begin)
    if found is None:
        raise _no_shape(setup, top, begin)
    return found


def _begun(chain: Chain, top: AtTop, begin: State) -> State:
    s = State(begin.x.copy(), begin.z.copy(), begin.vx.copy(), np.zeros(chain.nodes), begin.tension.copy())
    if top.speed_m_s is not None:
        s.vx[:] = top.speed_m_s
    return s


def _size_and_turn(chain: Chain, change: Array) -> tuple[float, float]:
    """How far a change moves any node, and turns any link. [m, rad about]"""
    x, z = change[:, 1], change[:, 2]
    size = float(np.max(np.abs(change[:, 1:])))
    return size, float(np.max(np.hypot(np.diff(x), np.diff(z)) / chain.link_m[1:]))


def _newton(chain: Chain, setup: Setup, top: AtTop, begin: State) -> Resting | None:
    """Newton's method: close to a shape the error is squared each round."""
    s = _begun(chain, top, begin)
    for rounds in range(1, _MOST + 1):
        try:
            change, faster = _change(chain, setup, top, s, None)
        except ArithmeticError:
            return None
        size, turn = _size_and_turn(chain, change)
        share = min(1.0, _TURN / max(turn, 1e-12))
        _move(s, share * change, share * faster)
        if size < _NEAR_M and float(np.max(np.abs(faster))) < _NEAR_M_S:
            return _resting(chain, setup, top, s, rounds)
    return None


def _follow(chain: Chain, setup: Setup, top: AtTop, begin: State) -> Resting | None:
    """The shape followed through time, damped as the water would damp it, in steps that grow as it comes to rest.

    Where a shape ceases to be, as when a bait leaves the slow water at the bed, it creeps past the place where it was
    in steps that stay short, and goes on to the one there is.
    Source: pseudo-transient continuation with steps in inverse proportion to what is left, Kelley and Keyes, SIAM J.
    Numer. Anal. 35, 1998.
    """
    s = _begun(chain, top, begin)
    step_s, rate, ease, last, best, nearest = _BEGIN_S, np.inf, 1.0, np.inf, np.inf, s
    for rounds in range(1, _MOST_SLOW + 1):
        try:
            change, faster = _change(chain, setup, top, s, step_s)
        except ArithmeticError:
            return None
        size, turn = _size_and_turn(chain, change)
        settled = step_s >= _LONGEST_S
        # Pieces that touch down and lift off by turns are brought to rest by half steps.
        ease = max(0.15, 0.7 * ease) if settled and size > 0.7 * last and rounds > _MOST else min(1.0, 1.3 * ease)
        share, last = min(ease, _TURN / max(turn, 1e-12)), size
        _move(s, share * change, share * faster)
        if settled and size < _NEAR_M and float(np.max(np.abs(faster))) < _NEAR_M_S:
            return _resting(chain, setup, top, s, rounds)
        if settled and size < best:
            best, nearest = size, State(s.x.copy(), s.z.copy(), s.vx.copy(), s.vz, s.tension.copy())
        slower, rate = rate * step_s / max(size, 1e-12), size / step_s
        grows = min(2.0, max(slower, 0.5 if turn > _EASY_TURN else 1.3))
        step_s = min(_LONGEST_S, max(_SHORTEST_S, step_s * (0.3 if turn > 1.0 else grows)))
    return _resting(chain, setup, top, nearest, _MOST_SLOW) if best < _GOOD_ENOUGH_M else None


def _move(s: State, change: Array, faster: float | Array) -> None:
    s.tension += change[..., 0]
    s.x += change[..., 1]
    s.z += change[..., 2]
    s.vx += faster


def _change(chain: Chain, setup: Setup, top: AtTop, s: State, step_s: float | None) -> tuple[Array, float | Array]:
    """Newton's change of tensions and places, and of the speed of a free float."""
    links, nodes = link_forces(chain, s, setup), node_forces(chain, s, setup, min(0.0, top.depth_m))
    push = system(chain, links, nodes, s.tension, step_s, Top(-s.x[..., 0], top.depth_m - s.z[..., 0]))
    push.band[..., 8, 4::3] -= _SOFT_N_M
    push.band[..., 8, 5::3] -= _SOFT_N_M
    if top.speed_m_s is not None:
        return solve(push)[0], 0.0
    # With the speed: links, pieces and friction change by dF/dV.
    further = np.zeros_like(push.right)
    for row, force in ((1, links.a[0, 0]), (2, links.a[1, 0])):
        further[..., row + 3 :: 3] += 0.5 * force
        further[..., row:-3:3] += 0.5 * force
    further[..., 1::3] -= nodes.vxx
    further[..., 1:3] = 0.0
    alone, with_speed = solve(push, further)
    assert with_speed is not None
    heavy = 0.0 if step_s is None else float(np.sum(chain.mass_kg)) / step_s
    faster = _faster(setup, top, s, links, nodes, alone, with_speed, heavy)
    return alone + np.expand_dims(faster, (-2, -1)) * with_speed, faster


def _faster(
    setup: Setup,
    top: AtTop,
    s: State,
    links: LinkForces,
    nodes: NodeForces,
    alone: Array,
    with_speed: Array,
    heavy_kg_s: float,
) -> Array:
    """Change of speed that brings line, water and rod into balance on the float; less of it in a step of time."""
    cx, cz = links.cx[..., 0], links.cz[..., 0]
    push_n, slower = _float_push(setup, top, s.vx[..., 0])
    balance = s.tension[..., 1] * cx + 0.5 * links.fx[..., 0] + nodes.fx[..., 0] + push_n
    turn = np.maximum(s.tension[..., 1], 0.0) / links.length[..., 0]
    by = np.stack(
        (cx, turn * cz * cz + 0.5 * links.g[0, 0, ..., 0], -turn * cx * cz + 0.5 * links.g[0, 1, ..., 0]), axis=-1
    )
    by_speed = np.sum(by * with_speed[..., 1, :], axis=-1)
    rate = slower - 0.5 * links.a[0, 0, ..., 0] + nodes.vxx[..., 0] + by_speed - heavy_kg_s
    if np.any(rate >= 0.0):
        raise ArithmeticError("a faster float is pushed on harder")
    found: Array = np.clip(-(balance + np.sum(by * alone[..., 1, :], axis=-1)) / rate, -0.3, 0.3)
    return found


def _column(value: float | Array) -> float | Array:
    return value[:, 0] if isinstance(value, np.ndarray) else value


def _float_push(setup: Setup, top: AtTop, speed: Array) -> tuple[Array, Array]:
    """Push of water and rod on the float along the current, and its change with the float's speed. [N, kg/s]"""
    past = _column(setup.flow.skin_m_s) - speed
    drag = top.drag_kg_m * np.abs(past)
    return drag * past + top.rod_n, -2.0 * drag - 1e-9


def _resting(chain: Chain, setup: Setup, top: AtTop, s: State, rounds: int) -> Resting:
    links, nodes = link_forces(chain, s, setup), node_forces(chain, s, setup, min(0.0, top.depth_m))
    held = chain.weight_n[0] if top.depth_m >= 0.0 else chain.dry_n
    load = held + s.tension[..., 1] * links.cz[..., 0] + 0.5 * links.fz[..., 0]
    side = s.tension[..., 1] * links.cx[..., 0] + 0.5 * links.fx[..., 0] + nodes.fx[..., 0]
    push, _ = _float_push(setup, top, s.vx[..., 0])
    return Resting(
        state=s,
        speed_m_s=float(s.vx[0]),
        load_n=float(load),
        side_n=float(side),
        hold_n=float(side + push) if top.speed_m_s is not None else 0.0,
        bed_n=nodes.bed_n,
        rounds=rounds,
    )


def variants(chain: Chain, setup: Setup, top: AtTop, known: State, count: int) -> tuple[State, Array]:
    """Shapes near a known one, for water and coefficients that differ: a state with one more axis, and how far from
    balance each still is. [m]

    chain: the chain.
    setup: what it moves in, with columns of shape (count, 1) for what differs.
    top: what holds the upper ends; drag and speed may be arrays of shape (count,).
    known: the known shape.
    count: how many.
    Raises: ArithmeticError when one of them has no shape near the known one.
    Source: Newton's method on all of them side by side, eight rounds at most.
    """
    s = State(*(np.repeat(a[None, :], count, axis=0) for a in (known.x, known.z, known.vx, known.vz, known.tension)))
    if top.speed_m_s is not None:
        s.vx[:] = np.broadcast_to(top.speed_m_s, (count,))[:, None]
    off = np.full(count, np.inf)
    for _ in range(_SIDE_BY_SIDE):
        change, faster = _change(chain, setup, top, s, None)
        turn = np.max(np.hypot(np.diff(change[..., 1]), np.diff(change[..., 2])) / chain.link_m[1:], axis=-1)
        share = np.minimum(1.0, _TURN / np.maximum(turn, 1e-12))
        _move(s, share[:, None, None] * change, (share * faster)[:, None])
        off = np.max(np.abs(change[..., 1:]), axis=(-2, -1))
        if np.max(off) < _NEARBY_M:
            break
    return s, off


def _no_shape(setup: Setup, top: AtTop, begin: State) -> OutOfRange:
    if float(np.min(setup.flow.depth_m - begin.z)) < _TOUCHES_M:
        return OutOfRange.one(
            "sticks-and-slips",
            "With part of it on the bed this rig catches and lifts off by turns: it takes no steady shape.",
            "Move the stop a little either way, or hold the float to a speed."
            if top.speed_m_s is None
            else "Shorten the setting, or hold it back more or less.",
            ("conditions", "hold"),
        )
    return OutOfRange.one(
        "no-shape",
        "No steady shape of the line was found for this water and this rig.",
        "Put more weight on, or enter slower water.",
        ("conditions", "current_m_s"),
    )
