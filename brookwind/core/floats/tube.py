"""The tube test: known loads and seen waterlines, and the float that explains them."""

from __future__ import annotations

from datetime import UTC
from math import pi
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import NINE_IN_TEN, Figure, load
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m, sinking_load_n
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.floats.tube_checks import check_readings
from brookwind.core.floats.tube_readings import TubeTest, net_kg, tip_of
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2, LABEL_LEAD_NET, LABEL_WATER_KG_M3, lead_mass_kg
from brookwind.core.matter.density import water_density_kg_m3

SEEN_ERROR_M = 0.0005
"""Standard error of a waterline read against a rule. [m] Editable default."""
LOAD_ERROR = 0.01
"""Standard error of the load hung on, as a share of it. Editable default: weighed together or of checked shot."""

LABEL_SIGMA = 0.12
"""Standard error of a label before the test. Editable default: labels are often 10 to 20 % off."""
VOLUME_SIGMA = 0.3
"""Standard error of the guessed volume, as a share. Editable default."""
MASS_SIGMA = 0.25
"""Standard error of a guessed own mass, as a share; of a weighed one a hundredth. Editable default."""
TIP_SIGMA = 0.15
"""Standard error of a guessed tip's cross-section, as a share; of a measured one 0.04. Editable default."""
DOUBTFUL = 2.0
"""Standard errors off the fit from which a reading is called doubtful. Editable default: the skin of the water, most
of the error, has hard limits at 1.7."""

Array = NDArray[np.float64]


class Residual(Frozen):
    """A reading against the fit."""

    load_kg: float
    seen_m: float
    """Tip seen; 0 for a float pulled under. [m]"""
    fitted_m: float
    """Tip the fitted float shows under that load. [m]"""
    doubtful: bool


class TubeFit(Frozen):
    """The float that explains the readings best."""

    calibration: Calibration
    capacity_kg: float
    low_kg: float
    high_kg: float
    """The capacity lies between these nine times in ten. [kg]"""
    label_kg: float
    """Capacity before the test. [kg]"""
    fitted: tuple[Literal["volume", "mass", "tip"], ...]
    residuals: tuple[Residual, ...]
    curve: tuple[tuple[float, float], ...]
    """(load as lead, tip) of the fitted float. [kg, m]"""
    label_curve: tuple[tuple[float, float], ...]
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def fit_tube(spec: FloatSpec, test: TubeTest) -> TubeFit:
    """Fit volume, own mass and, from three different waterlines on, the tip to the readings of a tube test.

    A reading says  P_i / g = rho (s V_b(z_i) + t V_t(z_i)) - m,  which is linear in the volume scale s, the tip scale t
    and the mass m. The type's guesses stand in as further readings with their own errors, the label as one too; all are
    solved by weighted least squares. A load that pulled the float under counts only if the fit would float it.

    spec: the float as entered; an earlier fit is left aside.
    test: the readings.
    Raises: OutOfRange naming readings that cannot be or contradict each other.
    Source: linear Bayesian least squares, e.g. A. Gelman et al., "Bayesian Data Analysis", chapter 14.
    """
    bare = spec.model_copy(update={"calibration": None, "ballast": 0.0, "feed": 0.0})
    body = float_body(bare)
    water = water_density_kg_m3(test.temperature_c, test.salinity)
    check_readings(test, body, water)
    at = _Equations(bare, body, water)
    shown = [r for r in test.readings if r.seen != "sunk"]
    rows = [at.row(net_kg(r, water), tip_of(r, body), r.load_kg) for r in shown]
    with_tip = len({round(tip_of(r, body) * 1000) for r in shown}) >= 3 and body.dimensions.tip_length_m > 0.0
    found, spread = at.solve(rows, with_tip)
    for r in (r for r in test.readings if r.seen == "sunk"):
        # Pulled under is a bound, not a reading: it counts only where the fit breaks it.
        if at.net(found, body.length_m) > net_kg(r, water):
            rows.append(at.row(net_kg(r, water), 0.0, r.load_kg))
            found, spread = at.solve(rows, with_tip)
    return _answer(bare, test, body, water, at, found, spread, with_tip)


class _Equations:
    """Rows of the least squares in (s, m, t): coefficients, right side and standard error, all over g. [kg]"""

    def __init__(self, spec: FloatSpec, body: FloatBody, water: float) -> None:
        self.body, self.water = body, water
        self.foot = body.tip_foot_m
        label_net = self._row(body.length_m - body.design_tip_m, LABEL_WATER_KG_M3)
        rated = float(label_net @ np.array([1.0, body.mass_kg, 1.0]))
        mass_share = 0.01 if spec.own_mass_kg else MASS_SIGMA
        tip_share = 0.04 if spec.tip_diameter_m or spec.profile else TIP_SIGMA
        volume_share = 0.05 if spec.profile else VOLUME_SIGMA
        self.capacity_row = label_net
        self.priors = [
            (np.array([1.0, 0.0, 0.0]), 1.0, volume_share),
            (np.array([0.0, 1.0, 0.0]), body.mass_kg, mass_share * body.mass_kg),
            (np.array([0.0, 0.0, 1.0]), 1.0, tip_share),
        ]
        if spec.capacity_kg is not None:
            self.priors.append((label_net, rated, LABEL_SIGMA * rated))

    def _row(self, z: float, water: float) -> Array:
        below = self.body.profile.volume_below_m3(min(z, self.foot))
        tip = self.body.profile.volume_below_m3(z) - below
        return np.array([water * below, -1.0, water * tip])

    def row(self, net_kg: float, tip_m: float, load_kg: float) -> tuple[Array, float, float]:
        z = self.body.length_m - tip_m
        radius = self.body.profile.radius_m(z)
        read = self.water * pi * radius * radius * SEEN_ERROR_M
        skin = surface_tension_n(radius) / G_M_S2 / 3.0**0.5
        return self._row(z, self.water), net_kg, (read**2 + skin**2 + (LOAD_ERROR * load_kg) ** 2 + 1e-14) ** 0.5

    def solve(self, rows: list[tuple[Array, float, float]], with_tip: bool) -> tuple[Array, Array]:
        """(s, m, t) and their covariance."""
        everything = [*rows, *self.priors]
        if not with_tip:
            everything.append((np.array([0.0, 0.0, 1.0]), 1.0, 1e-6))
        # Masses of grams beside scales of one: in units of the body's own mass the equations are well scaled.
        unit = np.array([1.0, self.body.mass_kg, 1.0])
        a = np.array([r * unit / sigma for r, _, sigma in everything])
        b = np.array([right / sigma for _, right, sigma in everything])
        normal = a.T @ a
        spread = np.linalg.inv(normal)
        return (spread @ (a.T @ b)) * unit, spread * np.outer(unit, unit)

    def net(self, found: Array, z: float) -> float:
        return float(self._row(z, self.water) @ found)


def _answer(
    spec: FloatSpec,
    test: TubeTest,
    body: FloatBody,
    water: float,
    at: _Equations,
    found: Array,
    spread: Array,
    with_tip: bool,
) -> TubeFit:
    sigma = float((at.capacity_row @ spread @ at.capacity_row) ** 0.5) / LABEL_LEAD_NET
    calibration = _calibration(found, sigma, test)
    real = float_body(spec.model_copy(update={"calibration": calibration}))
    residuals = []
    for r in test.readings:
        immersion = immersion_at_load_m(real, net_kg(r, water) * G_M_S2, water)
        fitted = 0.0 if immersion is None else real.length_m - immersion
        seen = 0.0 if r.seen == "sunk" else tip_of(r, body)
        _, right, error = at.row(net_kg(r, water), seen, r.load_kg)
        off = abs(at.net(found, body.length_m - seen) - right) / error
        fits = r.seen == "sunk" and immersion is None
        residuals.append(
            Residual(load_kg=r.load_kg, seen_m=seen, fitted_m=fitted, doubtful=not fits and off > DOUBTFUL)
        )
    share = real.rated_kg / body.rated_kg - 1.0
    longest = min(body.length_m, max(1.2 * max(r.seen_m for r in residuals), body.longest_tip_m))
    more = "more" if share > 0 else "less"
    return TubeFit(
        calibration=calibration,
        capacity_kg=real.rated_kg,
        low_kg=real.rated_kg - NINE_IN_TEN * sigma,
        high_kg=real.rated_kg + NINE_IN_TEN * sigma,
        label_kg=body.rated_kg,
        fitted=("volume", "mass", "tip") if with_tip else ("volume", "mass"),
        residuals=tuple(residuals),
        curve=_curve(real, water, longest),
        label_curve=_curve(body, water, longest),
        says=f"It carries {{real}}, {abs(share) * 100:.0f} % {more} than the {{label}} it was taken for."
        if abs(share) >= 0.005
        else "It carries {real}, just what it was taken for.",
        figures={"real": load(real.rated_kg), "label": load(body.rated_kg)},
    )


def _calibration(found: Array, sigma_kg: float, test: TubeTest) -> Calibration:
    scale, mass, tip_scale = (float(v) for v in found)
    if not (0.3 < scale < 3.0 and mass > 0.0 and 0.25 < tip_scale < 4.0):
        raise OutOfRange.one(
            "tube-no-such-float",
            "No float near this type's measures shows these waterlines under these loads.",
            "Check the loads and their units, or enter the float's measures first.",
            ("readings",),
        )
    return Calibration(
        volume_scale=scale,
        tip_scale=tip_scale,
        mass_kg=mass,
        capacity_sigma_kg=sigma_kg,
        readings=len(test.readings),
        on=f"{max(r.at for r in test.readings).astimezone(UTC):%Y-%m-%d}",
    )


def _curve(body: FloatBody, water: float, most: float) -> tuple[tuple[float, float], ...]:
    """Tip against load from the longest tip to none, for drawing. [kg, m]"""
    high = sinking_load_n(body, water)
    points = []
    for i in range(41):
        shown = most * (1.0 - i / 40.0)
        volume = body.profile.volume_below_m3(body.length_m - shown)
        pull = min(high, G_M_S2 * (water * volume - body.mass_kg))
        points.append((lead_mass_kg(pull, water), shown))
    return tuple(points)
