"""A trip as it is planned, and a rig that is made up."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Annotated, Literal

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.limits import FishingDistance, Salinity, WaterTemperature
from brookwind.core.moment import Moment
from brookwind.core.rig.components import PieceId
from brookwind.core.rig.document import Rig
from brookwind.core.survey.timetable import LEAST_WATER_M, LONGEST

MOST_RIGS = 5
"""Made-up rigs of a trip at most: more are not kept apart at the water. Editable default."""

Sureness = Literal["sure", "fairly", "open"]
"""How well it is known where the fish feed."""


class Span(Frozen):
    """What a figure of the day may be, from low to high."""

    low: float = Field(ge=0, le=70)
    high: float = Field(ge=0, le=70)

    @model_validator(mode="after")
    def _is_in_order(self) -> Span:
        if self.high < self.low:
            raise OutOfRange.one(
                "span-backwards", "The higher figure is below the lower one.", "Enter the two the other way round.",
                ("high",),
            )  # fmt: skip
        return self


class Trip(Frozen):
    """A day at a place."""

    id: PieceId
    name: str = Field(min_length=1, max_length=80)
    swim: PieceId
    begins: Moment
    ends: Moment
    fish: tuple[PieceId, ...] = Field(min_length=1, max_length=4)
    """What is hoped for, the most hoped for first."""
    sure: Sureness = "fairly"
    depth_m: Span | None = None
    """Depth of the water where it is fished; from survey and level when not given. [m]"""
    current_m_s: Span = Span(low=0.0, high=0.0)
    """Of the surface. [m/s]"""
    wind_m_s: Span = Span(low=0.0, high=4.0)
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0
    tackle: Literal["rod", "pole", "whip"] = "rod"
    rod_m: float = Field(default=3.9, ge=1, le=20)
    distance_m: FishingDistance = 12.0
    clear: bool = False
    rigs: int | None = Field(default=None, ge=1, le=MOST_RIGS)
    """How many rigs are made up; as many as are worth it when not given."""
    seed: int = Field(default=1, ge=0, le=2**31)
    """Of the cases that are drawn: the same seed draws the same."""
    like: PieceId | None = None
    """The earlier trip it was planned after."""
    ticked: tuple[Annotated[str, Field(min_length=1, max_length=160)], ...] = Field(default=(), max_length=300)
    """What is tied, packed and bought."""
    notes: str = Field(default="", max_length=4000)

    @model_validator(mode="after")
    def _holds_together(self) -> Trip:
        if not timedelta(0) < self.ends - self.begins <= LONGEST:
            raise OutOfRange.one(
                "trip-length", "The day must end after it begins, at most 36 hours later.",
                "Check date and time of both.", ("ends",),
            )  # fmt: skip
        if len(set(self.fish)) < len(self.fish):
            raise OutOfRange.one("fish-twice", "A fish is named twice.", "Name each once.", ("fish",))
        if self.depth_m is not None and self.depth_m.low < LEAST_WATER_M:
            raise OutOfRange.one(
                "too-shallow", "There is next to no water.", f"Enter at least {LEAST_WATER_M:g} m, or another swim.",
                ("depth_m", "low"),
            )  # fmt: skip
        for name, most in (("current_m_s", 5.0), ("wind_m_s", 40.0), ("depth_m", 60.0)):
            span = getattr(self, name)
            if span is not None and span.high > most:
                raise OutOfRange.one(
                    "span-too-high", f"{span.high:g} is more than can be fished in.", f"Enter at most {most:g}.",
                    (name, "high"),
                )  # fmt: skip
        return self


class MadeUp(Frozen):
    """A rig that is tied and put away."""

    id: PieceId
    label: str = Field(min_length=1, max_length=60)
    rig: Rig
    """As it was tied."""
    holder: Literal["winder", "spool", "top-kit"] = "winder"
    length_m: float | None = Field(default=None, gt=0, le=100)
    """Of the line it was made up with, as far as its stop or float can be slid; enough of it when not given. [m]"""
    tied_on: date | None = None
    where: str = Field(default="", max_length=80)
    """Where it lies."""
    cut_down: bool = False
    """It was cut apart: it is no rig any more."""
