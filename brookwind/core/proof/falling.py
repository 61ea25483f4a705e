"""Checks of the fall: what happens between the cast and the fishing."""

from __future__ import annotations

from brookwind.core.figures import Figure
from brookwind.core.proof.check import Check, Finding
from brookwind.core.situation import Situation

BY_MUCH = 1.2
"""A time is told when it is this many times what is put up with: it is not known any finer. Editable default."""


def _time(time_s: float) -> Figure:
    return Figure(value=max(1.0, round(time_s)), quantity="time")


def _away(distance_m: float) -> Figure:
    return Figure(value=abs(distance_m), quantity="distance")


def _run_lost(check: Check, situation: Situation) -> Finding | None:
    fall, most = situation.fallen, situation.rig.conditions.limits.run_lost_m
    if fall is None or not situation.moves or abs(fall.drift_m) <= BY_MUCH * most:
        return None
    return check.finds({"lost": _away(fall.drift_m), "most": _away(most)})


def _stop_late(check: Check, situation: Situation) -> Finding | None:
    """A sliding float whose stop has not come to it in the time there is."""
    fall, most = situation.fallen, situation.rig.conditions.settle_s
    if fall is None or situation.rig.stop is None or fall.to_depth_s is None:
        return None
    if fall.to_stop_s is not None and fall.to_stop_s <= BY_MUCH * most:
        return None
    if fall.to_stop_s is None:
        return check.finds(says="The stop never comes to the float: nothing draws the line through it to the end.")
    return check.finds({"time": _time(fall.to_stop_s), "most": _time(most)})


def _ready_late(check: Check, situation: Situation) -> Finding | None:
    fall, most = situation.fallen, situation.rig.conditions.settle_s
    if fall is None or fall.to_depth_s is None or fall.to_depth_s <= BY_MUCH * most:
        return None
    return check.finds({"time": _time(fall.to_depth_s), "most": _time(most)})


FALLING = (
    Check(
        "run-lost", "run lost to sinking", "load", "note", _run_lost,
        "It drifts {lost} while it sinks, and {most} are put up with.",
        "Heavier weights lower down, hold it back while it sinks, or cast further up.", "fall",
        source="docs/physics.md",
    ),
    Check(
        "stop-late", "stop that comes late", "stop", "note", _stop_late,
        "The stop comes to the float after {time}, and {most} are put up with.",
        "A heavier lead, thinner line or a wider bore; or bring the stop nearer.", "fall", source="docs/physics.md",
    ),
    Check(
        "ready-late", "bait that is long on its way", "load", "note", _ready_late,
        "The bait is at its depth after {time}, and {most} are put up with.",
        "Heavier weights lower down; or allow more time.", "fall", source="docs/physics.md",
    ),
)  # fmt: skip
