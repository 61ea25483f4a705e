"""All of it taken out over the API: the copy holds the same, the JSON every document."""

from __future__ import annotations

import json
import sqlite3
from contextlib import closing
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.api.door import COOKIE
from brookwind.store.copies import look_into, rescued, restore
from brookwind.store.database import open_database, unit_of_work
from brookwind.store.devices import Devices


def test_a_copy_taken_out_and_put_back_gives_the_same_exports(
    client: TestClient, engine: Engine, tmp_path: Path
) -> None:
    answer = client.get("/api/copies/brookwind.db")
    assert answer.status_code == 200
    assert "brookwind-2026-11-23.db" in answer.headers["content-disposition"]
    copy = tmp_path / "copy.db"
    copy.write_bytes(answer.content)
    everything = client.get("/api/copies/everything.json").text
    assert rescued(look_into(copy)) == everything
    # Changed since, and put back: as it was.
    other = tmp_path / "other.db"
    open_database(other).dispose()
    restore(other, copy)
    assert rescued(look_into(other)) == everything


def test_everything_holds_every_kind_and_the_log(client: TestClient) -> None:
    found = json.loads(client.get("/api/copies/everything.json").text)
    assert len(found["rig"]) == len(client.get("/api/rigs").json())
    assert set(found["trip"]) == {"trip-skerry", "trip-reed-gap"}
    assert len(found["made_up"]) == 3
    assert len(found["outing"]) == len(client.get("/api/log").json()["outings"])
    assert len(found["event"]) > 500
    # Who was let in is nobody's document.
    assert "device" not in found


def _copy(client: TestClient, to: Path) -> Path:
    to.write_bytes(client.get("/api/copies/brookwind.db").content)
    return to


OCTETS = {"content-type": "application/octet-stream"}


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        ("DROP TABLE photograph", "its table photograph is missing"),
        ("DROP INDEX ix_rig_revision_rig_id", "its index ix_rig_revision_rig_id is missing"),
        ("UPDATE rig SET updated_at = 'the day before yesterday'", "is not as Brookwind makes a copy"),
        ("UPDATE event SET at = 'noon'", "is not as Brookwind makes a copy"),
        ("DELETE FROM water", "belongs to nothing"),
    ],
)
def test_a_copy_that_no_call_could_read_changes_nothing(
    client: TestClient, tmp_path: Path, spoil: str, says: str
) -> None:
    copy = _copy(client, tmp_path / "copy.db")
    before = client.get("/api/copies/everything.json").text
    with closing(sqlite3.connect(copy)) as connection:
        connection.execute(spoil)
        connection.commit()
    refused = client.post("/api/copies?put=true", content=copy.read_bytes(), headers=OCTETS)
    assert refused.status_code == 422, refused.text
    assert says in refused.json()["detail"]
    assert client.get("/api/copies/everything.json").text == before


@pytest.mark.parametrize("page", [512, 16384])
def test_a_copy_of_another_page_size_is_put_back(client: TestClient, tmp_path: Path, page: int) -> None:
    copy = _copy(client, tmp_path / "copy.db")
    everything = client.get("/api/copies/everything.json").text
    with closing(sqlite3.connect(copy)) as connection:
        connection.execute(f"PRAGMA page_size = {page}")
        connection.execute("VACUUM")
    rig = client.get("/api/rigs/rudd-strung").json()
    assert client.delete(f"/api/rigs/rudd-strung?version={rig['version']}").status_code == 204
    put = client.post("/api/copies?put=true", content=copy.read_bytes(), headers=OCTETS)
    assert put.status_code == 200, put.text
    assert client.get("/api/copies/everything.json").text == everything


def test_who_was_let_in_is_said_today_and_not_by_a_copy(
    application: FastAPI, client: TestClient, engine: Engine, tmp_path: Path
) -> None:
    def let_in(name: str) -> str:
        with unit_of_work(engine) as session:
            return Devices(session).let_in(name)

    before, phone = let_in("old phone"), TestClient(application, base_url="http://127.0.0.1", client=("10.0.0.7", 9))
    copy = _copy(client, tmp_path / "copy.db")
    with unit_of_work(engine) as session:
        Devices(session).take_out(Devices(session).all()[0].id)
    after = let_in("new phone")
    phone.cookies.set(COOKIE, after)
    refused = phone.post("/api/copies?put=true", content=copy.read_bytes(), headers=OCTETS)
    assert (refused.status_code, refused.json()["errors"][0]["code"]) == (422, "only-here")
    assert client.post("/api/copies?put=true", content=copy.read_bytes(), headers=OCTETS).status_code == 200
    with unit_of_work(engine) as session:
        assert Devices(session).knows(after)
        assert not Devices(session).knows(before)
