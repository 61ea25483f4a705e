"""Open formats in and out: soundings as CSV and GeoJSON, waypoints as GPX, a sounder's log."""

from __future__ import annotations

import io
import json
import re
from collections.abc import Iterator
from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, Body, Query
from fastapi.responses import Response, StreamingResponse
from pydantic import BaseModel, Field, ValidationError

from brookwind.api.session import BoxOfRequest, RigsOfRequest, SurveysOfRequest, SwimsOfRequest
from brookwind.core.box.changes import Incoming, incoming
from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Told
from brookwind.core.rig.differences import differences
from brookwind.core.rig.document import Rig
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.survey.document import Mark, Place, Sounding, Survey, TideStation
from brookwind.core.survey.place import position, seen_from
from brookwind.core.water.tide import Station
from brookwind.formats.bundle import MOST_RIGS, write_bundle
from brookwind.formats.dropped import read_dropped
from brookwind.formats.echoes import soundings_from
from brookwind.formats.geojson import read_geojson, write_geojson
from brookwind.formats.gpx import Waypoint, read_gpx, write_gpx
from brookwind.formats.nmea import Echo, NmeaReader, read_log
from brookwind.formats.soundings_csv import read_soundings, write_soundings
from brookwind.formats.station import read_station, write_station
from brookwind.formats.text import Refused, Soundings, text_of, told

router = APIRouter(prefix="/api", tags=["files"])

FileBody = Annotated[bytes, Body(media_type="application/octet-stream")]


class Marks(BaseModel):
    """Fish marks and swims read from waypoints, and those left out."""

    marks: tuple[Mark, ...]
    swims: tuple[Waypoint, ...]
    refused: tuple[Refused, ...]


class LogProgress(BaseModel):
    """A line of the answer to a log: progress while it is read, soundings at the end."""

    lines: int
    of: int
    says: str = ""
    soundings: tuple[Sounding, ...] | None = None


def attached(body: str | bytes, media: str, name: str) -> Response:
    """A file to be saved.

    body: its text or bytes.
    media: its type.
    name: its name.
    """
    # A name may hold what a header can not (RFC 6266, RFC 8187).
    return Response(
        body, media_type=media, headers={"content-disposition": f"attachment; filename*=UTF-8''{quote(name, safe='')}"}
    )


@router.get("/surveys/{swim_id}/soundings.csv", response_class=Response)
def export_csv(swim_id: str, surveys: SurveysOfRequest) -> Response:
    """The soundings of a swim as CSV."""
    return attached(write_soundings(surveys.of(swim_id).fields.soundings), "text/csv", f"{swim_id}-soundings.csv")


@router.get("/surveys/{swim_id}/soundings.geojson", response_class=Response)
def export_geojson(swim_id: str, surveys: SurveysOfRequest) -> Response:
    """The soundings of a swim as GeoJSON."""
    survey = surveys.of(swim_id).fields
    return attached(write_geojson(survey.soundings, survey.place), "application/geo+json", f"{swim_id}.geojson")


@router.get("/surveys/{swim_id}/waypoints.gpx", response_class=Response)
def export_gpx(swim_id: str, surveys: SurveysOfRequest, swims: SwimsOfRequest) -> Response:
    """A swim and its fish marks as GPX waypoints."""
    survey, swim = surveys.of(swim_id).fields, swims.get(swim_id).fields
    home = survey.place
    points = [
        Waypoint(
            kind="swim",
            id=swim_id,
            name=swim.name,
            latitude_deg=home.latitude_deg,
            longitude_deg=home.longitude_deg,
            depth_m=swim.depth_m,
            note=swim.notes,
        )
    ]
    for m in survey.marks:
        latitude, longitude = position(home, m.distance_m, m.bearing_deg)
        points.append(
            Waypoint(
                id=m.id, name=m.note[:80], latitude_deg=latitude, longitude_deg=longitude, depth_m=m.depth_m, at=m.at
            )
        )
    return attached(write_gpx(points), "application/gpx+xml", f"{swim_id}.gpx")


@router.post("/read/soundings")
def import_soundings(
    swim_id: str, form: Annotated[Literal["csv", "geojson"], Query()], file: FileBody, surveys: SurveysOfRequest
) -> Soundings:
    """Read soundings to accept or drop; nothing is kept yet."""
    if form == "csv":
        return read_soundings(file)
    return read_geojson(file, surveys.of(swim_id).fields.place)


@router.get("/surveys/{swim_id}/tide.station.json", response_class=Response)
def export_station(swim_id: str, surveys: SurveysOfRequest) -> Response:
    """The tide station a swim's level follows."""
    level = surveys.of(swim_id).fields.level
    if not isinstance(level, TideStation):
        raise OutOfRange.one("no-station", "This swim's level follows no tide station.", "Choose one under Level.")
    return attached(write_station(level.station), "application/json", f"{swim_id}.station.json")


@router.post("/read/station")
def import_station(file: FileBody) -> Station:
    """Read a tide station; nothing is kept yet."""
    return read_station(file)


@router.post("/read/gpx")
def import_gpx(swim_id: str, file: FileBody, surveys: SurveysOfRequest) -> Marks:
    """Read waypoints: swims with their position, fish marks as seen from this swim. Nothing is kept yet."""
    home = surveys.of(swim_id).fields.place
    marks, swims, refused = [], [], []
    for number, p in enumerate(read_gpx(file), start=1):
        if p.kind == "swim":
            swims.append(p)
            continue
        distance, bearing = seen_from(home, p.latitude_deg, p.longitude_deg)
        if p.depth_m is None:
            refused.append(Refused(line=number, says=f"{p.name or p.id} has no depth."))
        elif distance > 300.0:
            refused.append(Refused(line=number, says=f"{p.name or p.id} lies {distance:.0f} m from this swim."))
        else:
            try:
                marks.append(
                    Mark(
                        # Ids of other programs may be anything.
                        id=re.sub(r"[^a-z0-9-]+", "-", p.id.lower()).lstrip("-")[:40] or f"point-{number}",
                        depth_m=p.depth_m,
                        distance_m=distance,
                        bearing_deg=bearing,
                        at=p.at,
                        note=p.name,
                    )
                )
            except ValidationError as error:
                refused.append(Refused(line=number, says=f"{p.name or p.id}: {first_sentence(error)}"))
    return Marks(marks=tuple(marks), swims=tuple(swims), refused=told(refused))


class IncomingRig(BaseModel):
    """A rig that comes in, and how it meets the kept one of its id."""

    what: Literal["new", "changed", "same"]
    version: int
    """Of the kept one; 0 for a new one."""
    fields: Rig
    differs: tuple[Told, ...] = ()


class DroppedFile(BaseModel):
    """What a dropped file holds, and what a box would change. Nothing is kept yet."""

    rig: Rig | None = None
    survey: Survey | None = None
    rows: tuple[Incoming, ...] | None = None
    rigs: tuple[IncomingRig, ...] | None = None
    """Of a bundle."""
    refused: tuple[Refused, ...] = ()
    notes: tuple[str, ...] = ()


@router.post("/read/dropped")
def read_any(file: FileBody, box: BoxOfRequest, rigs: RigsOfRequest) -> DroppedFile:
    """What a file is, by what is in it: a rig, a bundle, a square's text, a box or a survey."""
    found = read_dropped(file)
    if found.bundle is not None:
        kept = {k.fields.id: (k.version, k.fields) for k in rigs.all()}
        held = found.bundle
        return DroppedFile(
            rigs=tuple(_incoming_rig(rig, *kept.get(rig.id, (0, None))) for rig in held.rigs),
            rows=incoming(((r.line, r.fields) for r in held.box.rows), box.versioned()),
            refused=held.refused,
        )
    if found.box is None:
        return DroppedFile(rig=found.rig, survey=found.survey)
    rows = incoming(((r.line, r.fields) for r in found.box.rows), box.versioned())
    return DroppedFile(rows=rows, refused=found.box.refused, notes=found.box.notes)


def _incoming_rig(rig: Rig, version: int, kept: Rig | None) -> IncomingRig:
    if kept is None:
        return IncomingRig(what="new", version=0, fields=rig)
    what: Literal["changed", "same"] = "same" if kept == rig else "changed"
    return IncomingRig(what=what, version=version, fields=rig, differs=differences(kept, rig))


class BundleRequest(BaseModel):
    """Kept rigs that are handed on together."""

    rigs: list[str] = Field(min_length=1, max_length=MOST_RIGS)


@router.post("/bundle", response_class=Response)
def export_bundle(request: BundleRequest, rigs: RigsOfRequest, box: BoxOfRequest) -> Response:
    """Rigs with the compartments they come from, as a zip."""
    chosen = [rigs.get(key).fields for key in dict.fromkeys(request.rigs)]
    items = [fields for _, fields in box.versioned().values()]
    return attached(write_bundle(chosen, items), "application/zip", "rigs.brookwind.zip")


@router.get("/surveys/{swim_id}/survey.json", response_class=Response)
def export_survey(swim_id: str, surveys: SurveysOfRequest) -> Response:
    """The survey of a swim as its document."""
    return attached(surveys.of(swim_id).fields.model_dump_json(indent=2), "application/json", f"{swim_id}.survey.json")


@router.get("/rigs/{key}/rig.json", response_class=Response)
def export_rig(key: str, rigs: RigsOfRequest) -> Response:
    """A kept rig as its document."""
    rig = rigs.get(key).fields
    return attached(rig.model_dump_json(indent=2), "application/json", f"{rig.id}.rig.json")


@router.post("/read/nmea", response_class=StreamingResponse, responses={200: {"model": LogProgress}})
def import_log(
    swim_id: str,
    file: FileBody,
    surveys: SurveysOfRequest,
    level_m: Annotated[float, Query(ge=-30, le=30)] = 0.0,
    distance_m: Annotated[float, Query(ge=0, le=300)] = 0.0,
    bearing_deg: Annotated[float, Query(ge=-180, le=180)] = 0.0,
) -> StreamingResponse:
    """Read a sounder's log. The answer is one JSON object a line: progress, then soundings to accept or drop."""
    text = text_of(file, "log")
    place = surveys.of(swim_id).fields.place
    return StreamingResponse(
        _progress(text, place, level_m, distance_m, bearing_deg), media_type="application/x-ndjson"
    )


def _progress(text: str, place: Place, level_m: float, distance_m: float, bearing_deg: float) -> Iterator[str]:
    total = text.count("\n") + 1
    reader = NmeaReader()
    echoes: list[Echo] = []
    for got in read_log(io.StringIO(text), reader):
        if isinstance(got, int):
            yield json.dumps({"lines": got, "of": total}) + "\n"
        else:
            echoes.append(got)
    count = reader.count()
    found = soundings_from(echoes, place, level_m, distance_m, bearing_deg)
    says = f"{count.depths} depths in {count.read} lines make {len(found)} soundings. {count.says()}".strip()
    yield LogProgress(lines=total, of=total, says=says, soundings=found).model_dump_json() + "\n"
