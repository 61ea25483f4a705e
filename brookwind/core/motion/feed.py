"""Feed falling free beside the rig."""

from __future__ import annotations

from types import MappingProxyType

import numpy as np

from brookwind.core.flow.grain import grain_fall_m_s
from brookwind.core.flow.profile import Flow
from brookwind.core.frozen import Sourced
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.matter.fluid import Fluid
from brookwind.core.rig.book import SHIPPED

_PARTS = 60
"""Depths of a path."""


def falls_at_m_s(mass_kg: float, density_kg_m3: float, water: Fluid, length_m: float = 0.0) -> float:
    """Steady speed of an item sinking by itself; 0 when it floats. [m/s]

    mass_kg: of one item. [kg, more than 0]
    density_kg_m3: of the item. [kg/m3]
    water: its water.
    length_m: its longest measure; 0 for a ball. [m]
    Source: `grain_fall_m_s`: a maggot does not fall like a ball.
    """
    weight = submerged_weight_n(mass_kg, density_kg_m3, water.kg_m3)
    return grain_fall_m_s(weight, mass_kg / density_kg_m3, length_m, water)


def free_fall(
    mass_kg: float, density_kg_m3: float, flow: Flow, water: Fluid, begin_x_m: float = 0.0, length_m: float = 0.0
) -> tuple[tuple[float, float, float], ...]:
    """Path of an item thrown in at the surface: (time, x, depth) down to the bed. [s, m, m]

    mass_kg: of one item. [kg, more than 0]
    density_kg_m3: of the item. [kg/m3]
    flow: how it flows.
    water: its water.
    begin_x_m: where it enters. [m]
    length_m: its longest measure; 0 for a ball. [m]
    Empty for what floats.
    Source: `falls_at_m_s`, `sinks_along`.
    """
    return sinks_along(falls_at_m_s(mass_kg, density_kg_m3, water, length_m), flow, begin_x_m)


def sinks_along(speed_m_s: float, flow: Flow, begin_x_m: float = 0.0) -> tuple[tuple[float, float, float], ...]:
    """Path of what sinks at a speed: (time, x, depth) down to the bed. [s, m, m]

    dt = dz / w,  dx = u(z) dt

    speed_m_s: how fast it sinks; nothing, and the path is empty. [m/s]
    flow: how it flows.
    begin_x_m: where it enters. [m]
    The way to full speed, some centimetres, is left out.
    Source: carried along at the speed of each depth.
    """
    if speed_m_s <= 0.0:
        return ()
    depths = np.linspace(0.0, float(flow.depth_m), _PARTS + 1)
    times = depths / speed_m_s
    along = flow.speed(0.5 * (depths[1:] + depths[:-1])) * np.diff(times)
    x = begin_x_m + np.concatenate(([0.0], np.cumsum(along)))
    return tuple((float(t), float(a), float(z)) for t, a, z in zip(times, x, depths, strict=True))


class Feed(Sourced):
    """Something thrown in."""

    id: str
    name: str
    mass_kg: float
    density_kg_m3: float
    length_m: float = 0.0
    """Its longest measure; 0 for a ball. [m]"""
    bait: str | None = None
    """The bait it is, where it is one."""
    scatter: float = 0.12
    """Standard deviation of the speeds of single ones, as a share. Editable default."""


def _of_bait(id: str, name: str, bait_id: str) -> Feed:
    """What is a bait too falls as it does: one mass, one density and one length."""
    bait = SHIPPED.bait(bait_id)
    return Feed(
        id=id, name=name, mass_kg=bait.mass_kg, density_kg_m3=bait.density_kg_m3, length_m=bait.length_m,
        bait=bait_id, source=bait.source,
    )  # fmt: skip


FEEDS = (
    _of_bait("maggots", "maggots", "maggot"),
    _of_bait("casters", "casters", "caster"),
    _of_bait("floating-casters", "floating casters", "floating-caster"),
    _of_bait("hemp", "hemp", "hemp"),
    _of_bait("corn", "sweetcorn", "sweetcorn"),
    Feed(id="pellets-2", name="2 mm pellets", mass_kg=0.00001, density_kg_m3=1180.0, length_m=0.003, source="default"),
    Feed(id="pellets-4", name="4 mm pellets", mass_kg=0.00006, density_kg_m3=1200.0, length_m=0.005, source="default"),
    Feed(id="pellets", name="6 mm pellets", mass_kg=0.00014, density_kg_m3=1240.0, length_m=0.007, source="default"),
    Feed(id="tares", name="tares", mass_kg=0.00007, density_kg_m3=1180.0, source="default"),
    Feed(id="worm", name="chopped worm", mass_kg=0.0002, density_kg_m3=1060.0, length_m=0.02, source="default"),
    Feed(id="fish", name="cut fish", mass_kg=0.0006, density_kg_m3=1065.0, length_m=0.015, source="default"),
    Feed(
        id="bread", name="mashed bread, squeezed", mass_kg=0.0015, density_kg_m3=1040.0, scatter=0.3, source="default"
    ),
    Feed(id="groundbait", name="a ball of groundbait", mass_kg=0.06, density_kg_m3=1250.0, source="default"),
)
FEED = MappingProxyType({f.id: f for f in FEEDS})
