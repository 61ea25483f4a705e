"""What to fish with: families that suit, schools compared, a family tried, tackle that matches."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from brookwind.api.session import BookOfRequest, BoxOfRequest, RulesOfRequest, SchoolsOfRequest
from brookwind.core.advice.compare import Comparison, compare_schools
from brookwind.core.advice.purpose import Purpose, purpose_of
from brookwind.core.advice.schools import Answered, answered, habits_for
from brookwind.core.advice.suits import Suits, which_suits
from brookwind.core.answers.evaluate import Evaluation, evaluate
from brookwind.core.balance.ready import ready_rig
from brookwind.core.edits.switch import Switched, switch
from brookwind.core.frozen import Frozen
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.families import Start
from brookwind.core.tackle.line_facts import LineFacts, line_facts
from brookwind.core.tackle.passing import Passing, passing

router = APIRouter(prefix="/api", tags=["advice"])


class PurposeRequest(BaseModel):
    """What for, where and with what; the rules of the swim and the angler's schools are added."""

    purpose: Purpose


class RigRequest(BaseModel):
    """A rig."""

    rig: Rig


class CompareRequest(BaseModel):
    """A question between schools, on a rig."""

    rig: Rig
    question: str


class SwitchRequest(BaseModel):
    """A rig to become one of another family."""

    rig: Rig
    family: str


class PreviewRequest(BaseModel):
    """A family to be tried in a water."""

    family: str
    water: Water
    species: str | None = None


class Preview(Frozen):
    """A family's rig as it would be tied, in its water."""

    rig: Rig
    evaluation: Evaluation


class Tackle(Frozen):
    """What the lines bear, and what runs through what."""

    lines: LineFacts
    passing: Passing | None


@router.post("/advice/families")
def rank_families(
    request: PurposeRequest, rules: RulesOfRequest, schools: SchoolsOfRequest, book: BookOfRequest
) -> Suits:
    """Every family ranked, with reasons."""
    return which_suits(_filled(request.purpose, rules, schools), book)


@router.post("/advice/schools")
def read_answers(
    request: PurposeRequest, rules: RulesOfRequest, schools: SchoolsOfRequest, book: BookOfRequest
) -> list[Answered]:
    """The school that holds for each question, and why."""
    return list(answered(_filled(request.purpose, rules, schools), book))


@router.post("/advice/compare")
def compare(request: CompareRequest, box: BoxOfRequest, schools: SchoolsOfRequest, book: BookOfRequest) -> Comparison:
    """The schools of one question on the present rig."""
    purpose = purpose_of(request.rig, schools.present().fields.choices)
    return compare_schools(request.rig, request.question, box.stock(), purpose, book)


@router.post("/advice/switch")
def switch_family(request: SwitchRequest, schools: SchoolsOfRequest, book: BookOfRequest) -> Switched:
    """The rig as another family, with what is kept and dropped."""
    purpose = purpose_of(request.rig, schools.present().fields.choices)
    return switch(request.rig, request.family, habits_for(purpose, book), book)


@router.post("/advice/preview")
def preview(request: PreviewRequest, schools: SchoolsOfRequest, book: BookOfRequest) -> Preview:
    """A family tied and balanced from what any shop sells."""
    purpose = Purpose(water=request.water, species=request.species, schools=schools.present().fields.choices)
    start = Start(species=request.species, habits=habits_for(purpose, book), book=book)
    rig = ready_rig(request.family, request.water, "preview", "Preview", start).rig
    return Preview(rig=rig, evaluation=evaluate(rig, book=book))


@router.post("/tackle")
def read_tackle(request: RigRequest) -> Tackle:
    """Strength, knots, drag and visibility of each line; bore, stop and bead."""
    return Tackle(lines=line_facts(request.rig), passing=passing(request.rig))


def _filled(purpose: Purpose, rules: RulesOfRequest, schools: SchoolsOfRequest) -> Purpose:
    change = {
        "rules": purpose.rules or rules.at_swim(purpose.water.swim),
        "schools": {**schools.present().fields.choices, **purpose.schools},
    }
    return purpose.model_copy(update=change)
