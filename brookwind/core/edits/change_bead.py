"""A bead between stop and float, or none."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.builds import stop_bead
from brookwind.core.rig.components import Bead
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off


class ChangeBead(Edit):
    """A bead between stop and float where there is none, or none of them. NotUnderstood for a fixed float."""

    do: Literal["change-bead"] = "change-bead"
    on_line: bool

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it, or without."""
        if rig.stop is None:
            raise NotUnderstood.one("no-stop", "The float is fixed: no bead belongs there.", "Choose a sliding family.")
        at = rig.components.index(rig.float_piece)
        has = [c for c in rig.components[:at] if isinstance(c, Bead)]
        if self.on_line and not has:
            return rig.replace_components((*rig.components[:at], stop_bead(rig.float_piece.spec), *rig.components[at:]))
        return rig if self.on_line or not has else take_off(rig, lambda c: c in has)
