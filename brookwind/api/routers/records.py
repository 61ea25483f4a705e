"""Waters, swims and the box: create, read, update, delete, each with its version."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from brookwind.api.session import BoxOfRequest, SwimsOfRequest, WatersOfRequest
from brookwind.core.box.items import BoxItem
from brookwind.store.records import Kept, SwimFields, WaterFields

router = APIRouter(prefix="/api")


class WaterUpdate(BaseModel):
    """A water as changed, and the version it was read at."""

    version: int
    fields: WaterFields


class SwimUpdate(BaseModel):
    """A swim as changed, and the version it was read at."""

    version: int
    fields: SwimFields


class BoxUpdate(BaseModel):
    """A compartment as changed, and the version it was read at."""

    version: int
    fields: BoxItem


@router.get("/waters", tags=["waters"])
def list_waters(waters: WatersOfRequest) -> list[Kept[WaterFields]]:
    """Every water."""
    return waters.all()


@router.post("/waters", status_code=201, tags=["waters"])
def create_water(fields: WaterFields, waters: WatersOfRequest) -> Kept[WaterFields]:
    """A new water."""
    return waters.create(fields)


@router.get("/waters/{key}", tags=["waters"])
def read_water(key: str, waters: WatersOfRequest) -> Kept[WaterFields]:
    """One water."""
    return waters.get(key)


@router.put("/waters/{key}", tags=["waters"])
def update_water(key: str, change: WaterUpdate, waters: WatersOfRequest) -> Kept[WaterFields]:
    """Change a water."""
    return waters.replace(key, change.version, change.fields)


@router.delete("/waters/{key}", status_code=204, tags=["waters"])
def delete_water(key: str, version: int, waters: WatersOfRequest) -> None:
    """Remove a water and its swims."""
    waters.delete(key, version)


@router.get("/swims", tags=["waters"])
def list_swims(swims: SwimsOfRequest) -> list[Kept[SwimFields]]:
    """Every swim."""
    return swims.all()


@router.post("/swims", status_code=201, tags=["waters"])
def create_swim(fields: SwimFields, swims: SwimsOfRequest) -> Kept[SwimFields]:
    """A new swim."""
    return swims.create(fields)


@router.get("/swims/{key}", tags=["waters"])
def read_swim(key: str, swims: SwimsOfRequest) -> Kept[SwimFields]:
    """One swim."""
    return swims.get(key)


@router.put("/swims/{key}", tags=["waters"])
def update_swim(key: str, change: SwimUpdate, swims: SwimsOfRequest) -> Kept[SwimFields]:
    """Change a swim."""
    return swims.replace(key, change.version, change.fields)


@router.delete("/swims/{key}", status_code=204, tags=["waters"])
def delete_swim(key: str, version: int, swims: SwimsOfRequest) -> None:
    """Remove a swim."""
    swims.delete(key, version)


@router.get("/box", tags=["box"])
def list_box(box: BoxOfRequest) -> list[Kept[BoxItem]]:
    """Every compartment."""
    return box.all()


@router.post("/box", status_code=201, tags=["box"])
def create_box_item(fields: BoxItem, box: BoxOfRequest) -> Kept[BoxItem]:
    """A new compartment."""
    return box.create(fields)


@router.get("/box/{key}", tags=["box"])
def read_box_item(key: str, box: BoxOfRequest) -> Kept[BoxItem]:
    """One compartment."""
    return box.get(key)


@router.put("/box/{key}", tags=["box"])
def update_box_item(key: str, change: BoxUpdate, box: BoxOfRequest) -> Kept[BoxItem]:
    """Change a compartment."""
    return box.replace(key, change.version, change.fields)


@router.delete("/box/{key}", status_code=204, tags=["box"])
def delete_box_item(key: str, version: int, box: BoxOfRequest) -> None:
    """Remove a compartment."""
    box.delete(key, version)
