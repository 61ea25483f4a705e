"""What a person can say of a float: its label, its type, and whatever was measured."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from brookwind.core.frozen import Frozen

Length = Annotated[float, Field(gt=0, le=1.5)]
Diameter = Annotated[float, Field(gt=0, le=0.2)]


class FloatSpec(Frozen):
    """A float as entered. What is None is guessed from the type and said to be a guess."""

    type: str = Field(min_length=1, max_length=40)
    label: str = Field(default="", max_length=60)
    capacity_kg: float = Field(gt=0, le=0.5)
    """Lead shot to be added that sets the float to its design waterline in fresh water. [kg]"""
    built_in_kg: float = Field(default=0.0, ge=0, le=0.5)
    own_mass_kg: float | None = Field(default=None, gt=0, le=1.0)
    """Mass in air without the built-in load. [kg]"""
    stem_length_m: Length | None = None
    stem_diameter_m: Diameter | None = None
    body_length_m: Length | None = None
    body_diameter_m: Diameter | None = None
    tip_length_m: Length | None = None
    tip_diameter_m: Diameter | None = None
