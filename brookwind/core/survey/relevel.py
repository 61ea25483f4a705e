"""When the level comes to be known from another source: every depth taken is put to the new datum."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from brookwind.core.frozen import Frozen
from brookwind.core.moment import Moment
from brookwind.core.survey.document import LevelSource, Survey
from brookwind.core.survey.level import level_m
from brookwind.core.survey.plumbing.readings import MOST_DEPTH_M, Plumbing


class Relevel(Frozen):
    """A survey and what its level is known from now on."""

    survey: Survey
    level: LevelSource
    datum: str | None = Field(default=None, max_length=80)
    at: Moment
    """The moment for depths that were taken at an unknown time."""


def relevel(ask: Relevel) -> Survey:
    """The survey over the new source's datum; no depth that was measured changes.

    A plumbing ties the datum to the swim: a depth taken at a known time gets the new source's level of that time.
    Depths without a time, and the level that cuts the way out off, move by the difference of the two sources at the
    moment given.

    ask: survey, new source, its datum's name, and the moment.
    Raises: OutOfRange when either source cannot be reckoned.
    Source: definition of a datum: bed = level then - depth then.
    """
    survey, new = ask.survey, ask.level
    moved = level_m(new, ask.at) - level_m(survey.level, ask.at)

    def then(at: datetime | None, before: float) -> float:
        return level_m(new, at) if at is not None else before + moved

    soundings = tuple(s.model_copy(update={"level_m": then(s.at, s.level_m)}) for s in survey.soundings)
    plumbings = tuple(
        p.model_copy(
            update={
                "level_m": p.level_m + moved,
                "readings": tuple(r.model_copy(update={"level_m": then(r.at, r.level_m)}) for r in p.readings),
            }
        )
        for p in survey.plumbings
    )
    session = survey.session
    if session.way_out_m is not None:
        session = session.model_copy(update={"way_out_m": session.way_out_m + moved})
    changed = {"soundings": soundings, "plumbings": plumbings, "session": session, "level": new}
    return survey.model_copy(update={**changed, "datum": ask.datum if ask.datum is not None else survey.datum})


def at_level(spot: Plumbing, source: LevelSource, at: datetime) -> Plumbing:
    """A spot asked about at another moment: limits and wanted level follow the water.

    spot: the spot.
    source: where the level is known from.
    at: the moment the depth is wanted for.
    Readings that carry a time get the level of that time.
    """
    now = level_m(source, at)
    rise = now - spot.level_m
    readings = tuple(
        r if r.at is None else r.model_copy(update={"level_m": level_m(source, r.at)}) for r in spot.readings
    )
    return spot.model_copy(
        update={
            "readings": readings,
            "level_m": now,
            "least_m": min(MOST_DEPTH_M - 0.1, max(0.02, spot.least_m + rise)),
            "most_m": min(MOST_DEPTH_M, max(0.1, spot.most_m + rise)),
        }
    )
