"""A bundle: rigs with the compartments of the box that they come from, in one zip."""

from __future__ import annotations

import io
import json
import re
import zipfile
import zlib
from collections.abc import Sequence

from pydantic import BaseModel, ConfigDict

from brookwind.core.box.items import BoxItem
from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.rig.document import Rig, read_rig
from brookwind.formats.box_csv import BoxRows
from brookwind.formats.box_json import ITEMS, read_items
from brookwind.formats.text import Refused, told

VERSION = 1
"""Of the bundle; see docs/formats.md."""
SIGNATURE = b"PK\x03\x04"
"""What a zip begins with. Source: APPNOTE, 4.3.7."""
ABOUT, BOX = "bundle.json", "box.json"
MOST_RIGS = 200
MOST_BYTES, MOST_IN_ALL = 2_000_000, 20_000_000
"""Unpacked, of a document and of all of them. [bytes]"""
_RIG = re.compile(r"rigs/[a-z0-9][a-z0-9-]{0,39}\.rig\.json")
_EPOCH = (1980, 1, 1, 0, 0, 0)
"""The same bundle is the same bytes, whenever it is written."""


class Bundle(BaseModel):
    """What a bundle holds, and what of it cannot be read."""

    model_config = ConfigDict(frozen=True)

    rigs: tuple[Rig, ...]
    box: BoxRows
    refused: tuple[Refused, ...] = ()


def write_bundle(rigs: Sequence[Rig], items: Sequence[BoxItem]) -> bytes:
    """A bundle of rigs and of the compartments that their pieces come from.

    rigs: the rigs, each with its own id.
    items: the box; what no rig names is left out.
    """
    named = {c.item for rig in rigs for c in rig.components if c.item}
    used = [i for i in items if i.item in named]
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as pack:
        _put(pack, ABOUT, json.dumps({"bundle": VERSION, "rigs": [r.id for r in rigs]}))
        for rig in rigs:
            _put(pack, f"rigs/{rig.id}.rig.json", rig.model_dump_json(indent=2))
        _put(pack, BOX, ITEMS.dump_json(used, indent=2).decode())
    return held.getvalue()


def _put(pack: zipfile.ZipFile, name: str, text: str) -> None:
    pack.writestr(zipfile.ZipInfo(name, _EPOCH), text, zipfile.ZIP_DEFLATED)


def read_bundle(data: bytes) -> Bundle:
    """Read a bundle. A rig that cannot be read is left out and told; the others stand.

    data: the bytes of the zip.
    Raises: NotUnderstood for what is no bundle, is of a later version, reaches outside itself or unpacks to too much.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as pack:
            return _read(pack)
    except (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, EOFError, OSError) as error:
        raise _no("It is damaged or locked.") from error


def _read(pack: zipfile.ZipFile) -> Bundle:
    names = [i.filename for i in pack.infolist() if not i.is_dir()]
    _check_names(names)
    if sum(i.file_size for i in pack.infolist()) > MOST_IN_ALL:
        raise _no("It unpacks to more than any bundle holds.")
    about = _json(pack, ABOUT)
    version = about.get("bundle") if isinstance(about, dict) else None
    if version != VERSION:
        newer = isinstance(version, int) and version > VERSION
        raise _no(
            f"It is written in version {version}; this Brookwind reads version {VERSION}.",
            "Update Brookwind." if newer else "Save it again from a Brookwind.",
        )
    rigs: dict[str, Rig] = {}
    refused: list[Refused] = []
    for n, name in enumerate((n for n in names if n not in {ABOUT, BOX}), 1):
        try:
            rig = read_rig(_json(pack, name))
            rigs.setdefault(rig.id, rig)
        except BrookwindError as error:
            refused.append(Refused(line=n, says=f"{name}: {error.problems[0].sentence()}"))
    box = read_items(_json(pack, BOX)) if BOX in names else BoxRows(rows=())
    return Bundle(rigs=tuple(rigs.values()), box=box, refused=told(refused))


def _check_names(names: list[str]) -> None:
    if ABOUT not in names:
        raise _no(f"It has no {ABOUT}.")
    if len(names) > MOST_RIGS + 2:
        raise _no(f"It has {len(names)} files; a bundle has at most {MOST_RIGS} rigs.")
    for name in names:
        if name not in {ABOUT, BOX} and not _RIG.fullmatch(name):
            raise _no(f"It has a file {name[:60]!r}, which is none of a bundle's.")
    if len(set(names)) < len(names):
        raise _no("It has two files of one name.")


def _json(pack: zipfile.ZipFile, name: str) -> object:
    with pack.open(name) as held:
        # What a zip says of its sizes need not be so.
        data = held.read(MOST_BYTES + 1)
    if len(data) > MOST_BYTES:
        raise _no(f"{name} unpacks to more than any document of it.")
    try:
        return json.loads(data.decode("utf-8"))
    except (ValueError, RecursionError) as error:
        raise NotUnderstood.one("bundle", f"{name} is not whole JSON.", "Save it again.", ("file",)) from error


def _no(says: str, remedy: str = "Take one that was saved from the rigs of a Brookwind.") -> NotUnderstood:
    return NotUnderstood.one("bundle", f"This zip is no bundle of rigs. {says}", remedy, ("file",))
