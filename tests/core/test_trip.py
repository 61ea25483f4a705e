"""The day's cases, the judgement at corners against the case itself, and the fewest rigs against exhaustive search."""

from __future__ import annotations

import itertools
from datetime import UTC, date, datetime, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.bounds import meets
from brookwind.core.errors import NotUnderstood
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.document import Rig
from brookwind.core.rig.refusals import from_validation
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.survey.document import Survey
from brookwind.core.trip.begin import begin_trip, wind_of_the_day
from brookwind.core.trip.candidates import candidates
from brookwind.core.trip.cover import Choice, best_covers, worth_tying
from brookwind.core.trip.day import cases_of, haunts_of, water_over
from brookwind.core.trip.document import MadeUp, Span, Trip
from brookwind.core.trip.judging import JUDGED, plan_at
from brookwind.core.trip.since import differs
from brookwind.core.trip.strip import moves_of, strip_of
from brookwind.core.trip.tackled import Tackled
from brookwind.core.trip.tonight import Tonight, tonight
from brookwind.core.tying.minutes import minutes_to_tie
from brookwind.demo.load import demo_box, demo_rigs, demo_surveys

BEGINS = datetime(2026, 11, 23, 8, tzinfo=UTC)
BOX = tuple(demo_box())
SURVEYS = {s.swim_id: s for s in demo_surveys()}
DEPTHS = {"skerry-wall-steps": 4.2, "tarrow-mill-glide": 1.45, "wend-mere-reed-gap": 1.9, "quarrel-pit-deep-flat": 9.0}


def trip(swim: str = "wend-mere-reed-gap", **fields: object) -> Trip:
    given = {"fish": ("rudd", "tench"), "wind_m_s": Span(low=0, high=5), "distance_m": 13.0, **fields}
    return Trip.model_validate(
        {"id": "t", "name": "A day", "swim": swim, "begins": BEGINS, "ends": BEGINS + timedelta(hours=7), **given}
    )


def survey_of(swim: str) -> Survey:
    return SURVEYS.get(swim) or Survey(swim_id=swim)


def answer(day: Trip, **tackled: object) -> Tonight:
    given = {"box": BOX, "earlier": demo_rigs(), "today": date(2026, 11, 22), **tackled}
    *_, last = tonight(day, survey_of(day.swim), DEPTHS[day.swim], Tackled(**given), n=400)  # type: ignore[arg-type]
    assert last.answer is not None
    return last.answer


SMALL = st.lists(
    st.tuples(st.integers(0, 2**12 - 1), st.sampled_from([0.0, 0.5, 2.0]), st.sampled_from([None, "a", "b"])),
    min_size=1, max_size=8,
)  # fmt: skip


@given(SMALL, st.integers(1, 4))
def test_no_other_choice_of_as_many_rigs_comes_to_more(some: list[tuple[int, float, str | None]], most: int) -> None:
    choices = [Choice(*one) for one in some]
    floats = {"a": 1, "b": 1}
    found = best_covers(choices, most, floats)

    def worth(of: tuple[int, ...]) -> float | None:
        """Cases covered less prices; None where a float is wanted twice or one of them adds nothing in any order."""
        items = [choices[i].float_item for i in of if choices[i].float_item]
        if len(items) != len(set(items)):
            return None
        covered = 0
        for i in of:
            covered |= choices[i].covers
        return covered.bit_count() - sum(choices[i].price for i in of)

    for count, cover in enumerate(found, 1):
        every = [w for of in itertools.combinations(range(len(choices)), count) if (w := worth(of)) is not None]
        got = worth(cover.chosen)
        assert got is not None
        assert len(cover.chosen) == count
        assert got == pytest.approx(max(every))
    covered = [c.covers.bit_count() for c in found]
    assert covered == sorted(set(covered))


def test_a_rig_that_hardly_adds_is_not_worth_tying() -> None:
    choices = [Choice(0b1111_1111_0000), Choice(0b0000_0000_1111)]
    assert worth_tying(best_covers(choices, 5), 12) == 2
    assert worth_tying(best_covers(choices, 5), 1200) == 1


def test_cases_span_the_day_and_the_same_seed_draws_the_same() -> None:
    day = trip("skerry-wall-steps", fish=("mullet",), current_m_s=Span(low=0.0, high=0.3), salinity=34.0)
    water = water_over(day, survey_of(day.swim), 4.2)
    haunts = haunts_of(day, water)
    assert sum(h.share for h in haunts) == pytest.approx(1.0)
    cases, again = (cases_of(day, water, haunts, 1200) for _ in range(2))
    assert np.array_equal(cases.depth_m, again.depth_m)
    assert cases.current_m_s.min() < 0.001
    assert cases.current_m_s.max() > 0.299
    assert cases.current_m_s.mean() == pytest.approx(0.15, abs=1e-3)
    # The tide's own range, and not much more.
    assert 3.2 < water.high_m - water.low_m < 4.0
    assert water.low_m - 0.1 < cases.depth_m.min() < cases.depth_m.max() < water.high_m + 0.1
    shares = np.bincount(cases.haunt) / cases.n
    assert shares == pytest.approx([h.share for h in haunts], abs=0.002)
    other = cases_of(trip("skerry-wall-steps", fish=("mullet",), seed=2), water, haunts, 1200)
    assert not np.array_equal(cases.depth_m, other.depth_m)


def test_a_depth_entered_for_the_day_wins_and_a_swim_nobody_sounded_is_doubted() -> None:
    entered = water_over(trip(depth_m=Span(low=2.0, high=3.0)), survey_of("wend-mere-reed-gap"), 1.9)
    assert (entered.low_m, entered.high_m, entered.known_by) == (2.0, 3.0, "entered")
    bare = water_over(trip(), Survey(swim_id="wend-mere-reed-gap"), 2.0)
    assert (bare.half_m, bare.known_by) == (pytest.approx(0.2), "swim")


@pytest.mark.parametrize(
    ("swim", "fields"),
    [
        ("wend-mere-reed-gap", {}),
        ("tarrow-mill-glide", {"fish": ("grayling",), "current_m_s": Span(low=0.3, high=0.8), "distance_m": 8.0}),
    ],
)
def test_what_is_judged_between_corners_agrees_with_asking_each_case_itself(
    swim: str, fields: dict[str, object]
) -> None:
    day = trip(swim, **fields)
    water = water_over(day, survey_of(swim), DEPTHS[swim])
    haunts = haunts_of(day, water)
    cases = cases_of(day, water, haunts, 300)
    tackled = Tackled(box=BOX, earlier=demo_rigs())
    found = [c for _, some in candidates(day, cases, haunts, tackled) for c in some]
    assert len(found) >= 3
    agree = asked = 0
    for candidate in found[:: max(1, len(found) // 4)][:4]:
        meant = np.flatnonzero(candidate.covers)
        for i in [*meant[:: max(1, len(meant) // 6)][:6]]:
            at = type("At", (), {"depth_m": float(cases.depth_m[i])})()
            plan = plan_at(
                candidate.rig, at, float(cases.hangs_m[i]), float(cases.current_m_s[i]), float(cases.wind_m_s[i]),
                tackled.book,
            )  # fmt: skip
            # A tenth past the limit is put up with for part of a day.
            fine = all(
                limit is None
                or meets(n, n.figure(plan, candidate.body), limit * (1.2 if n.best == "less" else 1 / 1.2))
                for n in JUDGED
                for limit in [n.limit(plan)]
            )
            agree, asked = agree + fine, asked + 1
    assert asked >= 12
    assert agree / asked >= 0.85


def test_a_day_for_two_fish_takes_a_rig_for_each_and_each_is_balanced_and_fits_its_water() -> None:
    day = trip()
    found = answer(day)
    assert found.rigs[0].role == "First"
    assert 2 <= len(found.rigs) <= 4
    assert found.share == pytest.approx(sum(r.share for r in found.rigs))
    assert found.share + found.lacking_share == pytest.approx(1.0)
    assert found.shares == tuple(sorted(found.shares))
    for one in found.rigs:
        assert one.rig.float_piece.item in {b.item for b in BOX if isinstance(b, FloatStock)}
        assert one.family == "self-loaded" or any(c.kind == "shot" for c in one.rig.components)
        assert 0.3 < one.setting_low_m <= one.setting_high_m < 2.2
        assert one.minutes == minutes_to_tie(one.rig) > 5
        assert one.ready_s is not None
        assert one.ready_s <= one.rig.conditions.settle_s
    assert {t.id for t in found.to_tie if t.id.startswith("rig")} == {f"rig {r.rig.name}" for r in found.rigs}
    assert answer(day).rigs == found.rigs


def test_fewer_rigs_may_be_wanted_and_what_is_left_out_is_said() -> None:
    one = answer(trip(rigs=1))
    assert len(one.rigs) == 1
    assert one.share < answer(trip()).share
    assert one.lacking is not None
    assert one.lacking.says


def test_a_rig_in_the_wallet_that_does_is_not_tied_again_and_one_cut_down_does_not_count() -> None:
    day = trip(fish=("rudd",), wind_m_s=Span(low=0, high=2))
    first = answer(day).rigs[0]
    wallet = MadeUp(id="w", label="winder 4", rig=first.rig, length_m=4.0, tied_on=date(2026, 11, 1))
    found = answer(day, made=[wallet])
    assert found.rigs[0].made == "w"
    assert not any(t.id == f"rig {found.rigs[0].rig.name}" for t in found.to_tie)
    assert found.wallet[0].chosen
    assert found.wallet[0].age_days == 21
    cut = answer(day, made=[wallet.model_copy(update={"cut_down": True})])
    assert all(r.made is None for r in cut.rigs)
    assert not cut.wallet[0].chosen
    short = answer(day, made=[wallet.model_copy(update={"length_m": 0.2})])
    assert short.wallet[0].share == 0.0


def test_a_float_hangs_on_one_rig_at_a_time() -> None:
    floats = [b.model_copy(update={"count": 1}) if isinstance(b, FloatStock) else b for b in BOX]
    found = answer(trip(rigs=3), box=floats)
    items = [r.rig.float_piece.item for r in found.rigs]
    assert len(items) == len(set(items)) >= 2


def test_what_the_place_forbids_is_not_tied() -> None:
    rules = PlaceRules(water_id="wend-mere", no_floats=("bodied-waggler", "straight-waggler", "loaded-waggler"))
    found = answer(trip(fish=("rudd",)), rules=rules)
    assert all(r.rig.float_piece.spec.type not in rules.no_floats for r in found.rigs)


def test_where_the_box_has_no_float_for_it_one_is_named_to_buy_and_an_empty_box_says_so() -> None:
    deep = answer(trip("quarrel-pit-deep-flat", fish=("bream",), distance_m=28.0))
    assert deep.rigs[0].buy
    assert any(p.state == "missing" and p.tray == "floats" for p in deep.pack)
    bare = answer(trip(fish=("rudd",)), box=())
    assert bare.rigs == ()
    assert bare.problem is not None
    assert bare.problem.code == "no-rig-covers"


def test_the_tide_moves_the_stop_of_a_rig_that_fishes_the_bed_and_leaves_one_below_the_surface(
    rigs: dict[str, Rig],
) -> None:
    day, survey = trip("skerry-wall-steps", fish=("mullet",), salinity=34.0), survey_of("skerry-wall-steps")
    bed = rigs["mullet-slider"].model_copy(
        update={"aim": rigs["mullet-slider"].aim.model_copy(update={"bait_from": "bed", "bait_m": 0.5})}
    )
    moves = moves_of(day, survey, bed)
    assert len(moves) >= 8
    # Settings follow the water: as much as the tide falls, less what the tolerance swallows.
    water = water_over(day, survey, 4.2)
    assert max(m.setting_m for m in moves) - min(m.setting_m for m in moves) == pytest.approx(
        max(d for _, d in water.curve) - min(d for _, d in water.curve), abs=2 * survey.session.tolerance_m + 0.06
    )
    high = bed.model_copy(update={"aim": bed.aim.model_copy(update={"bait_from": "surface", "bait_m": 1.2})})
    assert len(moves_of(day, survey, set_stop(high, 1.25))) == 1
    strip = strip_of(day, survey)
    assert strip.sunrise is not None
    assert [w.kind for w in strip.warnings] == ["cut-off"]


def test_what_differs_since_an_earlier_day_is_told_and_what_does_not_is_not() -> None:
    before = trip(current_m_s=Span(low=0, high=0), temperature_c=12.0)
    alike = before.model_copy(update={"id": "u"})
    assert differs(before, alike, survey_of("wend-mere-reed-gap"), 1.9) == ()
    now = before.model_copy(update={"wind_m_s": Span(low=4, high=9), "temperature_c": 7.0})
    told = [t.says.format(**t.figures) for t in differs(before, now, survey_of("wend-mere-reed-gap"), 1.9)]
    assert told == ["Wind 4 m/s to 9 m/s, was 0 m/s to 5 m/s.", "Water 7 °C, colder than 12 °C."]


def test_a_day_is_begun_from_what_is_known_of_the_swim(rigs: dict[str, Rig]) -> None:
    rig = rigs["grayling-avon"]
    begun = begin_trip("t", "Tarrow", survey_of("tarrow-mill-glide"), BEGINS, 9.0, 0.0, rig, ())
    assert begun.fish == ("grayling",)
    assert begun.current_m_s.low < rig.conditions.current_m_s < begun.current_m_s.high
    assert begun.tackle == rig.conditions.tackle


@pytest.mark.parametrize(
    ("fields", "code"),
    [
        ({"ends": BEGINS}, "trip-length"),
        ({"ends": BEGINS + timedelta(hours=40)}, "trip-length"),
        ({"fish": ("rudd", "rudd")}, "fish-twice"),
        ({"wind_m_s": {"low": 0, "high": 60}}, "span-too-high"),
        ({"current_m_s": {"low": 2, "high": 1}}, "span-backwards"),
        ({"depth_m": {"low": 0, "high": 2}}, "too-shallow"),
    ],
)
def test_a_day_that_does_not_hold_together_is_refused_in_words(fields: dict[str, object], code: str) -> None:
    with pytest.raises(ValidationError) as refused:
        trip(**fields)
    assert from_validation(refused.value).problems[0].code == code


def test_a_fish_nobody_knows_is_refused() -> None:
    with pytest.raises(NotUnderstood):
        answer(trip(fish=("kraken",)))


@given(st.floats(0, 40), st.floats(0, 240))
def test_the_wind_of_a_day_is_the_less_sure_the_further_off_it_is(measured: float, off_h: float) -> None:
    day = trip()
    near, _ = wind_of_the_day(day, measured, day.begins)
    far, told = wind_of_the_day(day, measured, day.begins - timedelta(hours=off_h))
    assert near.low <= measured + 0.05 >= far.low
    assert near.high >= min(39.9, measured - 0.05)
    assert far.high - far.low >= near.high - near.low - 0.11
    assert 0 <= far.low <= far.high <= 40
    assert set(told.figures) == {"wind", "low", "high"}
