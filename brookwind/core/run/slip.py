"""How a float with all that hangs below it gives way to a pull: how much faster it goes, and how far aside."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot

import numpy as np

from brookwind.core.flow.line_drag import sphere_drags
from brookwind.core.motion.afloat import Afloat, float_drag_kg_m
from brookwind.core.motion.chain import Array

_MOST = 60
"""Rounds of the search, at most."""
_SAME_M_S = 1e-4
"""Two speeds as near as this are the same. [m/s]"""
_CALM_M_S = 1e-4
"""Softens the corner of the drag at no speed. [m/s]"""


@dataclass(frozen=True)
class Slip:
    """Drags of a rig that keeps the shape it hangs in, seen from above."""

    water_m_s: Array
    """Speed of the water at the float, at each piece of line, and at each node. [m/s]"""
    float_kg_m: float
    line_kg_m: Array
    """rho d l cos^2(lean) / 2 of each piece of line."""
    thick_m_s: Array
    ball_kg_m: Array
    """rho A / 2 of each node."""
    ball_m: Array
    viscosity_m2_s: float

    def speed(self, along_n: float, across_n: float, near: tuple[float, float] | None = None) -> tuple[float, float]:
        """Where the float goes under a pull, over the ground: along the current, and across it. [m/s]

        0 = F + sum of C |u - v| (u - v)

        along_n: pull along the current. [N]
        across_n: pull across it. [N]
        near: where it went a moment ago. [m/s]
        Assumes the line keeps its lean, and drags alike to all sides. A float stands in line with what hangs below it.
        Source: balance of forces; drag laws as in `link_forces` and `node_forces`.
        """
        n = len(self.line_kg_m)
        vx, vy = near or (float(self.water_m_s[0]), 0.0)
        for _ in range(_MOST):
            fast = np.sqrt((self.water_m_s - vx) ** 2 + vy * vy) + _CALM_M_S
            line, balls = fast[1 : n + 1], fast[n + 1 :]
            c = np.empty_like(fast)
            c[0] = self.float_kg_m * fast[0]
            c[1 : n + 1] = self.line_kg_m * (line + self.thick_m_s * np.cbrt(line))
            c[n + 1 :] = self.ball_kg_m * balls * sphere_drags(balls * self.ball_m / self.viscosity_m2_s)
            whole = float(c.sum())
            to_x, to_y = (along_n + float(c @ self.water_m_s)) / whole, across_n / whole
            far = hypot(to_x - vx, to_y - vy)
            # Halfway: a drag that grows as the square would throw it to and fro.
            vx, vy = 0.5 * (vx + to_x), 0.5 * (vy + to_y)
            if far < _SAME_M_S:
                break
        return vx, vy


def slip_of(found: Afloat) -> Slip:
    """How a rig gives way.

    found: its shape in the water of its conditions.
    """
    chain, setup, s = found.chain, found.setup, found.resting.state
    down = np.diff(s.z) / np.maximum(np.hypot(np.diff(s.x), np.diff(s.z)), 1e-9)
    water = np.concatenate(
        ([float(setup.flow.skin_m_s)], setup.flow.speed(0.5 * (s.z[1:] + s.z[:-1])), setup.flow.speed(s.z))
    )
    return Slip(
        water_m_s=water,
        float_kg_m=float_drag_kg_m(found.body, found.immersion_m, setup.water_kg_m3),
        line_kg_m=0.5 * setup.water_kg_m3 * chain.shadow_m2 * down * down,
        thick_m_s=chain.thickness_m_s,
        ball_kg_m=0.5 * setup.water_kg_m3 * chain.area_m2,
        ball_m=chain.ball_m,
        viscosity_m2_s=chain.viscosity_m2_s,
    )
