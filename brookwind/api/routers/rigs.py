"""Kept rigs."""

from __future__ import annotations

from uuid import uuid4

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.session import RigsOfRequest
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.families import Start as RigStart
from brookwind.core.rig.families import new_rig
from brookwind.store.records import Kept, Revision, RigSummary

router = APIRouter(prefix="/api/rigs", tags=["rigs"])


class RigUpdate(BaseModel):
    """A rig as changed, and the version it was read at."""

    version: int
    fields: Rig


class Start(BaseModel):
    """What a new rig starts from."""

    family: str
    water: Water
    name: str = Field(min_length=1, max_length=80)
    species: str | None = None
    spec: FloatSpec | None = None


@router.get("")
def list_rigs(rigs: RigsOfRequest) -> list[RigSummary]:
    """Every rig in short, last changed first."""
    return rigs.summaries()


@router.post("", status_code=201)
def create_rig(rig: Rig, rigs: RigsOfRequest) -> Kept[Rig]:
    """Keep a rig."""
    return rigs.create(rig)


@router.post("/start")
def start_rig(start: Start) -> Rig:
    """A new rig of a family, not kept yet."""
    return new_rig(
        start.family,
        start.water,
        f"rig-{uuid4().hex[:12]}",
        start.name,
        RigStart(species=start.species, spec=start.spec),
    )


@router.get("/{key}")
def read_rig(key: str, rigs: RigsOfRequest) -> Kept[Rig]:
    """One rig."""
    return rigs.get(key)


@router.put("/{key}")
def update_rig(key: str, change: RigUpdate, rigs: RigsOfRequest) -> Kept[Rig]:
    """Save a rig."""
    return rigs.replace(key, change.version, change.fields)


@router.delete("/{key}", status_code=204)
def delete_rig(key: str, version: int, rigs: RigsOfRequest) -> None:
    """Remove a rig."""
    rigs.delete(key, version)


@router.get("/{key}/revisions")
def list_revisions(key: str, rigs: RigsOfRequest) -> list[Revision]:
    """A rig as it was, newest first."""
    return rigs.revisions(key)
