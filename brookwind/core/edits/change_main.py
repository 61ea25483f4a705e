"""What the line between rod and leader is: nylon, braid, or braid with a top shot."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.change_line import ChangeLine, with_line
from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.builds import TOP_SHOT_SPARE_M
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import hooklength_join_m


class ChangeMain(Edit):
    """Nylon, braid, or braid with a length of nylon as top shot, from the rod to the leader."""

    do: Literal["change-main"] = "change-main"
    main: Literal["nylon", "braid", "braid-and-top-shot"]

    def on(self, rig: Rig, means: Means) -> Rig:
        """With that line, tied at the leader's knot."""
        components = tuple(c for c in rig.components if not (isinstance(c, LineSection) and c.role == "top-shot"))
        main = next(c for c in components if isinstance(c, LineSection) and c.role == "main")
        down = main.model_copy(update={"lower_m": hooklength_join_m(rig)})
        bare = rig.replace_components(tuple(down if c.id == main.id else c for c in components))
        if self.main != "braid-and-top-shot":
            return with_line(bare, ChangeLine(role="main", material=self.main))
        nylon = with_line(bare, ChangeLine(role="main", material="nylon"))
        top = next(c for c in nylon.components if c.id == main.id)
        top = top.model_copy(update={"id": "top-shot", "role": "top-shot"})
        braid = with_line(bare, ChangeLine(role="main", material="braid"))
        above = next(c for c in braid.components if c.id == main.id)
        above = above.model_copy(update={"lower_m": rig.setting_m + TOP_SHOT_SPARE_M})
        at = next(i for i, c in enumerate(bare.components) if c.id == main.id)
        return bare.replace_components((*bare.components[:at], above, top, *bare.components[at + 1 :]))
