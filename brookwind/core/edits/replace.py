"""Another part instead of one that is there."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.edits.several import Pieces
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off
from brookwind.core.rig.typed import LONGEST_TEXT, read_typed


class Replace(Edit):
    """What is typed instead of pieces that are there, in their place unless another is typed. NotUnderstood and
    OutOfRange as for tying and for taking off.
    """

    do: Literal["replace"] = "replace"
    pieces: Pieces
    text: str = Field(max_length=LONGEST_TEXT)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        old = [piece_of(rig, p) for p in self.pieces]
        if any(c.kind in {"line", "float", "bait"} or (c.kind == "hook" and c.position_m == 0.0) for c in old):
            # Those are exchanged in their place by tying another.
            return Tie(text=self.text).on(rig, means)
        typed = read_typed(self.text)
        if len(typed.parts) > 1 and any(p.kind != "shot" for p in typed.parts):
            raise NotUnderstood.one("replace", "Several parts are typed for one.", "Type one part.", ("text",))
        bare = take_off(rig, lambda c: c in old)
        places = [p for c in old if (p := getattr(c, "position_m", None)) is not None]
        placed = typed.at_m is not None or typed.where is not None or not places
        at = "" if placed else f" at {min(places) * 1000:.6g} mm"
        return Tie(text=f"{self.text.strip()}{at}").on(bare, means)
