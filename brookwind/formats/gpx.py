"""Swims and fish marks as GPX 1.1 waypoints."""

from __future__ import annotations

from typing import Literal
from xml.etree import ElementTree

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.errors import NotUnderstood
from brookwind.core.moment import Moment
from brookwind.formats.text import text_of

_NAMESPACE = "urn:brookwind:gpx:1"
_MOST = 5000
"""Waypoints read at most."""


class Waypoint(BaseModel):
    """A point with a name."""

    model_config = ConfigDict(frozen=True, allow_inf_nan=False)

    kind: Literal["swim", "mark"] = "mark"
    id: str = Field(min_length=1, max_length=60)
    name: str = Field(default="", max_length=80)
    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    depth_m: float | None = Field(default=None, gt=0, le=60)
    at: Moment | None = None
    note: str = Field(default="", max_length=4000)


def write_gpx(points: list[Waypoint]) -> str:
    """A GPX document. Depths and ids stand in an extension; other programs see name, place and time.

    points: what to write.
    """
    import gpxpy.gpx

    document = gpxpy.gpx.GPX()
    document.creator = "Brookwind"
    document.nsmap["bw"] = _NAMESPACE
    for p in points:
        way = gpxpy.gpx.GPXWaypoint(p.latitude_deg, p.longitude_deg, name=p.name or None, description=p.note or None)
        way.time, way.type = p.at, p.kind
        for tag, value in (("id", p.id), ("depth_m", None if p.depth_m is None else repr(p.depth_m))):
            if value is not None:
                element = ElementTree.Element(f"{{{_NAMESPACE}}}{tag}")
                element.text = value
                way.extensions.append(element)
        document.waypoints.append(way)
    return str(document.to_xml(version="1.1"))


def read_gpx(data: bytes) -> list[Waypoint]:
    """Waypoints of a GPX document.

    data: the file.
    Raises: NotUnderstood when it is no GPX, or carries a document type or entities, which no GPX needs.
    """
    text = text_of(data, "GPX file")
    if "<!DOCTYPE" in text or "<!ENTITY" in text:
        raise NotUnderstood.one(
            "gpx-entities",
            "The GPX file defines entities or a document type; such files can reach outside and are not read.",
            "Export the waypoints again as plain GPX 1.1.",
            ("file",),
        )
    # Loaded when a file is read: it would slow the start of every session.
    import gpxpy
    import gpxpy.gpx

    try:
        document = gpxpy.parse(text)
    except (gpxpy.gpx.GPXException, ElementTree.ParseError, ValueError) as error:
        raise NotUnderstood.one(
            "gpx", "The file is not readable GPX.", "Export the waypoints again as GPX 1.1.", ("file",)
        ) from error
    points = []
    for number, way in enumerate(document.waypoints[:_MOST], start=1):
        own = {e.tag.rsplit("}", 1)[-1]: e.text for e in way.extensions if e.tag.startswith(f"{{{_NAMESPACE}}}")}
        try:
            points.append(
                Waypoint(
                    kind="swim" if way.type == "swim" else "mark",
                    id=own.get("id") or f"point-{number}",
                    name=way.name or "",
                    latitude_deg=way.latitude,
                    longitude_deg=way.longitude,
                    depth_m=float(own["depth_m"]) if own.get("depth_m") else None,
                    at=way.time,
                    note=way.description or "",
                )
            )
        except ValueError as error:
            raise NotUnderstood.one(
                "gpx-point",
                f"Waypoint {number} cannot be used.",
                "Check its position, depth and name.",
                ("file", number),
            ) from error
    return points
