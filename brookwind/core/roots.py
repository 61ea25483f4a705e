"""Where a function of one variable crosses zero."""

from __future__ import annotations

from collections.abc import Callable


def crossing(
    f: Callable[[float], float],
    low: float,
    high: float,
    within: float,
    ends: tuple[float, float] | None = None,
) -> float:
    """The place between low and high where f changes sign.

    Inverse quadratic steps where they can be trusted, halving where not.

    f: a function with opposite signs at low and high; continuous, else the place of its jump.
    low: one end.
    high: the other end, above low.
    within: width of the bracket to stop at; the answer is nearer for a smooth function.
    ends: values of f at low and high when they are known.
    Source: T. R. Chandrupatla, Advances in Engineering Software 28, 1997.
    >>> round(crossing(lambda x: x * x - 2.0, 0.0, 2.0, 1e-12), 9)
    1.414213562
    """
    a, b = high, low
    fb, fa = ends if ends is not None else (f(low), f(high))
    if fa == 0.0:
        return a
    if fb == 0.0:
        return b
    c, fc = a, fa
    share = 0.5
    for _ in range(200):
        x = a + share * (b - a)
        fx = f(x)
        if (fx > 0.0) == (fa > 0.0):
            c, fc = a, fa
        else:
            c, fc, b, fb = b, fb, a, fa
        a, fa = x, fx
        width = abs(b - a)
        if fa == 0.0 or width <= within:
            break
        least = 0.5 * within / width
        xi, phi = (a - b) / (c - b), (fa - fb) / (fc - fb)
        share = 0.5
        if phi * phi < xi and (1.0 - phi) ** 2 < 1.0 - xi:
            share = fa / (fb - fa) * fc / (fb - fc) + (c - a) / (b - a) * fa / (fc - fa) * fb / (fc - fb)
        share = min(1.0 - least, max(least, share))
    # What is left of the bracket is so short that the chord across it is as good as another step.
    return a - fa * (b - a) / (fb - fa) if fb != fa else a
