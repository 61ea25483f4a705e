"""What to relax, or to buy, where nothing in the box makes the wanted tip."""

from __future__ import annotations

from collections import Counter
from typing import Literal

from brookwind.core.balance.proposal import Proposal, Taken, Wish
from brookwind.core.balance.propose import balanced
from brookwind.core.balance.ready import SHOP
from brookwind.core.balance.totals import Effort
from brookwind.core.box.stock import MOST_COMPARTMENTS, Stock
from brookwind.core.edits.proposed import Proposed
from brookwind.core.errors import BrookwindError
from brookwind.core.gravity import LEAD_KG_M3
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each
from brookwind.core.situation import Situation

FAR_M = 0.001
"""An error of tip worth doing something about. [m] Editable default."""
_WORTH_M = 0.0005
"""A relaxed wish must bring the tip at least so much nearer. [m] Editable default."""

Constraint = Literal["pieces", "sizes", "line", "hooklength", "metal", "fixed", "heavy", "stock"]


class Relaxed(Proposed):
    """A limit that stands in the way, and what giving it up brings."""

    constraint: Constraint
    wish: Wish
    """The wish with it given up."""
    error_m: float
    """Error of tip that is left then. [m]"""
    pieces: int
    buy: tuple[Taken, ...] = ()
    """What the box lacks for it."""


def relaxations(
    situation: Situation, stock: Stock, wish: Wish, present_m: float | None = None, effort: Effort | None = None
) -> tuple[Relaxed, ...]:
    """Every limit which, given up alone, lets the rig be balanced, or nearer by half a millimetre; nearest first.

    situation: the rig.
    stock: what the box holds, without what the place forbids.
    wish: what was asked.
    present_m: the error of what can be had as asked, None when nothing can. [m]
    effort: what may be spent on all of them.
    """
    effort = effort or Effort()
    found = [r for r in (_try(stock, *t, present_m, effort) for t in _tries(situation, stock, wish)) if r is not None]
    bought = _bought(situation, stock, wish, present_m, effort)
    return tuple(sorted([*found, *([bought] if bought else [])], key=lambda r: (round(abs(r.error_m), 4), r.pieces)))


def _tries(situation: Situation, stock: Stock, wish: Wish) -> list[tuple[Constraint, str, Situation, Wish]]:
    def other(**change: object) -> Wish:
        return wish.model_copy(update=change)

    tries: list[tuple[Constraint, str, Situation, Wish]] = []
    if wish.max_pieces < 60:
        tries.append(("pieces", "Allow {pieces} pieces.", situation, other(max_pieces=60)))
    if wish.smallest_kg is not None or wish.largest_kg is not None:
        tries.append(("sizes", "Allow every size.", situation, other(smallest_kg=None, largest_kg=None)))
    if not wish.any_line:
        tries.append(("line", "Allow shot that this line hardly holds: {taken}.", situation, other(any_line=True)))
    if not wish.on_hooklength:
        tries.append(("hooklength", "Allow shot on the hooklength.", situation, other(on_hooklength=True)))
    if wish.keep_heavy:
        tries.append(("heavy", "Choose the locking shot or the lead anew.", situation, other(keep_heavy=False)))
    if any(getattr(c, "fixed", False) for c in situation.rig.components):
        loose = situation.varied(_released)
        tries.append(("fixed", "Release what you have fixed.", loose, wish))
    metals = {s.material for s in stock.shot if s.count > 0}
    now = wish.material or max(metals, key=lambda m: sum(s.count for s in stock.shot if s.material == m), default=None)
    for metal in sorted(metals - {now}):
        tries.append(("metal", f"Take {metal}.", situation, other(material=metal)))
    return tries


def _released(rig: Rig) -> Rig:
    return each(rig, lambda c: c.model_copy(update={"fixed": False}) if getattr(c, "fixed", False) else c)


def _try(
    stock: Stock,
    constraint: Constraint,
    says: str,
    situation: Situation,
    wish: Wish,
    present_m: float | None,
    effort: Effort,
) -> Relaxed | None:
    got = _balanced(situation, stock, wish, effort)
    if got is None or not _worth(got, present_m):
        return None
    if constraint == "pieces":
        # The fewest that do: the wish names them.
        wish = wish.model_copy(update={"max_pieces": got.pieces})
    said = says.format(pieces=got.pieces, taken=got.summary)
    return Relaxed(constraint=constraint, says=said, wish=wish, error_m=got.error_m, pieces=got.pieces)


def _balanced(situation: Situation, stock: Stock, wish: Wish, effort: Effort) -> Proposal | None:
    try:
        return balanced(situation, stock, wish, effort).proposal
    except BrookwindError:
        return None


def _worth(got: Proposal, present_m: float | None) -> bool:
    return present_m is None or abs(got.error_m) < abs(present_m) - _WORTH_M


def _bought(situation: Situation, stock: Stock, wish: Wish, present_m: float | None, effort: Effort) -> Relaxed | None:
    """The same wish with everything a shop sells besides what is there; what is lacking is to be bought."""
    metal = wish.material or "lead"
    if metal == "lead" and stock.ruled_out:
        # A shop near this water sells something else.
        metal = "tin"
    density = WEIGHT_MATERIAL[metal].density_kg_m3 if metal in WEIGHT_MATERIAL else LEAD_KG_M3
    sold = {"material": metal, "density_kg_m3": density}
    own = {s.item for s in stock.shot} | {s.item for s in stock.leads}
    everything = Stock(
        shot=(
            *[s for s in stock.shot if s.material == metal and s.count > 0][: MOST_COMPARTMENTS - len(SHOP.shot)],
            *(s.model_copy(update={**sold, "item": f"buy-{s.size.lower()}"}) for s in SHOP.shot),
        ),
        leads=(
            *[s for s in stock.leads if s.material == metal and s.count > 0][: MOST_COMPARTMENTS - len(SHOP.leads)],
            *(s.model_copy(update=sold) for s in SHOP.leads),
        ),
        # What lies in the box is taken first.
        used=dict.fromkeys(own, 1000),
    )
    wish = wish.model_copy(update={"material": metal})
    got = _balanced(situation, everything, wish, effort)
    if got is None or not _worth(got, present_m):
        return None
    lacking: Counter[str] = Counter()
    for t in got.taken:
        if t.item not in own:
            lacking[t.label] += t.count
    if not lacking:
        return None
    buy = tuple(Taken(item="", label=label, count=n) for label, n in lacking.items())
    names = ", ".join(f"{t.count} × {t.label}" for t in buy)
    return Relaxed(
        constraint="stock", says=f"Buy {names} in {metal}.", wish=wish, error_m=got.error_m, pieces=got.pieces, buy=buy
    )
