"""Trips, the wallet and what is taken to the water, over the API and the real database."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar

from brookwind.instruments.weather import read_weather

BEGINS = "2026-11-30T08:00:00Z"


def begun(client: TestClient, **fields: Any) -> dict[str, Any]:
    asked = {"swim": "wend-mere-reed-gap", "begins": BEGINS, "species": "rudd", **fields}
    answer = client.post("/api/trips/begin", json=asked)
    assert answer.status_code == 200, answer.text
    return answer.json()  # type: ignore[no-any-return]


def lines(client: TestClient, trip: dict[str, Any]) -> list[dict[str, Any]]:
    answer = client.post("/api/trips/tonight", json={"trip": trip})
    assert answer.status_code == 200
    return [json.loads(line) for line in answer.text.splitlines()]


def test_a_day_is_begun_kept_planned_after_another_and_told_what_differs(client: TestClient) -> None:
    first = begun(client)
    assert first["name"] == "Wend Mere, reed gap"
    assert client.post("/api/trips", json={**first, "wind_m_s": {"low": 0, "high": 2}}).status_code == 201
    again = begun(client, begins="2026-12-07T08:00:00Z", like=first["id"])
    assert (again["like"], again["fish"]) == (first["id"], ["rudd"])
    since = client.post("/api/trips/since", json={"trip": {**again, "wind_m_s": {"low": 5, "high": 9}}}).json()
    assert since["name"] == "30 November"
    assert [d["says"].split()[0] for d in since["differs"]] == ["Wind"]
    days = Calendar.from_ical(client.get("/api/trips.ics").content)
    assert {str(e["summary"]) for e in days.walk("VEVENT")} >= {"Wend Mere, reed gap", "Skerry Wall, the steps"}
    assert client.delete("/api/swims/wend-mere-reed-gap?version=1").status_code == 204
    # A day goes with its swim.
    assert client.get(f"/api/trips/{first['id']}").status_code == 404


def test_the_rigs_of_a_day_come_with_progress_and_count_what_is_in_the_wallet(client: TestClient) -> None:
    trip = begun(client)
    *steps, last = lines(client, trip)
    shares = [s["progress"] for s in steps]
    assert shares == sorted(shares)
    found = last["tonight"]
    assert found["rigs"][0]["role"] == "First"
    assert {w["id"] for w in found["wallet"]} == {"made-grayling-avon", "made-rudd-strung", "made-mullet-slider"}
    rig = found["rigs"][0]["rig"]
    made = {"id": "own", "label": "winder 9", "rig": rig, "length_m": 4.0, "tied_on": "2026-11-20"}
    assert client.post("/api/made-up", json=made).status_code == 201
    anew = lines(client, trip)[-1]["tonight"]
    assert "own" in [r["made"] for r in anew["rigs"]]
    assert len(anew["to_tie"]) < len(found["to_tie"])


def test_a_day_that_cannot_be_is_refused_with_its_field(client: TestClient) -> None:
    trip = begun(client)
    refused = client.post("/api/trips", json={**trip, "wind_m_s": {"low": 9, "high": 3}})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["code"] == "span-backwards"
    unknown = lines(client, {**trip, "fish": ["kraken"]})
    assert unknown[-1]["problem"]["message"]
    assert client.post("/api/trips/begin", json={"swim": "nowhere", "begins": BEGINS}).status_code == 404


def test_what_is_taken_along_holds_settings_for_the_days_water_and_what_the_float_may_say(client: TestClient) -> None:
    answer = client.post("/api/bankside/prepare", json={"rigs": ["mullet-slider"], "trip": "trip-skerry"})
    assert answer.status_code == 200, answer.text
    day = answer.json()
    one = day["rigs"][0]
    depths = [r["depth_m"] for r in one["depths"]]
    curve = [d for _, d in day["curve"]]
    assert min(depths) <= min(curve) + 0.06
    assert max(depths) >= max(curve) - 0.06
    # A metre more water is a metre more to the stop for a bait off the bed, in still water.
    by_depth = {r["depth_m"]: r["setting_m"] for r in one["depths"]}
    assert by_depth[5.0] - by_depth[4.0] == pytest.approx(1.0, abs=1e-3)
    # One table, one answer: the bench sets it so too.
    rig = {**one["rig"], "water": {**one["rig"]["water"], "depth_m": 5.0}}
    bench = client.post("/api/evaluate", json={"rig": rig}).json()
    assert by_depth[5.0] == pytest.approx(bench["stop"]["wanted_m"], abs=1e-3)
    assert {look["look"] for look in one["looks"]} >= {"right", "high", "low", "flat"}
    assert day["fish"][0]["id"] == "mullet"
    assert client.post("/api/bankside/prepare", json={"rigs": ["gone"]}).status_code == 404
    assert client.post("/api/bankside/prepare", json={"rigs": []}).status_code == 422


def outing(client: TestClient, rig: str | None = "rudd-strung") -> str:
    body = {"id": "o-1", "place": "Wend Mere", "begins": "2026-11-23T08:00:00Z"}
    assert client.post("/api/log/outings", json=body).status_code == 201
    if rig:
        fields = client.get(f"/api/rigs/{rig}").json()["fields"]
        event = {"id": "e-0", "at": "2026-11-23T08:00:00Z", "kind": "rig", "rig": fields}
        assert client.post("/api/log/outings/o-1/events", json=event).status_code == 201
    return "/api/log/outings/o-1/events"


def test_a_stop_that_was_slid_is_kept_as_said_and_fished_so_from_then_on(client: TestClient) -> None:
    events = outing(client)
    was = client.get("/api/rigs/rudd-strung").json()["fields"]
    slide = {"id": "e-1", "at": "2026-11-23T09:00:00Z", "kind": "slide", "setting_m": 1.2}
    for _ in range(3):
        assert client.post(events, json=slide).status_code == 201
    fish = {"id": "e-2", "at": "2026-11-23T09:30:00Z", "kind": "fish", "species": "rudd"}
    assert client.post(events, json=fish).status_code == 201
    kept = client.get(events).json()
    assert [e["kind"] for e in kept] == ["rig", "slide", "fish"]
    assert kept[1]["setting_m"] == 1.2
    # Where the bait hung is asked for: half a metre lower than it was tied.
    up = next(a for a in client.get("/api/log/taught?place=Wend Mere").json()["answers"] if a["id"] == "height")
    assert was["aim"]["bait_from"] == "surface"
    # An hour where it was tied, and from then on where it was slid to, till an hour after the fish.
    assert sorted((g["n"], round(g["hours"], 2)) for g in up["groups"]) == [(0, 1.0), (1, 1.5)], up
    csv = client.get("/api/log/log.csv")
    assert client.delete("/api/log/outings/o-1?version=1").status_code == 204
    back = client.post(
        "/api/log/csv?keep=true", content=csv.content, headers={"content-type": "application/octet-stream"}
    )
    assert back.status_code == 200
    assert client.get(events).json() == kept


@pytest.mark.parametrize(
    "wrong",
    [
        {"kind": "slide"},
        {"kind": "cast", "setting_m": 1.0},
        {"kind": "slide", "setting_m": 99.0},
        {"kind": "bite", "depth_m": 2.0},
    ],
)
def test_a_slide_comes_with_its_setting_and_nothing_else_does(client: TestClient, wrong: dict[str, Any]) -> None:
    events = outing(client, None)
    answer = client.post(events, json={"id": "e-9", "at": "2026-11-23T09:00:00Z", **wrong})
    assert answer.status_code == 422


def test_a_slide_nobody_said_the_rig_of_is_kept_all_the_same(client: TestClient) -> None:
    events = outing(client, None)
    slide = {"id": "e-1", "at": "2026-11-23T09:00:00Z", "kind": "slide", "setting_m": 1.2, "depth_m": 2.0}
    assert client.post(events, json=slide).status_code == 201
    assert client.get(events).json()[0]["depth_m"] == 2.0
    assert client.get("/api/log/taught").status_code == 200


def test_the_wind_of_a_day_comes_from_the_weather_station(client: TestClient) -> None:
    day = begun(client)
    refused = client.post("/api/trips/wind", json={"trip": day})
    assert refused.json()["errors"][0]["path"] == ["wind_m_s"]
    assert client.post("/api/instruments/connect", json={"kind": "weather", "where": "http://127.0.0.1:1/w"}).is_error
    told = {"at": BEGINS, "wind_speed": 36.0, "wind_from_deg": 270, "units": {"wind_speed": "km/h"}}
    client.app.state.hub._weather = read_weather(json.dumps(told).encode(), datetime(2026, 11, 30, 8, tzinfo=UTC))  # type: ignore[attr-defined]
    wind = client.post("/api/trips/wind", json={"trip": day}).json()
    assert wind["wind_m_s"] == {"low": 7.0, "high": 13.0}
    assert wind["says"]["figures"]["wind"]["value"] == pytest.approx(10.0)
