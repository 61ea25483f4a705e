"""The line between rod and float, and what five other lines would do."""

from __future__ import annotations

from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.matter.fluid import fluid_of
from brookwind.core.run.cable import pull_of
from brookwind.core.run.of_rig import HowHeld, line_answer, line_of
from brookwind.demo.load import demo_rigs

RIG = next(r for r in demo_rigs() if r.id == "grayling-avon")


def test_the_pull_of_the_line(benchmark: BenchmarkFixture) -> None:
    line, water = line_of(RIG, HowHeld()), fluid_of(12.0)
    assert benchmark(pull_of, line, water).on_water_m > 0.0


def test_the_pull_and_what_others_would_do(benchmark: BenchmarkFixture) -> None:
    assert benchmark(line_answer, RIG, HowHeld()).others
