"""What several kinds of test need: the demo's rigs and box, a fresh database, a client on it."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import settings
from sqlalchemy import Engine

from brookwind.api.app import make_app
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_box, demo_rigs, load_demo
from brookwind.store.database import open_database

from .hour import set_clock

# Before anything asks what time it is.
set_clock()

settings.register_profile("steady", deadline=None, max_examples=60, derandomize=True)
settings.load_profile("steady")


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


@pytest.fixture
def engine(tmp_path: Path) -> Iterator[Engine]:
    engine = open_database(tmp_path / "test.db")
    # The day the scenario was written for: tests name moments of it.
    load_demo(engine, date(2026, 11, 23))
    yield engine
    engine.dispose()


@pytest.fixture
def client(engine: Engine) -> Iterator[TestClient]:
    with TestClient(make_app(engine), base_url="http://127.0.0.1") as client:
        yield client
