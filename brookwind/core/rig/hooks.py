"""Hooks: sizes with gape and wire, and the patterns they are bent to. Figures are editable defaults."""

from __future__ import annotations

from types import MappingProxyType
from typing import Annotated

from pydantic import Field

from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.matter.materials import STEEL_KG_M3
from brookwind.core.rig.components import PieceId

Factor = Annotated[float, Field(gt=0.2, le=5)]


class HookSize(Sourced):
    """A printed size, and the mass, gape and wire of a round bend of medium wire; -1 stands for 1/0."""

    size: int
    mass_kg: float
    gape_m: float
    """Point to shank. [m]"""
    wire_m: float

    @property
    def label(self) -> str:
        """As printed: `16`, `1/0`."""
        return size_name(self.size)


class HookPattern(Sourced):
    """A pattern against a round bend of medium wire: factors on mass and gape, and what it is for."""

    id: PieceId
    name: str = Field(min_length=1, max_length=60)
    says: str = Field(default="", max_length=300)
    mass: Factor = 1.0
    gape: Factor = 1.0
    notes: str = Field(default="", max_length=4000)
    """The angler's own."""


class HookOf(Frozen):
    """A size in a pattern."""

    label: str
    mass_kg: float
    gape_m: float
    density_kg_m3: float = STEEL_KG_M3


def size_name(size: int) -> str:
    """A hook size as printed.

    size: the size; -1 stands for 1/0.
    >>> size_name(16), size_name(-2)
    ('16', '2/0')
    """
    return f"{-size}/0" if size < 0 else str(size)


_MG_GAPE_WIRE = {
    24: (4.5, 1.9, 0.27), 22: (6, 2.2, 0.30), 20: (9, 2.6, 0.33), 18: (13, 3.0, 0.36), 16: (20, 3.6, 0.40),
    14: (30, 4.3, 0.45), 12: (45, 5.2, 0.50), 10: (70, 6.3, 0.57), 8: (110, 7.7, 0.65), 6: (170, 9.5, 0.75),
    4: (260, 11.5, 0.85), 2: (400, 13.5, 1.0), -1: (650, 16.0, 1.15), -2: (900, 18.0, 1.3), -3: (1180, 20.0, 1.4),
    -4: (1500, 22.0, 1.5), -5: (1900, 24.5, 1.65), -6: (2300, 27.0, 1.8), -7: (2900, 30.0, 1.95), -8: (3500, 33.0, 2.1),
    -9: (4200, 36.0, 2.25), -10: (5000, 40.0, 2.4), -11: (6000, 43.5, 2.55), -12: (7000, 47.0, 2.7),
}  # fmt: skip
"""Milligrams, gape and wire in millimetres."""

HOOK_SIZES = tuple(
    HookSize(size=s, mass_kg=mg * 1e-6, gape_m=gape * 1e-3, wire_m=wire * 1e-3, source="default")
    for s, (mg, gape, wire) in _MG_GAPE_WIRE.items()
)

HOOK_PATTERNS = (
    HookPattern(id="round", name="round bend", says="For most baits.", source="default"),
    HookPattern(
        id="fine-wire", name="fine wire", mass=0.65, source="default",
        says="Light: a small bait falls on its own. It straightens under a strong fish.",
    ),
    HookPattern(
        id="wide-gape", name="wide gape", mass=1.1, gape=1.25, source="default",
        says="Room for soft and bulky baits.",
    ),
    HookPattern(
        id="long-shank", name="long shank", mass=1.25, gape=0.95, source="default",
        says="Worms lie along it; easy to hold when unhooking, and some way from sharp teeth.",
    ),
    HookPattern(
        id="strong", name="short and strong", mass=1.5, source="default",
        says="Thick wire for hard fights; heavy under a light bait.",
    ),
    HookPattern(
        id="circle", name="circle", mass=1.2, gape=0.8, source="default",
        says="Hooks in the corner of the mouth: tighten, do not strike.",
    ),
)  # fmt: skip

HOOK_SIZE = MappingProxyType({h.size: h for h in HOOK_SIZES})


def hook_of(size: HookSize, pattern: HookPattern) -> HookOf:
    """A hook of a size in a pattern.

    size: the size.
    pattern: the pattern.
    """
    name = f"hook {size.label}" if pattern.id == "round" else f"hook {size.label}, {pattern.name}"
    return HookOf(label=name[:60], mass_kg=size.mass_kg * pattern.mass, gape_m=size.gape_m * pattern.gape)
