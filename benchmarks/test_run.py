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
    situation = Situation(rig)
    assert situation.fallen is not None
    assert situation.settled is not None
    _ = situation.moving
    return situation


@pytest.mark.parametrize("far_m", [8.0, 16.0])
def test_the_plan_of_a_run(benchmark: BenchmarkFixture, far_m: float) -> None:
    rig = RIGS["grayling-avon"]
    situation = _ready(rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"distance_m": far_m})}))
    assert benchmark(run_plan, situation.rig, RunWish(), situation).drift is not None


def test_a_cast(benchmark: BenchmarkFixture) -> None:
    situation = _ready(RIGS["bream-slider"])
    assert benchmark(casting, situation.rig, None, situation).reaches
