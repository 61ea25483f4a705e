"""The choice of weights against exhaustive search."""

from __future__ import annotations

import itertools
import random
from collections.abc import Callable

import pytest

from brookwind.core.balance.choose import TIE_N, choose_pieces
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.rig.shot_series import MODERN


def brute(
    pulls: list[float], stock: list[int], most: int, least: int, error: Callable[[float], float]
) -> tuple[float, int, int] | None:
    """Least error, then fewest pieces, then fewest sizes, by looking at every choice there is."""
    every = [
        (error(sum(n * p for n, p in zip(counts, pulls, strict=True))), sum(counts), sum(map(bool, counts)))
        for counts in itertools.product(*(range(n + 1) for n in stock))
        if least <= sum(counts) <= most
    ]
    if not every:
        return None
    best = min(e for e, _, _ in every)
    near = [e for e in every if e[0] <= best + TIE_N]
    fewest = min(n for _, n, _ in near)
    return best, fewest, min(s for _, n, s in near if n == fewest)


@pytest.mark.parametrize("seed", range(200))
def test_choice_equals_exhaustive_search(seed: int) -> None:
    draw = random.Random(seed)
    sizes = draw.sample(MODERN, draw.randint(1, 5))
    measured = draw.random() < 0.5
    pulls = [
        submerged_weight_n(s.mass_kg * (draw.uniform(0.93, 1.07) if measured else 1.0), LEAD_KG_M3, 999.1)
        for s in sizes
    ]
    stock = [draw.randint(0, 4) for _ in sizes]
    most, least = draw.randint(1, 12), draw.randint(0, 2)
    target = draw.random() * 1.2 * sum(n * p for n, p in zip(stock, pulls, strict=True)) + 1e-6
    # The tip falls faster once the body's shoulder is passed: an error that is not the same on either side.
    error = (lambda x: abs(x - target) * (1.0 if x < target else 1.7)) if seed % 3 else None
    got = choose_pieces(pulls, stock, target, most, least, error)
    want = brute(pulls, stock, most, least, error or (lambda x: abs(x - target)))
    if want is None:
        assert got is None
        return
    assert got is not None
    assert got.proved
    assert got.error == pytest.approx(want[0], abs=2 * TIE_N)
    assert (got.pieces, got.sizes) == want[1:]
    assert all(c <= n for c, n in zip(got.counts, stock, strict=True))


def test_hits_a_target_that_is_there_to_be_hit() -> None:
    pulls = [submerged_weight_n(s.mass_kg, LEAD_KG_M3, 999.1) for s in MODERN]
    target = submerged_weight_n(0.00236, LEAD_KG_M3, 999.1)
    got = choose_pieces(pulls, [20] * 16, target, 25)
    assert got is not None
    assert lead_mass_kg(got.total_n, 999.1) == pytest.approx(0.00236, abs=1e-9)
    # 1.6 + 0.6 + 0.1 + 0.06: four pieces, and no three of the sizes make 2.36 g.
    assert got.pieces == 4


def test_nothing_in_the_box_is_no_choice_or_the_empty_one() -> None:
    assert choose_pieces([], [], 0.01, 10, min_pieces=1) is None
    assert choose_pieces([0.001], [0], 0.01, 10, min_pieces=1) is None
    empty = choose_pieces([0.001], [0], 0.01, 10)
    assert empty is not None
    assert empty.pieces == 0
