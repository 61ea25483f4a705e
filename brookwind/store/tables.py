"""The tables. Rows are made from models that were validated before; table classes themselves check nothing."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, Index
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


class TripRow(DocumentRow, table=True):
    """A day planned at a swim; it goes with it."""

    __tablename__ = "trip"

    swim_id: str = Field(foreign_key="swim.id", ondelete="CASCADE", index=True)


class MadeUpRow(DocumentRow, table=True):
    """A rig that is tied and put away."""

    __tablename__ = "made_up"


class DeviceRow(SQLModel, table=True):
    """A device of the home network that was let in."""

    __tablename__ = "device"

    id: str = Field(primary_key=True)
    name: str
    token_hash: str = Field(index=True)
    made_at: datetime = Field(default_factory=now)
    seen_at: datetime = Field(default_factory=now)


class OutingRow(SQLModel, table=True):
    """A session on the water. Times are UTC; `offset_min` is what the angler's clock was ahead."""

    __tablename__ = "outing"

    id: str = Field(primary_key=True)
    version: int = 1
    swim_id: str | None = Field(default=None, foreign_key="swim.id", ondelete="SET NULL", index=True)
    place: str = Field(index=True)
    begins_at: datetime = Field(index=True)
    ends_at: datetime | None = None
    offset_min: int = 0
    notes: str = ""
    wind_m_s: float | None = None
    updated_at: datetime = Field(default_factory=now)


class EventRow(SQLModel, table=True):
    """Something that happened in a session; it goes with it. How it was fished stands in columns beside the rig."""

    __tablename__ = "event"
    # What is asked of a long log stands in an index: beside the rigs, rows are far apart.
    __table_args__ = (
        Index("ix_event_came", "outing_id", "at", "kind", "came", "species"),
        Index("ix_event_how", "kind", "outing_id", "at", "rig_name", "height_m", "setting_m", "pattern", "bait"),
        Index("ix_event_kind_species", "kind", "species"),
    )

    id: str = Field(primary_key=True)
    outing_id: str = Field(foreign_key="outing.id", ondelete="CASCADE")
    at: datetime
    offset_min: int = 0
    kind: str
    came: str | None = None
    species: str | None = None
    length_m: float | None = None
    mass_kg: float | None = None
    text: str = ""
    depth_m: float | None = None
    tip_m: float | None = None
    reach_m: float | None = None
    rig_name: str | None = None
    height_m: float | None = None
    setting_m: float | None = None
    pattern: str | None = None
    bait: str | None = None
    rig: dict[str, Any] | None = Field(default=None, sa_type=JSON(none_as_null=True))


class DroppedRow(SQLModel, table=True):
    """What was taken back in a session, by its id: sent again by a slow network it does not come back."""

    __tablename__ = "dropped"

    id: str = Field(primary_key=True)
    outing_id: str = Field(foreign_key="outing.id", ondelete="CASCADE", index=True)


class IdentityRow(SQLModel, table=True):
    """The name of the database: the one row of its table."""

    __tablename__ = "identity"

    id: str = Field(primary_key=True)


class PhotographRow(SQLModel, table=True):
    """A photograph of a session, as it is shown and small; it goes with the session."""

    __tablename__ = "photograph"

    id: str = Field(primary_key=True)
    outing_id: str = Field(foreign_key="outing.id", ondelete="CASCADE", index=True)
    at: datetime
    offset_min: int = 0
    text: str = ""
    width: int
    height: int
    jpeg: bytes
    small: bytes


class PracticeRow(SQLModel, table=True):
    """An exercise that was played to its end, with everything that was done."""

    __tablename__ = "practice"

    id: str = Field(primary_key=True)
    at: datetime = Field(index=True)
    exercise: str
    seed: int
    level: int
    share: float
    truth: str | None = None
    chosen: str | None = None
    moves: dict[str, Any] = Field(sa_type=JSON)
