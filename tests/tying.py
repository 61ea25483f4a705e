"""Short ways to the core that many tests take."""

from __future__ import annotations

from brookwind.core.box.stock import Stock
from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.means import Means
from brookwind.core.rig.document import Rig


def edit(rig: Rig, change: Change, stock: Stock) -> Rig:
    """The rig after a change, with the box at hand."""
    return apply(rig, change, Means(stock))
