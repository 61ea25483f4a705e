"""A rig loaded as its float's label says, whatever tip that shows."""

from __future__ import annotations

from dataclasses import replace

from brookwind.core.balance.balancing import hung_pull_n
from brookwind.core.balance.heavy_first import is_jig
from brookwind.core.balance.target import Target
from brookwind.core.box.stock import Stock
from brookwind.core.errors import Infeasible, NotUnderstood
from brookwind.core.figures import load
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import immersion_at_load_m, sinking_load_n
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.rest.settle import Settled
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.threading import take_off

LEAST_TIP_M = 0.001
"""A tip shorter than this is not seen as one. [m] Editable default."""
MOST_TIP_SHARE = 1.0 / 3.0
"""More of the float than this standing out is no tip. Editable default."""


def usable_tip(body: FloatBody, tip_m: float) -> bool:
    """A tip that can be fished: seen, and not most of the float.

    body: the float.
    tip_m: what shows of it. [m]
    """
    return LEAST_TIP_M <= tip_m <= MOST_TIP_SHARE * body.length_m


def label_target(rig: Rig, settled: Settled, target: Target) -> Target:
    """The float at the waterline where its labelled load brings it: hook, bait and the like come on top.

    rig: the rig.
    settled: it at rest, whatever its load.
    target: the float at the wanted tip.
    Raises: Infeasible when the labelled load sinks it.
    """
    body, water = settled.body, settled.water_kg_m3
    bare = take_off(rig, lambda c: isinstance(c, Shot | Weight) and not is_jig(c) and getattr(c, "role", "") != "back")
    pull = hung_pull_n(bare, target) + submerged_weight_n(body.rated_kg, LEAD_KG_M3, water)
    immersion = immersion_at_load_m(body, pull, water)
    if immersion is None:
        raise Infeasible.one(
            "label-sinks",
            "With what its label says and hook and bait besides, the float would be under by {over}.",
            "Balance it for a tip, or try it: labels are seldom exact.",
            ("components",),
            {"over": load(lead_mass_kg(pull - sinking_load_n(body, water), water))},
        )
    return replace(target, tip_m=body.length_m - immersion, overload=1.0)


def of_label(rig: Rig, stock: Stock) -> Stock | None:
    """Only the shot that the float's label names; None where it names none, or the box lacks it.

    rig: the rig.
    stock: what the box holds.
    """
    try:
        pieces = dict(parse_label(rig.float_piece.spec.label).pieces)
    except NotUnderstood:
        return None
    shot = tuple(s.model_copy(update={"count": min(s.count, pieces[s.size])}) for s in stock.shot if s.size in pieces)
    enough = all(sum(s.count for s in shot if s.size == size) >= count for size, count in pieces.items())
    return stock.model_copy(update={"shot": shot, "leads": ()}) if pieces and enough else None
