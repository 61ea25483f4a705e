"""A database of every earlier schema opens as today's, with nothing lost."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
import sqlalchemy as sa
from sqlmodel import Session, create_engine

from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_rigs
from brookwind.store.database import migrate, open_database
from brookwind.store.log import Log
from brookwind.store.repositories import Box, OwnPatterns, Rigs, Surveys, Swims, Waters

AT = "2026-11-23 08:00:00"
RIG: Rig = demo_rigs()[0]
WATER = {"id": "pool", "name": "The pool", "salinity": 0.0}
SWIM = {"id": "peg", "water_id": "pool", "name": "The peg", "depth_m": 1.5}
SURVEY = {
    "swim_id": "peg",
    "wind": {"speed_ms": 4.0, "from_deg": 225.0},
    "drifts": [{"id": "d", "distance_m": 8.0, "over_m": 5.0, "time_s": 9.0}],
}

SINCE_0005 = {**SURVEY, "wind": {"speed_m_s": 4.0, "from_deg": 225.0}}


def put(connection: sa.Connection, table: str, key: str, fields: object, **columns: object) -> None:
    row = {"id": key, "version": 3, "fields": json.dumps(fields), "updated_at": AT, **columns}
    names = ", ".join(row)
    connection.execute(sa.text(f"INSERT INTO {table} ({names}) VALUES (:{', :'.join(row)})"), row)


@pytest.mark.parametrize("schema", ["0001", "0002", "0003", "0004", "0005"])
def test_what_an_earlier_schema_kept_is_there_after_opening(schema: str, tmp_path: Path) -> None:
    path = tmp_path / "old.db"
    old = create_engine(f"sqlite:///{path}")
    migrate(old, schema)
    with old.begin() as connection:
        put(connection, "water", "pool", WATER)
        put(connection, "swim", "peg", SWIM, water_id="pool")
        put(connection, "rig", RIG.id, RIG.model_dump(mode="json", exclude={"muted"}), schema_version=1)
        if schema >= "0002":
            put(connection, "survey", "peg", SURVEY if schema < "0005" else SINCE_0005)
    old.dispose()

    engine = open_database(path)
    with Session(engine) as session:
        assert Waters(session).get("pool").fields.name == "The pool"
        assert Swims(session).get("peg").version == 3
        assert Rigs(session).get(RIG.id).fields == RIG
        assert OwnPatterns(session).all() == []
        assert Box(session).all() == []
        assert Log(session).outings() == []
        survey = Surveys(session).of("peg")
        if schema >= "0002":
            assert survey.version == 3
            assert survey.fields.wind.speed_m_s == 4.0
            assert survey.fields.drifts[0].time_s == 9.0
        else:
            assert (survey.version, survey.fields.drifts) == (0, ())
    engine.dispose()


def test_opening_again_changes_nothing(tmp_path: Path) -> None:
    path = tmp_path / "twice.db"
    for _ in range(2):
        engine = open_database(path)
        with Session(engine) as session:
            if not Rigs(session).all():
                Rigs(session).create(RIG)
                session.commit()
            assert [k.version for k in Rigs(session).all()] == [1]
        engine.dispose()
