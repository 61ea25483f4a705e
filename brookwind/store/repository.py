"""Reading and writing records of one kind, with refusal of stale writes."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from functools import cache
from typing import Any, ClassVar, Generic, NamedTuple
from weakref import WeakKeyDictionary

from pydantic import TypeAdapter, ValidationError
from sqlalchemy import Engine, delete, insert, update
from sqlmodel import Session, col, select

from brookwind.clock import now
from brookwind.core.errors import BrookwindError
from brookwind.core.rig.refusals import first_sentence
from brookwind.store.database import take_right_to_write
from brookwind.store.records import FieldsT, Kept
from brookwind.store.tables import DocumentRow


class NotKept(BrookwindError):
    """There is no such record."""


class Stale(BrookwindError):
    """The record was changed since it was read."""


class Taken(BrookwindError):
    """A record with that id is there already."""


class Unreadable(BrookwindError):
    """A record is there, and is no such document."""


class BelongsTo(NamedTuple):
    """What a record belongs to: the field that names it, its table, and what a person calls it."""

    field: str
    row: type[DocumentRow]
    name: str


@cache
def _adapter(model: Any) -> TypeAdapter[Any]:
    return TypeAdapter(model)


def unreadable_because(model: Any, text: str) -> str | None:
    """Why a row's text is no document of its kind; None when it is one.

    model: what it should be.
    text: JSON.
    """
    try:
        _adapter(model).validate_python(json.loads(text))
    except ValidationError as error:
        return first_sentence(error)
    except (ValueError, TypeError, RecursionError) as error:
        return f"It is no JSON ({str(error)[:80]})."
    return None


_READ: WeakKeyDictionary[Any, dict[tuple[str, str], tuple[int, Any, Any]]] = WeakKeyDictionary()
"""Version, row and document as read last, by database, table and id: documents are frozen, and validated once."""


def forget_read(engine: Engine) -> None:
    """Read every document anew: the file of a database was exchanged.

    engine: the database.
    """
    _READ.pop(engine, None)


class Repository(Generic[FieldsT]):
    """Records of one kind. A kind is one subclass that says the four things below."""

    row: ClassVar[type[DocumentRow]]
    """Its table."""
    model: ClassVar[Any]
    """What its documents are."""
    name: ClassVar[str]
    """What a person calls one."""
    key: ClassVar[str] = "id"
    """Field of the document that is the row's id."""
    belongs_to: ClassVar[BelongsTo | None] = None

    def __init__(self, session: Session) -> None:
        """Bind to a session.

        session: the unit of work.
        """
        self.session = session

    def all(self) -> list[Kept[FieldsT]]:
        """Every record that can be read, oldest id first; `set_aside` tells of the others."""
        return [kept for _, kept in self._each() if not isinstance(kept, Unreadable)]

    def set_aside(self) -> list[Unreadable]:
        """Why each of the records that cannot be read cannot."""
        return [kept for _, kept in self._each() if isinstance(kept, Unreadable)]

    def _each(self) -> Iterator[tuple[DocumentRow, Kept[FieldsT] | Unreadable]]:
        for row in self.session.exec(select(self.row).order_by(col(self.row.id))).all():
            try:
                yield row, self._kept(row)
            except Unreadable as error:
                yield row, error

    def get(self, key: str) -> Kept[FieldsT]:
        """One record. Raises: NotKept."""
        return self._kept(self._row(key))

    def at(self, key: str | None) -> FieldsT | None:
        """The document of one, None when it is not kept."""
        row = None if key is None else self.session.get(self.row, key)
        return None if row is None else self._kept(row).fields

    def of(self, key: str) -> Kept[FieldsT]:
        """One record of a kind that is there from the first: empty, at version 0. Raises: NotKept."""
        if self.session.get(self.row, key) is not None:
            return self.get(key)
        empty = self._empty(key)
        self._check_belongs(empty)
        return Kept(version=0, updated_at=now(), fields=empty)

    def keep(self, key: str, version: int, fields: FieldsT) -> Kept[FieldsT]:
        """Write a record; version 0 is one that is not there yet. Raises: Stale, NotKept."""
        take_right_to_write(self.session)
        fresh = version == 0 and self.session.get(self.row, key) is None and getattr(fields, self.key) == key
        return self.create(fields) if fresh else self.replace(key, version, fields)

    def create(self, fields: FieldsT) -> Kept[FieldsT]:
        """Keep a new record. Raises: Taken when the id is in use; NotKept when it belongs to nothing."""
        take_right_to_write(self.session)
        key = getattr(fields, self.key)
        if self.session.get(self.row, key) is not None:
            raise self._taken(key)
        self._check_belongs(fields)
        row = self.row(id=key, fields=self._dump(fields), **self._columns(fields))
        self.session.add(row)
        self.session.flush()
        return self._kept(row)

    def replace(self, key: str, version: int, fields: FieldsT) -> Kept[FieldsT]:
        """Write a record if it is still at the version read. Raises: Stale, NotKept."""
        take_right_to_write(self.session)
        if getattr(fields, self.key) != key:
            raise BrookwindError.one(
                "id-differs", f"The {self.name} sent is not {key!r}.", "Send it under its own id.", ("fields", self.key)
            )
        self._check_belongs(fields)
        changed = self.session.execute(
            update(self.row)
            .where(col(self.row.id) == key, col(self.row.version) == version)
            .values(version=version + 1, fields=self._dump(fields), updated_at=now(), **self._columns(fields))
        )
        if changed.rowcount == 0:  # type: ignore[attr-defined]
            raise self._stale(self._row(key), version)
        self.session.expire_all()
        return self.get(key)

    def keep_all(self, changes: Sequence[tuple[int, FieldsT]]) -> list[Kept[FieldsT]]:
        """Write many records of a kind without revisions at once, all or none; version 0 is one not there yet.

        changes: the version each was read at, and the record.
        Raises: Taken, Stale, NotKept for the first that cannot be written.
        """
        take_right_to_write(self.session)
        versions = dict(self.session.execute(select(col(self.row.id), col(self.row.version))).all())
        at, written = now(), []
        rows: dict[str, list[dict[str, Any]]] = {"new": [], "changed": []}
        for version, fields in changes:
            key = getattr(fields, self.key)
            if version == 0 and key in versions:
                raise self._taken(key)
            if version != versions.get(key, 0):
                raise self._stale(self._row(key), version)
            self._check_belongs(fields)
            versions[key] = version + 1
            values = {"id": key, "version": version + 1, "fields": self._dump(fields), "updated_at": at}
            rows["changed" if version else "new"].append(values | self._columns(fields))
            written.append(Kept.model_construct(version=version + 1, updated_at=at, fields=fields))
        # Two statements for thousands of rows: others wait no longer than that for their turn to write.
        if rows["new"]:
            self.session.execute(insert(self.row), rows["new"])
        if rows["changed"]:
            self.session.execute(update(self.row), rows["changed"])
        self.session.expire_all()
        return written

    def delete(self, key: str, version: int) -> None:
        """Remove a record if it is still at the version read. Raises: Stale, NotKept."""
        take_right_to_write(self.session)
        removed = self.session.execute(
            delete(self.row).where(col(self.row.id) == key, col(self.row.version) == version)
        )
        if removed.rowcount == 0:  # type: ignore[attr-defined]
            raise self._stale(self._row(key), version)
        self.session.expire_all()

    def _taken(self, key: str) -> Taken:
        return Taken.one("id-taken", f"There is already a {self.name} {key!r}.", "Choose another id.", (self.key,))

    def _stale(self, row: DocumentRow, version: int) -> Stale:
        return Stale.one(
            "stale",
            f"This {self.name} was saved elsewhere since you opened it (version {row.version}, yours is {version}).",
            "Nothing was overwritten. Load the other version, or keep yours as a copy.",
            ("version",),
        )

    def _row(self, key: str) -> DocumentRow:
        row = self.session.get(self.row, key)
        if row is None:
            raise NotKept.one("not-kept", f"There is no {self.name} {key!r}.", "It may have been deleted.")
        return row

    def _kept(self, row: DocumentRow) -> Kept[FieldsT]:
        # The validated document is built into the answer as it is: it need not be checked a second time.
        return Kept.model_construct(version=row.version, updated_at=row.updated_at, fields=self._read(row))

    def _read(self, row: DocumentRow) -> FieldsT:
        read = _READ.setdefault(self.session.get_bind(), {})
        place = (str(self.row.__tablename__), row.id)
        known = read.get(place)
        # A version stands for one document only while its row lives: one made anew begins at 1 again.
        if known is None or known[0] != row.version or known[1] != row.fields:
            try:
                known = (row.version, row.fields, _adapter(self.model).validate_python(self._whole(row)))
            except (ValidationError, RecursionError) as error:
                raise Unreadable.one(
                    "unreadable",
                    f"The {self.name} {row.id!r} cannot be read ({first_sentence(error)}).",
                    "It is set aside as it is; nothing of it was deleted. `brookwind doctor` writes it out.",
                ) from error
            read[place] = known
        document: FieldsT = known[2]
        return document

    def _whole(self, row: DocumentRow) -> Any:
        """The document of a row with what it says nothing of."""
        return row.fields

    def _dump(self, fields: FieldsT) -> Any:
        return _adapter(self.model).dump_python(fields, mode="json")

    def _columns(self, fields: Any) -> dict[str, Any]:
        """Columns of its table beside the document."""
        return {}

    def _empty(self, key: str) -> FieldsT:
        """The document of one that nobody wrote yet."""
        raise NotKept.one("not-kept", f"There is no {self.name} {key!r}.", "It may have been deleted.")

    def _check_belongs(self, fields: FieldsT) -> None:
        if self.belongs_to is None:
            return
        field, row, name = self.belongs_to
        owner = getattr(fields, field)
        if self.session.get(row, owner) is None:
            raise NotKept.one(f"no-{name}", f"There is no {name} {owner!r}.", f"Enter the {name} first.", (field,))
