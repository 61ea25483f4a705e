"""A float and the line below it in moving water: shape, load and waterline found together."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from brookwind.core.errors import OutOfRange
from brookwind.core.floats.attitude import Attitude, Pull, attitude
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.flow.line_drag import FLOAT_DRAG, FLOAT_END_DRAG
from brookwind.core.limits import FloatStatus
from brookwind.core.motion.chain import FINE, Chain, Grain, chain_of
from brookwind.core.motion.equilibrium import AtTop, Resting, equilibrium
from brookwind.core.motion.forces import State, link_forces, node_forces
from brookwind.core.motion.setup import UNEVEN_M, Setup, moves
from brookwind.core.rest.hang import Hanging
from brookwind.core.rest.settle import Settled, attachment_depth_m
from brookwind.core.rig.document import Rig
from brookwind.core.roots import crossing

_SAME_M = 2e-4
"""Two waterlines as near as this are the same. [m]"""
_SHIFTS_M = 5e-3
"""Moved up or down by less than this, a line that hangs free keeps its shape. [m]"""
_ROUNDS = 5
"""Waterline and line are brought together at most so often."""
_GUESSES = 3
"""Beginnings tried before the search goes step by step."""
_SMALL_RAD = 0.08
"""Below this a lean is in proportion to the pull. [rad]"""


@dataclass(frozen=True)
class Afloat:
    """A rig that goes with its float in moving water."""

    chain: Chain
    setup: Setup
    top: AtTop
    resting: Resting
    body: FloatBody
    status: FloatStatus
    immersion_m: float
    tip_m: float
    lean_rad: float


def float_drag_kg_m(body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """Drag of a float over the square of the water's speed past it. [kg/m]

    k = rho C A / 2

    body: the float.
    immersion_m: how deep it sits. [m]
    water_kg_m3: density of the water. [kg/m3]
    Source: drag law with `FLOAT_DRAG` on the width times the depth that is under water.
    """
    wet = body.profile.volume_below_m3(immersion_m)
    depth = max(immersion_m, 1e-4)
    width = (4.0 * wet / (np.pi * depth)) ** 0.5
    return float(0.5 * water_kg_m3 * FLOAT_DRAG * width * depth)


def lying_drag_kg_m(body: FloatBody, water_kg_m3: float) -> float:
    """Drag of a float that lies and is drawn along its axis, over the square of the water's speed past it. [kg/m]

    k = rho C pi r^2 s / 2

    body: the float.
    water_kg_m3: density of the water. [kg/m3]
    Source: drag law with `FLOAT_END_DRAG` on the share s of its widest section that its own weight sinks.
    """
    profile = body.profile
    widest = max(r for _, r in profile.points)
    sunk = min(1.0, body.mass_kg / (water_kg_m3 * profile.volume_m3))
    return float(0.5 * water_kg_m3 * FLOAT_END_DRAG * np.pi * widest**2 * sunk)


def wanted_speed_m_s(rig: Rig, setup: Setup) -> float | None:
    """Speed the float is held to; None when it runs free. [m/s]

    rig: the rig, with how it is held.
    setup: the water.
    """
    hold = rig.conditions.hold
    return None if hold is None else float(hold * setup.flow.top_m_s)


def hanging_still(chain: Chain, settled: Settled, setting_m: float, speed_m_s: float, slope: float = 0.0) -> State:
    """The chain as it would hang in still water, lying line laid out the way it will be drawn.

    chain: the chain.
    settled: a rig at rest in still water with the same pieces.
    setting_m: setting of the chain; what is more than the settled rig's is put in above its pieces. [m]
    speed_m_s: speed of the float. [m/s]
    slope: of the bed; lying line follows it. [m per metre downstream]
    """
    laid = settled.laid
    positions = np.array([p for p, _ in laid.path])[::-1]
    depths = np.array([d for _, d in laid.path])[::-1]
    z = np.interp(chain.position_m, positions, depths) + (setting_m - settled.hanging.setting_m)
    z[0] = settled.attachment_m
    lying = np.maximum(0.0, laid.bed_from_m - chain.position_m)
    below = np.cumsum(chain.weight_n[::-1])[::-1]
    tension = np.maximum(below, 1e-4)
    tension[0] = 0.0
    n = chain.nodes
    x = -lying if speed_m_s > 0.0 else lying
    return State(x, z + slope * x, np.full(n, speed_m_s), np.zeros(n), tension)


def hanging_free(chain: Chain, attachment_m: float, speed_m_s: float) -> State:
    """The chain hanging straight down as if there were no bed.

    chain: the chain.
    attachment_m: depth of its upper end. [m]
    speed_m_s: speed of the float. [m/s]
    """
    n = chain.nodes
    below = np.cumsum(chain.weight_n[::-1])[::-1]
    tension = np.maximum(below, 1e-4)
    tension[0] = 0.0
    z = attachment_m + np.concatenate(([0.0], np.cumsum(chain.link_m[1:])))
    return State(np.zeros(n), z, np.full(n, speed_m_s), np.zeros(n), tension)


def leaning(chain: Chain, setup: Setup, begin: State) -> State:
    """A first guess of the shape in a current: each link goes the way of the forces on all that hangs below it.

    chain: the chain.
    setup: the water.
    begin: the chain hanging down, nothing of it on the bed.
    Source: the balance of forces, drag taken as on the shape before; a few rounds.
    """
    s = State(begin.x.copy(), begin.z.copy(), begin.vx, begin.vz, begin.tension.copy())
    for _ in range(_GUESSES):
        links, nodes = link_forces(chain, s, setup), node_forces(chain, s, setup, -np.inf)
        half_x, half_z = 0.5 * links.fx, 0.5 * links.fz
        fx, fz = nodes.fx.copy(), nodes.fz + nodes.bed_n
        for force, half in ((fx, half_x), (fz, half_z)):
            force[1:] += half
            force[:-1] += half
        across, down = np.cumsum(fx[:0:-1])[::-1], np.cumsum(fz[:0:-1])[::-1]
        pull = np.maximum(np.hypot(across, down), 1e-6)
        s.x[1:] = s.x[0] + np.cumsum(chain.link_m[1:] * across / pull)
        s.z[1:] = s.z[0] + np.cumsum(chain.link_m[1:] * down / pull)
        s.tension[1:] = pull
    return s


def drawn_out(known: Resting, of: Chain, chain: Chain) -> State:
    """A known shape for a chain cut up anew: at each distance from the hook the line goes the same way as before.

    known: the shape.
    of: the chain that has it.
    chain: the chain that is to have it; line that is longer goes on as it does at the top.
    """
    s, going = known.state, np.hypot(np.diff(known.state.x), np.diff(known.state.z))
    # From the hook up, as np.interp wants it.
    middles = (0.5 * (of.position_m[1:] + of.position_m[:-1]))[::-1]
    at = 0.5 * (chain.position_m[1:] + chain.position_m[:-1])
    angle = np.interp(at, middles, np.arctan2(np.diff(s.x), np.diff(s.z))[::-1])
    slack = np.interp(at, middles, (going / of.link_m[1:])[::-1])
    tension = np.concatenate(([0.0], np.interp(at, middles, s.tension[:0:-1])))
    link = chain.link_m[1:] * slack
    x = s.x[0] + np.concatenate(([0.0], np.cumsum(link * np.sin(angle))))
    z = s.z[0] + np.concatenate(([0.0], np.cumsum(link * np.cos(angle))))
    n = chain.nodes
    return State(x, z, np.full(n, float(s.vx[0])), np.zeros(n), tension)


def go(
    rig: Rig,
    settled: Settled,
    setup: Setup,
    hanging: Hanging | None = None,
    begin: Afloat | None = None,
    grain: Grain = FINE,
) -> Afloat:
    """Float and line in moving water.

    rig: the rig; only how it is held counts beside what hangs.
    settled: the same float at rest in still water.
    setup: what it moves in.
    hanging: what hangs, when the stop has been moved since.
    begin: a solution for nearly the same, to start from.
    grain: how finely the line is cut up.
    Raises: OutOfRange when no steady shape is found.
    Source: the load of the shape sets the waterline, the waterline the depth and drag of its upper end.
    """  # fmt: skip
    hung = hanging or settled.hanging
    chain = chain_of(rig, hung, setup.water_kg_m3, grain)
    speed = wanted_speed_m_s(rig, setup)
    guess = speed if speed is not None else 0.9 * float(setup.flow.skin_m_s)
    known = drawn_out(begin.resting, begin.chain, chain) if begin else None
    state = known or hanging_still(chain, settled, hung.setting_m, guess, setup.slope)
    in_motion = moves(rig, setup)
    if known is None and settled.laid.bed_from_m <= 0.0 and in_motion:
        state = leaning(chain, setup, state)

    def brought_together(first: State, immersion_m: float, setup: Setup = setup) -> Afloat:
        search = _Waterline(settled, setup, chain, hung.stop_above_m, speed, rig.conditions.line_pull_n, first)
        return search.settle(immersion_m)

    try:
        return brought_together(state, begin.immersion_m if begin else settled.immersion_m)
    except OutOfRange:
        if not in_motion:
            raise
        # What would lie on the bed in still water may hang clear of it once the current leans the line.
        free = leaning(chain, setup, hanging_free(chain, settled.attachment_m, guess))
        try:
            return brought_together(free, settled.immersion_m)
        except OutOfRange:
            # Nor does any bed jolt it as hard as a flat one would.
            return brought_together(free, settled.immersion_m, replace(setup, gives_m=UNEVEN_M))


class _Waterline:
    """The search for the waterline at which the float carries what the line then pulls."""

    def __init__(
        self, settled: Settled, setup: Setup, chain: Chain, stop_above_m: float, speed: float | None, pull_n: float,
        state: State,
    ) -> None:  # fmt: skip
        self.settled, self.setup, self.chain = settled, setup, chain
        self.stop_above_m, self.speed, self.state = stop_above_m, speed, state
        self.top = AtTop(0.0, speed)
        self.pull_n = pull_n

    def rest_at(self, immersion_m: float, attachment_m: float | None = None) -> Resting:
        body, water = self.settled.body, self.setup.water_kg_m3
        at = attachment_depth_m(body, immersion_m, self.stop_above_m) if attachment_m is None else attachment_m
        self.top = AtTop(at, self.speed, float_drag_kg_m(body, immersion_m, water), self.pull_n)
        found = equilibrium(self.chain, self.setup, self.top, self.state)
        self.state = found.state
        return found

    def settle(self, immersion_m: float) -> Afloat:
        s, water = self.settled, self.setup.water_kg_m3
        if s.rod_n != 0.0:
            # A tight line keeps the tip.
            return self._done(self.rest_at(immersion_m, s.attachment_m), immersion_m, None)
        z = immersion_m
        resting = self.rest_at(z)
        for _ in range(_ROUNDS):
            again = immersion_at_load_m(s.body, resting.load_n, water)
            if again is None:
                break
            if abs(again - z) < _SAME_M:
                return self._done(resting, again, self._attitude(resting))
            # What hangs free moves up or down with the float.
            self.state.z += again - z
            if abs(again - z) < _SHIFTS_M and not resting.bed_n.any():
                self.top = replace(self.top, depth_m=self.top.depth_m + again - z)
                return self._done(resting, again, self._attitude(resting))
            z = again
            resting = self.rest_at(z)
        length = s.body.length_m
        full = self.rest_at(length)
        if full.load_n > load_at_immersion_n(s.body, length, water):
            return Afloat(self.chain, self.setup, self.top, full, s.body, "sinks", length, 0.0, 0.0)
        z = crossing(lambda at: load_at_immersion_n(s.body, at, water) - self.rest_at(at).load_n, 0.0, length, _SAME_M)
        resting = self.rest_at(z)
        return self._done(resting, z, self._attitude(resting))

    def _attitude(self, resting: Resting) -> Attitude | None:
        body, water = self.settled.body, self.setup.water_kg_m3
        pull = Pull(max(0.0, resting.load_n), abs(resting.side_n))
        z = immersion_at_load_m(body, pull.down_n, water)
        stiff = righting_stiffness_n_m(body, z, water) if z else 0.0
        if z and stiff > 0.0:
            middle = body.profile.moment_below_m4(z) / body.profile.volume_below_m3(z)
            lean = pull.side_n * middle / stiff
            if lean < _SMALL_RAD:
                return Attitude(lean, z, body.length_m - z, could_stand=True)
        return attitude(body, pull, water)

    def _done(self, resting: Resting, immersion_m: float, rest: Attitude | None) -> Afloat:
        s = self.settled
        if rest is None:
            status: FloatStatus = "lies" if s.status == "lies" else "stands"
            return Afloat(self.chain, self.setup, self.top, resting, s.body, status, immersion_m, s.tip_m, s.lean_rad)
        return Afloat(
            self.chain, self.setup, self.top, resting, s.body, "stands" if rest.stands else "lies", immersion_m,
            rest.tip_m, rest.lean_rad,
        )  # fmt: skip
