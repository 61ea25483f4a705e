"""The box beyond single compartments: quick entry, tests of what lies in it, CSV in and out, packing."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, Field

from brookwind.api.routers.files import FileBody, attached
from brookwind.api.session import BoxOfRequest, RigsOfRequest
from brookwind.core.box.changes import Incoming, incoming
from brookwind.core.box.drawn import DrawnItem, drawn
from brookwind.core.box.items import TRAYS, BoxItem
from brookwind.core.box.jug import JugReading, JugTest, jug_test
from brookwind.core.box.packing import PackRow, packing
from brookwind.core.box.quick import QuickEntry, quick_entry
from brookwind.core.box.rods import CastReading, CatapultStock
from brookwind.core.box.starters import StarterSet, starter_sets
from brookwind.core.box.weighing import ScaleTest, Weighing, scale_test
from brookwind.core.errors import NotUnderstood
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.rig.components import PieceMass
from brookwind.core.run.catapult import Cut, elastic_for
from brookwind.core.run.rod_test import CastTest, cast_test
from brookwind.formats.box_csv import read_box, write_box
from brookwind.formats.text import Refused
from brookwind.store.records import Kept, Version

router = APIRouter(prefix="/api/box", tags=["box"])


class QuickText(BaseModel):
    """A line of stock entry."""

    text: str = Field(max_length=120)


class WeighRequest(BaseModel):
    """Readings of a scale."""

    readings: tuple[Weighing, ...] = Field(max_length=200)
    nominal_kg: PieceMass | None = None


class JugRequest(BaseModel):
    """Timed falls of a bait."""

    readings: tuple[JugReading, ...] = Field(max_length=100)
    mass_kg: PieceMass
    temperature_c: float = Field(default=15.0, ge=0, le=40)


class ImportPreview(BaseModel):
    """What an import would do, and the lines left out."""

    rows: tuple[Incoming, ...]
    refused: tuple[Refused, ...]
    notes: tuple[str, ...]


class BoxWrite(BaseModel):
    """A compartment to write; version 0 for a new one."""

    version: Version
    fields: BoxItem


class ImportRequest(BaseModel):
    """Compartments to write, all or none."""

    rows: tuple[BoxWrite, ...] = Field(max_length=5000)


class PackRequest(BaseModel):
    """Rigs of a trip."""

    rigs: tuple[str, ...] = Field(max_length=100)
    copies: int = Field(default=1, ge=1, le=20)


@router.post("/quick")
def quick(line: QuickText, box: BoxOfRequest) -> QuickEntry:
    """What a line of stock entry would do. Nothing is kept yet."""
    return quick_entry(line.text, [(k.version, k.fields) for k in box.all()])


@router.get("/drawn")
def draw(box: BoxOfRequest) -> list[DrawnItem]:
    """Every compartment as it is drawn."""
    return list(drawn((k.fields for k in box.all()), box.used()))


@router.get("/starters")
def list_starters() -> list[StarterSet]:
    """Sets to begin an empty box with."""
    return list(starter_sets())


@router.post("/weigh")
def weigh(request: WeighRequest) -> ScaleTest:
    """Mean mass and scatter from readings."""
    return scale_test(request.readings, request.nominal_kg)


@router.post("/jug")
def jug(request: JugRequest) -> JugTest:
    """Sink rate and density from timed falls."""
    return jug_test(request.readings, request.mass_kg, fluid_of(request.temperature_c))


class CastsRequest(BaseModel):
    """Casts of a rod."""

    readings: tuple[CastReading, ...] = Field(max_length=200)
    rod: str | None = Field(default=None, max_length=60)


@router.post("/casts")
def casts(request: CastsRequest) -> CastTest:
    """How a rod throws, from its casts."""
    return cast_test(request.readings, request.rod)


class ElasticRequest(BaseModel):
    """A catapult that was measured, and the distance another is to throw."""

    catapult: CatapultStock
    distance_m: float = Field(ge=1, le=200)


@router.post("/elastic")
def elastic(request: ElasticRequest) -> Cut:
    """How long to cut the elastic of a catapult."""
    return elastic_for(request.catapult, request.distance_m)


@router.get("/export.csv", response_class=Response)
def export_csv(box: BoxOfRequest, tray: Annotated[str | None, Query()] = None) -> Response:
    """One tray, or the whole box, as CSV."""
    kinds = {t.id: t.kinds for t in TRAYS}
    if tray is not None and tray not in kinds:
        raise NotUnderstood.one("tray", f"There is no tray {tray!r}.", f"Trays are {', '.join(kinds)}.", ("tray",))
    items = [k.fields for k in box.all() if tray is None or k.fields.kind in kinds[tray]]
    return attached(write_box(items), "text/csv", f"{tray or 'box'}.csv")


@router.post("/preview")
def preview(file: FileBody, box: BoxOfRequest) -> ImportPreview:
    """What a CSV file would change in the box. Nothing is kept yet."""
    read, kept = read_box(file), box.versioned()
    return ImportPreview(
        rows=incoming(((r.line, r.fields) for r in read.rows), kept), refused=read.refused, notes=read.notes
    )


@router.post("/import")
def write_rows(request: ImportRequest, box: BoxOfRequest) -> list[Kept[BoxItem]]:
    """Write compartments: all of them, or none when one was changed elsewhere meanwhile."""
    return box.keep_all([(r.version, r.fields) for r in request.rows])


@router.post("/packing")
def pack(request: PackRequest, box: BoxOfRequest, rigs: RigsOfRequest) -> list[PackRow]:
    """What rigs need, and what is missing or short."""
    return list(packing([rigs.get(i).fields for i in request.rigs], [k.fields for k in box.all()], request.copies))
