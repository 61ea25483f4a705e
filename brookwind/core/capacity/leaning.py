"""How the float on the rig leans in the current and wind it is fished in."""

from __future__ import annotations

from math import degrees, radians, sin

from brookwind.core.frozen import Frozen
from brookwind.core.motion.moving import moving
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.document import Rig


class Leaning(Frozen):
    """The lean of line and float, from upright. [degrees]"""

    line_deg: float
    float_deg: float
    side_n: float
    """Sideways pull of the line at the float's foot. [N]"""


def leaning(rig: Rig, settled: Settled) -> Leaning | None:
    """The lean of the rig's line in moving water, and of the float under that pull; None in still water.

    rig: the rig, with the conditions it is fished in.
    settled: the rig at rest in still water.
    Source: `moving`.
    """
    found = moving(rig, settled).moving
    if settled.status != "stands" or found is None:
        return None
    line = degrees(abs(found.line_lean_rad))
    return Leaning(line_deg=line, float_deg=degrees(found.float_lean_rad), side_n=found.top_n * sin(radians(line)))
