"""Viscosity of the water from temperature and salinity."""

from __future__ import annotations

from functools import lru_cache

from brookwind.core.matter.density import water_density_kg_m3

_AT_20_C_PA_S = 1.002e-3
"""Dynamic viscosity of pure water at 20 °C. [Pa s] Source: Kestin, Sokolov and Wakeham, 1978."""


@lru_cache(maxsize=256)
def viscosity_m2_s(temperature_c: float, salinity: float = 0.0) -> float:
    """Kinematic viscosity of water. [m2/s]

    log10(mu / mu20) = (20 - t) / (t + 96) (1.2364 - 1.37e-3 (20 - t) + 5.7e-6 (20 - t)^2)
    mu_sea = mu (1 + A S + B S^2), A = 1.541 + 0.01998 t - 9.52e-5 t^2, B = 7.974 - 0.07561 t + 4.724e-4 t^2

    temperature_c: of the water. [°C, -2 to 40]
    salinity: practical salinity; S is its thousandth. [0 to 42]
    Raises: OutOfRange outside those ranges.
    Source: Kestin, Sokolov and Wakeham, J. Phys. Chem. Ref. Data 7, 1978; Sharqawy, Lienhard and Zubair, Desalination
    and Water Treatment 16, 2010, for the salt.
    >>> round(viscosity_m2_s(15.0) * 1e6, 3)    # 1.139 in the CRC Handbook
    1.139
    >>> round(viscosity_m2_s(0.0) * 1e6, 2)    # 1.79
    1.79
    """
    cold = 20.0 - temperature_c
    fresh = _AT_20_C_PA_S * 10.0 ** (cold / (temperature_c + 96.0) * (1.2364 - 1.37e-3 * cold + 5.7e-6 * cold**2))
    s, t = salinity / 1000.0, temperature_c
    salt = 1.0 + (1.541 + 0.01998 * t - 9.52e-5 * t**2) * s + (7.974 - 0.07561 * t + 4.724e-4 * t**2) * s**2
    return float(fresh * salt / water_density_kg_m3(temperature_c, salinity))
