"""Rigs without shot: the float carries its own load, or is filled to suit its lead."""

from __future__ import annotations

from brookwind.core.balance.fill import fill_float
from brookwind.core.balance.heavy_first import HeavyPiece, is_heavy, keeps_heavy, strip_heavy, with_heavy
from brookwind.core.balance.patterns import NONE, Pattern
from brookwind.core.balance.proposal import Balanced, Wish, proposal_of, taken_of
from brookwind.core.box.stock import Stock
from brookwind.core.errors import BrookwindError, Infeasible
from brookwind.core.rig.components import Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.threading import is_free_shot, take_off
from brookwind.core.situation import Situation

WANTED_LEAD_KG = 0.1
"""The lead looked for under a balloon whose size is not said. [kg] Editable default."""


def without_shot(rig: Rig, stock: Stock, wish: Wish) -> Balanced:
    """The rig without free shot: its float as it is, or filled to suit the lead nearest to the one it has.

    rig: the rig.
    stock: what the box holds.
    wish: whether its lead stays.
    Raises: Infeasible when the box holds no lead, or no filling carries it.
    """
    layout = layout_of(rig)
    if layout.fill:
        # What the float carries is set by its filling afterwards: any float that is afloat will do to begin with.
        kept = keeps_heavy(rig, wish.keep_heavy)
        bare = rig if kept else strip_heavy(rig)
        leads = [s for s in stock.leads if s.count >= 1 and s.shape not in {"olivette", "jig"}]
        if layout.heavy and not leads and not kept:
            raise no_heavy(NONE)
        hung = next((c.mass_kg for c in of_kind(rig, Weight) if is_heavy(c)), None)
        wanted = hung or rig.float_piece.spec.capacity_kg or WANTED_LEAD_KG
        nearest = min(leads, key=lambda s: abs(s.mass_kg - wanted), default=None)
        heavy = HeavyPiece(nearest, 1) if nearest and layout.heavy and not kept else None
        base = fill_float(with_heavy(bare, heavy) if heavy else bare)
        base = _set_for_still(base.model_copy(update={"pattern": NONE.id}))
        return proposal_of(base, NONE, [taken_of(heavy)] if heavy else [], True)
    base = take_off(rig, is_free_shot).model_copy(update={"pattern": NONE.id})
    if not keeps_heavy(rig, wish.keep_heavy):
        base = strip_heavy(base)
    return proposal_of(_set_for_still(base), NONE, [], True)


def _set_for_still(rig: Rig) -> Rig:
    """Its stop as for still water, wherever it was: what is set for a current from there is the same every time."""
    try:
        return Situation(rig).set_for_still.rig
    except BrookwindError:
        return rig


def no_heavy(pattern: Pattern) -> Infeasible:
    """The refusal of a box without the heavy piece that a pattern hangs on.

    pattern: the pattern.
    """
    what = pattern.heavy
    return Infeasible.one(
        "no-heavy",
        f"The box holds no {what.removeprefix('an ').removeprefix('a ')} for this float."
        if what.startswith("a")
        else f"The box does not hold {what} this float.",
        f"Put {what} into the box, or take another float or pattern.",
        ("stock",),
    )
