"""A float in figures, as it would be shown before it is on a rig."""

from __future__ import annotations

from brookwind.core.floats.attitude import Pull, attitude, least_cocking_load_n
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import sinking_load_n, tip_per_newton_m
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2, LABEL_WATER_KG_M3, LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.limits import FloatStatus
from brookwind.core.matter.density import water_density_kg_m3


class FloatFacts(Frozen):
    """What a float amounts to, in fresh water at 15 °C. Loads as lead. [kg]"""

    type: str
    capacity_kg: float
    rated_kg: float
    mass_kg: float
    built_in_kg: float
    least_standing_kg: float | None
    sinking_kg: float
    length_m: float
    design_tip_m: float
    stem_length_m: float
    stem_diameter_m: float
    body_length_m: float
    body_diameter_m: float
    tip_length_m: float
    tip_diameter_m: float
    tip_per_10_mg_m: float
    immersion_m: float
    """Height of the waterline with the design tip. [m]"""
    outline: tuple[tuple[float, float], ...]
    paint_m: float
    guessed: tuple[str, ...]
    tested: bool


class FloatState(Frozen):
    """A float under one load in one water."""

    water_kg_m3: float
    load_kg: float
    status: FloatStatus
    lean_deg: float
    tip_m: float
    """Length of axis out of the water. [m]"""
    foot_m: float
    """Depth of its foot. [m]"""
    tip_per_10_mg_m: float | None


def _per_10_mg(body: FloatBody, immersion_m: float, water: float) -> float:
    return submerged_weight_n(1e-5, LEAD_KG_M3, water) * tip_per_newton_m(body, immersion_m, water)


def describe(spec: FloatSpec) -> FloatFacts:
    """A float in figures.

    spec: the float as entered.
    Raises: BrookwindError when it cannot be.
    """
    body = float_body(spec)
    d, water = body.dimensions, LABEL_WATER_KG_M3
    cocks = least_cocking_load_n(body, water)
    waterline = body.length_m - body.design_tip_m
    return FloatFacts(
        type=body.type.name,
        capacity_kg=body.capacity_kg,
        rated_kg=body.rated_kg,
        mass_kg=body.mass_kg,
        built_in_kg=body.built_in_kg,
        least_standing_kg=None if cocks is None else lead_mass_kg(cocks, water),
        sinking_kg=lead_mass_kg(sinking_load_n(body, water), water),
        length_m=body.length_m,
        design_tip_m=body.design_tip_m,
        stem_length_m=d.stem_length_m,
        stem_diameter_m=d.stem_diameter_m,
        body_length_m=d.body_length_m,
        body_diameter_m=d.body_diameter_m,
        tip_length_m=d.tip_length_m,
        tip_diameter_m=d.tip_diameter_m,
        tip_per_10_mg_m=_per_10_mg(body, waterline, water),
        immersion_m=waterline,
        outline=body.profile.points,
        paint_m=body.type.paint_m,
        guessed=body.guessed,
        tested=body.tested,
    )


def under_load(
    spec: FloatSpec, load_kg: float, temperature_c: float, salinity: float, side_kg: float = 0.0
) -> FloatState:
    """The float under a load of lead, in a water.

    spec: the float as entered.
    load_kg: lead hung on it, weighed in air. [kg, 0 or more]
    temperature_c: of the water. [°C, 0 to 40]
    salinity: of the water. [g/kg, 0 to 42]
    side_kg: sideways pull of the line at the foot, in kilograms of force. [kg, 0 or more]
    Raises: BrookwindError when the float or the water cannot be.
    Source: `attitude`.
    """
    body, water = float_body(spec), water_density_kg_m3(temperature_c, salinity)
    pull = Pull(submerged_weight_n(load_kg, LEAD_KG_M3, water), side_kg * G_M_S2)
    rest = attitude(body, pull, water)
    if rest is None:
        return FloatState(
            water_kg_m3=water,
            load_kg=load_kg,
            status="sinks",
            lean_deg=0.0,
            tip_m=0.0,
            foot_m=body.length_m,
            tip_per_10_mg_m=None,
        )
    return FloatState(
        water_kg_m3=water,
        load_kg=load_kg,
        status="stands" if rest.stands else "lies",
        lean_deg=rest.lean_deg,
        tip_m=rest.tip_m,
        foot_m=rest.depth_m,
        tip_per_10_mg_m=_per_10_mg(body, rest.depth_m, water) if rest.stands else None,
    )
