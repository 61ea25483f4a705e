"""Rods and catapults: what throws, and what was measured of it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from brookwind.core.box.stock import Compartment
from brookwind.core.frozen import Frozen
from brookwind.core.moment import Moment
from brookwind.core.rig.document import RodThrows

Name = Annotated[str, Field(min_length=1, max_length=60)]

TURN_M = 0.7
"""Line that a turn of the reel takes in. [m] Editable default."""


class CastReading(Frozen):
    """One cast, paced or counted in turns of the reel."""

    mass_kg: float = Field(ge=0.0002, le=0.5)
    """All that was thrown. [kg]"""
    distance_m: float = Field(ge=1, le=200)
    drag_m2: float | None = Field(default=None, ge=0, le=0.1)
    """Drag coefficient times area of what was thrown; a lead ball's when not given. [m2]"""
    wind_along_m_s: float = Field(default=0.0, ge=-20, le=20)
    """With the cast; negative in its face. [m/s]"""
    aimed_m: float | None = Field(default=None, ge=1, le=200)
    """Where it was meant to land. [m]"""
    at: Moment


class RodStock(Compartment):
    """A rod, with its reel."""

    kind: Literal["rod"] = "rod"
    item: Name
    label: Name
    length_m: float = Field(default=3.9, ge=1, le=20)
    most_kg: float | None = Field(default=None, gt=0, le=0.5)
    """The most it casts, as printed. [kg]"""
    turn_m: float = Field(default=TURN_M, gt=0.1, le=2)
    """Line that a turn of the reel takes in. [m] Editable default."""
    casts: tuple[CastReading, ...] = Field(default=(), max_length=200)
    """Raw readings of its cast test."""
    throws: RodThrows | None = None
    """As its cast test has it; None until one is taken."""
    accuracy: float | None = Field(default=None, gt=0, le=0.5)
    """By how much its casts miss their mark, as a share of the distance; usual until some were aimed."""
    count: int = Field(default=1, ge=0, le=10_000)


class CatapultStock(Compartment):
    """A catapult, cut to throw one distance at full stretch."""

    kind: Literal["catapult"] = "catapult"
    item: Name
    label: Name
    elastic_m: float = Field(ge=0.03, le=1)
    """Length of its elastic. [m]"""
    throws_m: float | None = Field(default=None, ge=3, le=120)
    """How far it throws at full stretch, as measured. [m]"""
    pouch_kg: float = Field(default=0.02, ge=0.001, le=0.2)
    """What was thrown then. [kg]"""
    count: int = Field(default=1, ge=0, le=10_000)
