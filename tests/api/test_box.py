"""The box and its offers over HTTP and the real database."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api import OCTETS

WISH = {"pattern": "strung"}


def rig_of(client: TestClient, key: str = "rudd-strung") -> dict[str, Any]:
    return client.get(f"/api/rigs/{key}").json()["fields"]  # type: ignore[no-any-return]


def test_export_changed_by_hand_and_brought_back(client: TestClient) -> None:
    text = client.get("/api/box/export.csv?tray=weights").text
    assert text.startswith("kind,item,")
    same = client.post("/api/box/preview", content=text.encode(), headers=OCTETS).json()
    assert {r["what"] for r in same["rows"]} == {"same"}
    changed = text.replace("lead-04-bb", "lead-04-bb").replace(",24,", ",25,", 1) + "shot,,Q9,x\n"
    preview = client.post("/api/box/preview", content=changed.encode(), headers=OCTETS).json()
    moved = [r for r in preview["rows"] if r["what"] != "same"]
    assert [c["after"] for c in moved[0]["changes"]] == [25]
    assert len(preview["refused"]) == 1
    before = client.get("/api/box").json()
    rows = [{"version": r["version"], "fields": r["fields"]} for r in moved]
    assert client.post("/api/box/import", json={"rows": rows}).status_code == 200
    stale = client.post("/api/box/import", json={"rows": [{**rows[0]}, *[]]})
    assert stale.status_code == 409
    after = {k["fields"]["item"]: k["fields"]["count"] for k in client.get("/api/box").json()}
    assert sum(after[k["fields"]["item"]] != k["fields"]["count"] for k in before) == 1
    assert client.get("/api/box/export.csv?tray=socks").status_code == 422


def test_quick_weigh_jug_and_packing(client: TestClient) -> None:
    entry = client.post("/api/box/quick", json={"text": "BB +6"}).json()
    assert entry["after"]["count"] == entry["before"]["count"] + 6
    at = "2026-11-23T10:00:00Z"
    weighed = client.post("/api/box/weigh", json={"readings": [{"pieces": 10, "mass_kg": 0.0041, "at": at}]}).json()
    assert weighed["mass_kg"] == pytest.approx(0.00041)
    falls = {"readings": [{"fall_m": 0.4, "time_s": 8.0, "at": at}], "mass_kg": 0.0001}
    assert 1000 < client.post("/api/box/jug", json=falls).json()["density_kg_m3"] < 1200
    rows = client.post("/api/box/packing", json={"rigs": ["rudd-strung"], "copies": 2}).json()
    assert {r["state"] for r in rows} >= {"there"}
    assert client.post("/api/box/packing", json={"rigs": ["nobody"]}).status_code == 404


def test_offers_adjust_observe_and_own_patterns(client: TestClient) -> None:
    rig = rig_of(client)
    found = client.post("/api/offers", json={"rig": rig, "wish": WISH}).json()
    assert {"asked", "label"} >= {found["offers"][0]["kind"]}
    assert 2 < len(found["offers"]) <= 5
    saved = client.post("/api/patterns", json={"rig": rig, "id": "own-a", "name": "Mine"})
    assert saved.status_code == 201
    again = client.post(
        "/api/offers", json={"rig": rig_of(client, "grayling-avon"), "wish": {"pattern": "bulk"}}
    ).json()
    assert "Mine" in {o["proposal"]["name"] for o in again["offers"]} | {r["name"] for r in again["refused"]}
    assert client.delete("/api/patterns/own-a?version=1").status_code == 204
    seen = rig["aim"]["tip_m"] + 0.003
    changes = client.post("/api/adjust", json={"rig": rig, "seen_tip_m": seen}).json()
    assert changes["options"]
    kept = client.post("/api/observe", json={"rig": rig, "seen_tip_m": seen, "at": "2026-11-23T10:00:00Z"}).json()
    assert kept["test"]["readings"][-1]["tip_m"] == pytest.approx(seen)
    long = client.post("/api/adjust", json={"rig": rig, "seen_tip_m": 1.5})
    assert long.status_code == 422
    assert "was entered" in long.json()["detail"]


def test_lead_forbidden_at_the_water_is_not_taken(client: TestClient) -> None:
    rig = rig_of(client)
    swim = next(s["fields"] for s in client.get("/api/swims").json() if s["fields"]["id"] == rig["water"]["swim"])
    kept = client.get(f"/api/waters/{swim['water_id']}/rules").json()
    rules = {**kept["fields"], "lead": [{"from_kg": 0, "to_kg": 1}]}
    put = client.put(f"/api/waters/{swim['water_id']}/rules", json={"version": kept["version"], "fields": rules})
    assert put.status_code == 200
    got = client.post("/api/balance", json={"rig": rig, "wish": WISH}).json()
    metals = {c["material"] for c in got["rig"]["components"] if c["kind"] == "shot"}
    assert metals == {"tin"}


@pytest.mark.parametrize(
    ("change", "path"), [({"count": -1}, "count"), ({"mass_kg": 0}, "mass_kg"), ({"scatter": 2}, "scatter")]
)
def test_bad_stock_is_refused_at_its_field(client: TestClient, change: dict[str, Any], path: str) -> None:
    kept = client.get("/api/box/lead-04-bb").json()
    answer = client.put(
        "/api/box/lead-04-bb", json={"version": kept["version"], "fields": {**kept["fields"], **change}}
    )
    assert answer.status_code == 422
    assert path in [str(p) for p in answer.json()["errors"][0]["path"]]


def test_rods_and_catapults_are_kept_cast_and_go_out_and_in_again(client: TestClient) -> None:
    entry = client.post("/api/box/quick", json={"text": "match rod 4.2 m"}).json()
    assert entry["after"]["length_m"] == 4.2
    assert entry["after"]["count"] == 1
    casts = [{"mass_kg": m, "distance_m": d, "at": "2026-11-20T10:00:00Z"} for m, d in ((0.004, 21.0), (0.012, 41.0))]
    test = client.post("/api/box/casts", json={"readings": casts, "rod": entry["after"]["item"]}).json()
    assert 20.0 < test["throws"]["speed_m_s"] < 50.0
    rod = {**entry["after"], "casts": casts, "throws": test["throws"], "accuracy": test["accuracy"]}
    assert client.post("/api/box", json=rod).status_code in (200, 201)
    table = client.get("/api/box/export.csv?tray=rods").content
    rows = client.post("/api/box/preview", content=table, headers=OCTETS).json()["rows"]
    kept = {r["fields"]["item"]: r["fields"] for r in rows}[rod["item"]]
    assert kept["throws"] == test["throws"]
    assert [c["distance_m"] for c in kept["casts"]] == [21.0, 41.0]
    pult = {"item": "p", "label": "pult", "elastic_m": 0.12, "throws_m": 30}
    cut = client.post("/api/box/elastic", json={"catapult": pult, "distance_m": 40}).json()
    assert cut["elastic_m"] > 0.12
    beyond = client.post("/api/box/elastic", json={"catapult": {**pult, "throws_m": 10}, "distance_m": 50}).json()
    assert beyond["errors"][0]["code"] == "catapult-beyond"
    for bad in ("rod 80 m", "catapult 5 m 900 m"):
        assert client.post("/api/box/quick", json={"text": bad}).json()["errors"][0]["code"] == "thrower-length"
