"""All of it, to be put away: the database as it is, or everything that can be read of it as JSON."""

from __future__ import annotations

import tempfile
from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.responses import FileResponse, Response
from starlette.background import BackgroundTask

from brookwind.api.routers.files import attached
from brookwind.clock import now
from brookwind.store.copies import back_up, look_into, rescued

router = APIRouter(prefix="/api/copies", tags=["copies"])


def _database(request: Request) -> Path:
    return Path(str(request.app.state.engine.url.database))


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
    """Every document and event that can be read, as JSON by kind and id."""
    return attached(rescued(look_into(_database(request))), "application/json", "brookwind.json")
