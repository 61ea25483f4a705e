"""What moves through water, or hangs in it, needs two figures of it: its density and its viscosity."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.viscosity import viscosity_m2_s


class Fluid(NamedTuple):
    """A water."""

    kg_m3: float
    """Density. [kg/m3]"""
    viscosity_m2_s: float
    """Kinematic viscosity. [m2/s]"""


@lru_cache(maxsize=256)
def fluid_of(temperature_c: float, salinity: float = 0.0) -> Fluid:
    """The water of a temperature and salinity.

    temperature_c: of the water. [°C, -2 to 40]
    salinity: practical salinity. [0 to 42]
    Raises: OutOfRange outside those ranges.
    Source: `water_density_kg_m3`, `viscosity_m2_s`.
    """
    return Fluid(water_density_kg_m3(temperature_c, salinity), viscosity_m2_s(temperature_c, salinity))
