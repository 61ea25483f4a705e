"""A rig as it is fished: whatever is reckoned of it, reckoned once, when it is first asked for.

Everything that judges, advises, balances or answers reads from here, and asks for "the same with 20 cm more depth" by
`varied`.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from brookwind.core.errors import BrookwindError, OutOfRange, Problem
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.motion.afloat import Afloat, go
from brookwind.core.motion.dragging import dragged, drags
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import Fall, FallWish
from brookwind.core.motion.moving import Moving, describe
from brookwind.core.motion.paying import QUICK
from brookwind.core.motion.setting import SET_IN_CURRENT_M, MovingStop, moving_setting, moving_stop
from brookwind.core.motion.setup import Setup, moves, setup_of
from brookwind.core.rest.handles import Handle, handles
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rest.stop import SET_M, StopSetting, least_setting_m, set_stop, stop_and_rest
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Bait, Hook
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.rules.place_rules import Place
from brookwind.core.tackle.line_facts import LineFacts, line_facts
from brookwind.core.tackle.passing import Passing, passing

MADE_UP_SHARE = 0.05
"""What the current takes off the load or adds to it is made up with shot as far as this share of it; beyond, the float
is held too hard, and with so much more shot it would go under when it is let go. Editable default."""
LEFT_OFF_SHARE = 0.3
"""As far as this share of the load, shot is left off for what the current adds to it. Editable default."""


@dataclass(frozen=True)
class Situation:
    """A rig, the rules and the book it is judged by, and everything that follows. Immutable; nothing is reckoned twice.

    What cannot be reckoned raises its BrookwindError when it is asked for; of `stop` and `moving` the problem is kept
    beside.
    """

    rig: Rig
    place: Place | None = None
    book: Book = SHIPPED

    def varied(self, change: Callable[[Rig], Rig]) -> Situation:
        """The same with the rig changed; itself when the change leaves the rig as it is.

        change: the changed rig of a rig.
        Raises: BrookwindError when the change does.
        """
        changed = change(self.rig)
        return self if changed is self.rig else Situation(changed, self.place, self.book)

    @cached_property
    def settled(self) -> Settled:
        """At rest in still water. Raises: BrookwindError when the float cannot be."""
        return settle(self.rig)

    @cached_property
    def setup(self) -> Setup:
        """Water and bed of its conditions."""
        return setup_of(self.rig, self.settled.water_kg_m3)

    @property
    def moves(self) -> bool:
        """Its water moves, or the line that lies on it draws the float along."""
        return moves(self.rig, self.setup)

    @cached_property
    def handles(self) -> tuple[Handle, ...]:
        """What may be slid along the line."""
        return handles(self.rig)

    @cached_property
    def line_facts(self) -> LineFacts:
        """What each line bears, drags and shows."""
        return line_facts(self.rig)

    @cached_property
    def passing(self) -> Passing | None:
        """What runs through what; None for a fixed float."""
        return passing(self.rig)

    @cached_property
    def _stop(self) -> tuple[StopSetting, Settled | None] | OutOfRange:
        try:
            return stop_and_rest(self.rig, self.settled)
        except OutOfRange as error:
            return error

    @property
    def stop(self) -> StopSetting:
        """Where its stop belongs in still water. Raises: OutOfRange when it belongs nowhere."""
        if isinstance(self._stop, OutOfRange):
            raise self._stop
        return self._stop[0]

    @cached_property
    def set_for_still(self) -> Situation:
        """The same with its stop as for still water. Raises: OutOfRange when it belongs nowhere."""
        if isinstance(self._stop, OutOfRange):
            raise self._stop
        stop, rest = self._stop
        if stop.wanted_m == self.rig.setting_m:
            return self
        situation = self.varied(lambda rig: set_stop(rig, stop.wanted_m))
        if rest is not None:
            # It was brought to rest there to find the setting.
            situation.__dict__["settled"] = rest
        return situation

    @property
    def stop_problem(self) -> Problem | None:
        """Why its stop belongs nowhere in still water."""
        return self._stop.problems[0] if isinstance(self._stop, OutOfRange) else None

    @cached_property
    def _shape(self) -> Afloat | BrookwindError:
        try:
            if self.moves and drags(self.rig):
                return dragged(self.rig, self.settled, self.setup)
            return go(self.rig, self.settled, self.setup)
        except BrookwindError as error:
            return error

    @property
    def shape(self) -> Afloat:
        """Its line and float in moving water. Raises: BrookwindError when they take no shape there."""
        if isinstance(self._shape, BrookwindError):
            raise self._shape
        return self._shape

    @property
    def _goes(self) -> bool:
        return self.moves and self.settled.status != "sinks"

    @cached_property
    def moving(self) -> Moving | None:
        """It in the water of its conditions; None in still water, for a float that sinks, or without a shape."""
        if not self._goes or isinstance(self._shape, BrookwindError):
            return None
        return describe(self.rig, self.settled, self._shape)

    @property
    def moving_problem(self) -> Problem | None:
        """Why it takes no shape in moving water."""
        return self._shape.problems[0] if self._goes and isinstance(self._shape, BrookwindError) else None

    @cached_property
    def setting_m(self) -> float:
        """Setting that brings the hook to its height in the water of its conditions. [m]

        Raises: OutOfRange when none does.
        """
        if not self._goes:
            return self.stop.wanted_m
        if isinstance(self._shape, BrookwindError):
            raise self._shape
        return moving_setting(self.rig, self.settled, self.setup, self._shape, lambda: self.stop.wanted_m)[0]

    def moving_stop(self, bed: Sequence[tuple[float, float]] = ()) -> MovingStop:
        """Where its stop goes in moving water, and what matters.

        bed: (distance downstream of where the float is, depth) along the run; the slope of the conditions when empty.
        [m]
        Raises: OutOfRange when no setting does it.
        """
        return moving_stop(self.rig, self.settled, bed, self.stop, self.shape)

    @cached_property
    def fallen(self) -> Fall | None:
        """Its fall as it is usually cast, followed no finer than it is counted; None where it cannot be followed."""
        try:
            return fall(self.rig, FallWish(), self.settled, QUICK)
        except BrookwindError:
            return None

    @property
    def ready_s(self) -> float | None:
        """When its bait is at depth for good; None where that is not known. [s]"""
        return None if self.fallen is None else self.fallen.to_depth_s

    @property
    def stop_set(self) -> Situation:
        """The same with its stop where it belongs; itself when the stop is there. Raises: OutOfRange for nowhere."""
        near = SET_IN_CURRENT_M if self.moves else SET_M
        return self if abs(self.setting_m - self.rig.setting_m) < near else self._set_to(self.setting_m)

    @property
    def stop_set_somehow(self) -> Situation:
        """The same with its stop exactly where it belongs, or, where the current leaves no setting, as for still water.

        Where leader or weights hang longer than the water is deep, as short as they let it be.
        Raises: OutOfRange when there is none in still water either.
        """
        try:
            return self._set_to(self.setting_m)
        except OutOfRange as error:
            if error.problems[0].code == "longer-than-water":
                return self._set_to(least_setting_m(self.rig, is_free_shot))
            return self.set_for_still

    def _set_to(self, setting_m: float) -> Situation:
        if not isinstance(self._stop, OutOfRange) and self.stop.wanted_m == setting_m:
            return self.set_for_still
        return self if setting_m == self.rig.setting_m else self.varied(lambda rig: set_stop(rig, setting_m))

    @cached_property
    def weighed(self) -> Situation:
        """The same with everything hanging that hangs when it is fished.

        In a current a longer setting is right, and the hook would lie on the bed in still water: it is weighed with its
        stop as for still water.
        """
        if not self.settled.laid.on_bed or not self.moves:
            return self
        try:
            situation = self.set_for_still
            _ = situation.settled
        except BrookwindError:
            return self
        return situation

    @cached_property
    def lifted_n(self) -> float:
        """What the current takes off the float's load, less than nothing when it adds to it. [N]

        Nothing in still water, for a float that a tight line holds or that does not stand, for a rig whose weights
        lie on the bed, and beyond `MADE_UP_SHARE` and `LEFT_OFF_SHARE`.
        Source: `go`.
        """
        rest = self.weighed.settled
        if not self.moves or rest.status != "stands" or rest.rod_n or not self._only_bait_lies:
            return 0.0
        try:
            found = self.shape if self.weighed is self else go(self.rig, rest, self.setup, self.settled.hanging)
        except BrookwindError:
            return 0.0
        lifted = rest.pull_n - found.resting.load_n
        made_up = found.status != "lies" and -LEFT_OFF_SHARE <= lifted / rest.pull_n <= MADE_UP_SHARE
        return lifted if made_up else 0.0

    @property
    def _only_bait_lies(self) -> bool:
        """No weight lies on the bed in still water; hook and bait may, and the current takes them up."""
        lies = self.weighed.settled.laid.on_bed
        return all(isinstance(c, Bait | Hook) for c in self.rig.components if c.id in lies)

    @cached_property
    def as_fished(self) -> Settled:
        """At rest as `weighed`, its load and waterline as the current has them."""
        rest, lifted = self.weighed.settled, self.lifted_n
        carried = rest.pull_n - lifted
        immersion = immersion_at_load_m(rest.body, carried, rest.water_kg_m3) if lifted else None
        if immersion is None:
            return rest
        return replace(rest, pull_n=carried, immersion_m=immersion, tip_m=rest.body.length_m - immersion)
