"""How a rig comes to lie on the water, or is let in, before it sinks."""

from __future__ import annotations

from typing import Literal

import numpy as np

from brookwind.core.motion.chain import Chain
from brookwind.core.motion.forces import State

Landing = Literal["stretched", "pile", "drop"]

_AT_SURFACE_M = 2e-3
"""How deep the line lies as it lands. [m]"""
_STRETCHED = 0.995
"""A line is not laid out quite taut. Editable default."""
_FOLD_M = 0.12
"""Half the width of a pile of line. [m] Editable default."""


def landed(chain: Chain, landing: Landing, top_m: float, downstream: bool = True) -> State:
    """The chain at the moment its float lands.

    chain: the chain.
    landing: stretched out by feathering, in a pile, or hanging straight down beside a boat.
    top_m: depth of the upper end. [m]
    downstream: a stretched line lies downstream of the float, else upstream.
    """
    n, down = chain.nodes, np.concatenate(([0.0], np.cumsum(chain.link_m[1:])))
    still = np.zeros(n)
    tension = np.full(n, 1e-5)
    tension[0] = 0.0
    if landing == "drop":
        below = np.cumsum(chain.weight_n[::-1])[::-1]
        tension = np.maximum(below, 1e-5)
        tension[0] = 0.0
        return State(still.copy(), top_m + down, still.copy(), still.copy(), tension)
    z = np.full(n, _AT_SURFACE_M)
    z[0] = top_m
    if landing == "stretched":
        x = _STRETCHED * (down if downstream else -down)
        return State(x.astype(float), z, still.copy(), still.copy(), tension)
    x, way = np.zeros(n), 1.0
    for j in range(1, n):
        step = 0.8 * float(chain.link_m[j])
        if abs(x[j - 1] + way * step) > _FOLD_M:
            way = -1.0 if x[j - 1] > 0.0 else 1.0
        x[j] = x[j - 1] + way * step
    return State(x, z, still.copy(), still.copy(), tension)
