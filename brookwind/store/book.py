"""The angler's book: what ships, with the angler's changes over it, and the choices between schools."""

from __future__ import annotations

from typing import Any, Generic, TypeVar

from pydantic import BaseModel
from sqlmodel import Session, select

from brookwind.clock import now
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.fish import Species
from brookwind.core.rig.hooks import HookPattern
from brookwind.store.records import Kept, Schools
from brookwind.store.repository import NotKept, Repository
from brookwind.store.tables import BaitRow, HookPatternRow, SchoolsRow, SpeciesRow

EntryT = TypeVar("EntryT", Species, BaitKind, HookPattern)


class Entry(BaseModel, Generic[EntryT]):
    """An entry of the book: as it is now, and whether it ships or was changed."""

    version: int
    """0: as it ships."""
    ships: bool
    fields: EntryT


class Entries(Repository[EntryT]):
    """Entries of one kind over those that ship."""

    def __init__(self, session: Session, row: type[Any], model: Any, name: str, shipped: dict[str, EntryT]) -> None:
        """Bind to a session.

        session: the unit of work.
        row: table class.
        model: what its `fields` hold.
        name: what a person calls such an entry.
        shipped: what ships, by id.
        """
        super().__init__(session, row, model, name)
        self.shipped: dict[str, EntryT] = shipped

    def merged(self) -> dict[str, EntryT]:
        """Every entry by id, the angler's over what ships."""
        rows = self.session.exec(select(self.row)).all()
        if not rows:
            return self.shipped
        own: dict[str, EntryT] = {r.id: self.adapter.validate_python(r.fields) for r in rows}
        return {**self.shipped, **own}

    def entries(self) -> list[Entry[EntryT]]:
        """Every entry with its version, by name."""
        kept = {k.fields.id: k for k in self.all()}
        merged = self.merged().values()
        return [
            Entry(version=kept[f.id].version if f.id in kept else 0, ships=f.id in self.shipped, fields=f)
            for f in sorted(merged, key=lambda f: f.name.lower())
        ]

    def keep(self, key: str, version: int, fields: EntryT) -> Entry[EntryT]:
        """Write an entry; version 0 is one that ships, or a new one. Raises: Stale, NotKept."""
        fresh = version == 0 and self.session.get(self.row, key) is None and fields.id == key
        kept = self.create(fields) if fresh else self.replace(key, version, fields)
        return Entry(version=kept.version, ships=key in self.shipped, fields=kept.fields)


class Fish(Entries[Species]):
    """Fish."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, SpeciesRow, Species, "fish", dict(SHIPPED.species))


class Baits(Entries[BaitKind]):
    """Baits."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, BaitRow, BaitKind, "bait", dict(SHIPPED.baits))


class HookPatterns(Entries[HookPattern]):
    """Hook patterns."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, HookPatternRow, HookPattern, "hook pattern", dict(SHIPPED.patterns))


class SchoolsKept(Repository[Schools]):
    """The angler's choices between schools; none at version 0."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, SchoolsRow, Schools, "choice of schools")

    def present(self) -> Kept[Schools]:
        """The choices as they are."""
        try:
            return self.get("schools")
        except NotKept:
            return Kept(version=0, updated_at=now(), fields=Schools())

    def keep(self, version: int, fields: Schools) -> Kept[Schools]:
        """Write the choices. Raises: Stale."""
        if version == 0 and self.session.get(SchoolsRow, "schools") is None:
            return self.create(fields)
        return self.replace("schools", version, fields)


def book_of(session: Session) -> Book:
    """The book as it is now.

    session: the unit of work.
    """
    return Book(species=Fish(session).merged(), baits=Baits(session).merged(), patterns=HookPatterns(session).merged())
