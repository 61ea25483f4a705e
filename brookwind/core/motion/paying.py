"""A rig on its way down: the float on the surface, the line below it, and what a sliding float still pays out."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal, NamedTuple, Protocol

import numpy as np

from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.motion.afloat import float_drag_kg_m, lying_drag_kg_m, wanted_speed_m_s
from brookwind.core.motion.chain import COARSE, Array, Chain, Grain, chain_of
from brookwind.core.motion.forces import State
from brookwind.core.motion.landing import landed
from brookwind.core.motion.setup import Setup
from brookwind.core.motion.stepping import HASTY, STEADY, Drive, Pace, step
from brookwind.core.motion.tangle import Tangles
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.components import Shot, Swivel, Weight
from brookwind.core.rig.document import Rig

_BEGIN_S = 2e-3
"""First step of a fall. [s]"""
_RISES_M_S = 0.2
"""How fast a float comes upright or draws down. [m/s]"""
_UPRIGHT_S = 0.2
"""Time in which a float comes upright. [s] Editable default."""
_FALLS_OVER = 0.7
"""Share of the load it stands up under, below which it lies down again. Editable default."""
_LIES_M = 2e-3
"""Depth of the upper end of the line while the float lies flat. [m]"""
_EASED_S = 0.1
"""Time over which paid-out line is eased. [s]"""
_GIVES_M_S = 0.1
"""Line comes back so fast when it slackens. [m/s]"""
_LOADS = 9
"""Loads for which the drag of the upright float is reckoned beforehand."""
_SPARE_M = 0.05
"""Line below a sliding float when it is wound in, beyond its topmost weight. [m] Editable default."""


class Detail(NamedTuple):
    """How finely a fall is followed: the line in space, the steps in time."""

    grain: Grain
    pace: Pace


USUAL = Detail(COARSE, STEADY)
QUICK = Detail(Grain(links=10, merge_m=0.06), HASTY)
"""For times alone, where many rigs are compared: right to about 3 %."""


class Thrown(Protocol):
    """How a rig is thrown."""

    @property
    def pinned(self) -> bool:
        """The float stays over one place."""

    @property
    def bail(self) -> Literal["open", "closed"]:
        """Whether line is paid out."""

    @property
    def pull_through_n(self) -> float:
        """Friction of the line in the float. [N]"""

    @property
    def upstream(self) -> bool:
        """A stretched line lands upstream."""


class Sinking:
    """The whole of it at one moment, and how it goes on."""

    def __init__(
        self, rig: Rig, settled: Settled, setup: Setup, landing: Literal["stretched", "pile", "drop"], how: Thrown,
        detail: Detail,
    ) -> None:  # fmt: skip
        """Land a rig.

        rig: the rig.
        settled: it at rest in still water.
        setup: what it falls in.
        landing: how it comes to lie on the water.
        how: how it is thrown.
        detail: how finely it is followed.
        """
        self.rest, self.setup, self.how = settled, setup, how
        self.whole = chain_of(rig, settled.hanging, setup.water_kg_m3, detail.grain)
        self.pace = detail.pace
        self.items = [i for i in settled.hanging.items if i.component.id in self.whole.node]
        self._at_m = np.array([i.position_m for i in self.items])
        self._link_m = np.array([i.link_m for i in self.items])
        self.slides = rig.float_piece.position_m is None
        self.line_pull_n = rig.conditions.line_pull_n
        self.first, self.paid_m = self._wound_in(rig)
        self.speed = 0.0 if how.pinned else wanted_speed_m_s(rig, setup)
        if landing == "drop" and not self.slides:
            landing = "pile"
        self.chain = self._hung()
        top = settled.attachment_m if landing == "drop" else _LIES_M
        self.state = landed(self.chain, landing, top, downstream=not how.upstream)
        start = self.speed if self.speed is not None else float(setup.flow.skin_m_s)
        self.state.vx += start
        self.top_m, self.time_s, self.step_s, self.steps = top, 0.0, _BEGIN_S, 0
        self.load_n = self.running_m_s = self.pulled_n = 0.0
        self.stopped_s: float | None = None
        self.paying = self.slides
        self.tangles = Tangles(self.whole)
        body, water = settled.body, setup.water_kg_m3
        cocks = least_cocking_load_n(body, water)
        # What hangs at last makes it stand; a float that never does counts as standing when it carries nearly all.
        self.cocks_n = 0.98 * max(settled.pull_n, 1e-9) if cocks is None else min(cocks, 0.98 * settled.pull_n)
        self.flat = self.cocks_n > 0.0
        self._mass_kg = body.mass_kg + 0.5 * water * body.profile.volume_below_m3(settled.immersion_m)
        self._lying_kg_m = lying_drag_kg_m(body, water)
        self._loads_n = np.linspace(0.0, max(settled.pull_n, 1e-9), _LOADS)
        levels = [immersion_at_load_m(body, float(n), water) or settled.immersion_m for n in self._loads_n]
        self._upright_kg_m = [float_drag_kg_m(body, z, water) for z in levels]

    @property
    def stopped(self) -> bool:
        """No line runs through the float any more."""
        return not self.slides or self.stopped_s is not None

    @property
    def drag_kg_m(self) -> float:
        """Drag of the float as it lies or stands now, over the square of the water's speed past it. [kg/m]"""
        return self._lying_kg_m if self.flat else float(np.interp(self.load_n, self._loads_n, self._upright_kg_m))

    def _wound_in(self, rig: Rig) -> tuple[int, float]:
        """First node below the float and the line below it, wound in for the cast."""
        if not self.slides:
            return 1, rig.setting_m
        heavy = [c.position_m for c in rig.components if isinstance(c, Shot | Weight | Swivel)]
        below = [p for p in heavy if p < rig.setting_m - 0.1]
        paid = min(rig.setting_m, max(below, default=0.3) + _SPARE_M)
        first = int(np.nonzero(self.whole.position_m < paid - 0.01)[0][0])
        return max(1, first), paid

    def _hung(self) -> Chain:
        """The part of the chain that is below the float, its first link as long as it is now."""
        part = self.whole.from_node(self.first)
        links = part.link_m.copy()
        links[1] = max(1e-3, self.paid_m - float(part.position_m[1]))
        bare = [a.copy() for a in (part.weight_n, part.area_m2)]
        if self.first > 1:
            for a in bare:
                a[0] = 0.0
        return replace(part, link_m=links, weight_n=bare[0], area_m2=bare[1])

    def step(self) -> None:
        """Go on by a step.

        Raises: ArithmeticError when it cannot.
        """
        aim = _LIES_M if self.flat else self.rest.attachment_m
        wanted = self.top_m + (aim - self.top_m) * min(1.0, self.step_s / _UPRIGHT_S)
        held = self.slides and self.how.bail == "closed" and not self.stopped
        force = self.line_pull_n - (self.pulled_n if held else 0.0)
        pays = None
        if self.slides and not self.stopped and self.paying and self.how.bail == "open":
            pays = self.how.pull_through_n + self._drawn_n(self.running_m_s)
        drive = Drive(wanted, self.speed, self._mass_kg, self.drag_kg_m, force, pays, _RISES_M_S)
        before = float(self.state.x[0])
        done = step(self.chain, self.setup, drive, self.state, self.step_s, self.pace)
        self.state, self.step_s = done.state, done.next_s
        self.top_m = float(self.state.z[0])
        self.time_s += done.step_s
        self.steps += 1
        self._weigh(done.step_s)
        self.tangles.look(self.state, done.step_s, self.first - 1)
        if self.slides and self.stopped and self.paid_m > float(self.whole.position_m[0]):
            # What it overshot comes back as the float gives.
            self.paid_m = max(float(self.whole.position_m[0]), self.paid_m - _GIVES_M_S * done.step_s)
            self.chain = self._hung()
        elif self.slides and not self.stopped:
            self._pay_out(pays, done.step_s, float(self.state.x[0]) - before)

    def _weigh(self, dt: float) -> None:
        s = self.state
        down = float(s.tension[1] * (s.z[1] - s.z[0]) / max(float(np.hypot(s.x[1] - s.x[0], s.z[1] - s.z[0])), 1e-9))
        held = float(self.whole.weight_n[0]) if self.top_m >= 0.0 else 0.0
        keep = min(1.0, dt / _EASED_S)
        self.flat = self.load_n < self.cocks_n * (1.0 if self.flat else _FALLS_OVER)
        self.load_n += keep * (max(0.0, down) + held - self.load_n)
        self.pulled_n += keep * (float(s.tension[1]) - self.pulled_n)

    def _drawn_n(self, speed: float) -> float:
        """Drag of the slack line on the water as it is drawn to the float. [N]"""
        slack = max(0.0, float(self.whole.position_m[0]) - self.paid_m)
        push = 0.5 * np.pi * self.setup.water_kg_m3 * float(self.setup.skin) * float(self.whole.diameter_m[1]) * slack
        return float(push * speed * abs(speed))

    def _pay_out(self, pays: float | None, dt: float, moved: float) -> None:
        """Let line run through the float, until the stop meets it."""
        s = self.state
        link = float(np.hypot(s.x[1] - s.x[0], s.z[1] - s.z[0]))
        length = float(self.chain.link_m[1])
        if self.how.bail == "closed":
            # The line is fast at the rod: what the float comes nearer to it runs through.
            ran = max(0.0, -moved)
        elif pays is None:
            ran = 0.0
            self.paying = float(s.tension[1]) > self.how.pull_through_n
        else:
            ran = max(0.0, link - length)
            self.paying = link >= length - 1e-4
        self.running_m_s = 0.5 * (self.running_m_s + ran / dt)
        setting = float(self.whole.position_m[0])
        self.paid_m += ran
        left = setting - self.paid_m
        if left <= 1e-6:
            self.stopped_s = self.time_s
        elif self.running_m_s > 0.0:
            # It is not to overshoot its stop by much.
            self.step_s = min(self.step_s, max(_BEGIN_S, left / self.running_m_s))
        self._lengthen()

    def _lengthen(self) -> None:
        """Put in nodes that have come through the float."""
        while self.first > 1:
            above = float(self.whole.position_m[self.first - 1])
            if self.paid_m < above + 0.3 * float(self.whole.link_m[self.first - 1]) and self.stopped_s is None:
                break
            self._put_in(float(self.whole.link_m[self.first]))
            self.first -= 1
        self.chain = self._hung()

    def _put_in(self, below_m: float) -> None:
        s = self.state
        span = max(float(np.hypot(s.x[1] - s.x[0], s.z[1] - s.z[0])), below_m + 1e-3)
        share = below_m / span

        def between(a: Array) -> Array:
            return np.insert(a, 1, a[1] + share * (a[0] - a[1]))

        self.state = State(
            between(s.x), between(s.z), between(s.vx), between(s.vz), np.insert(s.tension, 1, s.tension[1])
        )

    def path(self) -> list[tuple[float, float]]:
        """(x, depth) of the nodes below the float. [m]"""
        return list(zip(self.state.x.tolist(), self.state.z.tolist(), strict=True))

    def places(self) -> list[tuple[float, float]]:
        """(x, depth) of the pieces; those still above a sliding float are at it. [m]"""
        positions = self.chain.position_m[::-1].copy()
        positions[-1] = self.paid_m
        x = np.interp(self._at_m, positions, self.state.x[::-1])
        z = np.interp(self._at_m, positions, self.state.z[::-1]) + self._link_m
        return list(zip(x.tolist(), z.tolist(), strict=True))
