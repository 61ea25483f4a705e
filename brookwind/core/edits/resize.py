"""Swap a shot for the next size."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.edits.swap import swapped
from brookwind.core.errors import Infeasible, NotUnderstood
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig


class Resize(Edit):
    """Swap a shot for the next size up (1) or down (-1) that the box holds. Infeasible when it holds none."""

    do: Literal["resize"] = "resize"
    piece: str
    step: Literal[1, -1]

    def on(self, rig: Rig, means: Means) -> Rig:
        """With the other size in its place."""
        shot = next((c for c in rig.components if c.id == self.piece and isinstance(c, Shot)), None)
        if shot is None:
            raise NotUnderstood.one("no-shot", f"The rig has no shot {self.piece!r}.", "Select a shot.", ("piece",))
        larger = self.step > 0
        held = [s for s in means.stock.shot if s.count > 0 and s.material == shot.material]
        fitting = [s for s in held if (s.mass_kg > shot.mass_kg + 1e-9 if larger else s.mass_kg < shot.mass_kg - 1e-9)]
        if not fitting:
            size = "larger" if larger else "smaller"
            raise Infeasible.one(
                "no-size", f"The box has no {shot.material} shot {size} than this one.", "", ("piece",)
            )
        return swapped(rig, shot, min(fitting, key=lambda f: abs(f.mass_kg - shot.mass_kg)))
