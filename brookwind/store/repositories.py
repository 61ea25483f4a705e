"""The records there are: waters, swims, surveys, rules, box, rigs."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection
from datetime import UTC, timedelta
from typing import Any

from pydantic import ValidationError
from sqlmodel import col, select

from brookwind.clock import now
from brookwind.core.balance.own_pattern import OwnPattern
from brookwind.core.box.items import BoxItem
from brookwind.core.box.stock import FloatStock, Stock, stock_of
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.survey.document import Survey
from brookwind.core.trip.document import MadeUp, Trip
from brookwind.store.records import Kept, Revision, RigSummary, SwimFields, WaterFields
from brookwind.store.repository import BelongsTo, Repository
from brookwind.store.tables import (
    BoxItemRow,
    MadeUpRow,
    OwnPatternRow,
    PlaceRulesRow,
    RigRevisionRow,
    RigRow,
    SurveyRow,
    SwimRow,
    TripRow,
    WaterRow,
)

_GATHER = timedelta(minutes=2)
"""Saves closer together than this share one revision, so that a drag does not fill the list."""
_KEEP_REVISIONS = 100
"""Revisions kept of one document."""


class Waters(Repository[WaterFields]):
    """Waters."""

    row, model, name = WaterRow, WaterFields, "water"


class Swims(Repository[SwimFields]):
    """Swims, each of a water."""

    row, model, name = SwimRow, SwimFields, "swim"
    belongs_to = BelongsTo("water_id", WaterRow, "water")

    def _columns(self, fields: SwimFields) -> dict[str, Any]:
        return {"water_id": fields.water_id}


class Surveys(Repository[Survey]):
    """What is known of each swim's water. A swim nobody surveyed yet has an empty one at version 0."""

    row, model, name, key = SurveyRow, Survey, "survey", "swim_id"
    belongs_to = BelongsTo("swim_id", SwimRow, "swim")

    def _empty(self, key: str) -> Survey:
        return Survey(swim_id=key)


class PlaceRulesOf(Repository[PlaceRules]):
    """The rules of each water. A water whose board nobody entered has none, at version 0."""

    row, model, name, key = PlaceRulesRow, PlaceRules, "set of rules", "water_id"
    belongs_to = BelongsTo("water_id", WaterRow, "water")

    def at_swim(self, swim_id: str | None) -> PlaceRules | None:
        """The rules that hold at a swim; None when there are none or the swim is not kept."""
        swim = self.session.get(SwimRow, swim_id) if swim_id else None
        return self.at(swim.water_id) if swim else None

    def _empty(self, key: str) -> PlaceRules:
        return PlaceRules(water_id=key)


class Box(Repository[BoxItem]):
    """The tackle box."""

    row, model, name, key = BoxItemRow, BoxItem, "compartment", "item"

    def _columns(self, fields: BoxItem) -> dict[str, Any]:
        return {"kind": fields.kind}

    def stock(self) -> Stock:
        """What balancing may take from, with how often each compartment is used on kept rigs."""
        return stock_of((k.fields for k in self.all()), self.used(("shot", "weight")))

    def used(self, kinds: Collection[str] | None = None) -> Counter[str]:
        """Pieces of each compartment on kept rigs, of some kinds or of all."""
        used: Counter[str] = Counter()
        for row in self.session.exec(select(RigRow.fields)).all():
            parts = row.get("components", ())
            used.update(c["item"] for c in parts if (kinds is None or c.get("kind") in kinds) and c.get("item"))
        return used

    def versioned(self) -> dict[str, tuple[int, BoxItem]]:
        """Version and fields of every compartment by name."""
        return {k.fields.item: (k.version, k.fields) for k in self.all()}

    def floats(self) -> list[FloatStock]:
        """The floats."""
        return [k.fields for k in self.all() if isinstance(k.fields, FloatStock)]


class OwnPatterns(Repository[OwnPattern]):
    """Patterns of the angler's own."""

    row, model, name = OwnPatternRow, OwnPattern, "pattern"


class Trips(Repository[Trip]):
    """Days planned, each at a swim."""

    row, model, name = TripRow, Trip, "trip"
    belongs_to = BelongsTo("swim", SwimRow, "swim")

    def _columns(self, fields: Trip) -> dict[str, Any]:
        return {"swim_id": fields.swim}


class Wallet(Repository[MadeUp]):
    """Rigs that are tied and put away."""

    row, model, name = MadeUpRow, MadeUp, "made-up rig"


class Rigs(Repository[Rig]):
    """Kept rigs with their revisions."""

    row, model, name = RigRow, Rig, "rig"

    def summaries(self) -> list[RigSummary]:
        """Every rig in short, last changed first."""
        rows = self.session.exec(select(RigRow).order_by(col(RigRow.updated_at).desc())).all()
        return [s for r in rows if (s := _summary(r))]

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
            Revision(version=r.version, saved_at=r.saved_at, rig=Rig.model_validate(r.fields))
            for r in self._revision_rows(key)
        ]

    def _revision_rows(self, key: str) -> list[RigRevisionRow]:
        query = select(RigRevisionRow).where(RigRevisionRow.rig_id == key).order_by(col(RigRevisionRow.id).desc())
        return list(self.session.exec(query).all())

    def _revise(self, key: str, version: int, document: dict[str, Any]) -> None:
        rows = self._revision_rows(key)
        if len(rows) > 1 and timedelta(0) <= now() - rows[0].saved_at.replace(tzinfo=UTC) < _GATHER:
            rows[0].version, rows[0].fields = version, document
            self.session.add(rows[0])
        else:
            self.session.add(RigRevisionRow(rig_id=key, version=version, fields=document))
        for old in rows[_KEEP_REVISIONS:]:
            self.session.delete(old)
        self.session.flush()

    def _columns(self, fields: Rig) -> dict[str, Any]:
        return {"schema_version": fields.schema_version}


def _summary(row: RigRow) -> RigSummary | None:
    """A rig in short, without reading the whole of it; None for one that is set aside."""
    f = row.fields
    try:
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
    except (KeyError, TypeError, ValidationError):
        return None
