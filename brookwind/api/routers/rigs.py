"""Kept rigs."""

from __future__ import annotations

from uuid import uuid4

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.kept import Update
from brookwind.api.session import BookOfRequest, RigsOfRequest, SchoolsOfRequest
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import habits_for
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import Start as RigStart
from brookwind.core.rig.families import new_rig
from brookwind.store.records import Kept, Revision, RigSummary, Version

router = APIRouter(prefix="/api/rigs", tags=["rigs"])


class Start(BaseModel):
    """What a new rig starts from."""

    family: str
    water: Water
    name: str = Field(min_length=1, max_length=80)
    species: str | None = None
    spec: FloatSpec | None = None
    conditions: Conditions | None = None


@router.get("")
def list_rigs(rigs: RigsOfRequest) -> list[RigSummary]:
    """Every rig in short, last changed first."""
    return rigs.summaries()


@router.post("", status_code=201)
def create_rig(rig: Rig, rigs: RigsOfRequest) -> Kept[Rig]:
    """Keep a rig."""
    return rigs.create(rig)


@router.post("/start")
def start_rig(start: Start, book: BookOfRequest, schools: SchoolsOfRequest) -> Rig:
    """A new rig of a family, tied as the angler ties; not kept yet."""
    purpose = Purpose(
        water=start.water,
        species=start.species,
        conditions=start.conditions or Conditions(),
        schools=schools.present().fields.choices,
    )
    usual = RigStart(
        species=start.species,
        spec=start.spec,
        conditions=start.conditions,
        habits=habits_for(purpose, book),
        book=book,
    )
    return new_rig(start.family, start.water, f"rig-{uuid4().hex[:12]}", start.name, usual)


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


@router.get("/{key}/revisions")
def list_revisions(key: str, rigs: RigsOfRequest) -> list[Revision]:
    """A rig as it was, newest first."""
    return rigs.revisions(key)
