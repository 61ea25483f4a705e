"""Whether the tackle matches: each check one function, its place in `TACKLE_FINDERS`, its limits beside it."""

from __future__ import annotations

from brookwind.core.figures import Figure, depth, length
from brookwind.core.proof.finding import Case, Finder, Finding
from brookwind.core.rig.components import Bait, Hook, LineSection
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.families import FAMILY
from brookwind.core.rig.hooks import HOOK_SIZE
from brookwind.core.rig.lines import line_strength_n
from brookwind.core.tackle.line_facts import lies_how, line_facts
from brookwind.core.tackle.passing import RUNS_FREELY, passing

WEAKER_BY = 0.95
"""The hooklength at its knot bears at most this share of what the main line bears at its own. Editable default."""
GIVE_MOST = 0.6
"""Drag or elastic set harder than this share of the weakest place breaks on a lunge. Editable default."""
HOOK_OVER_BAIT = 1.0
"""A gape wider than the bait is long shows more hook than bait. Editable default."""
SWING_ROOM_M = 0.3
"""Rod left over the setting, to swing the fish in. [m] Editable default."""
CAST_SHARE = 0.5
"""What hangs below a sliding float is at most this share of the rod, to be cast. Editable default."""


def _force(value_n: float) -> Figure:
    return Figure(value=value_n, quantity="force")


def _note(id: str, says: str, remedy: str, figures: dict[str, Figure] | None = None) -> Finding:
    return Finding(id=id, station="line", severity="note", says=says, remedy=remedy, figures=figures or {})


def find_weak_main(case: Case) -> Finding | None:
    """The hooklength is not the line that breaks first.

    case: the rig at rest.
    """
    facts = line_facts(case.rig)
    leader = facts.lines[-1]
    others = list(facts.lines[:-1])
    weaker = min(others, key=lambda f: f.bears_n, default=None)
    if weaker is None or leader.bears_n <= WEAKER_BY * weaker.bears_n:
        return None
    return _note(
        "steps-up",
        f"The {weaker.role.replace('-', ' ')} line bears {{main}} at its {weaker.knot_name}, "
        "the hooklength {leader}: a snag costs the whole rig.",
        "Tie a lighter hooklength, or a stronger line above it.",
        {"main": _force(weaker.bears_n), "leader": _force(leader.bears_n)},
    )


def find_weak_for_fish(case: Case) -> Finding | None:
    """The hooklength is weaker than is used for the fish.

    case: the rig at rest.
    """
    species = case.book.species.get(case.rig.species or "")
    leader = of_kind(case.rig, LineSection)[-1]
    strength = line_strength_n(leader)
    if species is None or strength >= 0.8 * species.line_n[0]:
        return None
    return _note(
        "light-for-fish",
        f"The hooklength bears {{now}} unknotted; for {species.name} at least {{least}} is used.",
        "Take a stronger one.",
        {"now": _force(strength), "least": _force(species.line_n[0])},
    )


def find_give(case: Case) -> Finding | None:
    """Drag or elastic is set harder than the weakest line bears.

    case: the rig at rest.
    """
    facts = line_facts(case.rig)
    if not facts.give_entered or facts.give_n <= GIVE_MOST * facts.weakest_n:
        return None
    what = "elastic takes" if case.rig.conditions.tackle == "pole" else "drag slips at"
    return _note(
        "give-too-hard",
        f"The {what} {{give}}, and the weakest line bears {{weakest}} at its knot.",
        "Set it to about {advised}.",
        {"give": _force(facts.give_n), "weakest": _force(facts.weakest_n), "advised": _force(facts.give_advised_n)},
    )


def find_line_above(case: Case) -> Finding | None:
    """The line behind the float lies other than the method wants.

    case: the rig at rest.
    """
    family = FAMILY.get(case.rig.family)
    main = of_kind(case.rig, LineSection)[0]
    lies = lies_how(main, case.settled.water_kg_m3)
    if main.material == "fluorocarbon" and case.rig.conditions.tackle == "rod":
        return _note(
            "fluorocarbon-main",
            "Fluorocarbon as the line above a float sinks and drags it.",
            "Keep it for the hooklength; take nylon above.",
        )
    if family is None or family.line_wants == "either" or case.rig.conditions.tackle != "rod":
        return None
    wants_floating = family.line_wants == "floats"
    if wants_floating == (lies == "floats"):
        return None
    if not wants_floating and case.rig.conditions.wind_m_s < 2.0:
        return None
    return _note(
        "line-floats" if lies == "floats" else "line-sinks",
        f"The line behind the float {lies}; a {family.name.split(',')[0]} wants one that {family.line_wants}.",
        "Grease it." if wants_floating else "Degrease it, dip the rod tip and reel the line under.",
    )


def find_bore(case: Case) -> Finding | None:
    """The line is too thick to run through the float.

    case: the rig at rest.
    """
    way = passing(case.rig)
    if way is None or way.bore_m >= RUNS_FREELY * way.line_m:
        return None
    return Finding(
        id="bore-too-narrow",
        station="line",
        severity="refuse",
        says=f"Line of {way.line_m * 1000:.2f} mm does not run through a bore of {way.bore_m * 1000:.2f} mm.",
        remedy=f"Take line up to {way.bore_m / RUNS_FREELY * 1000:.2f} mm, or a float with a wider bore.",
    )


def find_stop_slips(case: Case) -> Finding | None:
    """The stop slips through the bead or the bore, or the bead through the bore.

    case: the rig at rest.
    """
    way = passing(case.rig)
    if way is None or way.stop_m is None:
        return None
    if way.bead_m is None:
        if way.stop_m > way.bore_m:
            return None
        says = f"The stop, {way.stop_m * 1000:.1f} mm, slips through the bore of {way.bore_m * 1000:.1f} mm."
        remedy = "Thread a bead between them, or tie a thicker stop."
    elif way.bead_m <= way.bore_m:
        says = f"The stop bead, {way.bead_m * 1000:.1f} mm, slips into the bore of {way.bore_m * 1000:.1f} mm."
        remedy = "Take a larger bead."
    elif way.bead_hole_m is not None and way.stop_m <= way.bead_hole_m:
        says = (
            f"The stop, {way.stop_m * 1000:.1f} mm, slips through the bead's hole of {way.bead_hole_m * 1000:.1f} mm."
        )
        remedy = "Tie a thicker stop, or take a bead with a smaller hole."
    else:
        return None
    return Finding(id="stop-slips", station="line", severity="refuse", says=says, remedy=remedy)


def find_stop_on_braid(case: Case) -> Finding | None:
    """A single thread stop on braid slips.

    case: the rig at rest.
    """
    stop = case.rig.stop
    if stop is None:
        return None
    under = next(s for s in of_kind(case.rig, LineSection) if s.lower_m < stop.position_m)
    stops = [c for c in case.rig.components if c.kind == "stop"]
    if under.material != "braid" or stop.material != "thread" or len(stops) > 1:
        return None
    return _note(
        "stop-on-braid",
        "A single thread stop slips on braid.",
        "Tie two in series, or a length of nylon as top shot at least as long as the deepest setting.",
    )


def find_hook_over_bait(case: Case) -> Finding | None:
    """The hook is larger than its bait, or not one that the bait goes on.

    case: the rig at rest.
    """
    hooks = {h.id: h for h in of_kind(case.rig, Hook)}
    for bait in of_kind(case.rig, Bait):
        kind, hook = case.book.baits.get(bait.item or ""), hooks[bait.hook]
        size = HOOK_SIZE.get(hook.size)
        if kind is None or size is None:
            continue
        small, large = kind.hooks
        labels = f"{HOOK_SIZE[small].label} to {HOOK_SIZE[large].label}"
        factor = case.book.patterns[hook.pattern].gape if hook.pattern in case.book.patterns else 1.0
        if size.gape_m * factor > HOOK_OVER_BAIT * kind.length_m:
            return Finding(
                id="hook-over-bait",
                station="bait",
                severity="refuse",
                says=f"The hook is larger than the bait: a {size.label} gapes {size.gape_m * factor * 1000:.0f} mm, "
                f"{kind.name} is {kind.length_m * 1000:.0f} mm long.",
                remedy=f"Take a hook from {labels}.",
            )
        if not large <= hook.size <= small:
            return Finding(
                id="hook-for-bait",
                station="bait",
                severity="note",
                says=f"A {size.label} is {'small' if hook.size > small else 'large'} for {kind.name}.",
                remedy=f"Usual are {labels}.",
            )
    return None


def find_reach(case: Case) -> Finding | None:
    """A fixed float is set deeper than the rod or pole can handle.

    case: the rig at rest.
    """
    rig, rod = case.rig, case.rig.conditions.rod_m
    if rig.stop is not None or rig.setting_m <= rod - SWING_ROOM_M:
        return None
    what = rig.conditions.tackle
    return Finding(
        id="beyond-reach",
        station="line",
        severity="refuse",
        says=f"A fixed float set at {{setting}} cannot be swung in with a {what} of {{rod}}.",
        remedy="Choose a sliding family, a longer rod or pole, or shallower water.",
        figures={"setting": length(rig.setting_m), "rod": depth(rod)},
    )


def find_castable(case: Case) -> Finding | None:
    """What hangs below a sliding float is too long to cast with the rod.

    case: the rig at rest.
    """
    rig = case.rig
    if rig.stop is None or rig.conditions.tackle != "rod":
        return None
    at = rig.components.index(rig.float_piece)
    rests = [p for c in rig.components[at + 1 :] if c.kind in {"swivel", "weight", "shot"}
             and (p := getattr(c, "position_m", None)) is not None]  # fmt: skip
    hangs, most = max(rests, default=0.0), CAST_SHARE * rig.conditions.rod_m
    if hangs <= most:
        return None
    return _note(
        "hangs-too-long",
        "Wound in, {hangs} hangs below the float: a rod of {rod} casts about {most}.",
        "Shorten the leader, lower the weights, or take a longer rod.",
        {"hangs": length(hangs), "rod": depth(rig.conditions.rod_m), "most": length(most)},
    )


TACKLE_FINDERS: tuple[Finder, ...] = (
    find_bore,
    find_stop_slips,
    find_reach,
    find_weak_main,
    find_weak_for_fish,
    find_give,
    find_line_above,
    find_stop_on_braid,
    find_hook_over_bait,
    find_castable,
)
