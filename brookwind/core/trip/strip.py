"""The day on one strip: depth, light, and when the stop is moved."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Literal

from pydantic import ValidationError

from brookwind.core.errors import BrookwindError
from brookwind.core.frozen import Frozen
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import hangs_at_m
from brookwind.core.survey.document import Survey
from brookwind.core.survey.light import daylight, light
from brookwind.core.survey.timetable import LevelEvent, Move, Plan, timetable
from brookwind.core.trip.day import bed_of
from brookwind.core.trip.document import Trip

LOOKED_AT = timedelta(minutes=20)
"""Between the moments at which the sun is looked at."""


class Glare(Frozen):
    """A stretch of the day in which the sun stands over the water fished, or to one side of it."""

    begins: datetime
    ends: datetime
    where: Literal["ahead", "left", "right"]


class Strip(Frozen):
    """Light, and what the level does."""

    sunrise: datetime | None
    sunset: datetime | None
    glare: tuple[Glare, ...]
    warnings: tuple[LevelEvent, ...]


def strip_of(trip: Trip, survey: Survey) -> Strip:
    """Light and warnings over a day.

    trip: the day.
    survey: what is known of its swim.
    """
    rise, fall = daylight(survey.place, trip.begins)
    table = _table(trip, survey, None)
    return Strip(sunrise=rise, sunset=fall, glare=_glare(trip, survey), warnings=table[1] if table else ())


def moves_of(trip: Trip, survey: Survey, rig: Rig) -> tuple[Move, ...]:
    """When a rig's stop is moved over a day; none where the level does not change, or is not known.

    trip: the day.
    survey: what is known of its swim.
    rig: the rig, its stop as it is tied.
    """
    table = _table(trip, survey, rig)
    return table[0] if table else ()


def _table(trip: Trip, survey: Survey, rig: Rig | None) -> tuple[tuple[Move, ...], tuple[LevelEvent, ...]] | None:
    bed = bed_of(survey)
    if trip.depth_m is not None or bed is None:
        return None
    how: dict[str, object] = {}
    if rig is not None:
        attachment = hangs_at_m(rig.aim, rig.water.depth_m) - rig.setting_m
        how = {"bait_from": rig.aim.bait_from, "bait_m": rig.aim.bait_m, "attachment_m": attachment}
    try:
        found = timetable(
            Plan.model_validate(
                {
                    "level": survey.level, "bed_m": bed[0], "start": trip.begins, "end": trip.ends,
                    "tolerance_m": survey.session.tolerance_m, "way_out_m": survey.session.way_out_m, **how,
                }
            )
        )  # fmt: skip
    except (BrookwindError, ValidationError):
        return None
    return found.moves, found.warnings


def _glare(trip: Trip, survey: Survey) -> tuple[Glare, ...]:
    found: list[Glare] = []
    at = trip.begins
    while at < trip.ends:
        where = light(survey.place, at, bearing_deg=survey.session.bearing_deg).glare
        until = min(at + LOOKED_AT, trip.ends)
        if where != "none":
            if found and found[-1].where == where and found[-1].ends == at:
                found[-1] = found[-1].model_copy(update={"ends": until})
            else:
                found.append(Glare(begins=at, ends=until, where=where))
        at = until
    return tuple(found)
