"""The stateless calls: evaluate, edit, read a label, and the catalogue."""

from __future__ import annotations

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, Field

from brookwind.api.session import BookOfRequest, BoxOfRequest, RulesOfRequest, SchoolsOfRequest
from brookwind.core.advice.purpose import purpose_of
from brookwind.core.advice.schools import habits_for
from brookwind.core.answers.catalogue import Catalogue, catalogue
from brookwind.core.answers.evaluate import Evaluation, evaluate
from brookwind.core.answers.proof import Proof, proof
from brookwind.core.box.stock import Stock
from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.means import Means
from brookwind.core.rig.document import Rig
from brookwind.core.rig.labels import LONGEST, Label, parse_label
from brookwind.core.rules.place_rules import Day, Place
from brookwind.core.situation import Situation

router = APIRouter(prefix="/api", tags=["compute"])


class EvaluateRequest(BaseModel):
    """A rig to evaluate, judged by the rules of its swim's water for a day."""

    rig: Rig
    day: Day = Day()


class EditRequest(BaseModel):
    """A change to a rig; with shot from the box when no stock is sent."""

    rig: Rig
    change: Change
    stock: Stock | None = None


class LabelRequest(BaseModel):
    """A printed label."""

    text: str = Field(max_length=LONGEST)


@router.get("/catalogue")
def read_catalogue(book: BookOfRequest) -> Catalogue:
    """Families, float types, patterns, species, baits, hooks, lines, shot sizes."""
    return catalogue(book)


@router.post("/evaluate", response_model=Evaluation)
def evaluate_rig(request: EvaluateRequest, rules: RulesOfRequest, book: BookOfRequest) -> Response:
    """Everything the bench shows of a rig."""
    ruled = rules.at_swim(request.rig.water.swim)
    answer = evaluate(request.rig, Place(rules=ruled, day=request.day) if ruled else None, book)
    # Written out at once: the framework would validate it a second time, at every step of a drag.
    return Response(answer.model_dump_json(), media_type="application/json")


@router.post("/proof")
def prove_rig(request: EvaluateRequest, rules: RulesOfRequest, book: BookOfRequest) -> Proof:
    """Every check of a rig, those of its fall too, and what came of each."""
    ruled = rules.at_swim(request.rig.water.swim)
    return proof(Situation(request.rig, Place(rules=ruled, day=request.day) if ruled else None, book))


@router.post("/edit")
def edit_rig(request: EditRequest, box: BoxOfRequest, book: BookOfRequest, schools: SchoolsOfRequest) -> Rig:
    """The rig after a change."""
    purpose = purpose_of(request.rig, schools.present().fields.choices)
    habits = habits_for(purpose, book)
    return apply(request.rig, request.change, Means(request.stock or box.stock(), book, habits, tuple(box.floats())))


@router.post("/label")
def read_label(request: LabelRequest) -> Label:
    """What a label says."""
    return parse_label(request.text)
