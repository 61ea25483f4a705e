"""Densities of what gear is made of."""

from __future__ import annotations

from types import MappingProxyType

from brookwind.core.frozen import Sourced
from brookwind.core.gravity import LEAD_KG_M3

_CRC = "CRC Handbook of Chemistry and Physics, elements and alloys"
_POLYMER = "Brandrup and Immergut, Polymer Handbook"


class Material(Sourced):
    """A material and its density. [kg/m3]"""

    id: str
    name: str
    density_kg_m3: float


class LineMaterial(Material):
    """A line material: how it lies on water, how strong a strand is, how light bends in it."""

    lies: str
    strength_pa: float
    """Breaking load over cross-section of a fresh, dry, unknotted line. [Pa] Editable default."""
    refracts: float
    """Refractive index."""


WEIGHT_MATERIALS = (
    Material(id="lead", name="lead", density_kg_m3=LEAD_KG_M3, source=_CRC),
    Material(id="tin", name="tin", density_kg_m3=7290.0, source=_CRC),
    Material(id="tungsten", name="tungsten", density_kg_m3=19300.0, source=_CRC),
    Material(id="tungsten-putty", name="tungsten putty", density_kg_m3=10000.0, source="default"),
    Material(id="bismuth", name="bismuth", density_kg_m3=9780.0, source=_CRC),
    Material(id="brass", name="brass", density_kg_m3=8500.0, source=_CRC),
    Material(id="steel", name="steel", density_kg_m3=7850.0, source=_CRC),
)

LINE_MATERIALS = (
    LineMaterial(
        id="nylon",
        name="nylon",
        density_kg_m3=1140.0,
        lies="sinks slowly",
        strength_pa=0.95e9,
        refracts=1.53,
        source=_POLYMER,
    ),
    LineMaterial(
        id="fluorocarbon",
        name="fluorocarbon",
        density_kg_m3=1780.0,
        lies="sinks",
        strength_pa=0.80e9,
        refracts=1.42,
        source=_POLYMER,
    ),
    LineMaterial(
        id="braid",
        name="PE braid",
        density_kg_m3=970.0,
        lies="floats",
        strength_pa=2.2e9,
        refracts=1.54,
        source=_POLYMER,
    ),
    LineMaterial(
        id="wire",
        name="steel wire",
        density_kg_m3=7850.0,
        lies="sinks",
        strength_pa=0.9e9,
        refracts=2.5,
        source="default",
    ),
)

_WOOD = "USDA Forest Products Laboratory, Wood Handbook, 2010, chapter 4"
_CELLS = "Gibson and Ashby, Cellular Solids, 2nd ed., table 12.1"

FLOAT_MATERIALS = (
    Material(id="balsa", name="balsa", density_kg_m3=160.0, source=_WOOD),
    Material(id="cork", name="cork", density_kg_m3=170.0, source=_CELLS),
    Material(id="cane", name="cane", density_kg_m3=650.0, source="default"),
    Material(id="reed", name="reed, sealed", density_kg_m3=300.0, source="default"),
    Material(id="quill", name="peacock quill", density_kg_m3=250.0, source="default"),
    Material(id="hardwood", name="hardwood", density_kg_m3=650.0, source=_WOOD),
    Material(id="hollow-plastic", name="hollow plastic", density_kg_m3=250.0, source="default"),
    Material(id="plastic", name="solid plastic", density_kg_m3=1100.0, source="default"),
    Material(id="hollow-tip", name="hollow tip", density_kg_m3=550.0, source="default"),
    Material(id="foam", name="closed-cell foam", density_kg_m3=120.0, source="default"),
    Material(id="polypropylene", name="polypropylene", density_kg_m3=905.0, source=_POLYMER),
    Material(id="glass", name="glass fibre", density_kg_m3=1900.0, source="default"),
    Material(id="carbon", name="carbon fibre", density_kg_m3=1550.0, source="default"),
    Material(id="wire", name="steel wire", density_kg_m3=7850.0, source=_CRC),
    Material(id="brass", name="brass", density_kg_m3=8500.0, source=_CRC),
    Material(id="air", name="air", density_kg_m3=1.2, source=_CRC),
)
"""What floats are made of, as built: the hollow ones with the air they hold. [kg/m3]"""

BEAD_DENSITY_KG_M3 = 1050.0
"""Polystyrene. [kg/m3] Source: Polymer Handbook."""
STEEL_KG_M3 = 7850.0
"""Hook and swivel wire. [kg/m3] Source: CRC Handbook of Chemistry and Physics."""
BRASS_KG_M3 = 8500.0
"""Swivel barrels. [kg/m3] Source: CRC Handbook of Chemistry and Physics."""

WEIGHT_MATERIAL = MappingProxyType({m.id: m for m in WEIGHT_MATERIALS})
FLOAT_MATERIAL = MappingProxyType({m.id: m for m in FLOAT_MATERIALS})
LINE_MATERIAL = MappingProxyType({m.id: m for m in LINE_MATERIALS})
