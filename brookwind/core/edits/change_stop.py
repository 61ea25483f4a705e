"""Another stop, one or two in series."""

from __future__ import annotations

from typing import Any, Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.components import Stop
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.threading import each, free_id, take_off

SECOND_ABOVE_M = 0.01
"""The second of two stops sits this far above the first. [m] Editable default."""


class ChangeStop(Edit):
    """Another stop over a sliding float, one or two in series. What is None stays. NotUnderstood for a fixed float."""

    do: Literal["change-stop"] = "change-stop"
    material: Literal["thread", "rubber"] | None = None
    count: Literal[1, 2] | None = None

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        if rig.stop is None:
            raise NotUnderstood.one("no-stop", "The float is fixed: there is no stop.", "Choose a sliding family.", ())
        if self.count is not None:
            rig = with_stops(rig, self.count)
        if self.material is None:
            return rig
        label = "stop knot" if self.material == "thread" else "rubber stop"
        fields: dict[str, Any] = {"material": self.material, "label": label, "diameter_m": None}
        sliding = {s.id for s in of_kind(rig, Stop)}
        return each(rig, lambda c: c.model_copy(update=fields) if c.id in sliding else c)


def with_stops(rig: Rig, count: int) -> Rig:
    """The rig with one stop or two in series; a fixed float keeps what holds it.

    rig: the rig.
    count: how many. [1 or 2]
    """
    first = rig.stop
    if first is None:
        return rig
    single = take_off(rig, lambda c: isinstance(c, Stop) and c.id != first.id)
    if count == 1:
        return single
    second = first.model_copy(
        update={
            "id": free_id(rig, "stop"),
            "label": f"second {first.label}",
            "position_m": first.position_m + SECOND_ABOVE_M,
        }
    )
    at = single.components.index(first)
    return single.replace_components((*single.components[:at], second, *single.components[at:]))
