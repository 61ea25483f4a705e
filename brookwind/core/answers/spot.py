"""A spot to plumb, with sensible tackle and limits to start from."""

from __future__ import annotations

from collections.abc import Sequence
from math import ceil, floor

from brookwind.core.answers.water import Picture
from brookwind.core.box.stock import FloatStock
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import float_body
from brookwind.core.floats.immersion import sinking_load_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.rig.document import Rig
from brookwind.core.survey.document import Survey
from brookwind.core.survey.plumbing.readings import MOST_DEPTH_M, Plumbing, Setup

_FALLBACK = FloatSpec(type="straight-waggler", label="3 g", capacity_kg=0.003)
_TOP_AND_BOTTOM_KG = 0.012
"""Largest float that is still cast lightly for plumbing. [kg] Editable default."""
_OVER = 1.3
"""Plummet over the load that takes the float under. Editable default."""
_AROUND_M = 0.5
"""How far outside the band of the section a new spot is looked for. [m] Editable default."""


def begin_spot(
    spot_id: str, survey: Survey, picture: Picture, floats: Sequence[FloatStock], rig: Rig | None
) -> Plumbing:
    """A spot where the session is to be fished, plumbed with the largest fitting float of the box without its shot.

    spot_id: its id.
    survey: what is known of the swim.
    picture: what that amounts to now: depth and current there.
    floats: of the box.
    rig: the rig tied for the swim, for salt, temperature and bait height.
    """
    fitting = [f.spec for f in floats if not f.spec.built_in_kg and 0.0 < _rated_kg(f.spec) <= _TOP_AND_BOTTOM_KG]
    spec = max(fitting, key=_rated_kg, default=_FALLBACK)
    session, here = survey.session, picture.here
    known = here is not None and here.high_m > 0.3
    temperature, salinity = (rig.water.temperature_c, rig.water.salinity) if rig else (15.0, 0.0)
    water = water_density_kg_m3(temperature, salinity)
    under_kg = lead_mass_kg(sinking_load_n(float_body(spec), water), water)
    return Plumbing(
        id=spot_id,
        distance_m=session.distance_m,
        bearing_deg=session.bearing_deg,
        least_m=max(0.2, floor(10.0 * (here.low_m - _AROUND_M)) / 10.0) if here and known else 0.2,
        most_m=min(MOST_DEPTH_M, ceil(10.0 * (here.high_m + _AROUND_M)) / 10.0) if here and known else 6.0,
        line_m=session.longest_m,
        bait_m=rig.aim.bait_m if rig and rig.aim.bait_from == "bed" else 0.05,
        level_m=round(picture.level.now_m, 3) if picture.level else 0.0,
        setup=Setup(
            spec=spec,
            plummet_kg=ceil(_OVER * under_kg * 1000.0) / 1000.0,
            wanted_tip_m=0.01,
            sliding="slider" in spec.type,
            surface_m_s=round(picture.profile.surface_m_s, 2) if picture.profile else 0.0,
            wind_m_s=survey.wind.speed_m_s,
            temperature_c=temperature,
            salinity=salinity,
        ),
    )


def _rated_kg(spec: FloatSpec) -> float:
    """Capacity, from the tube test where there was one; 0 for a float that cannot be. [kg]"""
    try:
        return float_body(spec).rated_kg
    except BrookwindError:
        return 0.0
