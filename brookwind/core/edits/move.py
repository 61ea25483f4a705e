"""Put a piece somewhere else on the line."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.components import Position, Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off, thread_on


class Move(Edit):
    """Put a shot somewhere else on the line below the float, past others where it must. NotUnderstood for others."""

    do: Literal["move"] = "move"
    piece: str
    position_m: Position

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it there."""
        shot = piece_of(rig, self.piece)
        if not isinstance(shot, Shot):
            raise NotUnderstood.one("no-shot", f"{self.piece!r} is not a shot.", "Select a shot.", ("piece",))
        return thread_on(
            take_off(rig, lambda c: c.id == shot.id), shot.model_copy(update={"position_m": self.position_m})
        )
