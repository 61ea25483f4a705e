"""The capacity window: each bound is where its own figure crosses its limit; a shut window says what opens it."""

from __future__ import annotations

from math import degrees, inf, log

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from brookwind.core.balance.ready import ready_rig
from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity import trial
from brookwind.core.capacity.leaning import leaning
from brookwind.core.capacity.needs import (
    NEEDS,
    lean_deg,
    lift_m,
    run_lost_m,
    settle_s,
    take_under_n,
    working_load_n,
)
from brookwind.core.capacity.plan import Plan, plan_of
from brookwind.core.capacity.window import Window, capacity_window
from brookwind.core.edits.change import apply
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.floats.body import float_body
from brookwind.core.floats.immersion import sinking_load_n
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.floats.types import FLOAT_TYPES
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.gravity import G_M_S2, sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.motion.fall import fall
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Conditions, Limits, Rig, Water, read_rig
from brookwind.core.run.reach import cast_distance_m, cast_speed_m_s
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_box

FLOATS = [b for b in demo_box() if isinstance(b, FloatStock)]
STILL = Plan(depth_m=2.0, line_m=1.9, species="rudd")
WINDY = Conditions(distance_m=18, current_m_s=0.3, wind_m_s=4, fetch_m=200)
PRESSED = WINDY.model_copy(update={"settle_s": 2.7, "rod_most_kg": 0.03, "limits": Limits(run_lost_m=1.4, lift_m=0.01)})


def bound(window: Window, need: str) -> float:
    return next(b.capacity_kg for b in window.bounds if b.need == need and b.capacity_kg) or 0.0


@pytest.mark.parametrize("need", NEEDS, ids=lambda n: n.id)
def test_a_float_at_the_bound_just_meets_the_need(need) -> None:  # type: ignore[no-untyped-def]
    plan = STILL.model_copy(update={"conditions": PRESSED, "line_strength_n": 12.0, "depth_m": 1.5, "line_m": 1.4})
    if need.id == "pole":
        plan = plan.model_copy(update={"type": "pole-slim", "mount": "pole-fixed", "tackle_kg": 0.0})
    if need.id == "splash":
        plan = plan.model_copy(update={"conditions": Conditions(distance_m=18)})
    plan = plan.model_copy(update={"tackle_kg": 0.0005})
    limit, found = need.limit(plan), [b for b in capacity_window(plan).bounds if b.need == need.id]
    assert limit is not None
    assert len(found) == 1
    if found[0].capacity_kg is None:
        assert need.id in {"chop", "line"}
        return
    spec = FloatSpec(type=plan.type, capacity_kg=found[0].capacity_kg)
    assert need.figure(plan, float_body(spec)) == pytest.approx(limit, rel=0.02)


def test_needs_ask_for_what_anglers_know() -> None:
    near = capacity_window(STILL)
    far = capacity_window(STILL.model_copy(update={"conditions": Conditions(distance_m=30)}))
    assert bound(far, "cast") > 2 * bound(near, "cast")
    shy = capacity_window(STILL.model_copy(update={"species": "crucian-carp"}))
    assert bound(shy, "fish") < bound(near, "fish")
    blown = capacity_window(STILL.model_copy(update={"conditions": PRESSED}))
    assert bound(blown, "settle") > 0.0, "a light float does not get its line down in time"
    # On a pole nothing is cast.
    poled = capacity_window(STILL.model_copy(update={"type": "pole-slim", "mount": "pole-fixed"}))
    assert {b.need for b in poled.bounds}.isdisjoint({"cast", "rod", "line", "splash"})


def test_simple_estimates_against_hand_figures() -> None:
    # 3 g with 5 g of rod: 28 sqrt(3/8); vacuum range v^2/g is never passed.
    assert cast_speed_m_s(0.003) == pytest.approx(32 * (3 / 8) ** 0.5)
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.002))
    assert 0.3 < cast_distance_m(body, 0.003) / (cast_speed_m_s(0.003) ** 2 / G_M_S2) < 1.0
    # A 5.13 mm lead ball (AAA) falls at about sqrt(8 g d (s - 1) / (6 C)) with C 0.42: 1.28 m/s.
    weight = submerged_weight_n(0.0008, 11340, 1000)
    assert fall_speed_m_s(weight, sphere_diameter_m(0.0008, 11340), fluid_of(15.0)) == pytest.approx(1.28, rel=0.06)


@pytest.mark.parametrize("name", ["grayling-avon", "roach-pole", "mullet-slider", "zander-drift", "bream-slider"])
@pytest.mark.parametrize("current", [0.0, 0.3])
def test_the_window_says_of_the_rig_what_the_bench_says(name: str, current: float, rigs: dict[str, Rig]) -> None:
    rig = rigs[name]
    rig = rig.model_copy(update={"conditions": Conditions(current_m_s=current, hold=0.8)})
    plan, body, found = plan_of(rig), settle(rig).body, fall(rig)
    # Between two sizes that were followed roughly, and a float loaded to its mark instead of its tip.
    assert found.to_depth_s is not None
    assert settle_s(plan, body) == pytest.approx(found.to_depth_s, rel=0.15)
    if current:
        assert run_lost_m(plan, body) == pytest.approx(found.drift_m, rel=0.2)
        shape = Situation(rig).moving
        assert shape is not None
        assert lean_deg(plan, body) == pytest.approx(abs(degrees(shape.line_lean_rad)), abs=1.0)
        assert lift_m(plan, body) == pytest.approx(max(0.0, shape.hook_height_m - _still_m(rig)), abs=0.05)
    else:
        assert lean_deg(plan, body) == pytest.approx(0.0, abs=0.1)


def _still_m(rig: Rig) -> float:
    return rig.water.depth_m - settle(rig).laid.hook_depth_m


def test_a_bait_that_floats_like_foam_has_a_window_too(rigs: dict[str, Rig]) -> None:
    data = rigs["roach-pole"].model_dump(mode="json")
    for c in data["components"]:
        if c["kind"] == "bait":
            c["mass_kg"], c["density_kg_m3"] = 0.05, 20.0
    assert capacity_window(plan_of(read_rig(data)), FLOATS).bounds


def test_a_float_that_carries_nothing_never_settles() -> None:
    assert trial.settle_s(STILL, 0.0) == trial.run_lost_m(STILL, 0.0) == trial.lean(STILL, 0.0).lift_m == inf
    slow, fast = (trial.settle_s(STILL, load) for load in (0.005, 0.02))
    assert 0.4 < fast / slow < 1.0


def test_pull_to_take_it_under_is_what_floats_and_what_moves() -> None:
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.0012))
    still = sinking_load_n(body, STILL.water_kg_m3) - working_load_n(STILL, body)
    tip = 3.141593 / 4 * (2 * body.profile.radius_m(0.18)) ** 2 * STILL.tip_m
    assert still == pytest.approx(STILL.water_kg_m3 * G_M_S2 * tip, rel=1e-3)
    assert take_under_n(STILL, body) > still


def test_shut_window_names_the_two_and_its_concession_opens_it() -> None:
    plan = STILL.model_copy(update={"species": "crucian-carp", "conditions": Conditions(distance_m=30)})
    window = capacity_window(plan, FLOATS)
    assert window.empty
    assert "cast" in window.says
    assert "fish" in window.says
    assert {c.needs for c in window.concessions} == {("cast",), ("fish", "splash")} or all(
        set(c.needs) & {"cast", "fish"} for c in window.concessions
    )
    assert [c.share for c in window.concessions] == sorted(c.share for c in window.concessions)
    for concession in window.concessions:
        [change] = concession.changes
        assert isinstance(change, SetConditions)
        assert not capacity_window(conceded(plan, change)).empty


def conceded(plan: Plan, change: SetConditions) -> Plan:
    """The plan as the rig is after the change."""
    rig = ready_rig("waggler", Water(depth_m=2.0), "r", "Trial").rig
    rig = rig.model_copy(update={"conditions": plan.conditions})
    return plan.model_copy(update={"conditions": apply(rig, change).conditions})


@settings(max_examples=12)
@given(
    kind=st.sampled_from([(t.id, m) for t in FLOAT_TYPES for m in t.mounts]),
    depth=st.floats(0.2, 20),
    distance=st.floats(1, 100),
    current=st.sampled_from([0.0, 0.2, 1.5]),
    wind=st.sampled_from([0.0, 3.0, 15.0]),
    tackle=st.floats(-0.002, 0.02),
)
def test_any_plan_has_a_window_or_a_way_out(
    kind: tuple[str, str], depth: float, distance: float, current: float, wind: float, tackle: float
) -> None:
    plan = Plan.model_validate(
        {
            "type": kind[0],
            "mount": kind[1],
            "depth_m": depth,
            "line_m": depth,
            "tackle_kg": tackle,
            "conditions": {"distance_m": distance, "current_m_s": current, "wind_m_s": wind},
        }
    )
    window = capacity_window(plan, FLOATS)
    assert window.says.format(**window.figures)
    assert bool(window.concessions) == window.empty
    for said in (*window.bounds, *window.concessions, *(c for m in window.marks for c in m.checks)):
        assert "{" not in said.says.format(**said.figures)
    if window.low_kg and window.high_kg and not window.empty:
        assert window.low_kg <= window.high_kg
    ranks = [sum(not c.ok for c in m.checks) for m in window.marks]
    assert ranks == sorted(ranks)
    assert [m.rank for m in window.marks] == list(range(1, len(ranks) + 1))


def test_marks_stand_at_their_real_capacity(rigs: dict[str, Rig]) -> None:
    plan = plan_of(rigs["rudd-strung"])
    found = {m.item: m for m in capacity_window(plan, FLOATS).marks}
    assert all(m.type.endswith("waggler") or m.type.endswith("float") for m in found.values())
    tested = found["float-03"]
    assert tested.tested
    assert tested.label_kg == 0.0016
    assert tested.capacity_kg == pytest.approx(0.00183, rel=0.01)
    # A test that finds it far lighter moves the mark out of the window.
    found_light = Calibration(volume_scale=0.55, mass_kg=0.0006, capacity_sigma_kg=0.0, readings=3, on="2026-11-01")
    light = FLOATS[2].spec.model_copy(update={"calibration": found_light})
    mark = capacity_window(plan, [FLOATS[2].model_copy(update={"spec": light})]).marks[0]
    assert not mark.fits
    assert log(tested.capacity_kg / mark.capacity_kg) > 0.3


def test_a_current_leans_line_and_float_and_still_water_neither(rigs: dict[str, Rig]) -> None:
    rig = rigs["roach-pole"]
    assert leaning(Situation(rig)) is None
    slow, fast = (
        leaning(Situation(r))
        for u in (0.2, 0.5)
        for r in [rig.model_copy(update={"conditions": Conditions(current_m_s=u)})]
    )
    assert slow
    assert fast
    assert 0.0 < slow.float_deg < fast.float_deg
    assert slow.line_deg < fast.line_deg
    # The float, righted by its own load, leans less than the slack line below it.
    assert fast.float_deg < fast.line_deg


def test_a_float_that_cannot_be_is_named_and_the_others_stand() -> None:
    bad = FloatStock(
        item="bad", label="odd", spec=FloatSpec(type="straight-waggler", capacity_kg=0.001, own_mass_kg=0.9)
    )
    window = capacity_window(STILL, [bad, FLOATS[1]])
    assert [f.item for f in window.faulty] == ["bad"]
    assert len(window.marks) == 1


@given(near=st.floats(5, 60), further=st.floats(0, 40), pull=st.floats(0.001, 0.05), more=st.floats(1, 4))
def test_asking_more_never_opens_the_window(near: float, further: float, pull: float, more: float) -> None:
    def ends(distance: float, pull_n: float) -> tuple[float, float]:
        wish = Conditions(distance_m=distance, limits=Limits(pull_n=pull_n))
        window = capacity_window(STILL.model_copy(update={"conditions": wish}))
        beyond = {b.side for b in window.bounds if b.unmet}
        low, high = window.low_kg or 0.0, window.high_kg or inf
        return inf if "lower" in beyond else low, 0.0 if "upper" in beyond else high

    low, high = ends(near, pull)
    assert ends(near + further, pull)[0] >= low - 1e-12
    assert ends(near, pull * more)[1] >= high - 1e-12
