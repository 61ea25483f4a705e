"""A weighted jig at the hook, or a plain hook."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.builds import jig_head
from brookwind.core.rig.components import Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off


class ChangeEnd(Edit):
    """A weighted jig at the lowest hook, or a plain hook."""

    do: Literal["change-end"] = "change-end"
    jig: bool

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that end."""
        plain = take_off(rig, lambda c: isinstance(c, Weight) and c.shape == "jig")
        if not self.jig:
            return plain
        at = next(i for i, c in enumerate(plain.components) if c.kind == "hook" and c.position_m == 0.0)
        return plain.replace_components((*plain.components[:at], jig_head(), *plain.components[at:]))
