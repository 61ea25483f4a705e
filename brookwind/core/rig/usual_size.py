"""Float sizes in use: what anglers put on, by method, water and fish. Every figure is an editable default.

The ranges of each method are those in use; within them depth, current, distance and the strength of the fish decide.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple


class Fished(NamedTuple):
    """What a float is put on for. SI."""

    depth_m: float
    distance_m: float
    current_m_s: float
    sea: bool
    strength_n: float
    """Middle of what the fish's last line bears. [N]"""


class Size(NamedTuple):
    """Capacities in use, and the one to begin with. [kg]"""

    low_kg: float
    usual_kg: float
    high_kg: float


Sizes = Callable[[Fished], Size]


def _between(low_g: float, usual_g: float, high_g: float, down: float = 2.0, up: float = 2.2) -> Size:
    """A range about a usual size, within what is in use. [g]"""
    usual = min(max(usual_g, low_g), high_g)
    return Size(max(low_g, usual / down) / 1000.0, usual / 1000.0, min(high_g, usual * up) / 1000.0)


def _stronger(f: Fished, power: float = 0.8) -> float:
    """How much larger for a stronger fish; 1 for one of medium size on lakes."""
    return float((f.strength_n / 40.0) ** power)


def waggler(f: Fished) -> Size:
    """0.6 to 8 g, more for distance and in a current.

    f: what for.
    """
    return _between(0.6, (1.2 + 0.08 * max(0.0, f.distance_m - 5.0)) * (1.0 + f.current_m_s), 8.0, 2.0, 2.5)


def lift(f: Fished) -> Size:
    """1 to 4 g.

    f: what for.
    """
    return _between(1.0, 1.2 + 0.05 * max(0.0, f.distance_m - 5.0), 4.0)


def stick(f: Fished) -> Size:
    """0.6 to 8 g, from a stick to an Avon or balsa: more for depth and current.

    f: what for.
    """
    return _between(0.6, 1.6 * f.depth_m * (max(0.1, f.current_m_s) / 0.5) ** 0.7, 8.0)


def pole(f: Fished) -> Size:
    """0.05 to 4 g: more for depth, most in flow.

    f: what for.
    """
    return _between(0.05, 0.25 * f.depth_m**1.5 * (1.0 + 3.0 * f.current_m_s), 4.0, 3.0, 3.0)


def olivette(f: Fished) -> Size:
    """0.5 to 5 g: more for depth and current.

    f: what for.
    """
    return _between(0.5, 0.6 * f.depth_m * (1.0 + 2.0 * f.current_m_s), 5.0)


def shallow(f: Fished) -> Size:
    """0.1 to 0.6 g.

    f: what for.
    """
    return Size(0.0001, 0.0003, 0.0006)


def sight(f: Fished) -> Size:
    """0.1 to 0.4 g.

    f: what for.
    """
    return Size(0.0001, 0.0002, 0.0004)


def pole_slider(f: Fished) -> Size:
    """0.2 to 4 g: more for depth.

    f: what for.
    """
    return _between(0.2, 0.5 * f.depth_m, 4.0)


def whip(f: Fished) -> Size:
    """0.3 to 2 g.

    f: what for.
    """
    return _between(0.3, 0.5 * f.depth_m * (1.0 + f.current_m_s), 2.0)


def bottom_slider(f: Fished) -> Size:
    """3 to 12 g: more for depth and distance.

    f: what for.
    """
    return _between(3.0, 0.8 * f.depth_m + 0.08 * f.distance_m, 12.0, 1.6, 1.8)


def in_line(f: Fished) -> Size:
    """4 to 120 g on lakes, 10 to 110 g in the sea; more for strong fish and their baits.

    f: what for.
    """
    if f.sea:
        far = 25.0 if f.depth_m >= 6.0 or f.distance_m >= 30.0 else 10.0
        return _between(far, 1.5 * far, 110.0, 1.5, 5.0)
    strong = _stronger(f)
    return _between(4.0, 9.0 * strong, 120.0, 2.0, 2.5)


def with_jig(f: Fished) -> Size:
    """1.5 to 25 g: little else than the jig for small fish.

    f: what for.
    """
    return in_line(f) if f.sea else _between(1.5, 6.5 * _stronger(f, 1.2), 25.0, 2.0, 1.6)


def pinched(f: Fished) -> Size:
    """1.5 to 12 g, the lightest sliding rig.

    f: what for.
    """
    return _between(1.5, 5.0 * _stronger(f), 12.0)


def drift(f: Fished) -> Size:
    """7 to 40 g: more for depth and current.

    f: what for.
    """
    return _between(7.0, max(12.0, 9.0 * f.depth_m * f.current_m_s), 40.0, 1.7, 2.5)


def bubble(f: Fished) -> Size:
    """8 to 40 g, by the distance.

    f: what for.
    """
    return _between(8.0, 0.6 * f.distance_m, 40.0)


def peg(f: Fished) -> Size:
    """1 to 8 g, small for small fish.

    f: what for.
    """
    return _between(1.0, 3.0 * _stronger(f), 8.0)


def self_loaded(f: Fished) -> Size:
    """What may be added to a float that carries its own load: little.

    f: what for.
    """
    return Size(0.0001, 0.0003, 0.003)


def feeder(f: Fished) -> Size:
    """What a feeder float bears besides its frame.

    f: what for.
    """
    return Size(0.0015, 0.003, 0.012)


def balloon(f: Fished) -> Size:
    """30 to 250 g of lead, by the strength of the fish.

    f: what for.
    """
    return _between(30.0, 45.0 * _stronger(f, 0.5), 250.0)
