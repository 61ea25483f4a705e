"""Whatever is sent is answered in a sentence, within bounds, and at no great length.

What once went on for minutes would never end here; how long the longest takes is a figure of `make soak`.
"""

from __future__ import annotations

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

from brookwind.core.balance.offers import offers
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import ShotStock, Stock, stock_of
from brookwind.core.rig.document import Rig
from brookwind.formats.box_csv import read_box, write_box
from tests.api import OCTETS

from .generated import send

PIT = "quarrel-pit-deep-flat"
JSON = {"content-type": "application/json"}


def refused(answer: Any) -> str:
    """The sentence of a refusal: it is one, is short, and comes as a problem."""
    assert 400 <= answer.status_code < 500, answer.status_code
    assert answer.headers["content-type"] == "application/problem+json"
    assert len(answer.content) < 20_000
    return str(answer.json()["detail"])


@pytest.mark.parametrize("number", ["1e999999", "1e-999999", "9" * 500, "0." + "0" * 500 + "1", "-1e400", "²", "1_0"])
def test_a_number_beyond_reason_in_a_table_is_left_out_in_words(number: str, client: TestClient) -> None:
    table = f"kind,item,size,mass_g,count\nshot,a,BB,0.8,{number}\nshot,b,BB,0.8,3\n".encode()
    answer = client.post("/api/box/preview", content=table, headers=OCTETS)
    assert answer.status_code == 200
    assert [r["fields"]["item"] for r in answer.json()["rows"]] == ["b"]
    assert len(answer.json()["refused"][0]["says"]) <= 300


DEEP = b"[" * 3000 + b"]" * 3000
BODIES = [
    (b'{"text": ' + DEEP + b"}", "nested"),
    (b'{"text": "8x4", "more": ' + b"9" * 5000 + b"}", "digits"),
    (b'{"text": "8x4", "more": 1e99999}', "exponent"),
    (b'{"text": "\\ud800 alone"}', "half of a character"),
    (b'{"text": "\\udc00\\ud800"}', "half of a character"),
    (json.dumps({"text": "x" * 500_000}).encode(), "too long"),
    (json.dumps({"text": "8x4", **{f"k{i}" * 50: i for i in range(2000)}}).encode(), ""),
    (b'{"text": "9999999999x4"}', ""),
    (b"\xff\xfe\x00", "UTF-8"),
]


@pytest.mark.parametrize(("body", "says"), BODIES)
def test_odd_bodies_are_refused_in_a_sentence(body: bytes, says: str, client: TestClient) -> None:
    answer = client.post("/api/label", content=body, headers=JSON)
    if answer.status_code != 200:
        assert says in refused(answer)


def test_a_flood_of_parts_that_are_all_wrong_is_refused_soon(client: TestClient) -> None:
    for part in ("1", "{}"):
        body = b'{"readings": [' + ",".join([part] * 300_000).encode() + b"]}"
        assert "too many parts" in refused(client.post("/api/box/weigh", content=body, headers=JSON))
        few = b'{"readings": [' + ",".join([part] * 50_000).encode() + b"]}"
        refused(client.post("/api/box/weigh", content=few, headers=JSON))


def test_whole_characters_beyond_the_plane_are_kept(client: TestClient) -> None:
    body = b'{"id": "pool", "name": "\\ud83d\\ude00 pool \\\\ud800"}'
    assert client.post("/api/waters", content=body, headers=JSON).json()["fields"]["name"] == "😀 pool \\ud800"


@pytest.mark.parametrize(
    "path",
    [
        "/%00", "/" + "a" * 5000, "/..%2f..%2fetc/passwd", "/assets/%00.js", "/bench/a b", "/api/rigs/a%20b",
        "/api/rigs/%00", "/api/rigs/" + "a" * 5000, f"/api/rigs/rudd-strung/revisions?x={'y' * 3000}",
        "/api/surveys/a%22%0d%0ab/soundings.csv", "/api/surveys/%F0%9F%98%80/soundings.csv",
    ],
)  # fmt: skip
def test_odd_addresses_lead_nowhere_and_nowhere_else(path: str, client: TestClient) -> None:
    answer = client.get(path)
    assert answer.status_code < 500
    assert "root:" not in answer.text


def test_a_version_beyond_what_can_be_counted(client: TestClient) -> None:
    for version in (2**63, 2**70, -1):
        refused(client.delete(f"/api/rigs/rudd-strung?version={version}"))
        fields = client.get("/api/rigs/rudd-strung").json()["fields"]
        refused(client.put("/api/rigs/rudd-strung", json={"version": version, "fields": fields}))


def _look(client: TestClient, **session: Any) -> Any:
    survey = client.get(f"/api/surveys/{PIT}").json()["fields"]
    survey["session"] |= session
    at = "2026-11-23T10:00:00Z"
    return client.post("/api/water/look", json={"survey": survey, "at": at, "now": at, "rod_m": 4})


def test_a_session_too_long_is_said_beside_the_picture_and_years_out_of_reach_are_refused(client: TestClient) -> None:
    long = _look(client, start="2026-11-23T10:00:00Z", end="2026-11-25T10:00:00Z")
    assert long.status_code == 200
    assert "36 hours" in long.json()["timetable_problem"]["message"]
    for year in ("0001", "9999", "1899"):
        said = refused(_look(client, start=f"{year}-01-01T00:00:00+14:00", end=f"{year}-01-01T06:00:00-12:00"))
        assert "from 1900 to 2200" in said


def test_a_depth_over_thirty_metres_with_a_session(client: TestClient) -> None:
    survey = client.get(f"/api/surveys/{PIT}").json()["fields"]
    survey |= {"soundings": [{"id": "deep", "distance_m": 10.0, "depth_m": 45.0}], "plumbings": []}
    survey["session"] = {"start": "2026-11-23T10:00:00Z", "end": "2026-11-23T16:00:00Z", "distance_m": 10.0}
    at = "2026-11-23T10:00:00Z"
    answer = client.post("/api/water/look", json={"survey": survey, "at": at, "now": at, "rod_m": 4})
    assert answer.status_code == 200
    assert answer.json()["timetable"]["most_depth_m"] > 40


LONG = b"x" * 200_000
FILES = [
    ("/api/read/soundings?swim_id={}&form=csv", b'distance_m,depth_m,note\n1,2,"' + LONG + b'"\n', "breaks off"),
    ("/api/read/soundings?swim_id={}&form=csv", b'distance_m,depth_m\n1,"2', ""),
    ("/api/read/soundings?swim_id={}&form=geojson", b'{"features": [' + DEEP + b"]}", "whole JSON"),
    ("/api/read/soundings?swim_id={}&form=geojson", b'{"features": [' + b"9" * 5000 + b"]}", "whole JSON"),
    ("/api/read/station?x={}", b'{"name": ' + DEEP + b"}", "no tide station"),
    ("/api/box/preview?x={}", b'kind,label\nfloat,"' + b"x" * 200_000 + b'"\n', "breaks off"),
    ("/api/float/profile?x={}", b"height_mm,diameter_mm\n0,3\n1e5,3\n", ""),
    ("/api/read/gpx?swim_id={}", b"<gpx><wpt lat='1' lon='2'><extensions/></wpt>", "not readable"),
]  # fmt: skip


@pytest.mark.parametrize(("path", "file", "says"), FILES)
def test_odd_files_are_refused_or_their_lines_left_out(path: str, file: bytes, says: str, client: TestClient) -> None:
    answer = client.post(path.format(PIT), content=file, headers=OCTETS)
    if answer.status_code != 200:
        assert says in refused(answer)


def test_waypoints_of_other_programs_come_with_names_of_their_own(client: TestClient) -> None:
    home = client.get(f"/api/surveys/{PIT}").json()["fields"]["place"]
    point = f'<wpt lat="{home["latitude_deg"]}" lon="{home["longitude_deg"]}"><name>Snag</name><extensions>'
    own = "<bw:id>A B</bw:id><bw:depth_m>{}</bw:depth_m></extensions></wpt>"
    head = '<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1" xmlns:bw="urn:brookwind:gpx:1">'
    good = f"{head}{point}{own.format('3.5')}</gpx>".encode()
    [mark] = client.post(f"/api/read/gpx?swim_id={PIT}", content=good, headers=OCTETS).json()["marks"]
    assert (mark["id"], mark["depth_m"]) == ("a-b", 3.5)
    bad = f"{head}{point}{own.format('nope')}</gpx>".encode()
    assert "Waypoint 1" in refused(client.post(f"/api/read/gpx?swim_id={PIT}", content=bad, headers=OCTETS))


def test_a_cell_that_a_spreadsheet_would_reckon_is_written_as_text_and_read_back() -> None:
    names = ["=1+1", "+4", "-x", "@sum", "'=old", "'quoted'", "plain"]
    items = [s.model_copy(update={"item": n}) for s, n in zip(_sizes(len(names)), names, strict=True)]
    text = write_box(items)
    assert not [line for line in text.splitlines()[1:] for cell in line.split(",") if cell[:1] in set("=+@")]
    assert [r.fields.item for r in read_box(text.encode()).rows] == names


def _sizes(n: int) -> tuple[ShotStock, ...]:
    return tuple(
        ShotStock(item=f"s-{i}", size="X", mass_kg=1e-5 * (1 + 0.371 * i), density_kg_m3=11340.0, count=50)
        for i in range(n)
    )


@pytest.mark.parametrize("pattern", ["bulk-and-droppers", "strung"])
def test_a_box_of_three_hundred_sizes_is_chosen_from_within_bounds(pattern: str, rigs: dict[str, Rig]) -> None:
    done = balance_rig(rigs["grayling-avon"], Stock(shot=_sizes(300)), Wish(pattern=pattern))
    assert not done.proved
    assert abs(done.error_m) < 0.001
    again = balance_rig(rigs["grayling-avon"], Stock(shot=_sizes(300)), Wish(pattern=pattern))
    assert again == done, "what was found when the work was used up does not hang on the machine"


def test_more_compartments_than_can_be_chosen_from_leave_the_empty_ones_out(rigs: dict[str, Rig], stock: Stock) -> None:
    empty = tuple(s.model_copy(update={"item": f"e-{i}", "count": 0}) for i, s in enumerate(_sizes(400)))
    full = stock_of((*empty, *stock.shot))
    assert {s.item for s in stock.shot if s.count} <= {s.item for s in full.shot}
    assert offers(rigs["rudd-strung"], full, Wish(pattern="strung", max_pieces=3)).relaxed


def test_five_thousand_rows_are_compared_and_written_without_holding_others_up(client: TestClient) -> None:
    rows = [
        {"version": 0, "fields": s.model_dump(mode="json")}
        for s in (s.model_copy(update={"item": f"n-{i}"}) for i, s in enumerate(_sizes(1) * 5000))
    ]
    table = b"kind,item,size,mass_g,count\n" + b"".join(b"shot,r-%d,Q%d,0.%04d1,3\n" % (i, i, i) for i in range(5000))
    preview = client.post("/api/box/preview", content=table, headers=OCTETS).json()
    assert len(preview["rows"]) == 5000
    written = client.post("/api/box/import", json={"rows": rows})
    assert written.status_code == 200
    stale = client.post("/api/box/import", json={"rows": [{**rows[0], "version": 7}, *rows[1:2]]})
    assert stale.status_code == 409


def test_a_thousand_bad_lines_are_told_as_a_hundred_and_how_many_more(client: TestClient) -> None:
    table = b"kind,item,size,mass_g,count\n" + b"shot,x,BB,heavy,1\n" * 1000
    said = client.post("/api/box/preview", content=table, headers=OCTETS).json()["refused"]
    assert len(said) == 101
    assert "900 more" in said[-1]["says"]


def test_two_thousand_generated_requests_get_no_fault_and_answers_as_published(client: TestClient) -> None:
    tally = send(client, seed=2, most=2000)
    assert [(s, r.method, r.path) for s, r in tally.faults] == []
    assert [(u, r.method, r.path) for u, r in tally.unlike] == []
    assert tally.done > 400, "enough of them are well enough made to be done"


def test_figures_at_the_edge_of_what_is_allowed_are_reckoned_or_refused(client: TestClient) -> None:
    survey = client.get(f"/api/surveys/{PIT}").json()["fields"]
    for clear in (9.99, 9.9999, 9.999999, 10.0):
        for spot in survey["plumbings"]:
            asked = {**spot, "setup": {**spot["setup"], "clear_m": clear}}
            for readings in (spot["readings"], []):
                answer = client.post("/api/water/plumb", json={"plumbing": {**asked, "readings": readings}})
                assert answer.status_code in (200, 422), (clear, answer.text)
    falls = [{"at": "2026-11-23T10:00:00Z", "fall_m": 0.3, "time_s": 9.0}] * 3
    for mass in (5e-324, 1e-300, 1e-12):
        jug = client.post("/api/box/jug", json={"readings": falls, "mass_kg": mass})
        assert jug.status_code in (200, 422), jug.text
