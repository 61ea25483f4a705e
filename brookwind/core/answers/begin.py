"""A rig begun: from what one is after, the floats of one's own box, and one's tackle as it was last tied."""

from __future__ import annotations

from collections.abc import Sequence
from math import log
from typing import Any

from pydantic import Field

from brookwind.core.advice.purpose import Purpose
from brookwind.core.balance.heavy_first import is_heavy
from brookwind.core.box.stock import FloatStock, LeadStock
from brookwind.core.capacity.marks import FloatMark
from brookwind.core.capacity.plan import plan_of
from brookwind.core.capacity.window import Window, capacity_window
from brookwind.core.edits.change_bait import with_bait
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import with_leader
from brookwind.core.edits.change_line import ChangeLine, with_line
from brookwind.core.edits.means import Means, lowest_hook
from brookwind.core.edits.switch import suits_float, switch
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure, load
from brookwind.core.floats.body import float_body
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import LineSection, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import FAMILY, USUAL_HABITS, WIRE_TRACE_M, Start, layout_of, new_rig
from brookwind.core.rig.fish import Species
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.lines import line_strength_n
from brookwind.core.rig.threading import hooklength_join_m, is_free_shot, take_off
from brookwind.core.rig.usual_size import Size
from brookwind.core.situation import Situation

HOLDS_SHARES = (0.8, 1.3)
"""A leader this much weaker or stronger than is used for the fish is not tied for it again. Editable defaults."""


OTHER_TYPE = 0.5
"""A float of another type than the usual one is taken when it is so much nearer in size, as a logarithm. Editable
default."""
NEARLY = 1.15
"""A float so little beyond the sizes in use still counts as in use. Editable default."""


class Begun(Frozen):
    """A rig begun, and where its float and its tackle come from."""

    rig: Rig
    float_says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    tackle_says: str = ""
    weighed: bool = False
    """Its weights are on already: an earlier rig's."""


def begin(
    family_id: str,
    rig_id: str,
    name: str,
    purpose: Purpose,
    floats: Sequence[FloatStock] = (),
    bait: str | None = None,
    like: Rig | None = None,
    whole: bool = False,
    habits: Habits = USUAL_HABITS,
    book: Book = SHIPPED,
    leads: Sequence[LeadStock] = (),
) -> Begun:
    """A rig of a family for a purpose.

    family_id: one of `FAMILIES`.
    rig_id: id of the new rig.
    name: its name.
    purpose: what for, where and with what; `lie` is where the fish are.
    floats: of the box: the one that fits best is taken.
    bait: the bait; the earlier rig's, else the fish's usual one when not given.
    like: an earlier rig whose lines, leader, hook, stops and beads are tied again.
    whole: its float and weights too, where it is of the same family.
    habits: how the angler ties, for what is new.
    book: fish, baits and hooks.
    leads: of the box: a float that is made up for a lead is made for one of these.
    Raises: NotUnderstood for an unknown family, fish or bait; OutOfRange when the family cannot be fished there.
    """
    if whole and like is not None and like.family == family_id:
        fresh = _fresh(family_id, rig_id, name, purpose, bait, habits, book)
        return Begun(
            rig=_set(_for_bait(_tied_again(like, fresh, habits, book), fresh, like, bait, book)),
            float_says=f"The float of “{like.name}”.",
            tackle_says=f"Tied as “{like.name}”.",
            weighed=True,
        )
    rig, says = tackle_for(family_id, rig_id, name, purpose, bait, like, habits, book)
    return _with_own_float(rig, floats, book, says, leads)


def tackle_for(
    family_id: str,
    rig_id: str,
    name: str,
    purpose: Purpose,
    bait: str | None = None,
    like: Rig | None = None,
    habits: Habits = USUAL_HABITS,
    book: Book = SHIPPED,
) -> tuple[Rig, str]:
    """A rig of a family without its weights, under whatever float, and where its tackle comes from.

    family_id: one of `FAMILIES`.
    rig_id: id of the new rig.
    name: its name.
    purpose: what for, where and with what.
    bait: the bait; the earlier rig's, else the fish's usual one when not given.
    like: an earlier rig whose lines, leader, hook, stops and beads are tied again.
    habits: how the angler ties, for what is new.
    book: fish, baits and hooks.
    Raises: as `begin`.
    """
    fresh = _fresh(family_id, rig_id, name, purpose, bait, habits, book)
    if like is None:
        return fresh, ""
    rig = _for_bait(_tied_again(like, fresh, habits, book), fresh, like, bait, book)
    return _fit_for_fish(take_off(rig, lambda c: is_free_shot(c) or is_heavy(c)), fresh, like, book)


def _fresh(
    family_id: str, rig_id: str, name: str, purpose: Purpose, bait: str | None, habits: Habits, book: Book
) -> Rig:
    start = Start(
        species=purpose.species, bait=bait, conditions=purpose.conditions, habits=habits, book=book, lie=purpose.lie
    )
    return new_rig(family_id, purpose.water, rig_id, name, start)


def _for_bait(rig: Rig, fresh: Rig, like: Rig, bait: str | None, book: Book) -> Rig:
    if bait is None and like.species == fresh.species:
        return rig
    return with_bait(rig, bait or _bait_of(fresh) or "", book)


def _fit_for_fish(rig: Rig, fresh: Rig, like: Rig, book: Book) -> tuple[Rig, str]:
    """The tackle as it was, but for a hook that its bait is not put on and lines that are not for the fish."""
    hook, bait = lowest_hook(rig), book.baits.get(_bait_of(rig) or "")
    if bait is not None and not bait.hooks[1] <= hook.size <= bait.hooks[0]:
        rig = ChangeHook(size=lowest_hook(fresh).size).on(rig, Means(book=book))
    fish = book.species.get(fresh.species or "")
    lines = of_kind(rig, LineSection)
    if fish is not None and fish.bites_through and hooklength_join_m(rig) < WIRE_TRACE_M:
        rig = with_leader(rig, WIRE_TRACE_M)
    if fish is None or _holds(lines[-1], fish, like.species == fresh.species):
        return rig, f"Lines, leader, hook and stops as on “{like.name}”."
    other = {s.role: s for s in of_kind(fresh, LineSection)}
    for s in lines:
        if s.role in other and s.role != "lash":
            new = other[s.role]
            rig = with_line(rig, ChangeLine(role=s.role, material=new.material, diameter_m=new.diameter_m))
    return rig, f"Lines for {fish.name}; leader, hook and stops as on “{like.name}”."


def _holds(leader: LineSection, fish: Species, same: bool) -> bool:
    """The last line does for the fish: not bitten through, and as it was tied for the same fish or about as strong."""
    (low, high), (least, most) = fish.line_n, HOLDS_SHARES
    if fish.bites_through and leader.material != "wire":
        return False
    return same or least * low <= line_strength_n(leader) <= most * high


def _bait_of(rig: Rig) -> str | None:
    return next((c.item for c in rig.components if c.kind == "bait"), None)


def _tied_again(like: Rig, fresh: Rig, habits: Habits, book: Book) -> Rig:
    """The earlier rig's tackle, for the fish and in the water of the fresh one."""
    same = like.family == fresh.family
    placed: dict[str, Any] = {
        "id": fresh.id, "name": fresh.name, "water": fresh.water, "species": fresh.species, "notes": "", "muted": (),
        "conditions": fresh.conditions,
        # Its tip is the float's, which it keeps until another is put on.
        "aim": fresh.aim.model_copy(update={"tip_m": like.aim.tip_m}) if same else fresh.aim,
    }  # fmt: skip
    again = like.model_copy(update=placed)
    return again if same else switch(again, fresh.family, habits, book).rig.model_copy(update={"aim": fresh.aim})


def _with_own_float(
    rig: Rig, floats: Sequence[FloatStock], book: Book, tackle: str, leads: Sequence[LeadStock]
) -> Begun:
    """The rig under the float of the box that fits best; under its own where that is from the box and fits."""
    fitting = {f.item: f for f in floats if f.count > 0 and suits_float(FAMILY[rig.family], f.spec.type)}
    plan = plan_of(rig, book)
    window = capacity_window(plan, tuple(fitting.values()))
    unmet = {b.need for b in window.bounds if b.unmet}
    usual = plan.usual.usual_kg if plan.usual else float_body(rig.float_piece.spec).capacity_kg

    def rank(mark: FloatMark) -> tuple[bool, float]:
        # Of what suits, the size that is in use guides, and the type a little.
        away = abs(log(max(mark.capacity_kg, 1e-6) / usual)) + (OTHER_TYPE if mark.type != kind else 0.0)
        return mark.item != rig.float_piece.item, away

    kind = FLOAT_TYPE[rig.float_piece.spec.type].name
    fits = [
        m
        for m in window.marks
        if all(c.ok or c.need in unmet for c in m.checks) and in_use(plan.usual, max(m.capacity_kg, m.label_kg or 0.0))
    ]
    for mark in sorted(fits, key=rank):
        stock = fitting[mark.item]
        try:
            own = ChangeFloat(spec=stock.spec, item=stock.item).on(rig, Means(book=book))
        except BrookwindError:
            continue
        return Begun(
            rig=_set(own),
            float_says=f"{stock.label} out of your box: it carries {{carries}}. {window.says}",
            figures={**window.figures, "carries": load(mark.capacity_kg)},
            tackle_says=tackle,
        )
    rig = _for_a_lead(rig, plan.usual, leads)
    made_up = rig.float_piece.spec.label or "one as usual"
    return Begun(
        rig=_set(rig), float_says=f"{_why_none(window)} The float, {made_up}, is made up.", figures=window.figures,
        tackle_says=tackle,
    )  # fmt: skip


def in_use(usual: Size | None, carries_kg: float) -> bool:
    """A float is of a size in use, or nearly.

    usual: the sizes in use; None where any is.
    carries_kg: what it carries, or what its label says where that is more. [kg]
    """
    return usual is None or usual.low_kg / NEARLY <= carries_kg <= usual.high_kg * NEARLY


def _for_a_lead(rig: Rig, usual: Size | None, leads: Sequence[LeadStock]) -> Rig:
    """Under a float that is made up hangs a lead of the box: it is made for the one nearest to the usual size."""
    layout, spec = layout_of(rig), rig.float_piece.spec
    if usual is None or layout.heavy not in {"lead", "linked-lead"} or layout.fill is not None:
        return rig
    share = layout.load_share or 1.0
    jig = sum(w.mass_kg for w in of_kind(rig, Weight) if w.shape == "jig")
    held = [(s.mass_kg + jig) / share for s in leads if s.count > 0 and s.shape not in {"olivette", "jig"}]
    fitting = [m for m in held if usual.low_kg <= m <= usual.high_kg]
    if not fitting:
        return rig
    capacity = float(f"{min(fitting, key=lambda m: abs(log(m / usual.usual_kg))):.2g}")
    made = spec.model_copy(update={"capacity_kg": capacity, "label": f"{capacity * 1000:g} g"})
    return ChangeFloat(spec=made).on(rig, Means())


def _why_none(window: Window) -> str:
    if not window.marks:
        return "The box has no float for this rig."
    nearest = window.marks[0]
    failed = ", ".join(c.name.lower() for c in nearest.checks if not c.ok)
    short = f", and falls short in: {failed}" if failed else ", and is not of a size in use"
    return f"No float of the box fits; {nearest.label} comes nearest{short}. {window.says}"


def _set(rig: Rig) -> Rig:
    """Its stop as far as it can be known: without its weights, as for still water."""
    situation = Situation(rig)
    weighed = any(is_free_shot(c) or is_heavy(c) for c in rig.components)
    try:
        return (situation.stop_set_somehow if weighed else situation.set_for_still).rig
    except BrookwindError:
        # Where it belongs nowhere the bench says so; a rig is still a rig.
        return rig
