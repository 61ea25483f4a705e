"""What is different in the water since an earlier trip."""

from __future__ import annotations

from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure, Told, depth
from brookwind.core.quantities import Quantity
from brookwind.core.survey.document import Survey
from brookwind.core.trip.day import water_over
from brookwind.core.trip.document import Span, Trip

MATTERS = {"depth": 0.05, "speed": 0.05, "temperature": 1.0, "wind": 1.0}
"""A difference less than this is none. [m, m/s, K, m/s] Editable defaults."""


def differs(before: Trip, now: Trip, survey: Survey, swim_depth_m: float) -> tuple[Told, ...]:
    """What differs between two days at a swim, with figures; nothing where they are alike.

    before: the earlier day.
    now: the day planned.
    survey: what is known of the swim.
    swim_depth_m: depth kept for it. [m]
    """
    told: list[Told] = []
    try:
        was, will = (water_over(t, survey, swim_depth_m) for t in (before, now))
        middles = [0.5 * (w.low_m + w.high_m) for w in (was, will)]
        if abs(middles[1] - middles[0]) >= MATTERS["depth"]:
            deeper = "deeper" if middles[1] > middles[0] else "shallower"
            by = abs(middles[1] - middles[0])
            told.append(Told(says=f"{{by}} {deeper} in the middle of the day.", figures={"by": depth(by)}))
    except BrookwindError:
        pass
    told += _span("Current", before.current_m_s, now.current_m_s, MATTERS["speed"])
    told += _span("Wind", before.wind_m_s, now.wind_m_s, MATTERS["wind"])
    warmer = now.temperature_c - before.temperature_c
    if abs(warmer) >= MATTERS["temperature"]:
        says = f"Water {{now}}, {'warmer' if warmer > 0 else 'colder'} than {{was}}."
        told.append(Told(says=says, figures=_two(before, now)))
    return tuple(told)


def _two(before: Trip, now: Trip) -> dict[str, Figure]:
    kind: Quantity = "temperature"
    return {
        "was": Figure(value=before.temperature_c, quantity=kind), "now": Figure(value=now.temperature_c, quantity=kind),
    }  # fmt: skip


def _span(name: str, was: Span, now: Span, matters: float) -> list[Told]:
    if max(abs(was.low - now.low), abs(was.high - now.high)) < matters:
        return []
    speed: Quantity = "wind" if name == "Wind" else "speed"
    figures = {
        "was_low": Figure(value=was.low, quantity=speed), "was_high": Figure(value=was.high, quantity=speed),
        "low": Figure(value=now.low, quantity=speed), "high": Figure(value=now.high, quantity=speed),
    }  # fmt: skip
    return [Told(says=f"{name} {{low}} to {{high}}, was {{was_low}} to {{was_high}}.", figures=figures)]
