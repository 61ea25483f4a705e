"""The stateless calls, and what they say to bad input."""

from __future__ import annotations

import copy
import json
from typing import Any

import jsonschema_rs
import pytest
from fastapi.testclient import TestClient

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.rig.document import Rig


@pytest.fixture
def rig(client: TestClient) -> dict[str, Any]:
    fields: dict[str, Any] = client.get("/api/rigs/rudd-strung").json()["fields"]
    return fields


def test_evaluate_answers_as_the_core_does(client: TestClient, rigs: dict[str, Rig], rig: dict[str, Any]) -> None:
    answer = client.post("/api/evaluate", json={"rig": rig})
    assert answer.json() == json.loads(evaluate(rigs["rudd-strung"]).model_dump_json())


def test_balance_takes_the_box_and_its_rig_evaluates_to_the_wish(client: TestClient, rig: dict[str, Any]) -> None:
    rig["components"] = [c for c in rig["components"] if c["kind"] != "shot"]
    done = client.post("/api/balance", json={"rig": rig, "wish": {"pattern": "strung"}}).json()
    answer = client.post("/api/evaluate", json={"rig": done["rig"]}).json()
    assert answer["afloat"]["tip_m"] == pytest.approx(0.005, abs=0.0026)
    assert done["pieces"] == sum(t["count"] for t in done["taken"])


def test_edit_uses_the_box_and_says_when_a_compartment_is_empty(client: TestClient, rig: dict[str, Any]) -> None:
    change = {"do": "add-shot", "item": "lead-11-8"}
    more = client.post("/api/edit", json={"rig": rig, "change": change}).json()
    assert len(more["components"]) == len(rig["components"]) + 1
    item = client.get("/api/box/lead-11-8").json()
    client.put("/api/box/lead-11-8", json={"version": 1, "fields": {**item["fields"], "count": 0}})
    refused = client.post("/api/edit", json={"rig": rig, "change": change})
    assert refused.status_code == 422
    assert refused.json()["detail"] == "There is no No 8 left in the box. Take another size."


BAD: list[tuple[str, Any, list[str | int]]] = [
    ("depth_m", 0, ["rig", "water", "depth_m"]),
    ("depth_m", -1, ["rig", "water", "depth_m"]),
    ("depth_m", 300, ["rig", "water", "depth_m"]),
    ("depth_m", "1,9", ["rig", "water", "depth_m"]),
    ("depth_m", "6ft 3", ["rig", "water", "depth_m"]),
    ("depth_m", None, ["rig", "water", "depth_m"]),
    ("temperature_c", 90, ["rig", "water", "temperature_c"]),
]


@pytest.mark.parametrize(("field", "value", "path"), BAD)
def test_bad_water_is_named_by_its_path(
    field: str, value: object, path: list[str], client: TestClient, rig: dict[str, Any]
) -> None:
    bad = copy.deepcopy(rig)
    bad["water"][field] = value
    answer = client.post("/api/evaluate", json={"rig": bad})
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    [error] = answer.json()["errors"]
    assert error["path"] == path
    assert error["message"]
    assert error["remedy"]


@pytest.mark.parametrize(
    ("body", "says"),
    [
        (b'{"rig": {"id": "x"', "not complete JSON"),
        (b"", "missing"),
        (b'{"rig": {"schema_version": 9}}', "written in version 9"),
        (b'{"rig": NaN}', ""),
        (b"[1]", ""),
    ],
)
def test_broken_bodies_get_a_sentence(body: bytes, says: str, client: TestClient) -> None:
    answer = client.post("/api/evaluate", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert says in answer.json()["detail"]


def test_nan_inside_a_rig_is_refused(client: TestClient, rig: dict[str, Any]) -> None:
    text = json.dumps({"rig": rig}).replace('"depth_m": 1.9', '"depth_m": NaN')
    assert "NaN" in text
    answer = client.post("/api/evaluate", content=text, headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == ["rig", "water", "depth_m"]


def test_five_thousand_shot_and_floods_are_refused(client: TestClient, rig: dict[str, Any]) -> None:
    shot = next(c for c in rig["components"] if c["kind"] == "shot")
    rig["components"] += [{**shot, "id": f"s-{i}"} for i in range(5_000)]
    answer = client.post("/api/evaluate", json={"rig": rig})
    assert answer.status_code == 422
    assert "At most 200 are allowed" in answer.json()["detail"]
    flood = client.post("/api/evaluate", content=b"x" * 3_000_000, headers={"content-type": "application/json"})
    assert flood.status_code == 413
    assert "2 MB" in flood.json()["detail"]


def test_float_heavier_than_what_it_displaces_is_told_at_the_float(client: TestClient, rig: dict[str, Any]) -> None:
    at = next(i for i, c in enumerate(rig["components"]) if c["kind"] == "float")
    rig["components"][at]["spec"] |= {"own_mass_kg": 0.2, "body_diameter_m": 0.004}
    answer = client.post("/api/evaluate", json={"rig": rig})
    [error] = answer.json()["errors"]
    assert error["path"] == ["components", at, "spec", "own_mass_kg"]
    assert "sinks by itself" in error["message"]


def test_labels_are_read_or_refused(client: TestClient) -> None:
    assert client.post("/api/label", json={"text": "8x4"}).json()["load_kg"] == pytest.approx(0.0016)
    refused = client.post("/api/label", json={"text": "3 bananas"})
    assert refused.status_code == 422
    assert "3BB" in refused.json()["detail"]


@pytest.mark.parametrize("current", [None, 0.3])
def test_an_evaluation_is_as_published(current: float | None, client: TestClient, rigs: dict[str, Rig]) -> None:
    # It is written out at once, past the framework's own check of answers.
    described = client.get("/api/openapi.json").json()
    published = {"$ref": "#/components/schemas/Evaluation", "components": described["components"]}
    check = jsonschema_rs.Draft202012Validator(published)
    for rig in rigs.values():
        data = rig.model_dump(mode="json")
        data["conditions"]["current_m_s"] = current or 0.0
        answer = client.post("/api/evaluate", json={"rig": data})
        assert answer.status_code == 200
        assert [e.message for e in check.iter_errors(answer.json())] == []
