"""What is drawn of a compartment: how large a piece is, and how a float stands."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from brookwind.core.box.items import BeadStock, BoxItem, HookStock, LeaderStock, LineStock
from brookwind.core.box.stock import FloatStock, LeadStock, ShotStock
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import float_body
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.rig.hooks import HOOK_SIZE

FRESH_KG_M3 = water_density_kg_m3(15.0, 0.0)
"""Fresh water at 15 °C. [kg/m3] Source: `water_density_kg_m3`."""


class DrawnItem(Frozen):
    """A compartment as it is drawn, and what is worth knowing of a piece of it."""

    item: str
    row: str
    """What it stands in a row with: its metal, shape, type or material."""
    order: float
    """Its place in the row: by what it carries, weighs, gapes or is thick."""
    across_m: float | None = None
    """Thickness of a shot, weight, bead or line; gape of a hook. [m]"""
    pull_n: float | None = None
    """Of a shot or weight in fresh water. [N]"""
    capacity_kg: float | None = None
    tested: bool = False
    outline: tuple[tuple[float, float], ...] = ()
    """(height above the base, radius) of a float. [m]"""
    paint_m: float = 0.0
    immersion_m: float = 0.0
    """Height of its design waterline. [m]"""
    on_rigs: int = 0
    """Pieces of it on kept rigs."""
    problem: str = ""
    """Why a float cannot be drawn."""


def drawn(items: Iterable[BoxItem], used: Mapping[str, int]) -> tuple[DrawnItem, ...]:
    """Every compartment as it is drawn.

    items: compartments.
    used: pieces of each on kept rigs.
    """
    return tuple(_drawn(i, used.get(i.item, 0)) for i in items)


def _drawn(item: BoxItem, on_rigs: int) -> DrawnItem:
    match item:
        case ShotStock() | LeadStock():
            row = item.material if isinstance(item, ShotStock) else item.shape
            return DrawnItem(
                item=item.item, row=row, order=-item.mass_kg, on_rigs=on_rigs,
                across_m=sphere_diameter_m(item.mass_kg, item.density_kg_m3),
                pull_n=submerged_weight_n(item.mass_kg, item.density_kg_m3, FRESH_KG_M3),
            )  # fmt: skip
        case FloatStock():
            return _float(item, on_rigs)
        case HookStock():
            size = HOOK_SIZE.get(item.size)
            gape = size.gape_m if size else 0.005
            return DrawnItem(item=item.item, row=item.pattern, order=gape, across_m=gape, on_rigs=on_rigs)
        case LineStock() | LeaderStock():
            return DrawnItem(
                item=item.item, row=item.material, order=item.diameter_m, across_m=item.diameter_m, on_rigs=on_rigs
            )
        case BeadStock():
            return DrawnItem(
                item=item.item, row=item.kind, order=item.length_m, across_m=item.length_m, on_rigs=on_rigs
            )
        case _:
            return DrawnItem(item=item.item, row=item.kind, order=0.0, on_rigs=on_rigs)


def _float(item: FloatStock, on_rigs: int) -> DrawnItem:
    kind = FLOAT_TYPE.get(item.spec.type)
    row = kind.name if kind else item.spec.type
    try:
        body = float_body(item.spec)
    except BrookwindError as error:
        return DrawnItem(item=item.item, row=row, order=item.spec.capacity_kg or 0.0, problem=str(error))
    return DrawnItem(
        item=item.item, row=row, order=body.capacity_kg, capacity_kg=body.capacity_kg, tested=body.tested,
        outline=body.profile.points, paint_m=body.type.paint_m, immersion_m=body.length_m - body.design_tip_m,
        on_rigs=on_rigs,
    )  # fmt: skip
