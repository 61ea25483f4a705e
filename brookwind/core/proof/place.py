"""Checks of a rig by the rules of the place it is fished at, and of the day."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import TypeAlias

from brookwind.core.edits.change import Change
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_main import ChangeMain
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.edits.remove import Remove
from brookwind.core.edits.set_lash import SetLash
from brookwind.core.figures import Figure, force, length, load, mass
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.proof.check import Check, Finding, Subject
from brookwind.core.rig.components import Bait, Hook, LineSection, Shot, Weight
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.hooks import size_name
from brookwind.core.rig.lines import diameter_for_m, line_strength_n
from brookwind.core.rules.place_rules import Day, PlaceRules, is_closed
from brookwind.core.situation import Situation

Broken: TypeAlias = tuple[str, str, Mapping[str, Figure], Change | None]
"""Sentence, remedy, their figures, and what applies the remedy."""
Rule: TypeAlias = Callable[[PlaceRules, Day, Situation], Broken | None]

OTHER_METAL = "tin"
"""Where lead is forbidden: what shot is mostly sold in instead. Editable default."""


def _hooks(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    most, hooks = rules.hooks_most, of_kind(situation.rig, Hook)
    if most is None or len(hooks) <= most:
        return None
    over = {h.id for h in sorted(hooks, key=lambda h: h.position_m)[most:]}
    baits = [b.id for b in of_kind(situation.rig, Bait) if b.hook in over]
    allowed = f"{most} {'is' if most == 1 else 'are'} allowed here."
    return f"{len(hooks)} hooks on one line; {allowed}", "Take one off.", {}, Remove(pieces=(*sorted(over), *baits))


def _barbs(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    allowed = {"any": {"barbed", "micro", "barbless"}, "micro": {"micro", "barbless"}, "barbless": {"barbless"}}
    if rules.barbs == "any" or all(h.barb in allowed[rules.barbs] for h in of_kind(situation.rig, Hook)):
        return None
    only = "barbless hooks" if rules.barbs == "barbless" else "barbless or micro-barbed hooks"
    change = ChangeHook(barb=rules.barbs, every=True)
    return f"Only {only} are allowed here.", "Change the hook, or press its barb flat.", {}, change


def _hook_size(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    """Larger hooks have smaller numbers."""
    small, large = rules.smallest_hook, rules.largest_hook
    for hook in of_kind(situation.rig, Hook):
        lowest = hook.position_m == 0.0
        for limit, than, remedy in ((small, "smaller", "Go larger."), (large, "larger", "Go smaller.")):
            if limit is None or not (hook.size > limit if than == "smaller" else hook.size < limit):
                continue
            says = f"A hook {size_name(hook.size)} is {than} than the {size_name(limit)} allowed."
            return says, remedy, {}, ChangeHook(size=limit) if lowest else None
    return None


def _lead(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    """From the lighter weight, up to but not at the heavier."""
    banned = [
        c
        for c in situation.rig.components
        if isinstance(c, Shot | Weight)
        and c.material == "lead"
        and any(b.from_kg <= c.mass_kg < b.to_kg for b in rules.lead)
    ]
    if not banned:
        return None
    names = ", ".join(dict.fromkeys(c.label or c.kind for c in banned))
    return (
        f"Lead of these sizes is forbidden here: {names}, up to {{most}}.",
        "Change the rig to another metal with one press, then balance from the box.",
        {"most": load(max(c.mass_kg for c in banned))},
        ChangeMetal(material=OTHER_METAL),
    )


def _lash(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    least, lash = rules.lash_least_m, situation.rig.lash_m
    if least is None or situation.rig.conditions.tackle == "rod" or (lash is not None and lash >= least - 1e-9):
        return None
    figures, change = {"least": length(least)}, SetLash(lash_m=least)
    if lash is None:
        return "At least {least} of line above the float is ruled here.", "Enter your lash.", figures, change
    figures["lash"] = length(lash)
    return "The lash is {lash}; at least {least} is ruled here.", "Lengthen it.", figures, change


def _overloading(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    if not rules.no_overloading or not (situation.settled.status == "sinks" or situation.settled.rod_n > 0.0):
        return None
    meant = layout_of(situation.rig).overload > 1.0
    remedy = "Load it as its label says, or choose another family." if meant else "Take shot off until it floats."
    return "Floats may not be loaded beyond what they carry here.", remedy, {}, None


def _braid(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    braids = [s.role for s in of_kind(situation.rig, LineSection) if s.material == "braid"]
    if not rules.no_braid or not braids:
        return None
    return "Braid is forbidden here.", "Take nylon.", {}, None if "hooklength" in braids else ChangeMain(main="nylon")


def _float(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    kind = FLOAT_TYPE.get(situation.rig.float_piece.spec.type)
    if kind is None or kind.id not in rules.no_floats:
        return None
    return f"This kind of float is forbidden here: {kind.name}.", "Take another float or family.", {}, None


def _bait(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    for bait in of_kind(situation.rig, Bait):
        if bait.item in rules.no_baits:
            return f"This bait is forbidden here: {bait.label or bait.item}.", "Take another bait.", {}, None
    return None


def _live_bait(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    kinds = (situation.book.baits.get(b.item or "") for b in of_kind(situation.rig, Bait))
    if not rules.no_live_bait or not any(k is not None and k.live for k in kinds):
        return None
    return "Live bait is forbidden here.", "Take a dead bait.", {}, None


def _hooklength(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    last = of_kind(situation.rig, LineSection)[-1]
    least, strength = rules.hooklength_least_n, line_strength_n(last)
    if least is None or strength >= least - 1e-9:
        return None
    stronger = last.role == "hooklength" and last.material in LINE_MATERIAL
    return (
        "The hooklength bears {now}; at least {least} is ruled here.",
        "Take a stronger one.",
        {"now": force(strength), "least": force(least)},
        ChangeLine(role="hooklength", diameter_m=diameter_for_m(least, last.material)) if stronger else None,
    )


def _feed(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    most = rules.feed_most_kg
    if most is None or day.feed_kg <= most + 1e-9:
        return None
    figures = {"feed": mass(day.feed_kg), "most": mass(most)}
    return "{feed} of feed; {most} a day is allowed here.", "Take less.", figures, None


def _rods(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    most = rules.rods_most
    if most is None or day.rods <= most:
        return None
    return f"{day.rods} rods; {most} {'is' if most == 1 else 'are'} allowed here.", "Leave the others.", {}, None


def _keepnets(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    if not (rules.no_keepnets and day.keepnet):
        return None
    return "Keepnets are forbidden here.", "Return each fish as it is caught.", {}, None


def _dates(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    """For all, or for the fish sought."""
    if day.on is None:
        return None
    for span in rules.closed:
        if is_closed(span, day.on) and span.species in (None, situation.rig.species):
            fish = situation.book.species.get(span.species or "")
            what = f"Fishing for {fish.name}" if fish else "Fishing"
            return f"{what} is closed here from {span.first} to {span.last}.", "Choose another day or water.", {}, None
    return None


def _hours(rules: PlaceRules, day: Day, situation: Situation) -> Broken | None:
    """They may run over midnight."""
    at, opens, closes = day.at, rules.opens, rules.closes
    if at is None or opens is None or closes is None:
        return None
    now = f"{at.hour:02d}:{at.minute:02d}"
    is_open = opens <= now < closes if opens < closes else now >= opens or now < closes
    if is_open:
        return None
    says = f"At {now} fishing is closed; it is open from {opens} to {closes}."
    return says, "Come back in that time.", {}, None


def _ruled(id: str, name: str, station: Subject, rule: Rule) -> Check:
    """The check of a rule that places have."""

    def judge(check: Check, situation: Situation) -> Finding | None:
        assert situation.place is not None
        broken = rule(situation.place.rules, situation.place.day, situation)
        if broken is None:
            return None
        says, remedy, figures, change = broken
        return check.finds(figures, says, remedy, change)

    return Check(f"rule-{id}", name, station, "refuse", judge, needs="place", source="the rules of the place")


PLACE = (
    _ruled("hooks", "hooks on one line", "line", _hooks),
    _ruled("barbs", "barbs", "line", _barbs),
    _ruled("hook-size", "size of hook", "line", _hook_size),
    _ruled("lead", "lead by size", "load", _lead),
    _ruled("lash", "least lash", "line", _lash),
    _ruled("overloading", "overloading", "load", _overloading),
    _ruled("braid", "braid", "line", _braid),
    _ruled("float", "kinds of float", "float", _float),
    _ruled("bait", "baits", "bait", _bait),
    _ruled("live-bait", "live bait", "bait", _live_bait),
    _ruled("hooklength", "strength of the hooklength", "line", _hooklength),
    _ruled("feed", "feed a day", "water", _feed),
    _ruled("rods", "rods", "water", _rods),
    _ruled("keepnets", "keepnets", "water", _keepnets),
    _ruled("dates", "closed time", "water", _dates),
    _ruled("hours", "hours", "water", _hours),
)
"""In the order in which they are told."""
