"""Reading the float over the API: the causes, what follows from a count of seconds, and what is refused."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient


@pytest.fixture
def avon(client: TestClient) -> dict[str, Any]:
    fields: dict[str, Any] = client.get("/api/rigs/grayling-avon").json()["fields"]
    return fields


def test_causes_come_with_their_sizes_and_what_changes_the_rig(client: TestClient, avon: dict[str, Any]) -> None:
    empty = client.post("/api/reading", json={"rig": avon}).json()
    assert (empty["causes"], empty["explained"], empty["moves"]) == ([], True, True)
    seen = {"look": "down", "speed": "slower", "part": True, "wound": "in-order"}
    first = client.post("/api/reading", json={"rig": avon, "seen": seen}).json()["causes"][0]
    assert (first["id"], first["keeps"], first["change"]["do"]) == ("shallower", "depth", "set-depth")
    changed = client.post("/api/edit", json={"rig": avon, "change": first["change"]}).json()
    assert changed["water"]["depth_m"] == first["change"]["depth_m"] < avon["water"]["depth_m"]


def test_seconds_are_held_against_the_fall(client: TestClient, avon: dict[str, Any]) -> None:
    def chance(after_s: float) -> float:
        body = {"rig": avon, "seen": {"look": "late"}, "after_s": after_s}
        causes = client.post("/api/reading", json=body).json()["causes"]
        return sum(c["likely"] for c in causes if c["id"] == "fish-holds")

    assert chance(15.0) > chance(5.0)


@pytest.mark.parametrize(
    ("seen", "path"),
    [
        ({"tip_m": 0.4}, ["seen", "tip_m"]),
        ({"look": "purple"}, ["seen", "look"]),
        ({"trials": [{"setting_m": 1.5, "drags": True}, {"setting_m": 1.6, "drags": False}]}, ["seen", "trials"]),
        ({"lean_deg": 200}, ["seen", "lean_deg"]),
    ],
)
def test_what_cannot_be_is_said_with_its_field(
    client: TestClient, avon: dict[str, Any], seen: dict[str, Any], path: list[str]
) -> None:
    answer = client.post("/api/reading", json={"rig": avon, "seen": seen})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == path
