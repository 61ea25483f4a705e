"""Trips, the rigs that are made up, and which to tie tonight."""

from __future__ import annotations

import json
from collections.abc import Iterator
from uuid import uuid4

from fastapi import APIRouter
from fastapi.responses import Response, StreamingResponse
from pydantic import BaseModel, Field

from brookwind.api.kept import add_records
from brookwind.api.routers.files import attached
from brookwind.api.routers.instruments import HubOfRequest
from brookwind.api.session import (
    BookOfRequest,
    BoxOfRequest,
    RigsOfRequest,
    RulesOfRequest,
    SchoolsOfRequest,
    SurveysOfRequest,
    SwimsOfRequest,
    TripsOfRequest,
    WalletOfRequest,
    WatersOfRequest,
)
from brookwind.clock import now
from brookwind.core.errors import BrookwindError, NotUnderstood, Problem
from brookwind.core.figures import Told
from brookwind.core.moment import Moment
from brookwind.core.trip.begin import begin_trip, wind_of_the_day
from brookwind.core.trip.document import Span, Trip
from brookwind.core.trip.since import differs
from brookwind.core.trip.tackled import Tackled
from brookwind.core.trip.tonight import Tonight, tonight
from brookwind.formats.calendar import write_trips
from brookwind.store.repositories import Trips, Wallet

router = APIRouter(prefix="/api", tags=["trips"])


class TripStart(BaseModel):
    """Where and when, and for what."""

    swim: str
    begins: Moment
    species: str | None = None
    like: str | None = None
    """An earlier trip whose fish, tackle and length are taken over."""


class TripRequest(BaseModel):
    """A trip, kept or not."""

    trip: Trip


class TonightLine(BaseModel):
    """One line of the answer: how far the work has come, at last the rigs, or why there are none."""

    progress: float | None = None
    tonight: Tonight | None = None
    problem: Problem | None = None


class Since(BaseModel):
    """What differs from the trip it was planned after."""

    name: str = Field(default="")
    differs: list[Told] = []


class Wind(BaseModel):
    """The wind of a day, and how it is known."""

    wind_m_s: Span
    says: Told


@router.post("/trips/begin")
def start_trip(
    start: TripStart, swims: SwimsOfRequest, waters: WatersOfRequest, surveys: SurveysOfRequest, rigs: RigsOfRequest,
    trips: TripsOfRequest,
) -> Trip:  # fmt: skip
    """A day at a swim, filled in from what is known of it; not kept yet."""
    swim = swims.get(start.swim).fields
    water = waters.get(swim.water_id).fields
    of_swim = [r for r in rigs.summaries() if r.swim == swim.id]
    last = next((r for r in of_swim if r.species == start.species), of_swim[0] if of_swim else None)
    begun = begin_trip(
        f"trip-{uuid4().hex[:12]}", f"{water.name}, {swim.name[0].lower()}{swim.name[1:]}"[:80],
        surveys.of(swim.id).fields, start.begins, water.temperature_c, water.salinity,
        rigs.get(last.id).fields if last else None, (start.species,) if start.species else (),
    )  # fmt: skip
    if start.like is None:
        return begun
    like = trips.get(start.like).fields
    same: tuple[str, ...] = ("fish", "sure", "rigs", "notes")
    if like.swim == begun.swim:
        same = (*same, "tackle", "rod_m", "distance_m", "clear")
    taken = {name: getattr(like, name) for name in same}
    return begun.model_copy(update={**taken, "ends": begun.begins + (like.ends - like.begins), "like": like.id})


@router.post("/trips/tonight", response_class=StreamingResponse, responses={200: {"model": TonightLine}})
def rigs_for_tonight(
    request: TripRequest, surveys: SurveysOfRequest, swims: SwimsOfRequest, box: BoxOfRequest, rigs: RigsOfRequest,
    wallet: WalletOfRequest, book: BookOfRequest, rules: RulesOfRequest, schools: SchoolsOfRequest,
) -> StreamingResponse:  # fmt: skip
    """The fewest rigs that cover the day; lines of JSON with how far the work has come, the answer last."""
    trip = request.trip
    tackled = Tackled(
        box=[k.fields for k in box.all()],
        used=dict(box.used(("shot", "weight"))),
        earlier=[rigs.get(r.id).fields for r in rigs.summaries()],
        made=[k.fields for k in wallet.all()],
        book=book,
        rules=rules.at_swim(trip.swim),
        schools=schools.present().fields.choices,
        today=now().date(),
    )
    work = tonight(trip, surveys.of(trip.swim).fields, swims.get(trip.swim).fields.depth_m, tackled)
    return StreamingResponse(_lines(work), media_type="application/x-ndjson")


def _lines(work: Iterator[object]) -> Iterator[str]:
    try:
        for part in work:
            answer = getattr(part, "answer", None)
            line = {"progress": round(getattr(part, "share", 0.0), 3)}
            yield json.dumps({"tonight": answer.model_dump(mode="json")} if answer else line) + "\n"
    except BrookwindError as error:
        yield json.dumps({"problem": error.problems[0].model_dump(mode="json")}) + "\n"


@router.post("/trips/since")
def since(request: TripRequest, trips: TripsOfRequest, surveys: SurveysOfRequest, swims: SwimsOfRequest) -> Since:
    """What differs in the water since the trip it was planned after."""
    trip = request.trip
    before = trips.at(trip.like)
    if before is None or before.swim != trip.swim:
        return Since()
    survey, depth = surveys.of(trip.swim).fields, swims.get(trip.swim).fields.depth_m
    return Since(name=f"{before.begins:%d %B}", differs=list(differs(before, trip, survey, depth)))


@router.post("/trips/wind")
def wind_now(request: TripRequest, hub: HubOfRequest) -> Wind:
    """The wind of a day by what the weather station told last. Refused when it told nothing yet."""
    weather = hub.weather()
    if weather is None:
        raise NotUnderstood.one(
            "no-weather",
            "No weather station has told anything yet.",
            "Connect one under Water, Devices.",
            ("wind_m_s",),
        )
    span, says = wind_of_the_day(request.trip, weather.wind_m_s, weather.at)
    return Wind(wind_m_s=span, says=says)


@router.get("/trips.ics", response_class=Response)
def trips_calendar(trips: TripsOfRequest) -> Response:
    """Every trip, as a calendar."""
    return attached(write_trips([k.fields for k in trips.all()], now()), "text/calendar", "trips.ics")


add_records(router, "/trips", Trips, "trips")
add_records(router, "/made-up", Wallet, "trips")
