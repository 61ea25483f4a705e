"""Practice over the API: dealt, played, kept once, told, forgotten."""

from __future__ import annotations

from fastapi.testclient import TestClient

DEPTH = {"exercise": "depth", "dealt": {"seed": 4, "level": 1}}


def test_an_exercise_is_dealt_played_and_kept_once(client: TestClient) -> None:
    offered = client.get("/api/practice").json()
    assert [o["exercise"]["id"] for o in offered] == ["depth", "cock", "choose", "read", "hold", "tie"]
    assert client.post("/api/practice/deal", json=DEPTH).json()["depth"]["most_m"] == 3.0
    cast = {**DEPTH, "moves": {"depth": {"settings_m": [1.5]}}}
    seen = client.post("/api/practice/play", json=cast).json()["depth"]
    assert len(seen["looks"]) == 1
    assert seen["score"] is None
    assert seen["depth_m"] is None, "what is hidden is not sent before it is over"
    early = client.post("/api/practice/results", json={**cast, "id": "p-1"})
    assert early.json()["errors"][0]["code"] == "not-over"
    done = {**DEPTH, "id": "p-1", "moves": {"depth": {"settings_m": [1.5], "guess_m": 1.0}}}
    kept = client.post("/api/practice/results", json=done).json()
    again = client.post("/api/practice/results", json=done).json()
    assert kept["standing"]["played"] == again["standing"]["played"] == 1
    rows = client.get("/api/practice/results.csv").text.splitlines()
    assert rows[0] == "id,at,exercise,seed,level,score,truth,chosen"
    assert rows[1].startswith("p-1,2026-")
    assert client.delete("/api/practice/results").json()["errors"][0]["code"] == "not-sure"
    assert client.delete("/api/practice/results?sure=true").json() == 1
    assert client.get("/api/practice").json()[0]["standing"]["played"] == 0


def test_a_day_is_rehearsed_with_its_own_rigs(client: TestClient) -> None:
    rig = client.get("/api/rigs/bream-slider").json()["fields"]
    task = client.post("/api/practice/deal", json={"exercise": "tie", "given": [rig]}).json()["tie"]
    assert task["rig"] == rig["name"]
    swim = {"exercise": "depth", "dealt": {"seed": 3, "about_m": 9.0}}
    bed = client.post("/api/practice/deal", json=swim).json()["depth"]
    assert (bed["least_m"], bed["most_m"]) == (5.4, 12.0)
    refused = client.post("/api/practice/deal", json={"exercise": "hold", "given": [rig]})
    assert refused.json()["errors"][0]["code"] == "no-stream"
    bad = client.post("/api/practice/deal", json={"exercise": "tie", "dealt": {"seed": "seven"}})
    assert "seed" in bad.json()["errors"][0]["path"]
