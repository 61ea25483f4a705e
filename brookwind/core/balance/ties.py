"""Errors counted in ties, and errors that no choice of pieces can beat."""

from __future__ import annotations

from collections.abc import Callable, Sequence

TIE_N = 9.0e-9
"""Pulls closer than this count as equal: the pull of a microgram of lead. [N] Editable default."""


def in_ties(error: float, tie: float) -> int:
    """An error in whole ties: errors of the same number are taken as equal.

    error: 0 or more.
    tie: error that counts as none. [more than 0]
    """
    return int(min(error / tie + 0.5, 9e15))


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
    most = _greatest(pulls_n, stock, max_pieces)
    short = error_of(most) if most < target_n else 0.0
    step = _lattice_n(pulls_n)
    return max(short, _least_possible(step, target_n, error_of)) if step else short


def _greatest(pulls: Sequence[float], stock: Sequence[int], max_pieces: int) -> float:
    most, left = 0.0, max_pieces
    for pull, count in sorted(zip(pulls, stock, strict=True), reverse=True):
        taken = min(count, left)
        most, left = most + taken * pull, left - taken
    return most


def _least_possible(step: float, target: float, measure: Callable[[float], float]) -> float:
    below = step * (target // step)
    return min(measure(below), measure(below + step))


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
