"""What the bait's height answers to in moving water: a little more current, depth or holding back."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.motion.afloat import Afloat
from brookwind.core.motion.doubts import bait_height_m
from brookwind.core.motion.equilibrium import equilibrium, variants
from brookwind.core.motion.setup import Setup
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.document import Rig

_HOLDS = (1.0, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1, 0.0)


class Sensitivity(Frozen):
    """How the bait's height answers to a change of one thing, the stop left where it is."""

    id: str
    name: str
    change: str
    height_m: float
    """By how much the bait rises; negative: it goes down. [m]"""


class HoldPoint(Frozen):
    """The bait at one way of holding back, the stop left where it is."""

    hold: float
    height_m: float
    lead_m: float


def sensitivities(rig: Rig, afloat: Afloat) -> tuple[Sensitivity, ...]:
    """What a little more current, depth and holding back do to the bait's height.

    rig: the rig.
    afloat: its shape.
    Source: the shape anew with each changed a little, the stop left alone.
    """
    setup, flow, top = afloat.setup, afloat.setup.flow, afloat.top
    faster = np.array([[1.1], [1.0], [1.0]])
    deeper = np.array([[0.0], [0.1], [0.0]])
    hold = rig.conditions.hold
    held_more = [1.0, 1.0, 0.9]
    known = afloat.resting.state
    speed = None if hold is None else hold * float(flow.top_m_s) * faster[:, 0] * np.array(held_more)
    if hold is None:
        # A free float is checked a tenth: its present speed is what it is held from.
        faster, deeper = faster[:2], deeper[:2]
    varied = replace(
        setup,
        flow=replace(flow, surface_m_s=flow.surface_m_s * faster, depth_m=flow.depth_m + deeper)
        if not flow.speeds
        else replace(flow, depth_m=flow.depth_m + deeper),
    )
    try:
        state, off = variants(afloat.chain, varied, replace(top, speed_m_s=speed), known, len(faster))
    except ArithmeticError:
        return ()
    before = float(bait_height_m(afloat, known))
    heights = bait_height_m(replace(afloat, setup=varied), state) - before
    names = [
        ("current", "Current", "a tenth faster"),
        ("depth", "Depth", "a hand deeper"),
        ("hold", "Holding back", "a tenth more"),
    ]
    found = [
        Sensitivity(id=i, name=n, change=c, height_m=float(h))
        for (i, n, c), h, o in zip(names, heights, off, strict=False)
        if o < 5e-3 and not (i == "current" and flow.speeds)
    ]
    if hold is None and (checked := _checked(afloat)) is not None:
        found.append(
            Sensitivity(id="hold", name="Holding back", change="checked by a tenth", height_m=checked - before)
        )
    return tuple(found)


def _checked(afloat: Afloat) -> float | None:
    """Height of the bait with the free float checked to nine tenths of its speed."""
    speed = np.array([0.9 * afloat.resting.speed_m_s])
    try:
        state, off = variants(afloat.chain, afloat.setup, replace(afloat.top, speed_m_s=speed), afloat.resting.state, 1)
    except ArithmeticError:
        return None
    return float(bait_height_m(afloat, state)[0]) if off[0] < 5e-3 else None


def hold_curve(rig: Rig, settled: Settled, setup: Setup, afloat: Afloat) -> tuple[HoldPoint, ...]:
    """Height and lead of the bait from running with the current to anchored, the stop left where it is.

    rig: the rig.
    settled: it at rest in still water.
    setup: the water.
    afloat: its shape.
    From how it goes now to either side, each way starting from the shape of the one before: near the bed there may be
    two shapes for one way of holding back. Where no steady shape is found there is no point.
    """
    top_m_s = float(setup.flow.top_m_s)
    if top_m_s <= 0.0:
        return ()
    now = afloat.resting.speed_m_s / top_m_s if rig.conditions.hold is None else rig.conditions.hold
    ways = sorted({*_HOLDS, *(() if rig.conditions.hold is None else (now,))}, reverse=True)
    points: list[HoldPoint] = []
    for side in (reversed([h for h in ways if h > now]), [h for h in ways if h <= now]):
        found = afloat
        for hold in side:
            top = replace(afloat.top, speed_m_s=hold * top_m_s)
            try:
                found = replace(found, resting=equilibrium(afloat.chain, setup, top, found.resting.state))
            except OutOfRange:
                continue
            row = found.resting.state
            lead = float(row.x[-1] - row.x[0])
            points.append(HoldPoint(hold=hold, height_m=float(bait_height_m(found, row)), lead_m=lead))
    return tuple(sorted(points, key=lambda p: -p.hold))
