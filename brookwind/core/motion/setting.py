"""The stop that puts the bait where it is wanted in moving water, and what that answer hangs on."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from contextlib import suppress

import numpy as np

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import depth
from brookwind.core.frozen import Frozen
from brookwind.core.motion.afloat import Afloat, go
from brookwind.core.motion.doubts import bait_height_m
from brookwind.core.motion.dragging import DragStep, drag_steps, dragged, dragging_setting, drags
from brookwind.core.motion.sensitivity import HoldPoint, Sensitivity, hold_curve, sensitivities
from brookwind.core.motion.setup import Setup, held_back, setup_of
from brookwind.core.rest.hang import hanging
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rest.stop import (
    StopSetting,
    hangs_past,
    least_setting_m,
    set_stop,
    stop_setting,
    wanted_hook_depth_m,
)
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot

_NEAR_M = 1e-3
"""A hook this near to its place is there. [m]"""
_MISSED_M = 0.01
"""A hook further than this from where it is wanted has not been brought there. [m]"""
_ROUNDS = 12
"""Settings tried at most."""
_TOUCHING_M = 0.002
"""A bait that just touches hangs so high. [m]"""
_CREEPS, _GRAZES_M = -0.3, 0.01
"""A bait wanted on the bed is there within this height, where more line lowers it by less than this share of itself:
in the slow water at the bed the line only trails further. Editable defaults."""
_SAME_HEIGHT_M = 2e-3
"""Heights this near are the same. [m]"""
SET_IN_CURRENT_M = 0.005
"""Nearer than this a stop is where it is wanted: the answer is not known better. [m] Editable default."""
TOLERANCE_M = 0.05
"""A bait this near to its height is where it should be. [m] Editable default."""


class MovingStop(Frozen):
    """The setting in moving water, and how it is made up. [m]"""

    now_m: float
    wanted_m: float
    slide_m: float
    is_set: bool
    """It is there within `SET_IN_CURRENT_M`."""
    steps: tuple[DragStep, ...]
    """How a dragging rig's setting is found at the water; none for others."""
    still_m: float
    """What it would be in still water."""
    lean_m: float
    """What the current adds to it."""
    attachment_m: float
    hook_height_now_m: float
    hook_height_wanted_m: float
    """Below nothing: so much line laid on."""
    sensitivities: tuple[Sensitivity, ...]
    holds: tuple[HoldPoint, ...]
    lowest_hold: float | None
    """Held to this share of the current the bait is at its lowest, or down on the bed."""
    run_m: tuple[float, float] | None
    """How far upstream and downstream the bait stays within `TOLERANCE_M` of its height; None: as far as the bed is
    known."""


def height_or_lying_m(found: Afloat) -> float:
    """Height of the hook above the bed; when line lies on the bed, its length, negative. [m]

    found: the shape.
    """
    s = found.resting.state
    bed = float(found.setup.flow.depth_m) + found.setup.slope * (s.x - s.x[0])
    clear = bed - s.z
    if clear[-1] > _NEAR_M:
        return float(clear[-1])
    off = np.nonzero(clear > _NEAR_M)[0]
    if len(off) == 0:
        return -float(found.chain.position_m[0])
    j = int(off[-1])
    share = (clear[j] - _NEAR_M) / (clear[j] - clear[j + 1])
    places = found.chain.position_m
    return -float(places[j] + share * (places[j + 1] - places[j]))


def wanted_height_m(rig: Rig) -> float:
    """Height of the hook that is aimed at; negative: so much line laid on. [m]

    rig: the rig.
    Raises: OutOfRange when the aim is out of the water.
    """
    return rig.water.depth_m - wanted_hook_depth_m(rig.water, rig.aim)


def moving_setting(
    rig: Rig, settled: Settled, setup: Setup, now: Afloat | None = None, still: Callable[[], float] | None = None
) -> tuple[float, Afloat, Afloat]:
    """Setting that brings the hook to its height in moving water, the shape there, and the shape as it is now.

    rig: the rig.
    settled: it at rest in still water.
    setup: the water.
    now: its shape there, if known.
    still: tells the setting of still water, if that is known.
    Raises: OutOfRange when no setting does it.
    Source: secant steps, halving where they leave what is known; the shape by `go`.
    """
    if drags(rig):
        return *dragging_setting(rig, settled, setup), now or dragged(rig, settled, setup)
    aim = wanted_height_m(rig)
    wanted, laid_on = max(aim, _TOUCHING_M), max(0.0, -aim)
    now = now or go(rig, settled, setup)
    found, at = now, rig.setting_m
    if aim <= 0.0:
        # Line is laid on beyond the setting at which the hook just touches. That is reached from above, so that it does
        # not hang on what is set now: where line trails along the bed many settings are nearly as good.
        with suppress(BrookwindError):
            touching = (still() if still else stop_setting(rig, settled).wanted_m) - laid_on
            found, at = _afresh(set_stop(rig, touching), setup), touching
    miss = height_or_lying_m(found) - wanted
    least, most = least_setting_m(rig, is_free_shot), min(60.0, 3.0 * (rig.water.depth_m + 1.0))
    low, high = least, most
    slope = -1.0
    for _ in range(_ROUNDS):
        if abs(miss) < _NEAR_M or high - low < _NEAR_M:
            break
        low, high = (at, high) if miss > 0.0 else (low, at)
        step = at - miss / slope
        following = step if low < step < high else 0.5 * (low + high)
        found = _at(rig, settled, setup, following, found)
        before, at, last, miss = at, following, miss, height_or_lying_m(found) - wanted
        rate = (miss - last) / (at - before) if at != before else -1.0
        if aim <= 0.0 and 0.0 < miss < _GRAZES_M and rate > _CREEPS:
            break
        slope = min(_CREEPS, rate)
    if miss < -_MISSED_M and at - least < _MISSED_M:
        # What is tied on lets it be set no shorter: it would just touch by as much less as lies on the bed now.
        at += miss
        if at + laid_on < least - 1e-9:
            raise hangs_past(rig, at + laid_on, least)
        miss = 0.0
    # A setting between two shapes, one to either side of the wanted height, is as good as there is; an end of the range
    # is none.
    if abs(miss) > _MISSED_M and (high - low > _MISSED_M or most - at < _MISSED_M):
        raise _no_setting(rig, found, wanted)
    if laid_on > 0.0:
        at += laid_on
        found = _afresh(set_stop(rig, at), setup)
    return at, found, now


def _at(rig: Rig, settled: Settled, setup: Setup, setting_m: float, begin: Afloat) -> Afloat:
    moved = set_stop(rig, setting_m)
    hung = hanging(moved, setup.water_kg_m3)
    try:
        return go(moved, settled, setup, hung, begin)
    except BrookwindError:
        return _afresh(moved, setup)


def _afresh(rig: Rig, setup: Setup) -> Afloat:
    """The shape begun from that in still water, as suits line that comes to lie on the bed."""
    return go(rig, settle(rig), setup)


def _no_setting(rig: Rig, found: Afloat, wanted_m: float) -> OutOfRange:
    height = float(bait_height_m(found, found.resting.state))
    held = held_back(rig)
    return OutOfRange.one(
        "no-setting",
        "No setting brings the bait to {wanted} off the bed: the current keeps it {height} up.",
        "Hold back less, or put more weight near the hook." if held else "Put more weight on, nearer to the hook.",
        ("conditions", "hold") if held else ("conditions", "current_m_s"),
        {"wanted": depth(wanted_m), "height": depth(height)},
    )


def moving_stop(
    rig: Rig,
    settled: Settled | None = None,
    bed: Sequence[tuple[float, float]] = (),
    still: StopSetting | None = None,
    now: Afloat | None = None,
) -> MovingStop:
    """Where the stop goes in the water of the rig's conditions, and what matters.

    rig: the rig.
    settled: it at rest in still water, if known.
    bed: (distance downstream of where the float is, depth) along the run; the slope of the conditions when empty. [m]
    still: where it goes in still water, if known.
    now: its shape as it is set, if known.
    Raises: OutOfRange when no setting does it.
    """
    rest = settled or settle(rig)
    setup = setup_of(rig, rest.water_kg_m3)
    still_m = (still or stop_setting(rig, rest)).wanted_m
    setting, afloat, now = moving_setting(rig, rest, setup, now, lambda: still_m)
    holds = hold_curve(rig, rest, setup, afloat)
    least = min((h.height_m for h in holds), default=0.0)
    # Of what is as good as on the bed, the gentlest check: held harder the bait is soon swept up again.
    lowest = next((h for h in holds if h.height_m <= max(least + _SAME_HEIGHT_M, _GRAZES_M)), None)
    return MovingStop(
        now_m=rig.setting_m,
        wanted_m=setting,
        slide_m=setting - rig.setting_m,
        steps=drag_steps(rig, rest, setup, setting) if drags(rig) else (),
        is_set=abs(setting - rig.setting_m) < SET_IN_CURRENT_M,
        still_m=still_m,
        lean_m=setting - still_m,
        attachment_m=float(afloat.top.depth_m),
        hook_height_now_m=height_or_lying_m(now),
        hook_height_wanted_m=wanted_height_m(rig),
        sensitivities=sensitivities(rig, afloat),
        holds=holds,
        lowest_hold=lowest.hold if lowest and lowest is not holds[0] else None,
        run_m=even_run(bed or _sloping(setup), TOLERANCE_M),
    )


def _sloping(setup: Setup) -> Sequence[tuple[float, float]]:
    far = 50.0
    at = float(setup.flow.depth_m)
    return ((-far, at - far * setup.slope), (0.0, at), (far, at + far * setup.slope))


def even_run(bed: Sequence[tuple[float, float]], tolerance_m: float) -> tuple[float, float] | None:
    """How far from 0, upstream and downstream, the depth stays within a tolerance of that at 0. [m]

    bed: (distance, depth), on both sides of 0. [m]
    tolerance_m: how far the bait may be off its height, which follows the depth one for one. [m]
    None when it never leaves the tolerance.
    Source: straight lines between the points.
    """
    x, d = (np.array(c, dtype=float) for c in zip(*sorted(bed), strict=True))
    fine = np.linspace(x[0], x[-1], 2001)
    off = np.abs(np.interp(fine, x, d) - float(np.interp(0.0, x, d))) > tolerance_m
    if not off.any():
        return None
    up, down = fine[off & (fine < 0.0)], fine[off & (fine > 0.0)]
    return (float(-up[-1]) if len(up) else float(-x[0]), float(down[0]) if len(down) else float(x[-1]))
