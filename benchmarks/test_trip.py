"""Which rigs to tie tonight, and what is taken to the water."""

from __future__ import annotations

from datetime import UTC, date, datetime

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.trip.bankside import prepare
from brookwind.core.trip.tackled import Tackled
from brookwind.core.trip.tonight import tonight
from brookwind.demo.load import demo_box, demo_rigs, demo_surveys
from brookwind.demo.trips import demo_trips, demo_wallet

DAY = date(2026, 11, 23)
SURVEYS = {s.swim_id: s for s in demo_surveys()}
TRIPS = {t.id: t for t in demo_trips(DAY)}


@pytest.mark.parametrize("name", ["trip-skerry", "trip-reed-gap"])
def test_rigs_for_tonight(benchmark: BenchmarkFixture, name: str) -> None:
    trip, rigs = TRIPS[name], demo_rigs()
    tackled = Tackled(box=demo_box(), earlier=rigs, made=demo_wallet(rigs, DAY), today=DAY)

    def work() -> None:
        *_, last = tonight(trip, SURVEYS[trip.swim], 4.2, tackled)
        assert last.answer is not None
        assert last.answer.rigs

    benchmark.pedantic(work, rounds=3, warmup_rounds=1)


def test_a_day_is_prepared(benchmark: BenchmarkFixture) -> None:
    trip = TRIPS["trip-skerry"]
    rig = next(r for r in demo_rigs() if r.id == "mullet-slider")
    now = datetime(2026, 11, 23, 8, tzinfo=UTC)
    benchmark.pedantic(
        lambda: prepare([rig], "Skerry Wall", SURVEYS[trip.swim], 4.2, trip, now), rounds=3, warmup_rounds=1
    )
