"""Say no more of a check on this rig, and why."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.document import Muted, Rig


class Mute(Edit):
    """Say no more of a check on this rig, for a reason that stays with it; with no reason, say it again."""

    do: Literal["mute"] = "mute"
    check: str = Field(min_length=1, max_length=60)
    reason: str | None = Field(min_length=1, max_length=200)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With the check muted, or heard again."""
        others = tuple(m for m in rig.muted if m.check != self.check)
        said = () if self.reason is None else (Muted(check=self.check, reason=self.reason),)
        return rig.model_copy(update={"muted": (*others, *said)})
