"""Practice: exercises dealt from a seed, played, and kept with what they say of one's judgement."""

from __future__ import annotations

import csv
import io
from datetime import UTC
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from brookwind.api.routers.files import attached
from brookwind.api.session import BookOfRequest, RigsOfRequest, SessionOfRequest
from brookwind.clock import now
from brookwind.core.errors import OutOfRange
from brookwind.core.practice.deal import Dealt, ExerciseId
from brookwind.core.practice.exercises import EXERCISES, Exercise, Moves, Play, Task, deal, play
from brookwind.core.practice.rating import Played, Standing, standing
from brookwind.core.reading.causes import CAUSES
from brookwind.core.rig.components import PieceId
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_rigs
from brookwind.store.practice import Practice, in_utc
from brookwind.store.repositories import Rigs

router = APIRouter(prefix="/api/practice", tags=["practice"])

_NAMES = {c.id: c.says.format(piece="a shot") for c in CAUSES}


class DealRequest(BaseModel):
    """Which exercise is dealt."""

    exercise: ExerciseId
    dealt: Dealt = Dealt()
    given: tuple[Rig, ...] = Field(default=(), max_length=6)
    """Rigs it is made from, such as those of a day; all that are kept when empty, those of the demo where none is."""


class PlayRequest(DealRequest):
    """The moves made so far."""

    moves: Moves


class ResultRequest(PlayRequest):
    """One that was played to its end."""

    id: PieceId


class OfferedExercise(BaseModel):
    """An exercise, and how good one is at it."""

    exercise: Exercise
    standing: Standing


class PracticeKept(BaseModel):
    """What came of it, and how good one is now."""

    play: Play
    standing: Standing


def _rigs(given: tuple[Rig, ...], rigs: Rigs) -> tuple[Rig, ...]:
    return given or tuple(k.fields for k in rigs.all()) or tuple(demo_rigs())


@router.get("")
def exercises(session: SessionOfRequest) -> list[OfferedExercise]:
    """The exercises, and how good one is at each."""
    played = Practice(session).played()
    return [OfferedExercise(exercise=e, standing=standing(e.id, played, _NAMES)) for e in EXERCISES]


@router.post("/deal")
def deal_one(request: DealRequest, rigs: RigsOfRequest, book: BookOfRequest) -> Task:
    """What is dealt; dealt again from the same seed it is the same."""
    return deal(request.exercise, request.dealt, _rigs(request.given, rigs), book)


@router.post("/play")
def play_one(request: PlayRequest, rigs: RigsOfRequest, book: BookOfRequest) -> Play:
    """What comes of the moves made so far. Nothing is kept."""
    return play(request.exercise, request.dealt, _rigs(request.given, rigs), book, request.moves)


@router.post("/results")
def keep_one(
    request: ResultRequest, rigs: RigsOfRequest, book: BookOfRequest, session: SessionOfRequest
) -> PracticeKept:
    """Keep one that was played to its end, its score reckoned here from what was done."""
    done = play(request.exercise, request.dealt, _rigs(request.given, rigs), book, request.moves)
    score = done.score
    if score is None:
        raise OutOfRange.one("not-over", "It is not over yet.", "Play it to its end first.", ("moves",))
    practice = Practice(session)
    one = Played(request.exercise, request.dealt.level, score.share, now().astimezone(UTC), score.truth, score.chosen)
    practice.keep(request.id, request.dealt.seed, one, request.moves)
    return PracticeKept(play=done, standing=standing(request.exercise, practice.played(), _NAMES))


@router.delete("/results")
def begin_anew(session: SessionOfRequest, sure: Annotated[bool, Query()] = False) -> int:
    """Forget everything that was practised. How much that was."""
    if not sure:
        raise OutOfRange.one("not-sure", "Everything practised would be forgotten.", "Send sure=true.", ("sure",))
    return Practice(session).forget()


@router.get("/results.csv", response_class=Response)
def export(session: SessionOfRequest) -> Response:
    """Everything that was practised, as CSV."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(("id", "at", "exercise", "seed", "level", "score", "truth", "chosen"))
    for r in Practice(session).rows():
        at = in_utc(r.at).isoformat()
        writer.writerow((r.id, at, r.exercise, r.seed, r.level, round(r.share, 4), r.truth or "", r.chosen or ""))
    return attached(out.getvalue(), "text/csv", "practice.csv")
