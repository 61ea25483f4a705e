"""A file of which nobody has said what it is: a rig, a bundle of them, a card's square, a box or a survey."""

from __future__ import annotations

import json
from typing import Any

from pydantic import BaseModel, ConfigDict

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.rig.refusals import read_as
from brookwind.core.survey.document import Survey
from brookwind.formats.box_csv import BoxRows, read_box
from brookwind.formats.box_json import read_items
from brookwind.formats.bundle import SIGNATURE, Bundle, read_bundle
from brookwind.formats.card.square import BEGINS, read_text
from brookwind.formats.text import text_of

DEEPEST = 40
"""Brackets within brackets of a JSON file that is read."""


class Dropped(BaseModel):
    """What a file holds; one of them."""

    model_config = ConfigDict(frozen=True)

    rig: Rig | None = None
    survey: Survey | None = None
    box: BoxRows | None = None
    bundle: Bundle | None = None


def read_dropped(data: bytes) -> Dropped:
    """Read a file by what is in it.

    data: its bytes: a rig or survey as JSON, a box as JSON or CSV, a bundle as zip, the text of a square.
    Raises: NotUnderstood for a file that is none of them; BrookwindError with a path for each problem of one that is.
    """
    if data.startswith(SIGNATURE):
        return Dropped(bundle=read_bundle(data))
    text = text_of(data, "file").lstrip()
    if text.startswith(BEGINS):
        return Dropped(rig=read_text(text.strip()))
    if not text.startswith(("{", "[")):
        return _table(data, text)
    held = _json(text)
    if isinstance(held, list):
        return Dropped(box=read_items(held))
    if "components" in held:
        return Dropped(rig=read_rig(held))
    if "swim_id" in held:
        return Dropped(survey=read_as(Survey, held, "survey", "A survey is a JSON object with a swim_id."))
    raise _unknown("It is JSON, but has neither the components of a rig nor the swim_id of a survey.")


def _json(text: str) -> Any:
    depth = deepest = 0
    for c in text:
        depth += (c in "[{") - (c in "]}")
        deepest = max(deepest, depth)
    if deepest > DEEPEST:
        raise _unknown("Its brackets are too deep.")
    try:
        return json.loads(text)
    except ValueError as error:
        raise _unknown(f"It begins like JSON and breaks off: {error}.") from error


def _table(data: bytes, text: str) -> Dropped:
    header = text.splitlines()[0].lower() if text else ""
    if not any(word in header for word in ("kind", "size", "count", "mass", "label")):
        raise _unknown("It is neither JSON nor a table with the columns of a box.")
    return Dropped(box=read_box(data))


def _unknown(says: str) -> NotUnderstood:
    return NotUnderstood.one(
        "dropped", f"This file is no rig, box or survey. {says}",
        "Drop a rig or a survey saved from here, or a box as CSV; soundings are brought in on the water's page.",
        ("file",),
    )  # fmt: skip
