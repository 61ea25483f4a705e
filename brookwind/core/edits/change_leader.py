"""Another length of leader."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.rig.components import Component, LineSection
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each, hooklength_join_m

LEAST_ABOVE_LEADER_M = 0.02
"""Line left between leader and float. [m] Editable default."""


class ChangeLeader(Edit):
    """Another length of hooklength or leader: its knot, and what is tied there, moves; shot that would be passed moves
    along. OutOfRange when it reaches up to the float; NotUnderstood when there is none.
    """

    do: Literal["change-leader"] = "change-leader"
    length_m: float = Field(gt=0.01, le=10)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that length."""
        return with_leader(rig, self.length_m)


def with_leader(rig: Rig, length_m: float) -> Rig:
    """The rig with another length of leader, and everything on it and above it in proportion.

    rig: the rig.
    length_m: the new length. [m]
    Raises: OutOfRange when it reaches up to the float or there is no leader.
    """
    old = hooklength_join_m(rig)
    if not old:
        raise NotUnderstood.one("no-leader", "The rig has no leader.", "Tie one in first.", ("length_m",))
    most = rig.setting_m - LEAST_ABOVE_LEADER_M
    if length_m > most:
        raise OutOfRange.one(
            "leader-too-long",
            "A leader of {wanted} would reach up to the float.",
            "At most {most} fits below it.",
            ("length_m",),
            {"wanted": length(length_m), "most": length(most)},
        )
    below, above = length_m / old, (rig.setting_m - length_m) / (rig.setting_m - old)

    def at(position: float) -> float:
        if position <= old:
            return position * below
        return length_m + (position - old) * above if position < rig.setting_m else position

    def moved(c: Component) -> Component:
        if isinstance(c, LineSection):
            return c.model_copy(update={"lower_m": at(c.lower_m)})
        position = getattr(c, "position_m", None)
        return c if position is None else c.model_copy(update={"position_m": at(position)})

    return each(rig, moved)
