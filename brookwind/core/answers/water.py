"""Everything the water screen shows of a swim at one moment, in one answer."""

from __future__ import annotations

from datetime import datetime, timedelta

import numpy as np
from pydantic import Field, ValidationError

from brookwind.core.errors import BrookwindError, OutOfRange, Problem
from brookwind.core.frozen import Frozen
from brookwind.core.moment import Moment
from brookwind.core.rest.marks import ForMark, for_mark
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.document import BedKind, Rig
from brookwind.core.rig.refusals import from_validation
from brookwind.core.situation import Situation
from brookwind.core.survey.bed_map import AlongRun, Cell, along_run, bed_map
from brookwind.core.survey.current import Bow, Current, Profile, bows, current, profile_at
from brookwind.core.survey.document import Mark, Survey
from brookwind.core.survey.level import level_m, levels_m, rate_m_h
from brookwind.core.survey.lies import Bed, Spot, spots
from brookwind.core.survey.light import Light, daylight, light
from brookwind.core.survey.section import Section, column_at, even_run, section
from brookwind.core.survey.timetable import Plan, Timetable, timetable
from brookwind.core.water.tide import turns
from brookwind.core.water.waves import Chop, chop

_CURVE_STEP_S = 600.0
"""Between points of the level curve. [s]"""


class Here(Frozen):
    """The place fished: depth now with its band, and the stretch over which it serves. [m]"""

    distance_m: float
    depth_m: float
    low_m: float
    high_m: float
    run_from_m: float
    run_to_m: float
    bed: BedKind | None
    """What the bed is like, as the nearest sounding says that says it; for the friction of what lies on it."""


class TurnOfTide(Frozen):
    """A high or low water of the curve."""

    what: str
    at: datetime
    level_m: float


class LevelAnswer(Frozen):
    """The level now, its rate, and its curve over the session or the day."""

    now_m: float
    rate_m_h: float
    curve: tuple[tuple[datetime, float], ...]
    turns: tuple[TurnOfTide, ...]
    changes: bool
    """False when the level stays within a centimetre."""


class MarkAnswer(Frozen):
    """A fish mark with its stop setting, or why there is none."""

    id: str
    setting: ForMark | None
    problem: Problem | None
    depth_m: float | None = None
    """Of the water there, where its bed is known. [m]"""


class RigHere(Frozen):
    """The rig as it is, drawn at its distance: depths. [m]"""

    setting_m: float
    attachment_m: float
    hook_depth_m: float
    path: tuple[tuple[float, float], ...]
    tied_for_m: float
    """Depth the rig is tied for. [m]"""


class Picture(Frozen):
    """The answer."""

    at: datetime
    section: Section | None
    here: Here | None
    spots: tuple[Spot, ...]
    map: tuple[Cell, ...]
    along: AlongRun | None
    """The bed under the run; None when only one line was sounded."""
    level: LevelAnswer | None
    level_problem: Problem | None
    timetable: Timetable | None
    timetable_problem: Problem | None
    current: Current
    profile: Profile | None
    chop: Chop
    bows: tuple[Bow, ...]
    light: Light
    sunrise: datetime | None
    sunset: datetime | None
    marks: tuple[MarkAnswer, ...]
    rig: RigHere | None


class Look(Frozen):
    """What is asked."""

    survey: Survey
    at: Moment
    now: Moment | None = None
    """This moment, when another is looked at: the level curve stays where it was."""
    rig: Rig | None = None
    rod_m: float = Field(default=4.0, gt=0, le=16)


def look(ask: Look, book: Book = SHIPPED) -> Picture:
    """Draw together what is known of a swim.

    ask: survey, moment, and the rig if one is to be set for it.
    book: fish, baits and hooks.
    What cannot be reckoned is an answer with its problem: the rest is still true.
    """
    survey, session = ask.survey, ask.survey.session
    situation = Situation(ask.rig) if ask.rig else None
    bed = section(survey.soundings, session.bearing_deg)
    level, level_problem = _level(survey, ask.at, ask.now or ask.at)
    surface = level.now_m if level else 0.0
    flow = current(survey.drifts)
    here = _here(bed, survey, surface)
    plan, plan_problem = _plan(survey, here, surface, situation) if level else (None, level_problem)
    rise, fall = daylight(survey.place, ask.at)
    return Picture(
        at=ask.at,
        section=bed,
        here=here,
        spots=spots(Bed(bed, survey.soundings, flow.crease), book.species.get(session.species or "")) if bed else (),
        map=bed_map(survey.soundings),
        along=along_run(survey),
        level=level,
        level_problem=level_problem,
        timetable=plan,
        timetable_problem=plan_problem,
        current=flow,
        profile=profile_at(flow, session.distance_m, here.depth_m) if here and here.depth_m > 0.05 else None,
        chop=chop(survey.wind.speed_m_s, survey.wind.fetch_m),
        bows=bows(_across(survey), max(1.0, session.distance_m), 0.00018),
        light=light(survey.place, ask.at, 0.5 * ask.rod_m, session.bearing_deg),
        sunrise=rise,
        sunset=fall,
        marks=tuple(_mark(situation, m, _depth_at(bed, survey, m, surface)) for m in survey.marks),
        rig=_rig_here(situation),
    )


def _across(survey: Survey) -> float:
    """Part of the wind across the line. [m/s]"""
    off = np.radians(survey.wind.from_deg - survey.place.facing_deg - survey.session.bearing_deg)
    return float(abs(np.sin(off)) * survey.wind.speed_m_s)


def _here(bed: Section | None, survey: Survey, surface_m: float) -> Here | None:
    if bed is None:
        return None
    c = column_at(bed, survey.session.distance_m)
    inner, outer = even_run(bed, survey.session.distance_m, survey.session.tolerance_m)
    return Here(
        distance_m=survey.session.distance_m,
        depth_m=surface_m - c.bed_m,
        low_m=surface_m - c.high_m,
        high_m=surface_m - c.low_m,
        run_from_m=inner,
        run_to_m=outer,
        bed=_bed_kind(survey),
    )


_AS_ROUGH_AS: dict[str, BedKind] = {
    "silt": "silt", "clay": "silt", "weed": "silt", "sand": "sand", "gravel": "gravel", "rock": "rock",
}  # fmt: skip


def _bed_kind(survey: Survey) -> BedKind | None:
    told = [s for s in survey.soundings if s.bed in _AS_ROUGH_AS]
    nearest = min(told, key=lambda s: abs(s.distance_m - survey.session.distance_m), default=None)
    return None if nearest is None else _AS_ROUGH_AS[nearest.bed]


def _window(survey: Survey, now: datetime) -> tuple[datetime, datetime]:
    """The session and this moment with an hour about them, or the day about the moment."""
    s = survey.session
    if s.start and s.end:
        return min(now, s.start) - timedelta(hours=1), max(now, s.end) + timedelta(hours=1)
    return now - timedelta(hours=6), now + timedelta(hours=18)


def _level(survey: Survey, at: datetime, shown: datetime) -> tuple[LevelAnswer | None, Problem | None]:
    first, last = _window(survey, shown)
    if last - first > timedelta(days=4):
        first, last = shown - timedelta(hours=6), shown + timedelta(hours=18)
    times = np.arange(first.timestamp(), last.timestamp() + 1.0, _CURVE_STEP_S)
    try:
        levels = levels_m(survey.level, times)
        now, rate = level_m(survey.level, at), rate_m_h(survey.level, at)
    except BrookwindError as error:
        return None, error.under("survey").problems[0]
    zone = at.tzinfo
    curve = tuple((datetime.fromtimestamp(float(t), zone), float(v)) for t, v in zip(times, levels, strict=True))
    tidal = survey.level.kind in {"tide-station", "tide-table"}
    found = turns(times, levels) if tidal else []
    return (
        LevelAnswer(
            now_m=now,
            rate_m_h=rate,
            curve=curve,
            turns=tuple(TurnOfTide(what=w, at=datetime.fromtimestamp(t, zone), level_m=v) for w, t, v in found),
            changes=bool(np.ptp(levels) > 0.01),
        ),
        None,
    )


def _plan(
    survey: Survey, here: Here | None, surface_m: float, situation: Situation | None
) -> tuple[Timetable | None, Problem | None]:
    s = survey.session
    if here is None or s.start is None or s.end is None:
        return None, None
    aim: dict[str, object] = {}
    if situation is not None:
        rig = situation.rig
        aim = {"bait_from": rig.aim.bait_from, "bait_m": rig.aim.bait_m, "now_m": rig.setting_m}
        if situation.stop_problem is None:
            stop = situation.stop
            aim |= {"attachment_m": stop.attachment_m, "standing_line_m": max(0.0, stop.standing_line_m)}
    try:
        return timetable(
            Plan.model_validate(
                {
                    "level": survey.level,
                    "bed_m": surface_m - here.depth_m,
                    "start": s.start,
                    "end": s.end,
                    "tolerance_m": s.tolerance_m,
                    "longest_m": s.longest_m,
                    "way_out_m": s.way_out_m,
                    **aim,
                }
            )
        ), None
    except ValidationError as error:
        return None, from_validation(error).problems[0]
    except OutOfRange as error:
        return None, error.problems[0]


_SAME_WAY_DEG = 10.0
"""A mark this near to the bearing of the section is above its bed. [degrees] Editable default."""


def _depth_at(bed: Section | None, survey: Survey, mark: Mark, surface_m: float) -> float | None:
    """Depth of the water where a mark is, as far as its bed is known. [m]"""
    if bed is None or abs(mark.bearing_deg - survey.session.bearing_deg) > _SAME_WAY_DEG:
        return None
    return max(0.05, surface_m - column_at(bed, mark.distance_m).bed_m)


def _mark(situation: Situation | None, mark: Mark, depth_m: float | None) -> MarkAnswer:
    if situation is None:
        return MarkAnswer(id=mark.id, setting=None, problem=None, depth_m=depth_m)
    try:
        found = for_mark(situation.rig, mark.depth_m, mark.above_m, situation.settled, depth_m)
        return MarkAnswer(id=mark.id, setting=found, problem=None, depth_m=depth_m)
    except OutOfRange as error:
        return MarkAnswer(id=mark.id, setting=None, problem=error.problems[0], depth_m=depth_m)


def _rig_here(situation: Situation | None) -> RigHere | None:
    if situation is None:
        return None
    settled = situation.settled
    return RigHere(
        setting_m=situation.rig.setting_m,
        attachment_m=settled.attachment_m,
        hook_depth_m=settled.laid.hook_depth_m,
        path=tuple(settled.laid.path),
        tied_for_m=situation.rig.water.depth_m,
    )
