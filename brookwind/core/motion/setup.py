"""What a chain moves in: the water, the bed, and the figures that are not known exactly."""

from __future__ import annotations

from dataclasses import dataclass

from brookwind.core.flow.line_drag import SKIN_FRICTION
from brookwind.core.flow.profile import USUAL_EXPONENT, Array, Flow
from brookwind.core.rig.document import BedKind, Rig

BED_FRICTION: dict[BedKind, float] = {"silt": 0.8, "sand": 0.5, "gravel": 0.6, "rock": 0.4}
"""Friction of a weight drawn over the bed, over its weight on it. Editable defaults."""

FIRM_M = 2e-4
"""How far a firm bed gives under a piece that lies on it. [m]"""
UNEVEN_M = 0.01
"""The same where pieces are drawn over it: stones and furrows smooth what touches down and lifts off by turns. [m]
Editable default."""


@dataclass(frozen=True)
class Setup:
    """Water, bed and coefficients. The bed lies at the flow's depth below the float and falls downstream by `slope`."""

    flow: Flow
    water_kg_m3: float
    friction: float = BED_FRICTION["gravel"]
    gives_m: float = FIRM_M
    """How far a piece lying with its whole weight sinks into the bed. [m]"""
    slope: float = 0.0
    """Metres the bed falls per metre downstream."""
    line_drag: float | Array = 1.0
    """Drag across the line over a smooth cylinder's."""
    skin: float | Array = SKIN_FRICTION


def moves(rig: Rig, setup: Setup) -> bool:
    """The water moves, or the line that lies on it draws the float along.

    rig: the rig, with its conditions.
    setup: its water.
    """
    return not setup.flow.still or rig.conditions.line_pull_n != 0.0


def held_back(rig: Rig) -> bool:
    """The float is held slower than the current, so that it can be held less.

    rig: the rig.
    """
    hold = rig.conditions.hold
    return hold is not None and hold < 1.0


def setup_of(rig: Rig, water_kg_m3: float) -> Setup:
    """Water and bed as a rig's conditions have them.

    rig: the rig.
    water_kg_m3: density of the water. [kg/m3]
    """
    c = rig.conditions
    flow = Flow(
        depth_m=rig.water.depth_m,
        surface_m_s=c.current_m_s,
        exponent=c.exponent or USUAL_EXPONENT,
        speeds=tuple((s.depth_m, s.speed_m_s) for s in c.speeds if s.depth_m < rig.water.depth_m),
        wind_m_s=c.wind_m_s,
    )
    return Setup(flow=flow, water_kg_m3=water_kg_m3, friction=BED_FRICTION[c.bed], slope=c.bed_slope)
