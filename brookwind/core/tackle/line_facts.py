"""What each line of a rig bears, drags and shows, and the weakest of them."""

from __future__ import annotations

from typing import Literal

from brookwind.core.flow.line_drag import line_load_n_m
from brookwind.core.frozen import Frozen
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.lines import DIAMETERS_MM, line_strength_n
from brookwind.core.tackle.knots import Knot, knot_of

WATER_REFRACTS = 1.333
"""Refractive index of water. Source: CRC Handbook of Chemistry and Physics."""
COMPARED_AT_M_S = 0.2
"""Speed of the water past the line that drags are compared at. [m/s] Editable default."""
GIVE_SHARE = 1.0 / 3.0
"""Drag or elastic gives at this share of the weakest place. Editable default."""


class LineFact(Frozen):
    """A section of line."""

    id: str
    role: str
    label: str
    strength_n: float
    entered: bool
    """The strength was entered, not reckoned from material and diameter."""
    knot: str
    knot_name: str
    keeps: float
    bears_n: float
    """With its knot. [N]"""
    drag_n_m: float
    """Drag of a metre across a flow of `COMPARED_AT_M_S`. [N/m]"""
    thicker_drag: float
    """Drag of the next thicker line sold over this one's."""
    seen_m: float
    """Diameter times the share of light it throws back, against nylon's: how thick a nylon is as plain to see. [m]"""
    lies: Literal["floats", "sinks slowly", "sinks"]


class LineFacts(Frozen):
    """The lines of a rig."""

    lines: tuple[LineFact, ...]
    weakest: str
    """Id of the line that breaks first."""
    weakest_n: float
    give_n: float
    """Pull at which drag or elastic gives. [N]"""
    give_entered: bool
    give_advised_n: float


def mirrored(refracts: float) -> float:
    """Share of light that a line throws straight back in water.

    R = ((n - n_w) / (n + n_w))^2

    refracts: refractive index of the line.
    Source: Fresnel's equations at normal incidence.
    >>> round(mirrored(1.53) / mirrored(1.42), 1)    # nylon over fluorocarbon
    4.7
    """
    return ((refracts - WATER_REFRACTS) / (refracts + WATER_REFRACTS)) ** 2


def lies_how(section: LineSection, water_kg_m3: float) -> Literal["floats", "sinks slowly", "sinks"]:
    """Whether a line floats, by its density or because it is greased.

    section: the line.
    water_kg_m3: density of the water. [kg/m3]
    """
    if section.greased or section.density_kg_m3 < water_kg_m3:
        return "floats"
    return "sinks slowly" if section.density_kg_m3 < 1.3 * water_kg_m3 else "sinks"


def line_facts(rig: Rig) -> LineFacts:
    """Strength with knots, drag, visibility and buoyancy of each line of a rig.

    rig: the rig.
    Source: `line_strength_n`, `KNOTS`, `line_load_n_m` (White), Fresnel.
    """
    water = fluid_of(rig.water.temperature_c, rig.water.salinity)
    facts = tuple(_fact(s, knot_of(s, rig), water) for s in of_kind(rig, LineSection))
    weakest = min(facts, key=lambda f: f.bears_n)
    advised = GIVE_SHARE * weakest.bears_n
    entered = rig.conditions.give_n
    return LineFacts(
        lines=facts,
        weakest=weakest.id,
        weakest_n=weakest.bears_n,
        give_n=advised if entered is None else entered,
        give_entered=entered is not None,
        give_advised_n=advised,
    )


def _fact(section: LineSection, knot: Knot, water: Fluid) -> LineFact:
    strength = line_strength_n(section)
    drag = line_load_n_m(section.diameter_m, COMPARED_AT_M_S, water)
    thicker = next((mm * 1e-3 for mm in DIAMETERS_MM if mm * 1e-3 > section.diameter_m + 1e-9), section.diameter_m)
    material = LINE_MATERIAL.get(section.material, LINE_MATERIAL["nylon"])
    back = mirrored(material.refracts) / mirrored(LINE_MATERIAL["nylon"].refracts)
    return LineFact(
        id=section.id,
        role=section.role,
        label=section.label or section.role,
        strength_n=strength,
        entered=section.strength_n is not None,
        knot=knot.id,
        knot_name=knot.name,
        keeps=knot.keeps,
        bears_n=strength * knot.keeps,
        drag_n_m=drag,
        thicker_drag=line_load_n_m(thicker, COMPARED_AT_M_S, water) / drag,
        seen_m=section.diameter_m * back,
        lies=lies_how(section, water.kg_m3),
    )
