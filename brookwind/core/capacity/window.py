"""The capacity window: a bound from each need, the floats of the box as marks, and what to give up when it is shut."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.bounds import Bound, bound
from brookwind.core.capacity.concessions import Concession, concessions
from brookwind.core.capacity.marks import Faulty, FloatMark, rank
from brookwind.core.capacity.needs import NEEDS
from brookwind.core.capacity.plan import Plan
from brookwind.core.figures import Figure
from brookwind.core.frozen import Frozen
from brookwind.core.rig.usual_size import Size


class Window(Frozen):
    """The window and the floats in it."""

    low_kg: float | None
    high_kg: float | None
    empty: bool
    bounds: tuple[Bound, ...]
    marks: tuple[FloatMark, ...]
    concessions: tuple[Concession, ...]
    """Smallest first; only when the window is shut."""
    faulty: tuple[Faulty, ...]
    usual_low_kg: float | None = None
    usual_high_kg: float | None = None
    """Capacities in use for this method, water and fish; beside the window, they forbid nothing. [kg]"""
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def capacity_window(plan: Plan, floats: Sequence[FloatStock] = ()) -> Window:
    """The window of a plan, and the floats of a box against it.

    Bounds are where each need's figure crosses its limit along floats of the plan's type from 0.05 to 200 g; the
    floats of the box are checked each by its own body.

    plan: water, fish and tackle.
    floats: of the box; those that the rig cannot hold are passed over.
    Source: `NEEDS`.
    """
    bounds = [b for need in NEEDS if (b := bound(plan, need))]
    low = max((b.capacity_kg for b in bounds if b.side == "lower" and b.capacity_kg), default=None)
    high = min((b.capacity_kg for b in bounds if b.side == "upper" and b.capacity_kg), default=None)
    unmet = [b for b in bounds if b.unmet]
    empty = bool(unmet) or (low is not None and high is not None and low > high)
    marks, faulty = rank(plan, floats, low, high)
    offered = concessions(plan, bounds, low, high) if empty else ()
    says, figures = _says(bounds, low, high, empty, unmet)
    if plan.usual is not None:
        says += _beside(plan.usual, bounds, low, high)
        figures |= {
            "usual_low": Figure(value=plan.usual.low_kg, quantity="capacity"),
            "usual_high": Figure(value=plan.usual.high_kg, quantity="capacity"),
        }
    return Window(
        low_kg=low,
        high_kg=high,
        empty=empty,
        bounds=tuple(bounds),
        marks=marks,
        concessions=offered,
        faulty=faulty,
        usual_low_kg=plan.usual.low_kg if plan.usual else None,
        usual_high_kg=plan.usual.high_kg if plan.usual else None,
        says=says,
        figures=figures,
    )


def _beside(usual: Size, bounds: Sequence[Bound], low: float | None, high: float | None) -> str:
    """What is in use, and which need it is at odds with."""
    if low is not None and low > usual.high_kg:
        cause = next(b.name.lower() for b in bounds if b.side == "lower" and b.capacity_kg == low)
        return f" In use are {{usual_low}} to {{usual_high}}: {cause} asks for more."
    if high is not None and high < usual.low_kg:
        cause = next(b.name.lower() for b in bounds if b.side == "upper" and b.capacity_kg == high)
        return f" In use are {{usual_low}} to {{usual_high}}: {cause} asks for less."
    return " In use are {usual_low} to {usual_high}."


def _says(
    bounds: Sequence[Bound], low: float | None, high: float | None, empty: bool, unmet: Sequence[Bound]
) -> tuple[str, dict[str, Figure]]:
    figures = {
        **({"low": Figure(value=low, quantity="capacity")} if low else {}),
        **({"high": Figure(value=high, quantity="capacity")} if high else {}),
    }
    if unmet:
        return f"No size of this type meets: {', '.join(b.name.lower() for b in unmet)}.", {}
    by_low = next((b.name.lower() for b in bounds if b.side == "lower" and b.capacity_kg == low and low), "")
    by_high = next((b.name.lower() for b in bounds if b.side == "upper" and b.capacity_kg == high and high), "")
    if empty:
        return (
            f"No capacity suits everything: {by_low} asks for at least {{low}}, {by_high} for at most {{high}}.",
            figures,
        )
    if low and high:
        return f"From {{low}} ({by_low}) to {{high}} ({by_high}).", figures
    if low:
        return f"From {{low}} up ({by_low}).", figures
    if high:
        return f"Up to {{high}} ({by_high}).", figures
    return "Any capacity will do.", figures
