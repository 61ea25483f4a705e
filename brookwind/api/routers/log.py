"""The log: sessions, what happens in them, and what they teach."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Depends
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from brookwind.api.kept import Update
from brookwind.api.routers.files import FileBody
from brookwind.api.session import BoxOfRequest, SessionOfRequest, SurveysOfRequest
from brookwind.clock import now
from brookwind.core.answers.learnt import FloatLearnt, RodLearnt, learnt_floats, learnt_rods
from brookwind.core.answers.tides import TIDAL, level_over, tide_answer
from brookwind.core.box.rods import RodStock
from brookwind.core.box.stock import FloatStock
from brookwind.core.log.entries import Event, Outing
from brookwind.core.log.looks import pieces
from brookwind.core.log.questions import Changed, LogAnswer, Suggestion, answers, changes, next_time
from brookwind.core.moment import Moment
from brookwind.core.survey.document import LevelSource
from brookwind.formats.log_csv import read_log, write_log
from brookwind.formats.text import Refused
from brookwind.store.log import Asked, CaughtSpecies, KeptOuting, Log
from brookwind.store.records import Version
from brookwind.store.repositories import Surveys

router = APIRouter(prefix="/api/log", tags=["log"])


def _log(session: SessionOfRequest) -> Log:
    return Log(session)


LogOfRequest = Annotated[Log, Depends(_log)]


class Logged(BaseModel):
    """What there is: sessions newest first, where they were, and what was caught."""

    outings: list[KeptOuting]
    places: list[str]
    species: list[CaughtSpecies]


class Taught(BaseModel):
    """What the part of the log that is asked teaches."""

    sessions: int
    hours: float
    fish: int
    answers: tuple[LogAnswer, ...]
    changes: tuple[Changed, ...]
    next_time: tuple[Suggestion, ...]


class Came(BaseModel):
    """What a file of sessions holds, and what of it is new."""

    outings: int
    new_outings: int
    events: int
    refused: tuple[Refused, ...]


@router.get("")
def read_log_page(log: LogOfRequest) -> Logged:
    """Every session in short."""
    return Logged(outings=log.outings(), places=log.places(), species=log.species())


def _tidal(log: Log, surveys: Surveys) -> dict[str, LevelSource]:
    """The level of each place of the log that has a tide."""
    tidal = {k.fields.swim_id: k.fields.level for k in surveys.all() if k.fields.level.kind in TIDAL}
    return {place: tidal[swim] for place, swim in log.swims() if swim in tidal}


@router.get("/taught")
def read_taught(
    log: LogOfRequest,
    surveys: SurveysOfRequest,
    species: str | None = None,
    place: str | None = None,
    since: Moment | None = None,
) -> Taught:
    """Rates side by side, what changed before it got better, and what to try next time."""
    visits, happened = log.asked(Asked(species=species, place=place, since=since))
    found = pieces(visits, happened, species)
    tide = tide_answer(found, _tidal(log, surveys))
    answered = (*answers(found), *([tide] if tide else []))
    return Taught(
        sessions=len({p.outing for p in found}),
        hours=sum(p.hours for p in found),
        fish=sum(len(p.fish) for p in found),
        answers=answered,
        changes=changes(found),
        next_time=next_time(answered),
    )


@router.get("/learnt")
def read_learnt(log: LogOfRequest, box: BoxOfRequest) -> list[FloatLearnt | RodLearnt]:
    """What the models could learn: floats that carry, and rods that throw, otherwise than they are taken to."""
    known = [k.fields for k in box.all()]
    floats = {f.item: f for f in known if isinstance(f, FloatStock)}
    rods = {r.item: r for r in known if isinstance(r, RodStock)}
    return [*learnt_floats(log.tips(), floats), *learnt_rods(log.casts(), rods)]


@router.post("/outings", status_code=201)
def begin_outing(outing: Outing, log: LogOfRequest) -> KeptOuting:
    """A new session."""
    return log.create(outing)


@router.get("/outings/{key}")
def read_outing(key: str, log: LogOfRequest) -> KeptOuting:
    """One session."""
    return log.get(key)


@router.put("/outings/{key}")
def change_outing(key: str, change: Update[Outing], log: LogOfRequest) -> KeptOuting:
    """Change a session."""
    return log.replace(key, change.version, change.fields)


@router.delete("/outings/{key}", status_code=204)
def delete_outing(key: str, version: Version, log: LogOfRequest) -> None:
    """Remove a session and what happened in it."""
    log.delete(key, version)


@router.get("/outings/{key}/events")
def read_events(key: str, log: LogOfRequest) -> list[Event]:
    """What happened in a session, in order."""
    return log.events(key)


@router.get("/outings/{key}/level")
def read_level(key: str, log: LogOfRequest, surveys: SurveysOfRequest) -> list[tuple[datetime, float]]:
    """The level of the water over a session with a tide: moment, and metres over the datum."""
    outing = log.get(key).fields
    survey = surveys.at(outing.swim)
    return list(level_over(survey.level, outing.begins, outing.ends or now())) if survey else []


@router.post("/outings/{key}/events", status_code=201)
def add_event(key: str, event: Event, log: LogOfRequest) -> Event:
    """Keep an event; sent again it changes nothing."""
    return log.add(key, event)


@router.delete("/outings/{key}/events/{event}", status_code=204)
def drop_event(key: str, event: str, log: LogOfRequest) -> None:
    """Take an event back."""
    log.drop(key, event)


@router.post("/csv")
def bring_in(file: FileBody, log: LogOfRequest, keep: bool = False) -> Came:
    """What a table of sessions holds; kept only when asked. What is there already is left as it is."""
    read = read_log(file)
    known = {o.fields.id for o in log.outings()}
    if keep:
        log.load(read.outings)
    return Came(
        outings=len(read.outings),
        new_outings=sum(o.id not in known for o, _ in read.outings),
        events=sum(len(e) for _, e in read.outings),
        refused=read.refused,
    )


@router.get("/log.csv", response_class=StreamingResponse)
def save_log(log: LogOfRequest) -> StreamingResponse:
    """Every session with its events, as a table."""
    kept = list(log.written())
    headers = {"content-disposition": 'attachment; filename="log.csv"'}
    return StreamingResponse(write_log(kept), media_type="text/csv; charset=utf-8", headers=headers)
