"""What a float held down by a plummet does at each error of the setting."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import pi

import numpy as np
from numpy.typing import NDArray

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import load
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n
from brookwind.core.flow.line_drag import float_load_n
from brookwind.core.flow.profile import Flow
from brookwind.core.flow.taut import lost_to_lean_m
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.survey.plumbing.readings import Setup

Array = NDArray[np.float64]

_YOUNG_PA = {"nylon": 2.0e9, "fluorocarbon": 2.5e9, "braid": 30.0e9}
"""Stiffness of the line. [Pa] Source: Brandrup and Immergut, Polymer Handbook; braid an editable default."""

PLUMB_LEAN = 0.01
"""Held nearly plumb the line still leans, and loses this share of its length. Editable default: a lean of 8 degrees."""
PLUMB_DOUBT = 0.015
"""Standard error of that share. Editable default."""
LEAN_DOUBT = 0.5
"""Standard error of the lean estimate as a share of it. Editable default: the profile is not known."""

_TIPS = 80
"""Points of the curve from tip to depth."""


@dataclass(frozen=True)
class Response:
    """Tip shown against x = setting - depth, for settings near one value. x rises strictly with the tip."""

    x_m: Array
    """x at each tip, from just awash to slack line. [m]"""
    tip_m: Array
    lies: bool
    """With a slack line the float lies flat instead of standing."""
    sliding: bool
    error_m: float
    """Standard error of x from setting, bed and lean. [m]"""
    lean_m: float
    """Line lost to the lean with the float at the wanted tip. [m]"""

    @property
    def awash_m(self) -> float:
        """x at which the float is just under; less is deeper under. [m]"""
        return float(self.x_m[0])

    @property
    def slack_m(self) -> float:
        """x from which on the line is slack. [m]"""
        return float(self.x_m[-1])

    def tip_at(self, x_m: Array) -> Array:
        """Tip shown; negative is the depth of the top under water. [m]

        x_m: setting less depth. [m]
        """
        shown = np.interp(x_m, self.x_m, self.tip_m)
        return np.where(x_m < self.awash_m, x_m - self.awash_m, shown)


@lru_cache(maxsize=512)
def response(setup: Setup, setting_m: float) -> Response:
    """What the float does near one setting.

    With the plummet on the bed and the line taut, the float is held down: d = a(t) + S (1 + e) - lean(T), with the
    line's pull T = P(t) - carried; read nearly plumb, next to nothing is lost to the lean. As the setting grows the tip
    rises one for one until nothing pulls any more.

    setup: the tackle and conditions.
    setting_m: length of line between plummet and float. [m]
    Raises: OutOfRange when the plummet does not pull the float under, or the float carries less than it should.
    Source: Archimedes' principle, `lost_to_lean_m`, Hooke's law for the stretch.
    """
    body, water = float_body(setup.spec), water_density_kg_m3(setup.temperature_c, setup.salinity)
    carried = submerged_weight_n(setup.carried_kg, LEAD_KG_M3, water)
    _check(setup, body, carried, water)
    cocks = least_cocking_load_n(body, water)
    least = load_at_immersion_n(body, body.length_m, water) if cocks is None else cocks
    highest = _slack_tip(body, max(carried, least), water)
    tips = np.linspace(0.0, highest, _TIPS)
    pulls = np.array([max(0.0, load_at_immersion_n(body, body.length_m - t, water) - carried) for t in tips])
    # The last bit of pull before the line is slack: in a current the line sags there without limit.
    pulls = np.maximum(pulls, 0.02 * pulls[0])
    attach = body.length_m - tips - body.setting_from_m
    lean, doubt = _lean(setup, setting_m, body, pulls, water)
    stretch = setting_m * pulls / (_YOUNG_PA[setup.line] * pi / 4.0 * setup.line_diameter_m**2)
    usual = float(np.interp(min(setup.wanted_tip_m, highest), tips, lean))
    off = LEAN_DOUBT * usual if doubt is None else doubt
    error = (setup.setting_error_m**2 + setup.bed_scatter_m**2 + off**2) ** 0.5
    return Response(
        x_m=np.maximum.accumulate(lean - stretch - attach) + 1e-9 * np.arange(_TIPS),
        tip_m=tips,
        lies=carried < least,
        sliding=setup.slides,
        error_m=error,
        lean_m=usual,
    )


def _lean(setup: Setup, setting_m: float, body: FloatBody, pulls: Array, water: float) -> tuple[Array, float | None]:
    """Line lost to the lean at each pull, and its standard error where that is not a share of it. [m]"""
    if setup.read == "plumb":
        moves = setup.surface_m_s > 0.0 or setup.wind_m_s > 0.0
        share = setting_m if moves else 0.0
        return np.full_like(pulls, PLUMB_LEAN * share), PLUMB_DOUBT * share
    frontal = body.mean_width_m * body.length_m
    pushed = 0.0 if setup.held else float_load_n(frontal, setup.surface_m_s, setup.wind_m_s, water)
    flow = Flow(depth_m=setting_m, surface_m_s=setup.surface_m_s)
    viscous = fluid_of(setup.temperature_c, setup.salinity)
    return lost_to_lean_m(setting_m, setup.line_diameter_m, pulls, pushed, flow, viscous), None


def _slack_tip(body: FloatBody, carried_n: float, water: float) -> float:
    """Tip at which the line stops pulling; at least a millimetre. [m]"""
    immersion = immersion_at_load_m(body, carried_n, water)
    return max(0.001, body.length_m - (immersion if immersion is not None else body.length_m))


def _check(setup: Setup, body: FloatBody, carried_n: float, water: float) -> None:
    spare = load_at_immersion_n(body, body.length_m, water) - carried_n
    if spare <= 0.0:
        raise OutOfRange.one(
            "plumbing-float-sinks",
            "The float is already under with the shot it carries: it cannot show where the bed is.",
            "Take shot off, or plumb with a larger float.",
            ("setup", "carried_kg"),
        )
    if submerged_weight_n(setup.plummet_kg, LEAD_KG_M3, water) < 1.05 * spare:
        raise OutOfRange.one(
            "plummet-too-light",
            "The plummet of {plummet} does not take this float under: the float has {spare} to spare.",
            "Take a plummet of at least {least}.",
            ("setup", "plummet_kg"),
            {
                "plummet": load(setup.plummet_kg),
                "spare": load(lead_mass_kg(spare, water)),
                "least": load(1.1 * lead_mass_kg(spare, water)),
            },
        )
