"""Take pieces off."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.errors import OutOfRange
from brookwind.core.rig.components import LineSection, PieceId
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off


class Remove(Edit):
    """Take pieces off, all at once. OutOfRange when the rig cannot be without them."""

    do: Literal["remove"] = "remove"
    pieces: Annotated[tuple[PieceId, ...], Field(min_length=1, max_length=200)]

    def on(self, rig: Rig, means: Means) -> Rig:
        """Without them."""
        pieces = [piece_of(rig, piece) for piece in self.pieces]
        for c in pieces:
            if isinstance(c, LineSection):
                raise OutOfRange.one(
                    "line-stays", f"A rig is tied on its {c.label or c.role}.", "Change it for another instead.",
                    ("pieces",),
                )  # fmt: skip
        gone = {c.id for c in pieces}
        return take_off(rig, lambda c: c.id in gone)
