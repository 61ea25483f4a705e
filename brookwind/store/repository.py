"""Reading and writing records of one kind, with refusal of stale writes."""

from __future__ import annotations

from typing import Any, Generic

from pydantic import TypeAdapter
from sqlalchemy import update
from sqlmodel import Session, col, select

from brookwind.clock import now
from brookwind.core.errors import BrookwindError
from brookwind.store.records import FieldsT, Kept


class NotKept(BrookwindError):
    """There is no such record."""


class Stale(BrookwindError):
    """The record was changed since it was read."""


class Taken(BrookwindError):
    """A record with that id is there already."""


class Repository(Generic[FieldsT]):
    """Records of one kind."""

    def __init__(self, session: Session, row: type[Any], model: Any, name: str, key: str = "id") -> None:
        """Bind to a session.

        session: the unit of work.
        row: table class.
        model: what its `fields` hold.
        name: what a person calls such a record.
        key: field of the model that is the row's id.
        """
        self.session, self.row, self.name, self.key = session, row, name, key
        self.adapter: TypeAdapter[FieldsT] = TypeAdapter(model)

    def all(self) -> list[Kept[FieldsT]]:
        """Every record, oldest id first."""
        return [self._kept(r) for r in self.session.exec(select(self.row).order_by(self.row.id)).all()]

    def get(self, key: str) -> Kept[FieldsT]:
        """One record. Raises: NotKept."""
        return self._kept(self._row(key))

    def create(self, fields: FieldsT) -> Kept[FieldsT]:
        """Keep a new record. Raises: Taken when the id is in use; NotKept when it belongs to nothing."""
        key = getattr(fields, self.key)
        if self.session.get(self.row, key) is not None:
            raise Taken.one("id-taken", f"There is already a {self.name} {key!r}.", "Choose another id.", (self.key,))
        self._check_belongs(fields)
        row = self.row(id=key, fields=self._dump(fields), **self._columns(fields))
        self.session.add(row)
        self.session.flush()
        return self._kept(row)

    def replace(self, key: str, version: int, fields: FieldsT) -> Kept[FieldsT]:
        """Write a record if it is still at the version read. Raises: Stale, NotKept."""
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

    def delete(self, key: str, version: int) -> None:
        """Remove a record if it is still at the version read. Raises: Stale, NotKept."""
        row = self._row(key)
        if row.version != version:
            raise self._stale(row, version)
        self.session.delete(row)
        self.session.flush()

    def _stale(self, row: Any, version: int) -> Stale:
        return Stale.one(
            "stale",
            f"This {self.name} was saved elsewhere since you opened it (version {row.version}, yours is {version}).",
            "Nothing was overwritten. Load the other version, or keep yours as a copy.",
            ("version",),
        )

    def _row(self, key: str) -> Any:
        row = self.session.get(self.row, key)
        if row is None:
            raise NotKept.one("not-kept", f"There is no {self.name} {key!r}.", "It may have been deleted.")
        return row

    def _kept(self, row: Any) -> Kept[FieldsT]:
        return Kept(version=row.version, updated_at=row.updated_at, fields=self.adapter.validate_python(row.fields))

    def _dump(self, fields: FieldsT) -> Any:
        return self.adapter.dump_python(fields, mode="json")

    def _columns(self, fields: Any) -> dict[str, Any]:
        return {}

    def _check_belongs(self, fields: Any) -> None:
        return None
