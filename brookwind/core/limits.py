"""Ranges that several documents share: what is possible or sensible, said once."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

FloatStatus = Literal["stands", "lies", "sinks"]
"""How a float is in the water."""

WaterDepth = Annotated[float, Field(ge=0.05, le=60)]
"""Depth of fishable water. [m]"""
WaterTemperature = Annotated[float, Field(ge=-2, le=40)]
"""From freezing sea water to a tropical shallow. [°C]"""
Salinity = Annotated[float, Field(ge=0, le=42)]
"""Practical salinity times 1 g/kg; 42 is where TEOS-10 ends. [g/kg]"""
BaitHeight = Annotated[float, Field(ge=-3, le=60)]
"""Height off the bed or depth below the surface; below 0: so much line lies on the bed. [m]"""
WantedTip = Annotated[float, Field(gt=0, le=0.5)]
"""Length of tip wanted. [m]"""
WindSpeed = Annotated[float, Field(ge=0, le=40)]
"""Wind one may still fish in, and more. [m/s]"""
FishingDistance = Annotated[float, Field(ge=0.5, le=200)]
"""How far out is fished. [m]"""
