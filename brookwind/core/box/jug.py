"""Jug test: a bait timed over a measured fall tells its sink rate and its density."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, load
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.fluid import Fluid
from brookwind.core.moment import Moment
from brookwind.core.roots import crossing

HAND_S = 0.15
"""Standard error of a time taken by hand. [s] Editable default."""
DENSEST_KG_M3 = 22600.0
"""Osmium, the densest there is. [kg/m3] Source: CRC Handbook."""


class JugReading(Frozen):
    """One fall: how far, and how long it took."""

    fall_m: float = Field(gt=0.02, le=5)
    time_s: float = Field(gt=0.05, le=600)
    at: Moment


class JugTest(Frozen):
    """What the falls say."""

    sink_m_s: float
    sigma_m_s: float
    """Standard error of the rate. [m/s]"""
    density_kg_m3: float
    pull_n: float
    """Submerged weight of one. [N]"""
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


LIGHTEST_KG = 1e-8
"""Lightest piece of a jug test, a hundredth of a milligram. [kg] Editable default: less than any feed."""


def jug_test(readings: Sequence[JugReading], mass_kg: float, water: Fluid) -> JugTest:
    """Sink rate from timed falls, and the density of a ball of that mass that sinks so.

    The rate is all falls over all times. The way to full speed, a few diameters, is left out of account.

    readings: at least one.
    mass_kg: of one piece. [kg, more than 0]
    water: in the jug.
    Raises: OutOfRange without readings, below `LIGHTEST_KG`, or when nothing of that mass sinks so fast.
    Source: drag law of a ball (`fall_speed_m_s`), solved for the density.
    """
    if not readings:
        raise OutOfRange.one("no-readings", "There is no fall yet.", "Time a bait over a measured fall.", ("readings",))
    if mass_kg < LIGHTEST_KG:
        raise OutOfRange.one(
            "too-light", "Nothing that light is timed in a jug.", "Weigh ten and divide by ten.", ("mass_kg",)
        )
    fall, time = sum(r.fall_m for r in readings), sum(r.time_s for r in readings)
    rate = fall / time
    rates = [r.fall_m / r.time_s for r in readings]
    hand = rate * HAND_S * len(readings) ** 0.5 / time
    spread = 0.0
    if len(rates) > 1:
        middle = sum(rates) / len(rates)
        spread = (sum((v - middle) ** 2 for v in rates) / (len(rates) - 1) / len(rates)) ** 0.5

    def too_slow(density: float) -> float:
        weight = submerged_weight_n(mass_kg, density, water.kg_m3)
        return fall_speed_m_s(weight, sphere_diameter_m(mass_kg, density), water) - rate

    figures = {"rate": Figure(value=rate, quantity="sinking"), "mass": load(mass_kg)}
    if too_slow(DENSEST_KG_M3) < 0.0:
        raise OutOfRange.one(
            "sinks-too-fast",
            "Nothing that weighs {mass} sinks at {rate}.",
            "Check the fall, the time and the mass of one piece.",
            ("readings",),
            figures,
        )
    density = crossing(too_slow, water.kg_m3, DENSEST_KG_M3, 0.01)
    pull = submerged_weight_n(mass_kg, density, water.kg_m3)
    return JugTest(
        sink_m_s=rate,
        sigma_m_s=max(hand, spread),
        density_kg_m3=density,
        pull_n=pull,
        says="Sinks at {rate}; as a ball of {mass} it is {density}.",
        figures={**figures, "density": Figure(value=density, quantity="density")},
    )
