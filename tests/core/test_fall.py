"""The fall: terminal speed, the pendulum, energy, convergence, sliders, feed, tangles, cancelling."""

from __future__ import annotations

from dataclasses import replace
from math import pi, sqrt

import numpy as np
import pytest

from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.balance.ready import SHOP
from brookwind.core.flow.profile import Flow
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.gravity import G_M_S2
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.matter.viscosity import viscosity_m2_s
from brookwind.core.motion import paying
from brookwind.core.motion.afloat import float_drag_kg_m
from brookwind.core.motion.chain import COARSE
from brookwind.core.motion.fall import fall, falling
from brookwind.core.motion.fall_answer import Fall, FallWish
from brookwind.core.motion.feed import FEED, falls_at_m_s, free_fall
from brookwind.core.motion.forces import State
from brookwind.core.motion.landing import landed
from brookwind.core.motion.paying import QUICK, Detail
from brookwind.core.motion.setup import Setup, setup_of
from brookwind.core.motion.stepping import STEADY, Drive, Pace, energy_j, step
from brookwind.core.motion.tangle import crossings
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Water, read_rig
from brookwind.core.rig.families import Start, new_rig
from brookwind.demo.load import demo_rigs
from tests.core.test_motion import WATER, bare, rig

STILL = Setup(Flow(depth_m=50.0, surface_m_s=0.0), WATER)


def test_a_pendulum_without_drag_swings_in_its_period() -> None:
    chain, _ = bare(1.0, 4, end_n=0.02 * G_M_S2)
    chain = replace(chain, mass_kg=np.where(np.arange(5) == 4, 0.02, 1e-9))
    way, angle = np.linspace(0.0, 1.0, 5), 0.05
    s = State(way * np.sin(angle), way * np.cos(angle), np.zeros(5), np.zeros(5), np.full(5, 0.2))
    setup, drive, t, crossed = replace(STILL, line_drag=0.0, skin=0.0), Drive(0.0, 0.0), 0.0, []
    while t < 4.2:
        before = float(s.x[-1])
        done = step(chain, setup, drive, s, 2e-3)
        s, t = done.state, t + done.step_s
        if before > 0.0 >= float(s.x[-1]) or before < 0.0 <= float(s.x[-1]):
            crossed.append(t)
    assert crossed[1] - crossed[0] == pytest.approx(pi * sqrt(1.0 / G_M_S2), rel=0.01)


def test_a_ball_let_go_reaches_the_speed_of_its_drag_law_and_falls_as_newton_says() -> None:
    mass, d = 0.0008, 0.00513
    weight = mass * G_M_S2 * (1 - WATER / 11340.0)
    chain, s = bare(30.0, 2, end_n=weight, area_m2=0.25 * pi * d * d)
    moved = mass + 0.5 * WATER * mass / 11340.0
    chain = replace(
        chain, ball_m=np.full(3, d), mass_kg=np.array([0.0, 1e-9, moved]), weight_n=np.array([0.0, 0.0, weight])
    )
    # A line so slack that the ball does not feel it.
    s = State(np.array([0.0, 0.0, 0.0]), np.array([0.0, 1.0, 0.01]), np.zeros(3), np.zeros(3), np.zeros(3))
    setup, t = replace(STILL, line_drag=0.0, skin=0.0), 0.0
    early = None
    while t < 1.0:
        done = step(chain, setup, Drive(0.0, 0.0), s, 1e-3)
        s, t = done.state, t + done.step_s
        if early is None and t >= 0.02:
            early = float(s.vz[-1]) / t
    assert early == pytest.approx(weight / moved, rel=0.05)
    assert float(s.vz[-1]) == pytest.approx(fall_speed_m_s(weight, d, Fluid(WATER, viscosity_m2_s(15.0))), rel=0.01)


def test_energy_never_grows_in_still_water() -> None:
    chain, _ = bare(2.0, 20, end_n=0.01, line_n_m=1e-4, area_m2=2e-5)
    chain = replace(chain, mass_kg=np.full(21, 5e-5) + np.where(np.arange(21) == 20, 1e-3, 0.0))
    for landing in ("stretched", "pile"):
        s, dt, last = landed(chain, landing, 0.0), 2e-3, np.inf  # type: ignore[arg-type]
        for _ in range(250):
            done = step(chain, STILL, Drive(0.0, 0.0), s, dt)
            s, dt = done.state, done.next_s
            now = energy_j(chain, s)
            # Newton's method leaves a millionth of what there is.
            assert now <= last + 2e-8
            last = now
        assert s.z[-1] > 1.9


@pytest.mark.parametrize("name", ["grayling-avon", "rudd-strung", "bream-slider"])
def test_halving_the_steps_changes_the_fall_by_less_than_a_hundredth(name: str) -> None:
    r = rig(name, current_m_s=0.0)
    usual = fall(r)
    halved = fall(r, detail=Detail(COARSE, Pace(*(0.5 * figure for figure in STEADY))))
    assert halved.steps > 1.6 * usual.steps
    assert usual.to_depth_s == pytest.approx(halved.to_depth_s, rel=0.01)
    quick = fall(r, detail=QUICK)
    assert quick.to_depth_s == pytest.approx(usual.to_depth_s, rel=0.05)
    if usual.to_stop_s:
        assert usual.to_stop_s == pytest.approx(halved.to_stop_s, rel=0.01)
        assert quick.to_stop_s == pytest.approx(usual.to_stop_s, rel=0.01)


def test_a_float_that_is_drawn_along_settles_sooner_the_less_it_drags(monkeypatch: pytest.MonkeyPatch) -> None:
    r = rig("roach-pole", current_m_s=0.0)
    free, pinned = fall(r), fall(r, FallWish(pinned=True))
    monkeypatch.setattr(paying, "float_drag_kg_m", lambda *_: 1e-4)
    slippery = fall(r)
    times = [f.to_depth_s or np.inf for f in (slippery, free, pinned)]
    assert times[0] < 0.65 * times[2]
    assert times[0] < times[1] < times[2]
    assert slippery.drift_m > free.drift_m > 0.1
    assert abs(pinned.drift_m) < 1e-6


def test_a_float_drags_by_how_it_lies_or_stands() -> None:
    r = rig("roach-pole", current_m_s=0.0)
    rest = settle(r)
    setup = setup_of(r, rest.water_kg_m3)
    sinking = paying.Sinking(r, rest, setup, "stretched", FallWish(), paying.USUAL)
    profile, water = rest.body.profile, rest.water_kg_m3
    sunk = rest.body.mass_kg / (water * profile.volume_m3)
    assert sinking.drag_kg_m == pytest.approx(0.25 * water * np.pi * max(p[1] for p in profile.points) ** 2 * sunk)
    sinking.flat, sinking.load_n = False, rest.pull_n
    upright = float_drag_kg_m(rest.body, rest.immersion_m, water)
    assert sinking.drag_kg_m == pytest.approx(upright, rel=1e-6)
    sinking.load_n = 0.5 * rest.pull_n
    assert 0.3 * upright < sinking.drag_kg_m < 0.9 * upright


def test_the_float_is_to_land_so_far_up_that_the_bait_comes_down_on_the_fish() -> None:
    found = fall(rig("grayling-avon", current_m_s=0.55, hold=None))
    times = [f.time_s for f in found.frames]
    hook = float(np.interp(found.to_depth_s or 0.0, times, [f.path[-1][0] for f in found.frames]))
    assert found.bait_x_m == pytest.approx(hook, abs=0.02)
    assert abs(found.drift_m - found.bait_x_m) < 0.5, "it comes down near its float"


def test_a_bulk_falls_no_slower_than_the_same_shot_strung_out() -> None:
    data = rig("rudd-strung", current_m_s=0.0).model_dump(mode="json")
    shot = [c for c in data["components"] if c["kind"] == "shot" and c["role"] == "strung"]
    lowest = min(c["position_m"] for c in shot)
    strung = fall(read_rig(data))
    for i, c in enumerate(shot):
        c["position_m"] = lowest + 0.005 * (len(shot) - 1 - i)
    bulk = fall(read_rig(data))
    assert bulk.to_depth_s is not None
    assert strung.to_depth_s is not None
    assert bulk.to_depth_s <= strung.to_depth_s


def test_a_slider_runs_to_its_stop_and_a_closed_bail_holds_it() -> None:
    r = rig("mullet-slider", current_m_s=0.0)
    runs, stiff = fall(r, FallWish(landing="drop")), fall(r, FallWish(landing="drop", pull_through_n=0.03))
    assert runs.to_stop_s is not None
    assert stiff.to_stop_s is not None
    assert runs.to_stop_s < stiff.to_stop_s
    assert runs.to_depth_s is not None
    assert runs.to_stop_s < runs.to_depth_s
    assert runs.depth_m == pytest.approx(3.8, abs=0.01)
    assert fall(r, FallWish(landing="drop", bail="closed", pinned=True)).to_depth_s is None


def test_a_jig_swings_in_after_the_upper_weight() -> None:
    made = new_rig("slider-and-jig", Water(depth_m=6.0), "r", "R", Start(species="zander"))
    found = fall(balance_rig(made, SHOP, Wish(pattern=made.pattern)).rig)
    upper, jig = ([p.id for p in found.pieces].index(name) for name in ("lead-1", "jig"))
    on_the_way = next(f for f in found.frames if f.pieces[upper][1] > 3.0)
    assert on_the_way.pieces[jig][1] < on_the_way.pieces[upper][1], "the upper weight leads down"
    assert found.frames[-1].pieces[jig][1] == pytest.approx(found.frames[-1].pieces[upper][1] + 0.6, abs=0.02)

    def there(piece: int) -> float:
        end = found.frames[-1].pieces[piece][1]
        return next(f.time_s for f in reversed(found.frames) if abs(f.pieces[piece][1] - end) > 0.1)

    assert there(upper) < there(jig)


def test_a_run_is_shortened_by_the_drift_of_the_fall() -> None:
    found = fall(rig("grayling-avon", current_m_s=0.4), FallWish(run_m=20.0))
    assert found.to_depth_s is not None
    assert found.drift_m == pytest.approx(0.4 * found.to_depth_s, rel=0.25)
    assert found.fishes_m == pytest.approx(20.0 - found.drift_m)
    assert found.run_s == pytest.approx(found.to_depth_s + found.fishes_m / found.speed_m_s, rel=0.02)
    assert found.frames[-1].float_x_m == pytest.approx(20.0, abs=0.01)
    assert fall(rig("grayling-avon", current_m_s=0.4), FallWish(run_m=1.0)).fishes_m == 0.0


def test_a_pile_tangles_more_than_a_line_stretched_out() -> None:
    r = rig("rudd-strung", current_m_s=0.0)
    order = ["low", "some", "high"]
    stretched, pile = fall(r), fall(r, FallWish(landing="pile"))
    assert order.index(stretched.risk) < order.index(pile.risk)
    assert stretched.crossing_share < pile.crossing_share
    straight, loop = np.linspace(0, 1, 6), 2 * np.pi * np.linspace(0, 1.2, 13)
    assert crossings(straight, straight) == 0
    assert crossings(np.cos(loop) * np.linspace(1, 1.1, 13), np.sin(loop) * np.linspace(1.1, 1, 13)) == 1


def test_feed_falls_at_its_own_speed_and_drifts_with_the_water() -> None:
    feed, flow = FEED["pellets"], Flow(depth_m=2.0, surface_m_s=0.3)
    path = free_fall(feed.mass_kg, feed.density_kg_m3, flow, Fluid(WATER, viscosity_m2_s(15.0)))
    speed = falls_at_m_s(feed.mass_kg, feed.density_kg_m3, Fluid(WATER, viscosity_m2_s(15.0)))
    assert path[-1][0] == pytest.approx(2.0 / speed)
    # The mean of the power law is n/(n+1) of the surface's.
    assert path[-1][1] == pytest.approx(0.3 * 6.5 / 7.5 * 2.0 / speed, rel=0.01)
    assert free_fall(1e-4, 900.0, flow, fluid_of(15.0)) == ()
    found = fall(rig("grayling-avon", current_m_s=0.3), FallWish(feed=("pellets",)))
    assert found.feed[0].ahead_s is not None


def test_progress_is_told_and_the_fall_can_be_left_in_the_middle() -> None:
    parts = list(falling(rig("bream-slider", current_m_s=0.0)))
    shares = [p for p in parts if isinstance(p, float)]
    assert len(shares) > 10
    assert shares == sorted(shares)
    assert isinstance(parts[-1], Fall)
    work = falling(rig("bream-slider", current_m_s=0.0))
    assert isinstance(next(work), float)
    work.close()  # type: ignore[attr-defined]
    assert list(work) == []


@pytest.mark.parametrize("name", [r.id for r in demo_rigs()])
@pytest.mark.parametrize("landing", ["stretched", "pile", "drop"])
def test_every_demo_rig_can_be_followed_down(name: str, landing: str) -> None:
    for current, hold in ((0.0, None), (0.25, 0.8)):
        found = fall(rig(name, current_m_s=current, hold=hold), FallWish.model_validate({"landing": landing}),
                     detail=QUICK)  # fmt: skip
        assert found.to_depth_s is not None, (name, landing, current)
        assert found.frames[-1].path[-1][1] == pytest.approx(found.depth_m, abs=0.2)
