"""What several kinds of test need: the demo's rigs and box, a fresh database, a client on it."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from datetime import date
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from hypothesis import settings
from sqlalchemy import Engine

from brookwind.api.app import make_app
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_box, demo_rigs, load_demo
from brookwind.instruments.hub import Hub
from brookwind.store.database import open_database

from .hour import HOURS, USUAL, Hour, set_clock

# Before anything asks what time it is.
set_clock()

settings.register_profile("steady", deadline=None, max_examples=60, derandomize=True)
settings.load_profile("steady")


def pytest_generate_tests(metafunc: pytest.Metafunc) -> None:
    """What reads the clock is run at every hour there is."""
    if metafunc.definition.get_closest_marker("clock"):
        metafunc.parametrize("hour", HOURS, indirect=True)


@pytest.fixture(autouse=True)
def hour(request: pytest.FixtureRequest) -> Iterator[Hour]:
    """The hour at which the test is, for everything it starts."""
    name = getattr(request, "param", None)
    hour = HOURS[name] if name else USUAL
    if name:
        set_clock(hour)
    yield hour
    if name:
        set_clock()


@pytest.fixture(scope="session")
def stock() -> Stock:
    box = demo_box()
    return Stock(
        shot=tuple(i for i in box if isinstance(i, ShotStock)),
        leads=tuple(i for i in box if isinstance(i, LeadStock)),
    )


@pytest.fixture(scope="session")
def rigs() -> dict[str, Rig]:
    return {rig.id: rig for rig in demo_rigs()}


@pytest.fixture(scope="session")
def loaded(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo's database, loaded once: loading takes longer than most tests."""
    path = tmp_path_factory.mktemp("demo") / "loaded.db"
    engine = open_database(path)
    # The day the scenario was written for: tests name moments of it.
    load_demo(engine, date(2026, 11, 23))
    engine.dispose()
    return path


@pytest.fixture
def engine(loaded: Path, tmp_path: Path) -> Iterator[Engine]:
    engine = open_database(Path(shutil.copy(loaded, tmp_path / "test.db")))
    yield engine
    engine.dispose()


@pytest.fixture(scope="session")
def application(loaded: Path) -> FastAPI:
    """The application, put together once."""
    return make_app(open_database(loaded))


@pytest.fixture
def client(application: FastAPI, engine: Engine) -> Iterator[TestClient]:
    application.state.engine, application.state.hub = engine, Hub()
    with TestClient(application, base_url="http://127.0.0.1") as client:
        yield client
