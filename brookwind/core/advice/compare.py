"""Two schools on the present rig, with figures: what each shows, weighs, sinks like, tangles like and costs."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from dataclasses import dataclass
from functools import reduce

from brookwind.core.advice.purpose import Purpose, purpose_of
from brookwind.core.advice.schools import QUESTION, answered
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balanced
from brookwind.core.box.stock import Stock
from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.change_bead import ChangeBead
from brookwind.core.edits.change_end import ChangeEnd
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_main import ChangeMain
from brookwind.core.edits.change_stop import ChangeStop, with_stops
from brookwind.core.edits.means import Means
from brookwind.core.edits.set_aim import SetAim
from brookwind.core.edits.set_lash import SetLash
from brookwind.core.errors import BrookwindError, Infeasible, Problem
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.motion.paying import QUICK
from brookwind.core.rest.marks import ABOVE_M
from brookwind.core.rest.tip_advice import tip_advice
from brookwind.core.rest.tip_range import tip_range
from brookwind.core.rig.book import SHIPPED, Book, found
from brookwind.core.rig.components import Bead, Shot, Stop, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import DOTTED_M, FAMILY, LONG_LEADER
from brookwind.core.rig.threading import hooklength_join_m
from brookwind.core.situation import Situation

MANY = 6
"""At least so many pieces are many. Editable default."""


class Figures(Frozen):
    """What a rig comes to. Lengths in m, loads as lead in kg."""

    tip_m: float
    tip_low_m: float | None
    tip_high_m: float | None
    setting_m: float
    carried_kg: float
    pieces: int
    """Shot, weights, beads and stops to put on."""
    fall_s: float | None
    """From landing stretched out until the bait is at depth; None when not within a minute. [s]"""
    folds: int
    """Places where a lower piece can swing up past the one above it and tangle."""
    leader_m: float


class Side(Frozen):
    """One school's answer on this rig."""

    school: str
    name: str
    says: str
    holds: bool
    """It is the school that holds here."""
    rig: Rig | None
    """None when the question changes nothing that is tied."""
    figures: Figures | None
    problem: Problem | None


class Comparison(Frozen):
    """The schools of one question side by side."""

    question: str
    asks: str
    why: str
    sides: tuple[Side, ...]


def compare_schools(
    rig: Rig, question_id: str, stock: Stock, purpose: Purpose | None = None, book: Book = SHIPPED
) -> Comparison:
    """Tie the present rig as each school would, and give the figures.

    rig: the rig.
    question_id: of `QUESTIONS`.
    stock: what the box holds.
    purpose: with the angler's choices; the rig's own when not given.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown question. What a school cannot do on this rig is its problem, not an error.
    """
    question = found(QUESTION, question_id, "question", "question")
    said = next(a for a in answered(purpose or purpose_of(rig), book) if a.question == question_id)
    tie = APPLIES.get(question_id)
    present = _Tied(Situation(rig, book=book), Means(stock, book))
    sides = []
    for school in question.schools:
        tied, figures, problem = None, None, None
        if tie is not None:
            try:
                situation = tie(present, school.id)
                tied, figures = situation.rig, figures_of(situation)
            except BrookwindError as error:
                tied, problem = None, error.problems[0]
        sides.append(
            Side(
                school=school.id, name=school.name, says=school.says, holds=school.id == said.school, rig=tied,
                figures=figures, problem=problem,
            )
        )  # fmt: skip
    return Comparison(question=question.id, asks=question.asks, why=f"{said.name}: {said.why}", sides=tuple(sides))


def figures_of(situation: Situation) -> Figures:
    """What a rig comes to.

    situation: the rig.
    """
    rig, s = situation.rig, situation.as_fished
    spread = tip_range(s, rig.float_piece.spec) if s.status == "stands" else None
    kinds = Shot | Weight | Bead | Stop
    return Figures(
        tip_m=s.tip_m,
        tip_low_m=spread.low_m if spread else None,
        tip_high_m=spread.high_m if spread else None,
        setting_m=rig.setting_m,
        carried_kg=lead_mass_kg(s.pull_n, s.water_kg_m3),
        pieces=sum(isinstance(c, kinds) for c in rig.components),
        fall_s=_fall_s(rig),
        folds=folds(situation),
        leader_m=hooklength_join_m(rig),
    )


def _fall_s(rig: Rig) -> float | None:
    """When the bait is at depth after a feathered landing; None when not within a minute. [s]"""
    try:
        return fall(rig, FallWish(longest_s=60.0), None, QUICK).to_depth_s
    except BrookwindError:
        return None


def folds(situation: Situation) -> int:
    """Places where the line below a piece is longer than the gap above it.

    A piece that stops in the cast lets the lower one swing on: with more line below it than to the piece above, the
    lower end can pass that piece and wrap it. The widest gap belongs above.

    situation: the rig.
    An editable default.
    """
    places = sorted({h.position_m for h in situation.handles[1:]} | {situation.rig.setting_m}, reverse=True)
    gaps = [a - b for a, b in zip(places, [*places[1:], 0.0], strict=True)]
    return sum(lower > upper + 1e-9 for upper, lower in itertools.pairwise(gaps))


@dataclass(frozen=True)
class _Tied:
    """The present rig, and the ways to tie it otherwise."""

    now: Situation
    means: Means

    def rebalanced(self, rig: Rig, pattern: str, stock: Stock | None = None, most: int = 20) -> Situation:
        """With other weights."""
        situation = self.now.varied(lambda _: rig)
        return balanced(situation, stock or self.means.stock, Wish(pattern=pattern, max_pieces=most)).situation

    def after(self, *changes: Change) -> Situation:
        """With changes made, one after another."""
        return self.now.varied(lambda rig: reduce(lambda r, c: apply(r, c, self.means), changes, rig))


def _weights(tied: _Tied, school: str) -> Situation:
    rig = tied.now.rig
    family = FAMILY.get(rig.family)
    if family is not None and school not in family.patterns:
        names = ", ".join(family.patterns)
        raise Infeasible.one("pattern-for-family", f"A {family.name} is not shotted so.", f"It takes {names}.")
    return tied.rebalanced(rig, school)


def _tip(tied: _Tied, school: str) -> Situation:
    rig, settled = tied.now.rig, tied.now.settled
    if school == "overloaded":
        raise Infeasible.one("overloaded", "Only a sliding pole float is overloaded.", "Choose that family.")
    wanted = DOTTED_M if school == "dotted" else max(tip_advice(rig, settled).tip_m, 2.0 * DOTTED_M)
    aimed = tied.after(SetAim(tip_m=min(wanted, 0.9 * settled.body.longest_tip_m)))
    return tied.rebalanced(aimed.rig, rig.pattern)


def _line_above(tied: _Tied, school: str) -> Situation:
    return tied.after(ChangeLine(role="main", greased=school == "floats"))


def _braid(tied: _Tied, school: str) -> Situation:
    if school == "top-shot":
        return tied.after(ChangeMain(main="braid-and-top-shot")).set_for_still
    main = tied.after(ChangeMain(main="nylon" if school == "none" else "braid"))
    return main.varied(lambda rig: with_stops(rig, 2 if school == "straight" else 1)).set_for_still


def _stop(tied: _Tied, school: str) -> Situation:
    _must_slide(tied.now.rig)
    if school == "two":
        return tied.after(ChangeStop(count=2))
    return tied.after(ChangeStop(count=1, material="rubber" if school == "rubber" else "thread"))


def _bead(tied: _Tied, school: str) -> Situation:
    _must_slide(tied.now.rig)
    situation = tied.after(ChangeBead(on_line=school == "always"))
    return situation if situation is tied.now else situation.set_for_still


def _terminal(tied: _Tied, school: str) -> Situation:
    _must_slide(tied.now.rig)
    return tied.rebalanced(tied.after(ChangeEnd(jig=school == "jig")).rig, tied.now.rig.pattern)


def _leader(tied: _Tied, school: str) -> Situation:
    rig = tied.now.rig
    family = FAMILY.get(rig.family)
    usual = family.hooklength_m if family else hooklength_join_m(rig)
    wanted = min(usual * (LONG_LEADER if school == "long" else 1.0), 0.6 * rig.setting_m)
    return tied.after(ChangeLeader(length_m=wanted)).set_for_still


def _stack(tied: _Tied, school: str) -> Situation:
    rig, settled, stock = tied.now.rig, tied.now.settled, tied.means.stock
    family = FAMILY.get(rig.family)
    if school == "few":
        pattern = "stack" if family and "stack" in family.patterns else "bulk"
        return tied.rebalanced(rig, pattern, most=4)
    few = max(s.mass_kg for s in stock.shot) if stock.shot else 0.0
    carried = lead_mass_kg(settled.pull_n, settled.water_kg_m3)
    small = tuple(s for s in stock.shot if s.mass_kg <= max(carried / MANY, 0.3 * few))
    pattern = "strung" if family is not None and "strung" in family.patterns else rig.pattern
    return tied.rebalanced(rig, pattern, Stock(shot=small, leads=stock.leads), 40)


def _above_fish(tied: _Tied, school: str) -> Situation:
    aim, depth_m = tied.now.rig.aim, tied.now.rig.water.depth_m
    up = aim.bait_m if aim.bait_from == "bed" else depth_m - aim.bait_m
    height = {"level": up, "above": min(up + ABOVE_M, 0.9 * depth_m), "dragging": 0.0}[school]
    return tied.after(SetAim(bait_from="bed", bait_m=height)).set_for_still


def _lash(tied: _Tied, school: str) -> Situation:
    family = FAMILY.get(tied.now.rig.family)
    if family is None or family.lash_m is None:
        raise Infeasible.one("no-lash", "There is no lash on a rod.", "This is for pole and whip.")
    return tied.after(SetLash(lash_m=family.lash_m[school == "long"]))


def _must_slide(rig: Rig) -> None:
    if rig.stop is None:
        raise Infeasible.one("float-is-fixed", "The float is fixed on this rig.", "This is for sliding floats.")


APPLIES: dict[str, Callable[[_Tied, str], Situation]] = {
    "weights": _weights,
    "tip": _tip,
    "line-above": _line_above,
    "braid": _braid,
    "stop": _stop,
    "bead": _bead,
    "terminal": _terminal,
    "leader": _leader,
    "stack": _stack,
    "above-fish": _above_fish,
    "lash": _lash,
}
"""How a school ties the present rig. Questions that change nothing tied are not here."""
