"""Reading the float: from nothing known of the rig, and once more when it is."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.reading.read import Reader, read
from brookwind.core.reading.seen import Seen
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.situation import Situation

RIGS = Path(__file__).parents[1] / "brookwind" / "demo" / "rigs"
NAMES = ("grayling-avon", "mullet-slider", "roach-pole")
SEEN = Seen(look="high", before=True)


def _rig(name: str) -> Rig:
    return read_rig(json.loads((RIGS / f"{name}.json").read_text()))


@pytest.mark.parametrize("name", NAMES)
def test_reading(benchmark: BenchmarkFixture, name: str) -> None:
    rig = _rig(name)
    assert benchmark(lambda: read(Situation(rig), SEEN)).causes


def test_reading_again(benchmark: BenchmarkFixture) -> None:
    reader = Reader(Situation(_rig("grayling-avon")))
    assert benchmark(lambda: reader.read(SEEN)).causes
