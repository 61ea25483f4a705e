"""Aim at another tip, or hang the bait elsewhere."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.limits import BaitHeight, WantedTip
from brookwind.core.rig.document import Rig


class SetAim(Edit):
    """Aim at another tip, or hang the bait elsewhere. What is None stays."""

    do: Literal["set-aim"] = "set-aim"
    tip_m: WantedTip | None = None
    bait_from: Literal["bed", "surface"] | None = None
    bait_m: BaitHeight | None = None
    lean_deg: float | None = Field(default=None, ge=5, le=30)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that aim; the stop stays where it is."""
        change = {k: v for k, v in self.model_dump(exclude={"do"}).items() if v is not None}
        return rig.replace_components(rig.components, aim=rig.aim.model_copy(update=change))
