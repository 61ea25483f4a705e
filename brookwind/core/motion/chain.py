"""A rig's line as a chain: straight links between nodes that carry the weights, attachment first, hook last."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import ceil, pi
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from brookwind.core.flow.line_drag import STREAMLINED
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.matter.viscosity import viscosity_m2_s
from brookwind.core.rest.hang import Hanging, Item, line_weight_between_n
from brookwind.core.rig.components import Component, LineSection, Weight
from brookwind.core.rig.document import Rig, of_kind

Array = NDArray[np.float64]

_LEAST_N = 1e-5
"""Keeps the bed firm under a piece that weighs nothing. [N]"""


class Grain(NamedTuple):
    """How finely a line is cut up."""

    links: int
    """About so many links of line between the pieces."""
    merge_m: float
    """Pieces nearer to each other than this share a node. [m]"""


FINE = Grain(links=28, merge_m=0.004)
"""For the shape at rest."""
COARSE = Grain(links=24, merge_m=0.03)
"""For the fall."""


@dataclass(frozen=True)
class Chain:
    """Nodes 0 (attachment) to n (hook); all arrays have n + 1 entries. Link j lies between node j - 1 and node j."""

    position_m: Array
    """Distance from the hook along the line."""
    link_m: Array
    """Length of link j; entry 0 is not used."""
    diameter_m: Array
    """Of the line of link j."""
    mass_kg: Array
    """Of pieces and half the neighbouring line, with the water that moves along."""
    weight_n: Array
    """Submerged."""
    area_m2: Array
    """Frontal area of the pieces at a node, times the drag of their shape over a ball's."""
    ball_m: Array
    """Diameter of those balls, for their Reynolds number."""
    side_m: Array
    """Length of the side line that the piece of a node hangs on."""
    side_n: Array
    """What of the node's weight hangs on it."""
    node: dict[str, int]
    """Node of every piece that hangs."""
    viscosity_m2_s: float
    """Kinematic, of the water."""
    dry_n: float = 0.0
    """What rests on the float's top while that stands out of the water. [N]"""

    @property
    def nodes(self) -> int:
        """Number of nodes."""
        return len(self.position_m)

    @cached_property
    def shadow_m2(self) -> Array:
        """Diameter times length of each link."""
        return np.asarray(self.diameter_m[1:] * self.link_m[1:])

    @cached_property
    def thickness_m_s(self) -> Array:
        """10 (nu/d)^(2/3), which makes White's coefficient of a cylinder for each link."""
        return np.asarray(10.0 * (self.viscosity_m2_s / self.diameter_m[1:]) ** (2.0 / 3.0))

    @cached_property
    def hangs_aside(self) -> bool:
        """Some piece hangs on a side line."""
        return bool(self.side_m.any())

    @cached_property
    def borne_n(self) -> Array:
        """What bed or surface bear of a node that is pressed in as far as they give. [N]"""
        found: Array = np.abs(self.weight_n) + _LEAST_N
        return found

    def from_node(self, first: int) -> Chain:
        """The part that is below the float while a slider's line still runs: a node at the float, then these nodes.

        first: first node of the part. [1 to n]
        """

        def part(whole: Array) -> Array:
            return whole[first - 1 :]

        return Chain(
            position_m=part(self.position_m),
            link_m=part(self.link_m),
            diameter_m=part(self.diameter_m),
            mass_kg=part(self.mass_kg),
            weight_n=part(self.weight_n),
            area_m2=part(self.area_m2),
            ball_m=part(self.ball_m),
            side_m=part(self.side_m),
            side_n=part(self.side_n),
            node={k: max(0, v - first + 1) for k, v in self.node.items()},
            viscosity_m2_s=self.viscosity_m2_s,
            dry_n=self.dry_n,
        )


def chain_of(rig: Rig, hanging: Hanging, water_kg_m3: float, grain: Grain = FINE) -> Chain:
    """Cut a rig's line into links.

    rig: the rig.
    hanging: what hangs on its float.
    water_kg_m3: density of the water. [kg/m3]
    grain: how finely.
    Mass and weight of a link go half to each of its nodes. Water that moves along: half of a ball's volume, all of a
    line's. Source: added mass of a ball and of a cylinder across its axis, White, "Fluid Mechanics", 8.9.
    """
    items = [i for i in hanging.items if not i.above]
    sections = of_kind(rig, LineSection)
    joins = [s.lower_m for s in sections if 0.0 < s.lower_m < hanging.setting_m]
    cuts = _cuts(hanging.setting_m, [i.position_m for i in items], joins, grain)
    positions = np.array(cuts)
    n = len(cuts)
    link, diameter = np.zeros(n), np.zeros(n)
    mass, weight = np.zeros(n), np.zeros(n)
    for j in range(1, n):
        high, low = cuts[j - 1], cuts[j]
        link[j] = high - low
        section = _section_at(sections, 0.5 * (high + low))
        diameter[j] = section.diameter_m
        section_m2 = 0.25 * pi * section.diameter_m**2
        half = 0.5 * link[j] * section_m2 * (section.density_kg_m3 + water_kg_m3)
        pull = 0.5 * line_weight_between_n(hanging, low, high)
        for at in (j - 1, j):
            mass[at] += half
            weight[at] += pull
    area, ball, side, side_n, node = _pieces(items, positions, mass, weight, water_kg_m3)
    viscosity = viscosity_m2_s(rig.water.temperature_c, rig.water.salinity)
    dry = sum(i.dry_n for i in items)
    return Chain(positions, link, diameter, mass, weight, area, ball, side, side_n, node, viscosity, dry)


def _section_at(sections: Sequence[LineSection], position_m: float) -> LineSection:
    for section in sections:
        if position_m >= section.lower_m:
            return section
    return sections[-1]


def _cuts(setting_m: float, pieces: Sequence[float], joins: Sequence[float], grain: Grain) -> list[float]:
    """Positions of the nodes, from the attachment down."""
    fixed = [setting_m]
    for place in sorted({*pieces, *joins, 0.0}, reverse=True):
        if fixed[-1] - place > grain.merge_m and (place > grain.merge_m or place == 0.0):
            fixed.append(place)
    if fixed[-1] != 0.0:
        fixed.append(0.0)
    longest = setting_m / grain.links
    cuts = [setting_m]
    for high, low in pairwise(fixed):
        parts = max(1, ceil((high - low) / longest - 1e-9))
        cuts.extend(high - (high - low) * k / parts for k in range(1, parts + 1))
    return cuts


def _mass_and_density(piece: Component) -> tuple[float, float]:
    return float(getattr(piece, "mass_kg", 0.0)), float(getattr(piece, "density_kg_m3", 1000.0))


def ball_m(piece: Component) -> float:
    """Diameter of a ball of a piece's mass and density; nought for what has no mass. [m]

    piece: the piece.
    """
    mass, density = _mass_and_density(piece)
    return sphere_diameter_m(mass, density) if mass > 0.0 else 0.0


def _pieces(
    items: Sequence[Item], positions: Array, mass: Array, weight: Array, water: float
) -> tuple[Array, Array, Array, Array, dict[str, int]]:
    """Put the pieces on their nodes: mass and weight are added to; areas, balls and side lines come back."""
    n = len(positions)
    area, length, side, side_n = np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n)
    node: dict[str, int] = {}
    for item in items:
        c = item.component
        at = int(np.argmin(np.abs(positions - item.position_m)))
        node[c.id] = at
        own, density = _mass_and_density(c)
        weight[at] += item.weight_n
        if own <= 0.0:
            continue
        mass[at] += own + 0.5 * water * own / density
        ball = ball_m(c)
        shape = STREAMLINED.get(c.shape, 1.0) if isinstance(c, Weight) else 1.0
        area[at] += shape * 0.25 * pi * ball**2
        length[at] = max(length[at], ball)
        if item.link_m:
            side[at], side_n[at] = max(side[at], item.link_m), side_n[at] + item.weight_n
    return area, np.where(length > 0.0, length, 1e-3), side, side_n, node
