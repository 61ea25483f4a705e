"""The float's calls over the real store."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api import OCTETS


@pytest.fixture
def rig(client: TestClient) -> dict[str, Any]:
    fields: dict[str, Any] = client.get("/api/rigs/rudd-strung").json()["fields"]
    return fields


def test_choose_ranks_the_floats_of_the_box(client: TestClient, rig: dict[str, Any]) -> None:
    answer = client.post("/api/float/choose", json={"rig": rig}).json()
    assert answer["window"]["marks"][0]["fits"]
    assert not answer["window"]["empty"]
    assert {m["item"] for m in answer["window"]["marks"]} <= {
        b["fields"]["item"] for b in client.get("/api/box").json() if b["fields"]["kind"] == "float"
    }
    assert answer["advice"]["tip_m"] == pytest.approx(0.005)
    assert answer["pull_n"] == 0.004, "the rudd's own"
    rig["conditions"] = {"distance_m": 60}
    shut = client.post("/api/float/choose", json={"rig": rig}).json()["window"]
    assert shut["empty"]
    assert shut["concessions"]


def test_tube_test_kept_with_its_readings_fit_undone_and_done_again(client: TestClient) -> None:
    kept = client.get("/api/box/float-02").json()
    test = {
        "readings": [
            {"label": "3BB", "load_kg": 0.0012, "tip_m": 0.032, "at": "2026-11-20T09:00:00Z"},
            {"label": "3BB + No 6", "load_kg": 0.0013, "tip_m": 0.021, "at": "2026-11-20T09:05:00Z"},
        ]
    }
    fit = client.post("/api/float/tube", json={"spec": kept["fields"]["spec"], "test": test}).json()
    assert fit["capacity_kg"] > 0.00125
    assert len(fit["residuals"]) == 2
    fields = {**kept["fields"], "tube": test}
    fields["spec"] = {**fields["spec"], "calibration": fit["calibration"]}
    done = client.put("/api/box/float-02", json={"version": kept["version"], "fields": fields})
    assert done.status_code == 200
    described = client.post("/api/float/describe", json={"spec": done.json()["fields"]["spec"]}).json()
    assert described["rated_kg"] == pytest.approx(fit["capacity_kg"])
    assert described["tested"]
    # Undone, the readings and their dates are still there.
    fields["spec"]["calibration"] = None
    undone = client.put("/api/box/float-02", json={"version": done.json()["version"], "fields": fields}).json()
    assert [r["at"] for r in undone["fields"]["tube"]["readings"]] == ["2026-11-20T09:00:00Z", "2026-11-20T09:05:00Z"]
    assert client.post("/api/float/describe", json={"spec": undone["fields"]["spec"]}).json()["rated_kg"] == (
        pytest.approx(0.0012)
    )


def test_states_of_a_rig_and_why_there_are_none(client: TestClient, rig: dict[str, Any]) -> None:
    answer = client.post("/api/float/states", json={"rig": rig}).json()
    assert answer["equivalents"]["rows"]
    assert answer["problem"] is None
    assert answer["fillings"] == []
    rig["components"] = [c for c in rig["components"] if c["kind"] != "shot"]
    bare = client.post("/api/float/states", json={"rig": rig}).json()
    assert bare["equivalents"] is None
    assert "does not stand" in bare["problem"]["message"]


def test_profile_file_becomes_points(client: TestClient) -> None:
    sent = {"content": b"height_mm,diameter_mm\n0,3\n120,3\n", "headers": OCTETS}
    assert client.post("/api/float/profile", **sent).json() == {
        "points": [{"height_m": 0.0, "diameter_m": 0.003}, {"height_m": 0.12, "diameter_m": 0.003}]
    }
    sent["content"] = b"height_mm,diameter_mm\n0,3\nten,3\n"
    refused = client.post("/api/float/profile", **sent)
    assert refused.status_code == 422
    assert "Line 3" in refused.json()["errors"][0]["message"]


@pytest.mark.parametrize(
    ("spec", "path"),
    [
        ({"type": "balloon", "body_diameter_m": 2.0}, "body_diameter_m"),
        ({"type": "stick", "capacity_kg": -0.001}, "capacity_kg"),
        ({"type": "bubble", "capacity_kg": 0.01, "ballast": 1.4}, "ballast"),
        ({"type": "stick", "profile": [{"height_m": z, "diameter_m": 0.003} for z in (0, 0.1, 0.05)]}, "profile"),
    ],
)
def test_floats_that_cannot_be_are_refused_with_a_path(client: TestClient, spec: dict[str, Any], path: str) -> None:
    refused = client.post("/api/float/describe", json={"spec": spec})
    assert refused.status_code == 422
    assert path in [str(p) for p in refused.json()["errors"][0]["path"]]
