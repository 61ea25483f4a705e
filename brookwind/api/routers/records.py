"""Waters, swims and the box: create, read, update, delete, each with its version."""

from __future__ import annotations

from fastapi import APIRouter

from brookwind.api.kept import add_records
from brookwind.store.repositories import Box, Swims, Waters

router = APIRouter(prefix="/api")
add_records(router, "/waters", Waters, "waters")
add_records(router, "/swims", Swims, "waters")
add_records(router, "/box", Box, "box")
