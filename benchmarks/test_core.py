"""Benchmarks in the process. Medians are what counts; `make bench` prints them."""

from __future__ import annotations

from contextlib import suppress
from random import Random

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.balance.ready import SHOP
from brookwind.core.box.changes import incoming
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.errors import BrookwindError
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.families import FAMILIES, Start, new_rig
from brookwind.core.rig.species import SPECIES
from brookwind.demo.load import demo_box, demo_rigs
from brookwind.formats.box_csv import read_box, write_box

RIGS = {r.id: r for r in demo_rigs()}
BOX = demo_box()
LEAD = Stock(
    shot=tuple(i for i in BOX if isinstance(i, ShotStock) and i.material == "lead"),
    leads=tuple(i for i in BOX if isinstance(i, LeadStock)),
)


@pytest.mark.parametrize("rig", RIGS.values(), ids=RIGS)
def test_evaluate(benchmark: BenchmarkFixture, rig: Rig) -> None:
    """Wanted: at most 8 ms."""
    benchmark(evaluate, rig)


@pytest.mark.parametrize("pattern", ["bulk", "bulk-and-droppers", "strung"])
@pytest.mark.parametrize("rig", RIGS.values(), ids=RIGS)
def test_balance_from_16_sizes(benchmark: BenchmarkFixture, rig: Rig, pattern: str) -> None:
    """Wanted: at most 150 ms."""
    assert len(LEAD.shot) == 16

    def balance() -> None:
        # A bubble is not shotted so: a sentence is an answer too.
        with suppress(BrookwindError):
            balance_rig(rig, LEAD, Wish(pattern=pattern))

    benchmark.pedantic(balance, rounds=7, warmup_rounds=1)


def _random_rigs() -> list[tuple[Rig, Stock, str]]:
    """300 rigs of any family with 16 sizes in stock, nominal or measured, each with one of its patterns.

    Half of them are in a current, running free or held back.
    """
    draw, found = Random(7), []
    while len(found) < 300:
        measured = draw.random() < 0.5
        shot = tuple(
            s.model_copy(
                update={
                    "mass_kg": s.mass_kg * (draw.uniform(0.93, 1.07) if measured else 1.0),
                    "count": draw.randint(3, 30),
                }
            )
            for s in SHOP.shot
        )
        family = draw.choice(FAMILIES)
        water, start = Water(depth_m=draw.uniform(*family.depth_m)), Start(species=draw.choice(SPECIES).id)
        try:
            rig = new_rig(family.id, water, "r", "R", start)
        except BrookwindError:
            continue
        current = draw.choice((0.0, draw.uniform(0.05, 0.8)))
        flow = {"current_m_s": current, "hold": draw.choice((None, None, 1.0, 0.8))}
        rig = rig.model_copy(update={"conditions": rig.conditions.model_copy(update=flow)})
        found.append((rig, Stock(shot=shot, leads=SHOP.leads), draw.choice(family.patterns)))
    return found


def test_balance_of_300_random_rigs(benchmark: BenchmarkFixture) -> None:
    """Wanted: median at most 120 ms, worst at most 400 ms, over rigs of 16 sizes and 25 pieces."""
    rigs = iter(_random_rigs())

    def setup() -> tuple[tuple[Rig, Stock, str], dict[str, object]]:
        return next(rigs), {}

    def balance(rig: Rig, stock: Stock, pattern: str) -> None:
        # A sentence is an answer too, and must come as quickly.
        with suppress(BrookwindError):
            balance_rig(rig, stock, Wish(pattern=pattern, max_pieces=25))

    benchmark.pedantic(balance, setup=setup, rounds=300)


def test_box_of_500_rows_is_read(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 1 s with the writing; this is the reading and the comparison."""
    item = next(i for i in BOX if isinstance(i, ShotStock))
    many = [item.model_copy(update={"item": f"i-{n}", "mass_kg": 1e-5 * (n + 1)}) for n in range(500)]
    data, there = write_box(many).encode(), {i.item: (1, i) for i in BOX}

    def read() -> int:
        return len(incoming(((r.line, r.fields) for r in read_box(data).rows), there))

    assert benchmark(read) == 500
