"""What the wanted tip asks of the float."""

from __future__ import annotations

from dataclasses import dataclass

from brookwind.core import figures
from brookwind.core.balance.ties import TIE_N
from brookwind.core.errors import OutOfRange
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import (
    immersion_at_load_m,
    load_at_immersion_n,
    sinking_load_n,
    tip_per_newton_m,
)
from brookwind.core.rest.tip_range import tip_gate_m
from brookwind.core.rig.families import layout_of
from brookwind.core.situation import Situation

SUNK_M = 2.0
"""Counts as the error of a float pulled under: longer than any float. [m]"""


@dataclass(frozen=True)
class Target:
    """The float at its wanted tip: immersion and the pull that brings it there."""

    body: FloatBody
    water_kg_m3: float
    tip_m: float
    overload: float = 1.0
    """Load over what the tip asks; the rod holds the rest."""
    lifted_n: float = 0.0
    """What the current takes off the load: so much more must hang. [N]"""
    gate_m: float = 0.0
    """Tips this near to the wanted one count as wanted. [m]"""

    @property
    def immersion_m(self) -> float:
        """Height of the waterline above the float's base. [m]"""
        return self.body.length_m - self.tip_m

    @property
    def pull_n(self) -> float:
        """Pull of what hangs that shows the wanted tip. [N]"""
        return self._pull_at_n(self.immersion_m)

    @property
    def most_n(self) -> float:
        """Pull that shows as little tip as still counts as wanted. [N]"""
        return self._pull_at_n(self.immersion_m + self.gate_m)

    def _pull_at_n(self, immersion_m: float) -> float:
        return self.overload * load_at_immersion_n(self.body, immersion_m, self.water_kg_m3) + self.lifted_n

    @property
    def tie_m(self) -> float:
        """Difference of tip that counts as none: `TIE_N` at the wanted tip. [m]"""
        return TIE_N / self.overload * tip_per_newton_m(self.body, self.immersion_m, self.water_kg_m3)

    @property
    def hopeless_m(self) -> float:
        """An error this large means the float shows more than its whole tip. [m]"""
        return self.body.longest_tip_m - self.tip_m

    def error_m(self, pull_n: float) -> float:
        """How far the tip is from the wanted one under a pull, 0 or more. [m]

        pull_n: pull of what hangs. A float pulled under is worse than any that is not. [N]
        """
        pull_n = (pull_n - self.lifted_n) / self.overload
        immersion = immersion_at_load_m(self.body, pull_n, self.water_kg_m3)
        if immersion is not None:
            return abs(immersion - self.immersion_m)
        top = self.body.length_m
        excess = pull_n - sinking_load_n(self.body, self.water_kg_m3)
        return SUNK_M + excess * tip_per_newton_m(self.body, top, self.water_kg_m3)


def target_for(situation: Situation, lifted_n: float = 0.0) -> Target:
    """The target of a rig's aim.

    situation: the rig.
    lifted_n: what the current takes off its load. [N]
    Raises: OutOfRange when the wanted tip is longer than the float's tip, or the float cannot be.
    """
    rig, settled = situation.rig, situation.settled
    tip = settled.body.longest_tip_m
    if rig.aim.tip_m > tip + 1e-9:
        raise OutOfRange.one(
            "tip-longer-than-tip",
            "A tip of {wanted} is wanted, but the float's tip is {longest} long.",
            "Ask for at most {longest}, or take another float.",
            ("aim", "tip_m"),
            {"wanted": figures.tip(rig.aim.tip_m), "longest": figures.tip(tip)},
        )
    gate = tip_gate_m(settled, rig.aim.tip_m)
    return Target(settled.body, settled.water_kg_m3, rig.aim.tip_m, layout_of(rig).overload, lifted_n, gate)
