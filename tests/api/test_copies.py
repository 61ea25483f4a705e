"""All of it taken out over the API: the copy holds the same, the JSON every document."""

from __future__ import annotations

import json
from pathlib import Path

from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.store.copies import look_into, rescued, restore
from brookwind.store.database import open_database


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
