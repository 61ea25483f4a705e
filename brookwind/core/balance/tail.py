"""What hangs below the bulk: how heavy it must be to bring the last metre down, and to keep the bait near plumb."""

from __future__ import annotations

import numpy as np

from brookwind.core.flow.line_drag import cylinder_drag
from brookwind.core.flow.sphere import sphere_drag
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.motion.setup import setup_of
from brookwind.core.rest.hang import hanging
from brookwind.core.rig.components import Bait, Hook, LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import hangs_at_m
from brookwind.core.rig.shot_series import MODERN_MASS_KG

LAST_METRE_S = 10.0
"""The tail should bring the last metre of line down within this. [s] Editable default."""
TRAIL_SHARE = 0.5
"""The bait may trail or lead by this share of the tail's length. Editable default."""
FINE_SHARE = 1.0 / 80.0
"""Shot finer than this share of what the float carries is not hung below it. Editable default."""
COARSEST_FINE_KG = MODERN_MASS_KG["8"]
"""Nor does a heavier float forbid shot of this size. [kg] Editable default."""
FINEST_DROPPER_KG = MODERN_MASS_KG["11"]
"""No dropper is finer, unless it is asked for. [kg] Editable default."""


def finest_kg(carries_kg: float) -> float:
    """The finest shot that is hung below a float. [kg]

    carries_kg: what the float carries. [kg]
    """
    return min(COARSEST_FINE_KG, FINE_SHARE * carries_kg)


def tail_n(rig: Rig, water_kg_m3: float, tail_m: float) -> float:
    """Pull that the shot below the bulk should have. [N]

    It must draw the tail down broadside at a metre in `LAST_METRE_S`, and hold the bait, in the water that passes it
    where the float is held as it is fished, within `TRAIL_SHARE` of the tail's length:  x/L = (q L / 2 + P) / W.

    rig: the rig, for its lines, hook and bait, its water and how its float is held.
    water_kg_m3: density of the water. [kg/m3]
    tail_m: length of line below the bulk. [m, more than 0]
    Source: drag laws of cylinder and ball; a light line under an end load, small slopes.
    """
    water = fluid_of(rig.water.temperature_c, rig.water.salinity)
    line = of_kind(rig, LineSection)[-1].diameter_m
    fall = _across_n(water, line, tail_m, 1.0 / LAST_METRE_S)
    past = _past_m_s(rig, water_kg_m3, tail_m)
    sideways = 0.5 * _across_n(water, line, tail_m, past) + sum(_bait_n(water, b, past) for b in of_kind(rig, Bait))
    hung = sum(i.weight_n for i in hanging(rig, water_kg_m3).items if isinstance(i.component, Hook | Bait))
    return max(fall, sideways / TRAIL_SHARE - max(0.0, hung))


def _past_m_s(rig: Rig, water_kg_m3: float, tail_m: float) -> float:
    """Speed at which the water passes the tail, mean of the squares. [m/s]"""
    flow, hold = setup_of(rig, water_kg_m3).flow, rig.conditions.hold
    if flow.still:
        return 0.0
    hook = min(hangs_at_m(rig.aim, rig.water.depth_m), rig.water.depth_m)
    depths = np.linspace(max(0.0, hook - tail_m), hook, 9)
    goes = float(flow.top_m_s) * (1.0 if hold is None else hold)
    return float(np.sqrt(np.mean((flow.speed(depths) - goes) ** 2)))


def _across_n(water: Fluid, diameter_m: float, length_m: float, speed_m_s: float) -> float:
    if speed_m_s <= 0.0:
        return 0.0
    drag = cylinder_drag(speed_m_s * diameter_m / water.viscosity_m2_s)
    return 0.5 * water.kg_m3 * drag * diameter_m * length_m * speed_m_s**2


def _bait_n(water: Fluid, bait: Bait, speed_m_s: float) -> float:
    if speed_m_s <= 0.0:
        return 0.0
    across = sphere_diameter_m(bait.mass_kg, bait.density_kg_m3)
    area = 0.25 * np.pi * across**2
    return float(0.5 * water.kg_m3 * sphere_drag(speed_m_s * across / water.viscosity_m2_s) * area * speed_m_s**2)
