"""What each need asks of a float: one function a need, each a figure of the float held against a limit of the plan.

A need from below is met when the figure is good enough and gets easier with capacity; one from above, harder. Adding a
need is one entry in `NEEDS`.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import inf, pi
from typing import Literal

from brookwind.core.capacity import trial
from brookwind.core.capacity.plan import LOW_SHARE, Plan
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import load_at_immersion_n, sinking_load_n
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, sphere_diameter_m, submerged_weight_n
from brookwind.core.quantities import Quantity
from brookwind.core.rest.tip_advice import waves_at
from brookwind.core.run.reach import cast_distance_m, cast_speed_m_s

BITE_M_S2 = 0.25
"""How fast a gentle bite sets the float moving. [m/s2] Editable default: 10 cm/s in 0.4 s."""
ADDED_MASS = 0.06
"""Water dragged along by a float that goes under, over what it displaces. Source: Lamb, a spheroid of 5 to 1."""
CAST_STROKE_M = 2.6
"""Way over which a rod works up its speed. [m] Editable default."""
LINE_SHARE = 0.25
"""Share of the line's strength that a cast may take. Editable default."""
POLE_LEAST_MOST_KG, POLE_MOST_KG = 0.0012, 0.0008
"""The most a pole float carries in a metre of still water, and for each metre to the power of 1.5. [kg] Editable
defaults: 0.5 g to 1 m, 1 g to 2 m, 4 g deeper or in flow are in use."""
LEAD_SHARE = 2.0
"""Below a float that carries a lead, hook and bait may take so many times the share of the load. Editable default."""
CALM_TO_M = 0.03
"""Waves above this hide a splash. [m] Editable default."""
SPLASH_TO_M = 2.0
"""In deeper water a splash is of no matter. [m] Editable default."""


@dataclass(frozen=True)
class Need:
    """One need. `best` says which way of the figure is the good one."""

    id: str
    name: str
    side: Literal["lower", "upper"]
    best: Literal["more", "less"]
    quantity: Quantity
    figure: Callable[[Plan, FloatBody], float]
    limit: Callable[[Plan], float | None]
    """None: this plan has no such need."""
    says: str
    """What the figure is, with {figure} and {limit}."""
    give: str
    """What accepting another limit means, with {figure}."""
    change: Callable[[Plan, float], dict[str, float]] | None
    why: str
    source: str


def shown_tip_m(plan: Plan, body: FloatBody) -> float:
    """The tip a float is fished with: the one wanted, or its own habit when it is of another type. [m]

    plan: the plan.
    body: the float.
    """
    wanted = plan.tip_m if body.type.id == plan.type else body.usual_tip_m
    return min(wanted, body.longest_tip_m)


def working_load_n(plan: Plan, body: FloatBody) -> float:
    """What hangs on a float that shows its tip. [N]

    plan: the plan.
    body: the float.
    Source: Archimedes' principle.
    """
    return max(0.0, load_at_immersion_n(body, body.length_m - shown_tip_m(plan, body), plan.water_kg_m3))


def low_load_n(plan: Plan, body: FloatBody) -> float:
    """What of it is well down the line. [N]

    plan: the plan.
    body: the float.
    Source: `LOW_SHARE`, editable defaults.
    """
    return LOW_SHARE[plan.mount] * working_load_n(plan, body)


def thrown_kg(plan: Plan, body: FloatBody) -> float:
    """Mass in the air: float, shot, hook and bait. [kg]

    plan: the plan.
    body: the float.
    Source: sum; what hangs is taken as lead.
    """
    return body.mass_kg + lead_mass_kg(working_load_n(plan, body), plan.water_kg_m3)


def cast_m(plan: Plan, body: FloatBody) -> float:
    """How far the rig is cast. [m]

    plan: the plan.
    body: the float.
    Source: `cast_distance_m`.
    """
    return cast_distance_m(body, thrown_kg(plan, body), plan.conditions.throws)


def settle_s(plan: Plan, body: FloatBody) -> float:
    """Time from landing to fishing. [s]

    plan: the plan.
    body: the float.
    Source: `trial.settle_s`.
    """
    return trial.settle_s(plan, low_load_n(plan, body))


def run_lost_m(plan: Plan, body: FloatBody) -> float:
    """Run lost while the rig sinks. [m]

    plan: the plan.
    body: the float.
    Source: `trial.run_lost_m`.
    """
    return trial.run_lost_m(plan, low_load_n(plan, body))


def lean_deg(plan: Plan, body: FloatBody) -> float:
    """Lean of the line at the float. [degrees]

    plan: the plan.
    body: the float.
    Source: `trial.lean`.
    """
    return trial.lean(plan, low_load_n(plan, body)).line_deg


def lift_m(plan: Plan, body: FloatBody) -> float:
    """Lift of the bait over where it hangs in still water. [m]

    plan: the plan.
    body: the float.
    Source: `trial.lean`.
    """
    return trial.lean(plan, low_load_n(plan, body)).lift_m


def follow_m_s(plan: Plan, body: FloatBody) -> float:
    """Speed at which the weights follow a float that drops into a trough. [m/s]

    plan: the plan.
    body: the float.
    Source: `fall_speed_m_s` of the low load as one ball of lead.
    """
    load = low_load_n(plan, body)
    mass = load / submerged_weight_n(1.0, LEAD_KG_M3, plan.water_kg_m3)
    return 0.0 if mass <= 0.0 else fall_speed_m_s(load, sphere_diameter_m(mass, LEAD_KG_M3), plan.water)


def tackle_share(plan: Plan, body: FloatBody) -> float:
    """Hook, bait and swivel over what the float carries.

    plan: the plan.
    body: the float.
    Source: ratio of submerged weights.
    """
    carried = lead_mass_kg(working_load_n(plan, body), plan.water_kg_m3)
    return plan.tackle_kg / carried if carried > 0.0 else inf


def take_under_n(plan: Plan, body: FloatBody) -> float:
    """Pull a fish feels when it takes the float under. [N]

    F = (P_sink - P_tip) + (m + k rho V) a: what still floats, and the mass of rig and dragged water set moving. A float
    that goes under along its axis drags little water: k = 0.06 for a body five times as long as wide. Through one that
    slides the line runs: only what still floats is felt.

    plan: the plan.
    body: the float.
    Source: Archimedes' principle; Newton's second law; added mass of a prolate spheroid along its axis, H. Lamb,
    Hydrodynamics, 1932, section 114.
    """
    still_floats = sinking_load_n(body, plan.water_kg_m3) - working_load_n(plan, body)
    if plan.mount.endswith("sliding"):
        return still_floats
    moved = thrown_kg(plan, body) + ADDED_MASS * plan.water_kg_m3 * body.profile.volume_m3
    return still_floats + moved * BITE_M_S2


def pole_load_kg(plan: Plan, body: FloatBody) -> float:
    """Load on a pole float, as lead. [kg]

    plan: the plan.
    body: the float.
    Source: Archimedes' principle.
    """
    return lead_mass_kg(working_load_n(plan, body), plan.water_kg_m3)


def line_force_n(plan: Plan, body: FloatBody) -> float:
    """Pull on the line in the cast. [N]

    F = m v^2 / (2 s)

    plan: the plan.
    body: the float.
    Source: even acceleration over `CAST_STROKE_M`.
    """
    mass = thrown_kg(plan, body)
    return mass * cast_speed_m_s(mass, plan.conditions.throws) ** 2 / (2.0 * CAST_STROKE_M)


def _when_cast(value: Callable[[Plan], float | None]) -> Callable[[Plan], float | None]:
    """Only for what is thrown: not on a pole, and no balloon, which is drifted or carried out."""
    return lambda plan: None if plan.on_pole or plan.kind.blown_up else value(plan)


def _pole_most_kg(plan: Plan) -> float | None:
    if plan.mount != "pole-fixed":
        return None
    deep, flow = plan.depth_m, plan.conditions.current_m_s
    return float(max(POLE_LEAST_MOST_KG, POLE_MOST_KG * deep**1.5) * (1.0 + 3.0 * flow))


def _wave_speed(plan: Plan) -> float | None:
    waves = waves_at(plan.conditions)
    return pi * waves.height_m / waves.period_s if waves.height_m >= 0.01 and waves.period_s > 0.0 else None


def _splash_kg(plan: Plan) -> float | None:
    c = plan.conditions
    hidden = waves_at(c).height_m > CALM_TO_M or c.current_m_s > 0.4 or plan.depth_m > SPLASH_TO_M
    return None if hidden or plan.on_pole or not plan.kind.splashes else c.limits.splash_kg_m * plan.depth_m


def _tackle_most(plan: Plan) -> float | None:
    if plan.kind.blown_up:
        return None
    carries_lead = plan.kind.reserve is not None and plan.kind.usual_tip_m is None
    return plan.conditions.limits.tackle_share * (LEAD_SHARE if carries_lead else 1.0)


def _safe_n(plan: Plan) -> float | None:
    return None if plan.line_strength_n is None else LINE_SHARE * plan.line_strength_n


def _lean_most(plan: Plan) -> float | None:
    moves = plan.conditions.current_m_s > 0.0 or plan.conditions.wind_m_s > 0.0
    return plan.conditions.limits.lean_deg if moves and not plan.drags else None


def _in_flow(value: Callable[[Plan], float | None]) -> Callable[[Plan], float | None]:
    """Only where the water moves, and not where the lead is meant to drag."""
    return lambda plan: None if plan.conditions.current_m_s <= 0.0 or plan.drags else value(plan)


NEEDS: tuple[Need, ...] = (
    Need(
        id="cast", name="Cast", side="lower", best="more", quantity="distance",
        figure=cast_m, limit=_when_cast(lambda p: p.conditions.distance_m),
        says="casts {figure}, {limit} wanted", give="fish at {figure} instead of {limit}",
        change=lambda _, v: {"distance_m": v},
        why="Range with drag: x = 0.8 L ln(1 + (v²/g)/L), v from the rod's work shared with the mass thrown.",
        source="quadratic drag; rod figures are defaults until a cast test",
    ),
    Need(
        id="settle", name="Settle", side="lower", best="less", quantity="time",
        figure=settle_s, limit=lambda p: p.conditions.settle_s,
        says="fishes after {figure}, {limit} allowed", give="wait {figure} instead of {limit} for it to settle",
        change=lambda _, v: {"settle_s": v},
        why="The fall of this line, followed with a light and a heavy float; between them a power of the load.",
        source="the fall of the rig, docs/physics.md",
    ),
    Need(
        id="run", name="Run lost", side="lower", best="less", quantity="distance",
        figure=run_lost_m, limit=_in_flow(lambda p: p.conditions.limits.run_lost_m),
        says="loses {figure} of the run, {limit} allowed", give="lose {figure} of the run instead of {limit}",
        change=lambda _, v: {"limits.run_lost_m": v},
        why="How far the float goes over the ground during that fall.", source="as for settling",
    ),
    Need(
        id="lean", name="Lean", side="lower", best="less", quantity="angle",
        figure=lean_deg, limit=_lean_most,
        says="leans {figure}, {limit} allowed", give="let the line lean {figure} instead of {limit}",
        change=lambda _, v: {"limits.lean_deg": v},
        why="The shape of this line in the current, free or held back as the rig is, for seven sizes of float.",
        source="the steady shape of the line, docs/physics.md",
    ),
    Need(
        id="lift", name="Lift", side="lower", best="less", quantity="line",
        figure=lift_m, limit=_in_flow(lambda p: p.conditions.limits.lift_m),
        says="lifts the bait {figure}, {limit} allowed",
        give="let the current lift the bait {figure} instead of {limit}",
        change=lambda _, v: {"limits.lift_m": v},
        why="The same shape: how much higher the bait rides than in still water, the stop left alone.",
        source="as for the lean",
    ),
    Need(
        id="chop", name="Chop", side="lower", best="more", quantity="speed",
        figure=follow_m_s, limit=_wave_speed,
        says="its weights follow at {figure}, waves drop at {limit}",
        give="put up with waves that drop faster, {limit}, than the weights follow, {figure}",
        change=None,
        why="A trough drops the float at π H / T; weights that fall slower leave the line slack.",
        source="linear waves; Cheng's sphere drag",
    ),
    Need(
        id="tackle", name="Tackle", side="lower", best="less", quantity="share",
        figure=tackle_share, limit=_tackle_most,
        says="hook and bait take {figure} of the load, {limit} allowed",
        give="let hook and bait take {figure} of the load instead of {limit}",
        change=lambda _, v: {"limits.tackle_share": v},
        why="Weight under water of hook, bait, swivel and beads ÷ load at the wanted tip.", source="default",
    ),
    Need(
        id="fish", name="Fish", side="upper", best="less", quantity="force",
        figure=take_under_n, limit=lambda p: None if p.kind.blown_up or p.drags else p.pull_n,
        says="takes {figure} of pull to go under, {limit} of pull suits the fish",
        give="offer the fish {figure} of pull instead of {limit}",
        change=lambda _, v: {"limits.pull_n": v},
        why="What still floats above the wanted tip; of a fixed float also mass × 0.25 m/s² of rig and dragged water.",
        source="Archimedes, Newton; the species' pull is a default",
    ),
    Need(
        id="pole", name="Pole", side="upper", best="less", quantity="capacity",
        figure=pole_load_kg, limit=_pole_most_kg,
        says="carries {figure}, {limit} is the most in use at this depth", give="carry {figure} instead of {limit}",
        change=None, why="Sizes in use on the pole by depth and current.", source="default",
    ),
    Need(
        id="splash", name="Splash", side="upper", best="less", quantity="capacity",
        figure=thrown_kg, limit=_splash_kg,
        says="lands with {figure}, {limit} at most in so calm and shallow water",
        give="land {figure} instead of {limit} on calm water",
        change=lambda p, v: {"limits.splash_kg_m": v / p.depth_m},
        why="Mass that lands, against 6 g over each metre of calm water.", source="default",
    ),
    Need(
        id="rod", name="Rod", side="upper", best="less", quantity="capacity",
        figure=thrown_kg, limit=_when_cast(lambda p: p.conditions.rod_most_kg),
        says="{figure} to cast, the rod takes {limit}", give="take a rod that casts {figure}",
        change=lambda _, v: {"rod_most_kg": v},
        why="Float, load, hook and bait in air.", source="as printed on the rod",
    ),
    Need(
        id="line", name="Line", side="upper", best="less", quantity="force",
        figure=line_force_n,
        limit=_when_cast(_safe_n),
        says="pulls {figure} in the cast, {limit} is safe", give="take a line that is safe at {figure}", change=None,
        why="m v² / 2 s over the rod's stroke, against a quarter of the line's strength.", source="default",
    ),
)  # fmt: skip
