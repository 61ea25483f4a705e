"""The plan of a run, and a cast; the fall they begin with is reckoned before."""

from __future__ import annotations

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.rig.document import Rig
from brookwind.core.run.casting import casting
from brookwind.core.run.plan import run_plan
from brookwind.core.run.plan_answer import RunWish
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs

RIGS = {r.id: r for r in demo_rigs()}


def _ready(rig: Rig) -> Situation:
    there = Situation(rig)
    assert there.fallen is not None
    assert there.settled is not None
    _ = there.moving
    return there


@pytest.mark.parametrize("far_m", [8.0, 16.0])
def test_the_plan_of_a_run(benchmark: BenchmarkFixture, far_m: float) -> None:
    rig = RIGS["grayling-avon"]
    there = _ready(rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"distance_m": far_m})}))
    assert benchmark(run_plan, there.rig, RunWish(), there).drift is not None


def test_a_cast(benchmark: BenchmarkFixture) -> None:
    there = _ready(RIGS["bream-slider"])
    assert benchmark(casting, there.rig, None, there).reaches
