"""Feed: carried by the current as it sinks, met by the bait, measured for a day."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from scipy.integrate import quad

from brookwind.core.errors import BrookwindError, NotUnderstood, OutOfRange
from brookwind.core.floats.body import float_body
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.flow.grain import grain_drag, grain_fall_m_s, sphericity
from brookwind.core.flow.profile import Flow
from brookwind.core.flow.sphere import sphere_drag
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.motion.feed import FEEDS, falls_at_m_s
from brookwind.core.rig.book import SHIPPED
from brookwind.core.rig.document import Rig
from brookwind.core.run.feeder import dive_m, feeder
from brookwind.core.run.feeding import Groundbait, Thrown, feed_lead_m, feeding, groundbait
from brookwind.core.run.matching import matching
from brookwind.core.run.ways import feed_to_pack, usual_thrown, usual_way

WATER = fluid_of(12.0)


def test_a_uniform_current_carries_it_for_as_long_as_it_sinks_and_a_sheared_one_by_its_integral() -> None:
    even = Flow(depth_m=2.0, surface_m_s=0.4, speeds=((0.0, 0.4), (1.999, 0.4)), near_bed=1e-9)
    assert float(feed_lead_m(even, 0.05, 1.9)) == pytest.approx(0.4 * 1.9 / 0.05, rel=1e-3)
    sheared = Flow(depth_m=2.0, surface_m_s=0.5)
    exact, _ = quad(lambda z: float(sheared.speed(np.array(z))), 0.0, 2.0, points=[1.98], limit=200)
    assert float(feed_lead_m(sheared, 0.08, 2.0)) == pytest.approx(exact / 0.08, rel=1e-3)
    assert float(feed_lead_m(Flow(depth_m=2.0, surface_m_s=0.0), 0.05, 2.0)) == 0.0


@given(st.floats(1.0, 5000.0), st.floats(0.4, 0.88), st.floats(1.01, 1.03))
def test_the_less_it_is_like_a_ball_the_more_the_water_holds_it(reynolds: float, round_: float, more: float) -> None:
    assert grain_drag(reynolds, round_) > grain_drag(reynolds, min(0.999, round_ * more)) > 0.9 * sphere_drag(reynolds)


def test_a_maggot_does_not_fall_like_a_ball() -> None:
    maggot = next(f for f in FEEDS if f.id == "maggots")
    speed = falls_at_m_s(maggot.mass_kg, maggot.density_kg_m3, WATER, maggot.length_m)
    assert 0.045 < speed < 0.07, "some five or six centimetres a second"
    assert speed < 0.75 * falls_at_m_s(maggot.mass_kg, maggot.density_kg_m3, WATER)
    volume = maggot.mass_kg / maggot.density_kg_m3
    assert grain_fall_m_s(1e-5, volume, 0.001, WATER) == pytest.approx(grain_fall_m_s(1e-5, volume, 0.0, WATER))
    assert sphericity(volume, 0.02) < sphericity(volume, 0.01) < sphericity(volume, 0.006) < 1.0
    ball = next(f for f in FEEDS if f.id == "groundbait")
    assert falls_at_m_s(ball.mass_kg, ball.density_kg_m3, WATER) > 0.4


def test_it_is_thrown_so_that_it_lies_where_the_bait_comes_to_depth(rigs: dict[str, Rig]) -> None:
    rig = rigs["grayling-avon"]
    slow, quick = (feeding(rig, Thrown(feed=f)) for f in ("casters", "groundbait"))
    assert slow.throw_m is not None
    assert quick.throw_m is not None
    assert slow.throw_m + slow.lead_m == pytest.approx(quick.throw_m + quick.lead_m)
    assert slow.throw_m < quick.throw_m, "what sinks slowly goes in further up"
    assert slow.low_m < slow.lead_m < slow.high_m
    assert (slow.meets, quick.meets) == ("after", "before")
    still = rigs["rudd-strung"]
    assert feeding(still, Thrown()).lead_m == 0.0


def test_a_day_of_feed_by_hand(rigs: dict[str, Rig]) -> None:
    """12 casters 30 times an hour for 5 hours: 1800 of 40 mg, 72 g; at 1060 kg/m3 and 0.6 packed 0.113 l."""
    found = feeding(rigs["rudd-strung"], Thrown(feed="casters", each=12, casts_an_hour=30.0, hours=5.0))
    assert found.items == 1800
    assert found.kg == pytest.approx(0.072)
    assert found.litres == pytest.approx(0.1132, abs=1e-4)
    assert "0.1 l or 0.2 pints" in found.amount.says


def test_soil_takes_groundbait_down() -> None:
    light, heavy = Groundbait(), Groundbait(soil_share=1.5)
    assert heavy.density_kg_m3 > light.density_kg_m3 > 950.0
    assert heavy.balls > light.balls
    down = [groundbait(m, 3.0, WATER).fall_s for m in (light, heavy)]
    assert down[1] < down[0]
    assert "float" in groundbait(Groundbait(water_share=2.0), 3.0, WATER).says.says


@pytest.mark.parametrize(
    ("thrown", "says"),
    [
        ({"feed": "gravel"}, "no feed"),
        ({"feed": "floating-casters"}, "float here"),
        ({"casts_an_hour": 0.0}, "greater than 0"),
        ({"hours": -1.0}, "greater than 0"),
        ({"each": 0}, "greater than or equal to 1"),
    ],
)
def test_what_cannot_be_fed_is_refused(rigs: dict[str, Rig], thrown: dict[str, object], says: str) -> None:
    with pytest.raises((ValidationError, BrookwindError), match=says):
        feeding(rigs["rudd-strung"], Thrown.model_validate(thrown))


def test_the_bait_falls_slower_the_more_line_above_it_is_bare(rigs: dict[str, Rig]) -> None:
    found = matching(rigs["rudd-strung"], "casters")
    falls = [w.falls_m_s for w in found.ways]
    assert falls == sorted(falls, key=lambda v: -(v or 0.0)), "the lower shot takes it down"
    assert found.ways[0].now
    assert found.nearest == len(falls) - 1
    assert "free of shot it falls" in found.says.says
    with pytest.raises(OutOfRange, match="no shot on the line"):
        matching(rigs["bream-slider"], "casters")
    with pytest.raises(OutOfRange, match="float here"):
        matching(rigs["rudd-strung"], "floating-casters")
    with pytest.raises(NotUnderstood, match="no feed"):
        matching(rigs["rudd-strung"], "gravel")


def fed_float(rig: Rig, capacity_kg: float) -> Rig:
    its = rig.float_piece.model_dump()
    its["spec"] = {"type": "feeder-float", "capacity_kg": capacity_kg}
    parts = [its if c.kind == "float" else c.model_dump() for c in rig.components]
    return Rig.model_validate({**rig.model_dump(), "components": parts})


def test_a_feeder_float_rises_as_it_empties_and_dives_no_deeper_than_the_bed(rigs: dict[str, Rig]) -> None:
    found = feeder(fed_float(rigs["rudd-strung"], 0.004))
    tips = [s.tip_m for s in found.shows]
    assert tips == sorted(tips)
    assert found.feed_kg == pytest.approx(0.012)
    assert 0.3 < found.dives_m <= 1.9
    shallow = rigs["rudd-strung"].model_copy(
        update={"water": rigs["rudd-strung"].water.model_copy(update={"depth_m": 0.75})}
    )
    assert feeder(fed_float(shallow, 0.008)).touches
    with pytest.raises(OutOfRange, match="holds no feed"):
        feeder(rigs["rudd-strung"])


def test_a_float_let_go_at_the_surface_dives_as_a_body_that_swings_about_its_waterline() -> None:
    """Half a period of m z'' = m g - rho g A z from rest at the surface: it goes to twice its draft."""
    rod = [{"height_m": z, "diameter_m": 0.01} for z in (0.0, 0.5)]
    stick = float_body(FloatSpec.model_validate({"type": "stick", "profile": rod}))
    draft = 0.2
    mass = 1000.0 * 3.14159265 * 0.005**2 * draft
    assert dive_m(stick, mass, 0.0, 1000.0) == pytest.approx(2.0 * draft, rel=0.15), "less what the water takes"


def test_what_is_fed_is_packed_once_by_the_rig_that_takes_most(rigs: dict[str, Rig]) -> None:
    packed = feed_to_pack([rigs["rudd-strung"], rigs["grayling-avon"], rigs["zander-drift"]], SHIPPED, 4.0)
    assert [p.id for p in packed] == ["casters", "maggots"], "nothing for a hunter"
    assert "4 hours" in packed[0].says.says
    assert usual_way(rigs["roach-pole"].model_copy(update={"family": "slap-rig"}), SHIPPED).id == "slap"
    assert usual_thrown(rigs["zander-drift"], SHIPPED) is None
