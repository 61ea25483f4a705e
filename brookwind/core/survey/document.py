"""What is known of a swim's water: soundings, casts, levels, drifts, marks, wind, and the session planned. One
document.

Heights are over the swim's datum, up: the zero of its level source (a gauge's zero, chart datum, or simply the level of
the day it was first plumbed).
"""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.moment import Moment
from brookwind.core.rig.components import PieceId
from brookwind.core.survey.plumbing.readings import MOST_DEPTH_M, Plumbing
from brookwind.core.water.tide import Station

Level = Annotated[float, Field(ge=-30, le=30)]
Distance = Annotated[float, Field(ge=0, le=300)]
Bearing = Annotated[float, Field(ge=-180, le=180)]
Bed = Literal["unknown", "silt", "clay", "sand", "gravel", "rock", "weed"]
Source = Literal["plumbed", "sounder", "wading", "eye", "count"]


class Place(Frozen):
    """Where the swim is and which way the angler faces."""

    latitude_deg: float = Field(default=54.0, ge=-90, le=90)
    longitude_deg: float = Field(default=0.0, ge=-180, le=180)
    facing_deg: float = Field(default=0.0, ge=0, le=360)
    """Compass direction straight out from the swim. [degrees]"""
    flows_to: Literal["left", "right"] = "right"
    """Which way the current goes, looking out from the swim."""
    time_zone: str = Field(default="UTC", min_length=1, max_length=60)


class Sounding(Frozen):
    """A depth at a place, with how sure it is and when it was taken."""

    id: PieceId
    distance_m: Distance
    bearing_deg: Bearing = 0.0
    """From the way the swim faces, positive to the right. [degrees]"""
    depth_m: float = Field(ge=0, le=MOST_DEPTH_M)
    half_m: float = Field(default=0.05, ge=0.001, le=20)
    """Half the width it lies in nine times in ten. [m]"""
    level_m: Level = 0.0
    """Level of the water over the datum when it was taken. [m]"""
    bed: Bed = "unknown"
    feature: Literal["none", "snag", "weed"] = "none"
    at: Moment | None = None
    source: Source = "plumbed"
    note: str = Field(default="", max_length=200)

    @property
    def bed_m(self) -> float:
        """Height of the bed over the datum. [m]"""
        return self.level_m - self.depth_m


class Steady(Frozen):
    """A level that does not change."""

    kind: Literal["steady"] = "steady"
    level_m: Level = 0.0


class LevelReading(Frozen):
    """A level read off a staff or a gauge."""

    at: Moment
    level_m: Level


class Gauged(Frozen):
    """Levels read now and then: a river that rises, a reservoir drawn down."""

    kind: Literal["gauged"] = "gauged"
    readings: tuple[LevelReading, ...] = Field(min_length=1, max_length=2000)


class Changing(Frozen):
    """A level known once, and the rate at which it changes."""

    kind: Literal["changing"] = "changing"
    at: Moment
    level_m: Level
    rate_m_h: float = Field(ge=-5, le=5)


class Turn(Frozen):
    """A high or a low water."""

    what: Literal["high", "low"]
    at: Moment
    height_m: Level


class TideTable(Frozen):
    """High and low waters as printed: at least two times and two heights."""

    kind: Literal["tide-table"] = "tide-table"
    turns: tuple[Turn, ...] = Field(min_length=2, max_length=400)


class TideStation(Frozen):
    """Heights reckoned from a station's constituents, moved by an offset."""

    kind: Literal["tide-station"] = "tide-station"
    station: Station
    offset_m: Level = 0.0


LevelSource: TypeAlias = Annotated[Steady | Gauged | Changing | TideTable | TideStation, Field(discriminator="kind")]


class Drift(Frozen):
    """A timed drift: something floating, or a float weighted to a depth."""

    id: PieceId
    distance_m: Distance
    """From the bank. [m]"""
    depth_m: float = Field(default=0.0, ge=0, le=MOST_DEPTH_M)
    over_m: float = Field(ge=0.1, le=200)
    time_s: float = Field(ge=0.1, le=3600)


class Mark(Frozen):
    """Fish seen, by eye or by sounder."""

    id: PieceId
    depth_m: float = Field(ge=0.05, le=MOST_DEPTH_M)
    distance_m: Distance
    bearing_deg: Bearing = 0.0
    above_m: float | None = Field(default=None, ge=0.02, le=5)
    """How far above them the bait should hang; a forearm when not given. [m]"""
    at: Moment | None = None
    note: str = Field(default="", max_length=200)


class Wind(Frozen):
    """The wind as it blows at the water."""

    speed_m_s: float = Field(default=0.0, ge=0, le=40)
    from_deg: float = Field(default=0.0, ge=0, le=360)
    fetch_m: float = Field(default=150.0, ge=1, le=50_000)
    """Open water it blows over before the swim. [m]"""


class Session(Frozen):
    """Where and when it is to be fished."""

    distance_m: Distance = 10.0
    bearing_deg: Bearing = 0.0
    start: Moment | None = None
    end: Moment | None = None
    tolerance_m: float = Field(default=0.1, ge=0.01, le=2)
    """Most the bait may be from its wanted height. [m]"""
    longest_m: float | None = Field(default=None, gt=0, le=MOST_DEPTH_M)
    """Longest setting rod or rig allows. [m]"""
    way_out_m: Level | None = None
    """Level at which the way out is cut off. [m]"""
    species: str | None = Field(default=None, max_length=40)

    @model_validator(mode="after")
    def _ends_after_it_starts(self) -> Session:
        if self.start and self.end and self.end <= self.start:
            raise OutOfRange.one(
                "session-backwards", "The session ends before it starts.", "Enter a later end.", ("end",)
            )
        return self


class Survey(Frozen):
    """All that is known of the water of one swim."""

    schema_version: Literal[1] = 1
    swim_id: PieceId
    place: Place = Place()
    datum: str = Field(default="level of the first plumbing", max_length=80)
    level: LevelSource = Steady()
    soundings: tuple[Sounding, ...] = Field(default=(), max_length=2000)
    plumbings: tuple[Plumbing, ...] = Field(default=(), max_length=200)
    drifts: tuple[Drift, ...] = Field(default=(), max_length=200)
    marks: tuple[Mark, ...] = Field(default=(), max_length=500)
    wind: Wind = Wind()
    session: Session = Session()

    @model_validator(mode="after")
    def _ids_differ(self) -> Survey:
        for name in ("soundings", "plumbings", "drifts", "marks"):
            seen: set[str] = set()
            for i, item in enumerate(getattr(self, name)):
                if item.id in seen:
                    raise OutOfRange.one(
                        "same-id",
                        f"Two of the {name} are called {item.id!r}.",
                        "Give each its own id.",
                        (name, i, "id"),
                    )
                seen.add(item.id)
        return self
