"""Lines, hooks, baits, swivels, species: what the angler picks from. Every figure marked default may be edited."""

from __future__ import annotations

from types import MappingProxyType
from typing import Literal

from brookwind.core.frozen import Sourced

STEEL_KG_M3 = 7850.0
"""Hook and swivel wire. [kg/m3] Source: CRC Handbook of Chemistry and Physics."""
BRASS_KG_M3 = 8500.0
"""Swivel barrels. [kg/m3] Source: CRC Handbook of Chemistry and Physics."""


class HookSize(Sourced):
    """A hook size and the mass of a medium-wire hook of it; -1 stands for 1/0."""

    size: int
    mass_kg: float

    @property
    def label(self) -> str:
        """As printed: `16`, `1/0`."""
        return f"{-self.size}/0" if self.size < 0 else str(self.size)


class BaitKind(Sourced):
    """A bait: what one hook bait weighs and how dense it is."""

    id: str
    name: str
    mass_kg: float
    density_kg_m3: float


class Species(Sourced):
    """A fish: where it is usually sought, and the usual bait and hook."""

    id: str
    name: str
    bait_from: Literal["bed", "surface"]
    bait_m: float
    bait: str
    hook_size: int
    pull_n: float
    """The pull a wary fish of the kind still puts up with when it takes the float under. [N] Editable default."""
    says: str


_HOOK_MILLIGRAMS = {
    22: 6, 20: 9, 18: 13, 16: 20, 14: 30, 12: 45, 10: 70, 8: 110, 6: 170, 4: 260, 2: 400, -1: 650, -2: 900,
}  # fmt: skip

HOOK_SIZES = tuple(HookSize(size=s, mass_kg=mg * 1e-6, source="default") for s, mg in _HOOK_MILLIGRAMS.items())

BAIT_KINDS = (
    BaitKind(id="maggot", name="maggot", mass_kg=45e-6, density_kg_m3=1080.0, source="default"),
    BaitKind(id="double-maggot", name="two maggots", mass_kg=90e-6, density_kg_m3=1080.0, source="default"),
    BaitKind(id="caster", name="caster", mass_kg=40e-6, density_kg_m3=1060.0, source="default"),
    BaitKind(id="floating-caster", name="floating caster", mass_kg=30e-6, density_kg_m3=930.0, source="default"),
    BaitKind(id="worm", name="small worm", mass_kg=500e-6, density_kg_m3=1050.0, source="default"),
    BaitKind(id="sweetcorn", name="sweetcorn", mass_kg=350e-6, density_kg_m3=1100.0, source="default"),
    BaitKind(id="bread-flake", name="bread flake", mass_kg=800e-6, density_kg_m3=1010.0, source="default"),
    BaitKind(id="bread-crust", name="bread crust", mass_kg=400e-6, density_kg_m3=600.0, source="default"),
    BaitKind(id="fish-strip", name="strip of fish", mass_kg=1500e-6, density_kg_m3=1060.0, source="default"),
)

SPECIES = (
    Species(
        id="rudd", name="rudd", bait_from="surface", bait_m=0.9, bait="caster", hook_size=18, source="default",
        pull_n=0.004, says="Takes in the upper third, often on the drop.",
    ),
    Species(
        id="roach", name="roach", bait_from="bed", bait_m=0.1, bait="maggot", hook_size=18, source="default",
        pull_n=0.004, says="Just off the bed; comes up when fed steadily.",
    ),
    Species(
        id="bream", name="bream", bait_from="bed", bait_m=0.02, bait="worm", hook_size=12, source="default",
        pull_n=0.02, says="On the bed, over an even bottom.",
    ),
    Species(
        id="tench", name="tench", bait_from="bed", bait_m=0.0, bait="sweetcorn", hook_size=12, source="default",
        pull_n=0.006, says="On the bed along reeds, best at dawn.",
    ),
    Species(
        id="crucian-carp", name="crucian carp", bait_from="bed", bait_m=0.01, bait="double-maggot", hook_size=16,
        source="default", pull_n=0.0025, says="On the bed in the margin; shy bites, fine tip.",
    ),
    Species(
        id="perch", name="perch", bait_from="bed", bait_m=0.2, bait="worm", hook_size=10, source="default",
        pull_n=0.02, says="Off the bed beside cover.",
    ),
    Species(
        id="mullet", name="mullet", bait_from="surface", bait_m=1.2, bait="bread-flake", hook_size=8, source="default",
        pull_n=0.012, says="Mid-water to surface along walls, on the tide.",
    ),
    Species(
        id="grayling", name="grayling", bait_from="bed", bait_m=0.08, bait="maggot", hook_size=16, source="default",
        pull_n=0.008, says="Near the bed of steady glides, in shoals.",
    ),
    Species(
        id="dace", name="dace", bait_from="bed", bait_m=0.4, bait="maggot", hook_size=18, source="default",
        pull_n=0.004, says="Mid-water on the fast side of a crease; quick bites.",
    ),
    Species(
        id="chub", name="chub", bait_from="bed", bait_m=0.1, bait="bread-flake", hook_size=10, source="default",
        pull_n=0.015, says="Under cover and creases; follows a steady feed.",
    ),
    Species(
        id="zander", name="zander", bait_from="bed", bait_m=0.1, bait="fish-strip", hook_size=4, source="default",
        pull_n=0.03, says="Near the bed in coloured water, best at dusk.",
    ),
    Species(
        id="char", name="char", bait_from="surface", bait_m=2.0, bait="worm", hook_size=12, source="default",
        pull_n=0.015, says="Deep in clear cold lakes, higher in low light.",
    ),
    Species(
        id="brown-trout", name="brown trout", bait_from="bed", bait_m=0.2, bait="worm", hook_size=12, source="default",
        pull_n=0.015, says="Beside the current, near cover.",
    ),
)  # fmt: skip


HOOK_SIZE = MappingProxyType({h.size: h for h in HOOK_SIZES})
BAIT_KIND = MappingProxyType({b.id: b for b in BAIT_KINDS})
SPECIES_BY_ID = MappingProxyType({s.id: s for s in SPECIES})
