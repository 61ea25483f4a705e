"""Other devices of the home network: a code to let one in, who was let in, and out again."""

from __future__ import annotations

import socket
from datetime import datetime

from fastapi import APIRouter, Request, Response
from pydantic import BaseModel, Field

from brookwind.api.door import COOKIE, LETS_IN, Door, from_here
from brookwind.api.session import SessionOfRequest
from brookwind.core.errors import OutOfRange
from brookwind.store.devices import Device, Devices

router = APIRouter(tags=["devices"])
_YEAR_S = 365 * 24 * 3600


class PairRequest(BaseModel):
    """A code as it was typed on a device, and what the device is called."""

    code: str = Field(min_length=1, max_length=20)
    name: str = Field(min_length=1, max_length=60)


class Shown(BaseModel):
    """A code, until when it is worth something, and where it is entered."""

    code: str
    until: datetime
    address: str | None
    """Of this machine in the home network, where it listens there."""
    square: str | None
    """The address with the code, as a square to be photographed: SVG as a data address."""


class DoorState(BaseModel):
    """Whether other devices can reach this machine, and which were let in."""

    here: bool
    """Who asks sits at this machine."""
    listens: bool
    """It listens to the home network."""
    devices: list[Device]


@router.get("/api/devices")
def read_devices(request: Request, session: SessionOfRequest) -> DoorState:
    """Whether other devices can reach this machine, and which were let in."""
    return DoorState(here=_here(request), listens=_listens(request), devices=Devices(session).all())


@router.post("/api/devices/code")
def show_code(request: Request) -> Shown:
    """A code that lets one device in; only this machine may show one."""
    only_here(request)
    door: Door = request.app.state.door
    code, until = door.show_code()
    address = _address(request) if _listens(request) else None
    return Shown(code=code, until=until, address=address, square=_square(f"{address}/pair?code={code}", address))


@router.post(LETS_IN, status_code=204)
def pair(asked: PairRequest, request: Request, response: Response) -> None:
    """Let this device in, if it tells the code."""
    door: Door = request.app.state.door
    token = door.pair(asked.code, asked.name.strip() or "a device")
    response.set_cookie(
        COOKIE, token, max_age=_YEAR_S, httponly=True, samesite="strict", secure=request.url.scheme == "https"
    )


@router.delete("/api/devices/{key}", status_code=204)
def take_out(key: str, request: Request, session: SessionOfRequest) -> None:
    """Let a device in no longer; only this machine may say so."""
    only_here(request)
    Devices(session).take_out(key)


def _here(request: Request) -> bool:
    return from_here(request.scope.get("client"), dict(request.scope["headers"]))


def only_here(request: Request) -> None:
    """Refuse what is asked from another device. Raises: OutOfRange."""
    if not _here(request):
        raise OutOfRange.one(
            "only-here", "This is done on the machine Brookwind runs on.", "Go to it, and open Settings there."
        )


def _listens(request: Request) -> bool:
    return bool(request.app.state.listens)


def _address(request: Request) -> str | None:
    """Of this machine in its network. Nothing is sent: the system is only asked which way it would send."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
        try:
            asked.connect(("192.0.2.1", 9))
            own = asked.getsockname()[0]
        except OSError:
            return None
    return f"{request.url.scheme}://{own}:{request.url.port or 80}"


def _square(text: str, address: str | None) -> str | None:
    if address is None:
        return None
    import segno

    return str(segno.make(text, error="m", micro=False).svg_data_uri(scale=4, border=2))
