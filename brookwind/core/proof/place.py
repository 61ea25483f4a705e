"""Judging a rig by the rules of a place: one entry a rule."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from brookwind.core.figures import Figure, length, load
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.proof.finding import Finding, Station
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Bait, Hook, LineSection, Shot, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.hooks import size_name
from brookwind.core.rig.lines import line_strength_n
from brookwind.core.rules.place_rules import Day, Place, PlaceRules, is_closed


@dataclass(frozen=True)
class Judged:
    """What a rule looks at."""

    rules: PlaceRules
    day: Day
    rig: Rig
    book: Book
    overloaded: bool
    """The rig is heavier than its float carries."""


@dataclass(frozen=True)
class Breach:
    """A rule broken, in words."""

    says: str
    remedy: str
    figures: dict[str, Figure] | None = None


@dataclass(frozen=True)
class Rule:
    """A rule that places have: what it is about, and how it is judged."""

    id: str
    name: str
    station: Station
    judge: Callable[[Judged], Breach | None]
    source: str = "default"


def judge_hooks(case: Judged) -> Breach | None:
    """Hooks on one line.

    case: rules, day and rig.
    """
    most, count = case.rules.hooks_most, len(of_kind(case.rig, Hook))
    if most is None or count <= most:
        return None
    return Breach(f"{count} hooks on one line; {most} {'is' if most == 1 else 'are'} allowed here.", "Take one off.")


def judge_barbs(case: Judged) -> Breach | None:
    """Barbs.

    case: rules, day and rig.
    """
    allowed = {"any": {"barbed", "micro", "barbless"}, "micro": {"micro", "barbless"}, "barbless": {"barbless"}}
    if all(h.barb in allowed[case.rules.barbs] for h in of_kind(case.rig, Hook)):
        return None
    only = "barbless hooks" if case.rules.barbs == "barbless" else "barbless or micro-barbed hooks"
    return Breach(f"Only {only} are allowed here.", "Change the hook, or press its barb flat.")


def judge_hook_size(case: Judged) -> Breach | None:
    """Smallest and largest hook. Larger hooks have smaller numbers.

    case: rules, day and rig.
    """
    small, large = case.rules.smallest_hook, case.rules.largest_hook
    for hook in of_kind(case.rig, Hook):
        if small is not None and hook.size > small:
            return Breach(
                f"A hook {size_name(hook.size)} is smaller than the {size_name(small)} allowed.", "Go larger."
            )
        if large is not None and hook.size < large:
            return Breach(
                f"A hook {size_name(hook.size)} is larger than the {size_name(large)} allowed.", "Go smaller."
            )
    return None


def judge_lead(case: Judged) -> Breach | None:
    """Lead by size band: from the lighter weight, up to but not at the heavier.

    case: rules, day and rig.
    """
    banned = [
        c
        for c in case.rig.components
        if isinstance(c, Shot | Weight)
        and c.material == "lead"
        and any(b.from_kg <= c.mass_kg < b.to_kg for b in case.rules.lead)
    ]
    if not banned:
        return None
    heaviest = max(banned, key=lambda c: c.mass_kg)
    names = ", ".join(dict.fromkeys(c.label or c.kind for c in banned))
    return Breach(
        f"Lead of these sizes is forbidden here: {names}, up to {{most}}.",
        "Change the rig to another metal with one press, then balance from the box.",
        {"most": load(heaviest.mass_kg)},
    )


def judge_lash(case: Judged) -> Breach | None:
    """Least line between pole tip and float.

    case: rules, day and rig.
    """
    least, lash = case.rules.lash_least_m, case.rig.lash_m
    if least is None or case.rig.conditions.tackle == "rod" or (lash is not None and lash >= least - 1e-9):
        return None
    if lash is None:
        return Breach("At least {least} of line above the float is ruled here.", "Enter your lash.",
                      {"least": length(least)})  # fmt: skip
    return Breach(
        "The lash is {lash}; at least {least} is ruled here.",
        "Lengthen it.",
        {"lash": length(lash), "least": length(least)},
    )


def judge_overloading(case: Judged) -> Breach | None:
    """More weight than the float carries.

    case: rules, day and rig.
    """
    if not case.rules.no_overloading or not case.overloaded:
        return None
    meant = layout_of(case.rig).overload > 1.0
    return Breach(
        "Floats may not be loaded beyond what they carry here.",
        "This family is overloaded on purpose: choose another." if meant else "Take shot off until it floats.",
    )


def judge_braid(case: Judged) -> Breach | None:
    """Braid on the rig.

    case: rules, day and rig.
    """
    if not case.rules.no_braid or all(s.material != "braid" for s in of_kind(case.rig, LineSection)):
        return None
    return Breach("Braid is forbidden here.", "Take nylon.")


def judge_float(case: Judged) -> Breach | None:
    """Kinds of float.

    case: rules, day and rig.
    """
    kind = FLOAT_TYPE.get(case.rig.float_piece.spec.type)
    if kind is None or kind.id not in case.rules.no_floats:
        return None
    return Breach(f"This kind of float is forbidden here: {kind.name}.", "Take another float or family.")


def judge_bait(case: Judged) -> Breach | None:
    """Baits.

    case: rules, day and rig.
    """
    for bait in of_kind(case.rig, Bait):
        if bait.item in case.rules.no_baits:
            return Breach(f"This bait is forbidden here: {bait.label or bait.item}.", "Take another bait.")
    return None


def judge_live_bait(case: Judged) -> Breach | None:
    """Living fish as bait.

    case: rules, day and rig.
    """
    kinds = (case.book.baits.get(b.item or "") for b in of_kind(case.rig, Bait))
    if not case.rules.no_live_bait or not any(k is not None and k.live for k in kinds):
        return None
    return Breach("Live bait is forbidden here.", "Take a dead bait.")


def judge_hooklength(case: Judged) -> Breach | None:
    """Least strength of the hooklength.

    case: rules, day and rig.
    """
    least, strength = case.rules.hooklength_least_n, line_strength_n(of_kind(case.rig, LineSection)[-1])
    if least is None or strength >= least - 1e-9:
        return None
    return Breach(
        "The hooklength bears {now}; at least {least} is ruled here.",
        "Take a stronger one.",
        {"now": Figure(value=strength, quantity="force"), "least": Figure(value=least, quantity="force")},
    )


def judge_feed(case: Judged) -> Breach | None:
    """Feed in a day.

    case: rules, day and rig.
    """
    most = case.rules.feed_most_kg
    if most is None or case.day.feed_kg <= most + 1e-9:
        return None
    return Breach(f"{case.day.feed_kg:g} kg of feed; {most:g} kg a day is allowed here.", "Take less.")


def judge_rods(case: Judged) -> Breach | None:
    """Rods at a time.

    case: rules, day and rig.
    """
    most = case.rules.rods_most
    if most is None or case.day.rods <= most:
        return None
    return Breach(f"{case.day.rods} rods; {most} {'is' if most == 1 else 'are'} allowed here.", "Leave the others.")


def judge_keepnet(case: Judged) -> Breach | None:
    """Keepnets.

    case: rules, day and rig.
    """
    if not (case.rules.no_keepnets and case.day.keepnet):
        return None
    return Breach("Keepnets are forbidden here.", "Return each fish as it is caught.")


def judge_dates(case: Judged) -> Breach | None:
    """Closed times of the year, for all or for the fish sought.

    case: rules, day and rig.
    """
    on = case.day.on
    if on is None:
        return None
    for span in case.rules.closed:
        if is_closed(span, on) and span.species in (None, case.rig.species):
            fish = case.book.species.get(span.species or "")
            what = f"Fishing for {fish.name}" if fish else "Fishing"
            return Breach(f"{what} is closed here from {span.first} to {span.last}.", "Choose another day or water.")
    return None


def judge_hours(case: Judged) -> Breach | None:
    """Hours of the day; they may run over midnight.

    case: rules, day and rig.
    """
    at, opens, closes = case.day.at, case.rules.opens, case.rules.closes
    if at is None or opens is None or closes is None:
        return None
    now = f"{at.hour:02d}:{at.minute:02d}"
    is_open = opens <= now < closes if opens < closes else now >= opens or now < closes
    if is_open:
        return None
    return Breach(f"At {now} fishing is closed; it is open from {opens} to {closes}.", "Come back in that time.")


RULES = (
    Rule("hooks", "hooks on one line", "line", judge_hooks),
    Rule("barbs", "barbs", "line", judge_barbs),
    Rule("hook-size", "size of hook", "line", judge_hook_size),
    Rule("lead", "lead by size", "load", judge_lead),
    Rule("lash", "least lash", "line", judge_lash),
    Rule("overloading", "overloading", "load", judge_overloading),
    Rule("braid", "braid", "line", judge_braid),
    Rule("float", "kinds of float", "float", judge_float),
    Rule("bait", "baits", "bait", judge_bait),
    Rule("live-bait", "live bait", "bait", judge_live_bait),
    Rule("hooklength", "strength of the hooklength", "line", judge_hooklength),
    Rule("feed", "feed a day", "water", judge_feed),
    Rule("rods", "rods", "water", judge_rods),
    Rule("keepnets", "keepnets", "water", judge_keepnet),
    Rule("dates", "closed time", "water", judge_dates),
    Rule("hours", "hours", "water", judge_hours),
)


def judge(rig: Rig, place: Place, overloaded: bool, book: Book = SHIPPED) -> Iterator[Finding]:
    """What a rig breaks of the rules of a place.

    rig: the rig.
    place: rules and day.
    overloaded: the rig is heavier than its float carries.
    book: fish, baits and hooks.
    """
    case = Judged(place.rules, place.day, rig, book, overloaded)
    for rule in RULES:
        breach = rule.judge(case)
        if breach is not None:
            yield Finding(
                id=f"rule-{rule.id}",
                station=rule.station,
                severity="refuse",
                says=breach.says,
                remedy=breach.remedy,
                figures=breach.figures or {},
            )
