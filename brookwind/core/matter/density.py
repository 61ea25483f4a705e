"""Density of the water from temperature and salinity."""

from __future__ import annotations

from functools import lru_cache

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import temperature

SALT_WATER = 5.0
"""Water saltier than this is the sea's. [g/kg] Editable default."""
_COLDEST_C = -2.0
"""Sea water freezes. [°C]"""
_WARMEST_C = 40.0
"""The equation of state ends. [°C]"""
_REFERENCE_RATIO = 35.16504 / 35.0
"""Reference over practical salinity. Source: TEOS-10, 2010, 2.4."""


@lru_cache(maxsize=256)
def water_density_kg_m3(temperature_c: float, salinity: float = 0.0) -> float:
    """Density of water at the surface. [kg/m3]

    Practical salinity becomes reference salinity S_R = (35.16504 / 35) S_P; temperature becomes conservative
    temperature; density is the 75-term expression at zero sea pressure.

    temperature_c: in-situ temperature. [°C, -2 to 40]
    salinity: practical salinity, 0 for fresh water, 35 for the open sea. [0 to 42]
    Raises: OutOfRange outside those ranges.
    Assumes the composition of standard sea water; a limestone stream differs by less than 0.05 %.
    Source: IOC, SCOR and IAPSO, "TEOS-10", 2010; Roquet et al., Ocean Modelling 90, 2015.
    >>> round(water_density_kg_m3(15.0), 1)    # 999.10 in the CRC Handbook
    999.1
    >>> round(water_density_kg_m3(12.0, 35.0), 1)    # 1026.6 by EOS-80 tables
    1026.6
    """
    if not _COLDEST_C <= temperature_c <= _WARMEST_C:
        raise OutOfRange.one(
            "water-temperature",
            "Water at {entered} is not fished with a float.",
            "Enter {coldest} to {warmest}.",
            ("temperature_c",),
            {
                "entered": temperature(temperature_c),
                "coldest": temperature(_COLDEST_C),
                "warmest": temperature(_WARMEST_C),
            },
        )
    if not 0.0 <= salinity <= 42.0:
        raise OutOfRange.one(
            "water-salinity",
            f"A salinity of {salinity:g} is not found in nature.",
            "Enter 0 (fresh) to 42; the open sea is 35.",
            ("salinity",),
        )
    # It takes a tenth of a second to load, and the first page needs no density.
    import gsw

    absolute = salinity * _REFERENCE_RATIO
    return float(gsw.rho(absolute, gsw.CT_from_t(absolute, temperature_c, 0.0), 0.0))
