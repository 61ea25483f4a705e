"""Which pieces of which sizes come nearest to a wanted pull: an exact integer choice.

The tip shown falls steadily with the pull, so the best answer is either the greatest total that is not above the
target or the least that is not below it. All totals are reached by meeting in the middle: the sizes are split into two
halves, every way of taking pieces from each half is listed once (equal totals are kept once), and the halves are paired
by binary search.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from brookwind.core.errors import OutOfRange

Floats = npt.NDArray[np.float64]
Ints = npt.NDArray[np.int64]
Bytes = npt.NDArray[np.uint8]
Split = tuple[list[int], list[int]]

TIE_N = 9.0e-9
"""Pulls closer than this count as equal: the pull of a microgram of lead. [N] Editable default."""

_STATE_LIMIT = 200_000
_STAGES = (4, 6, 7, 8, 9, 10, 11, 12, 14, 17, 21, 25, 31, 40, 50, 60)
_KEYS_PER_TIE = 64


@dataclass(frozen=True)
class Choice:
    """Pieces of each size, their total pull, and the error that the given measure sees. [N]"""

    counts: tuple[int, ...]
    total_n: float
    error: float
    proved: bool
    """False when the list of totals was too long to finish and a better choice may exist."""

    @property
    def pieces(self) -> int:
        """Number of pieces."""
        return sum(self.counts)

    @property
    def sizes(self) -> int:
        """Number of different sizes."""
        return sum(1 for c in self.counts if c)


@dataclass(frozen=True)
class _Half:
    """Totals of one half of the sizes, by number of pieces, each sorted. Rows of `counts` belong to `totals`."""

    totals: tuple[Floats, ...]
    counts: tuple[Bytes, ...]


def choose_pieces(
    pulls_n: Sequence[float],
    stock: Sequence[int],
    target_n: float,
    max_pieces: int,
    min_pieces: int = 0,
    error_of: Callable[[float], float] | None = None,
) -> Choice | None:
    """The pieces whose total pull shows the least error, then the fewest pieces, then the fewest sizes.

    Equal means within the pull of a microgram of lead (`TIE_N`), carried through the measure of error.

    pulls_n: submerged weight of one piece of each size, more than 0. [N, shape (k,)]
    stock: how many there are of each. [0 or more, shape (k,)]
    target_n: the wanted total. [N]
    max_pieces: most pieces allowed. [0 to 60]
    min_pieces: fewest pieces allowed. [0 or more]
    error_of: error of a total pull, never falling as the total leaves the target on either side; the distance itself
        when not given.
    Returns None when fewer than min_pieces are there to take.
    Raises: OutOfRange for a pull that is not more than 0.
    Source: Horowitz and Sahni, "Computing partitions with applications to the knapsack problem", J. ACM 21, 1974.
    """
    if any(not p > 0.0 for p in pulls_n):
        raise OutOfRange.one(
            "weight-pull", "A weight that does not sink cannot be chosen.", "Leave it out.", ("stock",)
        )
    if min(sum(stock), max_pieces) < min_pieces:
        return None
    measure = error_of or (lambda total: abs(total - target_n))
    slack = measure(target_n) + max(abs(measure(target_n + s * TIE_N) - measure(target_n)) for s in (-1.0, 1.0))
    # Taking a piece away from anything above this roof brings it nearer, unless the fewest pieces forbid it.
    roof = max(target_n, 0.0) + max(1, min_pieces) * max(pulls_n, default=0.0) + TIE_N
    split = _split(pulls_n)
    lattice = _lattice_n(pulls_n)
    good_enough = slack + _least_possible(lattice, target_n, measure)
    best: list[_Found] = []
    proved = True
    # Fewer pieces than the largest size needs to reach the target are seen in the first stage all the same.
    needed = int(target_n / max(pulls_n)) if pulls_n else 0
    for limit in _stages(min(max(min_pieces, needed), max_pieces), max_pieces, lattice > 0.0):
        halves = _halves(pulls_n, stock, split, limit, roof)
        if halves is None:
            proved = False
            break
        best = _per_piece_count(halves, target_n, min_pieces, limit, measure)
        if best and min(f.error for f in best) <= good_enough:
            break
    if not best:
        return None
    return _pick(best, halves or _must(pulls_n, stock, split, limit, roof), target_n, measure, slack, proved)


@dataclass(frozen=True)
class _Found:
    pieces: int
    total_n: float
    error: float


def _least_possible(step: float, target: float, measure: Callable[[float], float]) -> float:
    if not step:
        return 0.0
    below = step * (target // step)
    return min(measure(below), measure(below + step))


def least_error(
    pulls_n: Sequence[float],
    stock: Sequence[int],
    target_n: float,
    max_pieces: int,
    error_of: Callable[[float], float],
) -> float:
    """An error that no choice can beat, found without searching: to pass over what cannot win.

    The nearest common multiple of all sizes, or all that may be taken when that is not enough.

    pulls_n: submerged weight of one piece of each size, more than 0. [N, shape (k,)]
    stock: how many there are of each. [0 or more, shape (k,)]
    target_n: the wanted total. [N]
    max_pieces: most pieces allowed. [0 to 60]
    error_of: as in `choose_pieces`.
    """
    most, left = 0.0, max_pieces
    for pull, count in sorted(zip(pulls_n, stock, strict=True), reverse=True):
        taken = min(count, left)
        most, left = most + taken * pull, left - taken
    short = error_of(most) if most < target_n else 0.0
    return max(short, _least_possible(_lattice_n(pulls_n), target_n, error_of))


def _stages(least: int, most: int, lattice: bool) -> list[int]:
    # On a lattice the lists stay short, and making them anew costs more than making them longer.
    steps = _STAGES[::4] if lattice else _STAGES
    return [*[s for s in steps if least <= s < most], most]


def _must(pulls: Sequence[float], stock: Sequence[int], split: Split, limit: int, roof: float) -> tuple[_Half, _Half]:
    smaller = max((s for s in _STAGES if s < limit), default=limit)
    halves = _halves(pulls, stock, split, smaller, roof)
    assert halves is not None
    return halves


def _split(pulls: Sequence[float]) -> Split:
    """Indexes of the two halves. Alternating keeps either from getting all the small shot, of which many fit."""
    order = sorted(range(len(pulls)), key=lambda i: -pulls[i])
    return order[0::2], order[1::2]


def _halves(
    pulls: Sequence[float], stock: Sequence[int], split: Split, limit: int, roof: float
) -> tuple[_Half, _Half] | None:
    first = _half(pulls, stock, split[0], limit, roof)
    second = _half(pulls, stock, split[1], limit, roof) if first else None
    return (first, second) if first and second else None


def _half(pulls: Sequence[float], stock: Sequence[int], mine: list[int], limit: int, roof: float) -> _Half | None:
    totals = np.zeros(1)
    pieces = np.zeros(1, dtype=np.int64)
    counts = np.zeros((1, len(pulls)), dtype=np.uint8)
    for i in mine:
        take = np.arange(min(stock[i], limit) + 1)
        new_totals = totals[:, None] + take * pulls[i]
        new_pieces = pieces[:, None] + take
        rows, taken = np.nonzero((new_pieces <= limit) & (new_totals <= roof))
        if rows.size > 4 * _STATE_LIMIT:
            return None
        totals, pieces = new_totals[rows, taken], new_pieces[rows, taken]
        counts = counts[rows]
        counts[:, i] = taken
        first = _first_of_equals(totals, pieces, counts)
        totals, pieces, counts = totals[first], pieces[first], counts[first]
        if totals.size > _STATE_LIMIT:
            return None
    rows_by_pieces = [np.nonzero(pieces == n)[0] for n in range(limit + 1)]
    return _Half(tuple(totals[r] for r in rows_by_pieces), tuple(counts[r] for r in rows_by_pieces))


def _first_of_equals(totals: Floats, pieces: Ints, counts: Bytes) -> Ints:
    """One row for each (total, pieces), the one with the fewest sizes, sorted by total.

    Totals are compared far finer than a tie. The three keys share one integer: sorting that is the quickest.
    """
    key = np.round(totals * (_KEYS_PER_TIE / TIE_N)).astype(np.int64) * 64 + pieces
    order = np.argsort(key * 64 + np.count_nonzero(counts, axis=1))
    sorted_key = key[order]
    fresh = np.ones(order.size, dtype=bool)
    fresh[1:] = sorted_key[1:] != sorted_key[:-1]
    return order[fresh]


def _lattice_n(pulls: Sequence[float]) -> float:
    """The pull of which all pulls are whole multiples, 0 when there is none worth having. [N]

    Nominal sizes of one material are multiples of 5 mg; then no total can come nearer than the nearest multiple, and
    the search may stop there.
    """
    step = 0.0
    for pull in pulls:
        while pull > TIE_N / 16.0:
            step, pull = pull, step % pull if step else 0.0
            if step - pull < TIE_N / 16.0:
                pull = 0.0
    return step if step > 100.0 * TIE_N else 0.0


def _per_piece_count(
    halves: tuple[_Half, _Half], target: float, least: int, most: int, measure: Callable[[float], float]
) -> list[_Found]:
    found = []
    for n in range(least, most + 1):
        totals = [t for j in range(n + 1) for t in _nearest(halves[0].totals[j], halves[1].totals[n - j], target)]
        if totals:
            best = min(totals, key=measure)
            found.append(_Found(n, best, measure(best)))
    return found


def _nearest(first: Floats, second: Floats, target: float) -> list[float]:
    """The greatest sum of one from each not above the target, and the least not below it."""
    if first.size == 0 or second.size == 0:
        return []
    at = np.searchsorted(second, target - first, side="left")
    nearest = []
    low = at > 0
    if low.any():
        nearest.append(float((first[low] + second[at[low] - 1]).max()))
    high = at < second.size
    if high.any():
        nearest.append(float((first[high] + second[at[high]]).min()))
    return nearest


def _pick(
    found: list[_Found],
    halves: tuple[_Half, _Half],
    target: float,
    measure: Callable[[float], float],
    slack: float,
    proved: bool,
) -> Choice:
    least = min(f.error for f in found)
    chosen = next(f for f in found if f.error <= least + slack)
    options = []
    for j in range(chosen.pieces + 1):
        a, b = halves[0].totals[j], halves[1].totals[chosen.pieces - j]
        if a.size == 0 or b.size == 0:
            continue
        from_ = np.searchsorted(b, chosen.total_n - a - TIE_N, side="left")
        to = np.searchsorted(b, chosen.total_n - a + TIE_N, side="right")
        for row in np.nonzero(to > from_)[0]:
            for other in range(int(from_[row]), int(to[row])):
                counts = halves[0].counts[j][row] + halves[1].counts[chosen.pieces - j][other]
                options.append((int(np.count_nonzero(counts)), float(a[row] + b[other]), tuple(int(c) for c in counts)))
    _, total, counts_taken = min(options, key=lambda o: (o[0], measure(o[1])))
    return Choice(counts_taken, total, measure(total), proved)
