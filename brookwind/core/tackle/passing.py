"""What runs through what: line through the float's bore, stop against bead against bore.

Sizes are editable defaults.
"""

from __future__ import annotations

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
    bead_hole_m: float | None


def passing(rig: Rig) -> Passing | None:
    """Sizes of line, bore, stop and bead of a sliding float; None for a fixed one.

    rig: the rig.
    """
    stop = rig.stop
    if stop is None:
        return None
    at = rig.components.index(rig.float_piece)
    bead = next((c for c in rig.components[:at] if isinstance(c, Bead)), None)
    kind = FLOAT_TYPE.get(rig.float_piece.spec.type)
    lines = [s for s in of_kind(rig, LineSection) if s.lower_m < rig.setting_m]
    return Passing(
        line_m=lines[0].diameter_m if lines else 0.0002,
        bore_m=rig.float_piece.spec.bore_m or (kind.bore_m if kind else 0.0012),
        stop_m=stop_m(stop),
        bead_m=bead.length_m if bead else None,
        bead_hole_m=None if bead is None else (bead.hole_m or HOLE_SHARE * bead.length_m),
    )


def stop_m(stop: Stop) -> float:
    """Thickness of a stop. [m]

    stop: the stop; what was entered counts, else its material's usual.
    """
    return stop.diameter_m or (KNOT_M if stop.material == "thread" else RUBBER_M)
