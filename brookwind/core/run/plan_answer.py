"""How a run is fished, and the plan of it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.errors import Problem
from brookwind.core.figures import Told
from brookwind.core.frozen import Frozen
from brookwind.core.motion.fall_answer import Frame
from brookwind.core.run.drifting import RunDrift
from brookwind.core.run.feeding import FeedAnswer, Thrown
from brookwind.core.run.line_out import Lane
from brookwind.core.run.of_rig import HowHeld
from brookwind.core.run.ways import WayId


class RunWish(Frozen):
    """How a run is fished."""

    how: HowHeld = HowHeld()
    fish_from_m: float = Field(default=0.0, ge=-50, le=100)
    """Where the bait is to be down, downstream of the angler. [m]"""
    fish_to_m: float | None = Field(default=None, ge=-50, le=150)
    """Where the stretch that is fished ends; `STRETCH_M` further when not given. [m]"""
    thrown: Thrown | None = None
    """What is fed; what is usual for the rig when not given."""
    way: WayId | None = None
    """The way to feed, where `thrown` is not given."""
    feed_s: float = Field(default=2.0, ge=0, le=120)
    """Time it takes to feed, each run. [s] Editable default."""
    cast_s: float = Field(default=3.0, ge=0.5, le=60)
    """Time it takes to cast and to lay the line. [s] Editable default."""
    fish_s: float = Field(default=180.0, ge=5, le=7200)
    """In water that does not move the float: how long it is left. [s] Editable default."""
    retrieve_m_s: float = Field(default=0.8, ge=0.1, le=5)
    """Speed at which the line is wound in. [m/s] Editable default."""


class Leg(Frozen):
    """A part of the cycle."""

    id: Literal["feed", "cast", "sinks", "fishes", "winds-in"]
    name: str
    seconds: float


class SwimSpot(Frozen):
    """A place of the swim: downstream of the angler, and out. [m]"""

    x_m: float
    y_m: float


class RunPlan(Frozen):
    """One run, and how many there are in an hour."""

    flows: bool
    """The float runs; else it stays where it was cast."""
    lanes: tuple[Lane, ...]
    lands: SwimSpot
    to_m: float
    """Where the stretch ends that is fished, as asked or as is usual, downstream of the angler. [m]"""
    middle_m: float
    """The middle of the stretch. [m]"""
    upstream_deg: float
    """Of the cast, from straight out; negative downstream. [degrees]"""
    down: SwimSpot
    """Where the bait is down."""
    down_s: float
    way: WayId
    """How it is fed: as asked, else as is usual for the rig."""
    thrown: Thrown | None
    """What is fed, and how; None where nothing is."""
    feed: FeedAnswer | None
    feed_at: SwimSpot | None
    feed_path: tuple[tuple[float, float, float], ...]
    """(time since it is thrown, x downstream of the angler, depth). [s, m, m]"""
    feed_problem: Problem | None
    """Why nothing is said of the feed."""
    drift: RunDrift | None
    """With the mends it is worth; None where the float stays."""
    bare: RunDrift | None
    """Without any."""
    free_m_s: float
    """The float's own speed where it is fished: with the current, or with the wind where none runs. [m/s]"""
    bare_share: float
    """How much quicker it runs without a mend, at most; negative: slower."""
    mended_share: float
    """By how much it is off from the first mend on, either way, in the mean."""
    line_moves_it: bool
    """The line does more to its speed than the current does, mended or not: how much more cannot be known."""
    give_m_s: float
    """Line to give at most. [m/s]"""
    bait_up_m: float | None
    """By how much the line's pull lifts the bait off its height without a mend. [m]"""
    fishes_m: float
    fishes_s: float
    cycle: tuple[Leg, ...]
    casts_an_hour: float
    sinking: tuple[Frame, ...]
    """The fall, x from where the float lands."""
    says: tuple[Told, ...]
