"""Wind, air temperature and pressure over HTTP as JSON."""

from __future__ import annotations

import json
from datetime import datetime, timedelta

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.errors import NotUnderstood
from brookwind.core.moment import Moment
from brookwind.core.quantities import KNOT_M_S, MPH_M_S

_WIND_UNITS = {"m/s": 1.0, "km/h": 1.0 / 3.6, "mph": MPH_M_S, "kn": KNOT_M_S}
OLD = timedelta(hours=2)


class Weather(BaseModel):
    """The weather at a station."""

    model_config = ConfigDict(frozen=True, allow_inf_nan=False)

    at: Moment
    wind_m_s: float = Field(ge=0, le=75)
    wind_from_deg: float = Field(ge=0, le=360)
    air_temperature_c: float | None = Field(default=None, ge=-60, le=60)
    pressure_hpa: float | None = Field(default=None, ge=850, le=1100)
    says: str = ""


def read_weather(data: bytes, now: datetime) -> Weather:
    """The weather from its document.

    data: {"at", "wind_speed", "wind_from_deg", "air_temperature_c", "pressure_hpa", "units": {"wind_speed"}}.
    now: this moment, to tell an old report.
    Raises: NotUnderstood when it cannot be read, or names a unit that is not known.
    """
    try:
        document = json.loads(data)
        unit = document["units"]["wind_speed"]
        if unit not in _WIND_UNITS:
            raise NotUnderstood.one(
                "weather-unit", f"The wind is given in {unit!r}.", f"Known units are {', '.join(_WIND_UNITS)}."
            )
        weather = Weather(
            at=document["at"],
            wind_m_s=float(document["wind_speed"]) * _WIND_UNITS[unit],
            wind_from_deg=document["wind_from_deg"],
            air_temperature_c=document.get("air_temperature_c"),
            pressure_hpa=document.get("pressure_hpa"),
        )
    except NotUnderstood:
        raise
    except (ValueError, KeyError, TypeError, AttributeError, ArithmeticError, RecursionError) as error:
        raise NotUnderstood.one(
            "weather-json", "What the weather station sends is not readable.", "Check its address and format."
        ) from error
    if now - weather.at > OLD:
        hours = (now - weather.at).total_seconds() / 3600.0
        return weather.model_copy(update={"says": f"The report is {hours:.0f} h old."})
    return weather
