"""Scale test: what one piece of a compartment weighs, and how much pieces differ."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, load
from brookwind.core.frozen import Frozen
from brookwind.core.moment import Moment
from brookwind.core.rig.shot_series import NOMINAL_SCATTER

SCALE_STEP_KG = 1e-5
"""A pocket scale tells steps of 10 mg. [kg] Editable default."""
LEAST_SINGLES = 3
"""Fewer single readings than this tell no scatter. Editable default."""


class Weighing(Frozen):
    """One reading: so many pieces together on the pan."""

    pieces: int = Field(ge=1, le=1000)
    mass_kg: float = Field(gt=0, le=2)
    at: Moment


class ScaleTest(Frozen):
    """What the readings say of one piece."""

    mass_kg: float
    """Mean mass of one. [kg]"""
    sigma_kg: float
    """Standard error of that mean. [kg]"""
    scatter: float | None
    """Standard deviation of single pieces over their mean; None when too few were weighed singly."""
    pieces: int
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def scale_test(readings: Sequence[Weighing], nominal_kg: float | None = None) -> ScaleTest:
    """Mean mass of one piece and the scatter among pieces, from readings of one or of several together.

    The mean is all mass over all pieces. Single readings tell the scatter: their variance less that of the scale's
    step, which is spread evenly. Weighed together, the usual scatter stands in for the error of the mean.

    readings: at least one.
    nominal_kg: mass on the label, to be compared with. [kg]
    Raises: OutOfRange without readings, or when two readings differ so much that they are not of one size.
    Source: mean and standard error; a step s has the variance s^2 / 12 (JCGM 100:2008, 4.3.7).
    """
    if not readings:
        raise OutOfRange.one("no-readings", "There is no reading yet.", "Weigh some pieces.", ("readings",))
    total, count = sum(r.mass_kg for r in readings), sum(r.pieces for r in readings)
    mean = total / count
    for i, r in enumerate(readings):
        one = r.mass_kg / r.pieces
        if abs(one - mean) > 0.5 * mean + SCALE_STEP_KG:
            raise OutOfRange.one(
                "readings-differ",
                f"Reading {i + 1} says {{one}} a piece, all together {{mean}}.",
                "Check how many lay on the pan, or whether another size got among them.",
                ("readings", i),
                {"one": load(one), "mean": load(mean)},
            )
    singles = [r.mass_kg for r in readings if r.pieces == 1]
    scatter = None
    if len(singles) >= LEAST_SINGLES:
        middle = sum(singles) / len(singles)
        seen = sum((m - middle) ** 2 for m in singles) / (len(singles) - 1)
        scatter = max(0.0, seen - SCALE_STEP_KG**2 / 12.0) ** 0.5 / middle
    among = (NOMINAL_SCATTER if scatter is None else scatter) * mean
    sigma = (among**2 / count + len(readings) * SCALE_STEP_KG**2 / 12.0 / count**2) ** 0.5
    says = f"{count} weighed: {{mean}} each"
    figures = {"mean": load(mean)}
    if nominal_kg:
        says += f", {100.0 * (mean / nominal_kg - 1.0):+.0f} % against the label's {{label}}"
        figures["label"] = load(nominal_kg)
    if scatter is None:
        says += f". Weigh {LEAST_SINGLES} or more singly to learn how much they differ."
    else:
        says += f"; single pieces differ by {100.0 * scatter:.0f} %."
    return ScaleTest(mass_kg=mean, sigma_kg=sigma, scatter=scatter, pieces=count, says=says, figures=figures)
