"""Swap a shot for one out of a compartment."""

from __future__ import annotations

from typing import Literal

from brookwind.core.box.stock import ShotStock
from brookwind.core.edits.means import Edit, Means, compartment, piece_of
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each


class Swap(Edit):
    """Swap a shot for one out of a compartment, where it sits. Infeasible when the compartment is empty."""

    do: Literal["swap"] = "swap"
    piece: str
    item: str

    def on(self, rig: Rig, means: Means) -> Rig:
        """With the other one in its place."""
        shot = piece_of(rig, self.piece)
        if not isinstance(shot, Shot):
            raise NotUnderstood.one("no-shot", f"{self.piece!r} is not a shot.", "Select a shot.", ("piece",))
        return swapped(rig, shot, compartment(means.stock, self.item))


def swapped(rig: Rig, shot: Shot, held: ShotStock) -> Rig:
    """The rig with a shot out of a compartment in place of one of its own.

    rig: the rig.
    shot: the one that goes.
    held: where the other comes from.
    """
    new = shot.model_copy(update=held.on_line)
    return each(rig, lambda c: new if c.id == shot.id else c)
