"""Floats of one type from small to large, on which the needs are tried."""

from __future__ import annotations

from functools import lru_cache
from math import exp, log

from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.spec import FloatSpec

_LEAST_KG, _MOST_KG, _STEPS = 0.00005, 0.2, 37
"""Capacities the bounds are looked for between. [kg]"""


@lru_cache(maxsize=32)
def ladder(kind: str) -> tuple[FloatBody, ...]:
    """Floats of one type from small to large; sizes the type cannot have are left out.

    kind: id of the type.
    """
    bodies = []
    for i in range(_STEPS):
        capacity = _LEAST_KG * exp(i / (_STEPS - 1) * log(_MOST_KG / _LEAST_KG))
        try:
            bodies.append(float_body(FloatSpec(type=kind, capacity_kg=capacity, feed=0.0)))
        except BrookwindError:
            continue
    return tuple(bodies)
