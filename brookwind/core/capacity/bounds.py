"""What each need asks of the capacity: where its figure crosses its limit along floats of one type."""

from __future__ import annotations

from collections.abc import Sequence
from math import exp, isfinite, log
from typing import Literal

from pydantic import Field

from brookwind.core.capacity.ladder import ladder
from brookwind.core.capacity.needs import Need
from brookwind.core.capacity.plan import Plan
from brookwind.core.figures import Figure
from brookwind.core.floats.body import FloatBody
from brookwind.core.frozen import Frozen

_FAVOURED = 0.35
"""Where in an open window the favoured capacity lies, from its light end. Editable default."""


class Bound(Frozen):
    """What one need asks of the capacity."""

    need: str
    name: str
    side: Literal["lower", "upper"]
    capacity_kg: float | None
    """None: met at any capacity (lower), or by none (upper); `unmet` says when no capacity meets it. [kg]"""
    unmet: bool
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    why: str
    source: str


def meets(need: Need, figure: float, limit: float) -> bool:
    """The figure is good enough.

    need: the need.
    figure: of a float.
    limit: of the plan.
    """
    return figure >= limit if need.best == "more" else figure <= limit


def bound(plan: Plan, need: Need) -> Bound | None:
    """What a need asks of the capacity; None when the plan has no such need.

    plan: the plan.
    need: the need.
    Source: the crossing of the need's figure and limit along `ladder`.
    """
    limit = need.limit(plan)
    if limit is None:
        return None
    rungs = ladder(plan.type)
    figures = [need.figure(plan, b) for b in rungs]
    met = [meets(need, f, limit) for f in figures]
    capacity: float | None = None
    if need.side == "lower":
        # Met from the first size from which all larger ones meet it.
        first = len(met) - next((i for i, ok in enumerate(reversed(met)) if not ok), len(met))
        unmet = first == len(met)
        if 0 < first < len(met):
            capacity = _between(rungs, figures, first, limit)
    else:
        first = next((i for i, ok in enumerate(met) if not ok), len(met))
        unmet = first == 0
        if 0 < first < len(met):
            capacity = _between(rungs, figures, first, limit)
    given = {"limit": Figure(value=limit, quantity=need.quantity)}
    return Bound(
        need=need.id,
        name=need.name,
        side=need.side,
        capacity_kg=capacity,
        unmet=unmet,
        says=_says(need, capacity, unmet),
        figures={**given, **({"capacity": Figure(value=capacity, quantity="capacity")} if capacity else {})},
        why=need.why,
        source=need.source,
    )


def _says(need: Need, capacity: float | None, unmet: bool) -> str:
    wish = need.says.split(", ")[-1]
    if unmet:
        return f"no size of this type meets it: {wish}"
    if capacity is None:
        return f"any size meets it: {wish}"
    return f"{'from' if need.side == 'lower' else 'up to'} {{capacity}}: {wish}"


def _between(rungs: Sequence[FloatBody], figures: Sequence[float], i: int, limit: float) -> float:
    """Capacity at which the figure crosses the limit between two rungs, on a logarithmic scale. [kg]"""
    a, b = figures[i - 1], figures[i]
    low, high = log(rungs[i - 1].capacity_kg), log(rungs[i].capacity_kg)
    if not (isfinite(a) and isfinite(b)) or a == b:
        return exp(high)
    logs = a > 0.0 and b > 0.0 and limit > 0.0
    share = (log(limit) - log(a)) / (log(b) - log(a)) if logs else (limit - a) / (b - a)
    return exp(low + min(max(share, 0.0), 1.0) * (high - low))


def figure_at(plan: Plan, need: Need, capacity: float) -> float:
    """The figure of a need for a float of the plan's type of any capacity.

    plan: the plan.
    need: the need.
    capacity: of the float. [kg]
    Source: linear between the rungs of `ladder`.
    """
    rungs = ladder(plan.type)
    i = next((i for i, b in enumerate(rungs) if b.capacity_kg >= capacity), len(rungs) - 1) or 1
    a, b = need.figure(plan, rungs[i - 1]), need.figure(plan, rungs[i])
    if not (isfinite(a) and isfinite(b)):
        # The smallest floats carry nothing at that tip: what the next one does is the answer, if it does anything.
        return b
    low, high = log(rungs[i - 1].capacity_kg), log(rungs[i].capacity_kg)
    return a + (b - a) * min(max((log(capacity) - low) / (high - low), 0.0), 1.0)


def favoured(low: float | None, high: float | None) -> float | None:
    """The capacity to favour in a window: light, but not at its very edge. [kg]

    low: light end, if there is one. [kg]
    high: heavy end, if there is one. [kg]
    """
    if low and high:
        return exp(log(low) + _FAVOURED * (log(high) - log(low)))
    # Open on one side: as light as the needs allow, or as the fish allows.
    return 1.3 * low if low else high
