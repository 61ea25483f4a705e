"""Figures pinned from outside: tables, other formulas, and sums done by hand, none of them read from the code.

Each stands for a way to be wrong by a factor that nobody would see: a density, half a pull, a sign, a pi.
"""

from __future__ import annotations

from datetime import UTC, datetime
from math import erf, log, pi, sqrt

import numpy as np
import pytest

from brookwind.core.balance.adjust import adjust
from brookwind.core.balance.equivalents import equivalents
from brookwind.core.balance.ready import SHOP, ready_rig
from brookwind.core.balance.sureness import share_below, sureness
from brookwind.core.balance.target import target_for
from brookwind.core.box.jug import HAND_S, JugReading, jug_test
from brookwind.core.box.stock import Stock
from brookwind.core.capacity.needs import CAST_STROKE_M, NEEDS, line_force_n, take_under_n, thrown_kg
from brookwind.core.capacity.plan import Plan
from brookwind.core.figures import NINE_IN_TEN
from brookwind.core.floats.body import float_body
from brookwind.core.floats.immersion import load_at_immersion_n, sinking_load_n, tip_per_newton_m
from brookwind.core.floats.profile import Profile
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import FloatSpec, OutlinePoint
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.flow.line_drag import cylinder_drag, float_load_n, line_load_n_m
from brookwind.core.flow.profile import USUAL_EXPONENT, Flow
from brookwind.core.flow.sphere import fall_speed_m_s, sphere_drag
from brookwind.core.flow.taut import lost_to_lean_m
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.air import AIR_KG_M3
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.matter.materials import LINE_MATERIAL, WEIGHT_MATERIAL
from brookwind.core.matter.viscosity import viscosity_m2_s
from brookwind.core.motion.afloat import float_drag_kg_m, lying_drag_kg_m
from brookwind.core.motion.chain import chain_of
from brookwind.core.motion.forces import State, node_forces
from brookwind.core.motion.setup import Setup
from brookwind.core.motion.tangle import Tangles
from brookwind.core.rest.marks import for_mark
from brookwind.core.rest.span import span_of
from brookwind.core.rest.tip_range import doubts, skin_n, tip_range
from brookwind.core.rest.waterlines import waterlines
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.run.reach import cast_distance_m, cast_speed_m_s
from brookwind.core.situation import Situation
from brookwind.core.survey.current import bows
from brookwind.core.survey.plumbing.readings import Setup as PlumbSetup
from brookwind.core.survey.plumbing.response import response
from brookwind.core.water.sight import least_seen_area_m2, least_seen_tip_m
from brookwind.core.water.waves import chop
from brookwind.demo.load import demo_rigs

G = 9.80665
RIGS = {r.id: r for r in demo_rigs()}
PLAIN = Fluid(1000.0, 1.0e-6)


@pytest.mark.parametrize(
    ("metal", "density"),
    [("lead", 11340), ("tin", 7290), ("tungsten", 19300), ("bismuth", 9780), ("brass", 8500), ("steel", 7850)],
)
def test_metals_weigh_what_tables_say(metal: str, density: float) -> None:
    assert WEIGHT_MATERIAL[metal].density_kg_m3 == pytest.approx(density, rel=0.005)


def test_lines_weigh_what_their_polymers_do() -> None:
    found = {m: LINE_MATERIAL[m].density_kg_m3 for m in ("nylon", "fluorocarbon", "braid")}
    assert found == {"nylon": 1140, "fluorocarbon": 1780, "braid": 970}


@pytest.mark.parametrize(
    ("temperature", "salinity", "density"),
    # Fresh: CRC Handbook. Sea: UNESCO tables of the equation of state of 1980, which TEOS-10 follows to 0.02 kg/m3.
    [(0, 0, 999.84), (4, 0, 999.97), (10, 0, 999.70), (20, 0, 998.21), (30, 0, 995.65), (10, 35, 1026.95),
     (20, 35, 1024.76), (5, 20, 1015.79)],
)  # fmt: skip
def test_water_is_as_dense_as_tables_say(temperature: float, salinity: float, density: float) -> None:
    assert water_density_kg_m3(temperature, salinity) == pytest.approx(density, abs=0.05)


@pytest.mark.parametrize(
    ("temperature", "salinity", "viscosity"),
    # CRC Handbook for fresh water; the ITTC table of 1963 for the sea, which later figures exceed by 1 % in the cold.
    [(0, 0, 1.787e-6), (5, 0, 1.519e-6), (10, 0, 1.307e-6), (20, 0, 1.004e-6), (30, 0, 0.801e-6), (15, 35, 1.188e-6),
     (5, 35, 1.561e-6)],
)  # fmt: skip
def test_cold_and_salt_make_water_thicker(temperature: float, salinity: float, viscosity: float) -> None:
    assert viscosity_m2_s(temperature, salinity) == pytest.approx(viscosity, rel=0.012)


def test_air_is_that_of_the_standard_atmosphere() -> None:
    # p / (R T) at sea level and 15 degrees.
    assert pytest.approx(101325.0 / (287.053 * 288.15), rel=1e-3) == AIR_KG_M3


def test_a_ball_is_as_wide_as_its_volume_asks() -> None:
    # An SSG in lead is 6.46 mm across: 1.6 g are 141.1 mm3.
    assert sphere_diameter_m(0.0016, 11340.0) == pytest.approx(6.458e-3, rel=1e-3)


@pytest.mark.parametrize(("reynolds", "drag"), [(0.1, 246.0), (1.0, 27.5), (10.0, 4.15), (1e3, 0.47), (1e4, 0.41)])
def test_balls_drag_as_the_standard_curve(reynolds: float, drag: float) -> None:
    # The standard drag curve (Clift, Grace and Weber, "Bubbles, Drops, and Particles", table 5.2).
    assert sphere_drag(reynolds) == pytest.approx(drag, rel=0.08)


@pytest.mark.parametrize(("reynolds", "drag"), [(1.0, 11.0), (100.0, 1.46), (1000.0, 1.1), (1e5, 1.0)])
def test_cylinders_drag_as_white_has_it(reynolds: float, drag: float) -> None:
    assert cylinder_drag(reynolds) == pytest.approx(drag, rel=0.01)


def test_a_small_ball_falls_by_stokes_law_and_a_large_one_by_newtons() -> None:
    # Stokes: (rho_s - rho) g d^2 / 18 mu, for a grain of 50 microns just heavier than water.
    d = 5e-5
    weight = submerged_weight_n(1050.0 * pi * d**3 / 6.0, 1050.0, 1000.0)
    assert fall_speed_m_s(weight, d, PLAIN) == pytest.approx(50.0 * G * d**2 / (18.0 * 1e-3), rel=0.02)
    # Newton: sqrt(4 d g (rho_s/rho - 1) / (3 C)), C = 0.4 to 0.47, for a lead of 30 g.
    d = sphere_diameter_m(0.03, 11340.0)
    weight = submerged_weight_n(0.03, 11340.0, 1000.0)
    found = fall_speed_m_s(weight, d, PLAIN)
    assert sqrt(4.0 * d * G * 10.34 / (3.0 * 0.47)) < found < sqrt(4.0 * d * G * 10.34 / (3.0 * 0.38))


def test_the_load_on_a_metre_of_line_is_that_of_the_mean_square() -> None:
    # 0.2 mm at 0.4 m/s on top; the mean square of U (1 - d/h)^(1/6.5) is U^2 / (1 + 2/6.5).
    u2 = 0.4**2 / (1.0 + 2.0 / 6.5)
    drag = 1.0 + 10.0 * (sqrt(u2) * 2e-4 / 1e-6) ** (-2.0 / 3.0)
    assert line_load_n_m(2e-4, 0.4, PLAIN) == pytest.approx(0.5 * 1000.0 * drag * 2e-4 * u2, rel=2e-3)


def test_wind_drives_three_hundredths_of_itself_along() -> None:
    still = Flow(depth_m=2.0, surface_m_s=0.0, wind_m_s=10.0)
    assert still.at(0.0) == pytest.approx(0.3, abs=0.02)
    # Drag of 5 cm2 at the speed of the skin: 0.5 rho 1.1 A (0.3)^2.
    assert float_load_n(5e-4, 0.0, 10.0, 1000.0) == pytest.approx(0.5 * 1000.0 * 1.1 * 5e-4 * 0.09, rel=0.1)


def test_the_current_follows_its_power_law_and_falls_to_nothing_at_the_bed() -> None:
    assert 6.0 <= USUAL_EXPONENT <= 7.0
    flow = Flow(depth_m=2.0, surface_m_s=0.8)
    assert flow.at(1.0) == pytest.approx(0.8 * 0.5 ** (1.0 / 6.5), rel=1e-9)
    assert flow.at(2.0) == 0.0
    near = np.array([1.981, 1.979])
    assert np.diff(flow.speed(near))[0] == pytest.approx(0.0, abs=0.02), "no jump where the law ends"
    deep = np.linspace(0.0, 2.0, 2001)
    assert np.all(np.diff(flow.speed(deep)) <= 1e-12)


def test_a_taut_line_in_a_current_leans_by_the_moment_of_its_drag() -> None:
    # A uniform load q on a line of length l under a pull P: lost height is about q^2 l^3 / (6 P^2).
    flow = Flow(depth_m=1.0, surface_m_s=0.3, exponent=1e6)
    q = 0.5 * 1000.0 * cylinder_drag(0.3 * 2e-4 / 1e-6) * 2e-4 * 0.09
    found = float(lost_to_lean_m(1.0, 2e-4, np.array([0.5]), 0.0, flow, PLAIN)[0])
    assert found == pytest.approx(q**2 / (6.0 * 0.5**2), rel=0.08)


def test_surfaces_and_volumes_of_a_cone() -> None:
    cone = Profile([(0.0, 0.0), (0.04, 0.03)])
    assert cone.surface_m2 == pytest.approx(pi * 0.03 * 0.05, rel=1e-9), "pi r times the slant height"
    assert cone.volume_m3 == pytest.approx(pi * 0.03**2 * 0.04 / 3.0, rel=1e-9)
    assert cone.moment_below_m4(0.04) == pytest.approx(cone.volume_m3 * 0.03, rel=1e-9), "at three quarters"


def rod(length_m: float, diameter_m: float, mass_kg: float) -> FloatSpec:
    """A float that is a plain rod."""
    outline = (
        OutlinePoint(height_m=0.0, diameter_m=diameter_m),
        OutlinePoint(height_m=length_m, diameter_m=diameter_m),
    )
    return FloatSpec(type="straight-waggler", profile=outline, own_mass_kg=mass_kg)


def test_a_rod_stands_by_archimedes_and_its_waterplane() -> None:
    body = float_body(rod(0.2, 0.006, 0.001))
    area = pi * 0.003**2
    assert tip_per_newton_m(body, 0.1, 1000.0) == pytest.approx(1.0 / (1000.0 * G * area), rel=1e-9)
    assert sinking_load_n(body, 1000.0) == pytest.approx(G * (1000.0 * area * 0.2 - 0.001), rel=1e-9)
    # rho V b + rho I - m c about the base: V = A z, b = z / 2, I = pi r^4 / 4.
    z, waterplane = 0.1, pi * 0.003**4 / 4.0
    moment = 1000.0 * (area * z * z / 2.0 + waterplane) - 0.001 * body.centre_of_mass_m
    assert righting_stiffness_n_m(body, z, 1000.0) == pytest.approx(G * moment, rel=1e-9)


def test_the_skin_of_the_water_pulls_on_the_whole_rim() -> None:
    # 72.8 mN/m round a bristle of 1 mm.
    assert surface_tension_n(0.0005) == pytest.approx(pi * 0.001 * 0.0728, rel=0.02)


def test_a_rod_drags_with_what_is_under_water() -> None:
    body = float_body(rod(0.2, 0.006, 0.001))
    assert float_drag_kg_m(body, 0.1, 1000.0) == pytest.approx(0.5 * 1000.0 * 1.1 * 0.006 * 0.1, rel=0.03)
    sunk = 0.001 / (1000.0 * pi * 0.003**2 * 0.2)
    assert lying_drag_kg_m(body, 1000.0) == pytest.approx(0.5 * 1000.0 * 0.5 * pi * 0.003**2 * sunk, rel=1e-6)


def one_ball() -> tuple[Rig, float]:
    """A rig in fresh water at 20 degrees with one shot of 1 g, and its water."""
    rig = RIGS["rudd-strung"]
    first = next(c for c in rig.components if isinstance(c, Shot) and c.role != "lock")
    kept = [c for c in rig.components if not isinstance(c, Shot) or c is first or c.role == "lock"]
    kept = [c.model_copy(update={"mass_kg": 0.001}) if c is first else c for c in kept]
    rig = rig.replace_components(tuple(kept))
    rig = rig.model_copy(update={"water": rig.water.model_copy(update={"temperature_c": 20.0, "salinity": 0.0})})
    return rig, 998.2


def test_a_piece_moves_half_its_volume_of_water_along_and_line_all_of_it() -> None:
    rig, water = one_ball()
    bare = rig.replace_components(tuple(c for c in rig.components if not isinstance(c, Shot) or c.role == "lock"))
    with_, without = (chain_of(r, Situation(r).settled.hanging, water) for r in (rig, bare))
    added = float(with_.mass_kg.sum() - without.mass_kg.sum())
    assert added == pytest.approx(0.001 + 0.5 * water * 0.001 / 11340.0, rel=1e-6)
    lines = [c for c in rig.components if c.kind == "line"]
    upper, total = rig.setting_m, 0.0
    for line in lines:
        length = max(0.0, upper - line.lower_m)
        total += length * pi * line.diameter_m**2 / 4.0 * (line.density_kg_m3 + water)
        upper = min(upper, line.lower_m)
    hung = [i.component for i in Situation(bare).settled.hanging.items if not i.above]
    pieces = sum(c.mass_kg * (1.0 + 0.5 * water / c.density_kg_m3) for c in hung)  # type: ignore[union-attr]
    assert float(without.mass_kg.sum()) == pytest.approx(total + pieces, rel=1e-6)


def test_a_balls_drag_on_its_node_is_that_of_a_ball() -> None:
    rig, water = one_ball()
    chain = chain_of(rig, Situation(rig).settled.hanging, water)
    shot = next(c for c in rig.components if isinstance(c, Shot) and c.role != "lock")
    at = chain.node[shot.id]
    d = sphere_diameter_m(0.001, 11340.0)
    n = chain.nodes
    still = State(np.zeros(n), np.linspace(0.1, 0.8, n), np.zeros(n), np.zeros(n), np.zeros(n))
    flow = Flow(depth_m=50.0, surface_m_s=0.5, exponent=1e6)
    forces = node_forces(chain, still, Setup(flow=flow, water_kg_m3=water), -1.0)
    drag = 0.5 * water * sphere_drag(0.5 * d / viscosity_m2_s(20.0)) * pi * d**2 / 4.0 * 0.25
    assert float(forces.fx[at]) == pytest.approx(drag, rel=0.01)
    assert float(forces.fz[at]) == pytest.approx(float(chain.weight_n[at]), rel=1e-6)


def test_waves_are_those_of_the_manual() -> None:
    # Shore Protection Manual 1984, 10 m/s over 1 km: adjusted speed 0.71 U^1.23 = 12.06 m/s.
    stress = 0.71 * 10.0**1.23
    found = chop(10.0, 1000.0)
    assert found.height_m == pytest.approx(5.112e-4 * stress * sqrt(1000.0), rel=0.01), (
        "its own shortcut for deep water"
    )
    assert found.period_s == pytest.approx(6.238e-2 * (stress * 1000.0) ** (1.0 / 3.0), rel=0.01)


def test_what_is_just_seen_grows_with_the_square_of_the_distance() -> None:
    minute = pi / 180.0 / 60.0
    assert least_seen_area_m2(30.0) == pytest.approx((30.0 * minute) ** 2, rel=1e-12)
    assert least_seen_tip_m(30.0, 0.003) == pytest.approx((30.0 * minute) ** 2 / 0.003, rel=1e-12)


def test_a_cast_is_a_throw_with_drag() -> None:
    # Without drag half the throw at 45 degrees is v^2 / g; with it the logarithm of quadratic drag.
    body = float_body(rod(0.2, 0.006, 0.001))
    mass = 0.005
    v2 = 32.0**2 * mass / (mass + 0.005)
    assert cast_speed_m_s(mass) == pytest.approx(sqrt(v2), rel=1e-9)
    shown = (pi * 0.006 * 0.2 + 2.0 * pi * 0.003**2) / 4.0
    length = 2.0 * mass / (AIR_KG_M3 * 0.3 * shown)
    assert cast_distance_m(body, mass) == pytest.approx(0.8 * length * log(1.0 + v2 / G / length), rel=0.03)
    assert cast_distance_m(body, mass) < v2 / G


def test_needs_by_hand() -> None:
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.003))
    plan = Plan(depth_m=2.0, line_m=2.0, tip_m=0.006, conditions=Conditions(wind_m_s=8.0, fetch_m=400.0))
    water = water_density_kg_m3(15.0)
    floats = sinking_load_n(body, water) - load_at_immersion_n(body, body.length_m - 0.006, water)
    moved = thrown_kg(plan, body) + 0.06 * water * body.profile.volume_m3
    assert take_under_n(plan, body) == pytest.approx(floats + 0.25 * moved, rel=1e-9)
    mass = thrown_kg(plan, body)
    stroke = mass * cast_speed_m_s(mass) ** 2 / (2.0 * line_force_n(plan, body))
    assert stroke == pytest.approx(CAST_STROKE_M), "from rest, at an even pull: v^2 = 2 F s / m"
    assert 0.5 < CAST_STROKE_M < 6.0, "a rod moves its tip over metres"
    by_id = {n.id: n for n in NEEDS}
    waves = chop(8.0, 400.0)
    limit = by_id["chop"].limit(plan)
    assert limit == pytest.approx(pi * waves.height_m / waves.period_s), "the fastest a trough falls"
    calm = plan.model_copy(update={"depth_m": 1.5, "conditions": Conditions()})
    assert by_id["splash"].limit(calm) == pytest.approx(0.006 * 1.5)


def test_the_chances_of_a_normal_and_an_even_error() -> None:
    # By quadrature of the convolution.
    sigma, half = 0.7, 1.3
    u = np.linspace(-half, half, 20001)
    for x in (-1.0, 0.2, 0.9, 2.0):
        by_sum = float(np.mean([0.5 * (1.0 + erf((x - a) / sigma / sqrt(2.0))) for a in u]))
        assert share_below(x, sigma, half) == pytest.approx(by_sum, abs=1e-4)
    assert share_below(0.0, 0.0, 2.0) == 0.5
    assert share_below(-1.0, 0.0, 2.0) == 0.25


def test_sureness_counts_what_trimming_leaves_and_no_more() -> None:
    settled = Situation(RIGS["rudd-strung"]).settled
    spec = RIGS["rudd-strung"].float_piece.spec
    found = sureness(settled, spec, 0.005, tolerance_m=0.002)
    assert found is not None
    parts = {d.id: d.sigma_n for d in doubts(settled, spec)}
    assert found.load_sigma_n == pytest.approx(sqrt(sum(v**2 for k, v in parts.items() if k != "skin")), rel=1e-9)
    # Trimmed, the middle is the wish, and only the bait and the skin of the water are in doubt.
    body, water = settled.body, settled.water_kg_m3
    aim, low, high = (load_at_immersion_n(body, body.length_m - tip, water) for tip in (0.005, 0.003, 0.007))
    within = share_below(low - aim, parts["bait"], skin_n(settled)) - share_below(
        high - aim, parts["bait"], skin_n(settled)
    )
    assert found.trimmed.within == pytest.approx(within, rel=1e-9)
    assert found.trimmed.within > found.tied.within
    # An even pull between plus and minus s has the standard deviation s / sqrt(3).
    skin = surface_tension_n(settled.body.profile.radius_m(settled.immersion_m))
    assert parts["skin"] == pytest.approx(skin / sqrt(3.0), rel=1e-9)


def test_the_smallest_change_tells_the_side_of_the_tip(stock: Stock) -> None:
    rig = RIGS["rudd-strung"]
    sunk = adjust(rig, stock, seen_tip_m=0.002)
    high = adjust(rig, stock, seen_tip_m=0.009)
    assert sunk.missing_kg < 0.0 < high.missing_kg
    for found, seen in ((sunk, 0.002), (high, 0.009)):
        nearest = min(found.options, key=lambda o: abs(o.error_m))
        assert abs(nearest.error_m) < abs(seen - 0.005)
        assert nearest.tip_m == pytest.approx(0.005 + nearest.error_m, abs=1e-9)
        by_lead = sorted(found.options, key=lambda o: -sum(c.mass_kg for c in o.rig.components if isinstance(c, Shot)))
        tips = [o.tip_m for o in by_lead]
        assert len(tips) > 1
        assert tips == sorted(tips), "the less lead, the more tip"


def test_an_overloaded_float_is_right_with_the_excess_on_the_line() -> None:
    held = ready_rig("pole-slider", Water(depth_m=3.0), "h", "Held").rig
    target = target_for(Situation(held))
    assert target.overload > 1.0
    assert target.error_m(target.pull_n) == pytest.approx(0.0, abs=1e-9)
    lighter = target.pull_n / target.overload
    assert target.error_m(lighter) > 1e-4


def test_in_the_sea_so_much_must_be_added_as_the_whole_float_is_buoyed_more() -> None:
    rig = RIGS["rudd-strung"]
    here = Situation(rig).settled
    sea = next(r for r in equivalents(rig).rows if r.name == "sea, 35 g/kg, 12 °C")
    situation = Situation(
        rig.model_copy(update={"water": rig.water.model_copy(update={"salinity": 35.0, "temperature_c": 12.0})})
    ).settled
    rise = (situation.water_kg_m3 - here.water_kg_m3) * G * here.body.profile.volume_below_m3(here.immersion_m)
    lead_n = submerged_weight_n(1.0, 11340.0, situation.water_kg_m3)
    lost = here.pull_n - situation.pull_n
    assert sea.add_kg == pytest.approx((rise + lost) / lead_n, rel=0.05)


def test_what_trimming_leaves_is_the_bait_and_the_skin() -> None:
    settled = Situation(RIGS["rudd-strung"]).settled
    spec = RIGS["rudd-strung"].float_piece.spec
    body, water = settled.body, settled.water_kg_m3
    parts = {d.id: d.sigma_n for d in doubts(settled, spec)}
    found = tip_range(settled, spec)
    left = NINE_IN_TEN * sqrt(parts["bait"] ** 2 + parts["skin"] ** 2)
    light = body.length_m - found.trimmed_high_m
    assert load_at_immersion_n(body, light, water) == pytest.approx(settled.pull_n - left, rel=1e-6)
    assert found.low_m <= found.trimmed_low_m < settled.tip_m < found.trimmed_high_m <= found.high_m


def test_an_adjustment_shows_the_tip_that_settling_its_rig_gives(stock: Stock) -> None:
    rig = RIGS["rudd-strung"]
    changed = rig.model_copy(update={"aim": rig.aim.model_copy(update={"tip_m": 0.008})})
    for option in adjust(changed, stock).options:
        shown = Situation(option.rig).settled.tip_m
        assert option.tip_m == pytest.approx(shown, abs=2e-4), [s.says for s in option.steps]
        assert option.error_m == pytest.approx(option.tip_m - 0.008, abs=1e-9)


def test_ghost_waterlines_lie_on_their_own_sides() -> None:
    settled = Situation(RIGS["rudd-strung"]).settled
    more, less = waterlines(settled, settled.pull_n)
    assert (more.change, less.change) == (1, -1)
    assert more.tip_m is None or more.tip_m < settled.tip_m
    assert less.tip_m is not None
    assert less.tip_m > settled.tip_m


def test_a_jug_is_as_sure_as_the_hand_on_the_watch() -> None:
    at = datetime(2026, 11, 23, 12, tzinfo=UTC)
    water = fluid_of(15.0)
    one = [JugReading(fall_m=0.4, time_s=2.0, at=at)]
    four = [JugReading(fall_m=0.4, time_s=t, at=at) for t in (1.9, 2.0, 2.0, 2.1)]
    single, more = jug_test(one, 2e-4, water), jug_test(four, 2e-4, water)
    assert single.sink_m_s == pytest.approx(0.2)
    alike = jug_test([*one] * 4, 2e-4, water)
    # The error of the watch falls with the root of the number of falls: v dt / T each, sqrt(n) together over n T.
    assert single.sigma_m_s == pytest.approx(0.2 * HAND_S / 2.0)
    assert alike.sigma_m_s == pytest.approx(single.sigma_m_s / 2.0)
    assert more.sigma_m_s >= alike.sigma_m_s
    wide = jug_test([JugReading(fall_m=0.4, time_s=t, at=at) for t in (1.2, 2.0, 2.0, 3.2)], 2e-4, water)
    spread = float(np.std([0.4 / t for t in (1.2, 2.0, 2.0, 3.2)], ddof=1)) / 2.0
    assert wide.sigma_m_s == pytest.approx(spread, rel=1e-6), "standard error of the mean"


def test_free_shot_on_a_leader_keeps_off_its_knot_and_hook() -> None:
    rig = ready_rig("in-line-slider", Water(depth_m=5.0), "s", "S").rig
    span = span_of(rig)
    leader = next(c.position_m for c in rig.components if c.kind == "swivel")
    assert 0.0 < span.low_m <= 0.3 * leader + 1e-9
    assert span.high_m <= 0.8 * leader


def test_line_stretches_by_hookes_law_while_it_is_plumbed() -> None:
    spec = FloatSpec(type="straight-waggler", capacity_kg=0.003)
    thin = PlumbSetup(spec=spec, plummet_kg=0.03, line_diameter_m=1e-4)
    thick = thin.model_copy(update={"line_diameter_m": 1e-3})
    awash_n = sinking_load_n(float_body(spec), water_density_kg_m3(15.0))
    stretch = 4.0 * awash_n / (2.0e9 * pi * 1e-4**2 / 4.0)
    found = response(thick, 4.0).awash_m - response(thin, 4.0).awash_m
    assert found == pytest.approx(stretch, rel=0.02)


def test_half_the_pull_on_a_bow_ends_at_the_float() -> None:
    # 10 m/s over 20 m of floating line of 0.18 mm: the air alone on the part above water, both ends sharing it.
    found = {b.line: b for b in bows(10.0, 20.0, 0.00018)}
    twice = {b.line: b for b in bows(10.0, 40.0, 0.00018)}
    for line, bow in found.items():
        assert twice[line].pull_n == pytest.approx(2.0 * bow.pull_n, rel=1e-9)
    drag = 1.0 + 10.0 * (10.0 * 0.00018 / 1.46e-5) ** (-2.0 / 3.0)
    dry = 0.5 * 1.225 * drag * 0.00018 * 10.0**2
    # The skin drifts at three hundredths of the wind, and the water drags on a cylinder by White's law again.
    slide = 0.03 * 10.0
    wet = 0.5 * 999.1 * (1.0 + 10.0 * (slide * 0.00018 / 1.139e-6) ** (-2.0 / 3.0)) * 0.00018 * slide**2
    assert found["floating"].pull_n == pytest.approx(0.5 * (0.3 * dry + wet) * 20.0, rel=0.01)
    assert found["braid"].pull_n == pytest.approx(0.5 * (0.5 * dry + wet) * 20.0, rel=0.01)


def test_a_line_that_crosses_itself_half_the_time_is_said_to() -> None:
    rig, water = one_ball()
    watch = Tangles(chain_of(rig, Situation(rig).settled.hanging, water))
    watch.upper = watch.upper[:0]
    crossing = State(np.array([0.0, 1.0, 0.0, 1.0]), np.array([0.0, 1.0, 1.0, 0.0]), *(np.zeros(4),) * 3)
    straight = State(np.zeros(4), np.arange(4.0), *(np.zeros(4),) * 3)
    watch.look(straight, 3.0)
    watch.look(crossing, 1.0)
    assert watch.crossing_share == pytest.approx(0.25)


def test_fish_near_the_surface_are_fished_at_half_their_depth() -> None:
    found = for_mark(RIGS["roach-pole"], 0.6)
    assert found.bait_m == pytest.approx(0.3)
    assert for_mark(RIGS["bream-slider"], 6.0).bait_m == pytest.approx(5.55)


def test_the_shop_sells_the_usual_series() -> None:
    masses = {s.size: s.mass_kg for s in SHOP.shot}
    assert masses["SSG"] == pytest.approx(2.0 * masses["AAA"])
    assert masses["BB"] == pytest.approx(0.0004)
