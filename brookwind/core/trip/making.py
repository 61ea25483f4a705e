"""The chosen rigs tied in full: weights on, judged, let fall; what is found narrows what they cover."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import ceil

import numpy as np

from brookwind.core.balance.ready import weighted
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import float_body
from brookwind.core.proof.checks import judge
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import Day, Place
from brookwind.core.situation import Situation
from brookwind.core.trip.candidates import TIED_AT, Candidate
from brookwind.core.trip.day import Cases, Haunt
from brookwind.core.trip.document import Trip
from brookwind.core.trip.judging import Flags, covered_by, depth_allows, rig_at
from brookwind.core.trip.tackled import Tackled
from brookwind.core.tying.minutes import minutes_to_tie

TOLD_M = 0.01
"""Settings are told to this. [m]"""


@dataclass(frozen=True)
class Made:
    """A candidate tied in full."""

    rig: Rig
    covers: Flags
    minutes: float
    ready_s: float | None
    """From landing to fishing, in the deepest water it covers; None until it has fallen. [s]"""
    because: str = ""
    """Why it covers nothing after all."""


def make(
    candidate: Candidate, mine: Flags, trip: Trip, cases: Cases, haunts: tuple[Haunt, ...], tackled: Tackled
) -> Made:
    """Tie a candidate for the cases it is to cover.

    candidate: what was chosen.
    mine: the cases it is chosen for; at least one.
    trip: the day.
    cases: of the day.
    haunts: where the fish may be.
    tackled: what the angler has.
    """
    none = np.zeros(cases.n, dtype=bool)
    try:
        rig = _tied(candidate, mine, cases, haunts, tackled)
        situation = Situation(rig, _place(trip, tackled), tackled.book)
        refused = next((f for f in judge(situation).findings if f.severity == "refuse"), None)
        if refused is not None and candidate.made is None:
            return Made(rig, none, 0.0, None, refused.says)
        covers = candidate.covers
        if candidate.made is None:
            fits = covers & depth_allows(rig, cases, tied=True)
            covers = covered_by(rig, float_body(rig.float_piece.spec), cases, fits, tackled.book)
        return Made(rig, covers, 0.0 if candidate.made else minutes_to_tie(rig), None)
    except BrookwindError as error:
        return Made(candidate.rig, none, 0.0, None, str(error))


def _tied(candidate: Candidate, mine: Flags, cases: Cases, haunts: tuple[Haunt, ...], tackled: Tackled) -> Rig:
    depth = float(np.quantile(cases.depth_m[mine], TIED_AT))
    mostly = int(np.bincount(cases.haunt[mine]).argmax())
    hangs = float(np.quantile(cases.hangs_m[mine][cases.haunt[mine] == mostly], TIED_AT))
    current, wind = (float(np.median(v[mine])) for v in (cases.current_m_s, cases.wind_m_s))
    # It is told by the fish it mostly meets: hook, line and bait do for both.
    meant = candidate.rig.model_copy(update={"species": haunts[mostly].species})
    rig = rig_at(
        candidate.rig if candidate.made else meant, round(depth, 2), round(hangs, 2), round(current, 3), round(wind, 1)
    )
    if candidate.made is not None:
        return rig
    return _stop_set(weighted(rig, tackled.stock).rig)


def _stop_set(rig: Rig) -> Rig:
    situation = Situation(rig).stop_set_somehow.rig
    return set_stop(situation, ceil(situation.setting_m / TOLD_M - 0.5) * TOLD_M)


def _place(trip: Trip, tackled: Tackled) -> Place | None:
    if tackled.rules is None:
        return None
    return Place(rules=tackled.rules, day=Day(on=trip.begins.date(), at=trip.begins.time()))


def let_fall(made: Made, cases: Cases, tackled: Tackled) -> Made:
    """With when its bait is at depth in the deepest water it covers, and without the water it takes too long in.

    made: tied in full.
    cases: of the day.
    tackled: what the angler has.
    """
    rig, covers = made.rig, made.covers
    if not covers.any():
        return made
    deep = float(cases.hangs_m[covers].max())
    depth = max(deep, float(cases.depth_m[covers].max()))
    current, wind = (float(np.median(v[covers])) for v in (cases.current_m_s, cases.wind_m_s))
    ready = Situation(rig_at(rig, depth, deep, current, wind), book=tackled.book).ready_s
    if ready is not None and ready > rig.conditions.settle_s:
        # A fall takes about as long as it is deep.
        covers = covers & (cases.hangs_m <= deep * rig.conditions.settle_s / ready)
    return replace(made, covers=covers, ready_s=ready)
