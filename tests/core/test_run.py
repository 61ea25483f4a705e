"""The run in time: how a float gives way, what a mend wins, and the plan, against models of another kind."""

from __future__ import annotations

from math import pi

import numpy as np
import pytest
from pydantic import ValidationError

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.rig.document import Rig
from brookwind.core.run.cable import pull_of
from brookwind.core.run.drifting import COMES_IN, GOES_BACK_M, RunDrift, Water, drift
from brookwind.core.run.line_out import Lane, LineOut
from brookwind.core.run.mend import bowing
from brookwind.core.run.of_rig import HowHeld, lanes_of, line_at, surveyed_lanes
from brookwind.core.run.plan import run_plan, water_of
from brookwind.core.run.plan_answer import RunPlan, RunWish
from brookwind.core.run.slip import slip_of
from brookwind.core.situation import Situation
from brookwind.core.survey.current import current
from brookwind.core.survey.document import Drift

WATER = fluid_of(12.0)


def with_conditions(rig: Rig, **changes: object) -> Rig:
    return Rig.model_validate({**rig.model_dump(), "conditions": {**rig.conditions.model_dump(), **changes}})


@pytest.fixture(scope="module")
def trotted() -> Rig:
    from brookwind.demo.load import demo_rigs

    return with_conditions(next(r for r in demo_rigs() if r.id == "grayling-avon"), hold=None)


@pytest.fixture(scope="module")
def situation(trotted: Rig) -> Situation:
    return Situation(trotted)


def run(rig: Rig, *, mended: bool = False, to: float = 8.0, from_m: float = -2.0, **how: object) -> RunDrift:
    held, situation = HowHeld.model_validate(how), Situation(rig)
    return drift(water_of(situation, held, 3.0, 1.5), from_m, to, mended, 120.0)


@pytest.mark.parametrize("pull", [-0.003, 0.0, 0.002, 0.005])
def test_a_float_gives_way_as_the_whole_model_says(trotted: Rig, situation: Situation, pull: float) -> None:
    whole = Situation(with_conditions(trotted, line_pull_n=pull)).shape.resting.speed_m_s
    along, aside = slip_of(situation.shape).speed(pull, 0.0)
    assert along == pytest.approx(whole, abs=0.012)
    assert aside == 0.0


def test_it_gives_way_aside_as_it_does_along_and_more_to_a_greater_pull(situation: Situation) -> None:
    slip = slip_of(situation.shape)
    asides = [slip.speed(0.0, -f)[1] for f in (0.0, 0.001, 0.004)]
    assert asides[0] == 0.0
    assert asides[2] < asides[1] < -0.01
    # Across water that runs past it the drag grows between evenly and as the square.
    assert 2.0 < asides[2] / asides[1] < 4.0


def test_a_mended_line_pulls_again_as_it_is_carried_over() -> None:
    """A line of beads that cannot stretch by much, each carried by the water round it, laid over to the other side."""
    out = LineOut.model_validate(
        {
            "across_m": 8.0, "diameter_m": 0.00018, "slack": 0.05,
            "lanes": [{"across_m": y, "speed_m_s": u} for y, u in ((0.0, 0.2), (5.0, 0.6), (8.0, 0.4))],
        }
    )  # fmt: skip
    pulled = pull_of(out, WATER)
    bow = bowing(out, pulled)
    taus = np.array([0.5, 1.0, 1.5, 2.0, 2.6])
    found = _beads(out, pulled.path, taus * bow.turns_s) / np.hypot(pulled.along_n, pulled.across_n)
    said = np.array([bow.share(t * bow.turns_s) for t in taus])
    assert np.abs(found - said).max() < 0.2, f"{found} against {said}"
    assert found[0] < 0.15, "just laid over it pulls by next to nothing"


def _beads(out: LineOut, path: tuple[tuple[float, float, float], ...], at_s: np.ndarray) -> np.ndarray:
    wet = np.array([p[:2] for p in path if p[2] < 1e-9])
    first, last = wet[0], wet[-1]
    way = (last - first) / np.hypot(*(last - first))
    side = np.array([-way[1], way[0]])
    laid = wet - 2.0 * np.outer((wet - first) @ side, side)
    s = np.concatenate(([0.0], np.cumsum(np.hypot(*np.diff(laid, axis=0).T))))
    n, dt, stiff = 14, 4e-4, 0.3
    r = np.stack([np.interp(np.linspace(0.0, s[-1], n + 1), s, laid[:, k]) for k in (0, 1)], axis=1)
    link = s[-1] / n
    mass = (out.density_kg_m3 + WATER.kg_m3) * pi / 4.0 * out.diameter_m**2
    lanes = np.array([(a.across_m, a.speed_m_s) for a in out.lanes])
    own = np.linspace(1.0 - s[-1] / out.out_m, 1.0, n + 1) if out.moves == "swings" else np.ones(n + 1)
    goes = own * np.interp(out.across_m, *lanes.T)
    v, pulls, half = np.zeros_like(r), [], 0.5 * WATER.kg_m3 * out.diameter_m
    for _ in range(int(at_s[-1] / dt) + 200):
        d = np.diff(r, axis=0)
        length = np.hypot(d[:, 0], d[:, 1])[:, None]
        pull = stiff * np.maximum(0.0, length / link - 1.0) * d / length
        pulls.append(pull[-1])
        force = np.zeros_like(r)
        force[:-1] += pull
        force[1:] -= pull
        t = np.vstack((d[:1], d[1:] + d[:-1], d[-1:]))
        t /= np.hypot(t[:, 0], t[:, 1])[:, None]
        u = np.stack((np.interp(r[:, 1], *lanes.T) - goes, np.zeros(n + 1)), axis=1)
        past = u - v
        ut, vt, ft = (((a * t).sum(axis=1))[:, None] * t for a in (u, v, force / link))
        across = np.hypot(*(past - ((past * t).sum(axis=1))[:, None] * t).T)[:, None]
        kn = half * (across + 10.0 * (WATER.viscosity_m2_s / out.diameter_m) ** (2 / 3) * np.cbrt(across))
        kt = half * pi * 0.01 * np.abs((past * t).sum(axis=1))[:, None] + 1e-4
        v = (vt + dt / mass * (ft + kt * ut)) / (1.0 + dt / mass * kt) + (
            (v - vt) + dt / mass * (force / link - ft + kn * (u - ut))
        ) / (1.0 + dt / mass * kn)
        v[0] = v[-1] = 0.0
        r = r + dt * v
    told = np.array(pulls)
    # Over a sixth of a second: beads on a stiff line rattle.
    around = [told[max(0, int(t / dt) - 200) : int(t / dt) + 200].mean(axis=0) for t in at_s]
    return np.array([np.hypot(*p) for p in around])


def test_without_difference_of_speed_or_wind_it_drifts_freely(situation: Situation, trotted: Rig) -> None:
    """x = x0 + V t, straight down the swim."""
    slip = slip_of(situation.shape)
    free = slip.speed(0.0, 0.0)[0]
    how = HowHeld(
        moves="paid", slack=2.9, lanes=(Lane(across_m=0.0, speed_m_s=free), Lane(across_m=9.0, speed_m_s=free))
    )
    heavy = (c.model_copy(update={"density_kg_m3": 1780.0}) if c.kind == "line" else c for c in trotted.components)
    sunk = trotted.model_copy(update={"components": tuple(heavy)})
    water = Water(
        rig=sunk, how=how, slip=slip, lanes=lanes_of(sunk, how), free_m_s=free, sinks_s=0.0, sinking_m_s=free,
        held_m_s=None, hold_n=0.0,
    )  # fmt: skip
    found = drift(water, 0.0, 6.0, False, 120.0)
    assert found.end == "stretch"
    for m in found.moments:
        assert m.x_m == pytest.approx(free * m.time_s, abs=0.01)
        assert m.y_m == pytest.approx(8.0, abs=0.03)


def _off(found: RunDrift) -> float:
    return max(abs(m.by_line_m_s) for m in found.moments if m.time_s > 5.0)


def test_what_anglers_know_of_a_run(trotted: Rig) -> None:
    far = with_conditions(trotted, distance_m=16.0)
    bare = run(far)
    mended = run(far, mended=True)
    assert mended.mends
    assert all(m.way == "upstream" for m in mended.mends), "water quickens from rod to float"
    assert _off(bare) > 0.02
    after = [abs(m.by_line_m_s) for m in mended.moments if m.time_s > mended.mends[0].time_s]
    assert max(after) < 0.7 * _off(bare), "a mend brings it back to the speed of the water"
    assert _off(run(far, tip_height_m=3.5)) < _off(bare), "a higher tip leaves less line on the water"
    assert _off(run(with_conditions(trotted, distance_m=8.0))) < _off(bare), "near the rod there is hardly any"
    blown = [run(far, wind_along_m_s=w).moments[-1].time_s for w in (-2.0, 0.0, 2.0)]
    assert blown[2] < blown[1], "wind downstream on a floating bow speeds the float"
    assert bare.moments[-1].y_m < 16.0, "a bow brings it in"


def test_held_back_it_goes_at_the_speed_it_is_held_to_and_swings_in(trotted: Rig) -> None:
    held = run(with_conditions(trotted, hold=0.8), to=12.0)
    back = [m for m in held.moments if m.held]
    assert back
    assert all(m.x_m > 0.5 * m.y_m for m in back), "only from upstream can it be held back"
    # Held, it goes at 0.8 of the surface where it is; further in that is slower.
    assert all(m.speed_m_s <= 0.8 * 0.55 + 1e-6 for m in back[1:])
    assert all(m.along_n < 0.0 and m.across_n < 0.0 for m in back)
    ys = [m.y_m for m in back]
    assert ys == sorted(ys, reverse=True)
    in_close = run(with_conditions(trotted, hold=0.4, distance_m=5.0), to=60.0)
    assert in_close.end == "swings-in"
    assert in_close.moments[-1].y_m < (1.0 - COMES_IN) * 5.0


@pytest.fixture(scope="module")
def plan(trotted: Rig) -> RunPlan:
    return run_plan(with_conditions(trotted, distance_m=14.0))


def test_the_plan_of_a_run_adds_up(plan: RunPlan) -> None:
    assert plan.drift is not None
    down = plan.drift.at(plan.down_s)
    assert down.x_m + (plan.sinking[-1].path[-1][0] - plan.sinking[-1].float_x_m) == pytest.approx(0.0, abs=0.5), (
        "the bait is down where it was wanted"
    )
    assert [leg.id for leg in plan.cycle] == ["feed", "cast", "sinks", "fishes", "winds-in"]
    assert plan.casts_an_hour == pytest.approx(3600.0 / sum(leg.seconds for leg in plan.cycle))
    assert plan.thrown is not None
    assert plan.thrown.casts_an_hour == pytest.approx(plan.casts_an_hour), "fed with every cast"
    assert plan.feed is not None
    assert plan.feed.items == round(12 * plan.casts_an_hour * 5)
    assert plan.drift.moments[-1].x_m == pytest.approx(6.0, abs=0.01)
    assert 0.0 < plan.mended_share < 0.5 * abs(plan.bare_share)
    assert plan.bait_up_m is not None
    assert abs(plan.bait_up_m) < 0.5
    assert "Mend upstream" in plan.says[1].says
    assert plan.upstream_deg > 0.0


def test_in_still_water_it_stays_where_it_was_cast(rigs: dict[str, Rig]) -> None:
    still = run_plan(rigs["bream-slider"])
    assert not still.flows
    assert still.drift is None
    assert still.fishes_s == 180.0
    assert still.way == "bed"
    assert still.feed_at is not None
    assert abs(still.feed_at.y_m - still.lands.y_m) < 1.0
    assert [leg.id for leg in still.cycle] == ["cast", "sinks", "fishes", "winds-in"], "a bed is fed by the clock"
    hunter = run_plan(rigs["zander-drift"])
    assert hunter.thrown is None
    assert hunter.feed is None


def test_a_lake_in_the_wind_is_no_stream(rigs: dict[str, Rig]) -> None:
    rig = with_conditions(rigs["zander-drift"], wind_m_s=6.0)
    blown = run_plan(rig)
    assert not blown.flows
    assert blown.drift is None
    assert blown.free_m_s > 0.02
    [said] = blown.says
    assert "stream" not in said.says
    assert "drifts it" in said.says
    assert said.figures["minute"].value == pytest.approx(60.0 * blown.free_m_s, abs=0.5)
    assert run_plan(rigs["zander-drift"]).free_m_s == 0.0
    # Speeds that were measured are a current as much as one that was told.
    timed = [{"depth_m": 0.0, "speed_m_s": 0.5}]
    assert run_plan(with_conditions(rigs["grayling-avon"], current_m_s=0.0, speeds=timed, hold=None)).flows


def test_where_the_line_rules_the_float_no_figure_is_made_of_it(trotted: Rig, rigs: dict[str, Rig]) -> None:
    slow = with_conditions(rigs["mullet-slider"], current_m_s=0.05)
    drawn = run_plan(slow, RunWish.model_validate({"how": {"wind_along_m_s": -6.0, "slack": 0.5}}))
    assert drawn.line_moves_it
    assert any("moves it, not the current" in t.says for t in drawn.says)
    assert all("share" not in t.figures for t in drawn.says)
    assert drawn.drift is not None
    assert drawn.drift.end == "back", "against the current it is not followed to the end of the day"
    assert drawn.drift.moments[-1].x_m < max(m.x_m for m in drawn.drift.moments) - GOES_BACK_M
    assert not run_plan(with_conditions(trotted, distance_m=14.0)).line_moves_it
    # Faster than anything is fished, it still gives a line, not a fault.
    fast = with_conditions(trotted, current_m_s=5.0, distance_m=60.0)
    assert line_at(fast, HowHeld(), 0.0, 60.0, 7.0, lanes_of(fast, HowHeld()))[0].float_m_s == 5.0
    with pytest.raises(OutOfRange, match="more than 200 m"):
        line_at(trotted, HowHeld(), 190.0, 100.0, 0.5, lanes_of(trotted, HowHeld()))


def test_on_a_pole_no_line_lies_on_the_water(rigs: dict[str, Rig]) -> None:
    flowing = with_conditions(rigs["roach-pole"], current_m_s=0.2)
    found = run_plan(flowing).drift
    assert found is not None
    assert not found.mends
    assert max(abs(m.by_line_m_s) for m in found.moments) < 1e-4
    assert {m.y_m for m in found.moments} == {8.0}
    held = run_plan(with_conditions(rigs["roach-pole"], current_m_s=0.2, hold=0.5)).drift
    assert held is not None
    assert held.moments[-1].y_m == pytest.approx(8.0), "the tip holds it back from straight upstream"


def test_lanes_come_from_timed_drifts_and_agree_with_the_rig(trotted: Rig) -> None:
    timed = ((2, 0.2), (8, 0.5), (12, 0.3))
    drifts = [Drift(id=str(far), distance_m=far, over_m=6.0, time_s=6.0 / u) for far, u in timed]
    lanes = surveyed_lanes(trotted, current(drifts))
    assert [lane.across_m for lane in lanes] == [2.0, 8.0, 12.0]
    assert lanes[1].speed_m_s == pytest.approx(0.55), "as the rig has it where it is fished"
    assert lanes[0].speed_m_s == pytest.approx(0.22)
    assert surveyed_lanes(trotted, current(drifts[:1])) == ()
    assert surveyed_lanes(with_conditions(trotted, current_m_s=0.0), current(drifts)) == ()


def test_what_cannot_be_run_is_said(trotted: Rig, rigs: dict[str, Rig]) -> None:
    with pytest.raises(OutOfRange, match="ends before it begins"):
        run_plan(trotted, RunWish(fish_from_m=3.0, fish_to_m=3.0))
    late = run_plan(trotted, RunWish(fish_from_m=10.0))
    assert (late.to_m, late.middle_m) == (16.0, 13.0), "the usual stretch begins where the bait is down"
    floating = run_plan(trotted, RunWish.model_validate({"thrown": {"feed": "floating-casters"}}))
    assert floating.feed is None
    assert floating.feed_problem is not None
    assert "float here" in floating.feed_problem.message
    for bad in ({"how": {"tip_height_m": -1.0}}, {"how": {"wind_along_m_s": 60.0}}, {"thrown": {"casts_an_hour": 0.0}}):
        with pytest.raises(ValidationError):
            RunWish.model_validate(bad)


def test_a_rig_that_never_comes_to_depth_has_no_run(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    bare = rig.model_copy(update={"components": tuple(c for c in rig.components if c.kind != "shot")})
    with pytest.raises(BrookwindError):
        run_plan(with_conditions(bare, current_m_s=1.5))
