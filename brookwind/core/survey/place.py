"""Between positions on the map and distance and direction from the swim."""

from __future__ import annotations

from math import atan2, cos, degrees, hypot, radians, sin

from brookwind.core.survey.document import Place

_METRES_PER_DEGREE = 111_194.93
"""Length of a degree on a sphere of the mean radius of the earth, 6 371 008.8 m. Source: IUGG, GRS80 mean radius."""


def position(place: Place, distance_m: float, bearing_deg: float) -> tuple[float, float]:
    """Latitude and longitude of a point seen from the swim. [degrees]

    place: the swim.
    distance_m: from it. [m, up to some kilometres]
    bearing_deg: from the way it faces, positive to the right. [degrees]
    Source: local plane on a sphere; off by under 0.5 % of the distance, the flattening of the earth.
    """
    compass = radians(place.facing_deg + bearing_deg)
    north, east = distance_m * cos(compass), distance_m * sin(compass)
    latitude = place.latitude_deg + north / _METRES_PER_DEGREE
    return latitude, place.longitude_deg + east / (_METRES_PER_DEGREE * cos(radians(place.latitude_deg)))


def seen_from(place: Place, latitude_deg: float, longitude_deg: float) -> tuple[float, float]:
    """Distance and bearing of a position from the swim. [m, degrees]

    place: the swim.
    latitude_deg: of the position. [degrees]
    longitude_deg: of the position. [degrees]
    Source: inverse of `position`.
    """
    north = (latitude_deg - place.latitude_deg) * _METRES_PER_DEGREE
    east = (longitude_deg - place.longitude_deg) * _METRES_PER_DEGREE * cos(radians(place.latitude_deg))
    off = degrees(atan2(east, north)) - place.facing_deg
    return hypot(north, east), (off + 180.0) % 360.0 - 180.0
