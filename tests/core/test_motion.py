"""The shape of the line in moving water: closed forms, an independent integration, convergence, and what must hold."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from math import atan2, inf, nan
from random import Random

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.balance.ready import SHOP
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.flow.profile import Flow
from brookwind.core.motion.afloat import Afloat, go
from brookwind.core.motion.chain import Chain, Grain
from brookwind.core.motion.equilibrium import AtTop, Resting, equilibrium
from brookwind.core.motion.forces import State, link_forces, node_forces
from brookwind.core.motion.newton import Push, Top, system
from brookwind.core.motion.setting import even_run, moving_stop
from brookwind.core.motion.setup import Setup, setup_of
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.document import Rig, Water, read_rig
from brookwind.core.rig.families import FAMILIES, Start, new_rig
from brookwind.core.rig.species import SPECIES
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs

WATER = 1000.0
VISCOSITY = 1.14e-6


def rig(name: str, **conditions: object) -> Rig:
    data = next(r for r in demo_rigs() if r.id == name).model_dump(mode="json")
    data["conditions"].update({"wind_m_s": 0.0, **conditions})
    return read_rig(data)


@cache
def still(name: str) -> Settled:
    return settle(rig(name, current_m_s=0.0))


def shape(r: Rig, grain: Grain | None = None) -> Afloat:
    s = still(r.id)
    return go(r, s, setup_of(r, s.water_kg_m3), **({"grain": grain} if grain else {}))


def hook_height_m(found: Afloat) -> float:
    return float(found.setup.flow.depth_m) - float(found.resting.state.z[-1])


def bare(
    length_m: float, links: int, end_n: float = 0.01, line_n_m: float = 0.0, area_m2: float = 0.0, d_m: float = 2e-4
) -> tuple[Chain, State]:
    """A plain line with a weight at its end, hanging straight."""
    n = links + 1
    link = np.full(n, length_m / links)
    half = np.full(n, line_n_m * length_m / links)
    half[[0, -1]] *= 0.5
    weight, area = half.copy(), np.zeros(n)
    weight[-1] += end_n
    area[-1] = area_m2
    chain = Chain(
        np.linspace(length_m, 0.0, n), link, np.full(n, d_m), np.full(n, 1e-6), weight, area,
        np.full(n, 0.005), np.zeros(n), np.zeros(n), {}, VISCOSITY,
    )  # fmt: skip
    tension = np.maximum(np.cumsum(weight[::-1])[::-1], 1e-6)
    tension[0] = 0.0
    return chain, State(np.zeros(n), np.linspace(0.0, length_m, n), np.zeros(n), np.zeros(n), tension)


def at_rest(chain: Chain, begin: State, flow: Flow, **setup: float) -> Resting:
    return equilibrium(chain, Setup(flow, WATER, **setup), AtTop(0.0, 0.0), begin)


@pytest.mark.parametrize(
    "flow",
    [
        Flow(2.0, 0.5),
        Flow(2.0, 0.5, 3.0),
        Flow(2.0, 0.0, 6.5, ((0.0, 0.5), (0.6, 0.45), (1.5, 0.3))),
        Flow(np.array([[2.0], [2.1]]), np.array([[0.5], [0.4]]), np.array([[3.0], [12.0]])),
        Flow(np.array([[2.0], [2.1]]), 0.0, 6.5, ((0.0, 0.5), (1.5, 0.3))),
    ],
)
def test_the_profile_ends_at_the_bed_without_a_jump_and_its_slope_is_its_derivative(flow: Flow) -> None:
    depths = np.array([0.2, 0.9, 1.7, 1.95, 1.979, 1.985, 1.995])
    step = 1e-6
    speeds, found = flow.speed_and_slope(depths)
    assert np.array_equal(speeds, flow.speed(depths))
    numeric = (flow.speed(depths + step) - flow.speed(depths - step)) / (2 * step)
    assert found == pytest.approx(numeric, rel=2e-3, abs=1e-4)
    assert float(np.max(flow.speed(np.asarray(flow.depth_m) * np.ones_like(depths)))) == 0.0
    assert np.all(np.diff(flow.speed(np.linspace(0.0, 2.0, 400)), axis=-1) <= 1e-12)


@pytest.mark.parametrize("name", [r.id for r in demo_rigs() if r.id != "tench-lift"])
def test_without_current_it_hangs_as_in_still_water(name: str) -> None:
    found, rest = shape(rig(name, current_m_s=0.0)), still(name)
    assert found.resting.state.z[-1] == pytest.approx(rest.laid.hook_depth_m, abs=2e-4)
    assert found.resting.load_n == pytest.approx(rest.pull_n, rel=2e-3)


def test_a_weight_on_a_line_without_drag_leans_by_the_ratio_of_the_forces() -> None:
    chain, begin = bare(2.0, 20, area_m2=1e-4)
    flow = Flow(depth_m=50.0, surface_m_s=0.5, exponent=1e9)
    found = at_rest(chain, begin, flow, line_drag=0.0, skin=0.0)
    reynolds = 0.5 * 0.005 / VISCOSITY
    ball = 24 / reynolds * (1 + 0.27 * reynolds) ** 0.43 + 0.47 * (1 - np.exp(-0.04 * reynolds**0.38))
    side = 0.5 * WATER * ball * 1e-4 * 0.5**2
    s = found.state
    assert s.x[-1] / s.z[-1] == pytest.approx(side / 0.01, rel=1e-3)
    assert np.hypot(s.x[-1], s.z[-1]) == pytest.approx(2.0, abs=1e-6)


@pytest.mark.parametrize(("speed", "end_n"), [(0.15, 0.02), (0.3, 0.02), (0.4, 0.006)])
def test_a_heavy_line_in_an_even_current_agrees_with_an_independent_integration(speed: float, end_n: float) -> None:
    length, d, per_m, skin = 3.0, 3e-4, 4e-4, 0.01

    def along(_: float, y: np.ndarray) -> list[float]:
        # From the free end up: place, and the pull of the upper part on the lower; z is down.
        _, _, tx, tz = y
        tension = np.hypot(tx, tz)
        cx, cz = -tx / tension, -tz / tension
        tangent = speed * cx
        nx, nz = speed - tangent * cx, -tangent * cz
        across = np.hypot(nx, nz)
        c = 1 + 10 * (across * d / VISCOSITY) ** (-2 / 3)
        push, rub = 0.5 * WATER * d * c * across, 0.5 * WATER * np.pi * d * skin * abs(tangent)
        return [-cx, -cz, -(push * nx + rub * tangent * cx), -(push * nz + rub * tangent * cz) - per_m]

    done = solve_ivp(along, (0.0, length), [0.0, 0.0, 0.0, -end_n], rtol=1e-10, atol=1e-13)
    chain, begin = bare(length, 60, end_n, per_m, d_m=d)
    s = at_rest(chain, begin, Flow(depth_m=50.0, surface_m_s=speed, exponent=1e9)).state
    assert s.z[-1] == pytest.approx(-done.y[1, -1], rel=2e-3)
    assert s.x[-1] == pytest.approx(-done.y[0, -1], rel=5e-3)


@pytest.mark.parametrize("name", ["grayling-avon", "roach-pole", "mullet-slider"])
@pytest.mark.parametrize("hold", [None, 0.8, 0.5])
def test_halving_the_links_moves_the_hook_by_less_than_a_millimetre(name: str, hold: float | None) -> None:
    r = rig(name, current_m_s=0.3, hold=hold)
    assert hook_height_m(shape(r, Grain(56, 0.004))) == pytest.approx(hook_height_m(shape(r)), abs=1e-3)


@pytest.mark.parametrize("name", ["grayling-avon", "roach-pole", "mullet-slider", "zander-drift", "bream-slider"])
def test_a_gentle_check_lowers_the_bait_and_a_hard_hold_lifts_it(name: str) -> None:
    free, checked, held = (hook_height_m(shape(rig(name, current_m_s=0.4, hold=h))) for h in (None, 0.8, 0.5))
    assert checked < free - 1e-3
    assert held > checked + 5e-3
    m = Situation(rig(name, current_m_s=0.4)).moving
    assert m is not None
    assert 0.8 < m.speed_m_s / 0.4 < 1.0, "a free float goes at about nine tenths of the surface"
    assert m.lead_m < 0.0


def test_the_profile_is_the_largest_unknown_of_a_held_rig() -> None:
    m = Situation(rig("grayling-avon", current_m_s=0.4, hold=0.6)).moving
    assert m is not None
    assert m.height is not None
    assert m.dominant is not None
    assert m.dominant.id == "profile"
    assert m.height.low_m < m.hook_height_m < m.height.high_m
    known = rig("grayling-avon", current_m_s=0.4, hold=0.6, exponent=6.5)
    narrower = Situation(known).moving
    assert narrower is not None
    assert narrower.height is not None
    assert narrower.height.high_m - narrower.height.low_m < 2 / 3 * (m.height.high_m - m.height.low_m)


@pytest.mark.parametrize(
    "setup",
    [
        Setup(Flow(2.0, 0.4), WATER),
        Setup(Flow(1.1, 0.4, 3.0), WATER, slope=0.15, friction=0.6),
        Setup(Flow(1.1, 0.0, 6.5, ((0.0, 0.4), (0.5, 0.35), (0.9, 0.2))), WATER, slope=-0.1),
    ],
    ids=["free", "on a slope", "measured speeds"],
)
def test_the_derivatives_of_the_balance_are_its_differences(setup: Setup) -> None:
    chain, begin = bare(1.2, 12, 0.01, 1e-3, 1e-4)
    draw = np.random.default_rng(3)
    n = chain.nodes
    angle = 0.3 + 0.2 * draw.standard_normal(n - 1)
    s = State(
        np.concatenate(([0.0], np.cumsum(0.1 * np.sin(angle)))),
        np.concatenate(([0.0], np.cumsum(0.1 * np.cos(angle)))),
        np.full(n, 0.25), np.zeros(n), begin.tension * (1 + 0.1 * draw.random(n)),
    )  # fmt: skip
    s.tension[0] = 0.0
    if setup.slope:
        s.z[-3:] = 1.1 + setup.slope * s.x[-3:] + 2e-4

    def put(at: State) -> Push:
        found = system(chain, link_forces(chain, at, setup), node_forces(chain, at, setup, 0.0), at.tension, None,
                       Top(-float(at.x[0]), -float(at.z[0])))  # fmt: skip
        assert found.right.shape == (3 * n,)
        return found

    here = put(s)
    matrix = np.zeros((3 * n, 3 * n))
    for column in range(3 * n):
        for row in range(max(0, column - 4), min(3 * n, column + 5)):
            matrix[row, column] = here.band[8 + row - column, column]
    for unknown, size in (("x", 1e-7), ("z", 1e-7), ("tension", 1e-6)):
        for node in range(1, n):
            ahead, behind = (replace(s, **{unknown: getattr(s, unknown) + way * size * (np.arange(n) == node)})
                             for way in (1.0, -1.0))  # fmt: skip
            differences = (put(behind).right - put(ahead).right) / (2 * size)
            column = matrix[:, 3 * node + ("tension", "x", "z").index(unknown)]
            # The first three rows hold what is known of the upper end.
            assert column[3:] == pytest.approx(differences[3:], rel=2e-3, abs=2e-5 * np.abs(column).max() + 1e-9)


@cache
def random_rigs() -> tuple[Rig, ...]:
    """Balanced rigs of any family that hang free, for a few fish and depths."""
    draw, found = Random(11), []
    while len(found) < 24:
        family = draw.choice(FAMILIES)
        water, start = Water(depth_m=draw.uniform(*family.depth_m)), Start(species=draw.choice(SPECIES).id)
        try:
            r = balance_rig(
                new_rig(family.id, water, "r", "R", start), SHOP, Wish(pattern=draw.choice(family.patterns))
            ).rig
            s = settle(r)
        except BrookwindError:
            continue
        if s.status == "stands" and not s.laid.on_bed:
            found.append(r)
    return tuple(found)


@settings(max_examples=40, deadline=None)
@given(which=st.integers(0, 23), current=st.floats(0.05, 0.5), hold=st.floats(0.05, 0.95))
def test_what_must_hold_of_every_held_rig(which: int, current: float, hold: float) -> None:
    def held(current_m_s: float) -> Afloat:
        r = random_rigs()[which]
        r = r.model_copy(
            update={"conditions": r.conditions.model_copy(update={"current_m_s": current_m_s, "hold": hold})}
        )
        rest = settle(r)
        return go(r, rest, setup_of(r, rest.water_kg_m3))

    try:
        found, faster = held(current), held(1.15 * current)
    except OutOfRange:
        assume(False)
    assume(found.status != "sinks")
    assume(faster.status != "sinks")
    assert hook_height_m(faster) >= hook_height_m(found) - 2e-3, "faster water never lowers a bait held the same"
    chain, setup, top, begin = found.chain, found.setup, found.top, found.resting.state
    try:
        thicker = equilibrium(replace(chain, diameter_m=1.2 * chain.diameter_m), setup, top, begin)
        heavier = equilibrium(replace(chain, weight_n=1.3 * chain.weight_n), setup, top, begin)
    except OutOfRange:
        assume(False)
    depth = float(begin.z[-1])
    if begin.x[-1] > 0.0:
        # Swung ahead by the water: what pushes harder lifts it, what weighs more brings it down.
        assert float(thicker.state.z[-1]) <= depth + 2e-4
        lean, less = (atan2(float(s.x[-1]), float(s.z[-1])) for s in (begin, heavier.state))
        assert less <= lean + 1e-4
    mirrored = State(-begin.x, begin.z, -begin.vx, begin.vz, begin.tension)
    assert top.speed_m_s is not None
    other = equilibrium(
        chain, replace(setup, flow=setup.flow.mirrored()), replace(top, speed_m_s=-top.speed_m_s), mirrored
    )
    same = equilibrium(chain, setup, top, begin)
    assert other.state.x == pytest.approx(-same.state.x, abs=1e-4)
    assert other.state.z == pytest.approx(same.state.z, abs=1e-4)


def test_the_line_on_the_water_draws_a_float_along_in_still_water_too() -> None:
    r = rig("roach-pole", current_m_s=0.0, line_pull_n=2e-4)
    m = Situation(r).moving
    assert m is not None
    assert m.speed_m_s > 0.01
    assert m.lead_m < 0.0, "the rig trails behind a float that is drawn along"
    against = Situation(rig("roach-pole", current_m_s=0.0, line_pull_n=-2e-4)).moving
    assert against is not None
    assert against.speed_m_s == pytest.approx(-m.speed_m_s, rel=1e-3)
    running, pulled = (Situation(rig("roach-pole", current_m_s=0.3, line_pull_n=pull)).moving for pull in (0.0, -2e-4))
    assert running is not None
    assert pulled is not None
    assert pulled.speed_m_s < running.speed_m_s


def test_line_laid_on_a_falling_bed_lies_along_it_and_the_ledger_counts_it() -> None:
    r = rig("tench-lift", current_m_s=0.2, bed_slope=0.2)
    found = shape(r)
    s, depth = found.resting.state, float(found.setup.flow.depth_m)
    on_bed = found.resting.bed_n > 0.0
    assert on_bed.sum() >= 2
    assert s.z[on_bed] == pytest.approx(depth + 0.2 * (s.x - s.x[0])[on_bed], abs=1e-3)
    answer = evaluate(rig("tench-lift", current_m_s=0.3, bed="silt"))
    assert answer.moving is not None
    assert sum(e.pull_n * e.share for e in answer.ledger) == pytest.approx(answer.moving.carried_n, abs=2e-5)
    assert any(e.reason == "current" for e in answer.ledger)


def test_a_floating_bait_stands_above_its_lead_in_a_current() -> None:
    data = rig("zander-drift", current_m_s=0.2, hold=0.8).model_dump(mode="json")
    for c in data["components"]:
        if c["kind"] == "bait":
            c["density_kg_m3"], c["mass_kg"] = 500.0, 0.004
        if c["kind"] == "shot":
            c["mass_kg"] = 1e-6
    r = read_rig(data)
    rest = settle(r)
    found = go(r, rest, setup_of(r, rest.water_kg_m3))
    assert found.resting.state.z[-1] < found.resting.state.z.max() - 0.1


def test_what_drags_leans_slows_and_is_carried_by_the_bed() -> None:
    r = rig("tench-lift", current_m_s=0.3)
    m = Situation(r).moving
    assert m is not None
    assert m.bed_kg > 0.0
    assert m.hook_height_m == 0.0
    assert m.lead_m < -0.2, "what drags trails behind the float"
    assert any(p.on_bed for p in m.pieces)
    rough, smooth = (Situation(rig("tench-lift", current_m_s=0.1, bed=bed)).moving for bed in ("silt", "rock"))
    assert rough is not None
    assert smooth is not None
    assert rough.speed_m_s < smooth.speed_m_s < 0.1


def test_the_stop_puts_the_bait_at_its_height_in_moving_water() -> None:
    for name, hold in (("grayling-avon", None), ("roach-pole", 0.8), ("mullet-slider", 0.5), ("rudd-strung", 0.8)):
        r = rig(name, current_m_s=0.3, hold=hold)
        stop = moving_stop(r)
        assert stop.wanted_m > stop.still_m - 1e-6
        after = moving_stop(read_rig(_set(r, stop.wanted_m).model_dump(mode="json")))
        assert after.hook_height_now_m == pytest.approx(stop.hook_height_wanted_m, abs=3e-3)
        assert abs(after.slide_m) < 5e-3
        measured = rig(
            name, hold=hold, speeds=[{"depth_m": 0.0, "speed_m_s": 0.3}, {"depth_m": 0.5, "speed_m_s": 0.25}]
        )
        assert abs(moving_stop(measured).wanted_m - stop.wanted_m) < 0.2
        deeper = next(s for s in stop.sensitivities if s.id == "depth")
        assert deeper.height_m == pytest.approx(0.1, abs=0.04)


def _set(r: Rig, setting_m: float) -> Rig:
    from brookwind.core.rest.stop import set_stop

    return set_stop(r, setting_m)


def test_an_uneven_bed_bounds_the_run() -> None:
    assert even_run(((-50.0, 1.0), (50.0, 3.0)), 0.05) == pytest.approx((2.5, 2.5), abs=0.06)
    assert even_run(((-9.0, 2.0), (9.0, 2.0)), 0.05) is None
    step = ((-30.0, 2.0), (4.0, 2.0), (4.5, 2.6), (30.0, 2.6))
    found = even_run(step, 0.05)
    assert found is not None
    assert found[0] == 30.0
    assert found[1] == pytest.approx(4.04, abs=0.05)


def test_a_tip_within_what_is_known_is_not_spoken_of() -> None:
    made = rig("roach-pole", current_m_s=0.0)
    off = made.model_copy(update={"aim": made.aim.model_copy(update={"tip_m": made.aim.tip_m + 0.0015})})
    assert {"tip-high", "tip-low"}.isdisjoint(f.id for f in evaluate(made).findings)
    assert {"tip-high", "tip-low"}.isdisjoint(f.id for f in evaluate(off).findings)
    far = made.model_copy(update={"aim": made.aim.model_copy(update={"tip_m": 0.025})})
    assert "tip-low" in {f.id for f in evaluate(far).findings}


def test_the_gentlest_check_that_brings_the_bait_down_is_advised() -> None:
    stop = moving_stop(rig("grayling-avon", current_m_s=0.55, hold=None))
    down = [h.hold for h in stop.holds if h.height_m <= 0.01]
    assert down
    assert stop.lowest_hold == max(down)


@pytest.mark.parametrize(
    ("name", "aim_m", "current_m_s"),
    [("grayling-avon", 0.08, 0.5), ("roach-pole", 0.0, 0.5), ("roach-pole", 0.0, 0.3), ("tench-lift", -0.1, 0.3)],
)
def test_the_stop_does_not_hang_on_where_it_is_now(name: str, aim_m: float, current_m_s: float) -> None:
    made = rig(name, current_m_s=current_m_s)
    made = made.model_copy(update={"aim": made.aim.model_copy(update={"bait_from": "bed", "bait_m": aim_m})})
    wanted = Situation(made).setting_m
    for start in (wanted, wanted - 0.1, wanted + 0.15):
        assert Situation(set_stop(made, start)).setting_m == pytest.approx(wanted, abs=0.005)
    situation = Situation(set_stop(made, wanted + 0.02)).stop_set
    assert situation.moving_stop().is_set
    assert situation.stop_set is situation, "once set, it stays set"


def test_bad_water_gets_a_sentence() -> None:
    tiny = evaluate(rig("roach-pole", current_m_s=5.0, hold=0.3))
    said = {f.id: f for f in tiny.findings}
    assert {"cannot-hold", "no-shape", "drawn-under"} & set(said), said
    held = {f.id: f for f in evaluate(rig("grayling-avon", current_m_s=1.2, hold=0.2)).findings}
    assert held["cannot-hold"].figures["load"].value > 0.005, "it says what would hold"
    assert "hold back less" in held["cannot-hold"].remedy
    assert "bait-rides" not in held, "no stop puts it right"
    free = {f.id: f for f in evaluate(rig("roach-pole", current_m_s=5.0, hold=None)).findings}
    assert "hold back" not in free["cannot-hold"].remedy, "it is not held"
    weak = rig("grayling-avon", current_m_s=1.0, hold=0.0).model_dump(mode="json")
    for c in weak["components"]:
        if c["kind"] == "line":
            c["strength_n"] = 0.3
    too_hard = {f.id: f for f in evaluate(read_rig(weak)).findings}["hold-too-hard"]
    assert too_hard.figures["hold"].value > 0.5 * too_hard.figures["strength"].value
    rising = rig("grayling-avon", speeds=[{"depth_m": 0.1, "speed_m_s": 0.2}, {"depth_m": 1.0, "speed_m_s": 0.5}])
    assert "speeds-rise" in {f.id for f in evaluate(rising).findings}
    with pytest.raises(BrookwindError) as refusal:
        rig("grayling-avon", speeds=[{"depth_m": 1.0, "speed_m_s": 0.2}, {"depth_m": 0.5, "speed_m_s": 0.3}])
    assert refusal.value.problems[0].path == ("conditions", "speeds", 1, "depth_m")
    wrong = {
        nan: "Current is not a finite number.",
        inf: "Current is not a finite number.",
        -1.0: "Current is -1.0 m/s.",
    }
    for speed, says in wrong.items():
        with pytest.raises(BrookwindError) as refusal:
            rig("grayling-avon", current_m_s=speed)
        assert [(p.path, p.message) for p in refusal.value.problems] == [(("conditions", "current_m_s"), says)]
    long = rig("tench-lift", current_m_s=0.2)
    assert evaluate(_set(long, 3.0)).moving is not None, "longer than the water is deep, all weight on the bed"
    floating = rig("grayling-avon", current_m_s=0.3).model_dump(mode="json")
    for c in floating["components"]:
        if c["kind"] == "bait":
            c["density_kg_m3"], c["mass_kg"] = 300.0, 0.01
    assert evaluate(read_rig(floating)).findings, "a bait that lifts everything is spoken of"
