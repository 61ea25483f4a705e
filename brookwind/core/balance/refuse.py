"""Why a rig cannot be balanced as asked, in sentences."""

from __future__ import annotations

from collections.abc import Sequence

from brookwind.core.balance.patterns import Pattern
from brookwind.core.balance.proposal import Taken, Wish
from brookwind.core.balance.target import Target
from brookwind.core.box.stock import Stock
from brookwind.core.errors import Infeasible
from brookwind.core.figures import load
from brookwind.core.floats.immersion import sinking_load_n
from brookwind.core.gravity import lead_mass_kg, submerged_weight_n
from brookwind.core.rig.document import Rig


def already_full(base: Rig, over_n: float, target: Target) -> Infeasible:
    """What hangs without any free shot is too much; what the angler fixed is named.

    base: the rig without free shot.
    over_n: pull beyond the wanted tip's. [N]
    target: the float at that tip.
    """
    figures = {"over": load(lead_mass_kg(over_n, target.water_kg_m3))}
    fixed = [c.label or c.kind for c in base.components if getattr(c, "fixed", False)]
    if fixed:
        return Infeasible.one(
            "fixed-too-heavy",
            f"With what you have fixed ({', '.join(dict.fromkeys(fixed))}) the rig pulls {{over}} too much for the "
            "wanted tip before any other shot is on.",
            "Release a fixed piece, take a larger float, or let more of the tip go under.",
            ("components",),
            figures,
        )
    return Infeasible.one(
        "already-too-heavy",
        "What hangs on the float without any free shot already pulls {over} too much for the wanted tip.",
        "Take a larger float, a lighter hook or lead, or let more of the tip go under.",
        ("components",),
        figures,
    )


def all_sink(pattern: Pattern, taken: Sequence[Taken], pull_n: float, target: Target) -> Infeasible:
    """Whatever the box makes of a pattern pulls the float under.

    pattern: the pattern.
    taken: the lightest that can be made.
    pull_n: what hangs on the float then. [N]
    target: the float at its wanted tip.
    """
    over = pull_n - sinking_load_n(target.body, target.water_kg_m3)
    pieces = ", ".join(f"{t.count} × {t.label}" for t in taken) or "what hangs already"
    return Infeasible.one(
        "all-sink",
        f"No {pattern.name} from this box leaves the float above water: even {pieces} pulls it under by {{over}}.",
        "Take a pattern of fewer pieces, add smaller shot to the box, or take a larger float.",
        ("stock",),
        {"over": load(lead_mass_kg(over, target.water_kg_m3))},
    )


def locked_on_slider() -> Infeasible:
    """Locking shot under a sliding float."""
    return Infeasible.one(
        "locked-slider",
        "A sliding float cannot be locked with shot.",
        "Take a stack or a lead, or a family whose float is fixed.",
        ("pattern",),
    )


def nothing_fits(pattern: Pattern, stock: Stock, need_n: float, target: Target, wish: Wish) -> Infeasible:
    """Nothing in the box makes up the load in this pattern.

    pattern: the pattern.
    stock: what may be taken.
    need_n: pull that is missing. [N]
    target: the float at its wanted tip.
    wish: what was asked.
    """

    def as_lead(pull: float) -> float:
        return lead_mass_kg(pull, target.water_kg_m3)

    needed = as_lead(need_n)
    held = sum(
        as_lead(submerged_weight_n(s.mass_kg, s.density_kg_m3, target.water_kg_m3) * s.count) for s in stock.shot
    )
    given = {"needed": load(needed), "held": load(held), "more": load(needed - held)}
    limited = wish.smallest_kg is not None or wish.largest_kg is not None
    if not stock.shot and stock.ruled_out:
        return Infeasible.one(
            "ruled-out",
            f"This place forbids the shot in the box ({', '.join(dict.fromkeys(stock.ruled_out))}).",
            "Put shot of another metal into the box.",
            ("stock",),
            given,
        )
    if not stock.shot and limited:
        return Infeasible.one(
            "sizes-too-narrow",
            "The box holds no shot between the smallest and the largest allowed.",
            "Widen the sizes, or enter stock in the box.",
            ("wish", "smallest_kg"),
            given,
        )
    if not stock.shot:
        return Infeasible.one(
            "no-shot",
            "The box holds no shot that this line holds, and the float needs {needed}.",
            "Enter stock in the box.",
            ("stock",),
            given,
        )
    if held < needed:
        return Infeasible.one(
            "too-little-shot",
            "The float needs {needed} of shot and the box holds {held}.",
            "Add at least {more} of shot to the box, or take a smaller float.",
            ("stock",),
            given,
        )
    return Infeasible.one(
        "pattern-does-not-fit",
        f"No {pattern.name} can be made of {{needed}} from the sizes and number of pieces allowed.",
        "Take another pattern, allow more pieces, or add other sizes to the box.",
        ("pattern",),
        given,
    )
