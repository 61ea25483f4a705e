"""The fewest rigs that cover the day, found exactly: no other choice of as many comes to more."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

WORTH_SHARE = 0.02
"""A rig that adds less than this of the day is not worth tying. Editable default."""


@dataclass(frozen=True)
class Choice:
    """One of the things to choose from: the cases it covers, one bit each, and what it costs."""

    covers: int
    price: float = 0.0
    """What speaks against it, in cases it might as well not cover. [0 or more]"""
    float_item: str | None = None
    """Compartment its float comes from; None for one that has its own."""


@dataclass(frozen=True)
class Cover:
    """What was chosen, by index, each next the one that adds most, and the cases covered."""

    chosen: tuple[int, ...]
    covers: int


def best_covers(
    choices: Sequence[Choice], most: int, floats: Mapping[str, int] | None = None
) -> tuple[Cover, ...]:  # fmt: skip
    """For 1, 2, … rigs the choice that covers most of the day less what speaks against it.

    It ends where another rig covers nothing more.

    choices: what there is to choose from.
    most: rigs at most. [1 or more]
    floats: how many there are of each float, where that is few; a float hangs on one rig.
    Source: depth-first branch and bound for maximum coverage; a branch is left when even the largest sets that are
    still to come, overlapping nowhere and costing nothing, would not better the best found.
    """
    order = _worth_having(choices)
    found: list[Cover] = []
    for count in range(1, most + 1):
        best = _Search(choices, order, count, floats or {}).best()
        if len(best.chosen) < count or (found and best.covers.bit_count() <= found[-1].covers.bit_count()):
            break
        found.append(best)
    return tuple(found)


def worth_tying(covers: Sequence[Cover], cases: int) -> int:
    """How many rigs are worth it: the fewest after which one more adds less than `WORTH_SHARE` of the day.

    covers: for 1, 2, … rigs.
    cases: of the day.
    """
    for i in range(1, len(covers)):
        if covers[i].covers.bit_count() - covers[i - 1].covers.bit_count() < WORTH_SHARE * cases:
            return i
    return len(covers)


def _worth_having(choices: Sequence[Choice]) -> list[int]:
    """Without those that another covers whole at no higher price, the largest first."""
    order = sorted(range(len(choices)), key=lambda i: (-choices[i].covers.bit_count(), choices[i].price, i))
    kept: list[int] = []
    for i in order:
        mine = choices[i]
        beaten = any(
            mine.covers & ~choices[k].covers == 0
            and choices[k].price <= mine.price
            # Where another float is taken for it, that one is not there for the next rig.
            and choices[k].float_item in {None, mine.float_item}
            for k in kept
        )
        if mine.covers and not beaten:
            kept.append(i)
    return kept


class _Search:
    """The best choice of so many, each adding something to those before it."""

    def __init__(
        self, choices: Sequence[Choice], order: Sequence[int], count: int, floats: Mapping[str, int]
    ) -> None:  # fmt: skip
        self.choices, self.order, self.count, self.floats = choices, order, count, floats
        self.found: tuple[int, ...] = ()
        self.covered, self.value = 0, float("-inf")

    def best(self) -> Cover:
        self._go(0, (), 0, 0.0)
        return Cover(tuple(self._by_gain()), self.covered)

    def _go(self, start: int, chosen: tuple[int, ...], covered: int, price: float) -> None:
        value = covered.bit_count() - price
        left = self.count - len(chosen)
        if not left:
            if value > self.value:
                self.found, self.covered, self.value = chosen, covered, value
            return
        rest = self.order[start:]
        gains = [(self.choices[i].covers & ~covered).bit_count() for i in rest]
        for at, i in enumerate(rest):
            if value + sum(sorted(gains[at:], reverse=True)[:left]) <= self.value:
                return
            this = self.choices[i]
            if gains[at] and self._there_is(i, chosen):
                self._go(start + at + 1, (*chosen, i), covered | this.covers, price + this.price)

    def _there_is(self, i: int, chosen: tuple[int, ...]) -> bool:
        """A float is left for it."""
        item = self.choices[i].float_item
        if item is None or item not in self.floats:
            return True
        return sum(self.choices[k].float_item == item for k in chosen) < self.floats[item]

    def _by_gain(self) -> list[int]:
        """The chosen, each next the one that adds most."""
        left, covered, told = list(self.found), 0, []
        while left:
            i = max(left, key=lambda k: ((self.choices[k].covers & ~covered).bit_count(), -k))
            left.remove(i)
            told.append(i)
            covered |= self.choices[i].covers
        return told
