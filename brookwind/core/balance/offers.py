"""Several ways to balance one rig that differ in kind, each with what it costs and how sure it is."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from brookwind.core.balance.by_label import usable_tip
from brookwind.core.balance.own_pattern import OwnPattern
from brookwind.core.balance.patterns import PATTERN, PATTERNS
from brookwind.core.balance.proposal import Proposal, Wish
from brookwind.core.balance.propose import balanced
from brookwind.core.balance.relax import Relaxed, relaxations
from brookwind.core.balance.sureness import Sureness, sureness
from brookwind.core.balance.totals import Effort
from brookwind.core.box.stock import Stock
from brookwind.core.errors import BrookwindError, Problem
from brookwind.core.frozen import Frozen
from brookwind.core.rest.tip_range import tip_gate_m
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import FAMILY
from brookwind.core.situation import Situation

NEAREST_TIE_M = 1e-5
"""Where the very tip is asked for, only tips this near to one another count as equal. [m] Editable default."""
MOST_OFFERS = 5
"""The best and up to four others; patterns of the angler's own come on top."""
_KIND = {"tapered": "strung", "tapered-opening": "strung", "lower-third": "strung"}
"""Patterns that differ in placing only, not in kind."""


class Offer(Frozen):
    """A proposal, in what it differs from the others, and how sure it is."""

    kind: Literal["label", "asked", "pattern", "nearest", "metal", "own"]
    says: str
    proposal: Proposal
    wish: Wish
    """What to ask for to get it again."""
    sureness: Sureness | None


class NotOffered(Frozen):
    """A way that is not possible with this box."""

    name: str
    problem: Problem


class Offers(Frozen):
    """As the float's label says where that shows a usable tip, the best as asked, then others that differ in kind."""

    offers: tuple[Offer, ...]
    refused: tuple[NotOffered, ...]
    relaxed: tuple[Relaxed, ...]
    """What to give up or buy, when what was asked cannot be had within a millimetre."""


def offers(
    rig: Rig, stock: Stock, wish: Wish, own: Sequence[OwnPattern] = (), tolerance_m: float | None = None
) -> Offers:
    """Balance a rig as asked, and in other ways for comparison.

    As the label says; as asked; the other kinds of pattern its family takes; as near to the wanted tip as the box
    comes, with however many pieces; another metal; and every pattern of the angler's own. Ways that come out the same
    are given once.

    rig: the rig.
    stock: what the box holds, without what the place forbids.
    wish: pattern and limits.
    own: patterns of the angler's own.
    tolerance_m: for the chances; what nobody trims any finer when not given. [m]
    """
    situation, effort = Situation(rig), Effort()
    found: list[Offer] = []
    refused: list[NotOffered] = []
    for kind, says, name, asked in _ways(rig, stock, wish, own):
        if kind != "own" and sum(o.kind != "own" for o in found) >= MOST_OFFERS:
            continue
        try:
            done = balanced(situation, stock, asked, effort)
        except BrookwindError as error:
            if kind in {"label", "asked", "pattern", "own"}:
                refused.append(NotOffered(name=name, problem=error.problems[0]))
            continue
        if any(_same(done.proposal, o.proposal) for o in found):
            if kind == "asked":
                # It came out as the label says: both are true of it.
                found[0] = found[0].model_copy(update={"kind": "asked", "says": "as the label says, and as asked"})
            continue
        spec = done.proposal.rig.float_piece.spec
        sure = sureness(done.situation.as_fished, spec, rig.aim.tip_m, stock.shot, tolerance_m)
        found.append(Offer(kind=kind, says=says, proposal=done.proposal, wish=asked, sureness=sure))
    found.sort(key=lambda o: o.kind == "label" and not usable_tip(situation.settled.body, o.proposal.tip_m))
    best = next((o.proposal.error_m for o in found if o.kind == "asked"), None)
    far = best is None or abs(best) > tip_gate_m(situation.settled, rig.aim.tip_m)
    relaxed = relaxations(situation, stock, wish, best, effort) if far else ()
    return Offers(offers=tuple(found), refused=tuple(refused), relaxed=relaxed)


Kind = Literal["label", "asked", "pattern", "nearest", "metal", "own"]


def _ways(rig: Rig, stock: Stock, wish: Wish, own: Sequence[OwnPattern]) -> list[tuple[Kind, str, str, Wish]]:
    asked = wish.own.name if wish.own else PATTERN[wish.pattern].name if wish.pattern in PATTERN else wish.pattern
    ways: list[tuple[Kind, str, str, Wish]] = [("asked", "as asked", asked, wish)]
    shotted = not wish.own and PATTERN.get(wish.pattern, PATTERN["bulk"]).shotted
    if rig.float_piece.spec.capacity_kg and shotted and not wish.as_label:
        label = wish.model_copy(update={"as_label": True})
        says = rig.float_piece.spec.label or "its capacity"
        ways.insert(0, ("label", f"as its label says: {says}", "by label", label))
    family = FAMILY.get(rig.family)
    names = family.patterns if family else tuple(p.id for p in PATTERNS)
    kinds = {_KIND.get(wish.pattern, wish.pattern)} if not wish.own else set()
    for name in names:
        kind = _KIND.get(name, name)
        if kind not in kinds:
            kinds.add(kind)
            ways.append(("pattern", "another pattern", PATTERN[name].name, _plain(wish, pattern=name)))
    nearest = wish.model_copy(update={"tie_m": NEAREST_TIE_M})
    ways.insert(min(4, len(ways)), ("nearest", "nearest to the wanted tip", asked, nearest))
    metals = {s.material for s in stock.shot if s.count > 0}
    most = max(metals, key=lambda m: sum(s.count for s in stock.shot if s.material == m), default="lead")
    for metal in sorted(metals - {wish.material or most}):
        ways.append(("metal", f"in {metal}", asked, wish.model_copy(update={"material": metal})))
    for pattern in own:
        if wish.own is None or wish.own.id != pattern.id:
            ways.append(("own", "your own pattern", pattern.name, _plain(wish, own=pattern)))
    return ways


def _plain(wish: Wish, **change: object) -> Wish:
    """Another pattern with its own number of droppers and its own gaps."""
    return wish.model_copy(update={"own": None, "droppers": None, "gap_ratio": None, **change})


def _same(one: Proposal, other: Proposal) -> bool:
    return one.pattern == other.pattern and {(t.item, t.count) for t in one.taken} == {
        (t.item, t.count) for t in other.taken
    }
