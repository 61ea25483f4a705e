"""One step of Newton's method for a chain: places and tensions together, as a banded system."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np

from brookwind.core.motion.chain import Array, Chain
from brookwind.core.motion.forces import LinkForces, NodeForces

_BAND = 4
"""Unknowns to either side that touch one: a node and its neighbours."""
_STIFF_N_M = 10.0
"""Weighs shortness of a link against its tension when it is decided whether it is slack. [N/m]"""


@dataclass
class Top:
    """What is known of node 0: a force balance along x, or a place it is brought to."""

    to_x_m: float | Array | None
    """None: it is free along x."""
    to_z_m: float | Array
    force_n: float = 0.0
    """Force along x on it besides the line's and its own drag. [N]"""
    stiff_n_m: float = 0.0
    """By how much that force falls for each metre it moves. [N/m]"""
    pays_n: float | None = None
    """Tension at which the first link is paid out; None: it has its length. [N]"""


@dataclass
class Push:
    """A linear system for the change of places and tensions.

    Unknowns of node m: tension of link m, x, z; rows: length of the link, forces along x and z.
    """

    band: Array
    right: Array

    def entry(self, row: int, column: int, node: int, blocks: slice) -> Array:
        """A view of all entries (row of one node, column of the node `node` further down), of the blocks of columns.

        row: 0 to 2.
        column: 0 to 2.
        node: -1, 0 or 1.
        blocks: which nodes, counted by the column.
        """
        found: Array = self.band[..., 2 * _BAND + row - column - 3 * node, column::3][..., blocks]
        return found


def system(chain: Chain, links: LinkForces, nodes: NodeForces, tension: Array, dt: float | None, top: Top) -> Push:
    """Put the system together, without what inertia adds to the right side.

    chain: the chain.
    links: forces on the links.
    nodes: forces on the nodes.
    tension: of each link, entry 0 unused. [N]
    dt: step in which places change with speeds; None: speeds are given, the shape at rest. [s]
    top: what is known of node 0.
    Source: Newton's method on the balance of forces and the length of each link, with dv = dr / dt.
    """
    before, n = tension.shape[:-1], chain.nodes
    push = Push(np.zeros((*before, 3 * _BAND + 1, 3 * n)), np.zeros((*before, 3 * n)))
    _put_lengths(push, chain, links, tension)
    _put_links(push, links, tension[..., 1:], 0.0 if dt is None else 0.5 / dt)
    _put_nodes(push, chain, nodes, dt)
    _put_top(push, top)
    if top.pays_n is not None:
        for column in range(-2, 3):
            push.band[..., 2 * _BAND - column, 3 + column] = 0.0
        push.band[..., 2 * _BAND, 3] = 1.0
        push.right[..., 3] = top.pays_n - tension[..., 1]
    return push


def _put_lengths(push: Push, chain: Chain, links: LinkForces, tension: Array) -> None:
    longer = links.length - chain.link_m[1:]
    taut = tension[..., 1:] + _STIFF_N_M * longer > 0.0
    cx, cz, short = links.cx, links.cz, -longer
    lower, upper = slice(1, None), slice(0, -1)
    if not taut.all():
        # A slack link has no tension instead of a length.
        push.entry(0, 0, 0, lower)[:] = ~taut
        cx, cz, short = cx * taut, cz * taut, np.where(taut, short, -tension[..., 1:])
    push.entry(0, 1, 0, lower)[:] = cx
    push.entry(0, 2, 0, lower)[:] = cz
    push.entry(0, 1, -1, upper)[:] = -cx
    push.entry(0, 2, -1, upper)[:] = -cz
    push.right[..., 3::3] = short
    push.band[..., 2 * _BAND, 0] = 1.0


def _put_links(push: Push, links: LinkForces, tension: Array, rate: float) -> None:
    """Drag of the links and the turning of their tension; `rate` is d(mean speed)/d(place of one end)."""
    cx, cz, lower = links.cx, links.cz, slice(1, None)
    # Tension pulls the lower node up the link and the upper one down it.
    push.entry(1, 0, 0, lower)[:] = -cx
    push.entry(2, 0, 0, lower)[:] = -cz
    push.entry(1, 0, 1, lower)[:] = cx
    push.entry(2, 0, 1, lower)[:] = cz
    turn = np.maximum(tension, 0.0) / links.length
    stiff = np.empty_like(links.a)
    # Not as one less the other: a link without length has no direction, and turns nothing.
    stiff[0, 0], stiff[1, 1] = turn * cz * cz, turn * cx * cx
    stiff[0, 1] = stiff[1, 0] = -turn * cx * cz
    moved = -rate * links.a
    moved[:, 1] += 0.5 * links.shear * links.a[:, 0]
    below, above = 0.5 * (moved + links.g), 0.5 * (moved - links.g)
    # For each row and column: of the node above, the same, the node below.
    near = np.zeros((2, 2, *tension.shape[:-1], 3, tension.shape[-1] + 1))
    near[..., 0, 1:] = below + stiff
    near[..., 1, 1:] = below - stiff
    near[..., 1, :-1] += above - stiff
    near[..., 2, :-1] = above + stiff
    for row in (1, 2):
        for column in (1, 2):
            first = 2 * _BAND + row - column - 3
            push.band[..., first : first + 7 : 3, column::3] = near[row - 1, column - 1]
    for row, force, c in ((1, links.fx, cx), (2, links.fz, cz)):
        push.right[..., row + 3 :: 3] -= 0.5 * force - tension * c
        push.right[..., row:-3:3] -= 0.5 * force + tension * c


def _put_nodes(push: Push, chain: Chain, nodes: NodeForces, dt: float | None) -> None:
    every = slice(0, None)
    inertia = 0.0 if dt is None else chain.mass_kg / (dt * dt)
    rate = 0.0 if dt is None else 1.0 / dt
    push.entry(1, 1, 0, every)[:] += nodes.xx + nodes.vxx * rate - inertia
    push.entry(1, 2, 0, every)[:] += nodes.xz
    push.entry(2, 1, 0, every)[:] += nodes.zx
    push.entry(2, 2, 0, every)[:] += nodes.zz + nodes.vzz * rate - inertia
    push.right[..., 1::3] -= nodes.fx
    push.right[..., 2::3] -= nodes.fz


def _put_top(push: Push, top: Top) -> None:
    """Node 0 is brought to its depth, and to its place or to a balance of forces along x."""
    band, middle = push.band, 2 * _BAND
    for column in range(6):
        band[..., middle + 2 - column, column] = 0.0
    band[..., middle, 2] = 1.0
    push.right[..., 2] = top.to_z_m
    if top.to_x_m is None:
        push.right[..., 1] -= top.force_n
        band[..., middle, 1] -= top.stiff_n_m
        return
    for column in range(6):
        band[..., middle + 1 - column, column] = 0.0
    band[..., middle, 1] = 1.0
    push.right[..., 1] = top.to_x_m


@cache
def _banded() -> Any:
    # Taken when first needed: the package takes long to load.
    from scipy.linalg.lapack import dgbsv

    return dgbsv


def solve(push: Push, further: Array | None = None) -> tuple[Array, Array | None]:
    """Change of tensions and places, each of shape (..., n, 3): tension, x, z; and that of a second right side.

    push: the system, or several.
    further: a second right side, shape (..., 3 n).
    Raises: ArithmeticError when the system has no answer.
    """
    right = push.right[..., None] if further is None else np.stack((push.right, further), axis=-1)
    found, banded = np.empty_like(right), _banded()
    for at in np.ndindex(right.shape[:-2]):
        _, _, found[at], info = banded(_BAND, _BAND, push.band[at], right[at])
        if info != 0:
            raise ArithmeticError("the chain has no balance here")
    if not np.isfinite(found).all():
        raise ArithmeticError("the chain has no balance here")
    shaped = found.reshape(*right.shape[:-2], -1, 3, right.shape[-1])
    return shaped[..., 0], None if further is None else shaped[..., 1]
