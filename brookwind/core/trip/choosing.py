"""The choice of rigs, made anew as long as one that is tied in full turns out to cover less than was thought."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable

import numpy as np

from brookwind.core.trip.candidates import Candidate
from brookwind.core.trip.cover import Cover, best_covers, worth_tying
from brookwind.core.trip.day import Cases, Haunt
from brookwind.core.trip.document import MOST_RIGS, Trip
from brookwind.core.trip.judging import Flags
from brookwind.core.trip.making import Made, let_fall, make
from brookwind.core.trip.tackled import Tackled

LOST_SHARE = 0.01
"""A rig that turns out to cover so much less of the day is chosen anew. Editable default."""


class Choosing:
    """The choice, made anew as long as a chosen rig turns out to cover less than was thought."""

    def __init__(
        self, trip: Trip, cases: Cases, haunts: tuple[Haunt, ...], tackled: Tackled, found: list[Candidate]
    ) -> None:
        """Nothing is chosen yet.

        trip: the day.
        cases: of the day.
        haunts: where the fish may be.
        tackled: what the angler has.
        found: what there is to choose from.
        """
        self.trip, self.cases, self.haunts, self.tackled, self.found = trip, cases, haunts, tackled, found
        self.covers = [c.covers for c in found]
        self.made: dict[int, Made] = {}
        self.fell: set[int] = set()
        self.sets: tuple[Cover, ...] = ()
        self.refused = ""

    def settled(self) -> bool:
        """Choose, and tie what is chosen; False when one covers less than it was chosen for."""
        choices = [c.choice(v) for c, v in zip(self.found, self.covers, strict=True)]
        counts = Counter({f.item: f.count for f in self.tackled.floats})
        self.sets = best_covers(choices, MOST_RIGS, counts)
        # They are let fall when it is settled otherwise: that takes longest.
        return self._each_covers(self._tied) and self._each_covers(self._fallen)

    def _each_covers(self, work: Callable[[int, Flags], None]) -> bool:
        """Each of the chosen covers what it was chosen for, after more is known of it."""
        fine = True
        covered = np.zeros(self.cases.n, dtype=bool)
        for i in self.chosen:
            before = self.covers[i] & ~covered
            work(i, before)
            fine &= float((before & ~self.covers[i]).mean()) < LOST_SHARE
            covered |= self.covers[i]
        return fine

    def _tied(self, i: int, mine: Flags) -> None:
        if i in self.made or not mine.any():
            return
        made = self.made[i] = make(self.found[i], mine, self.trip, self.cases, self.haunts, self.tackled)
        self.covers[i] = self.covers[i] & made.covers
        self.refused = made.because or self.refused

    def _fallen(self, i: int, mine: Flags) -> None:
        if i in self.fell or i not in self.made:
            return
        self.fell.add(i)
        self.made[i] = let_fall(self.made[i], self.cases, self.tackled)
        self.covers[i] = self.covers[i] & self.made[i].covers

    @property
    def worth(self) -> int:
        """How many are worth tying."""
        return worth_tying(self.sets, self.cases.n)

    @property
    def chosen(self) -> tuple[int, ...]:
        """The rigs, by index: as many as are wanted, or are worth it."""
        if not self.sets:
            return ()
        many = min(self.trip.rigs or self.worth, len(self.sets))
        return self.sets[many - 1].chosen
