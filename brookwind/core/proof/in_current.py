"""What is to be said about a rig in moving water."""

from __future__ import annotations

from dataclasses import replace
from math import degrees

from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure, depth
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.afloat import go
from brookwind.core.motion.moving import Moving
from brookwind.core.motion.setting import height_or_lying_m, wanted_height_m
from brookwind.core.motion.setup import held_back, setup_of
from brookwind.core.proof.finding import Case, Finder, Finding
from brookwind.core.rig.components import LineSection, Shot, Weight
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.lines import line_strength_n

OFF_M = 0.03
"""A bait this far from its height is told. [m] Editable default."""
LIFTED_SHARE = 0.3
"""A bait lifted by more than this share of the depth is not where it is meant to be. Editable default."""
_HEAVIER = (1.5, 2.5, 4.0, 8.0, 16.0, 40.0, 100.0, 250.0, 600.0)
_LINE_SHARE = 0.5


def _moving(case: Case) -> Moving | None:
    return case.moving.moving if case.moving else None


def _ease(case: Case, otherwise: str) -> str:
    """What to do against too much current, holding back less first where it is held."""
    return f"Hold back less, or {otherwise}" if held_back(case.rig) else otherwise[0].upper() + otherwise[1:]


def find_no_shape(case: Case) -> Finding | None:
    """The water is too much for the rig to take a shape in it.

    case: the rig.
    """
    problem = case.moving.problem if case.moving else None
    if problem is None:
        return None
    return Finding(
        id=problem.code, station="water", severity="refuse", says=problem.message, remedy=problem.remedy,
        figures=dict(problem.figures),
    )  # fmt: skip


def find_drawn_under(case: Case) -> Finding | None:
    """The current draws the float under.

    case: the rig.
    """
    m = _moving(case)
    if m is None or m.status != "sinks":
        return None
    return Finding(
        id="drawn-under",
        station="water",
        severity="refuse",
        says="In this current the line draws the float under.",
        remedy=_ease(case, "take some shot off, or take a larger float."),
    )


def find_cannot_hold(case: Case) -> Finding | None:
    """The current lifts the bait far from where it should be; says what would hold it.

    case: the rig.
    """
    lift = _lifted_m(case)
    if lift is None:
        return None
    needed = _would_hold_kg(case)
    figures = {"lift": depth(lift)}
    remedy = _ease(case, "fish slower water.")
    if needed is not None:
        figures["load"] = Figure(value=needed, quantity="load")
        less = "hold back less" if held_back(case.rig) else "fish slower water"
        remedy = f"About {{load}} down the line would hold it, and a float to carry that; or {less}."
    return Finding(
        id="cannot-hold",
        station="water",
        severity="refuse",
        says="This rig cannot hold in the current: the bait is lifted by {lift}.",
        remedy=remedy,
        figures=figures,
    )


def _lifted_m(case: Case) -> float | None:
    """By how much the current lifts the bait, when that is more than the rig can hold. [m]"""
    m = _moving(case)
    if m is None or m.status == "sinks" or case.stop_problem is not None:
        return None
    lift = m.hook_height_m - max(0.0, case.rig.water.depth_m - case.settled.laid.hook_depth_m)
    return lift if lift >= LIFTED_SHARE * case.rig.water.depth_m else None


def _would_hold_kg(case: Case) -> float | None:
    """Load with which the bait is lifted by half of that at most: the present weights made heavier. [kg]"""
    rig, settled = case.rig, case.settled
    setup = setup_of(rig, settled.water_kg_m3)
    still = rig.water.depth_m - settled.laid.hook_depth_m
    if not any(isinstance(c, Shot | Weight) for c in rig.components):
        return None
    # Only the line's shape is asked for: the float is kept where it is, as by a tight line.
    kept = replace(settled, rod_n=1.0)
    for times in _HEAVIER:
        items = tuple(
            replace(i, weight_n=times * i.weight_n) if isinstance(i.component, Shot | Weight) else i
            for i in settled.hanging.items
        )
        try:
            found = go(rig, kept, setup, replace(settled.hanging, items=items))
        except BrookwindError:
            continue
        if height_or_lying_m(found) - still < 0.5 * LIFTED_SHARE * rig.water.depth_m:
            return lead_mass_kg(found.resting.load_n, settled.water_kg_m3)
    return None


def find_hold_too_hard(case: Case) -> Finding | None:
    """Holding back takes more than the line should bear.

    case: the rig.
    """
    m = _moving(case)
    lines = of_kind(case.rig, LineSection)
    if m is None or not lines or abs(m.hold_n) <= _LINE_SHARE * (strength := min(line_strength_n(s) for s in lines)):
        return None
    return Finding(
        id="hold-too-hard",
        station="stop",
        severity="refuse",
        says="To hold it back so takes {hold}, and the weakest line bears {strength}.",
        remedy="Let the float go faster.",
        figures={
            "hold": Figure(value=abs(m.hold_n), quantity="force"),
            "strength": Figure(value=strength, quantity="force"),
        },
    )


def find_leans(case: Case) -> Finding | None:
    """Held back, the float leans so far that its tip tells little.

    case: the rig.
    """
    m = _moving(case)
    if m is None or m.status != "lies" or case.settled.status != "stands":
        return None
    return Finding(
        id="leans-in-current",
        station="stop",
        severity="note",
        says="The current leans the float {lean} from upright.",
        remedy=_ease(case, "take a float that carries more."),
        figures={"lean": Figure(value=degrees(m.float_lean_rad), quantity="angle")},
    )


def find_stuck(case: Case) -> Finding | None:
    """What lies on the bed holds a float that should run.

    case: the rig.
    """
    m = _moving(case)
    if m is None or not m.stuck:
        return None
    return Finding(
        id="stuck-on-bed",
        station="stop",
        severity="note",
        says="What lies on the bed holds the float: it does not run.",
        remedy="Shorten the setting, or mean it so.",
    )


def find_bait_rides(case: Case) -> Finding | None:
    """In the current the bait is not at its height, and the stop can put that right.

    case: the rig.
    """
    m = _moving(case)
    if m is None or m.status == "sinks" or case.stop_problem is not None or _lifted_m(case) is not None:
        return None
    wanted = wanted_height_m(case.rig)
    if wanted <= 0.0 or abs(m.hook_height_m - wanted) <= OFF_M:
        return None
    higher = m.hook_height_m > wanted
    return Finding(
        id="bait-rides",
        station="stop",
        severity="note",
        says=f"In the current the bait is {{off}} too {'high' if higher else 'low'}.",
        remedy="Set the stop again; it takes the current into account.",
        figures={"off": Figure(value=abs(m.hook_height_m - wanted), quantity="line")},
    )


def find_speeds_rise(case: Case) -> Finding | None:
    """Measured speeds rise towards the bed.

    case: the rig.
    """
    speeds = case.rig.conditions.speeds
    at = next((i for i in range(1, len(speeds)) if speeds[i].speed_m_s > 1.05 * speeds[i - 1].speed_m_s), None)
    if at is None:
        return None
    return Finding(
        id="speeds-rise",
        station="water",
        severity="note",
        says="The measured speed rises towards the bed, from {upper} to {lower} at {depth}.",
        remedy="Water slows towards the bed but for tides and springs: check the order of the readings.",
        figures={
            "upper": Figure(value=speeds[at - 1].speed_m_s, quantity="speed"),
            "lower": Figure(value=speeds[at].speed_m_s, quantity="speed"),
            "depth": depth(speeds[at].depth_m),
        },
    )


MOVING_FINDERS: tuple[Finder, ...] = (
    find_no_shape,
    find_drawn_under,
    find_cannot_hold,
    find_hold_too_hard,
    find_leans,
    find_stuck,
    find_bait_rides,
    find_speeds_rise,
)
