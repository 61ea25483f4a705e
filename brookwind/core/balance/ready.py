"""A rig ready to fish: tied, and balanced from a box or from what any shop sells."""

from __future__ import annotations

from brookwind.core.balance.patterns import PATTERN
from brookwind.core.balance.proposal import Proposal, Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.errors import Infeasible
from brookwind.core.gravity import LEAD_KG_M3
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.families import Start, layout_of, new_rig
from brookwind.core.rig.shot_series import MODERN

_GRAMS = {
    "ball": (2, 3, 4, 5, 6, 8, 10, 12, 15, 20),
    "barrel": (3, 4, 5, 6, 7, 8, 10, 12, 15, 18, 20, 25, 30, 40, 50, 60, 80, 100, 120, 150, 200),
    "olivette": (0.3, 0.4, 0.5, 0.6, 0.8, 1.0, 1.2, 1.5, 1.8, 2.0, 2.5, 3.0, 4.0, 5.0),
}

FEW_PIECES = (8, 14, 40)
"""Most pieces on a rig nobody asked more of: the first number that can be balanced. Editable default."""

SHOP = Stock(
    shot=tuple(
        ShotStock(item=f"shop-{s.name.lower()}", size=s.name, mass_kg=s.mass_kg, density_kg_m3=LEAD_KG_M3, count=60)
        for s in MODERN
    ),
    leads=tuple(
        LeadStock(
            item=f"shop-{shape}-{g:g}".replace(".", "-"),
            label=f"{g:g} g {shape}",
            shape=shape,
            mass_kg=g / 1000.0,
            density_kg_m3=LEAD_KG_M3,
            count=10,
        )
        for shape, sizes in _GRAMS.items()
        for g in sizes
    ),
)
"""Every nominal size in lead, when no box is given. Editable default."""


def ready_rig(
    family_id: str, water: Water, rig_id: str, name: str, start: Start | None = None, stock: Stock = SHOP
) -> Proposal:
    """A new rig of a family with its weights on and its stop set.

    family_id: one of `FAMILIES`.
    water: the water.
    rig_id: id of the new rig.
    name: its name.
    start: fish, bait, float and habits, where they are not the usual ones.
    stock: what the box holds.
    Raises: BrookwindError with a sentence when it cannot be tied or balanced.
    """
    return weighted(new_rig(family_id, water, rig_id, name, start), stock)


def weighted(rig: Rig, stock: Stock = SHOP) -> Proposal:
    """A rig balanced in its own pattern.

    rig: the rig.
    stock: what the box holds.
    Raises: BrookwindError with a sentence when it cannot be.
    """
    for most in FEW_PIECES[:-1]:
        try:
            return _settled_for(balance_rig(rig, stock, Wish(pattern=rig.pattern, max_pieces=most)))
        except Infeasible:
            continue
    return _settled_for(balance_rig(rig, stock, Wish(pattern=rig.pattern, max_pieces=FEW_PIECES[-1])))


def _settled_for(proposal: Proposal) -> Proposal:
    """A float that carries its own load shows what it shows: that is its tip."""
    rig = proposal.rig
    if PATTERN[rig.pattern].shotted or layout_of(rig).fill or settle(rig).status != "stands":
        return proposal
    aim = rig.aim.model_copy(update={"tip_m": round(proposal.tip_m, 4)})
    return proposal.model_copy(update={"rig": rig.model_copy(update={"aim": aim}), "error_m": 0.0})
