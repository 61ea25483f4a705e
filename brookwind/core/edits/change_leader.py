"""Another length of leader."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.rest.stop import rides_with_float, set_stop
from brookwind.core.rig.components import LONGEST_M, Component, LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.threading import each, hooklength_join_m

LEAST_ABOVE_LEADER_M = 0.02
"""Line left between leader and float. [m] Editable default."""
SPARE_M = 1.0
"""Line that is left above the highest setting. [m] Editable default."""
ROOM_M = 0.012
"""Pieces nearer together than this rest on one another. [m] Editable default."""


class ChangeLeader(Edit):
    """Another length of hooklength or leader. Its knot moves, and what is tied there or rests on it; all else keeps its
    distance from the hook, unless the knot would pass it: float or stop make room. OutOfRange when a line is not that
    long; NotUnderstood when there is none.
    """

    do: Literal["change-leader"] = "change-leader"
    length_m: float = Field(gt=0.01, le=10)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that length."""
        return with_leader(rig, self.length_m)


def with_leader(rig: Rig, length_m: float) -> Rig:
    """The rig with another length of leader.

    rig: the rig.
    length_m: the new length. [m]
    Raises: OutOfRange when a line is not that long; NotUnderstood when there is no leader.
    """
    old = hooklength_join_m(rig)
    if not old:
        raise NotUnderstood.one("no-leader", "The rig has no leader.", "Tie one in first.", ("length_m",))
    at = rig.components.index(rig.float_piece)
    riders = set(rides_with_float(rig))
    above: list[tuple[str, float]] = [
        (c.id, p) for c in reversed(rig.components[at + 1 :])
        if c.id not in riders and (p := getattr(c, "position_m", None)) is not None and p >= old - 1e-9
    ]  # fmt: skip
    places = _moved_up([p for _, p in above], old, length_m)
    moves = dict(zip([name for name, _ in above], places, strict=True))
    held = min(p for c in rig.components if c.id in riders and (p := getattr(c, "position_m", None)) is not None)
    most = held - LEAST_ABOVE_LEADER_M - max([0.0, *(p - length_m for p in places)])
    if length_m > most + 1e-9 and rig.setting_m + length_m - most <= LONGEST_M - SPARE_M:
        # The float has to make room: a leader that is tied is as long as it is.
        return with_leader(set_stop(rig, rig.setting_m + length_m - most + 1e-6), length_m)
    if length_m > most + 1e-9:
        raise OutOfRange.one(
            "leader-too-long",
            "A leader of {wanted} would reach up to the float.",
            "At most {most} fits below it.",
            ("length_m",),
            {"wanted": length(length_m), "most": length(max(0.0, most))},
        )
    joined = of_kind(rig, LineSection)[-2]

    def moved(c: Component) -> Component:
        if c.id == joined.id:
            return c.model_copy(update={"lower_m": length_m})
        if c.id in moves:
            return c.model_copy(update={"position_m": moves[c.id]})
        position = getattr(c, "position_m", None)
        if position is None or position < length_m or c.id in riders or position > old:
            return c
        # What sat on the leader where there is none any more stays on it, at its top.
        return c.model_copy(update={"position_m": max(0.0, length_m - ROOM_M)})

    return each(rig, moved)


def _moved_up(places: list[float], old_m: float, new_m: float) -> list[float]:
    """Where pieces above the knot come to be: what rests on it, one touching the next, goes with it; the rest stays
    where it is as far as it is not passed. [m]

    places: distances from the hook, from the knot up.
    """
    out: list[float] = []
    resting, last, ceiling = True, old_m, new_m
    for place in places:
        resting = resting and place - last <= ROOM_M
        ceiling = max(ceiling + min(ROOM_M, place - last), new_m + place - old_m if resting else place)
        out.append(ceiling)
        last = place
    return out
