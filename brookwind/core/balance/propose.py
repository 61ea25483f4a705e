"""Balance a rig from the box: choose the pieces, place them, set the stop."""

from __future__ import annotations

from brookwind.core.balance.allowed import allowed
from brookwind.core.balance.balancing import Balancing, hung_pull_n
from brookwind.core.balance.heavy_first import (
    keeps_heavy,
    strip_heavy,
)
from brookwind.core.balance.own_pattern import pattern_of
from brookwind.core.balance.patterns import PATTERN
from brookwind.core.balance.proposal import Balanced, Proposal, Wish
from brookwind.core.balance.refuse import locked_on_slider, nothing_fits
from brookwind.core.balance.target import target_for
from brookwind.core.balance.totals import Effort, Lists
from brookwind.core.balance.unshotted import without_shot
from brookwind.core.box.stock import Stock
from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.rest.stop import plumb_setting_m, set_stop
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot, take_off
from brookwind.core.situation import Situation

_SAME_LIFT_N = 2e-6
"""What the current does to the load is not reckoned again for a difference less than this. [N]"""


def balance_rig(rig: Rig, stock: Stock, wish: Wish) -> Proposal:
    """The rig with the best weights for its wanted tip in one pattern, its stop set.

    Everything that hangs with the float at the wanted tip is weighed; the rest of the float's load is made up from the
    stock: first what carries most (locking shot, running lead), then single shot of one size, then the free choice.
    Over all those beginnings the least error in tip wins, then the fewest pieces, the fewest sizes, sizes no larger
    towards the hook, the most used compartments.

    In a current the tip is the one that shows there: what the current does to the load is reckoned with the weights the
    rig has, and once more with the new ones when that makes a difference.

    rig: the rig; its aim says the tip. Shot with another task than locking stays, and so does what is fixed.
    stock: what the box holds.
    wish: pattern and limits.
    Raises: NotUnderstood for an unknown pattern; Infeasible with what to relax; OutOfRange when the float cannot.
    """
    return balanced(Situation(rig), stock, wish).proposal


def balanced(situation: Situation, stock: Stock, wish: Wish, effort: Effort | None = None) -> Balanced:
    """As `balance_rig`, with what follows from the balanced rig.

    situation: the rig.
    stock: what the box holds.
    wish: pattern and limits.
    effort: what may be spent on it, shared with other balances.
    Raises: as `balance_rig`.
    """
    lifted = situation.lifted_n
    lists: Lists = {}
    effort = effort or Effort()
    found = _balanced(situation, stock, wish, lifted, lists, effort)
    if abs(found.there.lifted_n - lifted) <= _SAME_LIFT_N:
        return found
    try:
        other = _balanced(situation, stock, wish, found.there.lifted_n, lists, effort)
    except BrookwindError:
        return found
    return min(found, other, key=lambda b: abs(b.proposal.error_m))


def _balanced(situation: Situation, stock: Stock, wish: Wish, lifted: float, lists: Lists, effort: Effort) -> Balanced:
    rig = situation.rig
    pattern = pattern_of(wish.own) if wish.own else PATTERN.get(wish.pattern)
    if pattern is None:
        raise NotUnderstood.one(
            "pattern", f"There is no pattern {wish.pattern!r}.", f"Patterns are {', '.join(PATTERN)}.", ("pattern",)
        )
    stock = allowed(rig, stock, wish)
    if not pattern.shotted:
        return without_shot(rig, stock, wish)
    if pattern.at_float and rig.float_piece.position_m is None:
        raise locked_on_slider()
    target = target_for(situation, lifted)
    bare = take_off(rig, is_free_shot)
    keep = keeps_heavy(rig, wish.keep_heavy)
    if not keep:
        bare = strip_heavy(bare, pattern.carrier == "family")
    at_tip = set_stop(bare, plumb_setting_m(bare, target.body, target.immersion_m))
    search = Balancing(pattern, stock, wish, target, lists, effort)
    starts = search.starts(at_tip, keep)
    best = search.best(starts)
    if best is None:
        raise nothing_fits(pattern, stock, target.pull_n - hung_pull_n(at_tip, target), target, wish)
    if best.choice.error > target.hopeless_m and best.start.need_n > best.choice.total_n + search.fixed_n(best.scheme):
        # So light that the float does not even settle to its tip.
        raise nothing_fits(pattern, stock, best.start.need_n, target, wish)
    return search.finish(best)
