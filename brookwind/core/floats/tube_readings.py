"""Readings of a tube test: known loads and seen waterlines."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.floats.body import FloatBody
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2, LEAD_KG_M3, submerged_weight_n
from brookwind.core.limits import Salinity
from brookwind.core.moment import Moment


class TubeReading(Frozen):
    """What was hung on the float, and where the water stood."""

    label: str = Field(default="", max_length=60)
    """The load as it was written, such as 3BB + 1 g."""
    load_kg: float = Field(ge=0, le=2)
    """Mass hung on, weighed in air. [kg]"""
    density_kg_m3: float = Field(default=LEAD_KG_M3, gt=1100, le=22600)
    seen: Literal["tip", "mark", "sunk"] = "tip"
    """So much tip; at its waterline mark; or pulled under."""
    tip_m: float | None = Field(default=None, ge=0, le=1.5)
    at: Moment

    @model_validator(mode="after")
    def _has_its_tip(self) -> Self:
        if self.seen == "tip" and self.tip_m is None:
            raise OutOfRange.one(
                "tip-missing", "How much tip showed is missing.", "Enter it in millimetres.", ("tip_m",)
            )
        return self


class TubeTest(Frozen):
    """All readings of one float, in one tube of water."""

    readings: tuple[TubeReading, ...] = Field(default=(), max_length=60)
    temperature_c: float = Field(default=15.0, ge=0, le=40)
    salinity: Salinity = 0.0


def net_kg(r: TubeReading, water: float) -> float:
    """Pull of a reading's load, over g. [kg]

    r: the reading.
    water: density of the water. [kg/m3]
    Source: Archimedes' principle.
    """
    return submerged_weight_n(r.load_kg, r.density_kg_m3, water) / G_M_S2


def tip_of(r: TubeReading, body: FloatBody) -> float:
    """The tip that a reading saw: its own, or that of the float's mark. [m]

    r: the reading.
    body: the float as it was taken for.
    """
    return body.design_tip_m if r.tip_m is None or r.seen == "mark" else r.tip_m
