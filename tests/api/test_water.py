"""The water through the API over a real SQLite file: surveys kept, looked at, files in and out, instruments."""

from __future__ import annotations

import json
from typing import Any

import icalendar
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.api.app import make_app
from brookwind.formats.nmea import sentence
from brookwind.instruments.hub import Hub
from brookwind.instruments.standins.all import running
from tests.api import OCTETS

PIT = "quarrel-pit-deep-flat"
AT = "2026-11-23T11:00:00Z"


def survey_of(client: TestClient, swim: str = PIT) -> dict[str, Any]:
    return dict(client.get(f"/api/surveys/{swim}").json())


def said(response: Any) -> str:
    assert response.headers["content-type"] == "application/problem+json"
    return str(response.json()["detail"])


def test_a_survey_is_kept_with_its_version_and_a_stale_write_is_refused(client: TestClient) -> None:
    swim = "wend-mere-lily-bay"
    empty = survey_of(client, swim)
    assert empty["version"] == 0
    assert empty["fields"]["soundings"] == []
    fields = {**empty["fields"], "soundings": [{"id": "a", "distance_m": 4, "depth_m": 1.1}]}
    kept = client.put(f"/api/surveys/{swim}", json={"version": 0, "fields": fields})
    assert kept.json()["version"] == 1
    stale = client.put(f"/api/surveys/{swim}", json={"version": 0, "fields": fields})
    assert stale.status_code == 409
    again = client.put(f"/api/surveys/{swim}", json={"version": 1, "fields": {**fields, "datum": "the stage"}})
    assert again.json()["version"] == 2
    assert survey_of(client, swim)["fields"]["datum"] == "the stage"
    assert client.get("/api/surveys/nowhere").status_code == 404
    version = next(s["version"] for s in client.get("/api/swims").json() if s["fields"]["id"] == swim)
    client.delete(f"/api/swims/{swim}", params={"version": version})
    assert client.get(f"/api/surveys/{swim}").status_code == 404


@pytest.mark.parametrize(
    ("change", "path", "sentence_"),
    [
        ({"place": {"time_zone": "Nowhere/None"}}, "fields.place.time_zone", "is not known"),
        (
            {"soundings": [{"id": "a", "distance_m": 1, "depth_m": -2}]},
            "fields.soundings.0.depth_m",
            "must be at least 0 m",
        ),
        (
            {"soundings": [{"id": "a", "distance_m": 1, "depth_m": 1}, {"id": "a", "distance_m": 2, "depth_m": 1}]},
            "fields.soundings.1.id",
            "called 'a'",
        ),
        ({"session": {"start": AT, "end": "2026-11-23T10:00:00Z"}}, "fields.session.end", "ends before it starts"),
        ({"session": {"start": "2026-11-23T10:00:00"}}, "fields.session.start", "zone"),
    ],
)
def test_what_cannot_be_kept_is_said_with_its_place(
    client: TestClient, change: dict[str, Any], path: str, sentence_: str
) -> None:
    fields = {"swim_id": PIT, **change}
    refused = client.put(f"/api/surveys/{PIT}", json={"version": 1, "fields": fields})
    assert refused.status_code == 422
    problem = refused.json()["errors"][0]
    assert ".".join(str(p) for p in problem["path"]) == path
    assert sentence_ in said(refused)


def test_a_look_answers_the_whole_screen(client: TestClient) -> None:
    survey = survey_of(client)["fields"]
    rig = client.get("/api/rigs/bream-slider").json()["fields"]
    picture = client.post("/api/water/look", json={"survey": survey, "at": AT, "rig": rig}).json()
    assert picture["here"]["depth_m"] == pytest.approx(9.0, abs=0.1)
    assert [s["name"] for s in picture["spots"]] == ["foot of the shelf", "deep flat"]
    assert picture["marks"][0]["setting"]["slide_m"] < -2
    assert picture["timetable"]["moves"]
    turns = [{"what": "high", "at": AT, "height_m": 4}, {"what": "high", "at": "2026-11-23T23:30:00Z", "height_m": 4}]
    broken = {**survey, "level": {"kind": "tide-table", "turns": turns}}
    still = client.post("/api/water/look", json={"survey": broken, "at": AT}).json()
    assert "low is missing" in still["level_problem"]["message"]
    assert still["level_problem"]["path"][:2] == ["survey", "level"]
    assert still["section"]["columns"]


def test_plumbing_from_the_first_spot_to_a_sounding(client: TestClient) -> None:
    survey = survey_of(client)["fields"]
    rig = client.get("/api/rigs/bream-slider").json()["fields"]
    spot = client.post("/api/water/spot", json={"survey": survey, "at": AT, "rig": rig}).json()
    assert spot["least_m"] < 9.0 < spot["most_m"]
    assert spot["bait_m"] == rig["aim"]["bait_m"]
    first = client.post("/api/water/plumb", json={"plumbing": spot})
    assert first.json()["state"] == "nothing"
    assert first.json()["next"]["setting_m"] > 8
    open_ = client.post("/api/water/sounding", json={"plumbing": spot})
    assert open_.status_code == 422
    assert "No cast yet" in said(open_)
    seen = {"kind": "cast", "id": "c1", "setting_m": 8.9, "seen": {"what": "as-wanted"}, "at": AT}
    done = client.post("/api/water/sounding", json={"plumbing": {**spot, "readings": [seen]}})
    assert done.json()["id"] == spot["id"]
    # With the level's source, a reading of an hour of higher water counts as of that level.
    level = {"kind": "changing", "at": AT, "level_m": 0.0, "rate_m_h": -0.2}
    early = {**seen, "at": "2026-11-23T10:00:00Z"}
    asked = {"level": level, "at": AT}
    later = client.post("/api/water/plumb", json={"plumbing": {**spot, "readings": [early]}, **asked})
    now = client.post("/api/water/plumb", json={"plumbing": {**spot, "readings": [seen]}, **asked})
    assert now.json()["interval"]["depth_m"] - later.json()["interval"]["depth_m"] == pytest.approx(0.2, abs=0.02)


def test_another_source_of_levels_keeps_every_depth(client: TestClient) -> None:
    survey = survey_of(client)["fields"]
    station = client.get("/api/catalogue").json()["stations"][0]
    ask = {"survey": survey, "level": {"kind": "tide-station", "station": station}, "datum": "chart datum", "at": AT}
    moved = client.post("/api/water/relevel", json=ask).json()
    assert moved["datum"] == "chart datum"
    assert [s["depth_m"] for s in moved["soundings"]] == [s["depth_m"] for s in survey["soundings"]]
    levels = {s["level_m"] for s in moved["soundings"]}
    assert len(levels) > 5
    assert all(0.0 < level < 5.2 for level in levels)
    one_turn = {**ask, "level": {"kind": "tide-table", "turns": [{"what": "high", "at": AT, "height_m": 4}] * 2}}
    assert "is missing" in said(client.post("/api/water/relevel", json=one_turn))


def test_files_out_and_in_again(client: TestClient) -> None:
    survey = survey_of(client)["fields"]
    for form, path in (("csv", "soundings.csv"), ("geojson", "soundings.geojson")):
        out = client.get(f"/api/surveys/{PIT}/{path}")
        assert "attachment" in out.headers["content-disposition"]
        back = client.post(f"/api/read/soundings?swim_id={PIT}&form={form}", content=out.content, headers=OCTETS)
        assert back.json()["soundings"] == survey["soundings"]
    gpx = client.get(f"/api/surveys/{PIT}/waypoints.gpx")
    marks = client.post(f"/api/read/gpx?swim_id={PIT}", content=gpx.content, headers=OCTETS).json()
    assert [m["id"] for m in marks["marks"]] == ["m1", "m2"]
    assert [m["depth_m"] for m in marks["marks"]] == [6.4, 8.6]
    assert marks["marks"][0]["distance_m"] == pytest.approx(29.0, abs=1e-3)
    assert marks["swims"][0]["name"] == "Deep flat"
    reaching = b'<!DOCTYPE x [<!ENTITY e SYSTEM "http://127.0.0.1/">]><gpx/>'
    assert "entities" in said(client.post(f"/api/read/gpx?swim_id={PIT}", content=reaching, headers=OCTETS))


def test_a_log_is_read_with_progress(client: TestClient) -> None:
    lines = [sentence(f"SDDPT,{3 + 0.001 * (i % 100):.3f},0.0") for i in range(12_000)]
    body = "\r\n".join([*lines, "$SDDPT,1.0,0.0*00", "rubbish"]).encode()
    answer = client.post(f"/api/read/nmea?swim_id={PIT}&distance_m=12", content=body, headers=OCTETS)
    parts = [json.loads(line) for line in answer.text.splitlines()]
    assert [p["lines"] for p in parts[:-1]] == [5000, 10_000]
    assert all(p["of"] == 12_002 for p in parts)
    (one,) = parts[-1]["soundings"]
    assert one["distance_m"] == 12
    assert one["depth_m"] == pytest.approx(3.05, abs=0.01)
    assert "1 with a wrong checksum, 1 that cannot be read" in parts[-1]["says"]
    too_long = client.post(f"/api/read/nmea?swim_id={PIT}", content=b"x" * 17_000_000, headers=OCTETS)
    assert too_long.status_code == 413
    assert "16 MB" in said(too_long)


def test_the_timetable_as_a_calendar(client: TestClient) -> None:
    survey = survey_of(client, "skerry-wall-steps")["fields"]
    answer = client.post("/api/water/timetable.ics", json={"survey": survey, "at": AT})
    assert answer.headers["content-type"].startswith("text/calendar")
    assert len(icalendar.Calendar.from_ical(answer.content).walk("VEVENT")) > 8
    none = client.post("/api/water/timetable.ics", json={"survey": {**survey, "session": {}}, "at": AT})
    assert none.status_code == 422
    assert "no session" in said(none)


def test_live_instruments(engine: Engine) -> None:
    with (
        running() as addresses,
        TestClient(make_app(engine, hub=Hub(addresses)), base_url="http://127.0.0.1") as client,
    ):
        told = client.get("/api/instruments").json()
        assert {i["kind"] for i in told} == {"sounder", "gauge", "weather", "scale"}
        for i in told:
            state = client.post("/api/instruments/connect", json={"kind": i["kind"], "where": i["where"]}).json()
            assert state["status"] in {"connecting", "live"}
        place = survey_of(client)["fields"]["place"]
        for _ in range(200):
            found = client.post("/api/instruments/soundings", json={"place": place}).json()
            if found:
                break
        assert found[0]["source"] == "sounder"
        assert client.get("/api/instruments/levels").json()["name"] == "The Tarrow at the mill"
        taken = client.post("/api/instruments/soundings", json={"place": place, "take": True}).json()
        assert taken
        off = client.post("/api/instruments/disconnect", json={"kind": "sounder"}).json()
        assert next(i for i in off if i["kind"] == "sounder")["status"] == "off"
        bad = client.post("/api/instruments/connect", json={"kind": "sounder", "where": "here"})
        assert bad.status_code == 422
        assert "Write it like" in said(bad)
