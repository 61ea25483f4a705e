"""Another lash."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.document import Rig


class SetLash(Edit):
    """Another length of line between pole tip and float. [m]"""

    do: Literal["set-lash"] = "set-lash"
    lash_m: float = Field(gt=0, le=20)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that lash."""
        return rig.model_copy(update={"lash_m": self.lash_m})
