"""Reading and writing records, with refusal of stale writes."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, Generic

from pydantic import TypeAdapter
from sqlalchemy import update
from sqlmodel import Session, col, select

from brookwind.core.balance.stock import BoxItem, FloatStock, Stock, stock_of
from brookwind.core.errors import BrookwindError
from brookwind.core.rig.document import Rig
from brookwind.core.water.survey import Survey
from brookwind.store.records import FieldsT, Kept, Revision, RigSummary, SwimFields, WaterFields
from brookwind.store.tables import BoxItemRow, RigRevisionRow, RigRow, SurveyRow, SwimRow, WaterRow, now

Row = WaterRow | SwimRow | BoxItemRow | RigRow | SurveyRow

_GATHER = timedelta(minutes=2)
"""Saves closer together than this share one revision, so that a drag does not fill the list."""
_KEEP_REVISIONS = 100


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

    def _stale(self, row: Row, version: int) -> Stale:
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


class Waters(Repository[WaterFields]):
    """Waters."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, WaterRow, WaterFields, "water")


class Swims(Repository[SwimFields]):
    """Swims, each of a water."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, SwimRow, SwimFields, "swim")

    def _columns(self, fields: SwimFields) -> dict[str, Any]:
        return {"water_id": fields.water_id}

    def _check_belongs(self, fields: SwimFields) -> None:
        if self.session.get(WaterRow, fields.water_id) is None:
            raise NotKept.one(
                "no-water", f"There is no water {fields.water_id!r}.", "Enter the water first.", ("water_id",)
            )


class Surveys(Repository[Survey]):
    """What is known of each swim's water. A swim nobody surveyed yet has an empty one at version 0."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, SurveyRow, Survey, "survey", key="swim_id")

    def of(self, swim_id: str) -> Kept[Survey]:
        """The survey of a swim, empty when there is none yet. Raises: NotKept when there is no such swim."""
        if self.session.get(SurveyRow, swim_id) is not None:
            return self.get(swim_id)
        self._check_belongs(Survey(swim_id=swim_id))
        return Kept(version=0, updated_at=now(), fields=Survey(swim_id=swim_id))

    def keep(self, swim_id: str, version: int, fields: Survey) -> Kept[Survey]:
        """Write a survey; version 0 is the empty one. Raises: Stale, NotKept."""
        if version == 0 and self.session.get(SurveyRow, swim_id) is None and fields.swim_id == swim_id:
            return self.create(fields)
        return self.replace(swim_id, version, fields)

    def _check_belongs(self, fields: Survey) -> None:
        if self.session.get(SwimRow, fields.swim_id) is None:
            raise NotKept.one("no-swim", f"There is no swim {fields.swim_id!r}.", "Enter the swim first.", ("swim_id",))


class Box(Repository[BoxItem]):
    """The tackle box."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, BoxItemRow, BoxItem, "compartment", key="item")

    def _columns(self, fields: BoxItem) -> dict[str, Any]:
        return {"kind": fields.kind}

    def stock(self) -> Stock:
        """What balancing may take from."""
        return stock_of(k.fields for k in self.all())

    def floats(self) -> list[FloatStock]:
        """The floats."""
        return [k.fields for k in self.all() if isinstance(k.fields, FloatStock)]


class Rigs(Repository[Rig]):
    """Kept rigs with their revisions."""

    def __init__(self, session: Session) -> None:
        """Bind to a session."""
        super().__init__(session, RigRow, Rig, "rig")

    def summaries(self) -> list[RigSummary]:
        """Every rig in short, last changed first."""
        rows = self.session.exec(select(RigRow).order_by(col(RigRow.updated_at).desc())).all()
        return [_summary(r) for r in rows]

    def create(self, fields: Rig) -> Kept[Rig]:
        """Keep a new rig and its first revision."""
        kept = super().create(fields)
        self._revise(fields.id, kept.version, self._dump(fields))
        return kept

    def replace(self, key: str, version: int, fields: Rig) -> Kept[Rig]:
        """Write a rig and its revision."""
        kept = super().replace(key, version, fields)
        self._revise(key, kept.version, self._dump(fields))
        return kept

    def revisions(self, key: str) -> list[Revision]:
        """A rig as it was, newest first."""
        self._row(key)
        return [
            Revision(version=r.version, saved_at=r.saved_at, rig=self.adapter.validate_python(r.fields))
            for r in self._revision_rows(key)
        ]

    def _revision_rows(self, key: str) -> list[RigRevisionRow]:
        query = select(RigRevisionRow).where(RigRevisionRow.rig_id == key).order_by(col(RigRevisionRow.id).desc())
        return list(self.session.exec(query).all())

    def _revise(self, key: str, version: int, document: dict[str, Any]) -> None:
        rows = self._revision_rows(key)
        if len(rows) > 1 and now() - rows[0].saved_at.replace(tzinfo=now().tzinfo) < _GATHER:
            rows[0].version, rows[0].fields = version, document
            self.session.add(rows[0])
        else:
            self.session.add(RigRevisionRow(rig_id=key, version=version, fields=document))
        for old in rows[_KEEP_REVISIONS:]:
            self.session.delete(old)
        self.session.flush()

    def _columns(self, fields: Rig) -> dict[str, Any]:
        return {"schema_version": fields.schema_version}


def _summary(row: RigRow) -> RigSummary:
    f = row.fields
    return RigSummary(
        id=row.id,
        version=row.version,
        updated_at=row.updated_at,
        name=f["name"],
        family=f["family"],
        species=f["species"],
        water=f["water"]["name"],
        swim=f["water"]["swim"],
        depth_m=f["water"]["depth_m"],
    )
