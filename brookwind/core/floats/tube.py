"""The tube test: known loads and seen waterlines, and the float that explains them."""

from __future__ import annotations

from datetime import UTC
from itertools import combinations
from math import pi
from typing import Literal, Self

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import NINE_IN_TEN, Figure, load, tip
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n, sinking_load_n
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2, LABEL_WATER_KG_M3, LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.moment import Moment
from brookwind.core.water.density import water_density_kg_m3

SEEN_ERROR_M = 0.0005
"""Standard error of a waterline read against a rule. [m] Editable default."""
LOAD_ERROR = 0.01
"""Standard error of the load hung on, as a share of it. Editable default: weighed together or of checked shot."""

LABEL_SIGMA = 0.12
"""Standard error of a label before the test. Source: handbook 5.1, labels are often 10 to 20 % off."""
VOLUME_SIGMA = 0.3
"""Standard error of the guessed volume, as a share. Editable default."""
MASS_SIGMA = 0.25
"""Standard error of a guessed own mass, as a share; of a weighed one a hundredth. Editable default."""
TIP_SIGMA = 0.15
"""Standard error of a guessed tip's cross-section, as a share; of a measured one 0.04. Editable default."""
DOUBTFUL = 2.0
"""Standard errors off the fit from which a reading is called doubtful. Editable default: the skin of the water, most
of the error, has hard limits at 1.7."""
_OUT_OF_ORDER_M = 0.002
_LEAD_NET = 1.0 - LABEL_WATER_KG_M3 / LEAD_KG_M3

Array = NDArray[np.float64]


class TubeReading(Frozen):
    """What was hung on the float, and where the water stood."""

    label: str = Field(default="", max_length=60)
    """The load as it was written, such as 3BB + 1 g."""
    load_kg: float = Field(ge=0, le=2)
    """Mass hung on, weighed in air. [kg]"""
    density_kg_m3: float = Field(default=LEAD_KG_M3, gt=1100, le=22600)
    seen: Literal["tip", "mark", "sunk"] = "tip"
    """So much tip; at its waterline mark; or pulled under."""
    tip_m: float | None = Field(default=None, ge=0, le=1.5)
    at: Moment

    @model_validator(mode="after")
    def _has_its_tip(self) -> Self:
        if self.seen == "tip" and self.tip_m is None:
            raise OutOfRange.one(
                "tip-missing", "How much tip showed is missing.", "Enter it in millimetres.", ("tip_m",)
            )
        return self


class TubeTest(Frozen):
    """All readings of one float, in one tube of water."""

    readings: tuple[TubeReading, ...] = Field(default=(), max_length=60)
    temperature_c: float = Field(default=15.0, ge=0, le=40)
    salinity: float = Field(default=0.0, ge=0, le=42)


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
    _check(test, body, water)
    at = _Equations(bare, body, water)
    shown = [r for r in test.readings if r.seen != "sunk"]
    rows = [at.row(_net_kg(r, water), _tip_of(r, body), r.load_kg) for r in shown]
    with_tip = len({round(_tip_of(r, body) * 1000) for r in shown}) >= 3 and body.dimensions.tip_length_m > 0.0
    found, spread = at.solve(rows, with_tip)
    for r in (r for r in test.readings if r.seen == "sunk"):
        # Pulled under is a bound, not a reading: it counts only where the fit breaks it.
        if at.net(found, body.length_m) > _net_kg(r, water):
            rows.append(at.row(_net_kg(r, water), 0.0, r.load_kg))
            found, spread = at.solve(rows, with_tip)
    return _answer(bare, test, body, water, at, found, spread, with_tip)


def _net_kg(r: TubeReading, water: float) -> float:
    """Pull of a reading's load, over g. [kg]"""
    return submerged_weight_n(r.load_kg, r.density_kg_m3, water) / G_M_S2


def _tip_of(r: TubeReading, body: FloatBody) -> float:
    return body.design_tip_m if r.tip_m is None or r.seen == "mark" else r.tip_m


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
    sigma = float((at.capacity_row @ spread @ at.capacity_row) ** 0.5) / _LEAD_NET
    calibration = _calibration(found, sigma, test)
    real = float_body(spec.model_copy(update={"calibration": calibration}))
    residuals = []
    for r in test.readings:
        immersion = immersion_at_load_m(real, _net_kg(r, water) * G_M_S2, water)
        fitted = 0.0 if immersion is None else real.length_m - immersion
        seen = 0.0 if r.seen == "sunk" else _tip_of(r, body)
        _, right, error = at.row(_net_kg(r, water), seen, r.load_kg)
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


def _check(test: TubeTest, body: FloatBody, water: float) -> None:
    if not test.readings:
        raise OutOfRange.one(
            "tube-empty", "There is no reading yet.", "Hang a known load on and enter it.", ("readings",)
        )
    stands = least_cocking_load_n(body, water) or 0.0
    for i, r in enumerate(test.readings):
        pull = _net_kg(r, water) * G_M_S2
        shown = _tip_of(r, body)
        given = {"load": load(r.load_kg), "stands": load(lead_mass_kg(stands, water)), "tip": tip(shown)}
        if r.seen == "sunk" and pull < stands:
            raise OutOfRange.one(
                "tube-sunk-too-soon",
                f"Reading {i + 1} says {{load}} pulled it under, but this float only stands from {{stands}}.",
                "Check the load and its unit, and whether the float has taken water.",
                ("readings", i, "load_kg"),
                given,
            )
        if r.seen != "sunk" and shown > body.length_m:
            raise OutOfRange.one(
                "tube-tip-too-long",
                f"Reading {i + 1} shows {{tip}} of a float that is {{length}} long.",
                "Check the millimetres.",
                ("readings", i, "tip_m"),
                {**given, "length": tip(body.length_m)},
            )
        implied = body.rated_kg + (pull - _shown_pull_n(body, shown, water)) / G_M_S2 / _LEAD_NET
        if r.seen != "sunk" and not 0.4 < implied / body.rated_kg < 2.5:
            raise OutOfRange.one(
                "tube-no-such-float",
                f"Reading {i + 1} would make this a float of {{implied}}, where it was taken for {{rated}}.",
                "Check the load and its unit; if both are right, enter the float's label or measures anew.",
                ("readings", i, "load_kg"),
                {"implied": load(implied), "rated": load(body.rated_kg)},
            )
        if r.seen != "sunk" and pull < 0.5 * stands:
            raise OutOfRange.one(
                "tube-lies",
                f"Under the {{load}} of reading {i + 1} this float lies flat: it stands from about {{stands}}.",
                "Use loads near its capacity.",
                ("readings", i, "load_kg"),
                given,
            )
    _check_order(test, body, water)


def _shown_pull_n(body: FloatBody, tip_m: float, water: float) -> float:
    return load_at_immersion_n(body, body.length_m - tip_m, water)


def _check_order(test: TubeTest, body: FloatBody, water: float) -> None:
    """More load never shows more tip."""
    for (i, one), (j, other) in combinations(enumerate(test.readings), 2):
        (a, light), (b, heavy) = sorted([(i, one), (j, other)], key=lambda x: _net_kg(x[1], water))
        if _net_kg(heavy, water) - _net_kg(light, water) < 0.02 * _net_kg(heavy, water):
            continue
        low = -1.0 if light.seen == "sunk" else _tip_of(light, body)
        high = -1.0 if heavy.seen == "sunk" else _tip_of(heavy, body)
        if low == -1.0 and high == -1.0:
            continue
        if high > low + (_OUT_OF_ORDER_M if low >= 0.0 else 0.0):
            before = "was pulled under" if low < 0.0 else "showed {low}"
            raise OutOfRange.one(
                "tube-contradiction",
                f"Readings {a + 1} and {b + 1} contradict each other: with {{light}} it {before}, "
                "with {heavy}, which is more, it showed {high}.",
                "Take one of the two out, or repeat both.",
                ("readings", b),
                {
                    "light": load(light.load_kg),
                    "heavy": load(heavy.load_kg),
                    "low": tip(max(low, 0.0)),
                    "high": tip(high),
                },
            )
