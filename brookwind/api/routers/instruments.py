"""Instruments: where they are, how they do, and what they told."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Request
from pydantic import BaseModel, Field

from brookwind.core.survey.document import Place, Sounding
from brookwind.formats.echoes import soundings_from
from brookwind.instruments.gauge import Levels
from brookwind.instruments.hub import Hub
from brookwind.instruments.state import Address, Kind, State

router = APIRouter(prefix="/api/instruments", tags=["instruments"])


def _hub(request: Request) -> Hub:
    hub = request.app.state.hub
    assert isinstance(hub, Hub)
    return hub


HubOfRequest = Annotated[Hub, Depends(_hub)]


class Which(BaseModel):
    """An instrument."""

    kind: Kind


class Taking(BaseModel):
    """Where the sounder is, for depths without a position; `take` clears what is handed over."""

    place: Place
    level_m: float = Field(default=0.0, ge=-30, le=30)
    distance_m: float = Field(default=0.0, ge=0, le=300)
    bearing_deg: float = Field(default=0.0, ge=-180, le=180)
    take: bool = False


@router.get("")
def list_instruments(hub: HubOfRequest) -> list[State]:
    """Every known instrument and how it does."""
    return hub.states()


@router.post("/connect")
def connect(address: Address, hub: HubOfRequest) -> State:
    """Reach an instrument; a sounder stays connected, gauge and weather are asked once."""
    return hub.connect(address)


@router.post("/disconnect")
def disconnect(which: Which, hub: HubOfRequest) -> list[State]:
    """Let go of an instrument."""
    hub.disconnect(which.kind)
    return hub.states()


@router.post("/soundings")
def live_soundings(taking: Taking, hub: HubOfRequest) -> list[Sounding]:
    """What the sounder told since the last taking, as soundings to accept or drop."""
    echoes = hub.echoes(taking.take)
    return list(soundings_from(echoes, taking.place, taking.level_m, taking.distance_m, taking.bearing_deg))


@router.get("/levels")
def gauge_levels(hub: HubOfRequest) -> Levels | None:
    """What the gauge told last."""
    return hub.levels()
