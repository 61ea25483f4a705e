"""The search for pieces of one set of sizes, taken on by number of pieces.

The tip shown falls steadily with the pull, so for every number of pieces the best answer is either the greatest total
that is not above the target or the least that is not below it. All totals are reached by meeting in the middle: the
sizes are split into two halves, every way of taking pieces from each half is listed once (equal totals are kept once),
and the halves are paired by binary search. What is found bounds the totals still worth listing.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from math import inf

import numpy as np

from brookwind.core.balance.ties import TIE_N, in_ties, least_error
from brookwind.core.balance.totals import (
    STATE_LIMIT,
    Choice,
    Effort,
    Found,
    Half,
    Lists,
    Prefer,
    first_of_equals,
    nearest,
)
from brookwind.core.errors import OutOfRange

_SHORT = 6
"""Lists of totals of up to so many pieces are short: they are made whole, and kept for the next call."""
CLOSE_SHARE = 0.02
"""Of what is equal in all else the nearest wins, counted in this share of a tie."""
_OPTIONS = 400
"""Combinations looked at closely."""


class Search:
    """The search over one set of sizes, taken on by number of pieces."""

    def __init__(
        self,
        pulls_n: Sequence[float],
        stock: Sequence[int],
        target_n: float,
        least: int,
        most: int,
        error_of: Callable[[float], float],
        tie: float,
        lists: Lists | None = None,
        effort: Effort | None = None,
    ) -> None:
        """Prepare a search; nothing is listed yet.

        pulls_n: submerged weight of one piece of each size, more than 0. [N, shape (k,)]
        stock: how many there are of each. [0 or more, shape (k,)]
        target_n: the wanted total. [N]
        least: fewest pieces allowed. [0 or more]
        most: most pieces allowed. [0 to 60]
        error_of: as in `choose_pieces`.
        tie: as in `choose_pieces`.
        lists: short lists of totals of other searches, used again where sizes and stock are the same.
        effort: what is left to spend, shared with other searches.
        Raises: OutOfRange for a pull that is not more than 0.
        """
        if any(not p > 0.0 for p in pulls_n):
            raise OutOfRange.one(
                "weight-pull", "A weight that does not sink cannot be chosen.", "Leave it out.", ("stock",)
            )
        self.pulls, self.stock, self.target, self.least = pulls_n, stock, target_n, least
        self.most = min(most, sum(stock))
        self.measure, self.tie = error_of, tie
        self.lists: Lists = {} if lists is None else lists
        self.effort = effort or Effort()
        self.largest = max((p for p, n in zip(pulls_n, stock, strict=True) if n), default=0.0)
        order = sorted(range(len(pulls_n)), key=lambda i: -pulls_n[i])
        # Alternating keeps either half from getting all the small shot, of which many fit.
        self.split = (order[0::2], order[1::2])
        # Taking a piece away from anything above this roof brings it nearer, unless the fewest pieces forbid it.
        self.roof = max(target_n, 0.0) + max(1, least) * self.largest + TIE_N
        self.bound = least_error(pulls_n, stock, target_n, self.most, error_of)
        # Rounding must not make the bound a tie too high.
        self.goal = in_ties(max(0.0, self.bound - 1e-6 * tie), tie)
        self.needed = max(least, min(int(max(target_n, 0.0) / self.largest), self.most)) if self.largest else least
        self.cut = False
        """True when a list grew too long and the search stopped short."""
        self._done = -1
        self._low: float | None = None
        self._found: dict[int, Found] = {}
        self._held: tuple[Half, Half] | None = None

    def extend(self, limit: int) -> None:
        """Look at every choice of up to so many pieces.

        limit: number of pieces.
        """
        limit = min(limit, self.most)
        if limit <= self._done or limit < self.least or self.cut or (limit < self.needed and limit < self.most):
            return
        if self._low is None:
            self._low = self._floor(self.most)
        listed = self._halves(limit, self._low)
        if listed is None:
            self.cut = True
            return
        self._held, self._done = listed, limit
        self._pair(listed, limit)

    def top(self) -> tuple[int, int] | None:
        """Error in ties and pieces of the best so far."""
        return min(((f.ties, f.pieces) for f in self._found.values()), default=None)

    def pick(self, prefer: Prefer) -> Choice:
        """The best so far; among equals as preferred.

        prefer: ranks what is equal otherwise.
        """
        assert self._held is not None
        chosen = min(self._found.values(), key=lambda f: (f.ties, f.pieces))
        return self._pick(chosen, self._held, prefer)

    def _floor(self, most: int) -> float:
        """Totals below this are not worth listing: filling up greedily comes nearer."""
        greedy = self._greedy(most)
        if greedy is None:
            return -inf
        # Errors of the same number of ties as the greedy one may win with fewer pieces.
        total = sum(c * p for c, p in zip(greedy, self.pulls, strict=True))
        worst = (in_ties(self.measure(total), self.tie) + 0.5) * self.tie
        below = total
        for _ in range(60):
            if self.measure(below) > worst or below <= 0.0:
                return below
            below -= max(TIE_N, 2.0 * (total - below))
        return -inf

    def _greedy(self, most: int) -> list[int] | None:
        """Largest first while it fits, or enough of the smallest, exchanged for larger ones while they fit."""
        counts, left, room = [0] * len(self.pulls), most, self.target + 1e-3 * TIE_N
        for i in sorted(range(len(self.pulls)), key=lambda i: -self.pulls[i]):
            take = min(self.stock[i], left, int(max(0.0, room) / self.pulls[i]))
            counts[i], left, room = take, left - take, room - take * self.pulls[i]
        return counts if sum(counts) >= self.least else self._exchanged()

    def _exchanged(self) -> list[int] | None:
        by_size = sorted(range(len(self.pulls)), key=lambda i: self.pulls[i])
        counts, left = [0] * len(self.pulls), self.least
        for i in by_size:
            counts[i] = min(self.stock[i], left)
            left -= counts[i]
        room = self.target - sum(c * p for c, p in zip(counts, self.pulls, strict=True))
        if left or room < 0.0:
            return None
        for small in by_size:
            for _ in range(counts[small]):
                larger = [i for i in by_size if counts[i] < self.stock[i] and 0.0 < self._gain(i, small) <= room]
                if not larger:
                    break
                counts[small], counts[larger[-1]] = counts[small] - 1, counts[larger[-1]] + 1
                room -= self._gain(larger[-1], small)
        return counts

    def _gain(self, one: int, other: int) -> float:
        return self.pulls[one] - self.pulls[other]

    def greedy_choice(self) -> Choice | None:
        """Filled up greedily, with how far off that may be."""
        counts = self._greedy(self.most)
        if counts is None:
            return None
        total = sum(c * p for c, p in zip(counts, self.pulls, strict=True))
        error = self.measure(total)
        return Choice(tuple(counts), total, error, False, max(0.0, error - self.bound))

    def _halves(self, limit: int, floor: float) -> tuple[Half, Half] | None:
        if limit > _SHORT:
            return self._both(limit, floor, self.roof)
        key = (tuple(self.pulls), tuple(min(n, limit) for n in self.stock), limit)
        if key not in self.lists:
            self.lists[key] = self._both(limit, -inf, inf)
        return self.lists[key]

    def _both(self, limit: int, floor: float, roof: float) -> tuple[Half, Half] | None:
        first = self._half(self.split[0], limit, floor, roof)
        second = self._half(self.split[1], limit, floor, roof) if first else None
        return (first, second) if first and second else None

    def _half(self, mine: list[int], limit: int, floor: float, roof: float) -> Half | None:
        totals = np.zeros(1)
        pieces = np.zeros(1, dtype=np.int64)
        sizes = np.zeros(1, dtype=np.int64)
        counts = np.zeros((1, len(self.pulls)), dtype=np.uint8)
        for i in mine:
            if not self.stock[i]:
                continue
            take = np.arange(min(self.stock[i], limit) + 1)
            if totals.size * take.size > 16 * STATE_LIMIT or not self.effort.spend(totals.size * take.size):
                return None
            new_totals = totals[:, None] + take * self.pulls[i]
            new_pieces = pieces[:, None] + take
            reach = new_totals + (limit - new_pieces) * self.largest
            rows, taken = np.nonzero((new_pieces <= limit) & (new_totals <= roof) & (reach >= floor))
            if rows.size > 4 * STATE_LIMIT:
                return None
            totals, pieces = new_totals[rows, taken], new_pieces[rows, taken]
            sizes = sizes[rows] + (taken > 0)
            first = first_of_equals(totals, pieces, sizes)
            totals, pieces, sizes = totals[first], pieces[first], sizes[first]
            counts = counts[rows[first]]
            counts[:, i] = taken[first]
            if totals.size > STATE_LIMIT:
                return None
        # The rows are sorted by total: a stable sort by pieces keeps that within each number.
        order = np.argsort(pieces, kind="stable")
        edges = np.searchsorted(pieces[order], np.arange(limit + 2))
        totals, counts = totals[order], counts[order]
        return Half(tuple(totals[a:b] for a, b in pairwise(edges)), tuple(counts[a:b] for a, b in pairwise(edges)))

    def _pair(self, halves: tuple[Half, Half], limit: int) -> None:
        found = self._found
        for n in range(self.least, limit + 1):
            if n in found:
                continue
            below, above = -inf, inf
            for j in range(n + 1):
                low, high = nearest(halves[0].totals[j], halves[1].totals[n - j], self.target)
                below, above = max(below, low), min(above, high)
            totals = [t for t in (below, above) if abs(t) < inf]
            if totals:
                error, total = min((self.measure(t), t) for t in totals)
                found[n] = Found(n, total, in_ties(error, self.tie))

    def _pick(
        self,
        chosen: Found,
        halves: tuple[Half, Half],
        prefer: Prefer,
    ) -> Choice:
        """Of all with that error and number of pieces: as preferred, among those of the fewest sizes or one more."""
        low, high = self._same_error(chosen)
        options: list[tuple[int, float, tuple[int, ...]]] = []
        fewest = 64
        for j in range(chosen.pieces + 1):
            a, b = halves[0].totals[j], halves[1].totals[chosen.pieces - j]
            if a.size == 0 or b.size == 0:
                continue
            from_ = np.searchsorted(b, low - a, side="left")
            to = np.searchsorted(b, high - a, side="right")
            for row in np.nonzero(to > from_)[0]:
                one = halves[0].counts[j][row]
                others = halves[1].counts[chosen.pieces - j][from_[row] : to[row]] + one
                sizes = np.count_nonzero(others, axis=1)
                fewest = min(fewest, int(sizes.min()))
                for k in np.nonzero(sizes <= fewest + 1)[0]:
                    total = float(a[row] + b[from_[row] + k])
                    options.append((int(sizes[k]), total, tuple(int(c) for c in others[k])))
        options = sorted(o for o in options if o[0] <= fewest + 1)[:_OPTIONS]
        best = min(options, key=lambda o: (*prefer(o[2]), in_ties(self.measure(o[1]), CLOSE_SHARE * self.tie), o[2]))
        return Choice(best[2], best[1], self.measure(best[1]), True)

    def _same_error(self, chosen: Found) -> tuple[float, float]:
        """The stretch of totals whose error is the same number of ties; it may lie on both sides of the target."""
        worst = (chosen.ties + 0.5) * self.tie
        edges = []
        for side in (-1.0, 1.0):
            inner, outer = self.target, self.target + side * max(4.0 * abs(chosen.total_n - self.target), 64.0 * TIE_N)
            for _ in range(40):
                if self.measure(outer) >= worst:
                    break
                inner, outer = outer, self.target + 2.0 * (outer - self.target)
            for _ in range(34):
                middle = 0.5 * (inner + outer)
                if self.measure(middle) < worst:
                    inner = middle
                else:
                    outer = middle
            edges.append(inner)
        # What was found belongs to it, whatever rounding says.
        return min(edges[0], chosen.total_n), max(edges[1], chosen.total_n)
