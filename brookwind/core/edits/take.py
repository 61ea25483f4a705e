"""Take a rig that was offered."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.document import Rig


class Take(Edit):
    """Take a rig that was proposed for this one. It stays the rig it is by name, id and notes."""

    do: Literal["take"] = "take"
    rig: Rig

    def on(self, rig: Rig, means: Means) -> Rig:
        """The other, under this one's name."""
        return self.rig.model_copy(update={"id": rig.id, "name": rig.name, "notes": rig.notes})
