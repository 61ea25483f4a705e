"""A dropped file is what it holds, or is refused in a sentence that says what would be right."""

from __future__ import annotations

import json
from contextlib import suppress

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import BrookwindError
from brookwind.demo.load import demo_box, demo_rigs
from brookwind.formats.box_csv import write_box
from brookwind.formats.dropped import read_dropped


def test_a_rig_a_box_and_a_survey_are_told_apart_and_come_back_as_they_were(client: TestClient) -> None:
    rig = demo_rigs()[0]
    saved = client.get(f"/api/rigs/{rig.id}/rig.json")
    assert saved.headers["content-disposition"].endswith(f"{rig.id}.rig.json")
    assert read_dropped(saved.content).rig == rig
    survey = client.get("/api/surveys/quarrel-pit-deep-flat/survey.json").content
    found = read_dropped(survey).survey
    assert found is not None
    assert found.swim_id == "quarrel-pit-deep-flat"
    box = demo_box()
    for data in (write_box(box).encode(), json.dumps([i.model_dump(mode="json") for i in box]).encode()):
        rows = read_dropped(data).box
        assert rows is not None
        assert [r.fields for r in rows.rows] == box


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "no rig, box or survey"),
        (b"The swim was quiet.", "neither JSON nor a table"),
        (b'{"hello": 1}', "neither the components of a rig"),
        (b'{"components": ', "breaks off"),
        (b'{"components": []}', "components"),
        (b"[" * 5000, "too deep"),
        (b'{"swim_id": "x", "soundings": 3}', "soundings"),
        ("Bé;3".encode("latin-1"), "UTF-8"),
    ],
)
def test_what_is_none_of_them_is_refused_in_a_sentence(data: bytes, says: str) -> None:
    with pytest.raises(BrookwindError) as refused:
        read_dropped(data)
    assert says.lower() in str(refused.value).lower()


@given(st.binary(max_size=400))
def test_whatever_is_dropped_is_read_or_refused(data: bytes) -> None:
    with suppress(BrookwindError):
        read_dropped(data)


def test_a_dropped_box_says_what_it_would_change(client: TestClient) -> None:
    sent = {"content": b"size;count\nBB;99\n", "headers": {"content-type": "application/octet-stream"}}
    answer = client.post("/api/read/dropped", **sent).json()  # type: ignore[arg-type]
    assert [r["what"] for r in answer["rows"]] == ["changed"]
    assert answer["rig"] is None
