"""The rig families: how each is built, in threading order. One entry here is all a family needs."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Any, TypeVar

from brookwind.core.errors import NotUnderstood
from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.rig.components import (
    Bait,
    Bead,
    Component,
    Float,
    Hook,
    LineSection,
    Mount,
    Sleeve,
    Stop,
    Swivel,
)
from brookwind.core.rig.document import Aim, Rig, Water
from brookwind.core.rig.gear import BAIT_KIND, BRASS_KG_M3, HOOK_SIZE, STEEL_KG_M3
from brookwind.core.rig.materials import BEAD_DENSITY_KG_M3, LINE_MATERIAL
from brookwind.core.rig.species import SPECIES_BY_ID, Species


@dataclass(frozen=True)
class Family:
    """A rig family. Lengths in m; defaults without a source, editable on the rig."""

    id: str
    name: str
    says: str
    mount: Mount
    float_type: str
    capacity_kg: float
    pattern: str
    species: str
    build: Callable[[Family, FloatSpec, float, float, Species], tuple[Component, ...]]
    main_line_m: float
    hooklength_line_m: float
    hooklength_m: float
    source: str = "default"


Parts = tuple[Component, ...]
T = TypeVar("T")


def _line(role: str, material: str, diameter: float, lower: float) -> LineSection:
    return LineSection(
        id=f"{role}-line" if role == "main" else role,
        role=role,
        material=material,
        diameter_m=diameter,
        density_kg_m3=LINE_MATERIAL[material].density_kg_m3,
        lower_m=lower,
        label=f"{diameter * 1000:.2f} mm {LINE_MATERIAL[material].name}",
    )


def _end(family: Family, species: Species) -> Parts:
    hook, bait = HOOK_SIZE[species.hook_size], BAIT_KIND[species.bait]
    return (
        _line("hooklength", "nylon", family.hooklength_line_m, 0.0),
        Hook(id="hook", label=f"hook {hook.label}", size=hook.size, mass_kg=hook.mass_kg, density_kg_m3=STEEL_KG_M3),
        Bait(
            id="bait",
            label=bait.name,
            hook="hook",
            mass_kg=bait.mass_kg,
            density_kg_m3=bait.density_kg_m3,
            item=bait.id,
        ),
    )


def _waggler(family: Family, spec: FloatSpec, setting: float, join: float, species: Species) -> Parts:
    return (
        _line("main", "nylon", family.main_line_m, join),
        Float(id="float", label=spec.label, spec=spec, mount=family.mount, position_m=setting),
        *_end(family, species),
    )


def _pole(family: Family, spec: FloatSpec, setting: float, join: float, species: Species) -> Parts:
    return (
        _line("main", "nylon", family.main_line_m, join),
        Float(id="float", label=spec.label, spec=spec, mount=family.mount, position_m=setting),
        Sleeve(id="silicone-1", label="silicone on the stem"),
        Sleeve(id="silicone-2", label="silicone at the stem's foot"),
        *_end(family, species),
    )


def _top_and_bottom(family: Family, spec: FloatSpec, setting: float, join: float, species: Species) -> Parts:
    return (
        _line("main", "nylon", family.main_line_m, join),
        Sleeve(id="rubber-1", label="rubber at the tip"),
        Float(id="float", label=spec.label, spec=spec, mount=family.mount, position_m=setting),
        Sleeve(id="rubber-2", label="rubber at the base"),
        *_end(family, species),
    )


def _in_line_slider(family: Family, spec: FloatSpec, setting: float, join: float, species: Species) -> Parts:
    bead: dict[str, Any] = {"mass_kg": 0.00006, "density_kg_m3": BEAD_DENSITY_KG_M3}
    return (
        _line("main", "nylon", family.main_line_m, join),
        Stop(id="stop", label="stop knot", position_m=setting),
        Bead(id="stop-bead", label="stop bead", length_m=0.005, **bead),
        Float(id="float", label=spec.label, spec=spec, mount=family.mount),
        Bead(id="cushion", label="cushion bead", length_m=0.006, **bead),
        Swivel(id="swivel", label="swivel", mass_kg=0.0004, density_kg_m3=BRASS_KG_M3, position_m=join),
        *_end(family, species),
    )


WAGGLER = Family(
    id="waggler",
    name="waggler, fixed at the bottom",
    says="Line through the float's bottom, locking shot either side, small shot down the line.",
    mount="bottom-end-fixed",
    float_type="straight-waggler",
    capacity_kg=0.0012,
    pattern="strung",
    species="rudd",
    build=_waggler,
    main_line_m=0.00016,
    hooklength_line_m=0.0001,
    hooklength_m=0.3,
)
POLE = Family(
    id="pole-fixed",
    name="pole float, fixed",
    says="Float held by its eye and silicones, fine bristle, lash to the pole above.",
    mount="pole-fixed",
    float_type="pole-body-up",
    capacity_kg=0.0005,
    pattern="bulk-and-droppers",
    species="bream",
    build=_pole,
    main_line_m=0.00013,
    hooklength_line_m=0.00009,
    hooklength_m=0.15,
)
TOP_AND_BOTTOM = Family(
    id="top-and-bottom",
    name="stick, Avon or balsa, top and bottom",
    says="Rubbers at tip and base, for running water; it can be held back without leaning.",
    mount="top-and-bottom-fixed",
    float_type="avon",
    capacity_kg=0.0032,
    pattern="bulk-and-droppers",
    species="grayling",
    build=_top_and_bottom,
    main_line_m=0.00015,
    hooklength_line_m=0.0001,
    hooklength_m=0.15,
)
IN_LINE_SLIDER = Family(
    id="in-line-slider",
    name="in-line slider with running lead",
    says="Stop, bead, float on the line, lead running to a swivel, leader below.",
    mount="in-line-sliding",
    float_type="cigar-slider",
    capacity_kg=0.015,
    pattern="bulk",
    species="bream",
    build=_in_line_slider,
    main_line_m=0.00025,
    hooklength_line_m=0.0002,
    hooklength_m=0.8,
)

FAMILIES = (WAGGLER, TOP_AND_BOTTOM, POLE, IN_LINE_SLIDER)
FAMILY = MappingProxyType({f.id: f for f in FAMILIES})


def new_rig(
    family_id: str,
    water: Water,
    rig_id: str,
    name: str,
    species_id: str | None = None,
    spec: FloatSpec | None = None,
) -> Rig:
    """A rig of a family, tied for a water, without weights yet.

    family_id: one of `FAMILIES`.
    water: the water; lengths shrink in shallow water.
    rig_id: id of the new rig.
    name: name of the new rig.
    species_id: the fish, the family's usual one when not given.
    spec: the float, the family's usual one when not given.
    Raises: NotUnderstood for an unknown family or species, listing the choices.
    """
    family = _found(FAMILY, family_id, "family")
    species = _found(SPECIES_BY_ID, species_id or family.species, "species")
    float_spec = spec or FloatSpec(
        type=family.float_type, capacity_kg=family.capacity_kg, label=f"{family.capacity_kg * 1000:g} g"
    )
    kind: FloatType = _found(FLOAT_TYPE, float_spec.type, "float type")
    aim = usual_aim(species, water.depth_m, kind.usual_tip_m)
    reach = aim.bait_m if aim.bait_from == "surface" else water.depth_m
    join = min(family.hooklength_m, 0.3 * reach)
    return Rig(
        id=rig_id,
        name=name,
        family=family.id,
        species=species.id,
        pattern=family.pattern,
        water=water,
        aim=aim,
        components=family.build(family, float_spec, max(reach, join + 0.05), join, species),
    )


def usual_aim(species: Species, depth_m: float, tip_m: float) -> Aim:
    """Where a fish is usually sought, brought into the depth there is.

    species: the fish.
    depth_m: depth of the water. [m]
    tip_m: tip wanted. [m]
    Source: the species' editable defaults; shallower than they suppose, the upper 70 % or the lower tenth.
    """
    bait_m = species.bait_m
    if species.bait_from == "surface":
        bait_m = min(bait_m, 0.7 * depth_m)
    elif bait_m >= 0.5 * depth_m:
        bait_m = 0.1 * depth_m
    return Aim(tip_m=tip_m, bait_from=species.bait_from, bait_m=bait_m)


def _found(table: Mapping[str, T], key: str, what: str) -> T:
    if key not in table:
        raise NotUnderstood.one(what, f"There is no {what} {key!r}.", f"Use one of {', '.join(table)}.", (what,))
    return table[key]
