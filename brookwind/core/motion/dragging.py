"""A dragging rig: its setting is right when the lead just touches and the float leans a little downstream."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from math import degrees

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import angle
from brookwind.core.frozen import Frozen
from brookwind.core.motion.afloat import Afloat, go
from brookwind.core.motion.paying import QUICK
from brookwind.core.motion.setup import UNEVEN_M, Setup
from brookwind.core.rest.hang import hanging
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rest.stop import least_setting_m, set_stop
from brookwind.core.rig.components import Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.threading import is_free_shot

STEPS_M = (-0.45, -0.15, 0.0, 0.15)
"""Settings told, from the right one: begun too shallow, 30 cm more, 15 cm more, and what too much looks like. [m]
Editable defaults."""
_MARCH_M, _FURTHEST_M = 0.05, 1.2
"""Settings tried one after another, beyond that of a lead that hangs plumb to the bed. [m]"""
_HALVINGS = 5
"""Rounds in which the setting is then narrowed down."""


class DragStep(Frozen):
    """What the float shows at a setting."""

    setting_m: float
    lean_deg: float
    touches: bool
    """The lead is on the bed."""
    speed_m_s: float


def drags(rig: Rig) -> bool:
    """Its lead is drawn along the bed.

    rig: the rig.
    """
    return layout_of(rig).drags and any(w.link is not None for w in of_kind(rig, Weight))


def _lead_touches(rig: Rig, found: Afloat) -> bool:
    at = found.chain.node.get(_lead(rig).id)
    return at is not None and bool(found.resting.bed_n[at] > 0.0)


def _lead(rig: Rig) -> Weight:
    return next(w for w in of_kind(rig, Weight) if w.link is not None)


def plumb_m(rig: Rig, settled: Settled) -> float:
    """Setting with which the lead hangs plumb just to the bed. [m]

    rig: the rig.
    settled: it at rest.
    Source: geometry.
    """
    lead = _lead(rig)
    link = lead.link.length_m if lead.link else 0.0
    return rig.water.depth_m - settled.attachment_m + lead.position_m - link


class _March:
    """Shapes at one setting after another, from a lead that hangs clear of the bed: each begins from the one before.

    Near the bed there may be two shapes for one setting; this is the one that comes about when the stop is slid up.
    """

    def __init__(self, rig: Rig, settled: Settled, setup: Setup) -> None:
        self.rig, self.setup = rig, replace(setup, gives_m=UNEVEN_M)
        clear = set_stop(rig, max(least_setting_m(rig, is_free_shot), plumb_m(rig, settled) - 2.0 * _MARCH_M))
        self.rest = settle(clear)
        self.plumb_m = max(plumb_m(rig, self.rest), least_setting_m(rig, is_free_shot))

    def at(self, setting_m: float, begin: Afloat | None) -> Afloat | None:
        try:
            moved = set_stop(self.rig, setting_m)
            hung = hanging(moved, self.setup.water_kg_m3)
            return go(moved, self.rest, self.setup, hung, begin, QUICK.grain)
        except BrookwindError:
            return None

    def up_to(self, setting_m: float) -> Iterator[tuple[float, Afloat]]:
        """(setting, shape) on the way to a setting; those without a shape are passed over."""
        at, begin = self.plumb_m - _MARCH_M, None
        while at < setting_m - 1e-9:
            found = self.at(at, begin)
            if found is not None:
                yield at, found
                begin = found
            at += _MARCH_M


def dragged(rig: Rig, settled: Settled, setup: Setup) -> Afloat:
    """The shape of a dragging rig as it is set.

    rig: the rig.
    settled: it at rest in still water.
    setup: the water.
    Raises: OutOfRange when there is none.
    """
    march = _March(rig, settled, setup)
    begin: Afloat | None = None
    for _, passed in march.up_to(rig.setting_m):
        begin = passed
    found = march.at(rig.setting_m, begin)
    if found is None:
        raise _no_setting(rig, "With this setting the rig takes no steady shape in the current.")
    return found


def dragging_setting(rig: Rig, settled: Settled, setup: Setup) -> tuple[float, Afloat]:
    """The shortest setting at which the lead touches and the float leans as wanted, and the shape there.

    rig: the rig; its aim says the lean.
    settled: it at rest in still water.
    setup: the water.
    Raises: OutOfRange when no setting does it.
    Source: the shape by `go` at one setting after another, then by halving.
    """
    march = _March(rig, settled, setup)
    low, before, best = march.plumb_m - _MARCH_M, None, None
    for at, found in march.up_to(march.plumb_m + _FURTHEST_M):
        if _right(rig, found):
            best = at, found
            break
        low, before = at, found
    if best is None:
        raise _no_setting(rig, "At no setting does the lead touch and the float lean {lean}.")
    for _ in range(_HALVINGS):
        middle = 0.5 * (low + best[0])
        between = march.at(middle, before)
        if between is not None and _right(rig, between):
            best = middle, between
        else:
            low, before = middle, between or before
    return best


def _right(rig: Rig, found: Afloat) -> bool:
    return degrees(found.lean_rad) >= rig.aim.lean_deg and _lead_touches(rig, found)


def _no_setting(rig: Rig, says: str) -> OutOfRange:
    return OutOfRange.one(
        "no-setting", says, "Put a heavier lead on, or fish slower water.", ("conditions", "current_m_s"),
        {"lean": angle(rig.aim.lean_deg)},
    )  # fmt: skip


def drag_steps(rig: Rig, settled: Settled, setup: Setup, wanted_m: float) -> tuple[DragStep, ...]:
    """What the float shows on the way to the right setting, and beyond it.

    rig: the rig.
    settled: it at rest in still water.
    setup: the water.
    wanted_m: the right setting. [m]
    """
    march = _March(rig, settled, setup)
    told, begin = [], None
    wayside = list(march.up_to(wanted_m + max(STEPS_M)))
    for step in STEPS_M:
        at = wanted_m + step
        begin = next((shape for where, shape in reversed(wayside) if where <= at), None)
        found = march.at(at, begin)
        if found is not None:
            told.append(
                DragStep(
                    setting_m=at, lean_deg=degrees(found.lean_rad), touches=_lead_touches(rig, found),
                    speed_m_s=found.resting.speed_m_s,
                )
            )  # fmt: skip
    return tuple(told)
