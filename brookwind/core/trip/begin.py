"""A trip begun: a day at a swim, filled in from what is known of it."""

from __future__ import annotations

from datetime import datetime, timedelta
from math import exp

from brookwind.core.figures import Figure, Told
from brookwind.core.rig.document import Conditions, Rig
from brookwind.core.rig.species import COMMONEST
from brookwind.core.survey.current import current, profile_at
from brookwind.core.survey.document import Survey
from brookwind.core.trip.document import Span, Trip

USUAL_LENGTH = timedelta(hours=7)
"""Of a day at the water. Editable default."""
FLOW_DOUBT = 0.25
"""So much more or less than measured the current of another day may be. Editable default."""
WIND_DOUBT = (0.3, 0.7)
"""So much more or less than measured the wind may be within the hour, and in a day or more. Editable defaults: gusts
first, then the weather's own change."""
WIND_TURNS_H = 12.0
"""In about this time the doubt grows from the one to the other. [h] Editable default."""
USUAL_WIND = Span(low=0.0, high=4.0)
"""Wind of a day of which nothing is known. [m/s] Editable default."""


def begin_trip(
    trip_id: str, name: str, survey: Survey, begins: datetime, temperature_c: float, salinity: float,
    rig: Rig | None, fish: tuple[str, ...],
) -> Trip:  # fmt: skip
    """A day, its ranges from survey, session and the rig fished there last.

    trip_id: its id.
    name: its name.
    survey: what is known of the swim.
    begins: when it begins.
    temperature_c: of the water. [°C]
    salinity: of the water. [g/kg]
    rig: the rig fished there last, for tackle and distance.
    fish: what is hoped for; the session's fish or the rig's when empty, else the commonest.
    """
    session = survey.session
    profile = profile_at(current(survey.drifts), session.distance_m, rig.water.depth_m if rig else 1.0)
    flow = profile.surface_m_s if profile else rig.conditions.current_m_s if rig else 0.0
    hoped = fish or tuple(f for f in (session.species, rig.species if rig else None) if f)[:1] or (COMMONEST,)
    wind = survey.wind.speed_m_s
    how = rig.conditions if rig else Conditions()
    return Trip(
        id=trip_id, name=name, swim=survey.swim_id, begins=begins, ends=begins + USUAL_LENGTH, fish=hoped,
        current_m_s=Span(low=round((1 - FLOW_DOUBT) * flow, 2), high=round((1 + FLOW_DOUBT) * flow, 2)),
        wind_m_s=Span(low=round(max(0.0, wind - 2.0)), high=round(wind + 2.0)) if wind else USUAL_WIND,
        temperature_c=temperature_c, salinity=salinity,
        distance_m=session.distance_m if survey.soundings else how.distance_m,
        tackle=how.tackle, rod_m=how.rod_m, clear=how.clear,
    )  # fmt: skip


def wind_of_the_day(trip: Trip, measured_m_s: float, measured_at: datetime) -> tuple[Span, Told]:
    """The wind of a day by what was measured now, the less sure the further off the day is.

    trip: the day.
    measured_m_s: by a weather station. [m/s, 0 to 75]
    measured_at: when.
    Source: doubt that grows towards the day-to-day change with a time of its own (Ornstein-Uhlenbeck); figures are
    editable defaults.
    """
    off_h = max(0.0, (trip.begins - measured_at).total_seconds() / 3600.0)
    least, most = WIND_DOUBT
    doubt = most - (most - least) * exp(-off_h / WIND_TURNS_H)
    # A calm now is no calm tomorrow.
    high = min(40.0, max((1.0 + doubt) * measured_m_s, 4.0 * (1.0 - exp(-off_h / WIND_TURNS_H))))
    span = Span(low=round(min(high, max(0.0, (1.0 - doubt) * measured_m_s)), 1), high=round(high, 1))
    return span, Told(
        says="The station measures {wind}; for this day that is {low} to {high}.",
        figures={
            "wind": Figure(value=measured_m_s, quantity="wind"),
            "low": Figure(value=span.low, quantity="wind"),
            "high": Figure(value=span.high, quantity="wind"),
        },
    )
