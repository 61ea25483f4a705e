"""A chain through time: implicit steps that never gain energy, as long as all goes smoothly and shorter when not."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from brookwind.core.motion.chain import Chain
from brookwind.core.motion.forces import State, link_forces, node_forces
from brookwind.core.motion.newton import Top, solve, system
from brookwind.core.motion.setup import Setup

_ROUNDS = 4
"""Corrections within a step."""
_NEAR_M = 3e-4
"""A step this near to balance is taken. [m]"""
_SHORTEST_S = 1e-4
"""Shorter than this a step is given up. [s]"""
_AFTER_JERK_S = 2e-3
"""Step after a jerk, when forces change at once. [s]"""


class Pace(NamedTuple):
    """How long the steps may be."""

    turn_most: float
    """No link turns further in a step. [rad, about]"""
    turn_easy: float
    """While none turns further than this, steps grow. [rad, about]"""
    longest_s: float


STEADY = Pace(turn_most=0.4, turn_easy=0.18, longest_s=0.05)
"""Times are right to 1 %: halving the steps changes them by less."""
HASTY = Pace(turn_most=0.6, turn_easy=0.3, longest_s=0.12)
"""Times are right to about 3 %, in half the work."""


@dataclass
class Drive:
    """What is done to the upper end during a step."""

    depth_m: float
    """Depth it is brought to, no faster than `rises_m_s`."""
    speed_m_s: float | None
    """None: it goes as water and line take it."""
    mass_kg: float = 0.0
    """Of the float with the water that moves along."""
    drag_kg_m: float = 0.0
    force_n: float = 0.0
    """Along x, besides line and water."""
    pays_n: float | None = None
    rises_m_s: float = np.inf


@dataclass
class Stepped:
    """A step that was taken."""

    state: State
    step_s: float
    next_s: float


def step(chain: Chain, setup: Setup, drive: Drive, old: State, step_s: float, pace: Pace = STEADY) -> Stepped:
    """Take one step, shorter than asked if links would turn too far.

    chain: the chain.
    setup: what it moves in.
    drive: what is done to its upper end.
    old: where it is; it is not changed.
    step_s: the step that is tried. [s]
    pace: how long steps may be.
    Raises: ArithmeticError when not even the shortest step succeeds.
    Source: implicit Euler (backward differences) with Newton's method: dissipative, of first order.
    """
    try:
        return _shorter(chain, setup, drive, old, step_s, pace)
    except ArithmeticError:
        # A line that comes taut with a jerk takes the speed out of what hangs on it.
        with_float = np.full(chain.nodes, float(old.vx[0]))
        calm = State(old.x, old.z, with_float, np.zeros(chain.nodes), np.zeros(chain.nodes))
        return _shorter(chain, setup, drive, calm, _AFTER_JERK_S, pace)


def _shorter(chain: Chain, setup: Setup, drive: Drive, old: State, step_s: float, pace: Pace) -> Stepped:
    while step_s >= _SHORTEST_S:
        try:
            found = _try(chain, setup, drive, old, step_s)
        except ArithmeticError:
            found = None
        if found is not None:
            new, turn = found
            if turn < pace.turn_most:
                grows = 1.4 if turn < pace.turn_easy else 1.0
                return Stepped(new, step_s, min(pace.longest_s, grows * step_s))
        step_s *= 0.4
    raise ArithmeticError("the line cannot be followed any further")


def _try(chain: Chain, setup: Setup, drive: Drive, old: State, dt: float) -> tuple[State, float] | None:
    s = State(old.x + dt * old.vx, old.z + dt * old.vz, old.vx.copy(), old.vz.copy(), old.tension.copy())
    ceiling = min(0.0, drive.depth_m)
    for rounds in range(_ROUNDS):
        links, nodes = link_forces(chain, s, setup), node_forces(chain, s, setup, ceiling)
        push = system(chain, links, nodes, s.tension, dt, _top(setup, drive, old, s, dt))
        inertia = chain.mass_kg / dt
        push.right[4::3] += (inertia * (s.vx - old.vx))[1:]
        push.right[5::3] += (inertia * (s.vz - old.vz))[1:]
        if drive.speed_m_s is None:
            push.right[1] += inertia[0] * (s.vx[0] - old.vx[0])
        change, _ = solve(push)
        s.tension += change[:, 0]
        s.x += change[:, 1]
        s.z += change[:, 2]
        s.vx, s.vz = (s.x - old.x) / dt, (s.z - old.z) / dt
        size = float(np.max(np.abs(change[:, 1:])))
        if size > 1.0:
            return None
        if size < _NEAR_M or (rounds == _ROUNDS - 1 and size < 4.0 * _NEAR_M):
            moved = np.hypot(np.diff(s.x - old.x), np.diff(s.z - old.z))
            turn = float(np.max(moved / chain.link_m[1:]))
            return s, turn
    return None


def _top(setup: Setup, drive: Drive, old: State, s: State, dt: float) -> Top:
    far = drive.rises_m_s * dt
    to_z = float(old.z[0]) + min(far, max(-far, drive.depth_m - float(old.z[0]))) - float(s.z[0])
    if drive.speed_m_s is not None:
        return Top(float(old.x[0]) + drive.speed_m_s * dt - float(s.x[0]), to_z, pays_n=drive.pays_n)
    speed = float(s.vx[0])
    past = float(setup.flow.skin_m_s) - speed
    force = drive.drag_kg_m * abs(past) * past + drive.force_n - drive.mass_kg * (speed - float(old.vx[0])) / dt
    stiff = (2.0 * drive.drag_kg_m * abs(past) + drive.mass_kg / dt) / dt
    return Top(None, to_z, force, stiff, drive.pays_n)


def energy_j(chain: Chain, s: State) -> float:
    """Energy of motion and of place of everything below the float. [J]

    E = sum m v^2 / 2 - sum W z

    chain: the chain.
    s: its state.
    Source: mechanics; in still water it can only fall.
    """
    moving = 0.5 * np.sum(chain.mass_kg[1:] * (s.vx[1:] ** 2 + s.vz[1:] ** 2))
    return float(moving - np.sum(chain.weight_n[1:] * s.z[1:]))
