"""What the angler has and holds to."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date

from brookwind.core.advice.purpose import SchoolChoices
from brookwind.core.box.items import BoxItem
from brookwind.core.box.stock import FloatStock, Stock, stock_of
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.trip.document import MadeUp


@dataclass(frozen=True)
class Tackled:
    """What the angler has and holds to: box, earlier rigs, rigs made up, book, rules, schools."""

    box: Sequence[BoxItem] = ()
    used: dict[str, int] = field(default_factory=dict)
    earlier: Sequence[Rig] = ()
    """Kept rigs, the last changed first."""
    made: Sequence[MadeUp] = ()
    book: Book = SHIPPED
    rules: PlaceRules | None = None
    schools: SchoolChoices = field(default_factory=dict)
    today: date | None = None

    @property
    def stock(self) -> Stock:
        """What balancing may take from."""
        return stock_of(self.box, self.used)

    @property
    def floats(self) -> list[FloatStock]:
        """The floats of the box."""
        return [i for i in self.box if isinstance(i, FloatStock) and i.count > 0]
