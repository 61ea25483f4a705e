"""The angler's book: fish, baits, hook patterns as changed, and the choices between schools."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from brookwind.api.kept import Update, add_entries
from brookwind.api.session import SchoolsOfRequest
from brookwind.core.advice.schools import QUESTIONS, check_choices
from brookwind.core.frozen import Frozen
from brookwind.store.book import Baits, Fish, HookPatterns
from brookwind.store.records import Kept, Schools

router = APIRouter(prefix="/api/book", tags=["book"])


add_entries(router, "/species", Fish, "book")
add_entries(router, "/baits", Baits, "book")
add_entries(router, "/hook-patterns", HookPatterns, "book")


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
def keep_schools(change: Update[Schools], schools: SchoolsOfRequest) -> Kept[Schools]:
    """Choose."""
    check_choices(change.fields.choices)
    return schools.keep("schools", change.version, change.fields)
