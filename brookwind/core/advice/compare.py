"""Two schools on the present rig, with figures: what each shows, weighs, sinks like, tangles like and costs."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from typing import TypeAlias

from brookwind.core.advice.purpose import Purpose, purpose_of
from brookwind.core.advice.schools import QUESTION, answered
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import Stock
from brookwind.core.edits.tackle import ChangeLine, change_leader, change_line, change_stop
from brookwind.core.errors import BrookwindError, Infeasible, Problem
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.as_fished import as_fished
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.motion.paying import QUICK
from brookwind.core.rest.handles import handles
from brookwind.core.rest.settle import settle
from brookwind.core.rest.stop import set_stop, stop_setting
from brookwind.core.rest.tip_advice import tip_advice
from brookwind.core.rest.tip_range import tip_range
from brookwind.core.rig.book import SHIPPED, Book, found
from brookwind.core.rig.builds import jig_head, stop_bead
from brookwind.core.rig.components import Bead, LineSection, Shot, Stop, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import DOTTED_M, FAMILY, LONG_LEADER
from brookwind.core.rig.threading import free_id, hooklength_join_m

ABOVE_FISH_M = 0.45
"""So far above suspended fish. [m] Source: handbook 6: 0.3 to 0.6 m."""
MANY = 6
"""At least so many pieces are many. Editable default."""

Apply: TypeAlias = Callable[[Rig, str, Stock], Rig]


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
    apply = APPLIES.get(question_id)
    sides = []
    for school in question.schools:
        tied, figures, problem = None, None, None
        if apply is not None:
            try:
                tied = apply(rig, school.id, stock)
                figures = figures_of(tied)
            except BrookwindError as error:
                tied, problem = None, error.problems[0]
        sides.append(
            Side(
                school=school.id, name=school.name, says=school.says, holds=school.id == said.school, rig=tied,
                figures=figures, problem=problem,
            )
        )  # fmt: skip
    return Comparison(question=question.id, asks=question.asks, why=f"{said.name}: {said.why}", sides=tuple(sides))


def figures_of(rig: Rig) -> Figures:
    """What a rig comes to.

    rig: the rig.
    """
    s = as_fished(rig)
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
        folds=folds(rig),
        leader_m=hooklength_join_m(rig),
    )


def _fall_s(rig: Rig) -> float | None:
    """When the bait is at depth after a feathered landing; None when not within a minute. [s]"""
    try:
        return fall(rig, FallWish(longest_s=60.0), None, QUICK).to_depth_s
    except BrookwindError:
        return None


def folds(rig: Rig) -> int:
    """Places where the line below a piece is longer than the gap above it.

    A piece that stops in the cast lets the lower one swing on: with more line below it than to the piece above, the
    lower end can pass that piece and wrap it. The widest gap belongs above.

    rig: the rig.
    Source: handbook 7, tangles; the rule is an editable default.
    """
    places = sorted({h.position_m for h in handles(rig)[1:]} | {rig.setting_m}, reverse=True)
    gaps = [a - b for a, b in zip(places, [*places[1:], 0.0], strict=True)]
    return sum(lower > upper + 1e-9 for upper, lower in itertools.pairwise(gaps))


def _rebalanced(rig: Rig, pattern: str, stock: Stock, most: int = 20) -> Rig:
    return balance_rig(rig, stock, Wish(pattern=pattern, max_pieces=most)).rig


def _weights(rig: Rig, school: str, stock: Stock) -> Rig:
    family = FAMILY.get(rig.family)
    if family is not None and school not in family.patterns:
        names = ", ".join(family.patterns)
        raise Infeasible.one("pattern-for-family", f"A {family.name} is not shotted so.", f"It takes {names}.")
    return _rebalanced(rig, school, stock)


def _tip(rig: Rig, school: str, stock: Stock) -> Rig:
    longest = settle(rig).body.longest_tip_m
    if school == "overloaded":
        raise Infeasible.one("overloaded", "Only a sliding pole float is overloaded.", "Choose that family.")
    wanted = DOTTED_M if school == "dotted" else max(tip_advice(rig, settle(rig)).tip_m, 2.0 * DOTTED_M)
    aim = rig.aim.model_copy(update={"tip_m": min(wanted, 0.9 * longest)})
    return _rebalanced(rig.replace_components(rig.components, aim=aim), rig.pattern, stock)


def _line_above(rig: Rig, school: str, stock: Stock) -> Rig:
    return change_line(rig, ChangeLine(do="change-line", role="main", greased=school == "floats"))


def _braid(rig: Rig, school: str, stock: Stock) -> Rig:
    components = tuple(c for c in rig.components if not (isinstance(c, LineSection) and c.role == "top-shot"))
    main = next(c for c in components if isinstance(c, LineSection) and c.role == "main")
    join = hooklength_join_m(rig)
    bare = rig.replace_components(
        tuple(main.model_copy(update={"lower_m": join}) if c.id == main.id else c for c in components)
    )
    if school != "top-shot":
        changed = change_line(
            bare, ChangeLine(do="change-line", role="main", material="nylon" if school == "none" else "braid")
        )
        return _reset(_stops(changed, 2 if school == "straight" else 1))
    nylon = change_line(bare, ChangeLine(do="change-line", role="main", material="nylon"))
    top = next(c for c in nylon.components if c.id == main.id).model_copy(update={"id": "top-shot", "role": "top-shot"})
    braid = change_line(bare, ChangeLine(do="change-line", role="main", material="braid"))
    above = next(c for c in braid.components if c.id == main.id).model_copy(update={"lower_m": rig.setting_m + 1.0})
    at = next(i for i, c in enumerate(bare.components) if c.id == main.id)
    return _reset(bare.replace_components((*bare.components[:at], above, top, *bare.components[at + 1 :])))


def _stops(rig: Rig, count: int) -> Rig:
    """The rig with one stop or two in series; a fixed float keeps what holds it."""
    first = rig.stop
    if first is None:
        return rig
    others = tuple(c for c in rig.components if not (isinstance(c, Stop) and c.id != first.id))
    if count == 1:
        return rig.replace_components(others)
    second = first.model_copy(
        update={"id": free_id(rig, "stop"), "label": f"second {first.label}", "position_m": first.position_m + 0.01}
    )
    at = others.index(first)
    return rig.replace_components((*others[:at], second, *others[at:]))


def _stop(rig: Rig, school: str, stock: Stock) -> Rig:
    _must_slide(rig)
    if school == "two":
        return _stops(rig, 2)
    return change_stop(_stops(rig, 1), "rubber" if school == "rubber" else "thread")


def _bead(rig: Rig, school: str, stock: Stock) -> Rig:
    _must_slide(rig)
    at = rig.components.index(rig.float_piece)
    has = [c for c in rig.components[:at] if isinstance(c, Bead)]
    if school == "always" and not has:
        return _reset(rig.replace_components((*rig.components[:at], stop_bead(), *rig.components[at:])))
    if school == "if-needed" and has:
        return _reset(rig.replace_components(tuple(c for c in rig.components if c not in has)))
    return rig


def _terminal(rig: Rig, school: str, stock: Stock) -> Rig:
    _must_slide(rig)
    bare = rig.replace_components(tuple(c for c in rig.components if not (isinstance(c, Weight) and c.shape == "jig")))
    if school == "jig":
        at = next(i for i, c in enumerate(bare.components) if c.kind == "hook" and c.position_m == 0.0)
        bare = bare.replace_components((*bare.components[:at], jig_head(), *bare.components[at:]))
    return _rebalanced(bare, rig.pattern, stock)


def _leader(rig: Rig, school: str, stock: Stock) -> Rig:
    family = FAMILY.get(rig.family)
    usual = family.hooklength_m if family else hooklength_join_m(rig)
    wanted = min(usual * (LONG_LEADER if school == "long" else 1.0), 0.6 * rig.setting_m)
    return _reset(change_leader(rig, wanted))


def _stack(rig: Rig, school: str, stock: Stock) -> Rig:
    if school == "few":
        family = FAMILY.get(rig.family)
        pattern = "stack" if family and "stack" in family.patterns else "bulk"
        return _rebalanced(rig, pattern, stock, most=4)
    few = max(s.mass_kg for s in stock.shot) if stock.shot else 0.0
    carried = lead_mass_kg(settle(rig).pull_n, settle(rig).water_kg_m3)
    small = tuple(s for s in stock.shot if s.mass_kg <= max(carried / MANY, 0.3 * few))
    return _rebalanced(rig, "strung" if _can_string(rig) else rig.pattern, Stock(shot=small, leads=stock.leads), 40)


def _can_string(rig: Rig) -> bool:
    family = FAMILY.get(rig.family)
    return family is not None and "strung" in family.patterns


def _above_fish(rig: Rig, school: str, stock: Stock) -> Rig:
    up = rig.aim.bait_m if rig.aim.bait_from == "bed" else rig.water.depth_m - rig.aim.bait_m
    height = {"level": up, "above": min(up + ABOVE_FISH_M, 0.9 * rig.water.depth_m), "dragging": 0.0}[school]
    aim = rig.aim.model_copy(update={"bait_from": "bed", "bait_m": height})
    return _reset(rig.replace_components(rig.components, aim=aim))


def _lash(rig: Rig, school: str, stock: Stock) -> Rig:
    family = FAMILY.get(rig.family)
    if family is None or family.lash_m is None:
        raise Infeasible.one("no-lash", "There is no lash on a rod.", "This is for pole and whip.")
    return rig.model_copy(update={"lash_m": family.lash_m[school == "long"]})


def _must_slide(rig: Rig) -> None:
    if rig.stop is None:
        raise Infeasible.one("float-is-fixed", "The float is fixed on this rig.", "This is for sliding floats.")


def _reset(rig: Rig) -> Rig:
    return set_stop(rig, stop_setting(rig).wanted_m)


APPLIES: dict[str, Apply] = {
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
