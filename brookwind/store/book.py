"""The angler's book: what ships, with the angler's changes over it, and the choices between schools."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, ClassVar, Generic, TypeVar

from pydantic import BaseModel
from sqlmodel import Session

from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.fish import Species
from brookwind.core.rig.hooks import HookPattern
from brookwind.store.records import Kept, Schools
from brookwind.store.repository import Repository
from brookwind.store.tables import BaitRow, DocumentRow, HookPatternRow, SchoolsRow, SpeciesRow

EntryT = TypeVar("EntryT", Species, BaitKind, HookPattern)


class Entry(BaseModel, Generic[EntryT]):
    """An entry of the book: as it is now, and whether it ships or was changed."""

    version: int
    """0: as it ships."""
    ships: bool
    fields: EntryT


class Entries(Repository[EntryT]):
    """Entries of one kind over those that ship."""

    shipped: ClassVar[Mapping[str, Any]]
    """What ships, by id."""

    def _whole(self, row: DocumentRow) -> Any:
        # An entry changed before a field came to be known says nothing of it: then what ships holds.
        shipped = self.shipped.get(row.id)
        if shipped is None or not isinstance(row.fields, dict):
            return row.fields
        return {**shipped.model_dump(mode="json"), **row.fields}

    def merged(self) -> dict[str, EntryT]:
        """Every entry by id, the angler's over what ships."""
        return {**self.shipped, **{k.fields.id: k.fields for k in self.all()}}

    def entries(self) -> list[Entry[EntryT]]:
        """Every entry with its version, by name."""
        kept = {k.fields.id: k for k in self.all()}
        merged = self.merged().values()
        return [
            Entry(version=kept[f.id].version if f.id in kept else 0, ships=f.id in self.shipped, fields=f)
            for f in sorted(merged, key=lambda f: f.name.lower())
        ]

    def keep_entry(self, key: str, version: int, fields: EntryT) -> Entry[EntryT]:
        """Write an entry; version 0 is one that ships, or a new one. Raises: Stale, NotKept."""
        kept = self.keep(key, version, fields)
        return Entry(version=kept.version, ships=key in self.shipped, fields=kept.fields)


class Fish(Entries[Species]):
    """Fish."""

    row, model, name, shipped = SpeciesRow, Species, "fish", SHIPPED.species


class Baits(Entries[BaitKind]):
    """Baits."""

    row, model, name, shipped = BaitRow, BaitKind, "bait", SHIPPED.baits


class HookPatterns(Entries[HookPattern]):
    """Hook patterns."""

    row, model, name, shipped = HookPatternRow, HookPattern, "hook pattern", SHIPPED.patterns


class SchoolsKept(Repository[Schools]):
    """The angler's choices between schools: one record, without choices at version 0."""

    row, model, name = SchoolsRow, Schools, "choice of schools"

    def present(self) -> Kept[Schools]:
        """The choices as they are."""
        return self.of("schools")

    def _empty(self, key: str) -> Schools:
        return Schools()


def book_of(session: Session) -> Book:
    """The book as it is now.

    session: the unit of work.
    """
    return Book(species=Fish(session).merged(), baits=Baits(session).merged(), patterns=HookPatterns(session).merged())
