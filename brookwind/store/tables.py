"""The tables. Rows are made from models that were validated before; table classes themselves check nothing."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, Column, ForeignKey, String
from sqlmodel import Field, SQLModel

from brookwind.clock import now


def _belongs_to(column: str) -> Column[str]:
    return Column(String, ForeignKey(column, ondelete="CASCADE"), nullable=False, index=True)


class WaterRow(SQLModel, table=True):
    """A lake, pit, stream or piece of coast."""

    __tablename__ = "water"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class SwimRow(SQLModel, table=True):
    """A place to fish from, with its plumbed depth."""

    __tablename__ = "swim"

    id: str = Field(primary_key=True)
    water_id: str = Field(sa_column=_belongs_to("water.id"))
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class SurveyRow(SQLModel, table=True):
    """What is known of a swim's water; it goes with the swim."""

    __tablename__ = "survey"

    id: str = Field(sa_column=Column(String, ForeignKey("swim.id", ondelete="CASCADE"), primary_key=True))
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class PlaceRulesRow(SQLModel, table=True):
    """The rules of a water; they go with it."""

    __tablename__ = "place_rules"

    id: str = Field(sa_column=Column(String, ForeignKey("water.id", ondelete="CASCADE"), primary_key=True))
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class SpeciesRow(SQLModel, table=True):
    """A fish the angler changed or added."""

    __tablename__ = "species"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class BaitRow(SQLModel, table=True):
    """A bait the angler changed or added."""

    __tablename__ = "bait"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class HookPatternRow(SQLModel, table=True):
    """A hook pattern the angler changed or added."""

    __tablename__ = "hook_pattern"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class SchoolsRow(SQLModel, table=True):
    """The angler's choices between schools: one row."""

    __tablename__ = "schools"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class OwnPatternRow(SQLModel, table=True):
    """A pattern of the angler's own."""

    __tablename__ = "own_pattern"

    id: str = Field(primary_key=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class BoxItemRow(SQLModel, table=True):
    """A compartment of the tackle box."""

    __tablename__ = "box_item"

    id: str = Field(primary_key=True)
    kind: str = Field(index=True)
    version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class RigRow(SQLModel, table=True):
    """A kept rig: its document as it is now."""

    __tablename__ = "rig"

    id: str = Field(primary_key=True)
    version: int = 1
    schema_version: int = 1
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    updated_at: datetime = Field(default_factory=now)


class RigRevisionRow(SQLModel, table=True):
    """A rig's document as it was."""

    __tablename__ = "rig_revision"

    id: int | None = Field(default=None, primary_key=True)
    rig_id: str = Field(sa_column=_belongs_to("rig.id"))
    version: int
    fields: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    saved_at: datetime = Field(default_factory=now)
