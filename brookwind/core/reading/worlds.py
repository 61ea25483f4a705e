"""How things may stand under one cause: many sizes of it, and what would be seen with each."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from statistics import NormalDist

import numpy as np

from brookwind.core.reading.floating import Array, Floating
from brookwind.core.reading.seen import LIFT_M, Look, Speed, Wound

NODES = 15
"""Sizes tried of each cause."""
BY_THE_WAY: Mapping[Wound, float] = {
    "bait-gone": 0.05, "weed": 0.015, "tangle": 0.005, "shot-gone": 0.003, "water": 0.002, "caught": 0.002,
}  # fmt: skip
"""What is found on a rig though something else, or nothing, is wrong. Editable defaults."""
HALF = 0.5
"""What is as likely as not."""


def quantiles(nodes: int = NODES) -> Array:
    """The middles of so many equal parts of a standard normal distribution.

    nodes: how many.
    """
    normal = NormalDist()
    return np.array([normal.inv_cdf((k + 0.5) / nodes) for k in range(nodes)])


@dataclass(frozen=True)
class Worlds:
    """Sizes of one cause, each with its share and what would be seen. Arrays have one entry per size."""

    share: Array
    size: Array
    """In the unit of the cause; see it."""
    load_n: Array
    """What hangs on the float. [N]"""
    lean_rad: Array
    """Downstream more than 0. [rad]"""
    late: Array
    """Time to be ready over the time reckoned."""
    shallower_m: Array
    """Water less than thought. [m]"""
    lifted_n: Array
    """What more the float carries when it is slid down by `LIFT_M`. [N]"""
    slower: Array
    """Speed of the float less the planned one, over the foam's."""
    bead: Array
    """How likely the bead is at the float."""
    part: float = 0.05
    """How likely it is so only on a part of the run."""
    before: float = HALF
    """How likely the float sat right here before."""
    wound: Mapping[Wound, float] = field(default_factory=dict)
    """How likely each is found when it is wound in; what is left is shared by the others, most to `in-order`."""
    signs: Mapping[Look, float] = field(default_factory=dict)
    """How likely it does what only fish make it do."""
    doubt_n: float = 0.0
    """Standard error of the load beside the size. [N]"""

    def found(self, wound: Wound) -> float:
        """How likely that is found.

        wound: what.
        """
        told = sum(self.wound.values())
        left = max(0.02, 1.0 - told)
        usual = {**BY_THE_WAY, "in-order": 1.0 - sum(BY_THE_WAY.values())}
        return self.wound.get(wound, 0.0) + left * usual[wound]

    def speeds(self, speed: Speed) -> Array:
        """How likely its speed looks so.

        speed: how.
        """
        seen, fine = self.slower, 0.06
        slow = 1.0 / (1.0 + np.exp((seen + 0.12) / fine))
        fast = 1.0 / (1.0 + np.exp((0.12 - seen) / fine))
        found: Array = {"slower": slow, "faster": fast, "same": np.maximum(1.0 - slow - fast, 0.0)}[speed]
        return 0.02 + 0.94 * found


def worlds(
    f: Floating,
    size: Array,
    share: Array | None = None,
    more_n: Array | float = 0.0,
    lean_rad: Array | float = 0.0,
    late: Array | float = 1.0,
    shallower_m: Array | float = 0.0,
    slower: Array | float = 0.0,
    bead: Array | float = 0.97,
    part: float = 0.05,
    before: float = HALF,
    wound: Mapping[Wound, float] | None = None,
    signs: Mapping[Look, float] | None = None,
    doubt_n: float = 0.0,
    held: bool = True,
) -> Worlds:
    """Sizes of a cause; what is not said is as reckoned.

    f: the float.
    size: the sizes.
    share: how likely each is, summing to 1; all alike when left out.
    more_n: what hangs more than reckoned. [N]
    lean_rad: further downstream than reckoned. [rad]
    late: time over that reckoned.
    shallower_m: water less than thought. [m]
    slower: speed more than planned, over the foam's.
    bead: how likely the bead is at the float.
    part: how likely it is so only on a part of the run.
    before: how likely it sat right before.
    wound: what is found.
    signs: what only fish make it do.
    doubt_n: standard error of the load beside the size. [N]
    held: a tight line, where the family has one, makes up for what hangs more.
    """
    n = len(size)

    def every(value: Array | float) -> Array:
        return np.broadcast_to(np.asarray(value, float), (n,)).copy()

    d = every(shallower_m)
    hangs, up = (f.carried_over_bed_n(at) + every(more_n) for at in (d, d - LIFT_M))
    if held:
        hangs, up = f.carried_n(hangs), f.carried_n(up)
    return Worlds(
        share=np.full(n, 1.0 / n) if share is None else share / share.sum(),
        size=size,
        load_n=hangs,
        lean_rad=f.lean_rad + every(lean_rad),
        late=every(late),
        shallower_m=d,
        lifted_n=up - hangs,
        slower=every(slower),
        bead=every(bead),
        part=part,
        before=before,
        wound=wound or {},
        signs=signs or {},
        doubt_n=doubt_n,
    )
