"""Shapes of float bodies: the radius along the body, 0 to 1, from its foot (0) to its shoulder (1)."""

from __future__ import annotations

from collections.abc import Callable
from math import pi, sin, sqrt

Shape = Callable[[float], float]


def tube(t: float) -> float:
    """A plain tube.

    t: place along the body. [0 to 1]
    """
    return 1.0


def bulb(t: float) -> float:
    """An ellipsoid; a ball when it is as long as wide.

    t: place along the body. [0 to 1]
    """
    return sqrt(max(0.0, 1.0 - (2.0 * t - 1.0) ** 2))


def pear(t: float) -> float:
    """Widest near the shoulder.

    t: place along the body. [0 to 1]
    """
    return float(max(0.0, sin(pi * t**1.6)) ** 0.9)


def drop(t: float) -> float:
    """Widest near the foot: a pear upside down.

    t: place along the body. [0 to 1]
    """
    return pear(1.0 - t)


def slim(t: float) -> float:
    """A long spindle, a little fuller towards the shoulder.

    t: place along the body. [0 to 1]
    """
    return max(0.0, sin(pi * t**1.15))


def cigar(t: float) -> float:
    """Full along most of its length, round at both ends.

    t: place along the body. [0 to 1]
    """
    return float(max(0.0, sin(pi * t)) ** 0.6)


def torpedo(t: float) -> float:
    """Blunt at the shoulder, drawn out to the foot.

    t: place along the body. [0 to 1]
    """
    return float(max(0.0, sin(pi * t**2.0)) ** 0.5)


def shoulder(t: float) -> float:
    """A stick's top: nothing at the foot, full at the shoulder.

    t: place along the body. [0 to 1]
    """
    return sqrt(max(0.0, t)) if t < 0.9 else sqrt(0.9) + (1.0 - sqrt(0.9)) * (t - 0.9) / 0.1
