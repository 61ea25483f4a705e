"""The same pull in another metal."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.book import found
from brookwind.core.rig.components import Component, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each


class ChangeMetal(Edit):
    """The same pull in another metal: each weight of lead becomes a heavier or lighter one that pulls alike.

    m' = m (1 - rho_w / rho) / (1 - rho_w / rho')

    NotUnderstood for an unknown metal; OutOfRange when one would be heavier than any weight may be.
    Source: equal submerged weight, Archimedes' principle.
    """

    do: Literal["change-metal"] = "change-metal"
    material: str

    def on(self, rig: Rig, means: Means) -> Rig:
        """In that metal."""
        metal = found(WEIGHT_MATERIAL, self.material, "metal", "material")
        water = water_density_kg_m3(rig.water.temperature_c, rig.water.salinity)

        def cast(c: Component) -> Component:
            if not isinstance(c, Shot | Weight) or c.material == metal.id:
                return c
            pull = submerged_weight_n(c.mass_kg, c.density_kg_m3, water)
            mass = pull / submerged_weight_n(1.0, metal.density_kg_m3, water)
            base = c.label.split(" in ")[0]
            label = base if metal.id == "lead" else f"{base} in {metal.name}"
            fields = {
                "mass_kg": mass, "material": metal.id, "density_kg_m3": metal.density_kg_m3, "item": None,
                "label": label[:60],
            }  # fmt: skip
            return c.model_copy(update=fields)

        return each(rig, cast)
