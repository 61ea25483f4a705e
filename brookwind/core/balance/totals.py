"""Lists of totals that pieces can make, and what is found among them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import inf
from typing import TypeAlias

import numpy as np
import numpy.typing as npt

from brookwind.core.balance.ties import TIE_N

Floats = npt.NDArray[np.float64]
Ints = npt.NDArray[np.int64]
Bytes = npt.NDArray[np.uint8]
Prefer: TypeAlias = Callable[[tuple[int, ...]], tuple[float, ...]]
STATE_LIMIT = 200_000
"""Partial sums kept in one step of the search: some megabytes."""
_KEYS_PER_TIE = 64
"""How finely loads are told apart within a tie."""
MOST_EFFORT = 6e6
"""Totals made for one balance at most, twice what the worst of 300 well-filled boxes needs. Editable default."""


class Effort:
    """What searches together may spend; the same on every machine, so that the answer is too."""

    def __init__(self, most: float = MOST_EFFORT) -> None:
        """Begin with nothing spent.

        most: totals that may be made.
        """
        self.left = most

    def spend(self, totals: int) -> bool:
        """Take so many totals off what is left. False when there was not enough.

        totals: how many are to be made.
        """
        self.left -= totals
        return self.left >= 0


@dataclass(frozen=True)
class Choice:
    """Pieces of each size, their total pull, and the error that the given measure sees. [N]"""

    counts: tuple[int, ...]
    total_n: float
    error: float
    proved: bool
    """False when the list of totals was too long to finish and a better choice may exist."""
    off_by: float = 0.0
    """A better choice can be better by no more than this; 0 when proved."""

    @property
    def pieces(self) -> int:
        """Number of pieces."""
        return sum(self.counts)

    @property
    def sizes(self) -> int:
        """Number of different sizes."""
        return sum(1 for c in self.counts if c)


@dataclass(frozen=True)
class Half:
    """Totals of one half of the sizes, by number of pieces, each sorted. Rows of `counts` belong to `totals`."""

    totals: tuple[Floats, ...]
    counts: tuple[Bytes, ...]


Lists: TypeAlias = dict[tuple[tuple[float, ...], tuple[int, ...], int], "tuple[Half, Half] | None"]


@dataclass(frozen=True)
class Found:
    """The best total of a number of pieces, and its error in ties."""

    pieces: int
    total_n: float
    ties: int


def first_of_equals(totals: Floats, pieces: Ints, sizes: Ints) -> Ints:
    """One row for each (total, pieces), the one with the fewest sizes, sorted by total.

    Totals are compared far finer than a tie. The three keys share one integer: sorting that is the quickest.

    totals: of each row. [N, shape (n,)]
    pieces: in each. [0 to 63, shape (n,)]
    sizes: different ones in each. [0 to 63, shape (n,)]
    """
    key = np.round(totals * (_KEYS_PER_TIE / TIE_N)).astype(np.int64) * 64 + pieces
    order = np.argsort(key * 64 + sizes)
    sorted_key = key[order]
    fresh = np.ones(order.size, dtype=bool)
    fresh[1:] = sorted_key[1:] != sorted_key[:-1]
    return order[fresh]


def nearest(first: Floats, second: Floats, target: float) -> tuple[float, float]:
    """The greatest sum of one from each not above the target, and the least not below it; infinite when none is.

    first: totals. [N, shape (n,)]
    second: totals, sorted. [N, shape (m,)]
    target: the wanted sum. [N]
    """
    if first.size == 0 or second.size == 0:
        return -inf, inf
    at = np.searchsorted(second, target - first, side="left")
    low, high = at > 0, at < second.size
    below = float((first[low] + second[at[low] - 1]).max()) if low.any() else -inf
    above = float((first[high] + second[at[high]]).min()) if high.any() else inf
    return below, above
