"""What runs through what: line through the float's bore, stop against bead against bore.

Sizes are editable defaults.
"""

from __future__ import annotations

from typing import Literal

from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Bead, LineSection, Stop
from brookwind.core.rig.document import Rig, of_kind

RUNS_FREELY = 1.5
"""A bore this many times the line's thickness lets it run. Editable default."""
KNOT_M = 0.0012
"""A thread stop knot. [m] Editable default."""
RUBBER_M = 0.0020
"""A rubber stop. [m] Editable default."""
HOLE_SHARE = 0.16
"""Hole of a bead over its diameter, when it is not given. Editable default."""


class Passing(Frozen):
    """Thicknesses on the way from the rod through a sliding float. None where there is no such piece. [m]"""

    line_m: float
    bore_m: float
    stop_m: float | None
    bead_m: float | None
    """The largest bead between stop and float: it meets the float."""
    bead_hole_m: float | None
    """Of the bead that the stop meets."""
    assumed: tuple[Literal["bore", "stop", "hole"], ...] = ()
    """What was not entered and is taken to be as usual."""


def passing(rig: Rig) -> Passing | None:
    """Sizes of line, bore, stop and bead of a sliding float; None for a fixed one.

    rig: the rig.
    """
    stop = rig.stop
    if stop is None:
        return None
    at = rig.components.index(rig.float_piece)
    between = rig.components[rig.components.index(stop) : at]
    beads = [c for c in between if isinstance(c, Bead)]
    first = beads[0] if beads else None
    kind = FLOAT_TYPE.get(rig.float_piece.spec.type)
    lines = [s for s in of_kind(rig, LineSection) if s.lower_m < rig.setting_m]
    usual: list[Literal["bore", "stop", "hole"]] = []
    if rig.float_piece.spec.bore_m is None:
        usual.append("bore")
    if stop.diameter_m is None:
        usual.append("stop")
    if first is not None and first.hole_m is None:
        usual.append("hole")
    return Passing(
        line_m=lines[0].diameter_m if lines else 0.0002,
        bore_m=rig.float_piece.spec.bore_m or (kind.bore_m if kind else 0.0012),
        stop_m=stop_m(stop),
        bead_m=max((b.length_m for b in beads), default=None),
        bead_hole_m=None if first is None else (first.hole_m or HOLE_SHARE * first.length_m),
        assumed=tuple(usual),
    )


def stop_m(stop: Stop) -> float:
    """Thickness of a stop. [m]

    stop: the stop; what was entered counts, else its material's usual.
    """
    return stop.diameter_m or (KNOT_M if stop.material == "thread" else RUBBER_M)
