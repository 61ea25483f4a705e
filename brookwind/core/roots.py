"""Where a function of one variable crosses zero."""

from __future__ import annotations

from collections.abc import Callable


def crossing(f: Callable[[float], float], low: float, high: float, within: float) -> float:
    """The place between low and high where f changes sign: false position that cannot stick at one end.

    f: a function with opposite signs at low and high; continuous, else the place of its jump.
    low: one end.
    high: the other end, above low.
    within: width of the answer.
    Source: the Illinois method, M. Dowell and P. Jarratt, BIT 11, 1971.
    >>> round(crossing(lambda x: x * x - 2.0, 0.0, 2.0, 1e-12), 9)
    1.414213562
    """
    at_low, at_high = f(low), f(high)
    kept = 0
    for i in range(200):
        if high - low <= within or at_high == at_low:
            break
        # Every fourth step halves, so that a kinked or flat function cannot make it crawl.
        middle = 0.5 * (low + high) if i % 4 == 3 else high - at_high * (high - low) / (at_high - at_low)
        if not low < middle < high:
            middle = 0.5 * (low + high)
        value = f(middle)
        if value == 0.0:
            return middle
        if (value > 0.0) == (at_high > 0.0):
            high, at_high = middle, value
            at_low, kept = (0.5 * at_low, 1) if kept == 1 else (at_low, 1)
        else:
            low, at_low = middle, value
            at_high, kept = (0.5 * at_high, -1) if kept == -1 else (at_high, -1)
    return 0.5 * (low + high)
