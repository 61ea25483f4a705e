"""Benchmarks of choosing a method. Medians are what counts; `make bench` prints them."""

from __future__ import annotations

from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.suits import which_suits
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.edits.switch import switch
from brookwind.core.rig.document import Water
from brookwind.core.rig.families import Start, new_rig
from brookwind.core.rules.place_rules import LeadBand, Place, PlaceRules
from brookwind.core.tackle.line_facts import line_facts
from brookwind.demo.load import demo_rigs

RUDD = next(r for r in demo_rigs() if r.id == "rudd-strung")
RULES = PlaceRules(water_id="wend-mere", barbs="barbless", lead=(LeadBand(to_kg=0.028),), no_overloading=True)


def test_choosing_and_ranking(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 30 ms to rank all families and tie the first."""
    purpose = Purpose(water=Water(depth_m=2.0, temperature_c=16), species="rudd", rules=RULES)

    def choose() -> None:
        best = which_suits(purpose).ranked[0].family
        new_rig(best, purpose.water, "r", "Trial", Start(species="rudd"))

    benchmark(choose)


def test_switching_family(benchmark: BenchmarkFixture) -> None:
    """No figure is asked for; it answers a press."""
    benchmark(lambda: switch(RUDD, "lift"))


def test_evaluating_with_rules(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 8 ms, as without rules."""
    place = Place(rules=RULES)
    benchmark(lambda: evaluate(RUDD, place))


def test_line_facts(benchmark: BenchmarkFixture) -> None:
    """No figure is asked for; it follows every edit on its station."""
    benchmark(lambda: line_facts(RUDD))
