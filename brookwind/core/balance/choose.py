"""Which pieces of which sizes come nearest to a wanted pull: an exact integer choice over one search or several."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import NamedTuple

from brookwind.core.balance.search import CLOSE_SHARE, Search
from brookwind.core.balance.ties import TIE_N, in_ties
from brookwind.core.balance.totals import Choice, Prefer

MOST_PIECES = 60
"""No rig carries more. Editable default."""


def choose_pieces(
    pulls_n: Sequence[float],
    stock: Sequence[int],
    target_n: float,
    max_pieces: int,
    min_pieces: int = 0,
    error_of: Callable[[float], float] | None = None,
    tie: float = TIE_N,
    prefer: Prefer | None = None,
) -> Choice | None:
    """The pieces whose total pull shows the least error, then the fewest pieces, then as preferred.

    Errors are compared in whole ties (`in_ties`), so that the order is the same whatever is compared first.

    pulls_n: submerged weight of one piece of each size, more than 0. [N, shape (k,)]
    stock: how many there are of each. [0 or more, shape (k,)]
    target_n: the wanted total. [N]
    max_pieces: most pieces allowed. [0 to 60]
    min_pieces: fewest pieces allowed. [0 or more]
    error_of: error of a total pull, never falling as the total leaves the target on either side; the distance itself
        when not given.
    tie: error that counts as none, in the unit of `error_of`. [more than 0]
    prefer: ranks choices of equal error and number of pieces, less is better; the fewest sizes when not given.
    Returns None when fewer than min_pieces are there to take.
    Raises: OutOfRange for a pull that is not more than 0.
    Source: Horowitz and Sahni, "Computing partitions with applications to the knapsack problem", J. ACM 21, 1974.
    """
    measure = error_of or (lambda total: abs(total - target_n))
    search = Search(pulls_n, stock, target_n, min_pieces, max_pieces, measure, tie)
    best = best_of([Entry(search, 0, prefer or fewest_sizes)])
    return best[1] if best else None


def fewest_sizes(counts: tuple[int, ...]) -> tuple[float, ...]:
    """The number of different sizes.

    counts: pieces of each size.
    """
    return (float(sum(1 for c in counts if c)),)


class Entry(NamedTuple):
    """A search that takes part in `best_of`: pieces already on besides its own, and what ranks equals."""

    search: Search
    extra: int
    prefer: Prefer


def best_of(entries: Sequence[Entry]) -> tuple[int, Choice] | None:
    """The best choice of several searches: least error, fewest pieces in all, as preferred, then nearest.

    All searches are taken on together, one piece more at a time, so that none looks further than the best needs.

    entries: the searches; errors and ties are in the same unit.
    Returns the index of the entry and its choice, None when none has one.
    """
    live = [(i, e) for i, e in enumerate(entries) if e.search.most >= e.search.least]
    top = _deepen([e for _, e in live]) if live else None
    picked = [
        ((*e.prefer(choice.counts), in_ties(choice.error, CLOSE_SHARE * e.search.tie), i), i, choice)
        for i, e in live
        if top is not None and _in_all(e) == top and (choice := e.search.pick(e.prefer))
    ]
    filled = _unlisted(live)
    if not picked:
        return filled
    _, i, choice = min(picked, key=lambda p: p[0])
    if filled and filled[1].error < choice.error - 0.5 * entries[i].search.tie:
        return filled
    # Searches cut short may hide something better, as far as their bound allows.
    cut = [e.search.bound for _, e in live if e.search.cut]
    off_by = max(0.0, choice.error - min(cut)) if cut else 0.0
    if off_by <= 0.5 * entries[i].search.tie:
        off_by = 0.0
    return i, Choice(choice.counts, choice.total_n, choice.error, off_by == 0.0, off_by)


def _in_all(e: Entry) -> tuple[int, int] | None:
    """Error in ties and pieces in all of an entry's best so far."""
    top = e.search.top()
    return None if top is None else (top[0], top[1] + e.extra)


def _deepen(live: Sequence[Entry]) -> tuple[int, int] | None:
    """Take all searches on until none can bring less error, or fewer pieces at the same."""
    top: tuple[int, int] | None = None
    least = min(e.extra + e.search.needed for e in live)
    most = max(e.extra + e.search.most for e in live)
    for level in _levels(least, most):
        for e in live:
            if top and e.search.goal > top[0]:
                continue
            e.search.extend((min(level, top[1]) if top and e.search.goal == top[0] else level) - e.extra)
            found = _in_all(e)
            if found and (top is None or found < top):
                top = found
        if top and top[1] <= level and all(e.search.goal >= top[0] for e in live):
            break
    return top


def _unlisted(live: Sequence[tuple[int, Entry]]) -> tuple[int, Choice] | None:
    """When every list of totals is too long: the best of filling up greedily."""
    found = [(i, c) for i, e in live if e.search.cut and (c := e.search.greedy_choice()) is not None]
    return min(found, key=lambda f: f[1].error, default=None)


def _levels(least: int, most: int) -> list[int]:
    """Numbers of pieces to look at: one by one at first, where lists are short, then in growing steps."""
    steps = [least + s for s in (0, 1, 2, 3, 4, 5, 7, 10, 14, 19, 26, 35, 46)]
    return [*[s for s in steps if s < most], most]
