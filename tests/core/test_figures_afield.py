"""Figures of casting, feeding, the log, the day and the exercises, pinned from outside as in `test_figures`.

Sums by hand, right triangles, other formulas: each stands for a factor that nobody would see.
"""

from __future__ import annotations

import numpy as np
import pytest

from brookwind.core.floats.body import float_body
from brookwind.core.log.rates import Counted, rates
from brookwind.core.practice.deal import Dealt
from brookwind.core.practice.depth import DepthMoves, depth_auto, depth_play
from brookwind.core.practice.rating import LEAST_K, expected, rated
from brookwind.core.reading.floating import Floating
from brookwind.core.reading.likely import unexplained
from brookwind.core.reading.seen import Seen, Trial
from brookwind.core.rig.document import Rig
from brookwind.core.run.casting import CastWish, casting
from brookwind.core.run.feeder import FeederWish, dive_m, feeder
from brookwind.core.run.matching import matching
from brookwind.core.run.of_rig import HAND_M, reach_m
from brookwind.core.situation import Situation
from brookwind.core.trip.day import cases_of, haunts_of, water_over
from brookwind.core.trip.making import Made, let_fall
from brookwind.core.trip.roles import ranges
from brookwind.core.trip.tackled import Tackled

from .test_feeding import fed_float
from .test_trip import survey_of, trip

G = 9.80665


def test_a_cast_is_counted_in_turns_of_its_own_reel(rigs: dict[str, Rig]) -> None:
    slow, quick = (casting(rigs["rudd-strung"], CastWish(turn_m=t, draw_back_m=1.0)) for t in (0.5, 1.0))
    assert slow.turns == pytest.approx(slow.clip_m / 0.5)
    assert slow.back_turns == pytest.approx(2.0)
    assert quick.turns == pytest.approx(0.5 * slow.turns)


def test_what_is_heavy_for_its_width_flies_ahead(rigs: dict[str, Rig]) -> None:
    """An Avon trails its shot, 1.2 g to 80 kg/m2 of lead; a bubble full of water drags a bare hook behind it."""
    assert casting(rigs["grayling-avon"]).leads == "tail"
    assert casting(rigs["rudd-strung"]).leads == "tail"
    assert casting(rigs["char-bubble"]).leads == "float"


def test_the_rod_that_points_at_the_float_is_the_long_side_of_a_triangle(rigs: dict[str, Rig]) -> None:
    rig = rigs["grayling-avon"]
    five = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"rod_m": 5.0})})
    assert reach_m(five, HAND_M + 3.0) == pytest.approx(4.0)
    assert reach_m(five, HAND_M) == 5.0
    assert reach_m(five, HAND_M + 6.0) == 0.0


def test_a_feeder_float_dives_as_from_the_top_of_its_flight(rigs: dict[str, Rig]) -> None:
    rig = fed_float(rigs["rudd-strung"], 0.004)
    full = rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": 6.0})})
    its = full.float_piece
    loaded = float_body(its.spec.model_copy(update={"feed": 1.0}))
    flown = casting(full).flight
    from_top = min((2.0 * G * flown.highest_m) ** 0.5, flown.lands_m_s)
    assert feeder(full, FeederWish(per_cast=1.0)).dives_m == pytest.approx(
        dive_m(loaded, loaded.mass_kg, from_top, 1000.0), rel=1e-6
    )


def test_the_bait_is_timed_from_half_a_metre_to_a_tenth_over_where_it_ends(rigs: dict[str, Rig]) -> None:
    fallen = Situation(rigs["rudd-strung"]).fallen
    assert fallen is not None
    times, depths = zip(*((f.time_s, f.path[-1][1]) for f in fallen.frames), strict=True)
    # It only goes down: the last frame above each depth, and the first below it.
    above, below = (np.interp(fallen.depth_m - off, np.maximum.accumulate(depths), times) for off in (0.5, 0.1))
    assert matching(rigs["rudd-strung"], "casters").ways[0].falls_m_s == pytest.approx(0.4 / (below - above), rel=0.03)


def test_where_nothing_was_counted_the_rate_is_what_is_usual_for_all() -> None:
    unfished = rates([Counted(20, 10.0), Counted(0, 0.0)])[1]
    assert unfished.quantile(0.5) == pytest.approx(20.5 / 10.5, rel=0.12)
    assert unfished.quantile(0.9) > 2.0 * unfished.quantile(0.1), "and little is known of it"
    first = rates([Counted(0, 0.0)])[0]
    assert first.quantile(0.5) == pytest.approx(1.0, rel=0.25), "one fish an hour before anything is known"
    much = rates([Counted(300, 100.0), Counted(100, 100.0)])
    assert [r.mean for r in much] == pytest.approx([3.0, 1.0], rel=0.02)


def test_the_second_fish_hoped_for_counts_half_the_first() -> None:
    day = trip(fish=("tench", "rudd", "perch"))
    haunts = haunts_of(day, water_over(day, survey_of(day.swim), 2.0))
    shares = [sum(h.share for h in haunts if h.species == fish) for fish in day.fish]
    assert shares == pytest.approx([4.0 / 7.0, 2.0 / 7.0, 1.0 / 7.0])


def test_a_rig_that_falls_too_slowly_loses_the_deep_of_its_water(rigs: dict[str, Rig]) -> None:
    day = trip(fish=("rudd",))
    water = water_over(day, survey_of(day.swim), 2.0)
    cases = cases_of(day, water, haunts_of(day, water), 300)
    rig = rigs["rudd-strung"]
    every = np.ones(cases.n, dtype=bool)
    patient = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"settle_s": 60.0})})
    whole = let_fall(Made(rig=patient, covers=every, minutes=1.0, ready_s=None), cases, Tackled())
    assert whole.covers.all()
    assert whole.ready_s is not None
    half = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"settle_s": 0.5 * whole.ready_s})})
    left = let_fall(Made(rig=half, covers=every, minutes=1.0, ready_s=None), cases, Tackled())
    assert np.array_equal(left.covers, cases.hangs_m <= 0.5 * cases.hangs_m.max() * (1.0 + 1e-9))
    assert 0 < left.covers.sum() < cases.n


def test_a_range_that_is_one_figure_is_told_as_one() -> None:
    day = trip(fish=("rudd",))
    water = water_over(day, survey_of(day.swim), 2.0)
    haunts = haunts_of(day, water)
    cases = cases_of(day, water, haunts, 300)
    one = cases.hangs_m == cases.hangs_m[0]
    bait, *_ = ranges(one, cases, haunts)
    assert (bait.says, set(bait.figures)) == ("bait {high} down", {"high"})
    bait, *_ = ranges(np.ones(cases.n, dtype=bool), cases, haunts)
    assert bait.says == "bait {low} to {high} down"


def test_four_hundred_points_are_ten_to_one() -> None:
    assert expected(1400.0, 1) == pytest.approx(10.0 / 11.0)
    assert expected(600.0, 1) == pytest.approx(1.0 / 11.0)
    assert rated(1400.0, 1000, 1, 1.0) == pytest.approx(1400.0 + LEAST_K / 11.0)


def test_a_depth_guessed_ten_centimetres_off_keeps_two_thirds() -> None:
    dealt = Dealt(seed=3, level=1)
    settings = tuple(s.setting_m for s in depth_auto(dealt))

    def score(guess_m: float) -> float:
        done = depth_play(dealt, DepthMoves(settings_m=settings, guess_m=guess_m)).score
        assert done is not None
        return done.share

    told = depth_play(dealt, DepthMoves(settings_m=settings, guess_m=1.0)).score
    assert told is not None
    true = told.says[0].figures["true"].value
    assert score(true + 0.04) == 1.0
    assert score(true + 0.10) == pytest.approx(2.0 / 3.0)
    assert score(true - 0.125) == pytest.approx(0.5)
    assert score(true + 0.21) == 0.0
    twice = depth_play(dealt, DepthMoves(settings_m=(*settings, settings[-1]), guess_m=true)).score
    assert twice is not None
    assert twice.share == pytest.approx(0.88), "a cast more than the helper's costs 12 %"


def test_what_is_not_thought_of_makes_each_trial_as_likely_either_way(rigs: dict[str, Rig]) -> None:
    f = Floating(Situation(rigs["rudd-strung"]))
    seen = Seen(look="high", trials=(Trial(setting_m=1.0, drags=False),))
    more = Seen(look="high", trials=(*seen.trials, Trial(setting_m=3.0, drags=True)))
    none = unexplained(f, Seen(look="high"))
    assert unexplained(f, seen) == pytest.approx(none / 2.0)
    assert unexplained(f, more) == pytest.approx(none / 4.0)
