"""Waters, swims and the box: create, read, update, delete, each with its version."""

from __future__ import annotations

from fastapi import APIRouter

from brookwind.api.kept import add_records
from brookwind.api.session import SessionOfRequest
from brookwind.core.errors import Problem
from brookwind.store.kinds import set_aside
from brookwind.store.repositories import Box, Swims, Waters

router = APIRouter(prefix="/api")
add_records(router, "/waters", Waters, "waters")
add_records(router, "/swims", Swims, "waters")
add_records(router, "/box", Box, "box")


@router.get("/set-aside", tags=["records"])
def read_set_aside(session: SessionOfRequest) -> list[Problem]:
    """What is kept and cannot be read, and why. It is left out of every list."""
    return set_aside(session)
