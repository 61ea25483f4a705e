"""What is asked of a fall, and what comes of it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.frozen import Frozen
from brookwind.core.motion.tangle import Risk


class FallWish(Frozen):
    """How a rig is thrown and watched."""

    landing: Literal["stretched", "pile", "drop"] = "stretched"
    pinned: bool = False
    """The float stays over one place of the bed while the rig sinks."""
    bail: Literal["open", "closed"] = "open"
    """Whether line is paid out to a sliding float."""
    pull_through_n: float = Field(default=0.002, ge=0, le=1)
    """Friction of the line in the float. [N] Editable default."""
    upstream: bool = False
    """A stretched line lands upstream of the float."""
    run_m: float | None = Field(default=None, gt=0, le=500)
    """Length of the run. [m]"""
    longest_s: float = Field(default=90.0, ge=1, le=300)
    """Given up after this time. [s]"""
    to_still: bool = False
    """Followed until nothing stirs any more, not only until the bait is near its place."""
    feed: tuple[str, ...] = Field(default=(), max_length=4)
    """Ids of feed that is thrown in beside it."""
    feed_after_s: float = Field(default=0.0, ge=0, le=60)


class Frame(Frozen):
    """The rig at one moment; x over the ground from where the float landed. [m]"""

    time_s: float
    float_x_m: float
    load_n: float
    path: tuple[tuple[float, float], ...]
    """(x, depth) from the float down to the hook."""
    pieces: tuple[tuple[float, float], ...]
    """(x, depth) of each piece, in the order of `Fall.pieces`."""


class FallPiece(Frozen):
    """A piece that is followed."""

    id: str
    kind: str
    position_m: float
    """Above the hook, along the line. [m]"""
    across_m: float
    """Diameter of a ball of its mass and density; nought for what has no mass. [m]"""


class FeedFall(Frozen):
    """Feed falling beside the rig."""

    id: str
    name: str
    speed_m_s: float
    path: tuple[tuple[float, float, float], ...]
    """(time, x, depth). [s, m, m]"""
    ahead_s: float | None
    """By how much it reaches the bait's depth before the bait; None when it never does. [s]"""


class FallStep(Frozen):
    """A moment of the fall as an angler tells it."""

    what: Literal["weight", "bait", "still"]
    says: str
    time_s: float


class Fall(Frozen):
    """From landing to fishing."""

    rig_id: str
    to_stop_s: float | None
    """When a sliding float meets its stop."""
    to_cock_s: float | None
    """When the float stands for good."""
    to_depth_s: float | None
    """When the bait is within a hand of its place for good; None: not within the time allowed."""
    told: tuple[FallStep, ...]
    """Main weight at its depth, bait within a hand of its place, hanging still: as far as they came about."""
    depth_m: float
    """Where the bait comes to rest. [m]"""
    last_metre_m_s: float | None
    """Speed of the bait in its last metre."""
    drift_m: float
    """How far the float has gone over the ground when the bait is at depth. [m]"""
    bait_x_m: float
    """Where the bait comes to depth, downstream of where the float landed. [m]"""
    fishes_m: float | None
    """What is left of the run then. [m]"""
    speed_m_s: float
    """Of the float over the ground at the end. [m/s]"""
    run_s: float | None
    """When it comes to the end of the run; None when it never does, or is there before the bait is at depth."""
    risk: Risk
    crossing_share: float
    closest: float
    """Least distance of two pieces meant to be apart, over the line between them."""
    pieces: tuple[FallPiece, ...]
    frames: tuple[Frame, ...]
    feed: tuple[FeedFall, ...]
    steps: int
