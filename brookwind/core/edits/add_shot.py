"""Pinch one more shot on."""

from __future__ import annotations

from itertools import pairwise
from typing import Literal

from brookwind.core.edits.means import Edit, Means, compartment
from brookwind.core.errors import Infeasible
from brookwind.core.rest.handles import LEAST_GAP_M, handles
from brookwind.core.rest.span import span_of
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import free_id, thread_on


class AddShot(Edit):
    """Pinch one more shot on, above the piece named or where there is room. Infeasible when there is none."""

    do: Literal["add-shot"] = "add-shot"
    item: str
    above: str | None = None

    def on(self, rig: Rig, means: Means) -> Rig:
        """With one more."""
        held = compartment(means.stock, self.item)
        near = next(
            (c for c in rig.components if c.id == self.above and isinstance(c, Shot) and c.role != "lock"), None
        )
        role = "strung" if near is None or near.role == "bulk" else near.role
        return thread_on(rig, Shot(id=free_id(rig, "shot"), **held.on_line, role=role, position_m=room_m(rig, near)))


def room_m(rig: Rig, near: Shot | None) -> float:
    """Half way from a shot to whatever is above it; without one, the middle of the widest free stretch. [m]

    rig: the rig.
    near: the shot.
    Raises: Infeasible where there is no room.
    """
    span = span_of(rig)
    taken = sorted(
        {
            span.low_m,
            span.high_m,
            *(h.position_m for h in handles(rig)[1:] if span.low_m <= h.position_m <= span.high_m),
        }
    )
    gaps = list(pairwise(taken))
    if near is not None:
        above = next(((a, b) for a, b in gaps if a >= near.position_m - 1e-9), None)
        gaps = [above] if above else gaps
    low, high = max(gaps, key=lambda g: g[1] - g[0], default=(span.low_m, span.high_m))
    if high - low < 2 * LEAST_GAP_M:
        raise Infeasible.one(
            "no-room", "There is no room for another shot there.", "Slide others apart first.", ("above",)
        )
    return 0.5 * (low + high)
