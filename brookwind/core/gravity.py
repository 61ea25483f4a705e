"""Weight under water, and the lead-shot measure of it."""

from __future__ import annotations

G_M_S2 = 9.80665
"""Standard gravity. [m/s2] Source: 3rd CGPM, 1901."""

LEAD_KG_M3 = 11340.0
"""Density of lead at 20 °C. [kg/m3] Source: CRC Handbook of Chemistry and Physics, elements table."""

LABEL_WATER_KG_M3 = 999.1
"""Fresh water at 15 °C, in which a label's capacity is meant. [kg/m3] Source: TEOS-10 at S = 0, t = 15 °C."""

LABEL_LEAD_NET = 1.0 - LABEL_WATER_KG_M3 / LEAD_KG_M3
"""Pull of lead shot in the water a label is meant in, over its weight in air."""


def submerged_weight_n(mass_kg: float, density_kg_m3: float, water_kg_m3: float) -> float:
    """Pull of a fully submerged solid, buoyancy taken off. [N, positive down]

    F = m g (1 - rho_water / rho_solid)

    mass_kg: mass in air, 0 or more. [kg]
    density_kg_m3: density of the solid, more than 0. [kg/m3]
    water_kg_m3: density of the water. [kg/m3, 990 to 1035]
    Assumes no trapped air. Negative means the solid floats: an answer, not an error.
    Source: Archimedes' principle.
    >>> round(submerged_weight_n(0.001, 11340.0, 1000.0), 6)   # by hand: 9.80665e-3 * 0.911817
    0.008942
    """
    return mass_kg * G_M_S2 * (1.0 - water_kg_m3 / density_kg_m3)


def lead_mass_kg(pull_n: float, water_kg_m3: float) -> float:
    """Mass of lead shot that pulls as hard as this under water: the angler's measure of a load. [kg]

    m = F / (g (1 - rho_water / rho_lead))

    pull_n: the pull, positive down. [N]
    water_kg_m3: density of the water. [kg/m3, 990 to 1035]
    Source: inverse of `submerged_weight_n` for lead.
    >>> round(lead_mass_kg(0.00894191, 1000.0), 6)
    0.001
    """
    return pull_n / submerged_weight_n(1.0, LEAD_KG_M3, water_kg_m3)


def sphere_diameter_m(mass_kg: float, density_kg_m3: float) -> float:
    """Diameter of a ball of this mass. [m]

    d = (6 m / (pi rho))^(1/3)

    mass_kg: mass, more than 0. [kg]
    density_kg_m3: density, more than 0. [kg/m3]
    Source: volume of a sphere.
    >>> round(sphere_diameter_m(0.0008, 11340.0), 5)   # an AAA in lead: 5.1 mm
    0.00513
    """
    return float((6.0 * mass_kg / (3.141592653589793 * density_kg_m3)) ** (1.0 / 3.0))
