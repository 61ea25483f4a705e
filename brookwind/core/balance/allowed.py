"""What of the box may be taken: metal, smallest and largest, what the line holds, what the place forbids."""

from __future__ import annotations

from collections import Counter

from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.tail import finest_kg
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.errors import Infeasible, OutOfRange
from brookwind.core.figures import load
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rules.place_rules import PlaceRules

FILLS = 5.0
"""Shot over line diameter below which the line fills the slot and it cannot be closed. Editable default."""
SLIPS = 80.0
"""Shot over line diameter above which it slips on the line. Editable default."""


def within_rules(stock: Stock, rules: PlaceRules | None) -> Stock:
    """The stock without lead that a place forbids.

    stock: what the box holds.
    rules: of the place, if any.
    """
    if rules is None or not rules.lead:
        return stock

    def forbidden(s: ShotStock | LeadStock) -> bool:
        return s.material == "lead" and any(b.from_kg <= s.mass_kg < b.to_kg for b in rules.lead)

    return stock.model_copy(
        update={
            "shot": tuple(s for s in stock.shot if not forbidden(s)),
            "leads": tuple(s for s in stock.leads if not forbidden(s)),
            "ruled_out": tuple(s.label for s in _all(stock) if s.count and forbidden(s)),
        }
    )


def wish_within_rules(rig: Rig, wish: Wish, rules: PlaceRules | None) -> Wish:
    """The wish as it may be fished: a family that is overloaded is loaded as its label says where that is forbidden.

    rig: the rig.
    wish: what was asked.
    rules: of the place, if any.
    """
    forbidden = rules is not None and rules.no_overloading and layout_of(rig).overload > 1.0
    return wish.model_copy(update={"as_label": True}) if forbidden else wish


def _all(stock: Stock) -> tuple[ShotStock | LeadStock, ...]:
    return (*stock.shot, *stock.leads)


def held_by_m(rig: Rig) -> float:
    """Diameter of the line that free shot is pinched on. [m]

    rig: the rig.
    """
    lines = of_kind(rig, LineSection)
    on_leader = layout_of(rig).shot_on == "leader" or len(lines) == 1
    return lines[-1].diameter_m if on_leader else lines[-2].diameter_m


def holds(mass_kg: float, density_kg_m3: float, line_m: float) -> bool:
    """True when a shot closes on a line without being filled by it, and does not slip on it.

    mass_kg: of the shot. [kg]
    density_kg_m3: of its metal. [kg/m3]
    line_m: diameter of the line. [m]
    Source: editable defaults `FILLS` and `SLIPS`.
    """
    return FILLS <= sphere_diameter_m(mass_kg, density_kg_m3) / line_m <= SLIPS


def allowed(rig: Rig, stock: Stock, wish: Wish, carries_kg: float) -> Stock:
    """The stock of one metal, within the sizes asked for, that the line holds.

    rig: the rig.
    stock: what the box holds.
    wish: metal, smallest and largest; with no smallest, none finer than is hung below such a float.
    carries_kg: what the float carries. [kg]
    Raises: Infeasible when the box holds no shot of that metal; OutOfRange when smallest is above largest.
    """
    if wish.smallest_kg is not None and wish.largest_kg is not None and wish.smallest_kg > wish.largest_kg:
        raise OutOfRange.one(
            "sizes-swapped",
            "The smallest shot allowed, {small}, is heavier than the largest, {large}.",
            "Swap the two.",
            ("wish", "smallest_kg"),
            {"small": load(wish.smallest_kg), "large": load(wish.largest_kg)},
        )
    pieces: Counter[str] = Counter({s.material: 0 for s in stock.shot})
    for s in stock.shot:
        pieces[s.material] += s.count
    metal = wish.material or max(pieces, key=lambda m: pieces[m], default=None)
    if metal is None:
        # Only larger weights: whichever metal most of them have.
        metal = Counter(s.material for s in stock.leads).most_common(1)[0][0] if stock.leads else "lead"
    if metal not in pieces and stock.shot:
        raise Infeasible.one(
            "no-such-metal",
            f"The box holds no shot of {metal}.",
            f"It holds {', '.join(pieces)}.",
            ("wish", "material"),
        )
    line = held_by_m(rig)

    def fits(s: ShotStock) -> bool:
        small, large = wish.smallest_kg or 0.0, wish.largest_kg or 1.0
        return small - 1e-9 <= s.mass_kg <= large + 1e-9 and (wish.any_line or holds(s.mass_kg, s.density_kg_m3, line))

    shot = tuple(s for s in stock.shot if s.material == metal and s.count > 0 and fits(s))
    if wish.smallest_kg is None:
        fine = finest_kg(carries_kg)
        shot = tuple(s for s in shot if s.mass_kg >= fine - 1e-9) or shot
    return stock.model_copy(
        update={
            "shot": shot,
            "leads": tuple(s for s in stock.leads if s.material == metal),
        }
    )
