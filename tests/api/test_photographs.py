"""Photographs of a session: small enough, upright, bare of where they were taken; each kept once."""

from __future__ import annotations

import io
import json
import zipfile
from contextlib import suppress
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from brookwind.core.errors import BrookwindError
from brookwind.formats.photograph import KINDS, SIDE, SMALL_SIDE, read_picture
from brookwind.store.photographs import MOST

AT = {"at": "2026-11-23T09:30:00+01:00"}
FILE = {"content-type": "application/octet-stream"}


def picture(kind: str = "JPEG", size: tuple[int, int] = (640, 480), turned: int = 1) -> bytes:
    """A picture, blue above and green below, that says where it was taken."""
    image = Image.new("RGB", size, (20, 40, 160))
    image.paste((30, 140, 60), (0, size[1] // 2, *size))
    notes = Image.Exif()
    notes[0x0112] = turned
    notes[0x010F] = "A camera"
    notes.get_ifd(0x8825).update({1: "N", 2: (54.0, 30.0, 0.0), 3: "W", 4: (2.0, 15.0, 0.0)})
    out = io.BytesIO()
    image.save(out, kind, exif=notes, comment="taken at the weir")
    return out.getvalue()


@pytest.fixture
def outing(client: TestClient) -> str:
    return str(client.get("/api/log").json()["outings"][0]["fields"]["id"])


def test_a_photograph_is_kept_once_shown_named_and_taken_out(client: TestClient, outing: str) -> None:
    at = f"/api/log/photographs/{outing}"
    for _ in range(2):
        sent = client.post(f"{at}/p-1", params=AT, content=picture(size=(4000, 3000)), headers=FILE)
        assert sent.status_code == 201, sent.text
        assert (sent.json()["width"], sent.json()["height"]) == (SIDE, SIDE * 3 // 4)
    assert client.put(f"{at}/p-1", json={"text": "the first tench"}).json()["text"] == "the first tench"
    (told,) = client.get(at).json()
    assert told["at"].startswith("2026-11-23T09:30:00")
    assert told["text"] == "the first tench"
    for small, side in (("false", SIDE), ("true", SMALL_SIDE)):
        shown = client.get(f"{at}/p-1.jpg", params={"small": small})
        assert shown.headers["content-type"] == "image/jpeg"
        assert max(Image.open(io.BytesIO(shown.content)).size) == side
    with zipfile.ZipFile(io.BytesIO(client.get("/api/copies/photographs.zip").content)) as packed:
        (name,) = packed.namelist()
        assert name.startswith("2026-11-23 09.30 ")
        assert packed.read(name) == client.get(f"{at}/p-1.jpg").content
    # Everything as text names it by its digest; with its session it goes.
    assert set(json.loads(client.get("/api/copies/everything.json").text)["photograph"]) == {"p-1"}
    assert client.delete(f"{at}/p-1").status_code == 204
    assert client.delete(f"{at}/p-1").status_code == 204
    assert client.get(at).json() == []
    assert client.get(f"{at}/p-1.jpg").status_code == 404


@pytest.mark.parametrize("kind", KINDS)
def test_nothing_but_pixels_is_kept(kind: str) -> None:
    kept = read_picture(picture(kind, turned=6))
    for data in (kept.jpeg, kept.small):
        image = Image.open(io.BytesIO(data))
        assert len(image.getexif()) == 0
        assert "comment" not in image.info
        assert b"camera" not in data
        assert b"weir" not in data
        assert b"Exif" not in data
    # It lay on its side: blue, which was above, is to the right once it stands.
    image = Image.open(io.BytesIO(kept.jpeg))
    assert image.size == (480, 640)
    right, left = image.getpixel((470, 320)), image.getpixel((10, 320))
    assert isinstance(right, tuple)
    assert isinstance(left, tuple)
    assert right[2] > right[1]
    assert left[1] > left[2]


def test_what_is_no_picture_or_too_much_is_refused_with_a_sentence(client: TestClient, outing: str) -> None:
    at = f"/api/log/photographs/{outing}/p-1"
    bad = {
        "no-picture": b"no picture at all",
        "damaged-picture": picture()[:3000],
        "small-picture": picture(size=(8, 200)),
        "large-picture": picture("PNG", size=(12000, 6000)),
    }
    for code, data in bad.items():
        refused = client.post(at, params=AT, content=data, headers=FILE)
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["code"] == code
    # As large as a film: it is refused by its length, unread.
    assert client.post(at, params=AT, content=bytes(17_000_000), headers=FILE).status_code == 413
    assert client.post("/api/log/photographs/none/p-1", params=AT, content=picture(), headers=FILE).status_code == 404
    for n in range(MOST):
        sent = client.post(
            f"/api/log/photographs/{outing}/p-{n}", params=AT, content=picture(size=(20, 20)), headers=FILE
        )
        assert sent.status_code == 201
    refused = client.post(f"{at}00", params=AT, content=picture(), headers=FILE)
    assert refused.json()["errors"][0]["code"] == "many-photographs"


@given(st.integers(0, 20_000), st.binary(min_size=1, max_size=40), st.sampled_from(KINDS))
def test_a_damaged_picture_is_read_or_refused(at: int, junk: bytes, kind: str) -> None:
    whole = picture(kind, size=(64, 48))
    damaged = whole[: at % len(whole)] + junk + whole[at % len(whole) + len(junk) :]
    with suppress(BrookwindError):
        assert read_picture(damaged).width >= 1


def test_a_copy_is_looked_at_put_back_and_undone(client: TestClient, outing: str) -> None:
    client.post(f"/api/log/photographs/{outing}/p-1", params=AT, content=picture(), headers=FILE)
    shown = client.get(f"/api/log/photographs/{outing}/p-1.jpg").content
    copy = client.get("/api/copies/brookwind.db").content
    rig = client.get("/api/rigs/rudd-strung").json()
    client.put(
        "/api/rigs/rudd-strung", json={"version": rig["version"], "fields": {**rig["fields"], "name": "Changed"}}
    )
    client.delete(f"/api/log/photographs/{outing}/p-1")

    looked = client.post("/api/copies", content=copy, headers=FILE).json()
    assert not looked["done"]
    assert "1 × photograph" in looked["copy_holds"]["says"]
    assert "photograph" not in looked["now_holds"]["says"]
    assert client.get("/api/rigs/rudd-strung").json()["fields"]["name"] == "Changed"

    assert client.post("/api/copies", params={"put": True}, content=copy, headers=FILE).json()["done"]
    assert client.get("/api/rigs/rudd-strung").json()["fields"] == rig["fields"]
    assert client.get(f"/api/log/photographs/{outing}/p-1.jpg").content == shown
    # Undone, and that undone too.
    for name in ("Changed", rig["fields"]["name"]):
        assert client.post("/api/copies/before", params={"put": True}).json()["done"]
        assert client.get("/api/rigs/rudd-strung").json()["fields"]["name"] == name


def test_what_is_no_copy_of_ours_changes_nothing(client: TestClient, tmp_path: Path) -> None:
    import sqlite3

    copy = tmp_path / "copy.db"
    copy.write_bytes(client.get("/api/copies/brookwind.db").content)
    cut = copy.read_bytes()[:50_000]
    with sqlite3.connect(copy) as strange:
        strange.execute("CREATE TRIGGER t AFTER UPDATE ON rig BEGIN DELETE FROM rig; END")
    strange.close()
    before = client.get("/api/copies/everything.json").text
    assert client.post("/api/copies/before").json() is None
    for data in (b"no database", cut, copy.read_bytes()):
        refused = client.post("/api/copies", params={"put": True}, content=data, headers=FILE)
        assert refused.status_code == 422, refused.text
        assert refused.json()["errors"][0]["remedy"]
    assert client.get("/api/copies/everything.json").text == before
