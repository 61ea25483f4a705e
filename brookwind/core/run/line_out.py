"""Line that is out between rod and float, what moves it, and what it does to the float.

Axes: along the current, positive downstream; across it, positive away from the angler; the origin below the rod tip.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import hypot
from typing import Literal, Self

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen

WIND_MOST_M_S = 40.0
"""Stronger wind nobody fishes in. [m/s]"""
LONGEST_M = 200.0
"""Nobody fishes a float further off. [m]"""
QUICKEST_M_S = 5.0
"""Nobody fishes quicker water. [m/s]"""

Moves = Literal["held", "swings", "paid"]
"""How the line goes along: it stays where it is; it swings after the float, from the rod; it goes as fast as the float.
"""


class Lane(Frozen):
    """Speed of the surface at a distance across. [m, m/s]"""

    across_m: float = Field(ge=-50, le=200)
    speed_m_s: float = Field(ge=-QUICKEST_M_S, le=QUICKEST_M_S)


def between(lanes: Sequence[tuple[float, float]], across_m: float) -> float:
    """Speed of the surface, by straight lines between the lanes. [m/s]

    lanes: (distance across, speed), from near to far.
    across_m: distance across. [m]
    """
    if across_m <= lanes[0][0]:
        return lanes[0][1]
    for (a, u), (b, v) in pairwise(lanes):
        if across_m <= b:
            return u + (v - u) * (across_m - a) / (b - a)
    return lanes[-1][1]


def own_share(moves: Moves, from_tip: float) -> float:
    """Share of the float's speed that a piece of the line has.

    moves: how the line goes along.
    from_tip: how far along the line the piece is from the rod tip. [0 to 1]
    """
    return 0.0 if moves == "held" else 1.0 if moves == "paid" else from_tip


class LineOut(Frozen):
    """Line that is out, and what moves it."""

    across_m: float = Field(ge=0.2, le=LONGEST_M)
    """Float from the rod tip, across the current. [m]"""
    along_m: float = Field(default=0.0, ge=-LONGEST_M, le=LONGEST_M)
    """Float from the rod tip, downstream. [m]"""
    tip_height_m: float = Field(default=2.0, ge=0.02, le=20)
    """Rod tip over the water. [m] Editable default."""
    slack: float = Field(default=0.05, ge=0.001, le=3)
    """Line out over the straight way from tip to float, as a share of that. Editable default."""
    diameter_m: float = Field(ge=0.00003, le=0.002)
    density_kg_m3: float = Field(default=1140.0, ge=500, le=3000)
    lies: Literal["braid", "floating", "sinking"] = "floating"
    """How it lies on the water."""
    lanes: tuple[Lane, ...] = Field(min_length=1, max_length=40)
    """Of the surface, from near to far; between them by straight lines."""
    float_m_s: float | None = Field(default=None, ge=-QUICKEST_M_S, le=QUICKEST_M_S)
    """Speed of the float along the current; that of the water it floats in when not given. [m/s]"""
    wind_along_m_s: float = Field(default=0.0, ge=-WIND_MOST_M_S, le=WIND_MOST_M_S)
    wind_across_m_s: float = Field(default=0.0, ge=-WIND_MOST_M_S, le=WIND_MOST_M_S)
    moves: Moves = "swings"

    @model_validator(mode="after")
    def _lanes_in_order(self) -> Self:
        at = [lane.across_m for lane in self.lanes]
        if any(b <= a for a, b in pairwise(at)):
            raise OutOfRange.one(
                "lanes-order", "The lanes do not go from near to far.", "Order them by their distance, each once.",
                ("lanes",),
            )  # fmt: skip
        return self

    @property
    def straight_m(self) -> float:
        """The straight way from tip to float. [m]"""
        return hypot(self.across_m, self.along_m, self.tip_height_m)

    @property
    def out_m(self) -> float:
        """Line between tip and float. [m]"""
        return self.straight_m * (1.0 + self.slack)

    def surface_m_s(self, across_m: float) -> float:
        """Speed of the surface, by straight lines between the lanes. [m/s]

        across_m: from the rod tip. [m]
        """
        return between([(x.across_m, x.speed_m_s) for x in self.lanes], across_m)

    @property
    def own_m_s(self) -> float:
        """Speed of the float along the current. [m/s]"""
        return self.surface_m_s(self.across_m) if self.float_m_s is None else self.float_m_s


class Pulled(Frozen):
    """What the line does to the float, and how it lies."""

    along_n: float
    """Pull on the float along the current, positive downstream. [N]"""
    across_n: float
    """Across it, positive away from the angler; in towards the rod it is negative. [N]"""
    on_water_m: float
    """Line on the water. [m]"""
    bow_m: float
    """How far it lies off the straight way, at most. [m]"""
    path: tuple[tuple[float, float, float], ...]
    """From tip to float: along, across, height. [m]"""
