"""Sun, shadow, glare, and the tip colour that shows."""

from __future__ import annotations

from datetime import datetime, timedelta
from math import cos, radians, sin, tan
from typing import Literal

from astral import LocationInfo
from astral.sun import azimuth, elevation, sunrise, sunset

from brookwind.core.frozen import Frozen
from brookwind.core.survey.document import Place

_LONGEST_SHADOW_M = 200.0
"""A longer shadow is beyond the swim. [m]"""


class TipColour(Frozen):
    """A tip colour and why."""

    colour: Literal["black", "orange", "yellow", "white"]
    why: str


class Light(Frozen):
    """The sun as it stands, and what follows at the water."""

    elevation_deg: float
    azimuth_deg: float
    """Compass direction of the sun. [degrees]"""
    shadow_m: float | None
    """Length of the shadow of an upright as high as the rod tip, on level water; None when the sun is down. [m]"""
    shadow_right_m: float | None
    """Where that shadow's end falls, to the right of the swim's facing, and straight out. [m]"""
    shadow_out_m: float | None
    glare: Literal["none", "ahead", "left", "right"]
    says: str
    tip: TipColour


def light(place: Place, at: datetime, tip_height_m: float = 2.0, bearing_deg: float = 0.0) -> Light:
    """Where the sun is and what it does on the water.

    place: the swim.
    at: the moment.
    tip_height_m: height of rod or pole tip over the water. [m]
    bearing_deg: direction fished, from the swim's facing. [degrees]
    Source: sun position by the `astral` library (NOAA's equations); shadow from the tangent of its height.
    """
    observer = LocationInfo(latitude=place.latitude_deg, longitude=place.longitude_deg).observer
    up, towards = float(elevation(observer, at)), float(azimuth(observer, at))
    off = (towards - place.facing_deg - bearing_deg + 180.0) % 360.0 - 180.0
    shadow = right = out = None
    if up > 0.5:
        shadow = min(_LONGEST_SHADOW_M, tip_height_m / tan(radians(up)))
        away = radians(towards - place.facing_deg + 180.0)
        right, out = shadow * sin(away), shadow * cos(away)
    glare = _glare(up, off)
    return Light(
        elevation_deg=up,
        azimuth_deg=towards,
        shadow_m=shadow,
        shadow_right_m=right,
        shadow_out_m=out,
        glare=glare,
        says=_says(up, off, glare, shadow),
        tip=_tip(up, glare),
    )


def daylight(place: Place, day: datetime) -> tuple[datetime | None, datetime | None]:
    """Sunrise and sunset of the day around a moment; None where the sun does not cross the horizon.

    place: the swim.
    day: a moment of that day.
    Source: `astral`.
    """
    observer = LocationInfo(latitude=place.latitude_deg, longitude=place.longitude_deg).observer
    noon_shift = timedelta(hours=place.longitude_deg / 15.0)
    date = (day + noon_shift).date()
    try:
        return sunrise(observer, date), sunset(observer, date)
    except ValueError:
        return None, None


def _glare(up: float, off: float) -> Literal["none", "ahead", "left", "right"]:
    if up <= 0.5 or up > 50.0 or abs(off) > 100.0:
        return "none"
    if abs(off) <= 35.0:
        return "ahead"
    return "right" if off > 0.0 else "left"


def _says(up: float, off: float, glare: str, shadow: float | None) -> str:
    if up <= -6.0:
        return "It is dark."
    if up <= 0.5:
        return "The sun is down; the light is even."
    if glare == "ahead":
        return "The sun stands over the water fished: its path glares."
    side = "" if glare == "none" else f" Glare comes from the {glare}."
    if abs(off) >= 100.0:
        return f"The sun is behind you: your shadow and the rod's fall on the water.{side}"
    return f"The sun stands to one side.{side}"


def _tip(up: float, glare: str) -> TipColour:
    if up <= -6.0:
        return TipColour(colour="white", why="In the dark a light or a lit white tip is all that shows.")
    if glare == "ahead":
        return TipColour(colour="black", why="Against glaring water only a dark outline stands out.")
    if up <= 8.0:
        return TipColour(
            colour="yellow", why="In low light the eye is most sensitive to yellow-green; red turns black."
        )
    return TipColour(
        colour="orange", why="Against dark or reflecting water lit from elsewhere, orange stands out furthest."
    )
