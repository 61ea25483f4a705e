"""Evaluate a rig: one call answers everything the bench shows."""

from __future__ import annotations

from dataclasses import replace
from math import cos
from typing import Literal

from brookwind.core.errors import Problem
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.immersion import (
    load_at_immersion_n,
    sinking_load_n,
    tip_per_newton_m,
)
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, sphere_diameter_m, submerged_weight_n
from brookwind.core.limits import FloatStatus
from brookwind.core.motion.moving import Moving
from brookwind.core.proof.check import Finding
from brookwind.core.proof.checks import judge
from brookwind.core.rest.handles import Handle
from brookwind.core.rest.ledger import Entry, ledger
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.stop import StopSetting
from brookwind.core.rest.tip_range import TipRange, lifted_tip_m, sinks_in_doubt, tip_gate_m, tip_range, told_step_m
from brookwind.core.rest.waterlines import Waterline, waterlines
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Bead, Component, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.species import Feeding, feeding
from brookwind.core.rig.threading import hooklength_join_m
from brookwind.core.rules.place_rules import Place
from brookwind.core.situation import Situation


class FloatAnswer(Frozen):
    """The float at rest, and what its body is taken to be. Loads are lead-shot grams under this water, in kg."""

    status: FloatStatus
    in_doubt: bool
    """It sinks by no more than label and shot are off: it may float."""
    immersion_m: float
    tip_m: float
    lifted_tip_m: float | None
    """Tip when the bait that rests on the bed is lifted: 0 where that sinks it; None where none rests there. [m]"""
    tip_step_m: float
    """The tip is known no finer than this. [m]"""
    tip_range: TipRange | None
    """Where the tip will be found nine times in ten, in the water it is fished in; None unless it stands there."""
    lean_rad: float
    base_m: float
    """Depth of the float's foot below the surface. [m]"""
    tip_per_10_mg_m: float
    length_m: float
    tip_foot_m: float
    paint_m: float
    setting_from: Literal["base", "eye", "top"]
    outline: tuple[tuple[float, float], ...]
    """(height above the base, radius). [m]"""
    own_mass_kg: float
    capacity_kg: float
    """Load at the design waterline, fresh water, as it is filled now. [kg]"""
    tested: bool
    """The capacity comes from a tube test."""
    guessed: tuple[str, ...]
    carried_kg: float
    held_kg: float
    """What a tight line holds besides; negative: by so much it draws the float down. [kg]"""
    wanted_kg: float | None
    """Load at the wanted tip; None when the wanted tip is longer than the float. [kg]"""
    gate_kg: tuple[float, float] | None
    """Loads at the longest and shortest tip that count as wanted. [kg]"""
    sinking_kg: float
    least_standing_kg: float | None
    """Least load at which it stands up by itself; None when it never does. [kg]"""
    ghosts: tuple[Waterline, ...]


class PieceAnswer(Frozen):
    """A piece in the water."""

    id: str
    kind: str
    depth_m: float
    position_m: float
    diameter_m: float | None
    state: Literal["hangs", "on-bed", "in-the-air", "above"]


class Evaluation(Frozen):
    """Everything the bench shows of a rig, at rest in still water and in the water of its conditions."""

    rig_id: str
    water_kg_m3: float
    afloat: FloatAnswer
    pieces: tuple[PieceAnswer, ...]
    path: tuple[tuple[float, float], ...]
    """(position from the hook, depth) along the line, from the attachment down. [m]"""
    setting_m: float
    """Distance from stop or float to the hook as the rig is. [m]"""
    attachment_m: float
    """Depth of the point the setting is measured to; negative above the surface. [m]"""
    hook_height_m: float
    """Height of the hook off the bed. [m]"""
    ledger: tuple[Entry, ...]
    stop: StopSetting | None
    stop_problem: Problem | None
    leader_m: float
    """Length of the leader; 0 when there is none. Over a tape one measures from stop to its knot. [m]"""
    moving: Moving | None
    """The rig in the water of its conditions; None in still water."""
    moving_problem: Problem | None
    handles: tuple[Handle, ...]
    findings: tuple[Finding, ...]
    """Refusals first."""
    muted: tuple[Finding, ...]
    """Notes that the rig says no more of."""
    feeding: Feeding | None
    """Where the fish feeds in water as warm as this; None when no fish is named."""
    cautions: tuple[Finding, ...]
    """What to mind, each where the act happens."""


def evaluate(rig: Rig, place: Place | None = None, book: Book = SHIPPED) -> Evaluation:
    """Bring a rig to rest and answer what the bench shows.

    rig: the rig.
    place: rules it is judged by, and the day.
    book: fish, baits and hooks.
    Raises: BrookwindError when the float cannot be built.
    A stop that cannot be set is an answer with its problem, not an error: the rest is still true.
    """
    return answer_of(Situation(rig, place, book))


def answer_of(situation: Situation) -> Evaluation:
    """As `evaluate`, of a rig of which something may be known already.

    situation: the rig, and what it is judged by.
    Raises: BrookwindError when the float cannot be built.
    """
    rig, settled, moving = situation.rig, situation.settled, situation.moving
    judged = judge(situation)
    fish = situation.book.species.get(rig.species or "")
    return Evaluation(
        rig_id=rig.id,
        water_kg_m3=settled.water_kg_m3,
        afloat=_float(situation),
        pieces=_pieces(settled, moving),
        path=tuple(settled.laid.path),
        setting_m=rig.setting_m,
        attachment_m=settled.attachment_m,
        hook_height_m=rig.water.depth_m - settled.laid.hook_depth_m,
        ledger=ledger(settled, moving.carried_n if moving else None),
        stop=None if situation.stop_problem else situation.stop,
        stop_problem=situation.stop_problem,
        leader_m=hooklength_join_m(rig),
        handles=situation.handles,
        findings=judged.findings,
        muted=judged.muted,
        moving=moving,
        moving_problem=situation.moving_problem,
        feeding=feeding(fish, rig.water.temperature_c) if fish else None,
        cautions=judged.mind,
    )


def _float(situation: Situation) -> FloatAnswer:
    rig, s, m = situation.rig, situation.settled, situation.moving
    body, water = s.body, s.water_kg_m3

    def lead_at_tip(tip: float) -> float:
        return lead_mass_kg(load_at_immersion_n(body, body.length_m - tip, water), water)

    wanted = rig.aim.tip_m
    possible, gate = wanted <= body.length_m, tip_gate_m(s, wanted)
    cocks = least_cocking_load_n(body, water)
    fished = s if m is None else replace(s, pull_n=m.carried_n, immersion_m=m.immersion_m, tip_m=m.tip_m)
    ten_mg = submerged_weight_n(1e-5, LEAD_KG_M3, water)
    return FloatAnswer(
        status=s.status,
        in_doubt=sinks_in_doubt(s, rig.float_piece.spec),
        lifted_tip_m=lifted_tip_m(s, rig),
        tip_step_m=told_step_m(gate),
        immersion_m=s.immersion_m,
        tip_m=s.tip_m,
        tip_range=tip_range(fished, rig.float_piece.spec) if (m or s).status == "stands" else None,
        lean_rad=s.lean_rad,
        base_m=s.attachment_m + s.hanging.stop_above_m + body.setting_from_m * cos(s.lean_rad),
        tip_per_10_mg_m=ten_mg * tip_per_newton_m(body, s.immersion_m, water),
        length_m=body.length_m,
        tip_foot_m=body.tip_foot_m,
        paint_m=body.type.paint_m,
        setting_from=body.type.setting_from,
        outline=body.profile.points,
        own_mass_kg=body.mass_kg,
        capacity_kg=body.capacity_kg,
        tested=body.tested,
        guessed=body.guessed,
        carried_kg=lead_mass_kg(s.pull_n, water),
        held_kg=lead_mass_kg(s.rod_n, water),
        wanted_kg=lead_at_tip(wanted) if possible else None,
        gate_kg=(lead_at_tip(min(body.length_m, wanted + gate)), lead_at_tip(max(0.0, wanted - gate)))
        if possible
        else None,
        sinking_kg=lead_mass_kg(sinking_load_n(body, water), water),
        least_standing_kg=None if cocks is None else lead_mass_kg(cocks, water),
        ghosts=waterlines(s, s.pull_n) if s.status == "stands" else (),
    )


def _thickness_m(c: Component) -> float | None:
    if isinstance(c, Shot | Weight):
        return sphere_diameter_m(c.mass_kg, c.density_kg_m3)
    return c.length_m if isinstance(c, Bead) else None


def _pieces(s: Settled, moving: Moving | None) -> tuple[PieceAnswer, ...]:
    on_bed = s.laid.on_bed if moving is None else {p.id for p in moving.pieces if p.on_bed}
    answers = []
    for item in s.hanging.items:
        c = item.component
        state: Literal["hangs", "on-bed", "in-the-air", "above"] = "hangs"
        if item.above:
            state = "above"
        elif c.id in on_bed:
            state = "on-bed"
        elif c.id in s.laid.in_air:
            state = "in-the-air"
        answers.append(
            PieceAnswer(
                id=c.id,
                kind=c.kind,
                depth_m=s.laid.depth_m[c.id],
                position_m=item.position_m,
                diameter_m=_thickness_m(c),
                state=state,
            )
        )
    return tuple(answers)
