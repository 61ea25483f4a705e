"""All of it, to be put away and put back: the database as it is, everything that can be read of it, photographs."""

from __future__ import annotations

import re
import tempfile
import zipfile
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.responses import FileResponse, Response
from pydantic import BaseModel
from sqlalchemy import Engine
from starlette.background import BackgroundTask
from starlette.concurrency import run_in_threadpool

from brookwind.api.routers.devices import only_here
from brookwind.api.routers.files import attached
from brookwind.api.session import SessionOfRequest
from brookwind.clock import now
from brookwind.store.copies import Contents, back_up, before_restoring, look_into, put_back, rescued
from brookwind.store.photographs import Photographs

router = APIRouter(prefix="/api/copies", tags=["copies"])

_FILE = {"content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}, "required": True}


class Holds(BaseModel):
    """What a database holds, in short."""

    says: str
    """How many of each kind."""
    changed_at: str
    """When it was last written to, UTC; empty when nothing is in it."""


class LookedAt(BaseModel):
    """A copy beside what is there now."""

    copy_holds: Holds
    now_holds: Holds
    done: bool
    """The copy is in its place; what was there before can be had back."""


def _engine(request: Request) -> Engine:
    engine: Engine = request.app.state.engine
    return engine


def _database(request: Request) -> Path:
    return Path(str(_engine(request).url.database))


def _holds(contents: Contents) -> Holds:
    return Holds(says=contents.says(), changed_at=contents.changed_at[:16])


@router.get("/brookwind.db", response_class=FileResponse)
def copy_of_all(request: Request) -> FileResponse:
    """A checked copy of the database, made while it is used; `brookwind restore` puts it back."""
    folder = tempfile.TemporaryDirectory(prefix="brookwind-copy-")
    copy = Path(folder.name) / "copy.db"
    back_up(_database(request), copy)
    return FileResponse(
        copy, media_type="application/vnd.sqlite3", filename=f"brookwind-{now():%Y-%m-%d}.db",
        background=BackgroundTask(folder.cleanup),
    )  # fmt: skip


@router.get("/everything.json", response_class=Response)
def everything(request: Request) -> Response:
    """Every document and event that can be read, as JSON by kind and id; of photographs their digest."""
    return attached(rescued(look_into(_database(request))), "application/json", "brookwind.json")


@router.get("/photographs.zip", response_class=FileResponse)
def photographs(session: SessionOfRequest) -> FileResponse:
    """Every photograph, named by when and where."""
    folder = tempfile.TemporaryDirectory(prefix="brookwind-photographs-")
    file = Path(folder.name) / "photographs.zip"
    with zipfile.ZipFile(file, "w", zipfile.ZIP_STORED) as packed:
        for n, one in enumerate(Photographs(session).all(), start=1):
            place = re.sub(r"[^\w ,-]+", " ", one.place).strip()[:60]
            packed.writestr(f"{one.of.at:%Y-%m-%d %H.%M} {place} {n}.jpg", one.jpeg)
    return FileResponse(
        file, media_type="application/zip", filename="brookwind-photographs.zip",
        background=BackgroundTask(folder.cleanup),
    )  # fmt: skip


@router.post("", openapi_extra={"requestBody": _FILE})
async def bring_back(request: Request, put: bool = False) -> LookedAt:
    """What a copy holds beside what is there now; put in its place only when asked, and from this machine."""
    if put:
        only_here(request)
    async with _received(request) as copy:
        looked = await run_in_threadpool(_looked_at, _engine(request), copy, put)
    request.app.state.identity.forget()
    return looked


@router.post("/before")
def undo(request: Request, put: bool = False) -> LookedAt | None:
    """What was there before the last copy was put back; put in its place again only when asked. None: there is none."""
    if put:
        only_here(request)
    before = before_restoring(_database(request))
    looked = _looked_at(_engine(request), before, put) if before.exists() else None
    request.app.state.identity.forget()
    return looked


def _looked_at(engine: Engine, copy: Path, put: bool) -> LookedAt:
    held = _holds(look_into(Path(str(engine.url.database))))
    if put:
        return LookedAt(copy_holds=_holds(put_back(engine, copy)), now_holds=held, done=True)
    return LookedAt(copy_holds=_holds(look_into(copy)), now_holds=held, done=False)


@asynccontextmanager
async def _received(request: Request) -> AsyncIterator[Path]:
    """What is sent, in a file of its own: it may be longer than fits into memory."""
    with tempfile.TemporaryDirectory(prefix="brookwind-received-") as folder:
        path = Path(folder) / "the copy"
        with path.open("wb") as file:
            async for part in request.stream():
                file.write(part)
        yield path
