"""Another bait."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means, lowest_hook
from brookwind.core.rig.book import Book
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Rig


class ChangeBait(Edit):
    """Another bait on the lowest hook. NotUnderstood for an unknown one."""

    do: Literal["change-bait"] = "change-bait"
    bait: str

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        return with_bait(rig, self.bait, means.book)


def with_bait(rig: Rig, bait_id: str, book: Book) -> Rig:
    """The rig with another bait on the lowest hook.

    rig: the rig.
    bait_id: the bait.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown bait.
    """
    kind, hook = book.bait(bait_id), lowest_hook(rig)
    bait = Bait(
        id="bait", label=kind.name, item=kind.id, hook=hook.id, mass_kg=kind.mass_kg, density_kg_m3=kind.density_kg_m3
    )
    others = [c for c in rig.components if not (isinstance(c, Bait) and c.hook == hook.id)]
    others.insert(others.index(hook) + 1, bait)
    return rig.replace_components(tuple(others))
