"""What the store keeps, as models: validated before a row is made and after it is read."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Generic, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.advice.purpose import SchoolChoices
from brookwind.core.balance.own_pattern import OwnPattern
from brookwind.core.box.items import BoxItem
from brookwind.core.frozen import Frozen
from brookwind.core.limits import Salinity, WaterDepth, WaterTemperature
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.components import PieceId
from brookwind.core.rig.document import Rig
from brookwind.core.rig.fish import Species
from brookwind.core.rig.hooks import HookPattern
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.survey.document import Survey
from brookwind.core.trip.document import MadeUp, Trip


class WaterFields(Frozen):
    """A water as the angler enters it."""

    id: PieceId
    name: str = Field(min_length=1, max_length=80)
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0
    notes: str = Field(default="", max_length=4000)


class SwimFields(Frozen):
    """A swim as the angler enters it."""

    id: PieceId
    water_id: PieceId
    name: str = Field(min_length=1, max_length=80)
    depth_m: WaterDepth
    bed: str = Field(default="", max_length=80)
    notes: str = Field(default="", max_length=4000)


class Schools(Frozen):
    """The angler's choices between schools."""

    id: Literal["schools"] = "schools"
    choices: SchoolChoices = Field(default_factory=dict, max_length=40)


Version = Annotated[int, Field(ge=0, le=2**53)]
"""Version of a record; 0 for one that is not kept yet."""

FieldsT = TypeVar(
    "FieldsT",
    WaterFields,
    SwimFields,
    BoxItem,
    Rig,
    Survey,
    PlaceRules,
    Species,
    BaitKind,
    HookPattern,
    Schools,
    OwnPattern,
    Trip,
    MadeUp,
)


class Kept(BaseModel, Generic[FieldsT]):
    """A record with its version: what a later save must name."""

    model_config = ConfigDict(frozen=True)

    version: int
    updated_at: datetime
    fields: FieldsT


class RigSummary(BaseModel):
    """A kept rig in a list."""

    id: str
    version: int
    updated_at: datetime
    name: str
    family: str
    species: str | None
    water: str
    swim: str | None
    depth_m: float


class Revision(BaseModel):
    """An earlier version of a rig."""

    version: int
    saved_at: datetime
    rig: Rig
