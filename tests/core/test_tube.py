"""The tube test: a made-up float found again from what it shows."""

from __future__ import annotations

from datetime import UTC, datetime
from math import pi

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import least_squares

from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.floats.outline import calibrated
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.floats.tube import fit_tube
from brookwind.core.floats.tube_readings import TubeReading, TubeTest
from brookwind.core.gravity import G_M_S2, LABEL_WATER_KG_M3, LEAD_KG_M3, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3

AT = datetime(2026, 11, 1, 10, tzinfo=UTC)
WATER = water_density_kg_m3(15.0)


def real_float(spec: FloatSpec, volume: float, tip: float, mass: float) -> FloatBody:
    """A float off its label, by factors on volume, tip and mass."""
    bare = float_body(spec)
    found = Calibration(
        volume_scale=volume,
        tip_scale=tip,
        mass_kg=mass * bare.mass_kg,
        capacity_sigma_kg=0.0,
        readings=1,
        on="2026-11-01",
    )
    assert calibrated(bare.profile, bare.dimensions.shoulder_m, found).volume_m3 > 0
    return float_body(spec.model_copy(update={"calibration": found}))


def seen(body: FloatBody, load_kg: float) -> TubeReading:
    z = immersion_at_load_m(body, submerged_weight_n(load_kg, LEAD_KG_M3, WATER), WATER)
    return (
        TubeReading(load_kg=load_kg, seen="sunk", at=AT)
        if z is None
        else TubeReading(load_kg=load_kg, tip_m=body.length_m - z, at=AT)
    )


@given(
    kind=st.sampled_from([("straight-waggler", 0.0012), ("avon", 0.003), ("cigar-slider", 0.015), ("stick", 0.001)]),
    volume=st.floats(0.88, 1.15),
    tip=st.floats(0.9, 1.1),
    mass=st.floats(0.85, 1.2),
)
def test_capacity_off_its_label_is_found_again(kind: tuple[str, float], volume: float, tip: float, mass: float) -> None:
    spec = FloatSpec(type=kind[0], capacity_kg=kind[1])
    body = real_float(spec, volume, tip, mass)
    loads = [body.rated_kg * share for share in (0.97, 1.0, 1.02)]
    fit = fit_tube(spec, TubeTest(readings=tuple(seen(body, m) for m in loads)))
    off = abs(fit.capacity_kg - body.rated_kg)
    assert off < 0.04 * body.rated_kg
    assert off < 3.0 * fit.calibration.capacity_sigma_kg
    # The label's own error was 12 %: three readings leave half of it at most; the skin of the water keeps the rest.
    assert fit.calibration.capacity_sigma_kg < 0.06 * body.rated_kg
    assert not any(r.doubtful for r in fit.residuals)
    again = float_body(spec.model_copy(update={"calibration": fit.calibration}))
    assert again.rated_kg == pytest.approx(fit.capacity_kg)
    assert again.tested


def test_more_readings_know_more_and_the_tip_comes_with_the_third() -> None:
    spec = FloatSpec(type="straight-waggler", capacity_kg=0.0012)
    body = real_float(spec, 1.1, 1.0, 1.0)
    readings = tuple(seen(body, body.rated_kg * s) for s in (1.0, 0.97, 1.03, 0.94))
    fits = [fit_tube(spec, TubeTest(readings=readings[:n])) for n in (1, 2, 3, 4)]
    sigmas = [f.calibration.capacity_sigma_kg for f in fits]
    assert sigmas == sorted(sigmas, reverse=True)
    assert [("tip" in f.fitted) for f in fits] == [False, False, True, True]


def test_a_load_that_sinks_it_is_a_bound() -> None:
    spec = FloatSpec(type="straight-waggler", capacity_kg=0.0012)
    usual = fit_tube(spec, TubeTest(readings=(TubeReading(load_kg=0.003, seen="sunk", at=AT),)))
    assert usual.capacity_kg == pytest.approx(0.0012, rel=1e-3)
    short = fit_tube(spec, TubeTest(readings=(TubeReading(load_kg=0.0011, seen="sunk", at=AT),)))
    assert short.capacity_kg < 0.00112


def test_a_reading_that_stands_out_is_called_doubtful() -> None:
    spec = FloatSpec(type="straight-waggler", capacity_kg=0.0012)
    body = real_float(spec, 1.0, 1.0, 1.0)
    good = [seen(body, body.rated_kg * s) for s in (0.7, 0.82, 0.86, 0.9, 0.95, 1.0, 1.05, 1.1)]
    assert good[1].tip_m is not None
    bad = good[1].model_copy(update={"tip_m": good[1].tip_m + 0.014})
    fit = fit_tube(spec, TubeTest(readings=(good[0], *good[2:], bad)))
    assert [r.doubtful for r in fit.residuals] == [*[False] * 7, True]


@pytest.mark.parametrize(
    ("readings", "code"),
    [
        ([], "tube-empty"),
        ([{"load_kg": 0.0002, "seen": "sunk"}], "tube-sunk-too-soon"),
        ([{"load_kg": 0.0012, "tip_m": 0.5}], "tube-tip-too-long"),
        ([{"load_kg": 0.0001, "tip_m": 0.1}], "tube-lies"),
        ([{"load_kg": 0.0011, "tip_m": 0.01}, {"load_kg": 0.0013, "tip_m": 0.03}], "tube-contradiction"),
        ([{"load_kg": 0.0011, "seen": "sunk"}, {"load_kg": 0.0013, "tip_m": 0.03}], "tube-contradiction"),
        ([{"load_kg": 0.012, "tip_m": 0.02}], "tube-no-such-float"),
    ],
)
def test_readings_that_cannot_be_are_refused_by_number(readings: list[dict[str, object]], code: str) -> None:
    test = TubeTest.model_validate({"readings": [{**r, "at": AT} for r in readings]})
    with pytest.raises(BrookwindError) as refused:
        fit_tube(FloatSpec(type="straight-waggler", capacity_kg=0.0012), test)
    assert refused.value.problems[0].code == code
    assert refused.value.problems[0].path[0] == "readings"


def test_the_fit_is_the_one_a_general_solver_finds() -> None:
    # The same sum of squares put to scipy's optimiser, written anew from the equation in docs/physics.md.
    spec = FloatSpec(type="straight-waggler", capacity_kg=0.0012)
    body, bare = real_float(spec, 1.07, 1.04, 1.1), float_body(spec)
    readings = tuple(seen(body, body.rated_kg * s) for s in (0.92, 0.97, 1.02))
    fit = fit_tube(spec, TubeTest(readings=readings))
    foot, top = bare.dimensions.shoulder_m, bare.length_m

    def volumes(z: float) -> tuple[float, float]:
        low = bare.profile.volume_below_m3(min(z, foot))
        return low, bare.profile.volume_below_m3(z) - low

    def errors(x: list[float]) -> list[float]:
        s, m, t = x[0], x[1] * bare.mass_kg, x[2]
        off = [(s - 1) / 0.3, (x[1] - 1) / 0.25, (t - 1) / 0.15]
        low, tip = volumes(top - bare.design_tip_m)
        carried = LABEL_WATER_KG_M3 * (low + tip) - bare.mass_kg
        off.append((LABEL_WATER_KG_M3 * (s * low + t * tip) - m - carried) / (0.12 * carried))
        for r in readings:
            assert r.tip_m is not None
            low, tip = volumes(top - r.tip_m)
            radius = bare.profile.radius_m(top - r.tip_m)
            skin = 2 * pi * radius * 0.0735 / G_M_S2 / 3**0.5
            sigma = (skin**2 + (WATER * pi * radius**2 * 0.0005) ** 2 + (0.01 * r.load_kg) ** 2) ** 0.5
            off.append((WATER * (s * low + t * tip) - m - r.load_kg * (1 - WATER / LEAD_KG_M3)) / sigma)
        return off

    best = least_squares(errors, [1.0, 1.0, 1.0], xtol=1e-12, ftol=1e-12, gtol=1e-12).x
    found = fit.calibration
    assert (found.volume_scale, found.mass_kg / bare.mass_kg, found.tip_scale) == pytest.approx(tuple(best), rel=1e-5)
