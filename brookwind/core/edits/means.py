"""What a change may need besides the rig, and what every change is."""

from __future__ import annotations

from abc import abstractmethod
from dataclasses import dataclass, field

from brookwind.core.box.stock import FloatStock, ShotStock, Stock
from brookwind.core.errors import Infeasible, NotUnderstood
from brookwind.core.frozen import Frozen
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Component, Hook
from brookwind.core.rig.document import Rig
from brookwind.core.rig.habits import Habits


@dataclass(frozen=True)
class Means:
    """The box, the book, and how the angler ties."""

    stock: Stock = field(default_factory=Stock)
    book: Book = SHIPPED
    habits: Habits | None = None
    floats: tuple[FloatStock, ...] = ()


class Edit(Frozen):
    """A change of a rig. Its fields say what; `on` does it."""

    @abstractmethod
    def on(self, rig: Rig, means: Means) -> Rig:
        """The rig after it; the same one when nothing changes."""


def piece_of(rig: Rig, piece_id: str) -> Component:
    """A piece by its id.

    rig: the rig.
    piece_id: the id.
    Raises: NotUnderstood when the rig has none of that id.
    """
    for c in rig.components:
        if c.id == piece_id:
            return c
    raise NotUnderstood.one("no-piece", f"The rig has no piece {piece_id!r}.", "Select one that is there.", ("piece",))


def compartment(stock: Stock, item: str) -> ShotStock:
    """A compartment of shot with some left in it.

    stock: what the box holds.
    item: the compartment.
    Raises: NotUnderstood when the box has none such; Infeasible when it is empty.
    """
    for i, s in enumerate(stock.shot):
        if s.item == item:
            if s.count <= 0:
                raise Infeasible.one(
                    "none-left", f"There is no {s.label} left in the box.", "Take another size.", ("stock", i)
                )
            return s
    raise NotUnderstood.one(
        "no-compartment", f"The box has no compartment {item!r}.", "Pick one that is shown.", ("item",)
    )


def lowest_hook(rig: Rig) -> Hook:
    """The hook at position 0.

    rig: the rig.
    """
    return next(c for c in reversed(rig.components) if isinstance(c, Hook) and c.position_m == 0.0)
