"""How sure a balance is: the chance that it sinks the float, shows the wanted tip or rides too high; what to trim with.

The errors of float, shot and bait are taken as normal and independent, the skin of the water as anything between its
two limits with equal chance. The sum of the two has a closed distribution, read off at the loads that part the cases.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import erf, exp, inf, pi, sqrt

from pydantic import Field

from brookwind.core.box.stock import ShotStock
from brookwind.core.figures import NINE_IN_TEN, Figure, tip
from brookwind.core.floats.immersion import load_at_immersion_n, sinking_load_n, tip_per_newton_m
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.tip_range import doubts, skin_n, tip_gate_m


class Trim(Frozen):
    """A shot to carry for trimming at the water."""

    item: str
    label: str
    moves_m: float
    """What one of it does to the tip. [m]"""
    says: str


class Chances(Frozen):
    """Shares of rigs tied like this one; they add up to 1."""

    sinks: float
    low: float
    """Afloat, but showing less than the wanted tip less the tolerance."""
    within: float
    high: float
    """Showing more than the wanted tip and the tolerance."""


class Sureness(Frozen):
    """How sure a balance is."""

    tolerance_m: float
    tied: Chances
    """As tied at home."""
    trimmed: Chances
    """Once trimmed at the water: only bait and the skin of the water are left in doubt."""
    load_sigma_n: float
    """Standard error of what the float carries over what it bears. [N]"""
    trims: tuple[Trim, ...]
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def share_below(x: float, sigma: float, half_width: float) -> float:
    """Chance that a normal error plus an even one is at most x.

    F(x) = [G(x + s) - G(x - s)] / 2s,  G(t) = t Phi(t / sigma) + sigma phi(t / sigma)

    x: the bound.
    sigma: standard deviation of the normal part. [0 or more]
    half_width: the even part lies between plus and minus this. [0 or more]
    Source: convolution of the normal and the rectangular distribution (JCGM 101:2008, 6.4).
    >>> round(share_below(0.0, 1.0, 2.0), 3), round(share_below(1.645, 1.0, 0.0), 3), share_below(1.0, 0.0, 2.0)
    (0.5, 0.95, 0.75)
    """
    if half_width <= 1e-6 * sigma:
        return (1.0 if x >= 0.0 else 0.0) if sigma <= 0.0 else 0.5 * (1.0 + erf(x / sigma / sqrt(2.0)))
    if sigma <= 1e-9 * half_width:
        return min(1.0, max(0.0, 0.5 * (x / half_width + 1.0)))
    if x == inf:
        return 1.0

    def part(t: float) -> float:
        z = t / sigma
        return t * 0.5 * (1.0 + erf(z / sqrt(2.0))) + sigma * exp(-0.5 * z * z) / sqrt(2.0 * pi)

    return min(1.0, max(0.0, (part(x + half_width) - part(x - half_width)) / (2.0 * half_width)))


def sureness(
    settled: Settled,
    spec: FloatSpec,
    wanted_m: float,
    shot: Sequence[ShotStock] = (),
    tolerance_m: float | None = None,
) -> Sureness | None:
    """The chances of a rig at rest, and the shot to carry.

    settled: the rig at rest.
    spec: its float as entered.
    wanted_m: the wanted tip. [m]
    shot: what the box holds, to trim with.
    tolerance_m: tips this near count as wanted; what nobody trims any finer when not given. [m, more than 0]
    None where a tight line holds the float, or where it lies: there is no tip to speak of.
    """
    body, water = settled.body, settled.water_kg_m3
    if settled.rod_n or settled.status == "lies" or wanted_m > body.length_m:
        return None
    if tolerance_m is None:
        tolerance_m = tip_gate_m(settled, wanted_m)
    found = doubts(settled, spec)
    sigma = sum(d.sigma_n**2 for d in found if d.id != "skin") ** 0.5
    left = sum(d.sigma_n**2 for d in found if d.id != "skin" and not d.trimmed_away) ** 0.5
    skin = skin_n(settled)
    aim_n = load_at_immersion_n(body, body.length_m - wanted_m, water)
    tied = _chances(settled, wanted_m, tolerance_m, settled.pull_n, sigma, skin)
    # Trimming brings the middle to the wish.
    trimmed = _chances(settled, wanted_m, tolerance_m, aim_n, left, skin)
    slope = tip_per_newton_m(body, body.length_m - wanted_m, water)
    trims = _trims(shot, water, slope, NINE_IN_TEN * sigma, tolerance_m)
    return Sureness(
        tolerance_m=tolerance_m,
        tied=tied,
        trimmed=trimmed,
        load_sigma_n=sigma,
        trims=trims,
        says=_says(tied, trimmed),
        figures={"tolerance": tip(tolerance_m)},
    )


def _chances(s: Settled, wanted: float, tolerance: float, pull: float, sigma: float, skin: float) -> Chances:
    body, water = s.body, s.water_kg_m3

    def below(load: float) -> float:
        return share_below(load - pull, sigma, skin)

    under = below(sinking_load_n(body, water))
    heavy = below(load_at_immersion_n(body, body.length_m - max(0.0, wanted - tolerance), water))
    light = below(load_at_immersion_n(body, body.length_m - min(body.length_m, wanted + tolerance), water))
    return Chances(sinks=1.0 - under, low=max(0.0, under - heavy), within=max(0.0, heavy - light), high=light)


def _trims(
    shot: Sequence[ShotStock], water: float, slope: float, half_width_n: float, tolerance: float
) -> tuple[Trim, ...]:
    """A coarse and a fine one: about half of what may be missing, and what moves the tip by the tolerance at most."""
    pulls = sorted(
        ((submerged_weight_n(s.mass_kg, s.density_kg_m3, water), s) for s in shot if s.count > 0), key=lambda p: p[0]
    )
    if not pulls:
        return ()
    fine = max((p for p in pulls if p[0] * slope <= tolerance), key=lambda p: p[0], default=pulls[0])
    coarse = min(pulls, key=lambda p: abs(p[0] - 0.5 * half_width_n))
    chosen = [(coarse, "for the first step")] if coarse[0] > 1.5 * fine[0] else []
    return tuple(
        Trim(item=s.item, label=s.label, moves_m=pull * slope, says=says)
        for (pull, s), says in [*chosen, (fine, "for the last")]
    )


def _says(tied: Chances, trimmed: Chances) -> str:
    text = f"Tied at home, {_of_ten(tied.within)} such rigs show the wanted tip within {{tolerance}}"
    if tied.sinks >= 0.05:
        text += f", {_of_ten(tied.sinks)} sink"
    return f"{text}; trimmed at the water, {_of_ten(trimmed.within)}."


def _of_ten(share: float) -> str:
    tens = round(10.0 * share)
    if tens == 0:
        return "hardly any"
    return "nearly all" if tens == 10 else f"{tens} in 10"
