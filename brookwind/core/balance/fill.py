"""Trimming a float by what is in it: water in a bubble's chamber, air in a balloon."""

from __future__ import annotations

from brookwind.core.errors import Infeasible, OutOfRange
from brookwind.core.figures import load, tip
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.rest.hang import hanging, lay_out
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of
from brookwind.core.roots import crossing

BALLOON_M = (0.04, 0.38)
"""Least and most a balloon is blown up. [m] Editable default."""


def fill_float(rig: Rig) -> Rig:
    """The rig with its float filled so that it shows the wanted tip under what hangs on it.

    rig: a rig whose family is trimmed by filling; others come back as they are.
    Raises: Infeasible when no filling carries the load, OutOfRange when the tip asked is more than the float.
    Source: Archimedes' principle; the filling is the crossing of load carried and load hung.
    A chamber filled to the brim that still shows too much stays full.
    """
    fill = layout_of(rig).fill
    if fill is None:
        return rig
    water = water_density_kg_m3(rig.water.temperature_c, rig.water.salinity)
    hung = lay_out(hanging(rig, water), 0.0, float("inf")).pull_n
    low, high = (0.0, 1.0) if fill == "ballast" else (max(BALLOON_M[0], 1.2 * rig.aim.tip_m), BALLOON_M[1])
    spec = rig.float_piece.spec

    def filled(amount: float) -> FloatSpec:
        if fill == "ballast":
            return spec.model_copy(update={"ballast": amount})
        return spec.model_copy(update={"body_diameter_m": amount, "capacity_kg": None, "label": _blown_up(amount)})

    def spare(amount: float) -> float:
        body = float_body(filled(amount))
        return load_at_immersion_n(body, _waterline_m(rig, body), water) - hung

    empty, full = spare(low), spare(high)
    if max(empty, full) < 0.0:
        raise Infeasible.one(
            "no-filling",
            f"However it is filled, the {spec.type.split('-')[0]} does not carry {{load}}.",
            "Take less lead, or a larger float.",
            ("components",),
            {"load": load(lead_mass_kg(hung, water))},
        )
    amount = (high if full < empty else low) if min(empty, full) > 0.0 else crossing(spare, low, high, 1e-06)
    components = tuple(
        c.model_copy(update={"spec": filled(amount), "label": filled(amount).label or c.label})
        if c.id == rig.float_piece.id
        else c
        for c in rig.components
    )
    return rig.replace_components(components)


def _blown_up(diameter_m: float) -> str:
    return f"balloon, {diameter_m * 100:.0f} cm across"


def _waterline_m(rig: Rig, body: FloatBody) -> float:
    if rig.aim.tip_m > 0.95 * body.length_m:
        raise OutOfRange.one(
            "tip-longer-than-tip",
            "{wanted} of this float should stand out, and it is {length} high.",
            "Ask for less.",
            ("aim", "tip_m"),
            {"wanted": tip(rig.aim.tip_m), "length": tip(body.length_m)},
        )
    return body.length_m - rig.aim.tip_m
