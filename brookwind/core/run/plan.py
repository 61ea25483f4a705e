"""The plan of one run: where to cast and feed, where the bait is down, when to mend, what fishes, and the clock."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import pairwise
from math import atan2, degrees
from typing import Literal, NamedTuple

from brookwind.core.errors import BrookwindError, OutOfRange, Problem
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.motion.afloat import go
from brookwind.core.motion.doubts import bait_height_m
from brookwind.core.motion.fall_answer import Frame
from brookwind.core.motion.feed import FEED, falls_at_m_s, sinks_along
from brookwind.core.rig.document import Rig
from brookwind.core.run.drifting import Moment, RunDrift, Water, drift
from brookwind.core.run.feeding import FeedAnswer, Thrown, feeding
from brookwind.core.run.of_rig import HowHeld, lanes_of
from brookwind.core.run.plan_answer import Leg, RunPlan, RunWish, SwimSpot
from brookwind.core.run.plan_words import said_of
from brookwind.core.run.slip import slip_of
from brookwind.core.run.ways import usual_thrown, usual_way
from brookwind.core.situation import Situation

STRETCH_M = 6.0
"""Stretch that is fished where none is given. [m] Editable default."""
LONGEST_S = 180.0
"""A run is followed no longer than this. [s]"""
_SLOWEST_M_S = 0.02
"""A float that goes slower stands. [m/s]"""
WINS = 0.8
"""Mends are told that leave no more than this share of what the line does. Editable default."""
_FRAMES = 24
"""Moments of the fall that are handed on."""


class _Down(NamedTuple):
    """The fall that the run begins with."""

    ready_s: float
    bait_x_m: float
    drift_m: float
    frames: tuple[Frame, ...]


def run_plan(
    rig: Rig,
    wish: RunWish | None = None,
    situation: Situation | None = None,
    measured: Mapping[str, float] | None = None,
) -> RunPlan:
    """The plan of a run of a rig where it is fished.

    rig: the rig.
    wish: how it is fished.
    situation: the rig's situation, where it is worked out already.
    measured: speed at which feed sinks, by its id, where a jug test found it. [m/s]
    Raises: BrookwindError for a rig whose bait does not come to depth, and as `drift`.
    """
    ask = wish or RunWish()
    situation = situation or Situation(rig)
    fall = _down(situation)
    own = situation.moving.speed_m_s if situation.moving else None
    # A lake drifts under wind, but has no downstream: only a current makes a run.
    flows = rig.conditions.surface_m_s > 0.0 and (own is None or abs(own) > _SLOWEST_M_S)
    lands_x = ask.fish_from_m - (fall.bait_x_m if flows else 0.0)
    out = rig.conditions.distance_m
    to = ask.fish_from_m + STRETCH_M if ask.fish_to_m is None else ask.fish_to_m
    mended, bare, water = None, None, None
    if flows:
        water = water_of(situation, ask.how, fall.ready_s, fall.drift_m)
        if to <= ask.fish_from_m:
            raise OutOfRange.one(
                "stretch", "The stretch ends before it begins.", "Let it end further downstream.", ("fish_to_m",)
            )
        mended = drift(water, lands_x, to, True, LONGEST_S)
        bare = drift(water, lands_x, to, False, LONGEST_S, mended) if mended.mends else mended
        if _off(mended, fall.ready_s) > WINS * _off(bare, fall.ready_s):
            # What is mended and pulls as much again is better left alone.
            mended = bare
    fishes_s, fishes_m = ask.fish_s, 0.0
    if mended is not None:
        last = mended.moments[-1]
        fishes_s = max(0.0, last.time_s - fall.ready_s)
        fishes_m = max(0.0, last.x_m - mended.at(fall.ready_s).x_m) if fishes_s else 0.0
    way = ask.way or usual_way(rig, situation.book).id
    thrown = ask.thrown or usual_thrown(rig, situation.book, way)
    if thrown is not None and thrown.sink_m_s is None and measured and thrown.feed in measured:
        thrown = thrown.model_copy(update={"sink_m_s": measured[thrown.feed]})
    if thrown is None or thrown.by == "clock":
        # What is fed by the clock is no part of each cast.
        ask = ask.model_copy(update={"feed_s": 0.0})
    cycle = _cycle(ask, fall.ready_s, fishes_s, mended.moments[-1].out_m if mended else out)
    an_hour = 3600.0 / sum(leg.seconds for leg in cycle)
    if thrown is not None and thrown.by == "cast":
        thrown = thrown.model_copy(update={"casts_an_hour": an_hour})
    feed, problem = (None, None) if thrown is None else _feed(situation, thrown)
    feed_at = None
    if feed is not None and feed.throw_m is not None:
        # In still water a stretched rig lies out along the cast, and sinks that way.
        feed_at = (
            SwimSpot(x_m=lands_x + feed.throw_m, y_m=out) if flows else SwimSpot(x_m=lands_x, y_m=out + feed.throw_m)
        )
    free = water.free_m_s if water else own or 0.0
    bare_share = _quicker(bare, fall.ready_s, free)
    mended_share = _off(mended, _mended_s(mended, fall.ready_s)) / free if free > 0.0 else 0.0
    plan = RunPlan(
        flows=flows, lanes=lanes_of(rig, ask.how), lands=SwimSpot(x_m=lands_x, y_m=out),
        to_m=to, middle_m=0.5 * (ask.fish_from_m + to),
        upstream_deg=degrees(atan2(-lands_x, out)), down=SwimSpot(x_m=ask.fish_from_m, y_m=out), down_s=fall.ready_s,
        way=way, thrown=thrown, feed=feed, feed_at=feed_at,
        feed_path=_feed_path(situation, thrown, feed_at), feed_problem=problem,
        drift=mended, bare=bare, free_m_s=free if flows or abs(free) > _SLOWEST_M_S else 0.0,
        bare_share=bare_share, mended_share=mended_share, line_moves_it=max(abs(bare_share), mended_share) > 1.0,
        give_m_s=_give(mended), bait_up_m=_bait_up(situation, bare), fishes_m=fishes_m, fishes_s=fishes_s, cycle=cycle,
        casts_an_hour=an_hour, sinking=fall.frames, says=(),
    )  # fmt: skip
    return plan.model_copy(update={"says": said_of(plan)})


def water_of(situation: Situation, how: HowHeld, sinks_s: float, drift_m: float) -> Water:
    """What a rig runs in.

    situation: its situation.
    how: how its line is held.
    sinks_s: until its bait is down. [s]
    drift_m: how far the float goes until then. [m]
    Raises: BrookwindError where it takes no shape in its water.
    """
    rig, moving = situation.rig, situation.moving
    slip = slip_of(situation.shape)
    held = rig.conditions.hold is not None and moving is not None
    return Water(
        rig=rig, how=how, slip=slip, lanes=lanes_of(rig, how),
        free_m_s=slip.speed(0.0, 0.0)[0] if held or moving is None else moving.speed_m_s,
        sinks_s=sinks_s, sinking_m_s=drift_m / max(sinks_s, 0.1),
        held_m_s=moving.speed_m_s if held and moving else None, hold_n=moving.hold_n if moving else 0.0,
    )  # fmt: skip


def _down(situation: Situation) -> _Down:
    fallen = situation.fallen
    if fallen is None or fallen.to_depth_s is None:
        raise OutOfRange.one(
            "run-no-depth", "The bait does not come to depth here, so there is no run to plan.",
            "Look at its fall, and set the stop or put on more weight.", ("components",),
        )  # fmt: skip
    ready = fallen.to_depth_s
    frames = [f for f in fallen.frames if f.time_s <= ready]
    every = max(1, len(frames) // _FRAMES)
    return _Down(ready, fallen.bait_x_m, fallen.drift_m, (*frames[:-1:every], frames[-1]))


def _feed(situation: Situation, thrown: Thrown) -> tuple[FeedAnswer | None, Problem | None]:
    try:
        return feeding(situation.rig, thrown, situation), None
    except BrookwindError as error:
        return None, error.problems[0]


def _feed_path(
    situation: Situation, thrown: Thrown | None, at: SwimSpot | None
) -> tuple[tuple[float, float, float], ...]:
    if thrown is None or at is None:
        return ()
    feed, water = FEED[thrown.feed], fluid_of(situation.rig.water.temperature_c, situation.rig.water.salinity)
    speed = thrown.sink_m_s or falls_at_m_s(feed.mass_kg, feed.density_kg_m3, water, feed.length_m)
    return sinks_along(speed, situation.setup.flow, at.x_m)[::4]


def _cycle(ask: RunWish, sinks_s: float, fishes_s: float, in_m: float) -> tuple[Leg, ...]:
    parts: tuple[tuple[Literal["feed", "cast", "sinks", "fishes", "winds-in"], str, float], ...] = (
        ("feed", "feed", ask.feed_s), ("cast", "cast", ask.cast_s), ("sinks", "sinks", sinks_s),
        ("fishes", "fishes", fishes_s), ("winds-in", "wind in", in_m / ask.retrieve_m_s),
    )  # fmt: skip
    return tuple(Leg(id=id_, name=name, seconds=s) for id_, name, s in parts if s > 0.0)


def _quicker(run: RunDrift | None, from_s: float, free_m_s: float) -> float:
    """How much quicker it goes than freely where that is most, while it is not held."""
    if run is None or free_m_s <= 0.0:
        return 0.0
    off = [m.by_line_m_s / free_m_s for m in run.moments if m.time_s > from_s and not m.held]
    return max(off, key=abs, default=0.0)


def _off(run: RunDrift | None, from_s: float) -> float:
    """How far its speed is off its own in the mean, while it is not held. [m/s]"""
    off = [abs(m.by_line_m_s) for m in run.moments if m.time_s > from_s and not m.held] if run else []
    return sum(off) / len(off) if off else 0.0


def _mended_s(run: RunDrift | None, else_s: float) -> float:
    """From when on the first mend tells."""
    return run.mends[0].time_s if run is not None and run.mends else else_s


def _give(run: RunDrift | None) -> float:
    if run is None:
        return 0.0
    told = [m for m in run.moments if m.line]
    rates = [(b.out_m - a.out_m) / (b.time_s - a.time_s) for a, b in pairwise(told)]
    return max(0.0, *rates) if rates else 0.0


def _bait_up(situation: Situation, bare: RunDrift | None) -> float | None:
    """What the strongest pull along does to the height of a bait that runs free."""
    if bare is None or situation.rig.conditions.hold is not None:
        return None
    most: Moment = max(bare.moments, key=lambda m: abs(m.along_n))
    c = situation.rig.conditions
    pulled = situation.rig.model_copy(
        update={"conditions": c.model_copy(update={"line_pull_n": c.line_pull_n + most.along_n})}
    )
    try:
        found = go(pulled, situation.settled, situation.setup, begin=situation.shape)
    except BrookwindError:
        return None
    return float(
        bait_height_m(found, found.resting.state) - bait_height_m(situation.shape, situation.shape.resting.state)
    )
