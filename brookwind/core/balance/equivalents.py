"""The same rig in other water and with other metal: what the tip does, and which shot puts it right."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations_with_replacement
from typing import Literal

from brookwind.core.box.stock import ShotStock
from brookwind.core.errors import OutOfRange
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg, submerged_weight_n
from brookwind.core.limits import FloatStatus
from brookwind.core.matter.materials import WEIGHT_MATERIAL, Material
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.shot_series import MODERN, size_label

WATERS = (
    ("fresh, 2 °C", 2.0, 0.0),
    ("fresh, 15 °C", 15.0, 0.0),
    ("fresh, 28 °C", 28.0, 0.0),
    ("brackish, 12 g/kg, 12 °C", 12.0, 12.0),
    ("sea, 35 g/kg, 2 °C", 2.0, 35.0),
    ("sea, 35 g/kg, 12 °C", 12.0, 35.0),
    ("sea, 35 g/kg, 28 °C", 28.0, 35.0),
)
"""Waters of the table: name, temperature, grams of salt per kilogram."""

METALS = ("lead", "tin", "tungsten", "bismuth", "steel")
_MOST_PIECES = 2
"""Pieces swapped at most for another water."""


class Equivalent(Frozen):
    """One row of the table."""

    group: Literal["water", "metal"]
    name: str
    same: bool
    """This is how the rig is now."""
    tip_m: float | None
    """Tip shown; None when the float is pulled under. [m]"""
    status: FloatStatus
    change_m: float | None
    """Against the rig as it is. [m]"""
    add_kg: float
    """Lead to add (or take off, below 0) for the tip it has now. [kg]"""
    put_right: str


class Equivalents(Frozen):
    """The table, and the tip it is held against."""

    tip_m: float
    """Tip of the rig as it is. [m]"""
    rows: tuple[Equivalent, ...]


def equivalents(rig: Rig, shot: Sequence[ShotStock] = ()) -> Equivalents:
    """Settle the rig in other waters, and with its weights in other metals of the same mass.

    rig: the rig; its float must stand.
    shot: sizes to put it right with; the usual series when none is held.
    Raises: OutOfRange when the float does not stand as it is.
    Source: Archimedes' principle; TEOS-10 for the waters.
    """
    here = settle(rig)
    if here.status != "stands":
        raise OutOfRange.one(
            "equivalents-not-standing",
            "The float does not stand as it is, so there is no tip to compare with.",
            "Balance the rig first.",
            ("rig",),
        )
    held = [s for s in shot if s.count > 0]
    rows = []
    for name, temperature, salinity in WATERS:
        water = rig.water.model_copy(update={"temperature_c": temperature, "salinity": salinity})
        same = abs(temperature - rig.water.temperature_c) < 0.5 and abs(salinity - rig.water.salinity) < 0.5
        rows.append(_row("water", name, same, rig.model_copy(update={"water": water}), here, _sizes(held, "lead")))
    for metal in METALS:
        material = WEIGHT_MATERIAL[metal]
        same = all(c.material == metal for c in rig.components if isinstance(c, Shot | Weight))
        rows.append(_row("metal", material.name, same, in_metal(rig, material), here, _sizes(held, metal)))
    return Equivalents(tip_m=here.tip_m, rows=tuple(rows))


def in_metal(rig: Rig, material: Material) -> Rig:
    """The rig with every shot and weight of another metal, mass for mass.

    rig: the rig.
    material: the metal.
    """
    change = {"material": material.id, "density_kg_m3": material.density_kg_m3}
    return rig.model_copy(
        update={
            "components": tuple(
                c.model_copy(update=change) if isinstance(c, Shot | Weight) else c for c in rig.components
            )
        }
    )


def _sizes(held: list[ShotStock], metal: str) -> list[tuple[str, float, float]]:
    """Name, mass and density of the sizes of a metal: those held, else the usual series."""
    own = [(s.label, s.mass_kg, s.density_kg_m3) for s in held if s.material == metal]
    density = WEIGHT_MATERIAL[metal].density_kg_m3
    return own or [(size_label(s.name), s.mass_kg, density) for s in MODERN]


def _row(
    group: Literal["water", "metal"],
    name: str,
    same: bool,
    rig: Rig,
    here: Settled,
    sizes: list[tuple[str, float, float]],
) -> Equivalent:
    elsewhere = settle(rig)
    need_n = load_at_immersion_n(here.body, here.immersion_m, elsewhere.water_kg_m3) - elsewhere.pull_n
    tip = None if elsewhere.status == "sinks" else elsewhere.tip_m
    return Equivalent(
        group=group,
        name=name,
        same=same,
        tip_m=tip,
        status=elsewhere.status,
        change_m=None if tip is None else tip - here.tip_m,
        add_kg=lead_mass_kg(need_n, elsewhere.water_kg_m3),
        put_right=_put_right(need_n, sizes, elsewhere.water_kg_m3),
    )


def _put_right(need_n: float, sizes: list[tuple[str, float, float]], water: float) -> str:
    """The one or two pieces nearest to what is missing, in words."""
    pulls = [(label, submerged_weight_n(mass, density, water)) for label, mass, density in sizes]
    name, smallest = min(pulls, key=lambda p: p[1])
    if abs(need_n) < 0.1 * smallest:
        return "as it is"
    if abs(need_n) < 0.6 * smallest:
        return f"less than a {name}: leave it"
    best: tuple[float, tuple[str, ...]] = (abs(need_n), ())
    for count in range(1, _MOST_PIECES + 1):
        for chosen in combinations_with_replacement(pulls, count):
            off = abs(abs(need_n) - sum(p for _, p in chosen))
            # A second piece must earn its place.
            if off < best[0] - 0.2 * smallest:
                best = (off, tuple(label for label, _ in chosen))
    largest = max(p for _, p in pulls)
    if abs(need_n) > _MOST_PIECES * largest * 1.2:
        count, label = round(abs(need_n) / largest), max(pulls, key=lambda p: p[1])[0]
        return f"{'add' if need_n > 0 else 'take off'} about {count} × {label}"
    return f"{'add' if need_n > 0 else 'take off'} {' + '.join(best[1])}"
