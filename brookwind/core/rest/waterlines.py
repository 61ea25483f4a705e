"""Where the waterline would be with the smallest shot on the rig once more, or taken off."""

from __future__ import annotations

from typing import Literal

from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.frozen import Frozen
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.components import Shot


class Waterline(Frozen):
    """Where the waterline would be with one piece more or less."""

    change: Literal[1, -1]
    label: str
    tip_m: float | None
    """None: the float would sink. [m]"""


def waterlines(settled: Settled, pull_n: float) -> tuple[Waterline, ...]:
    """The tip with the smallest shot on the rig put on once more, and taken off; none without shot.

    settled: the rig at rest.
    pull_n: what its float carries as it is looked at. [N]
    """
    shot = [i for i in settled.hanging.items if isinstance(i.component, Shot) and not i.above]
    if not shot:
        return ()
    least = min(shot, key=lambda i: i.weight_n)
    lines = []
    changes: tuple[Literal[1, -1], ...] = (1, -1)
    for change in changes:
        immersion = immersion_at_load_m(settled.body, pull_n + change * least.weight_n, settled.water_kg_m3)
        tip = None if immersion is None else settled.body.length_m - immersion
        lines.append(Waterline(change=change, label=least.component.label, tip_m=tip))
    return tuple(lines)
