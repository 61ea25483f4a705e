"""What a person can say of a float: its label, its type, and whatever was measured."""

from __future__ import annotations

from typing import Annotated, Self

from pydantic import Field, field_validator, model_validator

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import FLOAT_MATERIAL

Length = Annotated[float, Field(gt=0, le=1.5)]
Diameter = Annotated[float, Field(gt=0, le=5.0)]


class OutlinePoint(Frozen):
    """A point of a measured outline: height above the base and diameter there. [m]"""

    height_m: float = Field(ge=0, le=1.5)
    diameter_m: float = Field(ge=0, le=0.4)


class Calibration(Frozen):
    """What a tube test found of a float. It stands for the label from then on."""

    volume_scale: float = Field(gt=0.2, lt=5)
    """Volume below the tip over that of the outline."""
    tip_scale: float = Field(default=1.0, gt=0.2, lt=5)
    """Cross-section of the tip over that of the outline."""
    mass_kg: float = Field(gt=0, le=2)
    """Own mass with built-in load. [kg]"""
    capacity_sigma_kg: float = Field(ge=0, le=1)
    """Standard error of the capacity. [kg]"""
    readings: int = Field(ge=1, le=200)
    on: str = Field(max_length=10)
    """Date of the last reading, year-month-day."""


class FloatSpec(Frozen):
    """A float as entered. What is None is guessed from the type and said to be a guess."""

    type: str = Field(min_length=1, max_length=40)
    label: str = Field(default="", max_length=60)
    capacity_kg: float | None = Field(default=None, gt=0, le=40)
    """Lead shot to be added that sets the float to its design waterline in fresh water, ballast and feed out. [kg]"""
    built_in_kg: float | None = Field(default=None, ge=0, le=0.5)
    own_mass_kg: float | None = Field(default=None, gt=0, le=1.0)
    """Mass in air without the built-in load, ballast and feed. [kg]"""
    stem_length_m: Length | None = None
    stem_diameter_m: Diameter | None = None
    body_length_m: Length | None = None
    body_diameter_m: Diameter | None = None
    tip_length_m: Length | None = None
    tip_diameter_m: Diameter | None = None
    bore_m: float | None = Field(default=None, gt=0, le=0.02)
    """Hole or eye that the line runs through; the type's usual when not given. [m]"""
    mark_m: Length | None = None
    """What stands out of the water at the float's own waterline mark; the type's usual when not given. [m]"""
    stem_material: str | None = None
    body_material: str | None = None
    tip_material: str | None = None
    ballast: float = 0.0
    """Share of the ballast chamber that is filled with water. [0 to 1]"""
    feed: float = 1.0
    """Share of the feed still in the frame. [0 to 1]"""
    feed_kg: float | None = Field(default=None, ge=0, le=0.2)
    """Feed the frame holds when full, damp, weighed in air; the type's usual when not given. [kg]"""
    profile: tuple[OutlinePoint, ...] | None = Field(default=None, min_length=2, max_length=400)
    """Measured outline, from the base up."""
    calibration: Calibration | None = None

    @field_validator("stem_material", "body_material", "tip_material")
    @classmethod
    def _is_a_material(cls, value: str | None) -> str | None:
        if value is not None and value not in FLOAT_MATERIAL:
            raise NotUnderstood.one(
                "float-material",
                f"There is no float material {value!r}.",
                f"Materials are {', '.join(FLOAT_MATERIAL)}.",
            )
        return value

    @model_validator(mode="after")
    def _filled_within_reason(self) -> Self:
        for name, share, what in (("ballast", self.ballast, "The chamber"), ("feed", self.feed, "The frame")):
            if not 0.0 <= share <= 1.0:
                raise OutOfRange.one(
                    f"{name}-share",
                    f"{what} is said to be filled to {share * 100:g} %.",
                    "It holds from 0 to 100 %.",
                    (name,),
                )
        if self.capacity_kg is None and self.body_diameter_m is None and self.profile is None:
            raise OutOfRange.one(
                "float-size",
                "Nothing says how large the float is.",
                "Enter what its label says, the thickness of its body, or its measured outline.",
                ("capacity_kg",),
            )
        return self
