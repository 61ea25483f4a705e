"""Moving water over the API: shape in the evaluation, the stop, the fall with its progress."""

from __future__ import annotations

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient


@pytest.fixture
def running(client: TestClient) -> dict[str, Any]:
    fields: dict[str, Any] = client.get("/api/rigs/grayling-avon").json()["fields"]
    return fields


def test_the_shape_comes_with_the_evaluation_and_is_gone_in_still_water(
    client: TestClient, running: dict[str, Any]
) -> None:
    found = client.post("/api/evaluate", json={"rig": running}).json()["moving"]
    assert found["height"]["low_m"] < found["hook_height_m"] < found["height"]["high_m"]
    assert found["path"][0][1] == 0.0
    assert found["path"][-1][0] == 0.0
    running["conditions"].update(current_m_s=0.0, wind_m_s=0.0)
    assert client.post("/api/evaluate", json={"rig": running}).json()["moving"] is None


def test_the_stop_is_set_for_the_current(client: TestClient, running: dict[str, Any]) -> None:
    wanted = client.post("/api/motion/stop", json={"rig": running}).json()["stop"]["wanted_m"]
    set_so = client.post("/api/edit", json={"rig": running, "change": {"do": "set-stop"}}).json()
    assert next(c for c in set_so["components"] if c["kind"] == "float")["position_m"] == pytest.approx(wanted)
    height = client.post("/api/evaluate", json={"rig": set_so}).json()["moving"]["hook_height_m"]
    assert height == pytest.approx(running["aim"]["bait_m"], abs=2e-3)
    bed = [[-20.0, 1.45], [0.0, 1.45], [3.0, 1.45], [3.1, 1.9], [20.0, 1.9]]
    run = client.post("/api/motion/stop", json={"rig": running, "bed": bed}).json()["stop"]["run_m"]
    assert run[1] == pytest.approx(3.0, abs=0.1)


def test_the_fall_tells_its_progress_and_then_itself(client: TestClient, running: dict[str, Any]) -> None:
    ask = {"rig": running, "wish": {"landing": "stretched", "feed": ["maggots"], "run_m": 15.0}}
    with client.stream("POST", "/api/motion/fall", json=ask) as answer:
        lines = [json.loads(line) for line in answer.iter_lines()]
    shares = [x["progress"] for x in lines[:-1]]
    assert shares == sorted(shares)
    assert shares
    fall = lines[-1]["fall"]
    assert fall["to_depth_s"] > fall["to_cock_s"] > 0.0
    assert fall["fishes_m"] == pytest.approx(15.0 - fall["drift_m"])
    assert len(fall["frames"][0]["pieces"]) == len(fall["pieces"])
    heavier = {**running, "water": {**running["water"], "depth_m": running["water"]["depth_m"] + 0.3}}
    asked = {"rigs": [running, {**running, "id": "other", "name": "Another name"}, heavier], "wish": {}}
    times = client.post("/api/motion/falls", json=asked).json()
    assert times[0] == times[1] != times[2], "it falls by what it is, not by what it is called"
    assert times == client.post("/api/motion/falls", json=asked).json()
    late = client.post("/api/motion/falls", json={**asked, "wish": {"landing": "pile"}}).json()
    assert late[0] != times[0], "and by how it lands"


def test_what_cannot_be_is_refused_with_its_place(client: TestClient, running: dict[str, Any]) -> None:
    refused = client.post("/api/motion/fall", json={"rig": running, "wish": {"landing": "thrown"}})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"][-1] == "landing"
    running["conditions"]["speeds"] = [{"depth_m": 1.0, "speed_m_s": 0.2}, {"depth_m": 0.2, "speed_m_s": 0.4}]
    refused = client.post("/api/motion/stop", json={"rig": running})
    assert refused.status_code == 422
    assert "depth_m" in refused.json()["errors"][0]["path"]


def test_the_line_on_the_water_pulls_and_another_would_pull_less(client: TestClient, running: dict[str, Any]) -> None:
    told = client.post("/api/motion/line", json={"rig": running}).json()
    along = told["pulled"]["along_n"]
    assert 1e-4 < along < 0.02
    assert told["says"]["figures"]["pull"]["value"] == pytest.approx(along)
    others = {o["id"]: o["along_n"] for o in told["others"]}
    assert others["higher"] < along
    assert others["braid"] < along
    pole = client.get("/api/rigs/roach-pole").json()["fields"]
    assert client.post("/api/motion/line", json={"rig": pole}).json()["errors"][0]["code"] == "line-of-pole"
    lake = client.get("/api/rigs/rudd-strung").json()["fields"]
    blown = client.post("/api/motion/line", json={"rig": lake, "how": {"slack": 0.15, "wind_along_m_s": 2.0}}).json()
    assert blown["says"]["says"].startswith("The line draws the float sideways with the wind")
    # What was entered for it before changes nothing; bad fields are named.
    running["conditions"]["line_pull_n"] = 0.05
    assert client.post("/api/motion/line", json={"rig": running}).json()["pulled"] == told["pulled"]
    for field, bad in (("tip_height_m", -0.5), ("wind_along_m_s", 60), ("moves", "flies")):
        refused = client.post("/api/motion/line", json={"rig": running, "how": {field: bad}})
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["path"][-1] == field


def test_where_to_throw_feed_and_how_much_a_day_takes(client: TestClient, running: dict[str, Any]) -> None:
    told = client.post("/api/motion/feed", json={"rig": running, "thrown": {"feed": "casters"}}).json()
    assert told["throw_m"] < 0.0 < told["lead_m"]
    assert told["items"] == 1800
    ids = [f["id"] for f in client.get("/api/motion/feeds").json()]
    assert {"casters", "tares", "worm"} <= set(ids)
    refused = client.post("/api/motion/feed", json={"rig": running, "thrown": {"casts_an_hour": 0}})
    assert refused.json()["errors"][0]["path"][-1] == "casts_an_hour"


def test_a_run_is_planned_on_the_lanes_its_swim_was_timed_in(client: TestClient, running: dict[str, Any]) -> None:
    plan = client.post("/api/motion/run", json={"rig": running}).json()
    assert [lane["across_m"] for lane in plan["lanes"]] != [0.0, 8.0], "the demo's swim was timed"
    assert plan["drift"]["moments"][-1]["x_m"] == pytest.approx(6.0, abs=0.01)
    assert plan["thrown"]["feed"] == "maggots"
    given = {"how": {"lanes": [{"across_m": 0, "speed_m_s": 0.1}, {"across_m": 9, "speed_m_s": 0.6}]}}
    own = client.post("/api/motion/run", json={"rig": running, "wish": given}).json()
    assert [lane["across_m"] for lane in own["lanes"]] == [0.0, 9.0]
    for wish, at in (
        ({"fish_from_m": 3, "fish_to_m": 2}, "fish_to_m"),
        ({"how": {"tip_height_m": -1}}, "tip_height_m"),
        ({"how": {"lanes": [{"across_m": -80, "speed_m_s": 0.1}]}}, "across_m"),
        ({"thrown": {"casts_an_hour": 0}}, "casts_an_hour"),
    ):
        refused = client.post("/api/motion/run", json={"rig": running, "wish": wish})
        assert refused.status_code == 422
        assert at in refused.json()["errors"][0]["path"]


def test_a_cast_is_told_and_a_pole_asks_for_its_lash(client: TestClient, running: dict[str, Any]) -> None:
    told = client.post("/api/motion/cast", json={"rig": running, "wish": {"wind_across_m_s": 5}}).json()
    assert told["aside_m"] > 0.2
    assert told["clip_m"] == 8.0
    pole = client.get("/api/rigs/roach-pole").json()["fields"]
    assert client.post("/api/motion/cast", json={"rig": pole}).json()["errors"][0]["code"] == "cast-of-pole"
    assert client.post("/api/motion/pole-line", json={"rig": pole}).json()["pull_n"] > 0.0
    assert client.post("/api/motion/pole-line", json={"rig": running}).json()["errors"][0]["code"] == "lash-of-rod"


def test_ways_to_feed_and_groundbait(client: TestClient) -> None:
    assert [w["id"] for w in client.get("/api/motion/ways").json()] == [
        "each-cast",
        "by-the-clock",
        "slap",
        "bed",
        "none",
    ]
    heavy, light = (
        client.post("/api/motion/groundbait", json={"depth_m": 3.0, "mix": {"soil_share": soil}}).json()
        for soil in (1.0, 0.0)
    )
    assert heavy["fall_s"] < light["fall_s"]
    assert heavy["balls"] > light["balls"]
    assert client.post("/api/motion/groundbait", json={"depth_m": 0}).status_code == 422


def test_feed_that_was_timed_in_a_jug_sinks_as_it_was_timed(client: TestClient, running: dict[str, Any]) -> None:
    maggots = next(k for k in client.get("/api/box").json() if k["fields"]["item"] == "maggots")
    told = client.post("/api/motion/feed", json={"rig": running}).json()
    timed = {**maggots["fields"], "sink_m_s": 2.0 * told["sink_m_s"]}
    assert client.put("/api/box/maggots", json={"version": maggots["version"], "fields": timed}).status_code == 200
    quick = client.post("/api/motion/feed", json={"rig": running}).json()
    assert quick["sink_m_s"] == pytest.approx(2.0 * told["sink_m_s"])
    assert quick["lead_m"] == pytest.approx(0.5 * told["lead_m"])
    plan = client.post("/api/motion/run", json={"rig": running}).json()
    assert plan["feed"]["lead_m"] == pytest.approx(quick["lead_m"])
    assert plan["feed_path"][-1][0] < quick["fall_s"] + 0.1
