"""The water of a swim: its survey, what it amounts to, plumbing, and the timetable as a calendar."""

from __future__ import annotations

from uuid import uuid4
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel

from brookwind.api.kept import Update
from brookwind.api.session import BookOfRequest, BoxOfRequest, SurveysOfRequest, SwimsOfRequest
from brookwind.clock import now
from brookwind.core.answers.spot import begin_spot
from brookwind.core.answers.water import Look, Picture, look
from brookwind.core.errors import OutOfRange
from brookwind.core.moment import Moment
from brookwind.core.survey.document import LevelSource, Sounding, Survey
from brookwind.core.survey.keep import sounding_from
from brookwind.core.survey.plumbing.infer import Plumbed, plumb
from brookwind.core.survey.plumbing.readings import Plumbing
from brookwind.core.survey.relevel import Relevel, at_level, relevel
from brookwind.formats.calendar import write_calendar
from brookwind.store.records import Kept

router = APIRouter(prefix="/api", tags=["water"])


class PlumbRequest(BaseModel):
    """The readings of a spot; with a source of levels and a moment, the depth is told for that moment."""

    plumbing: Plumbing
    level: LevelSource | None = None
    at: Moment | None = None


@router.get("/surveys/{swim_id}")
def read_survey(swim_id: str, surveys: SurveysOfRequest) -> Kept[Survey]:
    """What is known of a swim; version 0 when nothing is yet."""
    return surveys.of(swim_id)


@router.put("/surveys/{swim_id}")
def keep_survey(swim_id: str, change: Update[Survey], surveys: SurveysOfRequest) -> Kept[Survey]:
    """Keep what is known of a swim."""
    _check_zone(change.fields.place.time_zone)
    return surveys.keep(swim_id, change.version, change.fields)


@router.post("/water/look", response_model=Picture)
def look_at(ask: Look, book: BookOfRequest) -> Response:
    """Everything the water screen shows at one moment."""
    # Written out at once: the framework would validate some hundreds of columns a second time, at every step of a drag.
    return Response(look(ask, book).model_dump_json(), media_type="application/json")


@router.post("/water/spot")
def start_spot(ask: Look, box: BoxOfRequest, book: BookOfRequest) -> Plumbing:
    """A spot to plumb where the session is fished, with a float of the box; nothing is kept yet."""
    return begin_spot(f"spot-{uuid4().hex[:10]}", ask.survey, look(ask, book), box.floats(), ask.rig)


@router.post("/water/plumb")
def plumb_spot(request: PlumbRequest) -> Plumbed:
    """What the readings of a spot tell together, and the next setting to try."""
    return plumb(_levelled(request))


@router.post("/water/relevel")
def relevel_survey(ask: Relevel) -> Survey:
    """The survey with its level known from another source; no depth that was measured changes."""
    return relevel(ask)


@router.post("/water/sounding")
def sounding_of(request: PlumbRequest) -> Sounding:
    """The sounding a plumbing amounts to."""
    return sounding_from(_levelled(request), request.at if request.level else None)


@router.post("/water/timetable.ics")
def calendar(ask: Look, swims: SwimsOfRequest, book: BookOfRequest) -> Response:
    """The stop moves of the session as an iCalendar file."""
    picture = look(ask, book)
    if picture.timetable is None:
        problem = picture.timetable_problem
        if problem is not None:
            raise OutOfRange(problem)
        raise OutOfRange.one(
            "no-session", "There is no session to make a timetable for.", "Enter its start and end, and a depth."
        )
    name = swims.get(ask.survey.swim_id).fields.name
    body = write_calendar(picture.timetable, name, now())
    return Response(
        body, media_type="text/calendar", headers={"content-disposition": 'attachment; filename="stop-moves.ics"'}
    )


def _levelled(request: PlumbRequest) -> Plumbing:
    if request.level is None or request.at is None:
        return request.plumbing
    return at_level(request.plumbing, request.level, request.at)


def _check_zone(name: str) -> None:
    try:
        ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError) as error:
        raise OutOfRange.one(
            "time-zone",
            f"The time zone {name!r} is not known.",
            "Pick one such as UTC.",
            ("fields", "place", "time_zone"),
        ) from error
