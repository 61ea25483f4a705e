"""The float of a rig under any load: what it would look like, for many loads at once."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import hypot

import numpy as np
from numpy.typing import NDArray

from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.motion.dragging import drags
from brookwind.core.rest.hang import Item
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.tip_range import Doubt, doubts
from brookwind.core.rig.components import Bait, Hook, Shot
from brookwind.core.rig.families import layout_of
from brookwind.core.situation import Situation

Array = NDArray[np.float64]
_LEVELS = 120
"""Waterlines at which the float is reckoned; between them on straight lines."""


CLINGS_SHARE = 0.3
"""The skin of the water clings otherwise from one look to the next by this share of what it can. Editable default."""


@dataclass(frozen=True)
class Floating:
    """A rig as it is fished, ready to be asked what the float shows when something is otherwise."""

    situation: Situation

    @cached_property
    def settled(self) -> Settled:
        """At rest, as it is weighed."""
        return self.situation.weighed.settled

    @cached_property
    def moves(self) -> bool:
        """In moving water, with a shape there."""
        return self.situation.moving is not None and self.situation.moves

    @cached_property
    def load_n(self) -> float:
        """What the float carries as it is fished. [N]"""
        moving = self.situation.moving
        return self.situation.as_fished.pull_n if moving is None or self.settled.rod_n else moving.carried_n

    @cached_property
    def tip_m(self) -> float:
        """What it shows. [m]"""
        return float(self.tip_at_m(np.array([self.load_n]))[0])

    @cached_property
    def lean_rad(self) -> float:
        """Its lean in moving water, downstream more than 0. [rad]"""
        if not self.moves:
            return 0.0
        side = self.situation.shape.resting.side_n
        return float(-np.sign(side) * self.situation.shape.lean_rad)

    @property
    def eye_m(self) -> float:
        """A tip this far from what it should show is seen: the tolerance of its type. [m]"""
        return self.settled.body.type.tolerance_m

    @cached_property
    def slack_n(self) -> float:
        """Standard error of the load from one look to the next: bait, and how the water clings each time. [N]"""
        return hypot(self.bait_error_n, CLINGS_SHARE * self._doubt_n("skin"))

    @cached_property
    def bait_error_n(self) -> float:
        """The part of it that is the bait's, and never quite nothing. [N]"""
        return max(0.003 * self.load_n, self._doubt_n("bait"), 1e-6)

    @cached_property
    def label_n(self) -> float:
        """Standard error of the load by what stays from look to look: label, shot, the tip's skin. [N]"""
        return max(1e-6, hypot(self._doubt_n("skin"), *(d.sigma_n for d in self._doubts if d.trimmed_away)))

    def _doubt_n(self, id: str) -> float:
        return sum(d.sigma_n for d in self._doubts if d.id == id)

    @cached_property
    def _doubts(self) -> tuple[Doubt, ...]:
        return doubts(self.settled, self.situation.rig.float_piece.spec)

    @cached_property
    def _levels(self) -> tuple[Array, Array, Array]:
        body, water = self.settled.body, self.settled.water_kg_m3
        z = np.linspace(0.0, body.length_m, _LEVELS)
        load = np.array([load_at_immersion_n(body, float(at), water) for at in z])
        stiff = np.array([righting_stiffness_n_m(body, float(at), water) if at else 0.0 for at in z])
        return z, load, stiff

    @property
    def sinks_n(self) -> float:
        """The load that takes it under. [N]"""
        return float(self._levels[1][-1])

    @cached_property
    def stands_n(self) -> float:
        """The least load under which it stands. [N]"""
        _, load, stiff = self._levels
        lying = np.flatnonzero(stiff <= 0.0)
        lying = lying[lying < len(load) - 1]
        least = float(load[lying[-1] + 1]) if len(lying) else float("-inf")
        # One that lies as it is fished, as a ball may, has nothing to show by lying.
        return least if least <= self.load_n else float("-inf")

    def carried_n(self, load_n: Array) -> Array:
        """What float and not rod carries of what hangs. [N]

        load_n: what hangs.
        Source: as in `settle`, a tight line keeps the wanted tip where a family has it so, as far as it can.
        """
        if not self.settled.rod_n:
            return load_n
        wish = self.settled.pull_n
        if layout_of(self.situation.rig).overload > 1.0:
            return np.minimum(load_n, wish)
        lying = sum(i.weight_n for i in self.settled.hanging.items if i.component.id in self.settled.laid.on_bed)
        return np.minimum(np.maximum(load_n, wish), load_n + lying)

    def tip_at_m(self, load_n: Array) -> Array:
        """What stands out under loads, as if it stood; 0 where it is under. [m]

        load_n: what the float carries. [N]
        """
        z, load, _ = self._levels
        tip: Array = self.settled.body.length_m - np.interp(load_n, load, z)
        return tip

    def slope_m_n(self, load_n: Array) -> Array:
        """How far the tip sinks for a little more load. [m/N]

        load_n: what the float carries. [N]
        """
        step = max(0.01 * self.sinks_n, self.slack_n)
        found: Array = (self.tip_at_m(load_n - step) - self.tip_at_m(load_n + step)) / (2.0 * step)
        return found

    def lean_by_rad(self, side_n: Array, load_n: Array) -> Array:
        """Lean by a pull from the side at its foot. [rad]

        side_n: the pull; downstream leans it upstream, which is less than 0. [N]
        load_n: what it carries. [N]
        Source: small lean, the push of the water at the middle of what is under; White, "Fluid Mechanics", 2.8.
        """
        body = self.settled.body
        z, load, stiff = self._levels
        at = np.interp(load_n, load, z)
        held = np.maximum(np.interp(load_n, load, stiff), 1e-9)
        lean: Array = -np.clip(side_n * 0.55 * np.minimum(at, body.length_m) / held, -1.4, 1.4)
        return lean

    @cached_property
    def hung(self) -> tuple[Item, ...]:
        """What hangs below the float and weighs something under water."""
        return tuple(i for i in self.settled.hanging.items if not i.above and i.weight_n != 0.0)

    @cached_property
    def _depths(self) -> tuple[Array, Array]:
        """Depth and weight of what hangs and sinks. [m, N]"""
        items = [i for i in self.hung if i.weight_n > 0.0]
        moving = self.situation.moving
        at = {p.id: p.depth_m for p in moving.pieces} if moving else {}
        hung = self.settled.hanging.setting_m + self.settled.attachment_m
        depth = [at.get(i.component.id, hung - i.position_m + i.link_m) for i in items]
        return np.array(depth), np.array([i.weight_n for i in items])

    def on_bed_n(self, shallower_m: Array) -> Array:
        """Weight that lies on the bed when the water is shallower than thought, or the rig hangs so much deeper. [N]

        shallower_m: by how much; less than 0 the other way. [m]
        """
        depth, weight = self._depths
        bed = self.situation.rig.water.depth_m - shallower_m
        lies: Array = (depth[:, None] >= bed[None, :] - 1e-9).T @ weight if len(weight) else np.zeros_like(bed)
        return lies

    def carried_over_bed_n(self, shallower_m: Array) -> Array:
        """What the float carries when the water is shallower than thought. [N]

        shallower_m: by how much. [m]
        """
        zero = np.zeros(1)
        found: Array = self.load_n - (self.on_bed_n(shallower_m) - self.on_bed_n(zero))
        return found

    @cached_property
    def carries(self) -> tuple[Item, ...]:
        """What hangs free, so that the float shows it when it is gone."""
        lies = self.situation.settled.laid.on_bed
        if self.moves:
            assert self.situation.moving is not None
            lies = {p.id for p in self.situation.moving.pieces if p.on_bed}
        return tuple(i for i in self.hung if i.component.id not in lies)

    @property
    def bait_n(self) -> float:
        """Pull of the bait on the float; less than 0 when it lifts. [N]"""
        return sum(i.weight_n for i in self.carries if isinstance(i.component, Bait))

    @property
    def drawn_n(self) -> float:
        """What a tight line draws the float down by, on a shot that lies; 0 where none does. [N]"""
        return max(0.0, -self.settled.rod_n)

    @property
    def tail_n(self) -> float:
        """Pull of hook, bait and the lowest shot: what a fish lifts. [N]"""
        ends = sum(i.weight_n for i in self.carries if isinstance(i.component, Bait | Hook))
        shot = [i for i in self.carries if isinstance(i.component, Shot)]
        return ends + (min(shot, key=lambda i: i.position_m).weight_n if shot else 0.0)

    @property
    def shot(self) -> tuple[Item, ...]:
        """Pinched shot that may slip off, from the hook up."""
        return tuple(sorted((i for i in self.carries if isinstance(i.component, Shot)), key=lambda i: i.position_m))

    @property
    def slides(self) -> bool:
        """Its float runs up to a stop."""
        return self.situation.rig.stop is not None

    @property
    def drags_meant(self) -> bool:
        """It is meant to drag over the bed."""
        return drags(self.situation.rig)

    def push_n(self, hold: Array) -> Array:
        """How hard the water pushes the line downstream when the float is held back to shares of the foam's speed. [N]

        hold: the shares.
        Source: the drag of the line goes with the square of the water's speed past it; one drag for all of it, found
        from the rig's own shape.
        """
        assert self.situation.moving is not None
        arrows = np.array([u for _, u in self.situation.moving.arrows])
        top = float(arrows.max())
        line = self.situation.shape.resting

        def past(speed: Array) -> Array:
            gone = arrows[None, :] - speed[:, None]
            found: Array = (gone * np.abs(gone)).mean(axis=1)
            return found

        # Over still water's whole speed the line is pushed as it would be anchored: the scale of all others.
        own = float(past(np.array([line.speed_m_s]))[0])
        scale = abs(line.side_n / own) if abs(own) > 0.01 * top * top else self._line_n_s2_m2
        pushed: Array = scale * past(hold * top)
        return pushed

    @property
    def _line_n_s2_m2(self) -> float:
        """Drag of the whole line across over the square of the speed, where the rig's shape does not tell it."""
        sections = [s for s in self.situation.rig.components if s.kind == "line"]
        thick = float(np.mean([s.diameter_m for s in sections])) if sections else 2e-4
        return 0.5 * self.settled.water_kg_m3 * 1.2 * thick * self.situation.rig.setting_m

    @property
    def clear_m(self) -> float:
        """Height of the lowest weight, hook or bait over the bed as reckoned. [m]"""
        moving = self.situation.moving
        if moving is not None:
            return moving.hook_height_m
        depth, _ = self._depths
        return self.situation.rig.water.depth_m - (float(depth.max()) if len(depth) else 0.0)
