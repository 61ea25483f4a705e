"""What is taken to the water: everything that will be looked up there without a connection, reckoned beforehand.

The device never reckons by itself: what is not in these tables it says it does not know.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import datetime
from math import ceil, floor

from pydantic import Field

from brookwind.core.answers.card import Card, card
from brookwind.core.answers.evaluate import Evaluation, answer_of
from brookwind.core.answers.spot import begin_spot
from brookwind.core.answers.water import Look as LookAtWater
from brookwind.core.answers.water import look as look_at_water
from brookwind.core.box.stock import FloatStock
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Told, load
from brookwind.core.frozen import Frozen
from brookwind.core.reading.read import Likely, Reader
from brookwind.core.reading.seen import Look, Seen
from brookwind.core.rest.marks import for_mark
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import Place as RulesAndDay
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.situation import Situation
from brookwind.core.survey.document import Survey
from brookwind.core.survey.timetable import LevelEvent, Move
from brookwind.core.trip.day import water_over
from brookwind.core.trip.document import Trip
from brookwind.core.trip.plumbing import Sights, sights
from brookwind.core.trip.strip import moves_of, strip_of

STEP_M = 0.05
"""Between depths of the table. [m]"""
AROUND_M, AROUND_SHARE = 0.4, 0.25
"""The table reaches so far about the depth a rig is tied for: the larger of the two. [m, of the depth] Editable
defaults."""
MOST_ROWS = 90
"""Rows of a table: over a greater range its steps are wider."""
MARK_STEP_M = 0.25
"""Between depths at which fish may be seen. [m]"""
MOST_MARKS = 40
"""Rows of that table."""
MOST_RIGS = 8
"""Rigs taken to the water at most."""
CAUSES = 4
"""Causes of what the float does that are taken along."""


class DepthRow(Frozen):
    """Where the stop goes in a depth of water. [m]"""

    depth_m: float
    setting_m: float


class MarkRow(Frozen):
    """Where the stop goes for fish at a depth. [m]"""

    mark_m: float
    bait_m: float
    setting_m: float


class LookRow(Frozen):
    """What a float that does this most likely says."""

    look: Look
    causes: tuple[Likely, ...]


class PreparedRig(Frozen):
    """A rig with everything that may be asked of it at the water."""

    rig: Rig
    evaluation: Evaluation
    card: Card
    ready_s: float | None
    depths: tuple[DepthRow, ...]
    """From shallow to deep; empty where its stop belongs nowhere."""
    marks: tuple[MarkRow, ...]
    looks: tuple[LookRow, ...]
    moves: tuple[Move, ...]
    """Of the stop, over the day."""


class PreparedFish(Frozen):
    """A fish that may be landed."""

    id: str
    name: str


class PreparedPlumbing(Frozen):
    """What is plumbed with, and what every sight of the float then says."""

    with_what: Told
    """Float and plummet."""
    distance_m: float
    sights: Sights


class Prepared(Frozen):
    """A day, ready to be taken along."""

    made_at: datetime
    trip: str | None
    name: str = Field(max_length=80)
    swim: str | None
    place: str
    time_zone: str
    rigs: tuple[PreparedRig, ...]
    fish: tuple[PreparedFish, ...]
    warnings: tuple[LevelEvent, ...]
    curve: tuple[tuple[datetime, float], ...]
    """(moment, depth of the water). [m]"""
    wind_m_s: float | None
    """Middle of what was expected; None without a planned day."""
    plumbing: PreparedPlumbing | None
    """None where nothing in the box can be plumbed with."""


def prepare(
    rigs: Sequence[Rig], place: str, survey: Survey | None, swim_depth_m: float, trip: Trip | None, made_at: datetime,
    rules: PlaceRules | None = None, book: Book = SHIPPED, floats: Sequence[FloatStock] = (),
) -> Prepared:  # fmt: skip
    """Reckon everything beforehand.

    rigs: the rigs taken along, the first is fished first.
    place: name of the place, for the log.
    survey: what is known of the swim.
    swim_depth_m: depth kept for it. [m]
    trip: the day, if one is planned.
    made_at: the moment.
    rules: of the place.
    book: fish, baits and hooks.
    floats: of the box, to plumb with.
    Raises: BrookwindError when a rig's float cannot be built.
    """
    hoped = trip.fish if trip else ()
    fish = list(dict.fromkeys([*hoped, *(r.species for r in rigs if r.species)]))
    others = [s.id for s in book.species.values() if s.id not in fish]
    curve: tuple[tuple[datetime, float], ...] = ()
    if trip and survey:
        try:
            curve = water_over(trip, survey, swim_depth_m).curve
        except BrookwindError:
            curve = ()
    return Prepared(
        made_at=made_at,
        trip=trip.id if trip else None,
        name=trip.name if trip else (rigs[0].name if rigs else place)[:80],
        swim=survey.swim_id if survey else None,
        place=place,
        time_zone=survey.place.time_zone if survey else "UTC",
        rigs=tuple(prepared(r, survey, trip, rules, book) for r in rigs[:MOST_RIGS]),
        fish=tuple(PreparedFish(id=i, name=book.species[i].name) for i in [*fish, *others] if i in book.species),
        warnings=strip_of(trip, survey).warnings if trip and survey else (),
        curve=curve,
        wind_m_s=None if trip is None else 0.5 * (trip.wind_m_s.low + trip.wind_m_s.high),
        plumbing=_plumbing(rigs[0], survey, floats, made_at) if rigs and survey else None,
    )


def _plumbing(rig: Rig, survey: Survey, floats: Sequence[FloatStock], at: datetime) -> PreparedPlumbing | None:
    try:
        picture = look_at_water(LookAtWater(survey=survey, at=at, now=at, rig=rig, rod_m=rig.conditions.rod_m))
        spot = begin_spot("at-the-water", survey, picture, floats, rig)
        table = sights(spot)
    except BrookwindError:
        return None
    spec = spot.setup.spec
    return PreparedPlumbing(
        with_what=Told(
            says=f"the {spec.label or spec.type} without its shot, a plummet of {{plummet}} on the hook",
            figures={"plummet": load(spot.setup.plummet_kg)},
        ),
        distance_m=spot.distance_m, sights=table,
    )  # fmt: skip


def prepared(
    rig: Rig, survey: Survey | None, trip: Trip | None, rules: PlaceRules | None = None, book: Book = SHIPPED
) -> PreparedRig:
    """One rig with everything that may be asked of it.

    rig: the rig, its stop as it is set.
    survey: what is known of the swim.
    trip: the day, if one is planned.
    rules: of the place.
    book: fish, baits and hooks.
    Raises: BrookwindError when its float cannot be built.
    """
    situation = Situation(rig, RulesAndDay(rules=rules) if rules else None, book)
    return PreparedRig(
        rig=rig,
        evaluation=answer_of(situation),
        card=card(situation),
        ready_s=situation.ready_s,
        depths=tuple(_depths(situation, trip, survey)),
        marks=tuple(_marks(situation)),
        looks=tuple(_looks(situation)),
        moves=moves_of(trip, survey, rig) if trip and survey else (),
    )


def _depths(situation: Situation, trip: Trip | None, survey: Survey | None) -> Iterator[DepthRow]:
    depth = situation.rig.water.depth_m
    about = max(AROUND_M, AROUND_SHARE * depth)
    low, high = depth - about, depth + about
    if trip and survey:
        try:
            water = water_over(trip, survey, depth)
            low, high = min(low, water.low_m), max(high, water.high_m)
        except BrookwindError:
            pass
    step = STEP_M * max(1, ceil((high - low) / STEP_M / MOST_ROWS))
    for i in range(max(1, ceil(low / step)), floor(high / step) + 1):
        deep = round(i * step, 3)
        try:
            setting = situation.varied(lambda r, d=deep: _in_depth(r, d)).setting_m  # type: ignore[misc]
        except BrookwindError:
            continue
        yield DepthRow(depth_m=deep, setting_m=round(setting, 3))


def _in_depth(rig: Rig, depth_m: float) -> Rig:
    return rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": depth_m})})


def _marks(situation: Situation) -> Iterator[MarkRow]:
    depth = situation.rig.water.depth_m
    step = MARK_STEP_M * max(1, ceil(depth / MARK_STEP_M / MOST_MARKS))
    for i in range(1, floor(depth / step) + 1):
        try:
            found = for_mark(situation.rig, round(i * step, 3), settled=situation.settled)
        except BrookwindError:
            continue
        yield MarkRow(mark_m=found.mark_m, bait_m=found.bait_m, setting_m=round(found.setting_m, 3))


def _looks(situation: Situation) -> Iterator[LookRow]:
    try:
        reader = Reader(situation)
    except BrookwindError:
        return
    for look in reader.looks:
        try:
            yield LookRow(look=look, causes=reader.read(Seen(look=look)).causes[:CAUSES])
        except BrookwindError:
            continue
