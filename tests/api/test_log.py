"""The log over the API: kept once however often it is sent, in order, and told what is wrong."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from brookwind.formats.log_csv import COLUMNS

FILE = {"content-type": "application/octet-stream"}
OUTING = {
    "id": "today",
    "swim": "tarrow-mill-glide",
    "place": "Mill glide, the Tarrow",
    "begins": "2026-11-23T08:00:00Z",
}


@pytest.fixture
def outing(client: TestClient) -> str:
    assert client.post("/api/log/outings", json=OUTING).status_code == 201
    return "/api/log/outings/today"


def _event(key: str, at: str, kind: str, **more: Any) -> dict[str, Any]:
    return {"id": key, "at": f"2026-11-23T{at}:00Z", "kind": kind, **more}


def test_an_event_is_kept_once_in_order_and_taken_back(client: TestClient, outing: str) -> None:
    rig = client.get("/api/rigs/grayling-avon").json()["fields"]
    sent = [
        _event("c", "09:30", "fish", species="grayling", length_m=0.31, came="settled"),
        _event("a", "08:05", "rig", rig=rig),
        _event("b", "09:00", "bite", came="drop"),
    ]
    for event in (*sent, *sent):
        answer = client.post(f"{outing}/events", json=event)
        assert answer.status_code == 201, answer.text
    kept = client.get(f"{outing}/events").json()
    assert [e["id"] for e in kept] == ["a", "b", "c"]
    assert kept[0]["rig"] == rig
    other = {**sent[2], "came": "settled"}
    assert client.post(f"{outing}/events", json=other).status_code == 409
    for _ in range(2):
        assert client.delete(f"{outing}/events/c").status_code == 204
    assert client.get(outing).json()["fish"] == 0
    assert client.post("/api/log/outings", json=OUTING).status_code == 201, "the same once more is the same"


def test_what_the_demo_teaches(client: TestClient) -> None:
    page = client.get("/api/log").json()
    assert len(page["outings"]) == 61
    assert page["species"][0]["id"] == "rudd"
    taught = client.get("/api/log/taught", params={"species": "grayling"}).json()
    assert taught["fish"] == sum(s["n"] for s in page["species"] if s["id"] == "grayling")
    assert next(a for a in taught["answers"] if a["id"] == "height")["sure"] > 0.95
    late = client.get("/api/log/taught", params={"species": "grayling", "since": "2026-06-01T00:00:00Z"}).json()
    assert 0 < late["sessions"] < taught["sessions"]
    assert client.get("/api/log/taught", params={"since": "2026-06-01T00:00:00"}).status_code == 422, "without its zone"
    none = client.get("/api/log/taught", params={"place": "nowhere"}).json()
    assert (none["sessions"], none["hours"], none["next_time"]) == (0, 0, [])


def test_the_table_goes_out_and_comes_in_again_exactly_once(client: TestClient, outing: str) -> None:
    client.post(f"{outing}/events", json=_event("n", "08:30", "note", text="=1+1, “the otter” came\nby"))
    table = client.get("/api/log/log.csv").content
    look = client.post("/api/log/csv", content=table, headers=FILE).json()
    assert (look["outings"], look["new_outings"], look["refused"]) == (62, 0, [])
    assert client.delete(f"{outing}?version=1").status_code == 204
    for fresh in (1, 0):
        look = client.post("/api/log/csv?keep=true", content=table, headers=FILE).json()
        assert look["new_outings"] == fresh
    assert client.get("/api/log/log.csv").content == table


@pytest.mark.parametrize(
    ("event", "path"),
    [
        (_event("x", "07:00", "cast"), ["at"]),
        (_event("x", "09:00", "fish", mass_kg=400.0), ["mass_kg"]),
        (_event("x", "09:00", "rig"), ["rig"]),
        ({"id": "x", "at": 5, "kind": "cast"}, ["at"]),
    ],
)
def test_what_cannot_have_happened(client: TestClient, outing: str, event: dict[str, Any], path: list[str]) -> None:
    refused = client.post(f"{outing}/events", json=event)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"] == path


def test_a_session_is_not_cut_short_of_what_happened_in_it(client: TestClient, outing: str) -> None:
    client.post(f"{outing}/events", json=_event("a", "10:00", "cast"))
    short = {"version": 1, "fields": {**OUTING, "ends": "2026-11-23T09:00:00Z"}}
    assert client.put(outing, json=short).status_code == 422
    long = {"version": 1, "fields": {**OUTING, "ends": "2026-11-23T12:00:00Z"}}
    assert client.put(outing, json=long).json()["version"] == 2
    assert client.put(outing, json=long).status_code == 409
    assert client.post("/api/log/outings/gone/events", json=_event("a", "10:00", "cast")).status_code == 404


@pytest.mark.parametrize(
    ("table", "says"),
    [(b"a,b\n1,2\n", "lacks the columns"), (b"\xff\xfe\x00", "text"), (b"", "missing")],
)
def test_a_table_that_is_no_log(client: TestClient, table: bytes, says: str) -> None:
    refused = client.post("/api/log/csv", content=table, headers=FILE)
    assert refused.status_code == 422
    assert says in refused.json()["detail"]


def test_bad_lines_are_told_and_the_good_ones_stand(client: TestClient) -> None:
    lines = (
        "session,place,begins,event,at,kind,mass_kg",
        "s1,The pool,2026-05-01T06:00:00Z,e1,2026-05-01T07:00:00Z,fish,",
        "s1,The pool,2026-05-01T06:00:00Z,e2,2026-05-01T05:00:00Z,fish,",
        "s1,The pool,2026-05-01T06:00:00Z,e3,2026-05-01T07:00:00Z,fish,400",
        "s1,The pool,2026-05-01T06:00:00Z,e4,yesterday,fish,",
    )
    look = client.post("/api/log/csv?keep=true", content="\n".join(lines).encode(), headers=FILE).json()
    assert (look["new_outings"], look["events"], [r["line"] for r in look["refused"]]) == (1, 1, [3, 4, 5])
    assert [e["id"] for e in client.get("/api/log/outings/s1/events").json()] == ["e1"]


def test_only_where_there_is_a_tide_the_log_is_asked_of_it(client: TestClient) -> None:
    def asked(place: str) -> dict[str, Any]:
        found = client.get("/api/log/taught", params={"place": place}).json()["answers"]
        return {a["id"]: a for a in found}

    places = client.get("/api/log").json()["places"]
    wall = next(p for p in places if "Skerry" in p)
    tide = asked(wall)["tide"]
    assert {g["name"]["says"] for g in tide["groups"]} <= {"low water", "the rise", "high water", "the fall"}
    hours = sum(g["hours"] for g in asked(wall)["place"]["groups"])
    assert sum(g["hours"] for g in tide["groups"]) == pytest.approx(hours, rel=1e-6)
    assert "tide" not in asked(next(p for p in places if "Tarrow" in p))


def test_a_session_on_the_sea_has_its_tide_and_one_on_a_lake_none(client: TestClient) -> None:
    outings = [o["fields"] for o in client.get("/api/log").json()["outings"]]
    by_place = {place: next(o["id"] for o in outings if place in o["place"]) for place in ("Skerry", "Wend Mere")}
    tide = client.get(f"/api/log/outings/{by_place['Skerry']}/level").json()
    assert len(tide) > 12
    assert max(h for _, h in tide) - min(h for _, h in tide) > 0.3
    assert client.get(f"/api/log/outings/{by_place['Wend Mere']}/level").json() == []
    assert client.get("/api/log/outings/none/level").status_code == 404


BEGUN = {"id": "o-late", "swim": "no-such-swim", "place": "Wend Mere", "begins": "2026-11-23T08:00:00Z"}


def test_begun_twice_at_a_swim_that_is_not_kept_is_begun_once(client: TestClient) -> None:
    assert [client.post("/api/log/outings", json=BEGUN).status_code for _ in range(2)] == [201, 201]
    other = client.post("/api/log/outings", json={**BEGUN, "place": "Elsewhere"})
    assert other.status_code == 409


def test_what_was_taken_back_is_not_brought_back_by_a_late_sending(client: TestClient) -> None:
    client.post("/api/log/outings", json=BEGUN)
    event = {"id": "e-late", "at": "2026-11-23T08:10:00Z", "kind": "bite", "text": ""}
    address = "/api/log/outings/o-late/events"
    # Dropped before it came, and after.
    assert client.delete(f"{address}/e-early").status_code == 204
    assert client.post(address, json={**event, "id": "e-early"}).json()["id"] == "e-early"
    assert client.post(address, json=event).status_code == 201
    assert client.delete(f"{address}/e-late").status_code == 204
    assert client.post(address, json=event).status_code == 201
    assert client.get(address).json() == []


def test_what_is_meant_for_another_database_is_kept_in_none(client: TestClient) -> None:
    name = client.get("/api/log").headers["x-brookwind-database"]
    assert len(name) == 32
    client.post("/api/log/outings", json=BEGUN, headers={"x-brookwind-database": name})
    refused = client.post(
        "/api/log/outings", json={**BEGUN, "id": "o-other"}, headers={"x-brookwind-database": "0" * 32}
    )
    assert refused.status_code == 421
    assert refused.headers["x-brookwind-database"] == name
    assert client.get("/api/log/outings/o-other").status_code == 404
    assert client.get("/api/log/outings/o-late").status_code == 200


def test_what_is_written_out_comes_back_whatever_was_typed(client: TestClient) -> None:
    client.post("/api/log/outings", json={**BEGUN, "notes": 'a\rb\r\nc, "d"\x01', "ends": "2026-11-23T12:00:00Z"})
    for n, text in enumerate(("wind\rfell", "=1+1", "line\nline")):
        event = {"id": f"e-{n}", "at": f"2026-11-23T09:0{n}:00Z", "kind": "note", "text": text}
        assert client.post("/api/log/outings/o-late/events", json=event).status_code == 201
    before = client.get("/api/log/outings/o-late/events").json()
    outing = client.get("/api/log/outings/o-late").json()
    table = client.get("/api/log/log.csv").content
    assert client.delete(f"/api/log/outings/o-late?version={outing['version']}").status_code == 204
    came = client.post("/api/log/csv?keep=true", content=table, headers=FILE).json()
    assert (came["new_outings"], came["refused"]) == (1, [])
    assert client.get("/api/log/outings/o-late/events").json() == before
    assert client.get("/api/log/outings/o-late").json()["fields"] == outing["fields"]


def test_a_table_that_is_wrong_in_places_is_told_and_spoils_nothing(client: TestClient) -> None:
    own = {"session": "o-new", "place": "Here", "begins": "2026-11-20T08:00Z", "ends": "2026-11-20T12:00Z"}

    def row(event: str, at: str, rig: str = "", **more: str) -> str:
        cells = {
            **own,
            "event": event,
            "at": at,
            "kind": "rig" if rig else "note",
            "text": "x",
            "rig_json": rig,
            **more,
        }
        return ",".join(cells.get(c, "") for c in COLUMNS)

    lines = [
        row("e-1", "2026-11-20T09:00Z"), row("e-1", "2026-11-20T09:05Z"),
        row("e-2", "2026-11-20T09:00Z", "[" * 100_000),
        row("e-3", "2026-11-21T09:00Z"), row("e-4", "2026-11-20T10:00Z", text="wind\rfell"),
    ]  # fmt: skip
    table = "\n".join([",".join(COLUMNS), *lines]).encode()
    came = client.post("/api/log/csv?keep=true", content=table, headers=FILE).json()
    assert [(r["line"], r["says"].split(".")[0]) for r in came["refused"]] == [
        (3, "The event 'e-1' is there twice"), (4, "rig_json: this is not JSON"),
        (5, "That was after the session ended"),
    ]  # fmt: skip
    kept = client.get("/api/log/outings/o-new/events").json()
    assert [(e["id"], e["text"]) for e in kept] == [("e-1", "x"), ("e-4", "wind fell")]
    # Ended sooner since; what a table says beyond that stays out, and the session can still be changed.
    outing = client.get("/api/log/outings/o-new").json()
    sooner = {**outing["fields"], "ends": "2026-11-20T10:30:00Z"}
    kept_sooner = client.put("/api/log/outings/o-new", json={"version": outing["version"], "fields": sooner})
    assert kept_sooner.status_code == 200
    late = "\n".join([",".join(COLUMNS), row("e-5", "2026-11-20T11:00Z")]).encode()
    assert client.post("/api/log/csv?keep=true", content=late, headers=FILE).status_code == 200
    assert len(client.get("/api/log/outings/o-new/events").json()) == 2
    again = {"version": kept_sooner.json()["version"], "fields": {**sooner, "notes": "ended"}}
    assert client.put("/api/log/outings/o-new", json=again).status_code == 200


def test_a_session_that_nobody_ended_counts_to_an_hour_after_its_last_note(client: TestClient) -> None:
    before = client.get("/api/log/taught").json()["hours"]
    client.post("/api/log/outings", json={**BEGUN, "begins": "2025-12-20T08:00:00Z"})
    assert client.get("/api/log/taught").json()["hours"] - before == pytest.approx(1.0)
    event = {"id": "e-1", "at": "2025-12-20T10:30:00Z", "kind": "note", "text": "x"}
    client.post("/api/log/outings/o-late/events", json=event)
    assert client.get("/api/log/taught").json()["hours"] - before == pytest.approx(3.5)
