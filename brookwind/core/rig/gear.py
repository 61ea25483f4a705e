"""Lines, hooks, baits, swivels: what the angler picks from. Every figure marked default may be edited."""

from __future__ import annotations

from types import MappingProxyType

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
    BaitKind(id="paste", name="paste", mass_kg=1200e-6, density_kg_m3=1150.0, source="default"),
    BaitKind(id="prawn", name="prawn", mass_kg=1500e-6, density_kg_m3=1070.0, source="default"),
    BaitKind(id="egg-cluster", name="egg cluster, floating", mass_kg=900e-6, density_kg_m3=960.0, source="default"),
    BaitKind(id="large-worm", name="large worm", mass_kg=2500e-6, density_kg_m3=1050.0, source="default"),
    BaitKind(id="whole-fish", name="small dead fish", mass_kg=15e-3, density_kg_m3=1040.0, source="default"),
    BaitKind(id="fish-strip", name="strip of fish", mass_kg=1500e-6, density_kg_m3=1060.0, source="default"),
)

HOOK_SIZE = MappingProxyType({h.size: h for h in HOOK_SIZES})
BAIT_KIND = MappingProxyType({b.id: b for b in BAIT_KINDS})
