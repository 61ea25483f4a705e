"""What is to be said about a rig at rest: a verdict, figures for the sentence, and a remedy.

Figures are named in braces in the sentence and carry what kind of quantity they are; the edge writes them in the
person's units. Adding a finding is one function and its place in `FINDERS`.
"""

from __future__ import annotations

from math import degrees

from brookwind.core.errors import Problem
from brookwind.core.figures import Figure, depth
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.immersion import load_at_immersion_n, sinking_load_n
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.as_fished import MADE_UP_SHARE
from brookwind.core.motion.moving import MovingAnswer
from brookwind.core.motion.setup import held_back
from brookwind.core.proof.finding import Case, Finder, Finding
from brookwind.core.proof.in_current import MOVING_FINDERS
from brookwind.core.proof.place import judge
from brookwind.core.proof.tackle import TACKLE_FINDERS
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.stop import StopSetting
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import FAMILY, hangs_at_m
from brookwind.core.rig.shot_series import FINEST_KG
from brookwind.core.rules.place_rules import Place

TIP_TOLERANCE_M = 0.002
STOP_TOLERANCE_M = 0.01


def _lead(case: Case, pull_n: float) -> Figure:
    return Figure(value=lead_mass_kg(pull_n, case.settled.water_kg_m3), quantity="load")


def find_sinking(case: Case) -> Finding | None:
    """The float is pulled under.

    case: the rig at rest.
    """
    s = case.settled
    if s.status != "sinks":
        return None
    wanted = load_at_immersion_n(s.body, max(0.0, s.body.length_m - case.rig.aim.tip_m), s.water_kg_m3)
    return Finding(
        id="sinks",
        station="load",
        severity="refuse",
        says="The float is pulled under by {over}.",
        remedy="Take off {off} for the wanted tip, or balance again.",
        figures={
            "over": _lead(case, s.pull_n - sinking_load_n(s.body, s.water_kg_m3)),
            "off": _lead(case, s.pull_n - wanted),
        },
    )


def find_lying(case: Case) -> Finding | None:
    """The float does not stand.

    case: the rig at rest.
    """
    m = case.moving.moving if case.moving else None
    if m is not None and m.status == "stands":
        return None
    s = case.settled
    if s.status != "lies":
        return None
    least = least_cocking_load_n(s.body, s.water_kg_m3)
    lean = f"The float lies over, {degrees(s.lean_rad):.0f}° from upright: it carries {{now}}"
    if least is None:
        says, figures = f"{lean} and does not stand under any load.", {"now": _lead(case, s.pull_n)}
    else:
        says, figures = (
            f"{lean} and stands from about {{least}}.",
            {"now": _lead(case, s.pull_n), "least": _lead(case, least)},
        )
    return Finding(
        id="lies",
        station="load",
        severity="refuse",
        says=says,
        remedy="Take another float, or check its measures." if least is None else "Add shot, or balance from the box.",
        figures=figures,
    )


def find_tip_off(case: Case) -> Finding | None:
    """The tip is not the wanted one, where it is fished.

    case: the rig at rest.
    """
    s, wanted = case.settled, case.rig.aim.tip_m
    m = case.moving.moving if case.moving else None
    status, shown, carried = (m.status, m.tip_m, m.carried_n) if m else (s.status, s.tip_m, s.pull_n)
    if case.rig.pattern == "none" and s.body.longest_tip_m >= shown >= wanted:
        # Without shot there is nothing to trim with: more of the tip shows, and that is that.
        return None
    if status != "stands" or abs(shown - wanted) <= TIP_TOLERANCE_M or wanted > s.body.length_m:
        return None
    load = load_at_immersion_n(s.body, s.body.length_m - wanted, s.water_kg_m3)
    change = load - carried
    remedy = "Add {change}." if change > 0 else "Take off {change}."
    if lead_mass_kg(abs(change), s.water_kg_m3) < 0.5 * FINEST_KG:
        too = "is missing" if change > 0 else "is too much"
        remedy = f"{{change}} {too}, finer than any one shot: balance again, so that sizes are exchanged."
    if m and abs(change) > MADE_UP_SHARE * load and abs(s.tip_m - wanted) <= TIP_TOLERANCE_M:
        less = "hold back less" if held_back(case.rig) else "take a float that carries more"
        remedy = f"It is the current that lifts it: {less}."
    return Finding(
        id="tip-high" if shown > wanted else "tip-low",
        station="load",
        severity="note",
        says="It shows {tip} of tip; {wanted} is wanted.",
        remedy=remedy,
        figures={
            "tip": Figure(value=shown, quantity="tip"),
            "wanted": Figure(value=wanted, quantity="tip"),
            "change": _lead(case, abs(change)),
        },
    )


def find_tip_too_long(case: Case) -> Finding | None:
    """More tip is wanted than the float has.

    case: the rig at rest.
    """
    longest = case.settled.body.longest_tip_m
    if case.rig.aim.tip_m <= longest + 1e-9:
        return None
    return Finding(
        id="tip-longer-than-tip",
        station="float",
        severity="note",
        says="{wanted} of tip is wanted, but this float's tip is {longest} long.",
        remedy="Ask for less tip, or take another float.",
        figures={
            "wanted": Figure(value=case.rig.aim.tip_m, quantity="tip"),
            "longest": Figure(value=longest, quantity="tip"),
        },
    )


def find_stop_impossible(case: Case) -> Finding | None:
    """No setting does what is wanted.

    case: the rig at rest.
    """
    if case.stop_problem is None:
        return None
    return Finding(
        id=case.stop_problem.code,
        station="stop",
        severity="refuse",
        says=case.stop_problem.message,
        remedy=case.stop_problem.remedy,
        figures=case.stop_problem.figures,
    )


def find_stop_off(case: Case) -> Finding | None:
    """The stop is not where the bait wants it.

    case: the rig at rest.
    """
    stop = case.stop
    runs = case.moving is not None and case.moving.moving is not None
    if stop is None or abs(stop.slide_m) <= STOP_TOLERANCE_M or runs:
        return None
    what = "stop" if case.rig.stop else "float"
    way = "away from the hook" if stop.slide_m > 0 else "towards the hook"
    return Finding(
        id="stop-off",
        station="stop",
        severity="note",
        says=f"The {what} is {{slide}} from where it belongs.",
        remedy=f"Slide it {{slide}} {way}.",
        figures={"slide": Figure(value=abs(stop.slide_m), quantity="line")},
    )


def find_bait_on_bed(case: Case) -> Finding | None:
    """The bait rests on the bed though it should hang.

    case: the rig at rest.
    """
    s, aim = case.settled, case.rig.aim
    wanted_off = aim.bait_from == "surface" or aim.bait_m > 0
    m = case.moving.moving if case.moving else None
    if m is not None and m.hook_height_m > 0.0:
        return None
    if not wanted_off or s.laid.bed_from_m <= 1e-6:
        return None
    return Finding(
        id="bait-on-bed",
        station="stop",
        severity="note",
        says="The bait lies on the bed, with {laid} of line.",
        remedy="Set the stop for this depth.",
        figures={"laid": Figure(value=s.laid.bed_from_m, quantity="line")},
    )


def find_shot_on_bed(case: Case) -> Finding | None:
    """Weights rest on the bed and no longer load the float.

    case: the rig at rest.
    """
    laid = case.settled.laid
    family = FAMILY.get(case.rig.family)
    if family is not None and family.laid is not None:
        return None
    resting = [
        c.label or c.kind
        for c in case.rig.components
        if c.id in laid.on_bed and (c.kind == "weight" or (isinstance(c, Shot) and c.role != "lift"))
    ]
    if not resting:
        return None
    return Finding(
        id="weights-on-bed",
        station="load",
        severity="note",
        says=f"On the bed and not carried by the float: {', '.join(resting)}.",
        remedy="Shorten the setting, or keep them there if you mean to.",
    )


def find_label_differs(case: Case) -> Finding | None:
    """The measures of the float contradict its label. A tube test is no contradiction: it stands for the label.

    case: the rig at rest.
    """
    body, spec = case.settled.body, case.rig.float_piece.spec
    if body.tested or spec.capacity_kg is None or abs(body.rated_kg - spec.capacity_kg) <= 0.05 * spec.capacity_kg:
        return None
    return Finding(
        id="label-differs",
        station="float",
        severity="note",
        says="The label says {label}, its measures say {measured}.",
        remedy="Brookwind goes by the measures. Check them, or leave its mass out.",
        figures={
            "label": Figure(value=spec.capacity_kg, quantity="load"),
            "measured": Figure(value=body.rated_kg, quantity="load"),
        },
    )


def find_held(case: Case) -> Finding | None:
    """A tight line holds part of the load, or draws the float down: meant, and to be known.

    case: the rig at rest.
    """
    held = case.settled.rod_n
    if held == 0.0:
        return None
    says, remedy = (
        ("Loaded {held} beyond the float: you hold that on a tight line.", "Slackened, the float goes under.")
        if held > 0.0
        else ("The line is tightened by {held} until the tip shows.", "A fish that lifts the shot lets the float rise.")
    )
    return Finding(
        id="tight-line", station="load", severity="note", says=says, remedy=remedy,
        figures={"held": _lead(case, abs(held))},
    )  # fmt: skip


def find_family_depth(case: Case) -> Finding | None:
    """The water is too shallow or too deep for the family.

    case: the rig at rest.
    """
    family, depth_m = FAMILY.get(case.rig.family), case.rig.water.depth_m
    hangs_m = hangs_at_m(case.rig.aim, depth_m)
    if family is None or (family.depth_m[0] <= depth_m and hangs_m <= family.depth_m[1]):
        return None
    return Finding(
        id="family-depth",
        station="water",
        severity="note",
        says=f"{{depth}} of water is not for a {family.name}: that is for {{least}} to {{most}}.",
        remedy="Choose another family.",
        figures={
            "depth": depth(hangs_m if depth_m >= family.depth_m[0] else depth_m),
            "least": depth(family.depth_m[0]),
            "most": depth(family.depth_m[1]),
        },
    )


FINDERS: tuple[Finder, ...] = (
    find_sinking,
    find_lying,
    find_stop_impossible,
    find_family_depth,
    find_held,
    find_tip_off,
    find_tip_too_long,
    find_stop_off,
    find_bait_on_bed,
    find_shot_on_bed,
    find_label_differs,
    *MOVING_FINDERS,
    *TACKLE_FINDERS,
)


def find(
    rig: Rig,
    settled: Settled,
    stop: StopSetting | None,
    stop_problem: Problem | None = None,
    place: Place | None = None,
    book: Book = SHIPPED,
    moving: MovingAnswer | None = None,
) -> tuple[Finding, ...]:
    """Everything to be said about a rig, refusals first.

    rig: the rig.
    settled: the rig at rest.
    stop: where its stop belongs, if anywhere.
    stop_problem: why it belongs nowhere.
    place: rules it is judged by, and the day.
    book: fish, baits and hooks.
    moving: it in moving water.
    """
    case = Case(rig, settled, stop, stop_problem, book, moving)
    found = [f for finder in FINDERS if (f := finder(case))]
    if place is not None:
        found += judge(rig, place, settled.status == "sinks" or settled.rod_n > 0.0, book)
    return tuple(sorted(found, key=lambda f: f.severity != "refuse"))
