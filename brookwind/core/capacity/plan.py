"""What a float is chosen for."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.floats.kind import FloatType, Mount
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.limits import Salinity, WantedTip, WaterDepth, WaterTemperature
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.rest.hang import hanging
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Bait, Bead, Component, Hook, LineSection, Swivel
from brookwind.core.rig.document import Conditions, Rig, of_kind
from brookwind.core.rig.families import FAMILY, fished, layout_of
from brookwind.core.rig.usual_size import Size

GENTLE_N = 0.015
"""Pull of a fish nobody named. [N] Editable default."""

LOW_SHARE: dict[Mount, float] = {
    "bottom-end-fixed": 0.3,
    "in-line-fixed": 0.3,
    "top-and-bottom-fixed": 0.9,
    "pole-fixed": 0.95,
    "pole-sliding": 0.95,
    "in-line-sliding": 0.9,
    "bottom-end-sliding": 0.9,
}
"""Share of the load that is well down the line, by how the float is held. Editable defaults."""


class Plan(Frozen):
    """The water, the fish and the tackle a float has to suit."""

    type: str = "straight-waggler"
    """Type of float that the bounds are reckoned with."""
    mount: Mount = "bottom-end-fixed"
    depth_m: WaterDepth
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0
    line_m: float = Field(gt=0, le=60)
    """Line that has to sink: setting, or depth for a float on a long line. [m]"""
    pieces: tuple[Component, ...] = Field(default=(), max_length=200)
    """The line and what is on it, when there is a rig already; one weight on plain line when not given."""
    line_diameter_m: float = Field(default=0.00016, ge=0.00003, le=0.003)
    line_strength_n: float | None = Field(default=None, gt=0, le=2000)
    tackle_kg: float = Field(default=0.0001, ge=-60, le=5)
    """Hook, bait, swivel and beads under water, as lead. [kg]"""
    tip_m: WantedTip = 0.006
    species: str | None = None
    fish_pull_n: float | None = Field(default=None, gt=0, le=5)
    """Pull the fish puts up with, as the angler's book has it; as it ships when not given. [N]"""
    conditions: Conditions = Conditions()
    drags: bool = False
    """Its lead is drawn along the bed: lean is the sign of being right, and the fish feels the lead first."""
    usual: Size | None = None
    """Capacities in use for this method, water and fish. [kg]"""

    @property
    def water_kg_m3(self) -> float:
        """Density of the water. [kg/m3]"""
        return self.water.kg_m3

    @property
    def water(self) -> Fluid:
        """Density and viscosity of the water."""
        return fluid_of(self.temperature_c, self.salinity)

    @property
    def kind(self) -> FloatType:
        """The type of float."""
        return FLOAT_TYPE[self.type]

    @property
    def on_pole(self) -> bool:
        """The rig is swung out on a pole and not cast."""
        return self.mount.startswith("pole")

    @property
    def pull_n(self) -> float:
        """Pull the fish puts up with. [N]"""
        if self.conditions.limits.pull_n is not None:
            return self.conditions.limits.pull_n
        if self.fish_pull_n is not None:
            return self.fish_pull_n
        species = SHIPPED.species.get(self.species or "")
        return species.pull_n if species else GENTLE_N


def plan_of(rig: Rig, book: Book = SHIPPED) -> Plan:
    """The plan of a rig: its water, tackle, wishes and conditions.

    rig: the rig.
    book: fish as the angler has them.
    """
    fish = book.species.get(rig.species or "")
    afloat = rig.float_piece
    water = water_density_kg_m3(rig.water.temperature_c, rig.water.salinity)
    tackle = sum(i.weight_n for i in hanging(rig, water).items if isinstance(i.component, Hook | Bait | Swivel | Bead))
    lines = of_kind(rig, LineSection)
    main = lines[0] if lines else None
    kind, family = FLOAT_TYPE.get(afloat.spec.type), FAMILY.get(rig.family)
    return Plan(
        type=kind.id if kind else "straight-waggler",
        mount=afloat.mount,
        depth_m=rig.water.depth_m,
        temperature_c=rig.water.temperature_c,
        salinity=rig.water.salinity,
        line_m=max(0.01, rig.setting_m),
        pieces=rig.components,
        line_diameter_m=main.diameter_m if main else 0.00016,
        line_strength_n=main.strength_n if main else None,
        tackle_kg=lead_mass_kg(tackle, water),
        tip_m=rig.aim.tip_m,
        species=rig.species,
        fish_pull_n=fish.pull_n if fish else None,
        conditions=rig.conditions,
        drags=layout_of(rig).drags,
        usual=family.size(fished(rig.water, rig.conditions, fish)) if family else None,
    )
