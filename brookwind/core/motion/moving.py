"""Everything the bench shows of a rig in moving water."""

from __future__ import annotations

from math import atan2, cos, degrees, hypot

import numpy as np

from brookwind.core.flow.profile import Flow
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.limits import FloatStatus
from brookwind.core.motion.afloat import Afloat
from brookwind.core.motion.chain import Array
from brookwind.core.motion.doubts import Doubt, Range, bait_height_m, dominant, doubts
from brookwind.core.motion.dragging import drags
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.waterlines import Waterline, waterlines
from brookwind.core.rig.document import Rig

_STUCK_M_S = 5e-3
"""A free float slower than this hangs on what lies on the bed. [m/s]"""
DRAG_MOST_DEG = 35.0
"""A dragging float that leans further is set too deep. [degrees] Editable default."""
_ARROWS = 7
"""Arrows of the current that are drawn."""


class PlacedPiece(Frozen):
    """Where a piece is in moving water."""

    id: str
    x_m: float
    """Along the current from the float; negative upstream. [m]"""
    depth_m: float
    on_bed: bool


class Moving(Frozen):
    """A rig that goes with its float, held back or free, in moving water."""

    status: FloatStatus
    tip_m: float
    immersion_m: float
    carried_n: float
    """What the float carries. [N]"""
    carried_kg: float
    """The same as lead. [kg]"""
    base_m: float
    """Depth of the float's foot. [m]"""
    speed_m_s: float
    """Of the float over the ground. [m/s]"""
    surface_m_s: float
    hold_n: float
    """What the line to the rod must pull to hold it back. [N]"""
    line_lean_rad: float
    """Of the line at the float, from upright; positive when it goes down and ahead, downstream. [rad]"""
    float_lean_rad: float
    hook_height_m: float
    height: Range | None
    """With its range; None when the range was not found."""
    lead: Range | None
    """How far the hook is ahead of the float, downstream; negative: it trails."""
    lead_m: float
    doubts: tuple[Doubt, ...]
    dominant: Doubt | None
    hook_n: float
    """Tension just above the hook. [N]"""
    top_n: float
    """Tension just below the float. [N]"""
    bait_past_m_s: float
    """Speed of the water past the bait; positive: the water overtakes it. [m/s]"""
    bed_kg: float
    """What the bed carries, as lead. [kg]"""
    stuck: bool
    """It would run free, but what lies on the bed holds it."""
    path: tuple[tuple[float, float, float], ...]
    """(position from the hook, x, depth) from the attachment down. [m]"""
    pieces: tuple[PlacedPiece, ...]
    arrows: tuple[tuple[float, float], ...]
    """(depth, speed) for drawing. [m, m/s]"""
    bed_slope: float
    ghosts: tuple[Waterline, ...]
    """The tip with a shot more or less; none unless it stands."""


def describe(rig: Rig, settled: Settled, found: Afloat) -> Moving:
    """Put a shape into figures.

    rig: the rig.
    settled: it at rest in still water.
    found: its shape.
    """
    rest, water = found.resting, found.setup.water_kg_m3
    s, flow = rest.state, found.setup.flow
    ranges = doubts(found, rig.conditions)
    lead = float(s.x[-1] - s.x[0])
    top = float(found.top.depth_m) + settled.hanging.stop_above_m
    return Moving(
        status="stands" if found.status == "lies" and _drags_well(rig, found) else found.status,
        tip_m=found.tip_m,
        immersion_m=found.immersion_m,
        carried_n=rest.load_n,
        carried_kg=lead_mass_kg(rest.load_n, water),
        base_m=top + found.body.setting_from_m * cos(found.lean_rad),
        speed_m_s=rest.speed_m_s,
        surface_m_s=float(flow.top_m_s),
        hold_n=rest.hold_n,
        line_lean_rad=atan2(float(s.x[1] - s.x[0]), float(s.z[1] - s.z[0])),
        float_lean_rad=found.lean_rad,
        hook_height_m=float(bait_height_m(found, s)),
        height=ranges[0] if ranges else None,
        lead=ranges[1] if ranges else None,
        lead_m=lead,
        doubts=ranges[2] if ranges else (),
        dominant=dominant(ranges[2]) if ranges else None,
        hook_n=float(s.tension[-1]),
        top_n=hypot(rest.side_n, rest.load_n),
        bait_past_m_s=flow.at(float(s.z[-1])) - rest.speed_m_s,
        bed_kg=lead_mass_kg(float(np.sum(rest.bed_n)), water),
        stuck=rig.conditions.hold is None and float(flow.top_m_s) > 0.0 and rest.speed_m_s < _STUCK_M_S,
        path=_path(found),
        pieces=_pieces(settled, found, rest.bed_n),
        arrows=arrows(flow),
        bed_slope=found.setup.slope,
        # A tight line makes up for what the current changes.
        ghosts=waterlines(settled, settled.pull_n if settled.rod_n else rest.load_n)
        if found.status == "stands"
        else (),
    )


def _drags_well(rig: Rig, found: Afloat) -> bool:
    """Its lean is the sign of being right."""
    return drags(rig) and degrees(found.lean_rad) <= DRAG_MOST_DEG


def _path(found: Afloat) -> tuple[tuple[float, float, float], ...]:
    s = found.resting.state
    return tuple(
        (float(p), float(x), float(z)) for p, x, z in zip(found.chain.position_m, s.x - s.x[0], s.z, strict=True)
    )


def _pieces(settled: Settled, found: Afloat, bed_n: Array) -> tuple[PlacedPiece, ...]:
    """Pieces at their own places between the nodes."""
    s, places = found.resting.state, found.chain.position_m[::-1]
    x, z = (s.x - s.x[0])[::-1], s.z[::-1]
    answers = []
    for item in settled.hanging.items:
        node = found.chain.node.get(item.component.id)
        if node is None:
            continue
        at = min(item.position_m, float(places[-1]))
        along = float(np.interp(at, places, x))
        answers.append(
            PlacedPiece(
                id=item.component.id,
                x_m=along,
                # What hangs on a link of its own lies down where the bed is nearer.
                depth_m=min(float(np.interp(at, places, z)) + item.link_m, _bed_m(found, along)),
                on_bed=bool(bed_n[node] > 0.0),
            )
        )
    return tuple(answers)


def _bed_m(found: Afloat, x_m: float) -> float:
    return float(found.setup.flow.depth_m) + found.setup.slope * x_m


def arrows(flow: Flow) -> tuple[tuple[float, float], ...]:
    """Speeds at a few depths, for drawing. [(m, m/s)]

    flow: the water.
    """
    depths = np.linspace(0.0, 0.97 * float(flow.depth_m), _ARROWS)
    return tuple((float(d), float(u)) for d, u in zip(depths, flow.speed(depths), strict=True))
