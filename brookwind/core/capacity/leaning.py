"""How the float on the rig leans in the current and wind it is fished in."""

from __future__ import annotations

from math import degrees, radians, sin

from brookwind.core.frozen import Frozen
from brookwind.core.situation import Situation


class Leaning(Frozen):
    """The lean of line and float, from upright. [degrees]"""

    line_deg: float
    float_deg: float
    side_n: float
    """Sideways pull of the line at the float's foot. [N]"""


def leaning(situation: Situation) -> Leaning | None:
    """The lean of the rig's line in moving water, and of the float under that pull; None in still water.

    situation: the rig, in the conditions it is fished in.
    Source: `describe`.
    """
    found = situation.moving
    if situation.settled.status != "stands" or found is None:
        return None
    line = degrees(abs(found.line_lean_rad))
    return Leaning(line_deg=line, float_deg=degrees(found.float_lean_rad), side_n=found.top_n * sin(radians(line)))
