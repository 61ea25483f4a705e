"""Checks of a rig in moving water."""

from __future__ import annotations

from dataclasses import replace
from math import degrees

from brookwind.core.edits.proposed import Proposed
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure, angle, depth, force, length, load, speed
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.motion.afloat import go
from brookwind.core.motion.setting import height_or_lying_m, wanted_height_m
from brookwind.core.motion.setup import held_back
from brookwind.core.proof.check import Check, Finding
from brookwind.core.rig.components import LineSection, Shot, Weight
from brookwind.core.rig.document import of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.lines import line_strength_n
from brookwind.core.situation import Situation

OFF_M = 0.03
"""A bait this far from its height is told. [m] Editable default."""
LIFTED_SHARE = 0.3
"""A bait lifted by more than this share of the depth is not where it is meant to be. Editable default."""
_HEAVIER = (1.5, 2.5, 4.0, 8.0, 16.0, 40.0, 100.0, 250.0, 600.0)
LINE_SHARE = 0.5
"""Holding back takes at most this share of the weakest line. Editable default."""
TRAILS_M, TRAILS_SHARE = 0.3, 0.15
"""A bait further than this from below its float, and than this share of the depth, is told. [m] Editable defaults."""
HELD_A_LITTLE, HEAVIER_TAIL, BETTER = 0.8, 2.0, 0.8
"""What is tried against it, and how much nearer it must bring the bait to be told. Editable defaults."""
RISES = 1.05
"""A measured speed this many times the one above it rises. Editable default."""


def _ease(situation: Situation, otherwise: str) -> str:
    """What to do against too much current, holding back less first where it is held."""
    return f"Hold back less, or {otherwise}" if held_back(situation.rig) else otherwise[0].upper() + otherwise[1:]


def _no_shape(check: Check, situation: Situation) -> Finding | None:
    problem = situation.moving_problem
    return None if problem is None else check.finds(problem.figures, problem.message, problem.remedy)


def _drawn_under(check: Check, situation: Situation) -> Finding | None:
    m = situation.moving
    if m is None or m.status != "sinks":
        return None
    return check.finds(remedy=_ease(situation, "take some shot off, or take a larger float."))


def _cannot_hold(check: Check, situation: Situation) -> Finding | None:
    """The current lifts the bait far from where it should be; says what would hold it."""
    lift = _lifted_m(situation)
    if lift is None:
        return None
    needed = _would_hold_kg(situation)
    figures = {"lift": depth(lift)}
    remedy = _ease(situation, "fish slower water.")
    if needed is not None:
        figures["load"] = load(needed)
        less = "hold back less" if held_back(situation.rig) else "fish slower water"
        remedy = f"About {{load}} down the line would hold it, and a float to carry that; or {less}."
    return check.finds(figures, remedy=remedy)


def _lifted_m(situation: Situation) -> float | None:
    """By how much the current lifts the bait, when that is more than the rig can hold. [m]"""
    m = situation.moving
    if m is None or m.status == "sinks" or situation.stop_problem is not None:
        return None
    depth_m = situation.rig.water.depth_m
    lift = m.hook_height_m - max(0.0, depth_m - situation.settled.laid.hook_depth_m)
    return lift if lift >= LIFTED_SHARE * depth_m else None


def _would_hold_kg(situation: Situation) -> float | None:
    """Load with which the bait is lifted by half of that at most: the present weights made heavier. [kg]

    The lift falls with the load, so that the least of the steps is found by halving.
    """
    rig, settled = situation.rig, situation.settled
    still = rig.water.depth_m - settled.laid.hook_depth_m
    if not any(isinstance(c, Shot | Weight) for c in rig.components):
        return None
    # Only the line's shape is asked for: the float is kept where it is, as by a tight line.
    kept = replace(settled, rod_n=1.0)

    def holding_n(times: float) -> float | None:
        items = tuple(
            replace(i, weight_n=times * i.weight_n) if isinstance(i.component, Shot | Weight) else i
            for i in settled.hanging.items
        )
        try:
            found = go(rig, kept, situation.setup, replace(settled.hanging, items=items))
        except BrookwindError:
            return None
        held = height_or_lying_m(found) - still < 0.5 * LIFTED_SHARE * rig.water.depth_m
        return found.resting.load_n if held else None

    low, high, needed = 0, len(_HEAVIER), None
    while low < high:
        middle = (low + high) // 2
        pull = holding_n(_HEAVIER[middle])
        if pull is None:
            low = middle + 1
        else:
            high, needed = middle, pull
    return None if needed is None else lead_mass_kg(needed, settled.water_kg_m3)


def _hold_too_hard(check: Check, situation: Situation) -> Finding | None:
    m, lines = situation.moving, of_kind(situation.rig, LineSection)
    if m is None or not lines or abs(m.hold_n) <= LINE_SHARE * (strength := min(line_strength_n(s) for s in lines)):
        return None
    return check.finds({"hold": force(abs(m.hold_n)), "strength": force(strength)})


def _leans(check: Check, situation: Situation) -> Finding | None:
    """Held back, the float leans so far that its tip tells little."""
    m = situation.moving
    if m is None or m.status != "lies":
        return None
    return check.finds(
        {"lean": angle(degrees(m.float_lean_rad))}, remedy=_ease(situation, "take a float that carries more.")
    )


def _stuck(check: Check, situation: Situation) -> Finding | None:
    m = situation.moving
    return check.finds() if m is not None and m.stuck else None


def _bait_rides(check: Check, situation: Situation) -> Finding | None:
    """In the current the bait is not at its height, and the stop can put that right."""
    m = situation.moving
    if m is None or m.status == "sinks" or situation.stop_problem is not None or _lifted_m(situation) is not None:
        return None
    wanted = wanted_height_m(situation.rig)
    if wanted <= 0.0 or abs(m.hook_height_m - wanted) <= OFF_M:
        return None
    way = "high" if m.hook_height_m > wanted else "low"
    figures = {"off": length(abs(m.hook_height_m - wanted))}
    return check.finds(figures, f"In the current the bait is {{off}} too {way}.", change=SetStop())


def _bait_trails(check: Check, situation: Situation) -> Finding | None:
    """The bait is far behind the float, or ahead of it: a light tail, or a float that runs free over slow water."""
    m, rig = situation.moving, situation.rig
    if m is None or m.status == "sinks" or layout_of(rig).heavy in {"lead", "linked-lead"} or m.stuck:
        # A leader below a lead trails: it is told where the bait rides.
        return None
    off, hold = abs(m.lead_m), rig.conditions.hold
    if off < max(TRAILS_M, TRAILS_SHARE * rig.water.depth_m) or hold == 0.0:
        return None
    ways, figures = [], {"off": length(off)}
    held = None if hold is not None and hold <= HELD_A_LITTLE else _lead_m(situation, hold=HELD_A_LITTLE)
    if held is not None and held < BETTER * off:
        ways.append(
            Proposed(
                says="Hold it back a little, to {share} of the current: then it is {held} off.",
                figures={"held": length(held), "share": Figure(value=HELD_A_LITTLE, quantity="share")},
                changes=(SetConditions(conditions={"hold": HELD_A_LITTLE}),),
            )
        )
    heavier = _lead_m(situation, times=HEAVIER_TAIL)
    if heavier is not None and heavier < BETTER * off:
        ways.append(
            Proposed(
                says="Shot below the bulk twice as heavy: then it is {heavier} off.",
                figures={"heavier": length(heavier)},
            )
        )
    if not ways:
        return None
    way = "ahead of" if m.lead_m > 0.0 else "behind"
    return check.finds(figures, f"The bait is {{off}} {way} the float.", "", ways=tuple(ways))


def _lead_m(situation: Situation, hold: float | None = None, times: float = 1.0) -> float | None:
    """How far the bait is from below the float with it held so, or with single shot so many times heavier. [m]"""
    rig, settled = situation.rig, situation.settled
    if hold is not None:
        rig = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"hold": hold})})
    below = [i for i in settled.hanging.items if isinstance(i.component, Shot) and i.component.role in _BELOW]
    if times != 1.0 and not below:
        return None
    items = tuple(replace(i, weight_n=times * i.weight_n) if i in below else i for i in settled.hanging.items)
    try:
        found = go(rig, replace(settled, rod_n=1.0), situation.setup, replace(settled.hanging, items=items))
    except BrookwindError:
        return None
    s = found.resting.state
    return abs(float(s.x[-1] - s.x[0]))


def _speeds_rise(check: Check, situation: Situation) -> Finding | None:
    speeds = situation.rig.conditions.speeds
    at = next((i for i in range(1, len(speeds)) if speeds[i].speed_m_s > RISES * speeds[i - 1].speed_m_s), None)
    if at is None:
        return None
    upper, lower = speeds[at - 1], speeds[at]
    return check.finds(
        {"upper": speed(upper.speed_m_s), "lower": speed(lower.speed_m_s), "depth": depth(lower.depth_m)}
    )


_BELOW = {"dropper", "strung"}

IN_CURRENT = (
    Check("no-shape", "no steady shape", "water", "refuse", _no_shape, source="docs/physics.md"),
    Check(
        "drawn-under", "float drawn under", "water", "refuse", _drawn_under,
        "In this current the line draws the float under.", needs="current", source="docs/physics.md",
    ),
    Check(
        "cannot-hold", "bait lifted by the current", "water", "refuse", _cannot_hold,
        "This rig cannot hold in the current: the bait is lifted by {lift}.", needs="current",
    ),
    Check(
        "hold-too-hard", "pull to hold it back", "stop", "refuse", _hold_too_hard,
        "To hold it back so takes {hold}, and the weakest line bears {strength}.", "Let the float go faster.",
        needs="current",
    ),
    Check(
        "leans-in-current", "float that leans", "stop", "note", _leans,
        "The current leans the float {lean} from upright.", needs="current", source="docs/physics.md",
    ),
    Check(
        "stuck-on-bed", "float held by the bed", "stop", "note", _stuck,
        "What lies on the bed holds the float: it does not run.", "Shorten the setting, or mean it so.",
        needs="current",
    ),
    Check(
        "bait-rides", "height of the bait in the current", "stop", "note", _bait_rides,
        remedy="Set the stop again; it takes the current into account.", needs="current",
    ),
    Check(
        "bait-trails", "bait behind or ahead of the float", "load", "note", _bait_trails, needs="current",
        source="docs/physics.md",
    ),
    Check(
        "speeds-rise", "speeds that rise towards the bed", "water", "note", _speeds_rise,
        "The measured speed rises towards the bed, from {upper} to {lower} at {depth}.",
        "Water slows towards the bed but for tides and springs: check the order of the readings.",
    ),
)  # fmt: skip
"""In the order in which they are told."""
