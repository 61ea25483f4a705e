"""Feed falling free beside the rig."""

from __future__ import annotations

from types import MappingProxyType

import numpy as np

from brookwind.core.flow.profile import Flow
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.frozen import Sourced
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.fluid import Fluid
from brookwind.core.rig.book import SHIPPED

_PARTS = 60
"""Depths of a path."""


def falls_at_m_s(mass_kg: float, density_kg_m3: float, water: Fluid) -> float:
    """Steady speed of an item sinking by itself; 0 when it floats. [m/s]

    mass_kg: of one item. [kg, more than 0]
    density_kg_m3: of the item. [kg/m3]
    water: its water.
    Source: `fall_speed_m_s`, taken as a ball.
    """
    weight = submerged_weight_n(mass_kg, density_kg_m3, water.kg_m3)
    return fall_speed_m_s(weight, sphere_diameter_m(mass_kg, density_kg_m3), water)


def free_fall(
    mass_kg: float, density_kg_m3: float, flow: Flow, water: Fluid, begin_x_m: float = 0.0
) -> tuple[tuple[float, float, float], ...]:
    """Path of an item thrown in at the surface: (time, x, depth) down to the bed. [s, m, m]

    dt = dz / w,  dx = u(z) dt

    mass_kg: of one item. [kg, more than 0]
    density_kg_m3: of the item. [kg/m3]
    flow: how it flows.
    water: its water.
    begin_x_m: where it enters. [m]
    Empty for what floats. The way to full speed, some centimetres, is left out.
    Source: `falls_at_m_s`, carried along at the speed of each depth.
    """
    speed = falls_at_m_s(mass_kg, density_kg_m3, water)
    if speed <= 0.0:
        return ()
    depths = np.linspace(0.0, float(flow.depth_m), _PARTS + 1)
    times = depths / speed
    along = flow.speed(0.5 * (depths[1:] + depths[:-1])) * np.diff(times)
    x = begin_x_m + np.concatenate(([0.0], np.cumsum(along)))
    return tuple((float(t), float(a), float(z)) for t, a, z in zip(times, x, depths, strict=True))


class Feed(Sourced):
    """Something thrown in."""

    id: str
    name: str
    mass_kg: float
    density_kg_m3: float


def _of_bait(id: str, name: str, bait_id: str) -> Feed:
    """What is a bait too falls as it does: one mass and one density."""
    bait = SHIPPED.bait(bait_id)
    return Feed(id=id, name=name, mass_kg=bait.mass_kg, density_kg_m3=bait.density_kg_m3, source=bait.source)


FEEDS = (
    _of_bait("maggots", "maggots", "maggot"),
    _of_bait("casters", "casters", "caster"),
    _of_bait("hemp", "hemp", "hemp"),
    _of_bait("corn", "sweetcorn", "sweetcorn"),
    Feed(id="pellets", name="6 mm pellets", mass_kg=0.00014, density_kg_m3=1240.0, source="default"),
    Feed(id="groundbait", name="a ball of groundbait", mass_kg=0.06, density_kg_m3=1250.0, source="default"),
)
FEED = MappingProxyType({f.id: f for f in FEEDS})
