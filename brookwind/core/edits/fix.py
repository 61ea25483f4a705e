"""Fix pieces, so that balancing leaves them as they are, or release them."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.rig.components import PieceId, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each


class Fix(Edit):
    """Fix shot and weights, so that balancing leaves them as they are and where they are, or release them."""

    do: Literal["fix"] = "fix"
    pieces: Annotated[tuple[PieceId, ...], Field(min_length=1, max_length=200)]
    fixed: bool = True

    def on(self, rig: Rig, means: Means) -> Rig:
        """With those of them that can be fixed so."""
        named = {piece_of(rig, piece).id for piece in self.pieces}
        change = {"fixed": self.fixed}
        return each(rig, lambda c: c.model_copy(update=change) if c.id in named and isinstance(c, Shot | Weight) else c)
