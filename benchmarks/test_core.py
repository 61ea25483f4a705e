"""Benchmarks in the process. Medians are what counts; `make bench` prints them."""

from __future__ import annotations

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.balance.stock import LeadStock, ShotStock, Stock
from brookwind.core.evaluate import evaluate
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_box, demo_rigs

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
    benchmark.pedantic(balance_rig, (rig, LEAD, Wish(pattern=pattern)), rounds=7, warmup_rounds=1)
