"""Line: the diameters sold, and how strong a strand is."""

from __future__ import annotations

from math import pi

from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.components import LineSection

DIAMETERS_MM = (
    *(i / 100 for i in range(6, 31)),
    0.33, 0.35, 0.38, 0.40, 0.45, 0.50, 0.55, 0.60, 0.70, 0.80, 0.90, 1.00,
)  # fmt: skip
"""Steps in which line is sold. [mm] Editable default."""


def line_strength_n(section: LineSection) -> float:
    """Breaking load of a line without a knot: what was entered, else from material and diameter. [N]

    F = s pi d^2 / 4

    section: the line.
    Source: definition of stress; the material's strength is an editable default.
    """
    if section.strength_n is not None:
        return section.strength_n
    material = LINE_MATERIAL.get(section.material, LINE_MATERIAL["nylon"])
    return material.strength_pa * pi * section.diameter_m**2 / 4.0


def diameter_for_m(strength_n: float, material: str) -> float:
    """The thinnest diameter sold that bears a load. [m]

    strength_n: breaking load wanted, 0 or more. [N]
    material: of `LINE_MATERIALS`.
    >>> diameter_for_m(20.0, "nylon")
    0.00017
    """
    needed = (4.0 * strength_n / (pi * LINE_MATERIAL[material].strength_pa)) ** 0.5
    fits = (mm for mm in DIAMETERS_MM if mm * 1e-3 >= needed)
    return round(next(fits, DIAMETERS_MM[-1]) * 1e-3, 6)
