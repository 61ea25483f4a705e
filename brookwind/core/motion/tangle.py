"""How likely a rig tangles as it falls: a heuristic on crossings and gaps."""

from __future__ import annotations

from typing import Literal

import numpy as np

from brookwind.core.motion.chain import Array, Chain
from brookwind.core.motion.forces import State

SPREAD_M = 0.1
"""Pieces with at least so much line between them are meant to be apart. [m] Editable default."""
CLOSE = 0.15
"""Nearer than this share of the line between them, such pieces may catch. Editable default."""
OFTEN = 0.1
"""A line that crosses itself for more than this share of the fall is likely to tangle. Editable default."""

Risk = Literal["low", "some", "high"]


class Tangles:
    """Counts what may catch, frame by frame."""

    def __init__(self, chain: Chain) -> None:
        """Take the pieces that are meant to be apart.

        chain: the whole chain.
        """
        nodes = sorted(set(chain.node.values()))
        pairs = [
            (a, b)
            for i, a in enumerate(nodes)
            for b in nodes[i + 1 :]
            if chain.position_m[a] - chain.position_m[b] >= SPREAD_M
        ]
        self.upper, self.lower = np.array(pairs, dtype=int).reshape(-1, 2).T
        self.line_m = chain.position_m[self.upper] - chain.position_m[self.lower]
        self.time_s = self.crossing_s = 0.0
        self.closest = 1.0

    def look(self, s: State, dt: float, first: int = 0) -> None:
        """Look at one frame.

        s: the chain at this moment, from node `first` of the whole chain.
        dt: time it stands for. [s]
        first: first node that is in the water.
        """
        self.time_s += dt
        if crossings(s.x, s.z) > 0:
            self.crossing_s += dt
        wet = self.upper >= first
        if wet.any():
            i, j = self.upper[wet] - first, self.lower[wet] - first
            apart = np.hypot(s.x[i] - s.x[j], s.z[i] - s.z[j])
            self.closest = min(self.closest, float((apart / self.line_m[wet]).min()))

    @property
    def crossing_share(self) -> float:
        """Share of the fall during which the line crosses itself."""
        return self.crossing_s / self.time_s if self.time_s > 0.0 else 0.0

    @property
    def risk(self) -> Risk:
        """Low: it never crosses itself and pieces stay apart. High: it crosses itself for long.

        Source: default; crossings and gaps are what a tangle begins with.
        """
        if self.crossing_share > OFTEN:
            return "high"
        return "some" if self.crossing_s > 0.0 or self.closest < CLOSE else "low"


def crossings(x: Array, z: Array) -> int:
    """How often a line of straight links crosses itself.

    x: places along one axis, shape (n,). [m]
    z: along the other. [m]
    Neighbouring links do not count; touching ends do not either.
    Source: two links cross when the ends of each lie on both sides of the other.
    >>> crossings(np.array([0.0, 1.0, 1.0, 0.5]), np.array([0.0, 0.0, 1.0, -1.0]))
    1
    """
    along, down = np.diff(x), np.diff(z)
    if (down > 0.0).all() or (along > 0.0).all() or (along < 0.0).all():
        # It never turns back.
        return 0
    ax, az, bx, bz = x[:-1, None], z[:-1, None], x[1:, None], z[1:, None]
    cx, cz, dx, dz = x[None, :-1], z[None, :-1], x[None, 1:], z[None, 1:]
    c_side = (bx - ax) * (cz - az) - (bz - az) * (cx - ax)
    d_side = (bx - ax) * (dz - az) - (bz - az) * (dx - ax)
    n = len(x) - 1
    apart = np.arange(n)[None, :] - np.arange(n)[:, None] > 1
    over = (c_side * d_side < -1e-12) & ((c_side * d_side).T < -1e-12)
    return int(np.sum(over & apart))
