"""Tying and cards."""

from __future__ import annotations

import json
from datetime import UTC, date, datetime
from pathlib import Path

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.answers.card import card
from brookwind.core.proof.checks import judge
from brookwind.core.rig.document import read_rig
from brookwind.core.situation import Situation
from brookwind.core.tying.steps import threading
from brookwind.formats.card.layout import Stamp, card_sheet
from brookwind.formats.card.pdf import write_pdf

RIGS = Path(__file__).parents[1] / "brookwind" / "demo" / "rigs"
NAMES = ("grayling-avon", "mullet-slider", "roach-pole")
STAMP = Stamp(date(2026, 11, 23))
MADE = datetime(2026, 11, 23, tzinfo=UTC)


@pytest.mark.parametrize("name", NAMES)
def test_card_as_pdf(benchmark: BenchmarkFixture, name: str) -> None:
    rig = read_rig(json.loads((RIGS / f"{name}.json").read_text()))

    def made() -> bytes:
        return write_pdf([card_sheet(card(Situation(rig)), rig, STAMP)], rig.name, MADE)

    assert benchmark(made)


def test_list_of_tying(benchmark: BenchmarkFixture) -> None:
    rig = read_rig(json.loads((RIGS / "mullet-slider.json").read_text()))
    assert benchmark(lambda: threading(rig)).steps


@pytest.mark.parametrize("name", NAMES)
def test_proof(benchmark: BenchmarkFixture, name: str) -> None:
    rig = read_rig(json.loads((RIGS / f"{name}.json").read_text()))
    benchmark(lambda: judge(Situation(rig)))
