"""How far the tip may be from the figure: label, shot, bait and the skin of the water."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot

from pydantic import Field

from brookwind.core.figures import NINE_IN_TEN, Figure, tip
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n, sinking_load_n, tip_per_newton_m
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.gravity import G_M_S2, lead_mass_kg
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.components import Bait, Hook, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.label_doubt import label_error
from brookwind.core.rig.shot_series import NOMINAL_SCATTER

WEIGHT_SCATTER = 0.02
"""The same of a larger weight. Editable default."""
BAIT_SCATTER = 0.15
"""The same of a bait's weight under water. Editable default."""
MEASURES_ERROR = 0.04
"""Standard error of a capacity from the float's own mass and measures. Editable default."""


FINE_M = 0.0025
"""A tip thinner than this is a fine one. [m] Editable default."""


class TipPart(Sourced):
    """One cause of doubt: what it is worth as load and as tip, nine times in ten."""

    id: str
    says: str
    load_kg: float
    """Half width, as lead. [kg]"""
    tip_m: float
    """Half width, where the waterline is now. [m]"""


class TipRange(Frozen):
    """Where the tip will be found nine times in ten."""

    low_m: float
    high_m: float
    may_sink: bool
    trimmed_low_m: float
    """The same once shot has been trimmed until the float sat right: only bait and water are left. [m]"""
    trimmed_high_m: float
    parts: tuple[TipPart, ...]
    """Largest first."""
    fine: bool
    """So thin a tip that the skin of the water alone moves it by more than a millimetre."""
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def capacity_error_kg(spec: FloatSpec, rated_kg: float) -> float:
    """Standard error of a float's capacity, by what it was found from. [kg]

    spec: the float as entered.
    rated_kg: its capacity. [kg]
    """
    if spec.calibration:
        return spec.calibration.capacity_sigma_kg
    weighed = spec.own_mass_kg is not None and (spec.profile is not None or spec.body_diameter_m is not None)
    return (MEASURES_ERROR if weighed else label_error(spec, rated_kg)) * rated_kg


@dataclass(frozen=True)
class Doubt:
    """One cause of doubt about the load: its standard error, and whether trimming at the water removes it. [N]"""

    id: str
    says: str
    sigma_n: float
    source: str
    trimmed_away: bool


def skin_n(settled: Settled) -> float:
    """The most that the skin of the water pulls on the tip, up or down. [N]

    settled: the rig at rest.
    """
    return surface_tension_n(settled.body.profile.radius_m(settled.immersion_m))


def doubts(settled: Settled, spec: FloatSpec) -> tuple[Doubt, ...]:
    """Every cause of doubt about what the float carries, each with its standard error.

    settled: the rig at rest.
    spec: its float as entered.
    Shot counts with its measured scatter where it has one. The skin of the water is anything between its two limits.
    """
    carried = [i for i in settled.hanging.items if not i.above and i.component.id not in settled.laid.on_bed]

    def scatter(kind: type, share: float) -> float:
        found = [i for i in carried if isinstance(i.component, kind)]
        shares = [getattr(i.component, "scatter", None) for i in found]
        return float(
            sum((i.weight_n * (share if s is None else s)) ** 2 for i, s in zip(found, shares, strict=True)) ** 0.5
        )

    measured = any(isinstance(i.component, Shot) and i.component.scatter is not None for i in carried)
    shot = "shot, as you weighed it" if measured else "shot, 6 % each"
    by = "tube test" if settled.body.tested else "label"
    lead_n = 1.0 / lead_mass_kg(1.0, settled.water_kg_m3)
    capacity = capacity_error_kg(spec, settled.body.rated_kg) * lead_n
    skin = skin_n(settled) / 3.0**0.5
    found = (
        Doubt("skin", "the skin of the water on the tip, up or down", skin, "de Gennes", trimmed_away=False),
        Doubt("bait", "bait, 15 % each way", scatter(Bait, BAIT_SCATTER), "default", trimmed_away=False),
        Doubt("float", f"the float: its {by}", capacity, "default", trimmed_away=True),
        Doubt("shot", shot, scatter(Shot, NOMINAL_SCATTER), "default", trimmed_away=True),
        Doubt("weights", "larger weights, 2 % each", scatter(Weight, WEIGHT_SCATTER), "default", trimmed_away=True),
    )
    return tuple(d for d in found if d.sigma_n > 0.0)


KNOWN_SHARE = 0.5
"""Nearer than this share of what is in doubt nobody comes. Editable default."""
PIECES = 4
"""Shot on a usual rig, whose errors partly cancel. Editable default."""


def tip_gate_m(settled: Settled, wanted_m: float) -> float:
    """How near to the wanted tip counts as wanted: what nobody trims any finer. [m]

    The tolerance of the float's type, or half of what shot, bait and the skin of the water leave open; at most half of
    the tip.

    settled: the rig at rest, whatever its load.
    wanted_m: the wanted tip. [m]
    """
    body, water = settled.body, settled.water_kg_m3
    waterline = body.length_m - min(wanted_m, body.length_m)
    bait = sum(i.weight_n for i in settled.hanging.items if isinstance(i.component, Bait))
    load = load_at_immersion_n(body, waterline, water)
    skin = surface_tension_n(body.profile.radius_m(waterline)) / 3.0**0.5
    left = hypot(skin, BAIT_SCATTER * bait, NOMINAL_SCATTER * load / PIECES**0.5)
    known = KNOWN_SHARE * NINE_IN_TEN * left * tip_per_newton_m(body, waterline, water)
    return min(max(body.type.tolerance_m, known), 0.5 * wanted_m)


def lifted_tip_m(settled: Settled, rig: Rig) -> float | None:
    """Tip once hook and bait that rest on the bed are lifted; 0 where the float then sinks, None where none rest. [m]

    settled: the rig at rest.
    rig: the rig; its aim says whether its bait is meant for the bed.
    Source: Archimedes' principle.
    """
    aim, body = rig.aim, settled.body
    if settled.status != "stands" or aim.bait_from != "bed" or aim.bait_m > 0.0:
        return None
    resting = [i for i in settled.hanging.items if isinstance(i.component, Bait | Hook) and i.weight_n > 0.0]
    more = sum(i.weight_n for i in resting if i.component.id in settled.laid.on_bed) - settled.touching_n
    immersion = immersion_at_load_m(body, settled.pull_n + max(0.0, more), settled.water_kg_m3)
    return 0.0 if immersion is None else body.length_m - immersion


def told_step_m(gate_m: float) -> float:
    """A tip is told to this. [m]

    gate_m: what counts as wanted.
    >>> [told_step_m(g) for g in (0.0008, 0.0025, 0.01)]
    [0.0005, 0.001, 0.005]
    """
    return 0.0005 if gate_m < 0.001 else 0.001 if gate_m < 0.005 else 0.005


def sinks_in_doubt(settled: Settled, spec: FloatSpec) -> bool:
    """It sinks by the figures, but by no more than label and shot are off.

    settled: the rig at rest.
    spec: its float as entered.
    """
    if settled.status != "sinks":
        return False
    over = settled.pull_n - sinking_load_n(settled.body, settled.water_kg_m3)
    return over <= load_doubt_n(settled, spec)


def load_doubt_n(settled: Settled, spec: FloatSpec) -> float:
    """How far what hangs may be from what the float bears, nine times in ten. [N]

    settled: the rig at rest, whatever its load.
    spec: its float as entered.
    """
    return NINE_IN_TEN * hypot(*(d.sigma_n for d in doubts(settled, spec)))


def tip_range(settled: Settled, spec: FloatSpec) -> TipRange:
    """The range of the tip of a rig at rest.

    Independent errors of load add in squares; the skin of the water counts as anything between its two limits. The
    range of load, nine cases in ten, is carried through the float's own curve.

    settled: the rig at rest, standing.
    spec: its float as entered.
    Source: propagation of errors (JCGM 100:2008, section 5).
    """
    body, water = settled.body, settled.water_kg_m3
    found = doubts(settled, spec)
    slope = tip_per_newton_m(body, settled.immersion_m, water)
    parts = [
        TipPart(
            id=d.id,
            says=d.says,
            load_kg=lead_mass_kg(NINE_IN_TEN * d.sigma_n, water),
            tip_m=NINE_IN_TEN * d.sigma_n * slope,
            source=d.source,
        )
        for d in found
    ]
    low, high, sinks = _through_curve(settled, sum(d.sigma_n**2 for d in found) ** 0.5)
    trim_low, trim_high, _ = _through_curve(settled, sum(d.sigma_n**2 for d in found if not d.trimmed_away) ** 0.5)
    skin = skin_n(settled)
    fine = skin * slope > 0.001 and body.profile.radius_m(settled.immersion_m) < FINE_M / 2.0
    by = "tube test" if body.tested else "label"
    return TipRange(
        low_m=low,
        high_m=high,
        may_sink=sinks,
        trimmed_low_m=trim_low,
        trimmed_high_m=trim_high,
        parts=tuple(sorted(parts, key=lambda p: -p.load_kg)),
        fine=fine,
        says=_says(fine, by),
        figures={"low": tip(trim_low), "high": tip(trim_high), "skin": tip(min(skin * slope, body.longest_tip_m))},
    )


def _through_curve(settled: Settled, sigma_n: float) -> tuple[float, float, bool]:
    """Shortest and longest tip, and whether the heavy end is under. [m]"""
    body, water = settled.body, settled.water_kg_m3
    heavy = immersion_at_load_m(body, settled.pull_n + NINE_IN_TEN * sigma_n, water)
    # Lighter than nothing: the float rides as high as it can.
    least = -body.mass_kg * G_M_S2
    light = immersion_at_load_m(body, max(least, settled.pull_n - NINE_IN_TEN * sigma_n), water)
    top = body.length_m
    return (0.0 if heavy is None else top - heavy, top - (light or 0.0), heavy is None)


def _says(fine: bool, by: str) -> str:
    if fine:
        return (
            "A millimetre is beyond anyone on so fine a tip: the skin of the water alone moves it {skin} up or down. "
            "Trim at the water and expect {low} to {high}."
        )
    if by == "label":
        return "A tube test narrows this; trimmed at the water it keeps to {low} to {high}, as the water clings to it."
    return "Trimmed at the water it keeps to {low} to {high}, as the water clings to it."
