"""Another family."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.edits.switch import switch
from brookwind.core.rig.document import Rig


class ChangeFamily(Edit):
    """Another family; what can be kept is. NotUnderstood for an unknown one."""

    do: Literal["change-family"] = "change-family"
    family: str

    def on(self, rig: Rig, means: Means) -> Rig:
        """As a rig of that family, without its weights."""
        return switch(rig, self.family, means.habits, means.book).rig
