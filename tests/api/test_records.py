"""Waters, swims, box and rigs over the real SQLite: kept, read back, refused when stale, nothing overwritten."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, create_engine, text

from brookwind.api.app import make_app
from brookwind.api.guard import HEADERS
from brookwind.core.rig.document import Rig
from brookwind.demo.load import load_demo
from brookwind.store.database import migrate, open_database, unit_of_work
from brookwind.store.repositories import Rigs

LIFE = {
    "waters": {"id": "larch-beck", "name": "Larch Beck"},
    "swims": {"id": "wend-mere-inflow", "water_id": "wend-mere", "name": "Inflow", "depth_m": 3.0},
    "box": {"kind": "shot", "item": "lead-99", "size": "8", "mass_kg": 6e-5, "density_kg_m3": 11340, "count": 9},
}


def problem(response: Any) -> dict[str, Any]:
    assert response.headers["content-type"] == "application/problem+json"
    body = response.json()
    assert body["status"] == response.status_code
    assert body["detail"].endswith(".")
    return body


@pytest.mark.parametrize("kind", LIFE)
def test_record_lives_and_stale_writes_change_nothing(kind: str, client: TestClient) -> None:
    fields = LIFE[kind]
    key = fields.get("id") or fields["item"]
    address = f"/api/{kind}/{key}"
    assert client.post(f"/api/{kind}", json=fields).status_code == 201
    assert problem(client.post(f"/api/{kind}", json=fields))["status"] == 409
    kept = client.get(address).json()
    assert kept["version"] == 1
    notes = "count" if kind == "box" else "name"
    mine = {**kept["fields"], notes: 3 if kind == "box" else "Mine"}
    assert client.put(address, json={"version": 1, "fields": mine}).json()["version"] == 2
    theirs = {**kept["fields"], notes: 5 if kind == "box" else "Theirs"}
    refused = client.put(address, json={"version": 1, "fields": theirs})
    assert refused.status_code == 409
    assert problem(refused)["errors"][0]["path"] == ["version"]
    assert "saved elsewhere" in refused.json()["detail"]
    assert client.get(address).json()["fields"] == mine
    assert client.delete(f"{address}?version=1").status_code == 409
    assert client.delete(f"{address}?version=2").status_code == 204
    assert problem(client.get(address))["status"] == 404


def test_rig_keeps_its_revisions(client: TestClient) -> None:
    kept = client.get("/api/rigs/rudd-strung").json()
    for version, name in enumerate(("First", "Second", "Third"), start=1):
        saved = client.put(
            "/api/rigs/rudd-strung", json={"version": version, "fields": {**kept["fields"], "name": name}}
        )
        assert saved.json()["version"] == version + 1
    revisions = client.get("/api/rigs/rudd-strung/revisions").json()
    # Saves close together share a revision; what was opened, and what is now, are both there.
    assert [r["rig"]["name"] for r in revisions][-1] == "Rudd on the drop"
    assert revisions[0]["rig"]["name"] == "Third"
    assert [d["says"] for d in revisions[0]["differs"]] == ["Called Third, not Rudd on the drop."]
    assert revisions[-1]["differs"] == []
    assert client.get("/api/rigs").json()[0]["name"] == "Third"


def test_a_rig_saved_under_another_id_is_refused(client: TestClient) -> None:
    kept = client.get("/api/rigs/rudd-strung").json()
    answer = client.put("/api/rigs/roach-pole", json=kept)
    assert problem(answer)["errors"][0]["path"] == ["fields", "id"]


def test_swims_go_with_their_water_and_need_one(client: TestClient) -> None:
    orphan = {"id": "x", "water_id": "nowhere", "name": "X", "depth_m": 1}
    assert problem(client.post("/api/swims", json=orphan))["errors"][0]["path"] == ["water_id"]
    assert client.delete("/api/waters/wend-mere?version=1").status_code == 204
    left = {s["fields"]["water_id"] for s in client.get("/api/swims").json()}
    assert left == {"quarrel-pit", "skerry-wall", "the-tarrow", "otter-cut", "larch-tarn"}


def test_everything_is_there_after_the_server_starts_again(tmp_path: Path, rigs: dict[str, Rig]) -> None:
    path = tmp_path / "kept.db"
    first = open_database(path)
    assert load_demo(first)
    first.dispose()
    second = open_database(path)
    assert not load_demo(second), "a used database is left alone"
    with unit_of_work(second) as session:
        assert Rigs(session).get("bream-slider").fields == rigs["bream-slider"]
        assert session.execute(text("PRAGMA journal_mode")).scalar() == "wal"
        assert session.execute(text("PRAGMA foreign_keys")).scalar() == 1
    second.dispose()


def test_nothing_is_kept_when_the_work_fails_half_way(engine: Engine, rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"].model_copy(update={"id": "half"})

    def fail_half_way() -> None:
        with unit_of_work(engine) as session:
            Rigs(session).create(rig)
            raise RuntimeError

    with pytest.raises(RuntimeError):
        fail_half_way()
    with unit_of_work(engine) as session:
        assert "half" not in {r.id for r in Rigs(session).summaries()}


@settings(suppress_health_check=[HealthCheck.function_scoped_fixture], max_examples=25)
@given(name=st.text(min_size=1, max_size=80), depth=st.floats(0.05, 60), notes=st.text(max_size=300))
def test_what_is_saved_is_read_back_equal(
    name: str, depth: float, notes: str, client: TestClient, rigs: dict[str, Rig]
) -> None:
    data = json.loads(rigs["roach-pole"].model_dump_json())
    data["name"], data["notes"], data["water"]["depth_m"] = name, notes, depth
    try:
        json.dumps(data, ensure_ascii=False).encode()
    except UnicodeEncodeError:
        return  # Lone surrogates are no text that could be sent.
    version = client.get("/api/rigs/roach-pole").json()["version"]
    saved = client.put("/api/rigs/roach-pole", json={"version": version, "fields": data})
    assert saved.status_code == 200
    assert client.get("/api/rigs/roach-pole").json()["fields"] == data


def test_every_answer_carries_the_security_headers_and_no_inline_script(client: TestClient) -> None:
    for address in ("/", "/api/rigs", "/api/nowhere", "/bench/rudd-strung"):
        answer = client.get(address)
        for header, value in HEADERS.items():
            assert answer.headers[header] == value
    assert "script-src 'self';" in HEADERS["content-security-policy"]
    assert "unsafe-inline" not in HEADERS["content-security-policy"]
    assert "unsafe-eval" not in HEADERS["content-security-policy"]


def test_foreign_host_names_and_paths_outside_the_pages_are_refused(client: TestClient) -> None:
    assert client.get("/api/rigs", headers={"host": "evil.example"}).status_code == 400
    for path in ("/../pyproject.toml", "/%2e%2e/%2e%2e/pyproject.toml", "/assets/../../api/app.py"):
        assert "fastapi" not in client.get(path).text.lower()


def test_a_book_of_an_earlier_version_is_brought_up_to_date_with_all_it_holds(tmp_path: Path) -> None:
    path = tmp_path / "old.db"
    old = create_engine(f"sqlite:///{path}")
    migrate(old, "0001")
    with old.begin() as connection:
        for table, fields, more in (
            ("water", {"id": "mere", "name": "Wend Mere"}, {}),
            ("swim", {"id": "gap", "water_id": "mere", "name": "Reed gap", "depth_m": 1.9}, {"water_id": "mere"}),
        ):
            row = {"id": fields["id"], "version": 3, "fields": json.dumps(fields), "updated_at": "2026-01-02", **more}
            names = ", ".join(row)
            connection.execute(text(f"INSERT INTO {table} ({names}) VALUES ({', '.join(f':{n}' for n in row)})"), row)
    old.dispose()
    engine = open_database(path)
    with TestClient(make_app(engine), base_url="http://127.0.0.1") as client:
        assert client.get("/api/swims/gap").json()["version"] == 3
        survey = client.get("/api/surveys/gap").json()
        kept = client.put("/api/surveys/gap", json={"version": survey["version"], "fields": survey["fields"]})
        assert kept.json()["version"] == 1
    engine.dispose()
