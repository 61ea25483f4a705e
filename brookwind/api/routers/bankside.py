"""What is taken to the water."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.session import (
    BookOfRequest,
    BoxOfRequest,
    RigsOfRequest,
    RulesOfRequest,
    SurveysOfRequest,
    SwimsOfRequest,
    TripsOfRequest,
    WatersOfRequest,
)
from brookwind.clock import now
from brookwind.core.trip.bankside import MOST_RIGS, Prepared, prepare
from brookwind.core.trip.document import Trip

router = APIRouter(prefix="/api/bankside", tags=["bankside"])


class PrepareRequest(BaseModel):
    """The rigs taken along, the first is fished first, and the trip they are for."""

    rigs: Annotated[tuple[str, ...], Field(min_length=1, max_length=MOST_RIGS)]
    trip: str | None = None


@router.post("/prepare")
def prepare_day(
    request: PrepareRequest, rigs: RigsOfRequest, trips: TripsOfRequest, surveys: SurveysOfRequest,
    swims: SwimsOfRequest, waters: WatersOfRequest, rules: RulesOfRequest, book: BookOfRequest,
    box: BoxOfRequest,
) -> Prepared:  # fmt: skip
    """Everything that may be asked at the water, reckoned beforehand."""
    trip: Trip | None = trips.get(request.trip).fields if request.trip else None
    taken = [rigs.get(key).fields for key in dict.fromkeys(request.rigs)]
    swim = swims.at(trip.swim if trip else taken[0].water.swim)
    water = waters.at(swim.water_id) if swim else None
    place = f"{water.name}, {swim.name}" if swim and water else taken[0].water.name or "elsewhere"
    return prepare(
        taken, place[:120], surveys.of(swim.id).fields if swim else None, swim.depth_m if swim else 1.0, trip, now(),
        rules.at_swim(swim.id) if swim else None, book, box.floats(),
    )  # fmt: skip
