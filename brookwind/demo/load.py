"""Load the demo scenario into a database that has no such records yet."""

from __future__ import annotations

import json
import re
from datetime import date
from importlib.resources import files
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import Engine

from brookwind.clock import now
from brookwind.core.box.items import BoxItem
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.survey.document import Survey
from brookwind.demo.seasons import seasons
from brookwind.demo.trips import demo_trips, demo_wallet
from brookwind.store.database import take_right_to_write, unit_of_work
from brookwind.store.log import Log
from brookwind.store.records import SwimFields, WaterFields
from brookwind.store.repositories import Box, PlaceRulesOf, Rigs, Surveys, Swims, Trips, Wallet, Waters

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


_WRITTEN = date(2026, 11, 23)
"""The day the scenario's dates were written for."""


def demo_surveys(today: date = _WRITTEN) -> list[Survey]:
    """What the demo knows of its waters, with the scenario's day moved to another.

    today: the day that becomes the scenario's.
    """
    shift = today - _WRITTEN

    def moved(found: re.Match[str]) -> str:
        return f'"{date.fromisoformat(found[1]) + shift}T'

    folder = _HERE.joinpath("surveys")
    names = sorted(entry.name for entry in folder.iterdir() if entry.name.endswith(".json"))
    texts = [folder.joinpath(name).read_text(encoding="utf-8") for name in names]
    return [Survey.model_validate_json(re.sub(r'"(\d{4}-\d\d-\d\d)T', moved, text)) for text in texts]


def load_demo(engine: Engine, today: date | None = None) -> bool:
    """Put the demo scenario into a database; an already used one is left alone. True when it was loaded.

    engine: the database.
    today: the day its sessions are on; the present one when left out.
    """
    with unit_of_work(engine) as session:
        # Of two that start at once one loads it, and the other finds it there.
        take_right_to_write(session)
        waters, swims, box, rigs = Waters(session), Swims(session), Box(session), Rigs(session)
        if waters.all() or rigs.summaries():
            return False
        for fields in _read("waters.json"):
            waters.create(WaterFields.model_validate(fields))
        for fields in _read("swims.json"):
            swims.create(SwimFields.model_validate(fields))
        rules = PlaceRulesOf(session)
        for fields in _read("rules.json"):
            rules.create(PlaceRules.model_validate(fields))
        surveys = Surveys(session)
        day = today or now().date()
        for survey in demo_surveys(day):
            surveys.create(survey)
        box.keep_all([(0, item) for item in demo_box()])
        made = demo_rigs()
        for rig in made:
            rigs.create(rig)
        for trip in demo_trips(day):
            Trips(session).create(trip)
        for one in demo_wallet(made, day):
            Wallet(session).create(one)
        Log(session).load(seasons(made, day))
    return True
