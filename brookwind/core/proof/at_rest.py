"""Checks of a rig at rest: what its float does, and where stop and bait are."""

from __future__ import annotations

from math import degrees

from brookwind.core.balance.by_label import usable_tip
from brookwind.core.balance.patterns import PATTERN
from brookwind.core.edits.set_aim import SetAim
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.figures import Figure, angle, depth, length, load, tip
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.immersion import load_at_immersion_n, sinking_load_n
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.setup import held_back
from brookwind.core.proof.check import Check, Finding
from brookwind.core.proof.ways_out import ways_out
from brookwind.core.rest.stop import hangs_past, least_setting_m
from brookwind.core.rest.tip_advice import tip_thickness_m
from brookwind.core.rest.tip_range import sinks_in_doubt, tip_gate_m
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.families import FAMILY, hangs_at_m, layout_of
from brookwind.core.rig.labels import printed_kg
from brookwind.core.rig.shot_series import FINEST_KG
from brookwind.core.situation import MADE_UP_SHARE, Situation
from brookwind.core.water.sight import least_seen_tip_m

STOP_TOLERANCE_M = 0.01
"""A stop this near to its place is not spoken of. [m] Editable default."""
MISREAD = (0.5, 2.0)
"""A label that reads as so much less or more than what is entered was misread. Editable default."""
LABEL_TOLERANCE = 0.05
"""Label and measures may differ by this share. Editable default."""

SEEN_SHARE = 0.7
"""A tip of this share of what is just seen is still found by one who knows where it is. Editable default."""


def _lead(situation: Situation, pull_n: float) -> Figure:
    return load(lead_mass_kg(pull_n, situation.settled.water_kg_m3))


def _sinks(check: Check, situation: Situation) -> Finding | None:
    s = situation.settled
    if s.status != "sinks":
        return None
    wanted = load_at_immersion_n(s.body, max(0.0, s.body.length_m - situation.rig.aim.tip_m), s.water_kg_m3)
    over = s.pull_n - sinking_load_n(s.body, s.water_kg_m3)
    figures = {"over": _lead(situation, over), "off": _lead(situation, s.pull_n - wanted)}
    if not sinks_in_doubt(s, situation.rig.float_piece.spec):
        return check.finds(figures)
    figures["share"] = Figure(value=over / s.pull_n, quantity="share")
    says = "It may go under by {over}, {share} of its load, which is within what labels and shot are off."
    least = min((c for c in of_kind(situation.rig, Shot) if c.role != "back"), key=lambda c: c.mass_kg, default=None)
    remedy = f"Try it, and take one {least.label} off if it does." if least else "Try it before the day."
    return check.finds(figures, says, remedy, severity="note")


def _lies(check: Check, situation: Situation) -> Finding | None:
    s, m = situation.settled, situation.moving
    if s.status != "lies" or m is not None:
        # In a current only what it does there counts.
        return None
    least = least_cocking_load_n(s.body, s.water_kg_m3)
    figures = {"lean": angle(degrees(s.lean_rad)), "now": _lead(situation, s.pull_n)}
    says = "The float lies over, {lean} from upright: it carries {now} and "
    if least is None:
        return check.finds(
            figures, says + "does not stand under any load.", "Take another float, or check its measures."
        )
    return check.finds({**figures, "least": _lead(situation, least)}, says + "stands from about {least}.")


def _stop_impossible(check: Check, situation: Situation) -> Finding | None:
    problem = situation.stop_problem
    if problem is None or problem.code != check.id:
        return None
    return check.finds(problem.figures, problem.message, problem.remedy)


def _longer_than_water(check: Check, situation: Situation) -> Finding | None:
    """Leader or weights hang longer than the setting that is wanted."""
    problem = situation.stop_problem
    if problem is None:
        wanted, least = situation.stop.wanted_m, least_setting_m(situation.rig)
        problem = hangs_past(situation.rig, wanted, least).problems[0] if wanted < least - 1e-9 else None
    if problem is None or problem.code != check.id:
        return None
    return check.finds(problem.figures, problem.message, "", ways=ways_out(situation))


def _family_depth(check: Check, situation: Situation) -> Finding | None:
    family, depth_m = FAMILY.get(situation.rig.family), situation.rig.water.depth_m
    hangs_m = hangs_at_m(situation.rig.aim, depth_m)
    if family is None or (family.depth_m[0] <= depth_m and hangs_m <= family.depth_m[1]):
        return None
    return check.finds(
        {
            "depth": depth(hangs_m if depth_m >= family.depth_m[0] else depth_m),
            "least": depth(family.depth_m[0]),
            "most": depth(family.depth_m[1]),
        },
        f"{{depth}} of water is not for a {family.name}: that is for {{least}} to {{most}}.",
    )


def _tight_line(check: Check, situation: Situation) -> Finding | None:
    held = situation.settled.rod_n
    if held == 0.0:
        return None
    figures = {"held": _lead(situation, abs(held))}
    if held > 0.0:
        return check.finds(figures)
    return check.finds(
        figures,
        "The line is tightened by {held} until the tip shows.",
        "A fish that lifts the shot lets the float rise.",
    )


def _back_shot(check: Check, situation: Situation) -> Finding | None:
    """Back shot that is held up on a tight line sinks the float when it is let go."""
    s = situation.settled
    held = sum(i.weight_n for i in s.hanging.items if i.above and getattr(i.component, "role", "") == "back")
    over = s.pull_n + held - sinking_load_n(s.body, s.water_kg_m3)
    if held <= 0.0 or s.status != "stands" or over <= 0.0:
        return None
    return check.finds({"over": _lead(situation, over)})


def _tip_off(check: Check, situation: Situation) -> Finding | None:
    """The tip is not the wanted one, where it is fished."""
    rig, s, m = situation.rig, situation.settled, situation.moving
    if m is not None and layout_of(rig).drags:
        # Lean and bed share its load: it is judged by the lean.
        return None
    wanted = rig.aim.tip_m
    status, shown, carried = (m.status, m.tip_m, m.carried_n) if m else (s.status, s.tip_m, s.pull_n)
    pattern = PATTERN.get(rig.pattern)
    if pattern and not pattern.shotted and s.body.longest_tip_m >= shown >= wanted:
        # Without shot there is nothing to trim with: more of the tip shows, and that is that.
        return None
    if status != "stands" or abs(shown - wanted) <= tip_gate_m(s, wanted) or wanted > s.body.length_m:
        return None
    if s.body.type.usual_tip_m is None and shown > wanted and usable_tip(s.body, shown):
        # What carries its lead well below its mark is fished so.
        return None
    if check.id != ("tip-high" if shown > wanted else "tip-low"):
        return None
    target = load_at_immersion_n(s.body, s.body.length_m - wanted, s.water_kg_m3)
    change = target - carried
    remedy = "Add {change}." if change > 0 else "Take off {change}."
    if lead_mass_kg(abs(change), s.water_kg_m3) < 0.5 * FINEST_KG:
        too = "is missing" if change > 0 else "is too much"
        remedy = f"{{change}} {too}, which is finer than any one shot."
    if m and abs(change) > MADE_UP_SHARE * target and abs(s.tip_m - wanted) <= tip_gate_m(s, wanted):
        less = "hold back less" if held_back(rig) else "take a float that carries more"
        remedy = f"It is the current that lifts it: {less}."
    figures = {"tip": tip(shown), "wanted": tip(wanted), "change": _lead(situation, abs(change))}
    return check.finds(figures, remedy=remedy)


def _tip_too_long(check: Check, situation: Situation) -> Finding | None:
    longest, wanted = situation.settled.body.longest_tip_m, situation.rig.aim.tip_m
    if wanted <= longest + 1e-9:
        return None
    return check.finds({"wanted": tip(wanted), "longest": tip(longest)}, change=SetAim(tip_m=longest))


def _tip_unseen(check: Check, situation: Situation) -> Finding | None:
    """What shows is clearly too small a spot for an eye where the rod is."""
    s, away = situation.as_fished, situation.rig.conditions.distance_m
    seen = least_seen_tip_m(away, tip_thickness_m(s.body))
    if s.status != "stands" or s.tip_m >= SEEN_SHARE * seen:
        return None
    return check.finds({"tip": tip(s.tip_m), "seen": tip(seen), "away": Figure(value=away, quantity="distance")})


def _stop_off(check: Check, situation: Situation) -> Finding | None:
    stop = situation.stop
    if abs(stop.slide_m) <= STOP_TOLERANCE_M or situation.moving is not None:
        return None
    if stop.wanted_m < least_setting_m(situation.rig) - 1e-9:
        # It cannot be slid there, which is told by itself.
        return None
    what = "stop" if situation.rig.stop else "float"
    way = "away from the hook" if stop.slide_m > 0 else "towards the hook"
    return check.finds(
        {"slide": length(abs(stop.slide_m))},
        f"The {what} is {{slide}} from where it belongs.",
        f"Slide it {{slide}} {way}.",
        SetStop(),
    )


def _bait_on_bed(check: Check, situation: Situation) -> Finding | None:
    s, aim, m = situation.settled, situation.rig.aim, situation.moving
    wanted_off = aim.bait_from == "surface" or aim.bait_m > 0
    if m is not None and m.hook_height_m > 0.0:
        return None
    if not wanted_off or s.laid.bed_from_m <= 1e-6:
        return None
    can_be_set = situation.stop_problem is None
    return check.finds({"laid": length(s.laid.bed_from_m)}, change=SetStop() if can_be_set else None)


def _weights_on_bed(check: Check, situation: Situation) -> Finding | None:
    family, m = FAMILY.get(situation.rig.family), situation.moving
    if family is not None and family.laid is not None:
        return None
    on_bed = situation.settled.laid.on_bed if m is None else {p.id for p in m.pieces if p.on_bed}
    resting = [
        c.label or c.kind
        for c in situation.rig.components
        if c.id in on_bed and (c.kind == "weight" or (isinstance(c, Shot) and c.role != "lift"))
    ]
    if not resting:
        return None
    lifts = situation.stop_problem is None and not situation.set_for_still.settled.laid.on_bed & on_bed
    return check.finds(
        says=f"On the bed and not carried by the float: {', '.join(resting)}.",
        change=SetStop() if lifts and situation.moving is None else None,
    )


def _label_differs(check: Check, situation: Situation) -> Finding | None:
    """A tube test is no contradiction: it stands for the label."""
    body, spec = situation.settled.body, situation.rig.float_piece.spec
    said, printed = spec.capacity_kg, printed_kg(spec.label)
    if printed is not None and said is not None and not MISREAD[0] <= printed / said <= MISREAD[1]:
        says = f"The label “{spec.label}” reads as {{label}}, and the float is entered as carrying {{measured}}."
        return check.finds({"label": load(printed), "measured": load(said)}, says, "Check which is right.")
    if body.tested or said is None or abs(body.rated_kg - said) <= LABEL_TOLERANCE * said:
        return None
    return check.finds({"label": load(said), "measured": load(body.rated_kg)})


_NO_SETTING = {
    "bait-below-bed": "bait wanted deeper than the water",
    "bait-above-surface": "bait wanted above the surface",
    "too-shallow-for-float": "water too shallow for the float",
    "bait-floats-up": "bait that lifts the line",
    "weight-below-bait": "weight that would lie on the bed",
    "setting-too-long": "longer than a line is tied",
}
"""Why no setting does what is wanted, by the code of the problem."""

AT_REST = (
    Check(
        "sinks", "float pulled under", "load", "refuse", _sinks, "The float is pulled under by {over}.",
        "Take off {off} for the wanted tip, or balance again.", source="Archimedes' principle",
    ),
    Check(
        "lies", "float that does not stand", "load", "refuse", _lies, remedy="Add shot, or balance from the box.",
        source="righting moment, docs/physics.md",
    ),
    *(Check(code, name, "stop", "refuse", _stop_impossible) for code, name in _NO_SETTING.items()),
    Check("longer-than-water", "longer than the water is deep", "stop", "note", _longer_than_water, source="geometry"),
    Check("family-depth", "depth for the family", "water", "note", _family_depth, remedy="Choose another family."),
    Check(
        "tight-line", "load on a tight line", "load", "note", _tight_line,
        "Loaded {held} beyond the float: you hold that on a tight line.", "Slackened, the float goes under.",
        source="Archimedes' principle",
    ),
    Check(
        "back-shot-let-go", "back shot let go", "load", "note", _back_shot,
        "Let go, the back shot sinks the float by {over}.", "Hold it up on a tight line.",
        source="Archimedes' principle",
    ),
    *(
        Check(f"tip-{way}", f"tip too {way}", "load", "note", _tip_off, "It shows {tip} of tip; {wanted} is wanted.")
        for way in ("high", "low")
    ),
    Check(
        "tip-longer-than-tip", "more tip than there is", "float", "note", _tip_too_long,
        "{wanted} of tip is wanted, but this float's tip is {longest} long.",
        "Ask for less tip, or take another float.",
    ),
    Check(
        "tip-unseen", "tip against the distance", "float", "note", _tip_unseen,
        "From {away} {tip} of this tip is too small to see.",
        "Show {seen} or more, take a thicker tip, or come nearer.", source="ISO 8596; Ricco's law",
    ),
    Check("stop-off", "place of the stop", "stop", "note", _stop_off, needs="stop", source="geometry"),
    Check(
        "bait-on-bed", "bait on the bed", "stop", "note", _bait_on_bed,
        "The bait lies on the bed, with {laid} of line.", "Set the stop for this depth.",
    ),
    Check(
        "weights-on-bed", "weights on the bed", "load", "note", _weights_on_bed,
        remedy="Shorten the setting, or keep them there if you mean to.",
    ),
    Check(
        "label-differs", "label against measures", "float", "note", _label_differs,
        "The label says {label}, its measures say {measured}.",
        "Brookwind goes by the measures. Check them, or leave its mass out.",
    ),
)  # fmt: skip
"""In the order in which they are told."""
