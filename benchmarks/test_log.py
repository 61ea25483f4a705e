"""A long log: five thousand sessions and sixty thousand events, asked at once."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from pathlib import Path
from random import Random

import pytest
from pytest_benchmark.fixture import BenchmarkFixture
from sqlmodel import Session

from brookwind.core.log.entries import Event, Outing
from brookwind.core.log.looks import pieces
from brookwind.core.log.questions import answers, changes, next_time
from brookwind.demo.load import demo_rigs
from brookwind.store.database import open_database, unit_of_work
from brookwind.store.log import Asked, Log

SESSIONS, EVENTS = 5000, 11


@pytest.fixture(scope="module")
def long_log(tmp_path_factory: pytest.TempPathFactory) -> Path:
    path = tmp_path_factory.mktemp("log") / "long.db"
    engine, random, rigs = open_database(path), Random(1), demo_rigs()
    with unit_of_work(engine) as session:
        made = []
        for k in range(SESSIONS):
            begins = datetime(2010, 1, 1, 6, tzinfo=UTC) + timedelta(days=k)
            outing = Outing(id=f"s{k}", place=f"Swim {k % 12}", begins=begins, ends=begins + timedelta(hours=4))
            events = [Event(id=f"s{k}-r", at=begins, kind="rig", rig=random.choice(rigs))]
            events += [
                Event(id=f"s{k}-{i}", at=begins + timedelta(minutes=20 * i + 5), kind="fish", species="roach")
                for i in range(EVENTS)
            ]
            made.append((outing, events))
        Log(session).load(made)
    engine.dispose()
    return path


def test_every_question(benchmark: BenchmarkFixture, long_log: Path) -> None:
    engine = open_database(long_log)

    def asked() -> int:
        with Session(engine) as session:
            found = pieces(*Log(session).asked(Asked(place="Swim 3")), "roach")
        answered = answers(found)
        return len(answered) + len(changes(found)) + len(next_time(answered))

    assert benchmark.pedantic(asked, rounds=5) > 0


def test_every_question_of_the_whole_log(benchmark: BenchmarkFixture, long_log: Path) -> None:
    engine = open_database(long_log)

    def asked() -> int:
        with Session(engine) as session:
            found = pieces(*Log(session).asked(Asked()), "roach")
        return len(answers(found))

    assert benchmark.pedantic(asked, rounds=3) > 0
