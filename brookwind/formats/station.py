"""A tide station's constituents as JSON."""

from __future__ import annotations

from pydantic import ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.water.tide import Station
from brookwind.formats.text import text_of


def read_station(data: bytes) -> Station:
    """The station of a file.

    data: JSON with name, mean_m and constituents, each with name, amplitude_m and phase_deg (Greenwich lag).
    Raises: NotUnderstood with what is wrong.
    """
    try:
        return Station.model_validate_json(text_of(data, "station"))
    except ValidationError as error:
        raise NotUnderstood.one(
            "station",
            f"The file is no tide station: {first_sentence(error)}",
            "It needs name, mean_m and constituents, each with name, amplitude_m and phase_deg.",
            ("file",),
        ) from error


def write_station(station: Station) -> str:
    """The file of a station.

    station: the station.
    """
    return station.model_dump_json(indent=1)
