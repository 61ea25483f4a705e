"""Which family suits which of the day's cases."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.suits import which_suits
from brookwind.core.rig.document import Conditions, Water
from brookwind.core.trip.day import Cases, Haunt
from brookwind.core.trip.document import Trip
from brookwind.core.trip.judging import Flags
from brookwind.core.trip.tackled import Tackled

SUITS_FROM = 1.0
"""A family suits when its reasons sum to this. Editable default."""
SUITS_WITHIN = 3.0
"""And come within so much of the best one's. Editable default."""
FAMILIES = 3
"""Families looked at for a fish, the best suited first. Editable default."""
TYING_SHARE, UNSUITED_SHARE = 0.01, 0.08
"""What speaks against a rig, in shares of the day it might as well not cover: that it is still to be tied, and each
point its method suits less than the best. Editable defaults."""


class Suiting:
    """Which family suits which of the day's cases."""

    def __init__(self, trip: Trip, cases: Cases, haunts: Sequence[Haunt], tackled: Tackled) -> None:
        """Ask at the ends of the day's depth and current, for each place where a fish may be.

        trip: the day.
        cases: of the day.
        haunts: where the fish may be.
        tackled: the angler's book, rules and schools.
        """
        self.n, self.score = cases.n, dict[tuple[str, str], float]()
        self.flags: dict[tuple[str, str], Flags] = {}
        depths = np.quantile(cases.depth_m, (0.1, 0.5, 0.9))
        nearest_depth = np.abs(cases.depth_m[:, None] - depths[None, :]).argmin(axis=1)
        fast = cases.current_m_s > 0.5 * (trip.current_m_s.low + trip.current_m_s.high)
        for at, haunt in enumerate(haunts):
            for d, depth in enumerate(depths):
                for quick in (False, True):
                    these = (cases.haunt == at) & (nearest_depth == d) & (fast == quick)
                    if not these.any():
                        continue
                    current = float(np.median(cases.current_m_s[these]))
                    for family, score in self._suited(trip, haunt, float(depth), current, tackled):
                        key = (haunt.species, family)
                        self.score[key] = self.score.get(key, 0.0) + score * float(these.sum()) / cases.n
                        self.flags.setdefault(key, np.zeros(cases.n, dtype=bool))[these] = True

    @staticmethod
    def _suited(
        trip: Trip, haunt: Haunt, depth_m: float, current_m_s: float, tackled: Tackled
    ) -> Iterator[tuple[str, float]]:
        purpose = purpose_at(trip, haunt, depth_m, current_m_s, tackled)
        ranked = [s for s in which_suits(purpose, tackled.book).ranked if s.possible]
        best = max((s.score for s in ranked), default=0.0)
        for s in ranked:
            if s.score >= max(SUITS_FROM, best - SUITS_WITHIN):
                yield s.family, s.score

    def of(self, species: str, family: str) -> Flags:
        """The cases in which a family suits a fish.

        species: id of the fish.
        family: id of the family.
        """
        return self.flags.get((species, family), np.zeros(self.n, dtype=bool))

    def against(self, species: str, family: str) -> float:
        """What speaks against a family: to be tied, and how much less it suits than the best, as a share of the day.

        species: id of the fish.
        family: id of the family.
        """
        best = max((score for (name, _), score in self.score.items() if name == species), default=0.0)
        # A score is summed over the fish's own part of the day.
        return TYING_SHARE + UNSUITED_SHARE * (best - self.score[(species, family)]) / self.part(species)

    def part(self, species: str) -> float:
        """A fish's own part of the day, in which some method suits.

        species: id of the fish.
        """
        return max(1e-9, float(np.mean(np.any([v for (n, _), v in self.flags.items() if n == species], axis=0))))

    def families(self, species: str) -> list[str]:
        """The families looked at for a fish, the best suited first.

        species: id of the fish.
        """
        mine = sorted((-score, family) for (name, family), score in self.score.items() if name == species)
        return [family for _, family in mine[:FAMILIES]]


def purpose_at(trip: Trip, haunt: Haunt, depth_m: float, current_m_s: float, tackled: Tackled) -> Purpose:
    """What a rig of the day is for.

    trip: the day.
    haunt: where the fish is.
    depth_m: of the water. [m]
    current_m_s: of the surface. [m/s]
    tackled: the angler's rules and schools.
    """
    return Purpose.model_construct(
        water=Water(
            depth_m=round(depth_m, 2), swim=trip.swim, temperature_c=trip.temperature_c, salinity=trip.salinity
        ),
        species=haunt.species,
        lie=haunt.lie,
        conditions=Conditions(
            distance_m=trip.distance_m, current_m_s=round(current_m_s, 3), tackle=trip.tackle, rod_m=trip.rod_m,
            wind_m_s=round(0.5 * (trip.wind_m_s.low + trip.wind_m_s.high), 1), clear=trip.clear,
        ),
        month=trip.begins.month,
        rules=tackled.rules,
        schools=tackled.schools,
    )  # fmt: skip
