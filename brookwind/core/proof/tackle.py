"""Checks of the tackle: whether lines, knots, stop, hook, bait and rod match."""

from __future__ import annotations

from math import pi

from brookwind.core.edits.change_bead import ChangeBead
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_stop import ChangeStop
from brookwind.core.edits.proposed import Proposed
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.figures import depth, force, length, thickness
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.proof.check import Check, Finding, Severity
from brookwind.core.rig.components import Bait, Hook, LineSection
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.families import FAMILY, WIRE_TRACE_M
from brookwind.core.rig.hooks import HOOK_SIZE
from brookwind.core.rig.lines import DIAMETERS_MM, diameter_for_m, line_strength_n
from brookwind.core.rig.threading import hooklength_join_m
from brookwind.core.situation import Situation
from brookwind.core.tackle.line_facts import lies_how
from brookwind.core.tackle.passing import RUNS_FREELY, Passing

WEAKER_BY = 0.95
"""The hooklength at its knot bears at most this share of what the main line bears at its own. Editable default."""
ELASTIC_SHARE = 0.4
"""On a pole the elastic gives first: so much weaker a line is in use. Editable default."""
LEAST_SHARE = 0.8
"""A hooklength of this share of the least used for the fish will do. Editable default."""
GIVE_MOST = 0.6
"""Drag or elastic set harder than this share of the weakest place breaks on a lunge. Editable default."""
HOOK_OVER_BAIT = 1.0
"""A gape wider than the bait is long shows more hook than bait. Editable default."""
SWING_ROOM_M = 0.3
"""Rod left over the setting, to swing the fish in. [m] Editable default."""
CAST_SHARE = 0.5
"""What hangs below a sliding float is at most this share of the rod, to be cast. Editable default."""
CALM_M_S = 2.0
"""In less wind a line that floats is left to. [m/s] Editable default."""


def _thinner_m(most_m: float) -> float | None:
    """The thickest line sold up to a thickness. [m]"""
    fits = [mm for mm in DIAMETERS_MM if mm * 1e-3 <= most_m + 1e-9]
    return round(fits[-1] * 1e-3, 6) if fits else None


def _steps_up(check: Check, situation: Situation) -> Finding | None:
    """The hooklength is not the line that breaks first."""
    facts = situation.line_facts
    leader = facts.lines[-1]
    weaker = min(facts.lines[:-1], key=lambda f: f.bears_n, default=None)
    if weaker is None or leader.bears_n <= WEAKER_BY * weaker.bears_n:
        return None
    section = of_kind(situation.rig, LineSection)[-1]
    strong_n = WEAKER_BY * weaker.bears_n / leader.keeps
    material = LINE_MATERIAL.get(section.material, LINE_MATERIAL["nylon"])
    lighter = _thinner_m((4.0 * strong_n / (pi * material.strength_pa)) ** 0.5)
    return check.finds(
        {"main": force(weaker.bears_n), "leader": force(leader.bears_n)},
        f"The {weaker.role.replace('-', ' ')} line bears {{main}} at its {weaker.knot_name}, "
        "the hooklength {leader}: a snag costs the whole rig.",
        change=ChangeLine(role="hooklength", diameter_m=lighter) if lighter and section.role == "hooklength" else None,
    )


def _light_for_fish(check: Check, situation: Situation) -> Finding | None:
    species = situation.book.species.get(situation.rig.species or "")
    leader = of_kind(situation.rig, LineSection)[-1]
    strength = line_strength_n(leader)
    elastic = situation.rig.conditions.tackle == "pole"
    if species is None or strength >= LEAST_SHARE * species.line_n[0] * (ELASTIC_SHARE if elastic else 1.0):
        return None
    stronger = diameter_for_m(species.line_n[0], leader.material) if leader.material in LINE_MATERIAL else None
    return check.finds(
        {"now": force(strength), "least": force(species.line_n[0])},
        f"The hooklength bears {{now}} unknotted; for {species.name} at least {{least}} is used.",
        change=ChangeLine(role="hooklength", diameter_m=stronger) if leader.role == "hooklength" else None,
    )


def _give_too_hard(check: Check, situation: Situation) -> Finding | None:
    facts = situation.line_facts
    if not facts.give_entered or facts.give_n <= GIVE_MOST * facts.weakest_n:
        return None
    what = "elastic takes" if situation.rig.conditions.tackle == "pole" else "drag slips at"
    return check.finds(
        {"give": force(facts.give_n), "weakest": force(facts.weakest_n), "advised": force(facts.give_advised_n)},
        f"The {what} {{give}}, and the weakest line bears {{weakest}} at its knot.",
        change=SetConditions(conditions={"give_n": facts.give_advised_n}),
    )


def _fluorocarbon_main(check: Check, situation: Situation) -> Finding | None:
    main = of_kind(situation.rig, LineSection)[0]
    if main.material != "fluorocarbon" or situation.rig.conditions.tackle != "rod":
        return None
    return check.finds(change=ChangeLine(role="main", material="nylon") if main.role == "main" else None)


def _line_lies(check: Check, situation: Situation) -> Finding | None:
    """The line behind the float lies other than the method wants."""
    rig, family = situation.rig, FAMILY.get(situation.rig.family)
    main = of_kind(rig, LineSection)[0]
    if family is None or family.line_wants == "either" or rig.conditions.tackle != "rod":
        return None
    lies, wants_floating = lies_how(main, situation.settled.water_kg_m3), family.line_wants == "floats"
    if main.material == "fluorocarbon" or wants_floating == (lies == "floats"):
        return None
    if check.id != ("line-sinks" if wants_floating else "line-floats"):
        return None
    if not wants_floating and rig.conditions.wind_m_s < CALM_M_S:
        return None
    helps = main.role == "main" and (wants_floating or main.greased)
    return check.finds(
        says=f"The line behind the float {lies}; a {family.name.split(',')[0]} wants one that {family.line_wants}.",
        change=ChangeLine(role="main", greased=wants_floating) if helps else None,
    )


def _bore_too_narrow(check: Check, situation: Situation) -> Finding | None:
    way = situation.passing
    if way is None or way.bore_m >= RUNS_FREELY * way.line_m - 1e-9:
        return None
    most_m = way.bore_m / RUNS_FREELY
    through = next((s for s in of_kind(situation.rig, LineSection) if s.lower_m < situation.rig.setting_m), None)
    thinner = _thinner_m(most_m)
    return check.finds(
        {"line": thickness(way.line_m), "bore": thickness(way.bore_m), "most": thickness(most_m)},
        change=ChangeLine(role=through.role, diameter_m=thinner) if through and thinner else None,
        severity=_known(way, "bore"),
    )


def _known(way: Passing, *hangs_on: str) -> Severity | None:
    """A size that was only assumed is no reason to refuse: a note."""
    return "note" if any(a in hangs_on for a in way.assumed) else None


def _stop_slips(check: Check, situation: Situation) -> Finding | None:
    """The stop slips through the bead or the bore, or the bead through the bore."""
    way = situation.passing
    if way is None or way.stop_m is None:
        return None
    figures = {"stop": thickness(way.stop_m), "bore": thickness(way.bore_m)}
    if way.bead_m is None:
        if way.stop_m > way.bore_m:
            return None
        return check.finds(
            figures, "The stop, {stop}, slips through the bore of {bore}.",
            "Thread a bead between them, or tie a thicker stop.", ChangeBead(on_line=True), _known(way, "bore", "stop"),
        )  # fmt: skip
    figures["bead"] = thickness(way.bead_m)
    if way.bead_m <= way.bore_m:
        return check.finds(
            figures, "The stop bead, {bead}, slips into the bore of {bore}.", "Take a larger bead.",
            severity=_known(way, "bore"),
        )  # fmt: skip
    if way.bead_hole_m is None or way.stop_m > way.bead_hole_m:
        return None
    figures["hole"] = thickness(way.bead_hole_m)
    return check.finds(
        figures,
        "The stop, {stop}, slips through the bead's hole of {hole}.",
        "Tie a thicker stop, or take a bead with a smaller hole.",
        severity=_known(way, "stop", "hole"),
    )


def _stop_on_braid(check: Check, situation: Situation) -> Finding | None:
    stop = situation.rig.stop
    if stop is None:
        return None
    under = next(s for s in of_kind(situation.rig, LineSection) if s.lower_m < stop.position_m)
    stops = [c for c in situation.rig.components if c.kind == "stop"]
    if under.material != "braid" or stop.material != "thread" or len(stops) > 1:
        return None
    return check.finds(change=ChangeStop(count=2))


def _hook_and_bait(check: Check, situation: Situation) -> Finding | None:
    """The hook is larger than its bait, or not one that the bait goes on."""
    hooks = {h.id: h for h in of_kind(situation.rig, Hook)}
    for bait in of_kind(situation.rig, Bait):
        kind, hook = situation.book.baits.get(bait.item or ""), hooks[bait.hook]
        size = HOOK_SIZE.get(hook.size)
        if kind is None or size is None:
            continue
        small, large = kind.hooks
        labels = f"{HOOK_SIZE[small].label} to {HOOK_SIZE[large].label}"
        factor = situation.book.patterns[hook.pattern].gape if hook.pattern in situation.book.patterns else 1.0
        over = size.gape_m * factor > HOOK_OVER_BAIT * kind.length_m
        if not over and large <= hook.size <= small:
            continue
        if check.id != ("hook-over-bait" if over else "hook-for-bait"):
            return None
        lowest = hook.position_m == 0.0
        if over:
            fits = [s for s in range(large, small + 1) if s in HOOK_SIZE
                    and HOOK_SIZE[s].gape_m * factor <= HOOK_OVER_BAIT * kind.length_m]  # fmt: skip
            return check.finds(
                {"gape": thickness(size.gape_m * factor), "long": thickness(kind.length_m)},
                f"The hook is larger than the bait: a {size.label} gapes {{gape}}, {kind.name} is {{long}} long.",
                f"Take a hook from {labels}.",
                ChangeHook(size=fits[0]) if fits and lowest else None,
            )
        return check.finds(
            says=f"A {size.label} is {'small' if hook.size > small else 'large'} for {kind.name}.",
            remedy=f"Usual are {labels}.",
            change=ChangeHook(size=min(small, max(large, hook.size))) if lowest else None,
        )
    return None


def _bites_through(check: Check, situation: Situation) -> Finding | None:
    """A fish with teeth on a line that it cuts, or on too short a trace."""
    fish = situation.book.species.get(situation.rig.species or "")
    if fish is None or not fish.bites_through:
        return None
    last, trace = of_kind(situation.rig, LineSection)[-1], hooklength_join_m(situation.rig)
    if last.material == "wire" and trace >= WIRE_TRACE_M - 1e-6:
        return None
    thick = diameter_for_m(line_strength_n(last), "wire")
    wired = ChangeLine(role="hooklength", material="wire", diameter_m=thick)
    way = Proposed(
        says="Tie a wire trace of {trace}.", figures={"trace": length(WIRE_TRACE_M)},
        changes=(wired, ChangeLeader(length_m=WIRE_TRACE_M)),
    )  # fmt: skip
    says = (
        "The wire trace is {now} long: {fish} can reach the line above it."
        if last.material == "wire"
        else "{fish} bite through {line}, and keep the hook."
    )
    named = says.replace("{fish}", fish.name).replace("{line}", last.material)
    return check.finds(
        {"now": length(trace)}, named[0].upper() + named[1:],
        change=wired if trace >= WIRE_TRACE_M and last.role == "hooklength" else None,
        ways=(way,) if 0.0 < trace < WIRE_TRACE_M else (),
    )  # fmt: skip


def _beyond_reach(check: Check, situation: Situation) -> Finding | None:
    rig, rod = situation.rig, situation.rig.conditions.rod_m
    if rig.stop is not None or rig.setting_m <= rod - SWING_ROOM_M:
        return None
    return check.finds(
        {"setting": length(rig.setting_m), "rod": depth(rod)},
        f"A fixed float set at {{setting}} cannot be swung in with a {rig.conditions.tackle} of {{rod}}.",
    )


def _hangs_too_long(check: Check, situation: Situation) -> Finding | None:
    """What hangs below a sliding float is too long to cast with the rod."""
    rig = situation.rig
    if rig.stop is None or rig.conditions.tackle != "rod":
        return None
    at = rig.components.index(rig.float_piece)
    rests = [p for c in rig.components[at + 1 :] if c.kind in {"swivel", "weight", "shot"}
             and (p := getattr(c, "position_m", None)) is not None]  # fmt: skip
    hangs, most = max(rests, default=0.0), CAST_SHARE * rig.conditions.rod_m
    if hangs <= most:
        return None
    at_knot = abs(hangs - hooklength_join_m(rig)) < 1e-6
    return check.finds(
        {"hangs": length(hangs), "rod": depth(rig.conditions.rod_m), "most": length(most)},
        change=ChangeLeader(length_m=most) if at_knot else None,
    )


TACKLE = (
    Check(
        "bore-too-narrow", "line through the bore", "line", "refuse", _bore_too_narrow,
        "Line of {line} does not run through a bore of {bore}.",
        "Take line up to {most}, or a float with a wider bore.",
    ),
    Check("stop-slips", "stop, bead and bore", "line", "refuse", _stop_slips),
    Check(
        "beyond-reach", "reach of the rod", "line", "refuse", _beyond_reach,
        remedy="Choose a sliding family, a longer rod or pole, or shallower water.",
    ),
    Check(
        "bites-through", "teeth on the line", "line", "refuse", _bites_through,
        remedy="Tie a wire trace above the hook, with a swivel.",
    ),
    Check(
        "steps-up", "strength in steps", "line", "note", _steps_up,
        remedy="Tie a lighter hooklength, or a stronger line above it.",
    ),
    Check("light-for-fish", "strength for the fish", "line", "note", _light_for_fish, remedy="Take a stronger one."),
    Check("give-too-hard", "drag or elastic", "line", "note", _give_too_hard, remedy="Set it to about {advised}."),
    Check(
        "fluorocarbon-main", "fluorocarbon above the float", "line", "note", _fluorocarbon_main,
        "Fluorocarbon as the line above a float sinks and drags it.",
        "Keep it for the hooklength; take nylon above.", source="school: line-above",
    ),
    Check("line-sinks", "line that sinks", "line", "note", _line_lies, remedy="Grease it.",
          source="school: line-above"),
    Check(
        "line-floats", "line that floats", "line", "note", _line_lies,
        remedy="Degrease it, dip the rod tip and reel the line under.", source="school: line-above",
    ),
    Check(
        "stop-on-braid", "stop on braid", "line", "note", _stop_on_braid, "A single thread stop slips on braid.",
        "Tie two in series, or a length of nylon as top shot at least as long as the deepest setting.",
        source="school: braid",
    ),
    Check("hook-over-bait", "hook larger than the bait", "bait", "refuse", _hook_and_bait),
    Check("hook-for-bait", "hook for the bait", "bait", "note", _hook_and_bait),
    Check(
        "hangs-too-long", "length to cast", "line", "note", _hangs_too_long,
        "Wound in, {hangs} hangs below the float: a rod of {rod} casts about {most}.",
        "Shorten the leader, lower the weights, or take a longer rod.",
    ),
)  # fmt: skip
"""In the order in which they are told."""
