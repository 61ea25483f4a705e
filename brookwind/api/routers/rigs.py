"""Kept rigs."""

from __future__ import annotations

from datetime import datetime
from uuid import uuid4

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.kept import Update
from brookwind.api.session import BookOfRequest, BoxOfRequest, RigsOfRequest, SchoolsOfRequest
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import habits_for
from brookwind.core.answers.begin import Begun, begin
from brookwind.core.figures import Told
from brookwind.core.rig.book import found
from brookwind.core.rig.differences import differences
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import FAMILY, usual_conditions
from brookwind.core.rig.fish import Lie
from brookwind.store.records import Kept, RigSummary, Version

router = APIRouter(prefix="/api/rigs", tags=["rigs"])
LAST = "last"
"""Instead of the id of an earlier rig: the last one of the same family, fished with rod, pole or whip alike."""


class Start(BaseModel):
    """What a new rig starts from."""

    family: str
    water: Water
    name: str = Field(min_length=1, max_length=80)
    species: str | None = None
    lie: Lie | None = None
    """Where the fish are; as usual for them when not given."""
    bait: str | None = None
    conditions: Conditions | None = None
    like: str | None = None
    """An earlier rig that is tied again; `last`: lines, leader, hook and stops of the last one of this method."""


@router.get("")
def list_rigs(rigs: RigsOfRequest) -> list[RigSummary]:
    """Every rig in short, last changed first."""
    return rigs.summaries()


@router.post("", status_code=201)
def create_rig(rig: Rig, rigs: RigsOfRequest) -> Kept[Rig]:
    """Keep a rig."""
    return rigs.create(rig)


@router.post("/start")
def start_rig(
    start: Start, rigs: RigsOfRequest, box: BoxOfRequest, book: BookOfRequest, schools: SchoolsOfRequest
) -> Begun:
    """A new rig of a family, tied as the angler ties, under the float of the box that fits best; not kept yet."""
    family = found(FAMILY, start.family, "family", "family")
    purpose = Purpose(
        water=start.water,
        species=start.species or family.species,
        lie=start.lie,
        conditions=start.conditions or usual_conditions(family),
        schools=schools.present().fields.choices,
    )
    return begin(
        family.id, f"rig-{uuid4().hex[:12]}", start.name, purpose, box.floats(), start.bait,
        _earlier(start, rigs, purpose), start.like != LAST, habits_for(purpose, book), book, box.stock().leads,
    )  # fmt: skip


def _earlier(start: Start, rigs: RigsOfRequest, purpose: Purpose) -> Rig | None:
    """The rig whose tackle is tied again."""
    if start.like is None:
        return None
    if start.like != LAST:
        return rigs.get(start.like).fields
    of_family = (rigs.get(r.id).fields for r in rigs.summaries() if r.family == start.family)
    return next((r for r in of_family if r.conditions.tackle == purpose.conditions.tackle), None)


@router.get("/{key}")
def read_rig(key: str, rigs: RigsOfRequest) -> Kept[Rig]:
    """One rig."""
    return rigs.get(key)


@router.put("/{key}")
def update_rig(key: str, change: Update[Rig], rigs: RigsOfRequest) -> Kept[Rig]:
    """Save a rig."""
    return rigs.replace(key, change.version, change.fields)


@router.delete("/{key}", status_code=204)
def delete_rig(key: str, version: Version, rigs: RigsOfRequest) -> None:
    """Remove a rig."""
    rigs.delete(key, version)


class Earlier(BaseModel):
    """A rig as it was saved, and what had been changed since it was saved before."""

    version: int
    saved_at: datetime
    rig: Rig
    differs: tuple[Told, ...]


@router.get("/{key}/revisions")
def list_revisions(key: str, rigs: RigsOfRequest) -> list[Earlier]:
    """A rig as it was, newest first."""
    past = rigs.revisions(key)
    before = [*(r.rig for r in past[1:]), None]
    return [
        Earlier(
            version=r.version, saved_at=r.saved_at, rig=r.rig, differs=differences(older, r.rig) if older else (),
        )
        for r, older in zip(past, before, strict=True)
    ]  # fmt: skip
