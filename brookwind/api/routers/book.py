"""The angler's book: fish, baits, hook patterns as changed, and the choices between schools."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from brookwind.api.session import BaitsOfRequest, FishOfRequest, HookPatternsOfRequest, SchoolsOfRequest
from brookwind.core.advice.schools import QUESTIONS, check_choices
from brookwind.core.frozen import Frozen
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.fish import Species
from brookwind.core.rig.hooks import HookPattern
from brookwind.store.book import Entry
from brookwind.store.records import Kept, Schools

router = APIRouter(prefix="/api/book", tags=["book"])


class SpeciesUpdate(BaseModel):
    """A fish as changed, and the version it was read at; 0 for one that ships or is new."""

    version: int
    fields: Species


@router.get("/species")
def list_fish(entries: FishOfRequest) -> list[Entry[Species]]:
    """Every one, the angler's over those that ship."""
    return entries.entries()


@router.put("/species/{key}")
def keep_fish(key: str, change: SpeciesUpdate, entries: FishOfRequest) -> Entry[Species]:
    """Change one, or add one."""
    return entries.keep(key, change.version, change.fields)


@router.delete("/species/{key}", status_code=204)
def drop_fish(key: str, version: int, entries: FishOfRequest) -> None:
    """Take back the angler's change; one that does not ship is removed."""
    entries.delete(key, version)


class BaitKindUpdate(BaseModel):
    """A bait as changed, and the version it was read at; 0 for one that ships or is new."""

    version: int
    fields: BaitKind


@router.get("/baits")
def list_bait(entries: BaitsOfRequest) -> list[Entry[BaitKind]]:
    """Every one, the angler's over those that ship."""
    return entries.entries()


@router.put("/baits/{key}")
def keep_bait(key: str, change: BaitKindUpdate, entries: BaitsOfRequest) -> Entry[BaitKind]:
    """Change one, or add one."""
    return entries.keep(key, change.version, change.fields)


@router.delete("/baits/{key}", status_code=204)
def drop_bait(key: str, version: int, entries: BaitsOfRequest) -> None:
    """Take back the angler's change; one that does not ship is removed."""
    entries.delete(key, version)


class HookPatternUpdate(BaseModel):
    """A hook pattern as changed, and the version it was read at; 0 for one that ships or is new."""

    version: int
    fields: HookPattern


@router.get("/hook-patterns")
def list_hook_pattern(entries: HookPatternsOfRequest) -> list[Entry[HookPattern]]:
    """Every one, the angler's over those that ship."""
    return entries.entries()


@router.put("/hook-patterns/{key}")
def keep_hook_pattern(key: str, change: HookPatternUpdate, entries: HookPatternsOfRequest) -> Entry[HookPattern]:
    """Change one, or add one."""
    return entries.keep(key, change.version, change.fields)


@router.delete("/hook-patterns/{key}", status_code=204)
def drop_hook_pattern(key: str, version: int, entries: HookPatternsOfRequest) -> None:
    """Take back the angler's change; one that does not ship is removed."""
    entries.delete(key, version)


class SchoolSide(Frozen):
    """A school."""

    id: str
    name: str
    says: str


class SchoolQuestion(Frozen):
    """A question between schools."""

    id: str
    asks: str
    schools: tuple[SchoolSide, ...]


class SchoolsAnswer(BaseModel):
    """The choices as kept, and the questions there are."""

    kept: Kept[Schools]
    questions: tuple[SchoolQuestion, ...]


class SchoolsUpdate(BaseModel):
    """The choices as changed, and the version they were read at."""

    version: int
    fields: Schools


_QUESTIONS = tuple(
    SchoolQuestion(
        id=q.id, asks=q.asks, schools=tuple(SchoolSide(id=s.id, name=s.name, says=s.says) for s in q.schools)
    )
    for q in QUESTIONS
)


@router.get("/schools")
def read_schools(schools: SchoolsOfRequest) -> SchoolsAnswer:
    """The angler's choices, and what there is to choose."""
    return SchoolsAnswer(kept=schools.present(), questions=_QUESTIONS)


@router.put("/schools")
def keep_schools(change: SchoolsUpdate, schools: SchoolsOfRequest) -> Kept[Schools]:
    """Choose."""
    check_choices(change.fields.choices)
    return schools.keep(change.version, change.fields)
