"""Tying: the ordered list of a rig, what a forgotten part costs, and leaders in a batch."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.core.rig.components import PieceId
from brookwind.core.rig.document import MAX_COMPONENTS, Rig
from brookwind.core.tying.batch import Leaders, leaders_of
from brookwind.core.tying.forgotten import Undo, forgotten
from brookwind.core.tying.steps import Threading, threading

router = APIRouter(prefix="/api/tying", tags=["tying"])

MOST_RIGS = 40
"""An evening's work."""
MOST_STEPS = 3 * MAX_COMPONENTS
"""No list is longer."""


class ThreadRequest(BaseModel):
    """A rig that is to be tied."""

    rig: Rig


class ForgottenRequest(BaseModel):
    """A rig on the table, how many steps of its list are done, and the piece that should be on already."""

    rig: Rig
    piece: PieceId
    done: int = Field(ge=0, le=MOST_STEPS)


class LeadersRequest(BaseModel):
    """Rigs whose leaders are tied beforehand."""

    rigs: list[Rig] = Field(min_length=1, max_length=MOST_RIGS)


@router.post("/thread")
def read_threading(request: ThreadRequest) -> Threading:
    """What goes on next, from rod to hook."""
    return threading(request.rig)


@router.post("/forgotten")
def read_forgotten(request: ForgottenRequest) -> Undo:
    """The least that has to be undone."""
    return forgotten(request.rig, request.piece, request.done)


@router.post("/leaders")
def read_leaders(request: LeadersRequest) -> list[Leaders]:
    """The leaders of several rigs, those alike together."""
    return list(leaders_of(request.rigs))
