"""Benchmarks of the float. Medians are what counts; `make bench` prints them."""

from __future__ import annotations

from datetime import UTC, datetime

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.plan import plan_of
from brookwind.core.capacity.window import capacity_window
from brookwind.core.floats.attitude import Pull, attitude, least_cocking_load_n
from brookwind.core.floats.body import float_body
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.tube import fit_tube
from brookwind.core.floats.tube_readings import TubeReading, TubeTest
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.rig.document import Conditions
from brookwind.demo.load import demo_rigs

WATER = 999.1
KINDS = ("straight-waggler", "avon", "pole-body-up", "cigar-slider")
AT = datetime(2026, 11, 1, 10, tzinfo=UTC)


@pytest.mark.parametrize("kind", KINDS)
def test_immersion_both_ways(benchmark: BenchmarkFixture, kind: str) -> None:
    """Wanted: at most 0.3 ms either way."""
    body = float_body(FloatSpec(type=kind, capacity_kg=FLOAT_TYPE[kind].at_kg))

    def both() -> None:
        load = load_at_immersion_n(body, 0.9 * body.length_m, WATER)
        immersion_at_load_m(body, load, WATER)

    benchmark(both)


@pytest.mark.parametrize("share", [0.05, 0.2, 0.95])
@pytest.mark.parametrize("kind", KINDS)
def test_attitude(benchmark: BenchmarkFixture, kind: str, share: float) -> None:
    """Wanted: at most 5 ms, lying, leaning and standing."""
    body = float_body(FloatSpec(type=kind, capacity_kg=FLOAT_TYPE[kind].at_kg))
    pull = Pull(share * load_at_immersion_n(body, body.length_m - body.design_tip_m, WATER))
    benchmark(attitude, body, pull, WATER)


def test_tube_test_fit_with_a_new_float_each_time(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 50 ms; nothing kept from an earlier fit."""
    readings = tuple(
        TubeReading(load_kg=m, tip_m=t, at=AT) for m, t in ((0.0012, 0.03), (0.0013, 0.02), (0.0014, 0.01))
    )

    def fit() -> None:
        float_body.cache_clear()
        least_cocking_load_n.cache_clear()
        fit_tube(FloatSpec(type="straight-waggler", capacity_kg=0.0012), TubeTest(readings=readings))

    benchmark(fit)


def test_window_over_60_floats(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 60 ms."""
    rig = next(r for r in demo_rigs() if r.id == "rudd-strung")
    conditions = Conditions(distance_m=18, current_m_s=0.2, wind_m_s=4, fetch_m=200)
    plan = plan_of(rig).model_copy(update={"conditions": conditions})
    kinds = ("straight-waggler", "insert-waggler", "bodied-waggler", "loaded-waggler")
    floats = [
        FloatStock(item=f"f{i}", label=f"{i}", spec=FloatSpec(type=kinds[i % 4], capacity_kg=0.0004 + 0.0001 * i))
        for i in range(60)
    ]
    assert len(capacity_window(plan, floats).marks) == 60
    benchmark(capacity_window, plan, floats)
