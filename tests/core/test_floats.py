"""Float bodies: capacity, immersion both ways, sea and fresh water, standing."""

from __future__ import annotations

from math import isclose, pi

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.body import float_body
from brookwind.core.floats.immersion import (
    immersion_at_load_m,
    load_at_immersion_n,
    sinking_load_n,
    tip_per_newton_m,
)
from brookwind.core.floats.spec import FloatSpec, OutlinePoint
from brookwind.core.floats.types import FLOAT_TYPE, FLOAT_TYPES
from brookwind.core.gravity import G_M_S2, LABEL_WATER_KG_M3, lead_mass_kg
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.rig.read_float import read_float

USUAL = [(t.id, c) for t in FLOAT_TYPES for c in (0.5 * t.at_kg, t.at_kg, 2.5 * t.at_kg)]


@pytest.mark.parametrize(("kind", "capacity"), USUAL)
def test_label_load_sets_the_float_to_its_design_waterline(kind: str, capacity: float) -> None:
    body = float_body(FloatSpec(type=kind, capacity_kg=capacity, feed=0.0))
    load = load_at_immersion_n(body, body.length_m - body.design_tip_m, LABEL_WATER_KG_M3)
    assert lead_mass_kg(load, LABEL_WATER_KG_M3) == pytest.approx(capacity, rel=1e-8)
    assert body.capacity_kg == body.rated_kg == pytest.approx(capacity, rel=1e-8)


@given(
    kind=st.sampled_from([t.id for t in FLOAT_TYPES]),
    grow=st.floats(0.4, 4),
    share=st.floats(0.02, 1),
    salinity=st.floats(0, 36),
)
def test_immersion_and_load_are_inverse(kind: str, grow: float, share: float, salinity: float) -> None:
    body = float_body(FloatSpec(type=kind, capacity_kg=grow * FLOAT_TYPE[kind].at_kg))
    water = water_density_kg_m3(14.0, salinity)
    z = share * body.length_m
    assert isclose(
        immersion_at_load_m(body, load_at_immersion_n(body, z, water), water) or 0.0, z, rel_tol=1e-9, abs_tol=1e-9
    )


def test_straight_tube_sinks_by_load_over_area() -> None:
    # A plain tube's tip falls by dP / (rho g pi d^2 / 4), the cylinder's closed form.
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.0012))
    z, water = 0.6 * body.length_m, 1000.0
    area = pi * (body.dimensions.body_diameter_m / 2) ** 2
    more = load_at_immersion_n(body, z, water) + 1e-4
    assert (immersion_at_load_m(body, more, water) or 0) - z == pytest.approx(1e-4 / (water * G_M_S2 * area), rel=1e-9)
    assert tip_per_newton_m(body, z, water) == pytest.approx(1 / (water * G_M_S2 * area), rel=1e-12)


def test_sea_water_adds_the_density_ratio_on_the_whole_volume() -> None:
    body = float_body(FloatSpec(type="cigar-slider", capacity_kg=0.015))
    fresh, sea = water_density_kg_m3(15.0), water_density_kg_m3(15.0, 35.0)
    z = body.length_m - body.usual_tip_m
    gain = load_at_immersion_n(body, z, sea) - load_at_immersion_n(body, z, fresh)
    assert gain == pytest.approx((sea - fresh) * G_M_S2 * body.profile.volume_below_m3(z), rel=1e-12)
    # About 4 % of the load on wagglers and sea floats; on a waggler several millimetres of tip.
    assert 0.03 < gain / load_at_immersion_n(body, z, fresh) < 0.05
    waggler = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.0012))
    z = waggler.length_m - 0.005
    load = load_at_immersion_n(waggler, z, fresh)
    assert z - (immersion_at_load_m(waggler, load, sea) or 0) > 0.003


def test_overload_sinks_and_says_so_with_none() -> None:
    body = float_body(FloatSpec(type="pole-slim", capacity_kg=0.0004))
    limit = sinking_load_n(body, 1000.0)
    assert immersion_at_load_m(body, limit, 1000.0) == pytest.approx(body.length_m)
    assert immersion_at_load_m(body, 1.0001 * limit, 1000.0) is None


def test_plain_waggler_stands_from_some_two_fifths_of_its_load() -> None:
    # Handbook 5.10: a plain straight waggler lies almost flat until some 40 % of its load hangs on it.
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.0012))
    assert 0.3 < lead_mass_kg(least_cocking_load_n(body, 1000.0) or 0.0, 1000.0) / 0.0012 < 0.5


def test_built_in_load_weighs_as_it_should() -> None:
    plain = float_body(FloatSpec(type="bodied-waggler", capacity_kg=0.003))
    loaded = float_body(FloatSpec(type="bodied-waggler", capacity_kg=0.001, built_in_kg=0.002))
    assert loaded.mass_kg > plain.mass_kg + 0.0015
    assert loaded.centre_of_mass_m < plain.centre_of_mass_m
    assert (least_cocking_load_n(loaded, 1000.0) or 0.0) < (least_cocking_load_n(plain, 1000.0) or 0.0)


def test_measures_beat_the_label_when_they_say_all() -> None:
    guessed = float_body(FloatSpec(type="pole-body-up", capacity_kg=0.0005))
    d = guessed.dimensions
    spec = FloatSpec(
        type="pole-body-up",
        capacity_kg=0.0005,
        own_mass_kg=guessed.mass_kg + 0.0001,
        stem_length_m=d.stem_length_m,
        stem_diameter_m=d.stem_diameter_m,
        body_length_m=d.body_length_m,
        body_diameter_m=d.body_diameter_m,
        tip_length_m=d.tip_length_m,
        tip_diameter_m=d.tip_diameter_m,
    )
    measured = float_body(spec)
    # A tenth of a gram heavier bears that much less before it is under, and lead weighs 1 - rho/11340 of itself there.
    less = 0.0001 / (1 - LABEL_WATER_KG_M3 / 11340)
    reserve = FLOAT_TYPE["pole-body-up"].reserve or 0.0
    assert measured.capacity_kg == pytest.approx(0.0005 - less / (1.0 + reserve), rel=1e-6)
    assert measured.guessed == ()


def points(*pairs: tuple[float, float]) -> list[dict[str, float]]:
    return [{"height_m": z, "diameter_m": d} for z, d in pairs]


@pytest.mark.parametrize(
    ("fields", "code"),
    [
        ({"own_mass_kg": 0.03, "body_diameter_m": 0.006}, "float-too-heavy"),
        ({"body_diameter_m": 0.001, "tip_diameter_m": 0.001, "stem_diameter_m": 0.001}, "float-too-small"),
        ({"tip_diameter_m": 0.02, "stem_diameter_m": 0.02}, "float-too-thick"),
        ({"type": "bananas"}, "float-type"),
        ({"type": "balloon", "body_diameter_m": 2.0}, "float-too-wide"),
        ({"type": "balloon", "capacity_kg": 36.0}, "float-too-heavy"),
        ({"ballast": 0.5}, "no-chamber"),
        ({"type": "bubble", "ballast": 1.4}, "ballast-share"),
        ({"feed_kg": 0.01}, "no-frame"),
        ({"type": "feeder-float", "feed_kg": 0.15, "capacity_kg": 0.001}, "float-too-heavy"),
        ({"capacity_kg": None}, "float-size"),
        ({"body_material": "bananas"}, "float-material"),
        ({"profile": points((0.0, 0.01), (0.05, 0.01), (0.03, 0.01))}, "profile-order"),
        ({"profile": points((0.0, 0.0), (0.1, 0.0))}, "profile-empty"),
    ],
)
def test_impossible_floats_are_refused(fields: dict[str, object], code: str) -> None:
    with pytest.raises(BrookwindError) as refused:
        float_body(read_float({"type": "bodied-waggler", "capacity_kg": 0.003, **fields}))
    assert refused.value.problems[0].code == code


def test_each_step_of_knowledge_replaces_guesses() -> None:
    label = float_body(FloatSpec(type="avon", capacity_kg=0.003))
    some = float_body(FloatSpec(type="avon", capacity_kg=0.003, body_diameter_m=0.012, tip_diameter_m=0.004))
    outline = tuple(OutlinePoint(height_m=z, diameter_m=2 * r) for z, r in label.profile.points)
    whole = float_body(FloatSpec(type="avon", capacity_kg=0.003, profile=outline))
    weighed = float_body(FloatSpec(type="avon", profile=outline, own_mass_kg=label.mass_kg))
    assert set(weighed.guessed) < set(whole.guessed) < set(some.guessed) < set(label.guessed)
    # The outline of the guess, measured, is the same float again; weighed too, it needs no label.
    assert whole.mass_kg == pytest.approx(label.mass_kg, rel=1e-6)
    assert weighed.capacity_kg == pytest.approx(0.003, rel=1e-6)


def test_bubble_takes_water_for_weight_and_loses_as_much_lift() -> None:
    empty, half = (float_body(FloatSpec(type="bubble", capacity_kg=0.015, ballast=b)) for b in (0.0, 0.5))
    water = 0.5 * empty.type.chamber * empty.profile.volume_m3 * LABEL_WATER_KG_M3
    assert half.mass_kg - empty.mass_kg == pytest.approx(water)
    assert set(empty.guessed) == {"own_mass_kg", "body_diameter_m"}
    net = 1 - LABEL_WATER_KG_M3 / 11340
    assert empty.capacity_kg - half.capacity_kg == pytest.approx(water / net)


def test_balloon_lifts_its_volume_of_water() -> None:
    body = float_body(FloatSpec(type="balloon", body_diameter_m=0.12))
    assert body.profile.volume_m3 == pytest.approx(pi * 0.12**3 / 6, rel=0.005)
    assert sinking_load_n(body, 1000.0) / G_M_S2 == pytest.approx(1000.0 * pi * 0.12**3 / 6, rel=0.01)


def test_feeder_float_rises_as_its_feed_breaks_away() -> None:
    full, half, bare = (float_body(FloatSpec(type="feeder-float", capacity_kg=0.004, feed=f)) for f in (1.0, 0.5, 0.0))
    assert full.mass_kg > half.mass_kg > bare.mass_kg
    assert full.capacity_kg < half.capacity_kg < bare.capacity_kg
    # Under water the feed weighs m (1 - 999.1 / 1250), buoyed by its own room in the frame.
    feed = full.mass_kg - bare.mass_kg
    lost = (bare.capacity_kg - full.capacity_kg) * (1 - LABEL_WATER_KG_M3 / 11340)
    assert lost == pytest.approx(feed * (1 - LABEL_WATER_KG_M3 / 1250), rel=1e-6)


@pytest.mark.parametrize(("temperature", "salinity"), [(-3, 0), (41, 0), (10, -1), (10, 43)])
def test_water_that_is_not_fished_is_refused(temperature: float, salinity: float) -> None:
    with pytest.raises(OutOfRange):
        water_density_kg_m3(temperature, salinity)


def test_a_label_is_meant_at_the_floats_own_mark() -> None:
    low, high = (float_body(FloatSpec(type="avon", capacity_kg=0.003, mark_m=m)) for m in (0.005, 0.025))
    assert low.capacity_kg == pytest.approx(high.capacity_kg)
    # Meant with more of it out of the water, the same label is a larger float.
    assert high.profile.volume_m3 > low.profile.volume_m3
    with pytest.raises(OutOfRange, match="what stands out above the mark"):
        float_body(FloatSpec(type="avon", capacity_kg=0.003, mark_m=0.4))
