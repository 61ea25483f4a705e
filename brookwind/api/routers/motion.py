"""Moving water: where the stop goes, and the fall."""

from __future__ import annotations

import json
from collections.abc import Iterator
from functools import lru_cache
from typing import Annotated

from fastapi import APIRouter
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field

from brookwind.api.session import BoxOfRequest, SurveysOfRequest
from brookwind.core.box.items import BaitStock
from brookwind.core.errors import BrookwindError, Problem
from brookwind.core.limits import Salinity, WaterDepth, WaterTemperature
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.motion.fall import fall, falling
from brookwind.core.motion.fall_answer import Fall, FallWish
from brookwind.core.motion.feed import FEEDS, Feed
from brookwind.core.motion.paying import QUICK
from brookwind.core.motion.setting import MovingStop
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig
from brookwind.core.run.casting import CastAnswer, CastWish, casting
from brookwind.core.run.feeder import FeederAnswer, FeederWish, feeder
from brookwind.core.run.feeding import FeedAnswer, Groundbait, GroundbaitAnswer, Thrown, feeding, groundbait
from brookwind.core.run.matching import Matching, matching
from brookwind.core.run.of_rig import HowHeld, LineAnswer, line_answer, surveyed_lanes
from brookwind.core.run.on_pole import PoleHeld, PoleLine, pole_line
from brookwind.core.run.plan import run_plan
from brookwind.core.run.plan_answer import RunPlan, RunWish
from brookwind.core.run.ways import WAYS, FeedWay
from brookwind.core.situation import Situation
from brookwind.core.survey.bed_map import along_run
from brookwind.core.survey.current import current
from brookwind.store.repositories import Box, Surveys

router = APIRouter(prefix="/api/motion", tags=["motion"])

Metres = Annotated[float, Field(ge=-1000, le=1000, allow_inf_nan=False)]
Bed = Annotated[tuple[tuple[Metres, Metres], ...], Field(max_length=500)]


class StopRequest(BaseModel):
    """A rig whose stop is to be set, and the bed along the run if it is known."""

    rig: Rig
    bed: Bed = ()
    """(distance downstream, depth) in order of distance; as sounded in the rig's swim when not given. [m]"""


class StopAnswer(BaseModel):
    """The setting in moving water, or why there is none."""

    stop: MovingStop | None
    problem: Problem | None


class FallRequest(BaseModel):
    """A rig that is to fall."""

    rig: Rig
    wish: FallWish = FallWish()


class FallLine(BaseModel):
    """One line of the answer: how far it has come, at last the fall, or why there is none."""

    progress: float | None = None
    fall: Fall | None = None
    problem: Problem | None = None


class FallTimes(BaseModel):
    """Times of one rig's fall; None when it does not come to depth. [s]"""

    to_stop_s: float | None
    to_depth_s: float | None


class FallsRequest(BaseModel):
    """Rigs whose times are wanted."""

    rigs: Annotated[tuple[Rig, ...], Field(min_length=1, max_length=6)]
    wish: FallWish = FallWish()


@router.post("/stop")
def stop(request: StopRequest, surveys: SurveysOfRequest) -> StopAnswer:
    """Where the stop goes in the water of the rig's conditions, and what moves the bait."""
    bed = request.bed or _bed_of(request.rig, surveys)
    try:
        return StopAnswer(stop=Situation(request.rig).moving_stop(bed), problem=None)
    except BrookwindError as error:
        return StopAnswer(stop=None, problem=error.problems[0])


def _bed_of(rig: Rig, surveys: Surveys) -> Bed:
    """The bed along the run as the swim's soundings have it, under the rig's own depth."""
    survey = surveys.at(rig.water.swim)
    found = along_run(survey) if survey else None
    return tuple((x, rig.water.depth_m + deeper) for x, deeper in found.points) if found else ()


@router.post(
    "/fall",
    response_class=StreamingResponse,
    responses={200: {"model": FallLine, "content": {"application/x-ndjson": {}}}},
)
def let_fall(request: FallRequest) -> StreamingResponse:
    """The fall, as lines of JSON: progress as it is reckoned, the fall at last. Closing the connection cancels it."""
    # What cannot be done at all is refused before the answer begins.
    settle(request.rig)
    return StreamingResponse(_lines(request), media_type="application/x-ndjson")


def _lines(request: FallRequest) -> Iterator[str]:
    try:
        for part in falling(request.rig, request.wish):
            line = {"progress": round(part, 3)} if isinstance(part, float) else {"fall": part.model_dump(mode="json")}
            yield json.dumps(line) + "\n"
    except BrookwindError as error:
        yield json.dumps({"problem": error.problems[0].model_dump(mode="json")}) + "\n"


@router.post("/falls")
def fall_times(request: FallsRequest) -> list[FallTimes]:
    """When each of some rigs is at depth, right to about 3 %."""
    wish = request.wish.model_dump_json()
    # Under whatever name it is kept, it falls the same.
    return [_times(rig.model_copy(update={"id": "any", "name": "any"}).model_dump_json(), wish) for rig in request.rigs]


@lru_cache(maxsize=256)
def _times(rig: str, wish: str) -> FallTimes:
    """Of a rig as JSON; the same offers are asked about at every opening, and after every undo."""
    try:
        done = fall(Rig.model_validate_json(rig), FallWish.model_validate_json(wish), detail=QUICK)
    except BrookwindError:
        return FallTimes(to_stop_s=None, to_depth_s=None)
    return FallTimes(to_stop_s=done.to_stop_s, to_depth_s=done.to_depth_s)


class LineRequest(BaseModel):
    """A rig, and how its line is held."""

    rig: Rig
    how: HowHeld = HowHeld()


@router.post("/line")
def line_out(request: LineRequest) -> LineAnswer:
    """What the line between rod and float does to the float, and what another line or rod would do."""
    return line_answer(request.rig, request.how)


class FeedRequest(BaseModel):
    """A rig, and how it is fed."""

    rig: Rig
    thrown: Thrown = Thrown()


@router.post("/feed")
def where_to_feed(request: FeedRequest, box: BoxOfRequest) -> FeedAnswer:
    """Where to throw feed so that it meets the bait, and how much of it a day takes; as its jug test has it."""
    thrown = request.thrown
    sink = thrown.sink_m_s or _measured(box).get(thrown.feed)
    return feeding(request.rig, thrown.model_copy(update={"sink_m_s": sink}))


class GroundbaitRequest(BaseModel):
    """A mix, and the water it is thrown into."""

    mix: Groundbait = Groundbait()
    depth_m: WaterDepth
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0


@router.post("/groundbait")
def groundbait_of(request: GroundbaitRequest) -> GroundbaitAnswer:
    """How many balls a mix makes, and how they go down."""
    return groundbait(request.mix, request.depth_m, fluid_of(request.temperature_c, request.salinity))


class RunRequest(BaseModel):
    """A rig, and how a run is fished."""

    rig: Rig
    wish: RunWish = RunWish()


@router.post("/run")
def plan_run(request: RunRequest, surveys: SurveysOfRequest, box: BoxOfRequest) -> RunPlan:
    """The plan of one run; the lanes of the surface are the swim's where they were timed and none are given."""
    rig, wish = request.rig, request.wish
    survey = surveys.at(rig.water.swim)
    if survey is not None and not wish.how.lanes:
        lanes = surveyed_lanes(rig, current(survey.drifts))
        wish = wish.model_copy(update={"how": wish.how.model_copy(update={"lanes": lanes})})
    return run_plan(rig, wish, measured=_measured(box))


def _measured(box: Box) -> dict[str, float]:
    """How fast feed sinks that lies in the box and was timed in a jug, by its id. [m/s]"""
    timed = {k.fields.bait: k.fields.sink_m_s for k in box.all() if isinstance(k.fields, BaitStock)}
    return {f.id: sink for f in FEEDS if f.bait and (sink := timed.get(f.bait))}


class CastRequest(BaseModel):
    """A rig, and how it is cast."""

    rig: Rig
    wish: CastWish = CastWish()


@router.post("/cast")
def cast_of(request: CastRequest) -> CastAnswer:
    """How far a rig is cast, where to aim and clip, and how far to draw it back."""
    return casting(request.rig, request.wish)


class PoleLineRequest(BaseModel):
    """A rig on a pole or whip, and how its line hangs."""

    rig: Rig
    held: PoleHeld = PoleHeld()


@router.post("/pole-line")
def lash(request: PoleLineRequest) -> PoleLine:
    """What the wind on a pole's lash does to the float."""
    return pole_line(request.rig, request.held)


class MatchingRequest(BaseModel):
    """A rig, and the feed it is to fall with."""

    rig: Rig
    feed: str = Field(default="maggots", max_length=40)


@router.post("/matching")
def falls_with(request: MatchingRequest) -> Matching:
    """Which way of spreading the shot lets the bait fall as the feed does."""
    return matching(request.rig, request.feed)


class FeederRequest(BaseModel):
    """A rig whose float holds feed."""

    rig: Rig
    wish: FeederWish = FeederWish()


@router.post("/feeder")
def feeder_of(request: FeederRequest) -> FeederAnswer:
    """What a feeder float shows full and empty, and how deep it dives as it lands."""
    return feeder(request.rig, request.wish)


@router.get("/ways")
def ways_to_feed() -> list[FeedWay]:
    """Ways to feed."""
    return list(WAYS)


@router.get("/feeds")
def feeds() -> list[Feed]:
    """Feed that can be thrown in beside a rig."""
    return list(FEEDS)
