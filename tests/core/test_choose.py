"""The choice of weights against exhaustive search."""

from __future__ import annotations

import itertools
import random
from collections.abc import Callable

import pytest

from brookwind.core.balance.choose import choose_pieces
from brookwind.core.balance.ties import TIE_N, in_ties
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.rig.shot_series import MODERN


def brute(
    pulls: list[float], stock: list[int], most: int, least: int, error: Callable[[float], float], tie: float
) -> tuple[int, int, int] | None:
    """Least error in ties, then fewest pieces, then fewest sizes, by looking at every choice there is."""

    def total(counts: tuple[int, ...]) -> float:
        return sum(n * p for n, p in zip(counts, pulls, strict=True))

    every = (
        (in_ties(error(total(counts)), tie), sum(counts), sum(map(bool, counts)))
        for counts in itertools.product(*(range(n + 1) for n in stock))
        if least <= sum(counts) <= most
    )
    return min(every, default=None)


def instance(seed: int) -> tuple[list[float], list[int], int, int, float]:
    """Up to 7 sizes and 6 pieces, nominal or measured: pulls, stock, most and least pieces, target."""
    draw = random.Random(seed)
    sizes = draw.sample(MODERN, draw.randint(1, 7))
    measured = draw.random() < 0.5
    pulls = [
        submerged_weight_n(s.mass_kg * (draw.uniform(0.93, 1.07) if measured else 1.0), LEAD_KG_M3, 999.1)
        for s in sizes
    ]
    stock = [draw.randint(0, 6) for _ in sizes]
    most, least = draw.randint(1, 6), draw.randint(0, 2)
    reach = sum(sorted((p for n, p in zip(stock, pulls, strict=True) for _ in range(n)), reverse=True)[:most])
    return pulls, stock, most, least, draw.random() * 1.2 * reach + 1e-6


@pytest.mark.parametrize("batch", range(10))
def test_choice_equals_exhaustive_search(batch: int) -> None:
    for seed in range(100 * batch, 100 * batch + 100):
        pulls, stock, most, least, target = instance(seed)
        # The tip falls faster once the body's shoulder is passed: an error that is not the same on either side.
        slope = 1.7 if seed % 3 else 1.0
        # A tie as fine as a microgram of lead, or as coarse as ten milligrams.
        tie = (TIE_N, 1e3 * TIE_N, 1e4 * TIE_N)[seed % 3 if seed % 2 else 0]

        def error(total: float, target: float = target, slope: float = slope) -> float:
            return abs(total - target) * (1.0 if total < target else slope)

        got = choose_pieces(pulls, stock, target, most, least, error if seed % 3 else None, tie)
        want = brute(pulls, stock, most, least, error, tie)
        if want is None:
            assert got is None
            continue
        assert got is not None, seed
        assert got.proved
        assert (in_ties(got.error, tie), got.pieces, got.sizes) == want, seed
        assert all(c <= n for c, n in zip(got.counts, stock, strict=True))


def test_of_equals_the_preferred_is_taken() -> None:
    # 2 x No 4 and 1 x BB pull alike; so do two compartments of the same size: the preferred one wins.
    pulls = [0.001, 0.001, 0.0005]
    for liked in (0, 1):
        got = choose_pieces(pulls, [5, 5, 5], 0.003, 10, prefer=lambda counts, i=liked: (-float(counts[i]),))  # type: ignore[misc]
        assert got is not None
        assert got.counts == tuple(3 if i == liked else 0 for i in range(3))


def test_too_many_totals_to_list_says_how_far_off_it_may_be() -> None:
    draw = random.Random(3)
    pulls = [submerged_weight_n(s.mass_kg * draw.uniform(0.93, 1.07), LEAD_KG_M3, 999.1) for s in MODERN]
    target = 30.0 * pulls[2] + 1e-7
    got = choose_pieces(pulls, [60] * 16, target, 60, 45, tie=1e-13)
    assert got is not None
    assert got.error >= 0.0
    if not got.proved:
        assert 0.0 < got.off_by <= got.error


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
