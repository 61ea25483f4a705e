"""How much tip to show: calm water, chop, dragging, a heavy bait, and what can be seen from where one sits."""

from __future__ import annotations

from math import ceil
from typing import Literal

from pydantic import Field

from brookwind.core.figures import Figure, tip
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import tip_per_newton_m
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Conditions, Rig
from brookwind.core.water.sight import least_seen_tip_m
from brookwind.core.water.waves import TIP_SHARE, Chop, chop

DRAGGING_M = 0.005
"""More tip for a bait or weight that drags and pulls the float down unevenly. [m] Editable default."""
BAIT_SHARE = 0.5
"""A heavy bait may hang by so much more or less of its weight. Editable default."""
BAIT_MOST_M = 0.01
"""No more than this is added for the bait. [m] Editable default."""


class TipNeed(Sourced):
    """One reason for tip."""

    id: Literal["calm", "chop", "dragging", "bait", "sight"]
    says: str
    tip_m: float
    """What it adds; of sight, what must show in all. [m]"""


class TipAdvice(Frozen):
    """The tip to ask for, and why."""

    tip_m: float
    needs: tuple[TipNeed, ...]
    chop: Chop
    seen_m: float
    """Tip just seen from the fishing distance. [m]"""
    seen: bool
    """The tip wanted now is long enough to be seen."""
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def waves_at(conditions: Conditions) -> Chop:
    """The waves: as seen when entered, else from wind and fetch.

    conditions: where it is fished.
    Source: `chop`.
    """
    raised = chop(conditions.wind_m_s, conditions.fetch_m)
    height = raised.height_m if conditions.wave_height_m is None else conditions.wave_height_m
    period = conditions.wave_period_s or raised.period_s
    return Chop(height_m=height, period_s=period, extra_tip_m=TIP_SHARE * height)


def tip_thickness_m(body: FloatBody) -> float:
    """Of a float's tip, half way up. [m]

    body: the float.
    """
    return 2.0 * body.profile.radius_m(body.length_m - 0.5 * body.longest_tip_m)


def tip_advice(rig: Rig, settled: Settled) -> TipAdvice:
    """The tip to ask for: what a calm asks, and what chop, dragging and the bait add; never less than can be seen.

    rig: the rig, with the conditions it is fished in.
    settled: the rig at rest.
    Source: default for calm water; each addition has its own.
    """
    body, conditions = settled.body, rig.conditions
    waves = waves_at(conditions)
    needs = [TipNeed(id="calm", says="in a calm", tip_m=body.usual_tip_m, source="default")]
    if waves.extra_tip_m >= 0.0005:
        needs.append(
            TipNeed(id="chop", says="so that a trough does not hide it", tip_m=waves.extra_tip_m, source="default")
        )
    if conditions.dragging:
        needs.append(TipNeed(id="dragging", says="for dragging", tip_m=DRAGGING_M, source="default"))
    bait_n = sum(max(0.0, i.weight_n) for i in settled.hanging.items if isinstance(i.component, Bait))
    slope = tip_per_newton_m(body, body.length_m - min(rig.aim.tip_m, body.longest_tip_m), settled.water_kg_m3)
    for_bait = min(BAIT_MOST_M, BAIT_SHARE * bait_n * slope)
    if for_bait >= 0.0005:
        needs.append(
            TipNeed(id="bait", says="for a bait that may weigh half as much again", tip_m=for_bait, source="default")
        )
    wanted = sum(n.tip_m for n in needs)
    thick = tip_thickness_m(body)
    seen = least_seen_tip_m(conditions.distance_m, thick)
    if seen > wanted:
        needs.append(TipNeed(id="sight", says="to be seen at all", tip_m=seen, source="ISO 8596; Ricco's law"))
    longest = body.longest_tip_m
    advised = min(max(wanted, seen), longest)
    return TipAdvice(
        # Up to the next millimetre: a hair less would not be seen, and nobody sets it finer.
        tip_m=min(ceil(advised * 1e3 - 1e-6) / 1e3, longest),
        needs=tuple(needs),
        chop=waves,
        seen_m=seen,
        seen=rig.aim.tip_m >= seen,
        says=_says(rig.aim.tip_m, seen, longest),
        figures={
            "seen": tip(seen),
            "wanted": tip(rig.aim.tip_m),
            "longest": tip(longest),
            "away": Figure(value=conditions.distance_m, quantity="distance"),
            "thick": tip(seen * thick / longest),
        },
    )


def _says(wanted: float, seen: float, longest: float) -> str:
    if wanted >= seen:
        return "From {away} it can be seen: {seen} would do."
    if seen <= longest:
        return "From {away} {wanted} of this tip is too small to see. {seen} would be seen."
    return (
        "From {away} no tip of this float is seen, not even all {longest} of it. "
        "Take one {thick} thick, or come nearer."
    )
