"""Another line in one place."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.book import found
from brookwind.core.rig.components import LineDiameter, LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.threading import each


class ChangeLine(Edit):
    """Another line in one place. What is None stays. NotUnderstood for an unknown material or place."""

    do: Literal["change-line"] = "change-line"
    role: Literal["main", "top-shot", "hooklength"]
    material: str | None = None
    diameter_m: LineDiameter | None = None
    greased: bool | None = None

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        return with_line(rig, self)


def with_line(rig: Rig, change: ChangeLine) -> Rig:
    """The rig with another line in one place.

    rig: the rig.
    change: where, and what.
    Raises: NotUnderstood for an unknown material or a line the rig does not have.
    """
    old = next((s for s in of_kind(rig, LineSection) if s.role == change.role), None)
    if old is None:
        roles = ", ".join(s.role for s in of_kind(rig, LineSection))
        raise NotUnderstood.one("no-line", f"The rig has no {change.role} line.", f"It has {roles}.", ("role",))
    material = found(LINE_MATERIAL, change.material or old.material, "line material", "material")
    diameter = change.diameter_m or old.diameter_m
    same = material.id == old.material and diameter == old.diameter_m
    fields = {
        "material": material.id,
        "diameter_m": diameter,
        "density_kg_m3": old.density_kg_m3 if material.id == old.material else material.density_kg_m3,
        "label": old.label if same else f"{diameter * 1000:.2f} mm {material.name}",
        "strength_n": old.strength_n if same else None,
        "greased": old.greased if change.greased is None else change.greased,
    }
    return each(rig, lambda c: c.model_copy(update=fields) if c.id == old.id else c)
