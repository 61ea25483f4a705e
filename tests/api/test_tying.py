"""Tying over the API: the list, the least that is undone, leaders in a batch, cards, and what is refused."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from brookwind.core.rig.document import Rig
from brookwind.formats.card.square import rig_text


@pytest.fixture
def mullet(client: TestClient) -> dict[str, Any]:
    fields: dict[str, Any] = client.get("/api/rigs/mullet-slider").json()["fields"]
    return fields


def test_the_list_its_cuts_and_a_forgotten_part(client: TestClient, mullet: dict[str, Any]) -> None:
    listed = client.post("/api/tying/thread", json={"rig": mullet}).json()
    assert [s["pieces"] for s in listed["steps"][:6]] == [
        ["main-line"], ["stop-bead"], ["float"], ["lead-1"], ["cushion"], ["swivel"],
    ]  # fmt: skip
    assert listed["cuts"] == [{"label": "0.22 mm nylon", "fished_m": 0.8, "cut_m": 1.07}]
    body = {"rig": mullet, "piece": "stop-bead", "done": 6}
    assert client.post("/api/tying/forgotten", json=body).json()["off"] == ["cushion", "lead-1", "float"]


def test_leaders_of_an_evening(client: TestClient, mullet: dict[str, Any]) -> None:
    batch = client.post("/api/tying/leaders", json={"rigs": [mullet, mullet]}).json()
    assert [(b["count"], b["length_m"]) for b in batch] == [(2, 0.8)]


@pytest.mark.parametrize(
    ("body", "path"),
    [({"piece": "anchor", "done": 3}, ["piece"]), ({"piece": "float", "done": -1}, ["done"])],
)
def test_what_is_wrong_is_said_with_its_field(
    client: TestClient, mullet: dict[str, Any], body: dict[str, Any], path: list[str]
) -> None:
    refused = client.post("/api/tying/forgotten", json={"rig": mullet, **body})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"] == path


@pytest.mark.parametrize(("what", "pages"), [("card", 2), ("label", 2), ("strip", 4), ("four", 1)])
def test_cards_are_looked_at_and_printed(client: TestClient, mullet: dict[str, Any], what: str, pages: int) -> None:
    other = {**mullet, "name": "Another / “one”"}
    body = {"rigs": [mullet, other], "what": what, "day": "2026-11-23", "units": {"line": "in", "depth": "ft"}}
    looked = client.post("/api/cards/sheets", json=body).json()
    assert len(looked["sheets"]) == pages
    assert looked["squared"]
    assert ("in" in looked["sheets"][0]) is True
    printed = client.post("/api/cards/pdf", json=body)
    assert printed.headers["content-type"] == "application/pdf"
    assert printed.content.startswith(b"%PDF-")
    assert printed.content.count(b"/Type /Page\n") == pages


def test_the_square_of_a_card_is_read(client: TestClient, mullet: dict[str, Any]) -> None:
    text = rig_text(Rig.model_validate(mullet))
    assert client.post("/api/cards/read", json={"text": text}).json() == mullet
    refused = client.post("/api/cards/read", json={"text": "BWR1:broken"})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["message"] == "The square is damaged: it holds no whole rig."
