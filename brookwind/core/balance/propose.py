"""Balance a rig from the box: choose the pieces, place them, set the stop."""

from __future__ import annotations

from typing import NamedTuple

from brookwind.core.balance.allowed import allowed
from brookwind.core.balance.balancing import Balancing, Best, hung_pull_n
from brookwind.core.balance.by_label import label_target, of_label
from brookwind.core.balance.heavy_first import (
    keeps_heavy,
    strip_heavy,
)
from brookwind.core.balance.own_pattern import pattern_of
from brookwind.core.balance.patterns import PATTERN
from brookwind.core.balance.proposal import Balanced, Proposal, Wish
from brookwind.core.balance.refuse import all_sink, locked_on_slider, nothing_fits
from brookwind.core.balance.target import SUNK_M, target_for
from brookwind.core.balance.totals import Effort, Lists
from brookwind.core.balance.unshotted import without_shot
from brookwind.core.box.stock import Stock
from brookwind.core.errors import BrookwindError, Infeasible, NotUnderstood
from brookwind.core.rest.stop import least_setting_m, plumb_setting_m, set_stop
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of
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

    In a current the tip is the one that shows there: what the current does to the load is reckoned with the weights
    found for still water, and the choice is made once more for it. Nothing is taken from the free weights the rig has,
    so that balancing again changes nothing.

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
    spent = _Spent({}, effort or Effort(), {})
    found = _balanced(situation, stock, wish, 0.0, spent)
    lifted = found.situation.lifted_n
    if abs(lifted) <= _SAME_LIFT_N:
        return found
    try:
        other = _balanced(situation, stock, wish, lifted, spent)
    except BrookwindError:
        return found
    return min(found, other, key=lambda b: (_drawn_under(b.situation), abs(b.proposal.error_m)))


def _drawn_under(situation: Situation) -> bool:
    return situation.moving is not None and situation.moving.status == "sinks"


class _Spent(NamedTuple):
    """What one balance leaves for the next."""

    lists: Lists
    effort: Effort
    finished: dict[Rig, Balanced]


def _balanced(situation: Situation, stock: Stock, wish: Wish, lifted: float, spent: _Spent) -> Balanced:
    named = of_label(situation.rig, stock) if wish.as_label else None
    if named is not None:
        # The very shot its label names, where the pattern can be made of it.
        try:
            return _chosen(situation, named, wish, lifted, spent)
        except Infeasible:
            pass
    return _chosen(situation, stock, wish, lifted, spent)


def _chosen(situation: Situation, stock: Stock, wish: Wish, lifted: float, spent: _Spent) -> Balanced:
    rig = situation.rig
    pattern = pattern_of(wish.own) if wish.own else PATTERN.get(wish.pattern)
    if pattern is None:
        raise NotUnderstood.one(
            "pattern", f"There is no pattern {wish.pattern!r}.", f"Patterns are {', '.join(PATTERN)}.", ("pattern",)
        )
    stock = allowed(rig, stock, wish, situation.settled.body.rated_kg)
    if not pattern.shotted:
        return without_shot(rig, stock, wish)
    if pattern.at_float and rig.float_piece.position_m is None:
        raise locked_on_slider()
    target = target_for(situation, lifted)
    if wish.as_label:
        target = label_target(rig, situation.settled, target)
    bare = take_off(rig, is_free_shot)
    keep = keeps_heavy(rig, wish.keep_heavy)
    if not keep:
        bare = strip_heavy(bare, pattern.carrier == "family")
    plumb = plumb_setting_m(bare, target.body, target.immersion_m)
    at_tip = set_stop(bare, max(plumb, least_setting_m(bare)))
    search = Balancing(pattern, stock, wish, target, spent.lists, spent.effort, spent.finished)
    starts = search.starts(at_tip, keep)
    best = search.best(starts)
    if best is None:
        raise nothing_fits(pattern, stock, target.pull_n - hung_pull_n(at_tip, target), target, wish)
    return _afloat(search, best)


def _afloat(search: Balancing, best: Best) -> Balanced:
    """The best put on the line, if its float then stands."""
    pattern, target = search.pattern, search.target
    if best.choice.error >= SUNK_M:
        raise all_sink(pattern, search.taken_by(best), search.pulls_n(best), target)
    missing = best.start.need_n > best.choice.total_n + search.fixed_n(best.scheme)
    if best.choice.error > target.hopeless_m and missing:
        # So light that the float does not even settle to its tip.
        raise nothing_fits(pattern, search.stock, best.start.need_n, target, search.wish)
    found = search.finish(best)
    if found.situation.settled.status == "sinks":
        raise all_sink(pattern, found.proposal.taken, found.situation.settled.pull_n, target)
    if _lies(found.situation):
        raise nothing_fits(pattern, search.stock, best.start.need_n, target, search.wish)
    return found


def _lies(situation: Situation) -> bool:
    """So light that the float never stands; one whose lead is meant to touch the bed lies there in still water."""
    if (
        situation.settled.status != "lies"
        or layout_of(situation.rig).hangs_for_balance
        or situation.weighed.settled.status != "lies"
    ):
        return False
    return situation.moving is None or situation.moving.status == "lies"
