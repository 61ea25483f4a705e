"""Load the demo scenario into a database that has no such records yet."""

from __future__ import annotations

import json
from importlib.resources import files
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import Engine

from brookwind.core.balance.stock import BoxItem
from brookwind.core.rig.document import Rig, read_rig
from brookwind.store.database import unit_of_work
from brookwind.store.records import SwimFields, WaterFields
from brookwind.store.repositories import Box, Rigs, Swims, Waters

_HERE = files("brookwind.demo")


def _read(name: str) -> Any:
    return json.loads(_HERE.joinpath(name).read_text(encoding="utf-8"))


def demo_rigs() -> list[Rig]:
    """The rigs of the demo, read as any rig file is."""
    folder = _HERE.joinpath("rigs")
    names = sorted(entry.name for entry in folder.iterdir() if entry.name.endswith(".json"))
    return [read_rig(_read(f"rigs/{name}")) for name in names]


def demo_box() -> list[BoxItem]:
    """The demo's tackle box."""
    return TypeAdapter(list[BoxItem]).validate_python(_read("box.json"))


def load_demo(engine: Engine) -> bool:
    """Put the demo scenario into a database; an already used one is left alone. True when it was loaded.

    engine: the database.
    """
    with unit_of_work(engine) as session:
        waters, swims, box, rigs = Waters(session), Swims(session), Box(session), Rigs(session)
        if waters.all() or rigs.summaries():
            return False
        for fields in _read("waters.json"):
            waters.create(WaterFields.model_validate(fields))
        for fields in _read("swims.json"):
            swims.create(SwimFields.model_validate(fields))
        for item in demo_box():
            box.create(item)
        for rig in demo_rigs():
            rigs.create(rig)
    return True
