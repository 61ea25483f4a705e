"""The cast: flight against closed forms and an independent solver, cast tests, clipping, catapults, the pole's lash."""

from __future__ import annotations

from datetime import UTC, datetime
from math import atan, cos, pi, radians, sin, tan

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

from brookwind.core.box.rods import CastReading, CatapultStock
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.matter.air import AIR_KG_M3
from brookwind.core.rig.document import Rig, RodThrows
from brookwind.core.run.casting import CastWish, casting
from brookwind.core.run.catapult import elastic_for
from brookwind.core.run.flight import Flown, flight
from brookwind.core.run.on_pole import PoleHeld, pole_line, reaching_float_n, wind_on_line_n
from brookwind.core.run.reach import cast_distance_m
from brookwind.core.run.rod_test import ACCURATE, cast_test, reach_in_m

AT = datetime(2026, 11, 20, 10, 0, tzinfo=UTC)
G = 9.80665
WAGGLER = Flown(mass_kg=0.006, drag_m2=3e-4, speed_m_s=22.0, angle_deg=40.0)


def test_in_a_vacuum_it_is_a_parabola() -> None:
    """x = v cos(a) / g (v sin(a) + sqrt(v^2 sin^2(a) + 2 g h))."""
    thrown = WAGGLER.model_copy(update={"drag_m2": 0.0})
    v, a = 22.0, radians(40.0)
    reach = v * cos(a) / G * (v * sin(a) + (v**2 * sin(a) ** 2 + 2.0 * G * 2.5) ** 0.5)
    found = flight(thrown)
    assert found.reach_m == pytest.approx(reach, rel=1e-3)
    assert found.highest_m == pytest.approx(2.5 + v**2 * sin(a) ** 2 / (2.0 * G), rel=2e-3)
    assert found.lands_m_s == pytest.approx((v**2 + 2.0 * G * 2.5) ** 0.5, rel=1e-3)
    assert found.aside_m == 0.0


def test_with_drag_line_and_wind_it_goes_where_a_solver_takes_it() -> None:
    thrown = WAGGLER.model_copy(
        update={"wind_along_m_s": -3.0, "wind_across_m_s": 5.0, "line_kg_m": 3e-5, "line_m": 0.00018}
    )

    def rate(_: float, s: np.ndarray) -> np.ndarray:
        v, past = s[3:], s[3:] - np.array([-3.0, 5.0, 0.0])
        drag = -0.5 * AIR_KG_M3 * 3e-4 * np.linalg.norm(past) * past
        out = np.linalg.norm(s[:3] - np.array([0.0, 0.0, 2.5]))
        line = -(3e-5 * np.linalg.norm(v) + 0.5 * AIR_KG_M3 * 0.010 * pi * 0.00018 * out * np.linalg.norm(v)) * v
        return np.concatenate((v, (drag + line) / 0.006 - np.array([0.0, 0.0, G])))

    def lands(_: float, s: np.ndarray) -> float:
        return float(s[2])

    lands.terminal = True  # type: ignore[attr-defined]
    a = radians(40.0)
    solved = solve_ivp(
        rate, (0.0, 20.0), [0.0, 0.0, 2.5, 22.0 * cos(a), 0.0, 22.0 * sin(a)], events=lands, rtol=1e-9, atol=1e-9
    )
    found = flight(thrown)
    assert (found.reach_m, found.aside_m) == pytest.approx(tuple(solved.y[:2, -1]), rel=2e-3)
    assert found.time_s == pytest.approx(solved.t[-1], rel=2e-3)


@given(wind=st.floats(-10, 10), mass=st.floats(0.001, 0.05))
def test_wind_behind_carries_it_further(wind: float, mass: float) -> None:
    def reach(along: float) -> float:
        thrown = WAGGLER.model_copy(update={"mass_kg": mass, "wind_along_m_s": along})
        return flight(thrown).reach_m

    assert reach(wind + 1.0) > reach(wind)
    heavier = WAGGLER.model_copy(update={"mass_kg": 2.0 * mass})
    assert flight(heavier).reach_m > reach(0.0)


def _casts(rod: RodThrows, masses: tuple[float, ...], wind: float = 0.0) -> list[CastReading]:
    return [
        CastReading(
            mass_kg=m, drag_m2=2e-4, wind_along_m_s=wind, at=AT, distance_m=reach_in_m(rod, m, 2e-4, wind) * scatter
        )
        for m in masses
        for scatter in (0.97, 1.0, 1.03)
    ]


def test_a_cast_test_finds_how_a_rod_throws() -> None:
    rod = RodThrows(speed_m_s=38.0, moved_kg=0.009)
    found = cast_test(_casts(rod, (0.003, 0.008, 0.02)))
    assert found.throws.speed_m_s == pytest.approx(38.0, rel=0.06)
    assert found.throws.moved_kg == pytest.approx(0.009, rel=0.3)
    assert found.error < 0.05
    # Where it was not measured it is told well too.
    assert reach_in_m(found.throws, 0.012, 2e-4) == pytest.approx(reach_in_m(rod, 0.012, 2e-4), rel=0.05)
    one = cast_test(_casts(rod, (0.008,)), rod="my-rod")
    assert one.throws.rod == "my-rod"
    assert reach_in_m(one.throws, 0.008, 2e-4) == pytest.approx(reach_in_m(rod, 0.008, 2e-4), rel=0.05)
    assert "another mass" in one.says.says
    blown = cast_test(_casts(rod, (0.003, 0.008, 0.02), wind=-5.0))
    assert blown.throws.speed_m_s == pytest.approx(38.0, rel=0.08), "what the wind took is not the rod's"


def test_casts_nobody_makes_are_refused_and_aimed_ones_tell_how_well_they_meet() -> None:
    with pytest.raises(OutOfRange, match="no cast yet"):
        cast_test([])
    with pytest.raises(OutOfRange, match="No rod throws"):
        cast_test([CastReading(mass_kg=0.001, distance_m=190.0, at=AT)] * 40)
    aimed = [CastReading(mass_kg=0.01, distance_m=d, aimed_m=30.0, at=AT) for d in (27.0, 33.0, 27.0, 33.0)] * 5
    assert cast_test(aimed).accuracy == pytest.approx(0.1, abs=0.01)
    assert cast_test(_casts(RodThrows(), (0.01,))).accuracy == pytest.approx(ACCURATE)
    with pytest.raises(ValidationError):
        CastReading(mass_kg=0.0, distance_m=20.0, at=AT)


def at(rig: Rig, **changes: object) -> Rig:
    return Rig.model_validate({**rig.model_dump(), "conditions": {**rig.conditions.model_dump(), **changes}})


def test_a_slider_is_cast_past_its_mark_and_drawn_back(rigs: dict[str, Rig]) -> None:
    rig = at(rigs["bream-slider"], distance_m=28.0)
    opened = casting(rig)
    assert opened.reaches
    assert opened.clip_m == pytest.approx(28.0 + opened.draw_back_m)
    assert opened.draw_back_m == 2.0
    assert casting(at(rig, wind_m_s=6.0)).draw_back_m == 2.0, "wind on a lake is when a line must be sunk"
    assert opened.turns == pytest.approx(30.0 / 0.7)
    assert opened.flight.reach_m == pytest.approx(opened.clip_m, abs=0.1), "thrown just so hard that it lands there"
    closed = casting(rig, CastWish(bail="closed"))
    assert 2.0 < closed.drawn_m < 9.0, "fast at the rod, line comes through only as the float comes nearer"
    assert closed.clip_m == pytest.approx(opened.clip_m + closed.drawn_m)
    assert closed.effort is not None
    assert opened.effort is not None
    assert closed.effort > opened.effort


def test_the_quick_estimate_of_reach_is_that_of_the_flight(rigs: dict[str, Rig]) -> None:
    from brookwind.core.situation import Situation

    for name in ("bream-slider", "mullet-slider", "rudd-strung", "grayling-avon"):
        found = casting(rigs[name])
        quick = cast_distance_m(Situation(rigs[name]).settled.body, found.mass_kg)
        assert quick == pytest.approx(found.reach_m, rel=0.27), name


def test_wind_shortens_it_takes_it_aside_and_what_is_too_far_says_so(rigs: dict[str, Rig]) -> None:
    rig = at(rigs["grayling-avon"], distance_m=14.0)
    still, blown = casting(rig), casting(rig, CastWish(wind_along_m_s=-4.0, wind_across_m_s=-4.0))
    assert blown.reach_m < still.reach_m
    assert blown.aside_m < -0.3
    assert blown.aim_deg < 0.0
    assert still.draw_back_m == 0.0, "in a stream nothing is drawn back"
    assert any("aim as far to the right" in t.says for t in blown.says)
    far = casting(at(rig, distance_m=60.0))
    assert not far.reaches
    assert far.effort is None
    assert "heavier float" in far.says[0].says
    better = casting(at(rig, distance_m=14.0, throws={"speed_m_s": 40.0, "moved_kg": 0.005}))
    assert better.reach_m > still.reach_m, "its cast test is taken"
    with pytest.raises(OutOfRange, match="not cast"):
        casting(rigs["roach-pole"])


MEASURED = CatapultStock(item="pult", label="catapult", elastic_m=0.12, throws_m=30.0)


@pytest.mark.parametrize("far", [20.0, 25.0, 30.0, 40.0, 50.0])
def test_elastic_is_cut_to_its_distance(far: float) -> None:
    """Energy of elastic at full stretch goes as its length: what is cut throws so far."""
    cut = elastic_for(MEASURED, far)
    drag = 0.47 * pi / 4.0 * (6.0 * 0.02 / (pi * 1150.0)) ** (2.0 / 3.0)

    def reach(v: float) -> float:
        return flight(Flown(mass_kg=0.02, drag_m2=drag, speed_m_s=v, angle_deg=40.0, from_m=1.5)).reach_m

    first = brentq(lambda v: reach(v) - 30.0, 5.0, 40.0)
    assert reach(first * (cut.elastic_m / 0.12) ** 0.5) == pytest.approx(far, rel=0.04)


def test_a_catapult_is_not_taken_beyond_its_measurement() -> None:
    with pytest.raises(OutOfRange, match="was not measured"):
        elastic_for(MEASURED.model_copy(update={"throws_m": None}), 30.0)
    with pytest.raises(OutOfRange, match="too far from"):
        elastic_for(MEASURED.model_copy(update={"throws_m": 12.0}), 50.0)
    with pytest.raises(OutOfRange, match="cut for"):
        elastic_for(MEASURED, 90.0)


def test_the_wind_on_a_lash_and_a_back_shot_by_hand(rigs: dict[str, Rig]) -> None:
    reynolds = 4.0 * 0.00013 / 1.46e-5
    drag = 1.0 + 10.0 * reynolds ** (-2.0 / 3.0)
    assert wind_on_line_n(2.0, 0.00013, 4.0) == pytest.approx(0.5 * AIR_KG_M3 * drag * 0.00013 * 2.0 * 16.0)
    assert reaching_float_n(0.004, 2.0, 0.0, 0.1) == 0.002
    # A shot of 1 mN on 1 m swings out 0.1 m at tan(asin(0.1)) of its weight.
    shot = 0.001 * tan(atan(0.1 / (1.0 - 0.01) ** 0.5))
    assert reaching_float_n(0.004, 1.1, 0.001, 0.1) == pytest.approx(0.002 - shot)
    pole = rigs["roach-pole"]
    calm, windy = (pole_line(pole, PoleHeld(wind_m_s=w)) for w in (0.0, 6.0))
    assert calm.pull_n == 0.0
    assert windy.pull_n > 5e-4
    assert windy.drags_m_s > 0.02
    long = pole_line(pole, PoleHeld(wind_m_s=6.0, lash_m=2.0))
    assert long.pull_n == pytest.approx(2.0 / windy.lash_m * windy.pull_n)
    assert {o.id: o.pull_n < long.pull_n for o in long.others} == dict.fromkeys(("shorter", "finer", "back-shot"), True)
    with pytest.raises(OutOfRange, match="no lash"):
        pole_line(rigs["rudd-strung"])


def test_bad_casts_are_refused_in_sentences(rigs: dict[str, Rig]) -> None:
    for bad in ({"wind_along_m_s": 41.0}, {"angle_deg": 0.0}, {"turn_m": 0.0}, {"accuracy": 0.0}):
        with pytest.raises(ValidationError):
            CastWish.model_validate(bad)
    with pytest.raises(BrookwindError):
        casting(rigs["roach-pole"], CastWish())
