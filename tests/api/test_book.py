"""The angler's book, the rules of a water, the schools, and the advice that follows from them, over the real SQLite."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from brookwind.core.rig.families import FAMILIES


@pytest.fixture
def rig(client: TestClient) -> dict[str, Any]:
    return client.get("/api/rigs/rudd-strung").json()["fields"]


def findings(client: TestClient, rig: dict[str, Any], **day: Any) -> dict[str, str]:
    answer = client.post("/api/evaluate", json={"rig": rig, "day": day})
    assert answer.status_code == 200, answer.text
    return {f["id"]: f["says"] for f in answer.json()["findings"]}


def test_own_notes_and_figures_stand_over_what_ships_until_taken_back(client: TestClient, rig: dict[str, Any]) -> None:
    before = {e["fields"]["id"]: e for e in client.get("/api/book/species").json()}
    assert before["rudd"]["version"] == 0
    assert before["rudd"]["ships"]
    mine = {**before["rudd"]["fields"], "notes": "Under the willow from July.", "hook_size": 16, "bait": "bread-flake"}
    mine["pull_n"] = 0.011
    kept = client.put("/api/book/species/rudd", json={"version": 0, "fields": mine}).json()
    assert (kept["version"], kept["ships"]) == (1, True)
    shown = next(s for s in client.get("/api/catalogue").json()["species"] if s["id"] == "rudd")
    assert shown["notes"] == "Under the willow from July."
    changed = client.post("/api/edit", json={"rig": rig, "change": {"do": "change-species", "species": "rudd"}}).json()
    assert next(c for c in changed["components"] if c["kind"] == "hook")["size"] == 16
    assert next(c for c in changed["components"] if c["kind"] == "bait")["item"] == "bread-flake"
    # The capacity window asks the same book.
    assert client.post("/api/float/choose", json={"rig": rig}).json()["pull_n"] == 0.011
    stale = client.put("/api/book/species/rudd", json={"version": 0, "fields": mine})
    assert stale.status_code == 409
    assert client.delete("/api/book/species/rudd?version=1").status_code == 204
    assert next(e for e in client.get("/api/book/species").json() if e["fields"]["id"] == "rudd") == before["rudd"]


def test_a_bait_of_ones_own_can_be_fished_and_one_without_mass_is_refused(
    client: TestClient, rig: dict[str, Any]
) -> None:
    own = {
        "id": "cheese-cube", "name": "cheese cube", "mass_kg": 0.0008, "density_kg_m3": 1080, "length_m": 0.01,
        "hooks": [12, 8], "source": "default",
    }  # fmt: skip
    nothing = client.put("/api/book/baits/cheese-cube", json={"version": 0, "fields": {**own, "mass_kg": 0}})
    assert nothing.status_code == 422
    [problem] = nothing.json()["errors"]
    assert problem["path"][-1] == "mass_kg"
    assert "more than 0" in f"{problem['message']} {problem['remedy']}"
    assert client.put("/api/book/baits/cheese-cube", json={"version": 0, "fields": own}).status_code == 200
    fished = client.post("/api/edit", json={"rig": rig, "change": {"do": "change-bait", "bait": "cheese-cube"}}).json()
    assert "A 18 is small for cheese cube." in findings(client, fished).values()
    kept = {e["fields"]["id"]: e for e in client.get("/api/book/baits").json()}
    assert not kept["cheese-cube"]["ships"]


def test_a_fish_without_notes_or_usual_families_is_still_a_fish(client: TestClient) -> None:
    bare = next(e["fields"] for e in client.get("/api/book/species").json() if e["fields"]["id"] == "dace")
    bare = {**bare, "id": "silver-dart", "name": "silver dart", "says": "", "takes": "", "warns": "", "families": []}
    assert client.put("/api/book/species/silver-dart", json={"version": 0, "fields": bare}).status_code == 200
    purpose = {"water": {"depth_m": 1.5}, "species": "silver-dart"}
    suits = client.post("/api/advice/families", json={"purpose": purpose}).json()
    assert len(suits["ranked"]) == len(FAMILIES)
    began = client.post(
        "/api/rigs/start",
        json={"family": "waggler", "water": {"depth_m": 1.5}, "name": "Dart", "species": "silver-dart"},
    )
    assert began.json()["rig"]["species"] == "silver-dart"


def test_rules_of_a_water_judge_every_rig_at_its_swims(client: TestClient, rig: dict[str, Any]) -> None:
    client.delete(f"/api/waters/wend-mere/rules?version={client.get('/api/waters/wend-mere/rules').json()['version']}")
    none = client.get("/api/waters/wend-mere/rules").json()
    assert none["version"] == 0
    assert not [f for f in findings(client, rig) if f.startswith("rule-")]
    rules = {**none["fields"], "barbs": "barbless", "lead": [{"from_kg": 0.0003, "to_kg": 0.0284}], "rods_most": 2}
    kept = client.put("/api/waters/wend-mere/rules", json={"version": 0, "fields": rules}).json()
    assert kept["version"] == 1
    assert {"rule-barbs", "rule-lead", "rule-rods"} <= set(findings(client, rig, rods=3))
    change = {"do": "change-metal", "material": "tin"}
    tin = client.post("/api/edit", json={"rig": rig, "change": change}).json()
    assert "rule-lead" not in findings(client, tin)
    elsewhere = {**rig, "water": {**rig["water"], "swim": None}}
    assert not [f for f in findings(client, elsewhere) if f.startswith("rule-")]
    clash = client.put(
        "/api/waters/wend-mere/rules",
        json={"version": 1, "fields": {**rules, "smallest_hook": 6, "largest_hook": 16}},
    )
    assert clash.status_code == 422
    assert clash.json()["errors"][0]["path"][-1] == "smallest_hook"
    assert client.get("/api/waters/wend-mere/rules").json()["fields"] == kept["fields"], "nothing was lost"
    assert client.get("/api/waters/nowhere/rules").status_code == 404


def test_rules_go_with_their_water(client: TestClient) -> None:
    fields = {"water_id": "larch-tarn", "rods_most": 1}
    now = client.get("/api/waters/larch-tarn/rules").json()["version"]
    assert client.put("/api/waters/larch-tarn/rules", json={"version": now, "fields": fields}).status_code == 200
    assert client.delete("/api/waters/larch-tarn?version=1").status_code == 204
    assert client.get("/api/waters/larch-tarn/rules").status_code == 404


def test_chosen_schools_shape_new_rigs_ranking_and_comparison(client: TestClient, rig: dict[str, Any]) -> None:
    asked = client.get("/api/book/schools").json()
    assert asked["kept"]["version"] == 0
    assert len(asked["questions"]) == 14
    fields = {"choices": {"stop": "two", "terminal": "jig", "leader": "both"}}
    saved = client.put("/api/book/schools", json={"version": 0, "fields": fields}).json()
    assert saved["fields"]["choices"] == fields["choices"]
    start = {"family": "in-line-slider", "water": {"depth_m": 5.0}, "name": "Two stops"}
    began = client.post("/api/rigs/start", json=start).json()["rig"]
    assert sum(c["kind"] == "stop" for c in began["components"]) == 2
    assert any(c.get("shape") == "jig" for c in began["components"])
    said = client.post("/api/advice/schools", json={"purpose": {"water": {"depth_m": 5.0}}}).json()
    assert {a["question"] for a in said if a["chosen"]} == {"stop", "terminal"}
    assert {a["question"] for a in said if a["both"]} == {"leader"}
    sides = client.post("/api/advice/compare", json={"rig": rig, "question": "weights"}).json()["sides"]
    assert {s["school"] for s in sides if s["figures"]} == {"bulk", "strung", "bulk-and-droppers"}
    wrong = client.put("/api/book/schools", json={"version": 1, "fields": {"choices": {"stop": "glue"}}})
    assert wrong.status_code == 422
    assert "Choose one of thread" in wrong.json()["detail"]


@pytest.mark.parametrize("family", [f.id for f in FAMILIES])
def test_every_family_can_be_tried_in_its_water_and_switched_to(
    family: str, client: TestClient, rig: dict[str, Any]
) -> None:
    depth = next(f.at_depth_m for f in FAMILIES if f.id == family)
    seen = client.post("/api/advice/preview", json={"family": family, "water": {"depth_m": max(depth, 2.0)}})
    assert seen.status_code == 200, seen.text
    assert seen.json()["evaluation"]["afloat"]["status"] == "stands"
    deep = {**rig, "water": {**rig["water"], "depth_m": 2.0}}
    switched = client.post("/api/advice/switch", json={"rig": deep, "family": family}).json()
    assert switched["rig"]["family"] == family
    assert switched["kept"]


def test_tackle_answers_what_lines_bear_and_what_runs_through_what(client: TestClient) -> None:
    slider = client.get("/api/rigs/bream-slider").json()["fields"]
    tackle = client.post("/api/tackle", json={"rig": slider}).json()
    assert tackle["lines"]["weakest"] == "hooklength"
    assert tackle["passing"]["bead_m"] > tackle["passing"]["bore_m"]


def test_two_floats_on_a_rig_are_refused_in_a_sentence(client: TestClient, rig: dict[str, Any]) -> None:
    afloat = next(c for c in rig["components"] if c["kind"] == "float")
    rig["components"].append({**afloat, "id": "another"})
    answer = client.post("/api/evaluate", json={"rig": rig})
    assert answer.status_code == 422
    assert "The rig has 2 floats. A rig has exactly one float." in answer.json()["detail"]
