"""Soundings as GeoJSON (RFC 7946): a point each, the sounding itself in its properties."""

from __future__ import annotations

import json
from typing import Any

from pydantic import ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.survey.document import Place, Sounding
from brookwind.core.survey.place import position, seen_from
from brookwind.formats.text import MOST_SOUNDINGS, Refused, Soundings, text_of, told


def write_geojson(soundings: tuple[Sounding, ...], place: Place) -> str:
    """A feature collection.

    soundings: what to write.
    place: the swim they were taken from.
    """
    features = []
    for s in soundings:
        latitude, longitude = position(place, s.distance_m, s.bearing_deg)
        features.append(
            {
                "type": "Feature",
                "geometry": {"type": "Point", "coordinates": [longitude, latitude]},
                "properties": s.model_dump(mode="json"),
            }
        )
    return json.dumps({"type": "FeatureCollection", "features": features}, indent=1)


def read_geojson(data: bytes, place: Place) -> Soundings:
    """Read points. Those of ours come back exactly; others need a `depth_m`, and are placed by their coordinates.

    data: the file.
    place: the swim they are seen from.
    Raises: NotUnderstood when it is no feature collection.
    """
    try:
        document = json.loads(text_of(data, "GeoJSON"))
    except (ValueError, RecursionError) as error:
        raise NotUnderstood.one("geojson", "The file is not whole JSON.", "Export it again.", ("file",)) from error
    features = document.get("features") if isinstance(document, dict) else None
    if not isinstance(features, list):
        raise NotUnderstood.one(
            "geojson", "The file is not a GeoJSON feature collection.", "Export points as one.", ("file",)
        )
    good: list[Sounding] = []
    bad: list[Refused] = []
    for number, feature in enumerate(features[:MOST_SOUNDINGS], start=1):
        try:
            good.append(_sounding(feature, place, number))
        except ValidationError as error:
            bad.append(Refused(line=number, says=first_sentence(error)))
        except (KeyError, TypeError, ValueError, AttributeError, ArithmeticError):
            bad.append(Refused(line=number, says="Not a point with a depth_m among its properties."))
    return Soundings(soundings=tuple(good), refused=told(bad))


def _sounding(feature: Any, place: Place, number: int) -> Sounding:
    properties = dict(feature["properties"])
    known = {k: v for k, v in properties.items() if k in Sounding.model_fields}
    if "distance_m" not in known:
        if feature["geometry"]["type"] != "Point":
            raise ValueError("not a point")
        longitude, latitude = feature["geometry"]["coordinates"][:2]
        distance, bearing = seen_from(place, float(latitude), float(longitude))
        known |= {"distance_m": distance, "bearing_deg": bearing}
    known.setdefault("id", f"point-{number}")
    return Sounding.model_validate(known)
