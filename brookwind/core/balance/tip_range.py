"""How far the tip may be from the figure: label, shot, bait and the skin of the water."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.balance.settle import Settled
from brookwind.core.figures import NINE_IN_TEN, Figure, tip
from brookwind.core.floats.immersion import immersion_at_load_m, tip_per_newton_m
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.gravity import G_M_S2, lead_mass_kg
from brookwind.core.rig.components import Bait, Shot, Weight

SHOT_SCATTER = 0.06
"""Standard error of a single shot's mass. Source: handbook 5.1, 5 to 8 %."""
WEIGHT_SCATTER = 0.02
"""The same of a larger weight. Editable default."""
BAIT_SCATTER = 0.15
"""The same of a bait's weight under water. Editable default."""
LABEL_ERROR = 0.08
"""Standard error of a float's label. Editable default."""
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
    return (MEASURES_ERROR if weighed else LABEL_ERROR) * rated_kg


def tip_range(settled: Settled, spec: FloatSpec) -> TipRange:
    """The range of the tip of a rig at rest.

    Independent errors of load add in squares; the skin of the water counts as anything between its two limits. The
    range of load, nine cases in ten, is carried through the float's own curve.

    settled: the rig at rest, standing.
    spec: its float as entered.
    Source: propagation of errors (JCGM 100:2008, section 5).
    """
    body, water = settled.body, settled.water_kg_m3
    skin = surface_tension_n(body.profile.radius_m(settled.immersion_m))
    carried = [i for i in settled.hanging.items if not i.above and i.component.id not in settled.laid.on_bed]

    def scatter(kind: type, share: float) -> float:
        return share * float(sum(i.weight_n**2 for i in carried if isinstance(i.component, kind)) ** 0.5)

    trimmed = {
        "skin": ("the skin of the water on the tip, up or down", skin / 3.0**0.5, "de Gennes"),
        "bait": ("bait, 15 % each way", scatter(Bait, BAIT_SCATTER), "default"),
    }
    lead_n = 1.0 / lead_mass_kg(1.0, water)
    by = "tube test" if body.tested else "label"
    tied = {
        "float": (f"the float: its {by}", capacity_error_kg(spec, body.rated_kg) * lead_n, "default"),
        "shot": ("shot, 6 % each", scatter(Shot, SHOT_SCATTER), "handbook 5.1"),
        "weights": ("larger weights, 2 % each", scatter(Weight, WEIGHT_SCATTER), "default"),
    }
    slope = tip_per_newton_m(body, settled.immersion_m, water)
    parts = [
        TipPart(
            id=name,
            says=says,
            load_kg=lead_mass_kg(NINE_IN_TEN * sigma, water),
            tip_m=NINE_IN_TEN * sigma * slope,
            source=source,
        )
        for name, (says, sigma, source) in {**trimmed, **tied}.items()
        if sigma > 0.0
    ]
    everything = sum(s**2 for _, s, _ in (*trimmed.values(), *tied.values())) ** 0.5
    low, high, sinks = _through_curve(settled, everything)
    trim_low, trim_high, _ = _through_curve(settled, sum(s**2 for _, s, _ in trimmed.values()) ** 0.5)
    fine = skin * slope > 0.001 and body.profile.radius_m(settled.immersion_m) < FINE_M / 2.0
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
