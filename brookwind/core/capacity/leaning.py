"""How the float on the rig leans in the current and wind it is fished in."""

from __future__ import annotations

from math import degrees, radians, tan

from brookwind.core.balance.settle import Settled
from brookwind.core.capacity.needs import lean_deg
from brookwind.core.capacity.plan import plan_of
from brookwind.core.floats.attitude import Pull, attitude
from brookwind.core.frozen import Frozen
from brookwind.core.rig.document import Rig


class Leaning(Frozen):
    """The lean of line and float, from upright. [degrees]"""

    line_deg: float
    float_deg: float
    side_n: float
    """Sideways pull of the line at the float's foot. [N]"""


def leaning(rig: Rig, settled: Settled) -> Leaning | None:
    """The lean of the rig's line by the window's estimate, and of the float under that pull; None in still water.

    rig: the rig, with the conditions it is fished in.
    settled: the rig at rest in still water.
    Source: `lean_deg` for the line, `attitude` for the float.
    """
    conditions = rig.conditions
    if settled.status != "stands" or (conditions.current_m_s <= 0.0 and conditions.wind_m_s <= 0.0):
        return None
    line = lean_deg(plan_of(rig), settled.body)
    side = max(0.0, settled.pull_n) * tan(radians(min(line, 80.0)))
    rest = attitude(settled.body, Pull(max(0.0, settled.pull_n), side), settled.water_kg_m3)
    return None if rest is None else Leaning(line_deg=line, float_deg=degrees(rest.lean_rad), side_n=side)
