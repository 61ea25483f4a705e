"""The float types: proportions, shape and materials of each. One entry here is all a type needs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import pi, sin, sqrt
from types import MappingProxyType
from typing import Literal

from brookwind.core.rig.components import Mount

Shape = Callable[[float], float]


@dataclass(frozen=True)
class FloatType:
    """Proportions at `at_kg` of capacity; lengths grow with the cube root of capacity. All editable defaults.

    Lengths and diameters in m, densities in kg/m3. `shape` gives the body's radius, 0 to 1, from its foot (0) to its
    shoulder (1). `setting_from` is the point of the float that the setting is measured to.
    """

    id: str
    name: str
    says: str
    mounts: tuple[Mount, ...]
    at_kg: float
    stem_length_m: float
    stem_diameter_m: float
    body_length_m: float
    tip_length_m: float
    tip_diameter_m: float | None
    """None: as thick as the body."""
    paint_m: float
    design_tip_m: float
    usual_tip_m: float
    shape: Shape
    setting_from: Literal["base", "eye", "top"]
    stem_kg_m3: float
    body_kg_m3: float
    tip_kg_m3: float
    source: str = "default"


def _tube(t: float) -> float:
    return 1.0


def _bulb(t: float) -> float:
    return sqrt(max(0.0, 1.0 - (2.0 * t - 1.0) ** 2))


def _pear(t: float) -> float:
    return float(max(0.0, sin(pi * t**1.6)) ** 0.9)


def _slim(t: float) -> float:
    return max(0.0, sin(pi * t**1.15))


def _cigar(t: float) -> float:
    return float(max(0.0, sin(pi * t)) ** 0.6)


STRAIGHT_WAGGLER = FloatType(
    id="straight-waggler",
    name="straight waggler",
    says="A plain tube, line through the bottom only.",
    mounts=("bottom-end-fixed",),
    at_kg=0.0012,
    stem_length_m=0.008,
    stem_diameter_m=0.0022,
    body_length_m=0.15,
    tip_length_m=0.03,
    tip_diameter_m=None,
    paint_m=0.03,
    design_tip_m=0.02,
    usual_tip_m=0.005,
    shape=_tube,
    setting_from="base",
    stem_kg_m3=1100.0,
    body_kg_m3=250.0,
    tip_kg_m3=250.0,
)
BODIED_WAGGLER = FloatType(
    id="bodied-waggler",
    name="bodied waggler",
    says="A buoyant body at the foot of a thin cane, line through the bottom only.",
    mounts=("bottom-end-fixed",),
    at_kg=0.003,
    stem_length_m=0.012,
    stem_diameter_m=0.003,
    body_length_m=0.04,
    tip_length_m=0.17,
    tip_diameter_m=0.0032,
    paint_m=0.035,
    design_tip_m=0.02,
    usual_tip_m=0.006,
    shape=_bulb,
    setting_from="base",
    stem_kg_m3=1100.0,
    body_kg_m3=160.0,
    tip_kg_m3=300.0,
)
POLE_BODY_UP = FloatType(
    id="pole-body-up",
    name="pole float, body up",
    says="Shoulders near the surface, long stem below, fine bristle above.",
    mounts=("pole-fixed",),
    at_kg=0.0004,
    stem_length_m=0.045,
    stem_diameter_m=0.0009,
    body_length_m=0.022,
    tip_length_m=0.035,
    tip_diameter_m=0.0013,
    paint_m=0.035,
    design_tip_m=0.015,
    usual_tip_m=0.006,
    shape=_pear,
    setting_from="eye",
    stem_kg_m3=1600.0,
    body_kg_m3=160.0,
    tip_kg_m3=1050.0,
)
POLE_SLIM = FloatType(
    id="pole-slim",
    name="pole float, slim",
    says="A long thin body that follows the lightest pull.",
    mounts=("pole-fixed",),
    at_kg=0.0004,
    stem_length_m=0.05,
    stem_diameter_m=0.0008,
    body_length_m=0.05,
    tip_length_m=0.04,
    tip_diameter_m=0.0012,
    paint_m=0.04,
    design_tip_m=0.015,
    usual_tip_m=0.006,
    shape=_slim,
    setting_from="eye",
    stem_kg_m3=1600.0,
    body_kg_m3=160.0,
    tip_kg_m3=1050.0,
)
CIGAR_SLIDER = FloatType(
    id="cigar-slider",
    name="in-line slider, cigar",
    says="Line through the middle; runs up to a stop above it.",
    mounts=("in-line-sliding",),
    at_kg=0.015,
    stem_length_m=0.02,
    stem_diameter_m=0.005,
    body_length_m=0.075,
    tip_length_m=0.05,
    tip_diameter_m=0.005,
    paint_m=0.05,
    design_tip_m=0.03,
    usual_tip_m=0.025,
    shape=_cigar,
    setting_from="top",
    stem_kg_m3=950.0,
    body_kg_m3=180.0,
    tip_kg_m3=950.0,
)

FLOAT_TYPES = (STRAIGHT_WAGGLER, BODIED_WAGGLER, POLE_BODY_UP, POLE_SLIM, CIGAR_SLIDER)
FLOAT_TYPE = MappingProxyType({t.id: t for t in FLOAT_TYPES})
