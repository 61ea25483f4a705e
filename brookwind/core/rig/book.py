"""The angler's book: fish, baits and hook patterns, as they ship or as the angler changed them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import TypeVar

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.baits import BAIT_KINDS, BaitKind
from brookwind.core.rig.fish import Species
from brookwind.core.rig.hooks import HOOK_PATTERNS, HOOK_SIZE, HookPattern, HookSize
from brookwind.core.rig.species import SPECIES_BY_ID

T = TypeVar("T")


@dataclass(frozen=True)
class Book:
    """What rigs are made from, by id."""

    species: Mapping[str, Species]
    baits: Mapping[str, BaitKind]
    patterns: Mapping[str, HookPattern]

    def fish(self, key: str) -> Species:
        """A fish. Raises: NotUnderstood, listing those there are."""
        return found(self.species, key, "fish", "species")

    def bait(self, key: str) -> BaitKind:
        """A bait. Raises: NotUnderstood, listing those there are."""
        return found(self.baits, key, "bait", "bait")

    def pattern(self, key: str) -> HookPattern:
        """A hook pattern. Raises: NotUnderstood, listing those there are."""
        return found(self.patterns, key, "hook pattern", "pattern")


def found(table: Mapping[str, T], key: str, what: str, field: str) -> T:
    """An entry of a table by its id.

    table: entries by id.
    key: the id.
    what: what a person calls such an entry.
    field: where the id was given.
    Raises: NotUnderstood, listing the choices.
    """
    if key not in table:
        raise NotUnderstood.one(field, f"There is no {what} {key!r}.", f"Use one of {', '.join(table)}.", (field,))
    return table[key]


def hook_size(size: int) -> HookSize:
    """A hook size by its number; -1 stands for 1/0.

    size: the size.
    Raises: NotUnderstood, listing the sizes.
    """
    if size not in HOOK_SIZE:
        sizes = ", ".join(h.label for h in HOOK_SIZE.values())
        raise NotUnderstood.one("hook-size", f"There is no hook size {size}.", f"Sizes are {sizes}.", ("size",))
    return HOOK_SIZE[size]


SHIPPED = Book(
    species=SPECIES_BY_ID,
    baits=MappingProxyType({b.id: b for b in BAIT_KINDS}),
    patterns=MappingProxyType({p.id: p for p in HOOK_PATTERNS}),
)
"""As it ships."""
