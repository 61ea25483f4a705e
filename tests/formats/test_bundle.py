"""Bundles: handed on and taken whole; what is none, reaches outside or unpacks to too much is refused in a sentence."""

from __future__ import annotations

import io
import json
import re
import zipfile
from contextlib import suppress

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import BrookwindError
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.components import Shot
from brookwind.core.rig.differences import differences
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_box, demo_rigs
from brookwind.formats.bundle import MOST_BYTES, read_bundle, write_bundle

ABOUT = json.dumps({"bundle": 1})
RIG = demo_rigs()[0]


def packed(**files: str) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as pack:
        for name, text in files.items():
            pack.writestr(name, text)
    return held.getvalue()


def test_rigs_and_what_they_come_from_go_and_come_back() -> None:
    rigs, box = demo_rigs(), demo_box()
    data = write_bundle(rigs, box)
    back = read_bundle(data)
    assert back.rigs == tuple(rigs)
    named = {c.item for r in rigs for c in r.components if c.item}
    assert {r.fields.item for r in back.box.rows} == named & {i.item for i in box}
    assert write_bundle(rigs, box) == data, "the same bundle is the same bytes"


def test_a_rig_that_cannot_be_read_is_told_and_the_others_stand() -> None:
    later = json.dumps({**RIG.model_dump(mode="json"), "schema_version": 9})
    lost = json.dumps({**RIG.model_dump(mode="json"), "id": "lost", "family": "a-family-that-was"})
    found = read_bundle(
        packed(**{"bundle.json": ABOUT, "rigs/a.rig.json": RIG.model_dump_json(), "rigs/b.rig.json": later,
                  "rigs/c.rig.json": "{", "rigs/d.rig.json": lost})
    )  # fmt: skip
    assert [r.id for r in found.rigs] == [RIG.id, "lost"], "a family that is no more is no reason to lose a rig"
    assert ["version 9" in r.says or "not whole JSON" in r.says for r in found.refused] == [True, True]


BOMB = "0" * (MOST_BYTES + 1)


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"PK\x03\x04 and nothing else", "damaged"),
        (packed(), "no bundle.json"),
        (packed(**{"bundle.json": '{"bundle": 2}'}), "version 2"),
        (packed(**{"bundle.json": "[]"}), "version None"),
        (packed(**{"bundle.json": "["}), "not whole JSON"),
        (packed(**{"bundle.json": "[" * 100_000}), "not whole JSON"),
        (packed(**{"bundle.json": ABOUT, "../../outside.rig.json": "{}"}), "none of a bundle's"),
        (packed(**{"bundle.json": ABOUT, "/etc/outside.rig.json": "{}"}), "none of a bundle's"),
        (packed(**{"bundle.json": ABOUT, "rigs\\..\\outside.rig.json": "{}"}), "none of a bundle's"),
        (packed(**{"bundle.json": ABOUT, **{f"rigs/{i}.rig.json": BOMB[:-10] for i in range(12)}}), "unpacks to more"),
        (packed(**{"bundle.json": ABOUT, **{f"rigs/{i}.rig.json": "{}" for i in range(250)}}), "at most 200"),
    ],
)
def test_what_is_no_bundle_is_said_so(data: bytes, says: str) -> None:
    with pytest.raises(BrookwindError, match=re.escape(says)):
        read_bundle(data)


def test_a_rig_that_unpacks_to_too_much_is_left_out() -> None:
    found = read_bundle(packed(**{"bundle.json": ABOUT, "rigs/bomb.rig.json": BOMB}))
    assert found.rigs == ()
    assert "unpacks to more than any document" in found.refused[0].says


@given(st.binary(max_size=300), st.integers(0, 400))
def test_a_bundle_that_was_damaged_is_refused_or_read_never_a_fault(noise: bytes, at: int) -> None:
    whole = write_bundle([RIG], [])
    with suppress(BrookwindError):
        assert read_bundle(whole[:at] + noise + whole[at + len(noise) :]).rigs in {(), (RIG,)}


def test_differences_are_told_piece_by_piece() -> None:
    assert differences(RIG, RIG) == ()
    moved = set_stop(RIG, RIG.setting_m + 0.1)
    renamed = moved.model_copy(update={"name": "Other {one}"})
    said = [d.says.format(**{k: str(f) for k, f in d.figures.items()}) for d in differences(RIG, renamed)]
    assert said[0] == f"Called Other (one), not {RIG.name}."
    assert any(s.startswith("Setting ") for s in said)
    bare = RIG.replace_components(tuple(c for c in RIG.components if not isinstance(c, Shot)))
    shots = sum(isinstance(c, Shot) for c in RIG.components)
    assert sum(d.says.startswith("Without") for d in differences(RIG, bare)) == shots
    noted = RIG.model_copy(update={"notes": "new"})
    assert [d.says for d in differences(RIG, noted)] == ["The conditions, the notes or what is muted."]


def test_a_bundle_over_the_api_is_looked_at_before_it_is_written(client: TestClient) -> None:
    keys = ["rudd-strung", "roach-pole"]
    data = client.post("/api/bundle", json={"rigs": keys}).content
    same = client.post("/api/read/dropped", content=data, headers={"content-type": "application/octet-stream"}).json()
    assert [(r["fields"]["id"], r["what"]) for r in same["rigs"]] == [(k, "same") for k in keys]
    kept = client.get("/api/rigs/rudd-strung").json()
    changed = {**kept["fields"], "name": "Rudd, again"}
    assert client.put("/api/rigs/rudd-strung", json={"version": kept["version"], "fields": changed}).status_code == 200
    assert client.delete("/api/rigs/roach-pole", params={"version": 1}).status_code == 204
    looked = client.post("/api/read/dropped", content=data, headers={"content-type": "application/octet-stream"}).json()
    assert [(r["what"], r["version"]) for r in looked["rigs"]] == [("changed", kept["version"] + 1), ("new", 0)]
    assert looked["rigs"][0]["differs"][0]["says"] == "Called Rudd on the drop, not Rudd, again."
    assert client.get("/api/rigs/rudd-strung").json()["fields"]["name"] == "Rudd, again", "nothing is written yet"
    assert client.post("/api/bundle", json={"rigs": ["nobody"]}).status_code == 404


def test_the_text_of_a_square_is_a_rig_that_can_be_dropped(rigs: dict[str, Rig]) -> None:
    from brookwind.formats.card.square import rig_text
    from brookwind.formats.dropped import read_dropped

    assert read_dropped(rig_text(RIG).encode()).rig == RIG
