"""The tables. Rows are made from models that were validated before; table classes themselves check nothing."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON
from sqlmodel import Field, SQLModel

from brookwind.clock import now


class DocumentRow(SQLModel):
    """What every table of records has: one document a row, its version, and when it was written."""

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_type=JSON, nullable=False)
    updated_at: datetime = Field(default_factory=now)


class WaterRow(DocumentRow, table=True):
    """A lake, pit, stream or piece of coast."""

    __tablename__ = "water"


class SwimRow(DocumentRow, table=True):
    """A place to fish from, with its plumbed depth; it goes with its water."""

    __tablename__ = "swim"

    water_id: str = Field(foreign_key="water.id", ondelete="CASCADE", index=True)


class SurveyRow(DocumentRow, table=True):
    """What is known of a swim's water; it goes with the swim."""

    __tablename__ = "survey"

    id: str = Field(foreign_key="swim.id", ondelete="CASCADE", primary_key=True)


class PlaceRulesRow(DocumentRow, table=True):
    """The rules of a water; they go with it."""

    __tablename__ = "place_rules"

    id: str = Field(foreign_key="water.id", ondelete="CASCADE", primary_key=True)


class SpeciesRow(DocumentRow, table=True):
    """A fish the angler changed or added."""

    __tablename__ = "species"


class BaitRow(DocumentRow, table=True):
    """A bait the angler changed or added."""

    __tablename__ = "bait"


class HookPatternRow(DocumentRow, table=True):
    """A hook pattern the angler changed or added."""

    __tablename__ = "hook_pattern"


class SchoolsRow(DocumentRow, table=True):
    """The angler's choices between schools: one row."""

    __tablename__ = "schools"


class OwnPatternRow(DocumentRow, table=True):
    """A pattern of the angler's own."""

    __tablename__ = "own_pattern"


class BoxItemRow(DocumentRow, table=True):
    """A compartment of the tackle box."""

    __tablename__ = "box_item"

    kind: str = Field(index=True)


class RigRow(DocumentRow, table=True):
    """A kept rig: its document as it is now."""

    __tablename__ = "rig"

    schema_version: int = 1


class RigRevisionRow(SQLModel, table=True):
    """A rig's document as it was."""

    __tablename__ = "rig_revision"

    id: int | None = Field(default=None, primary_key=True)
    rig_id: str = Field(foreign_key="rig.id", ondelete="CASCADE", index=True)
    version: int
    fields: dict[str, Any] = Field(sa_type=JSON, nullable=False)
    saved_at: datetime = Field(default_factory=now)
