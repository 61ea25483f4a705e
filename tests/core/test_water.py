"""Tide, levels, timetable, section, current, waves, light, marks: against closed forms and independent sums."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from math import asin, cos, degrees, pi, radians, sin

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from utide._ut_constants import constit_index_dict
from utide.harmonics import FUV

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.answers.water import Look, look
from brookwind.core.errors import OutOfRange
from brookwind.core.rest.marks import for_mark
from brookwind.core.rig.book import SHIPPED
from brookwind.core.rig.document import Rig
from brookwind.core.survey.bed_map import along_run, bed_map
from brookwind.core.survey.current import bows, current, profile_at
from brookwind.core.survey.document import (
    Changing,
    Drift,
    Gauged,
    LevelReading,
    Place,
    Session,
    Sounding,
    Steady,
    Survey,
    TideStation,
    TideTable,
    Turn,
)
from brookwind.core.survey.keep import sounding_from
from brookwind.core.survey.level import level_m, rate_m_h
from brookwind.core.survey.lies import Bed, spots
from brookwind.core.survey.light import daylight, light
from brookwind.core.survey.place import position, seen_from
from brookwind.core.survey.plumbing.infer import plumb
from brookwind.core.survey.plumbing.readings import Cast, High, Plumbing
from brookwind.core.survey.relevel import Relevel, at_level, relevel
from brookwind.core.survey.section import column_at, even_run, section
from brookwind.core.survey.timetable import Plan, timetable
from brookwind.core.water.stations import STATIONS
from brookwind.core.water.tide import CONSTITUENT, Harmonic, Station, tide_heights_m, turns
from brookwind.core.water.waves import chop
from brookwind.demo.load import demo_surveys
from tests.core.plumbing import SETUP

SKERRY = STATIONS[0]
MONTH = np.arange(datetime(2026, 11, 1, tzinfo=UTC).timestamp(), datetime(2026, 12, 1, tzinfo=UTC).timestamp(), 1200.0)


def at(hour: float, day: int = 23) -> datetime:
    return datetime(2026, 11, day, tzinfo=UTC) + timedelta(hours=hour)


# Tide


def _argument(name: str, unix_s: np.ndarray) -> np.ndarray:
    """V in cycles by another library, from its own tables."""
    days = unix_s / 86400.0 + date(1970, 1, 1).toordinal()
    index = np.array([constit_index_dict[name]])
    return FUV(days, float(days.mean()), index, 54.0, [0, 1, 0, 0])[2][:, 0]


def _nodal(name: str, unix_s: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """f and u (degrees) written out anew from the node's longitude, for the main constituents."""
    days = unix_s / 86400.0 - 10957.5
    n = np.radians(125.0445 - 0.05295377 * days)
    f = {
        "M2": 1 - 0.037 * np.cos(n), "K2": 1.024 + 0.286 * np.cos(n), "K1": 1.006 + 0.115 * np.cos(n),
        "O1": 1.009 + 0.187 * np.cos(n),
    }  # fmt: skip
    u = {"M2": -2.1 * np.sin(n), "K2": -17.7 * np.sin(n), "K1": -8.9 * np.sin(n), "O1": 10.8 * np.sin(n)}
    if name in f:
        return f[name], u[name]
    if name in {"N2", "MU2", "NU2", "MS4"}:
        return f["M2"], u["M2"]
    if name == "M4":
        return f["M2"] ** 2, 2 * u["M2"]
    return np.ones_like(n), np.zeros_like(n)


def test_heights_agree_with_an_independent_harmonic_sum_to_a_millimetre() -> None:
    total = np.full_like(MONTH, SKERRY.mean_m)
    for c in SKERRY.constituents:
        f, u = _nodal(c.name, MONTH)
        total += f * c.amplitude_m * np.cos(2 * pi * _argument(c.name, MONTH) + np.radians(u - c.phase_deg))
    assert np.abs(total - tide_heights_m(SKERRY, MONTH)).max() < 1e-3


@pytest.mark.parametrize("name", CONSTITUENT)
def test_each_constituent_keeps_the_phase_of_another_library(name: str) -> None:
    station = Station(name="one", mean_m=0.0, constituents=(Harmonic(name=name, amplitude_m=1.0, phase_deg=0.0),))
    f, u = np.ones_like(MONTH), np.zeros_like(MONTH)
    if CONSTITUENT[name].nodal:
        alone = Station(name="x", mean_m=0.0, constituents=(Harmonic(name=name, amplitude_m=1.0, phase_deg=90.0),))
        c, s = tide_heights_m(station, MONTH), tide_heights_m(alone, MONTH)
        f, phase = np.hypot(c, s), np.arctan2(s, c)
        off = (phase - 2 * pi * _argument(name, MONTH) + pi) % (2 * pi) - pi
        assert np.abs(off).max() < radians(24.0 if name == "MF" else 18.0)
        assert np.ptp(f) < 0.01
        return
    assert tide_heights_m(station, MONTH) == pytest.approx(
        f * np.cos(2 * pi * _argument(name, MONTH) + np.radians(u)), abs=1e-4
    )


def test_the_demo_tide_turns_as_semidiurnal_tides_do() -> None:
    times = np.arange(at(0).timestamp(), at(24).timestamp(), 600.0)
    found = turns(times, tide_heights_m(SKERRY, times))
    kinds = [w for w, _, _ in found]
    assert len(kinds) in {3, 4}
    assert all(a != b for a, b in pairwise(kinds))
    gaps = np.diff([t for _, t, _ in found]) / 3600.0
    assert ((gaps > 5.5) & (gaps < 7.0)).all()
    heights = [h for _, _, h in found]
    assert max(heights) - min(heights) == pytest.approx(3.6, abs=0.25)


# Levels


def test_two_times_and_two_heights_make_a_half_cosine() -> None:
    table = TideTable(turns=(Turn(what="high", at=at(6), height_m=4.4), Turn(what="low", at=at(12.2), height_m=0.8)))
    assert level_m(table, at(6)) == pytest.approx(4.4)
    assert level_m(table, at(9.1)) == pytest.approx(2.6)
    assert level_m(table, at(6 + 6.2 / 3)) == pytest.approx(2.6 + 1.8 * cos(pi / 3))
    # Carried on like the nearest turn.
    assert level_m(table, at(18.4)) == pytest.approx(4.4)


@pytest.mark.parametrize(
    ("entries", "sentence"),
    [
        ([("high", 6, 4.4), ("high", 18.4, 4.3)], "the next low is missing"),
        ([("high", 6, 4.4), ("low", 18.4, 0.6)], "the next low is missing"),
        ([("low", 0, 0.8), ("high", 6, 4.4), ("low", 12.2, 4.6)], "not above"),
    ],
)
def test_a_table_with_a_turn_missing_is_refused(entries: list[tuple[str, float, float]], sentence: str) -> None:
    table = TideTable(turns=tuple(Turn(what=w, at=at(h), height_m=z) for w, h, z in entries))  # type: ignore[arg-type]
    with pytest.raises(OutOfRange, match=sentence):
        level_m(table, at(8))


def test_read_levels_are_joined_and_carried_on_at_their_last_rate() -> None:
    river = Gauged(readings=tuple(LevelReading(at=at(h), level_m=0.4 + 0.05 * h) for h in (6, 7, 8, 9)))
    assert level_m(river, at(6.5)) == pytest.approx(0.725)
    assert level_m(river, at(11)) == pytest.approx(0.95)
    assert rate_m_h(river, at(8)) == pytest.approx(0.05)
    drawn = Changing(at=at(6), level_m=0.0, rate_m_h=-0.02)
    assert level_m(drawn, at(16)) == pytest.approx(-0.2)
    twice = Gauged(readings=(LevelReading(at=at(6), level_m=1), LevelReading(at=at(6), level_m=2)))
    with pytest.raises(OutOfRange, match="same time"):
        level_m(twice, at(6))


# Timetable


def plan(**changes: object) -> Plan:
    base = {"level": TideStation(station=SKERRY), "bed_m": -1.6, "start": at(9), "end": at(16), "bait_m": 0.3}
    return Plan.model_validate({**base, **changes})


@given(tolerance=st.floats(0.03, 0.6), begin=st.floats(0, 20), hours=st.floats(0.5, 12))
def test_the_bait_stays_within_the_tolerance_all_session(tolerance: float, begin: float, hours: float) -> None:
    p = plan(tolerance_m=tolerance, start=at(begin), end=at(begin + hours))
    table = timetable(p)
    for minute in np.linspace(0.0, hours * 60.0 - 1.0, 40):
        then = at(begin) + timedelta(minutes=float(np.floor(minute)))
        move = [m for m in table.moves if m.at <= then][-1]
        height = (level_m(p.level, then) - p.bed_m) - move.setting_m
        assert abs(height - p.bait_m) <= tolerance + 0.005


def test_no_fewer_moves_would_do() -> None:
    """On a steady fall a band of twice the tolerance serves for a known time; the last may be cut short."""
    fall = Changing(at=at(6), level_m=3.0, rate_m_h=-0.5)
    table = timetable(plan(level=fall, bed_m=0.0, start=at(6), end=at(9), tolerance_m=0.1))
    assert len(table.moves) == 8
    assert {round((b.at - a.at).total_seconds() / 60) for a, b in pairwise(table.moves)} <= {24, 25}
    assert table.moves[1].slide_m == pytest.approx(-0.2, abs=0.02)
    assert len(timetable(plan(level=Steady(level_m=2.0), bed_m=0.0)).moves) == 1


def test_warnings_of_the_level() -> None:
    dry = timetable(plan(bed_m=1.2, end=at(20)))
    (dries,) = [w for w in dry.warnings if w.kind == "dries"]
    assert level_m(plan().level, dries.at) - 1.2 == pytest.approx(0.33, abs=0.03)
    assert not any(dries.at < m.at < dries.until for m in dry.moves)
    deep = timetable(plan(longest_m=4.0))
    assert [w.kind for w in deep.warnings] == ["too-deep"]
    assert level_m(plan().level, deep.warnings[0].until) + 1.6 - 0.3 == pytest.approx(4.0, abs=0.02)
    cut = timetable(plan(way_out_m=3.5))
    assert [w.kind for w in cut.warnings] == ["cut-off"]
    gauge = Gauged(readings=(LevelReading(at=at(8), level_m=1.0), LevelReading(at=at(10), level_m=1.1)))
    assert [w.kind for w in timetable(plan(level=gauge)).warnings] == ["carried-on"]


def test_a_bait_set_from_the_surface_needs_no_moves() -> None:
    assert len(timetable(plan(bait_from="surface", bait_m=1.0)).moves) == 1


def test_the_session_over_a_change_of_clocks_keeps_its_length() -> None:
    """Clocks go back at 01:00 UTC on 25 October 2026 in much of Europe: moments are UTC, so nothing repeats."""
    before = datetime.fromisoformat("2026-10-25T00:30:00+01:00")
    after = datetime.fromisoformat("2026-10-25T03:30:00+00:00")
    table = timetable(plan(start=before, end=after))
    times = [m.at for m in table.moves]
    assert times == sorted(set(times))
    assert table.moves[-1].until - table.moves[0].at == timedelta(hours=4)


# Section


def sounding(distance: float, depth: float, **changes: object) -> Sounding:
    name = f"s-{distance}-{changes.get('bearing_deg', 0)}".replace(".", "-")
    return Sounding.model_validate({"id": name, "distance_m": distance, "depth_m": depth, **changes})


@given(
    depths=st.lists(st.floats(0.3, 12.0), min_size=2, max_size=12),
    gaps=st.lists(st.floats(0.3, 6.0), min_size=12, max_size=12),
)
def test_the_bed_never_overshoots_its_soundings(depths: list[float], gaps: list[float]) -> None:
    distances = np.cumsum(gaps[: len(depths)])
    drawn = section([sounding(float(d), h) for d, h in zip(distances, depths, strict=True)], 0.0)
    assert drawn is not None
    for c in drawn.columns:
        i = int(np.clip(np.searchsorted(distances, c.distance_m), 1, len(depths) - 1))
        low, high = sorted((-depths[i - 1], -depths[i]))
        if distances[0] <= c.distance_m <= distances[-1]:
            assert low - 1e-9 <= c.bed_m <= high + 1e-9
        assert c.low_m < c.bed_m < c.high_m
    for d, h in zip(distances, depths, strict=True):
        assert column_at(drawn, float(d)).bed_m == pytest.approx(-h, abs=0.25 * np.ptp(depths) + 1e-6)


def test_the_band_is_the_soundings_own_there_and_wider_between() -> None:
    drawn = section([sounding(0.0, 2.0, half_m=0.05), sounding(8.0, 2.0, half_m=0.1)], 0.0)
    assert drawn is not None
    half = {round(c.distance_m, 3): 0.5 * (c.high_m - c.low_m) for c in drawn.columns}
    assert half[0.0] == pytest.approx(0.05)
    assert half[8.0] == pytest.approx(0.1)
    # Tied at both ends: variance v + b x (L - x) / L with b at its least, 0.006 m.
    expected = 1.6448536 * ((0.05**2 + 0.1**2) / 2 / 1.6448536**2 + 0.006 * 4 * 4 / 8) ** 0.5
    assert half[4.0] == pytest.approx(expected, rel=1e-6)


def test_soundings_of_different_levels_are_put_to_one_datum() -> None:
    drawn = section([sounding(4.0, 3.0, level_m=1.5), sounding(8.0, 1.2, level_m=-0.3)], 0.0)
    assert drawn is not None
    assert {round(c.bed_m, 9) for c in drawn.columns} == {-1.5}


def test_the_shelf_of_the_pit_is_found_at_22_metres() -> None:
    pit = next(s for s in demo_surveys() if s.swim_id.startswith("quarrel"))
    drawn = section(pit.soundings, 0.0)
    assert drawn is not None
    (shelf,) = [f for f in drawn.features if f.name == "shelf"]
    assert shelf.from_m < 22.0 < shelf.to_m
    assert 0.5 * (shelf.from_m + shelf.to_m) == pytest.approx(22.0, abs=0.7)
    assert [f.name for f in drawn.features if f.kind == "flat"] == ["near flat", "deep flat"]
    inner, outer = even_run(drawn, 30.0, 0.1)
    assert 24.7 < inner < 28.0 < 36.0 < outer
    wanted = spots(Bed(drawn, pit.soundings, None), SHIPPED.fish("bream"))
    assert [w.name for w in wanted] == ["foot of the shelf", "deep flat"]
    assert all(w.why for w in wanted)
    assert shelf.to_m < wanted[0].distance_m < shelf.to_m + 1.0
    assert section(pit.soundings, 120.0) is None


def test_the_map_gives_back_a_plane() -> None:
    """Kriging of a sloping plane, noise next to nothing, is that plane inside the soundings."""
    found = []
    for bearing in (-20.0, 0.0, 20.0):
        for d in (4.0, 8.0, 12.0, 16.0, 20.0):
            right, out = d * sin(radians(bearing)), d * cos(radians(bearing))
            found.append(sounding(d, 1.0 + 0.1 * out + 0.05 * right, bearing_deg=bearing, half_m=0.01))
    cells = bed_map(found)
    inside = [c for c in cells if 6.0 < c.out_m < 16.0 and abs(c.right_m) < 2.0]
    assert len(inside) > 10
    for c in inside:
        assert -c.bed_m == pytest.approx(1.0 + 0.1 * c.out_m + 0.05 * c.right_m, abs=0.06)
    assert bed_map(found[:5]) == ()
    run = along_run(Survey(swim_id="plane", soundings=tuple(found), session=Session(distance_m=10.0)))
    assert run is not None
    assert run.slope == pytest.approx(0.05, abs=0.01)
    assert min(x for x, _ in run.points) < -3.0
    for x, deeper in run.points:
        if abs(x) < 3.0:
            assert deeper == pytest.approx(0.05 * x, abs=0.05)
    other = Survey(
        swim_id="plane", soundings=tuple(found), session=Session(distance_m=10.0), place=Place(flows_to="left")
    )
    assert (turned := along_run(other)) is not None
    assert turned.slope == pytest.approx(-run.slope, abs=1e-6)
    assert along_run(other.model_copy(update={"soundings": tuple(found[:5])})) is None
    assert along_run(other.model_copy(update={"session": Session(distance_m=60.0)})) is None


def test_a_plumbed_spot_becomes_a_sounding_with_its_width() -> None:
    cast = Cast(id="a", setting_m=1.8, seen=High(by_m=0.045), at=at(9))
    kept = sounding_from(Plumbing(id="spot", distance_m=7.0, setup=SETUP, least_m=0.5, most_m=4.0, readings=(cast,)))
    assert kept.id == "spot"
    assert kept.at == at(9)
    assert 0.01 < kept.half_m < 0.05


def test_a_plumbing_ties_the_datum_of_a_new_level_source() -> None:
    """4.2 m plumbed at ten by a level taken as nought: the station's level of ten then makes the bed."""
    taken = (
        sounding(8.0, 4.2, at=at(10)),
        sounding(5.0, 3.0),
    )
    before = Survey(swim_id="wall", soundings=taken, session=Session(way_out_m=1.0))
    after = relevel(Relevel(survey=before, level=TideStation(station=SKERRY), datum="chart datum", at=at(11)))
    ten, eleven = (level_m(after.level, at(h)) for h in (10, 11))
    assert after.datum == "chart datum"
    assert after.soundings[0].bed_m == pytest.approx(ten - 4.2)
    assert [s.depth_m for s in after.soundings] == [4.2, 3.0]
    assert after.soundings[1].bed_m == pytest.approx(eleven - 3.0)
    assert after.session.way_out_m == pytest.approx(1.0 + eleven)
    picture = look(Look(survey=after, at=at(10)))
    assert picture.here is not None
    assert picture.level is not None
    assert column_at(picture.section, 8.0).bed_m == pytest.approx(picture.level.now_m - 4.2)  # type: ignore[arg-type]


def test_a_spot_is_told_for_the_level_of_the_moment_asked() -> None:
    """The tide falls by some metres: depth and next setting follow, limits too, readings keep their own level."""
    tide = TideStation(station=SKERRY)
    cast = Cast(id="a", setting_m=1.8, seen=High(by_m=0.045), at=at(10))
    bed = Plumbing(id="s", setup=SETUP, least_m=0.5, most_m=5.0, readings=(cast,), level_m=level_m(tide, at(10)))
    early, late = (plumb(at_level(bed, tide, at(h))) for h in (10, 11.5))
    fall = level_m(tide, at(10)) - level_m(tide, at(11.5))
    assert fall > 0.3
    assert early.interval.depth_m - late.interval.depth_m == pytest.approx(fall, abs=0.01)
    assert early.next is not None
    assert late.next is not None
    assert early.next.setting_m - late.next.setting_m == pytest.approx(fall, abs=0.06)


# Current


def test_drifts_find_the_crease_and_the_profile() -> None:
    tarrow = next(s for s in demo_surveys() if s.swim_id.startswith("tarrow"))
    found = current(tarrow.drifts)
    assert found.crease is not None
    assert found.crease.distance_m == pytest.approx(4.3)
    assert found.crease.fast_is_out
    surface, n, depth = 0.8, 5.0, 2.0
    drifts = [Drift(id="top", distance_m=5, over_m=8, time_s=8 / surface)]
    for d in (0.5, 1.0, 1.6):
        speed = surface * (1 - d / depth) ** (1 / n)
        drifts.append(Drift(id=f"d{round(10 * d)}", distance_m=5, depth_m=d, over_m=8, time_s=8 / speed))
    profile = profile_at(current(drifts), 5.0, depth)
    assert profile is not None
    assert profile.measured
    assert profile.exponent == pytest.approx(n, rel=1e-6)
    assert profile.exponent_range[0] < n < profile.exponent_range[1]
    assert profile.arrows[0] == (0.0, pytest.approx(surface))
    assert profile_at(current([]), 5.0, depth) is None
    guess = profile_at(current(drifts[:1]), 5.0, depth)
    assert guess is not None
    assert not guess.measured


def test_sunk_line_bows_least() -> None:
    braid, floating, sinking = bows(5.0, 15.0, 0.0002)
    assert braid.drift_m_s == pytest.approx(0.15)
    assert braid.pull_n >= floating.pull_n > sinking.pull_n
    assert sinking.bow_m < floating.bow_m <= 5.0
    assert all(b.bow_m == 0.0 and b.mend_s is None for b in bows(0.0, 15.0, 0.0002))


# Wind and light


def test_waves_grow_with_wind_and_fetch_and_no_further_than_a_full_sea() -> None:
    heights = [chop(u, 400.0).height_m for u in (0.0, 2.0, 5.0, 10.0, 20.0)]
    assert heights == sorted(heights)
    assert heights[0] == 0.0
    assert chop(5.0, 800.0).height_m == pytest.approx(2**0.5 * chop(5.0, 400.0).height_m)
    stress = 0.71 * 1.0**1.23
    assert chop(1.0, 50_000.0).height_m == pytest.approx(0.2433 * stress**2 / 9.80665)


def test_the_sun_stands_where_astronomy_says() -> None:
    """At noon of the equinox the sun's height is 90 degrees less the latitude, and it stands in the south."""
    place = Place(latitude_deg=54.0, longitude_deg=0.0, facing_deg=180.0)
    noon = light(place, datetime(2026, 3, 20, 12, 7, tzinfo=UTC), tip_height_m=2.0)
    assert noon.elevation_deg == pytest.approx(36.0, abs=0.3)
    assert noon.azimuth_deg == pytest.approx(180.0, abs=0.6)
    assert noon.shadow_m == pytest.approx(2.0 / np.tan(radians(36.0)), rel=0.02)
    assert noon.glare == "ahead"
    assert noon.tip.colour == "black"
    assert noon.shadow_out_m == pytest.approx(-(noon.shadow_m or 0), rel=0.01)
    behind = light(place.model_copy(update={"facing_deg": 0.0}), datetime(2026, 3, 20, 12, 7, tzinfo=UTC))
    assert behind.glare == "none"
    assert (behind.shadow_out_m or 0) > 2.0
    night = light(place, datetime(2026, 3, 20, 0, 0, tzinfo=UTC))
    assert night.shadow_m is None
    assert night.tip.colour == "white"
    rise, fall = daylight(place, datetime(2026, 3, 20, 12, tzinfo=UTC))
    assert rise is not None
    assert fall is not None
    assert (fall - rise).total_seconds() / 3600 == pytest.approx(12.15, abs=0.15)
    assert daylight(Place(latitude_deg=80.0), datetime(2026, 12, 21, 12, tzinfo=UTC)) == (None, None)


@given(distance=st.floats(0.5, 300.0), bearing=st.floats(-179.0, 179.0), facing=st.floats(0.0, 360.0))
def test_positions_round_trip(distance: float, bearing: float, facing: float) -> None:
    place = Place(latitude_deg=54.0, longitude_deg=-3.0, facing_deg=facing)
    back, towards = seen_from(place, *position(place, distance, bearing))
    assert back == pytest.approx(distance, abs=1e-6)
    assert (towards - bearing + 180) % 360 - 180 == pytest.approx(0.0, abs=degrees(asin(1e-6)))


# Marks and the whole picture


def test_the_stop_for_a_mark_hangs_the_bait_above_the_fish(rigs: dict[str, Rig]) -> None:
    rig = rigs["bream-slider"]
    found = for_mark(rig, 6.4)
    assert found.bait_m == pytest.approx(5.95)
    assert found.slide_m == pytest.approx(found.setting_m - rig.setting_m)
    aim = rig.aim.model_copy(update={"bait_from": "surface", "bait_m": 5.95})
    stop = evaluate(rig.model_copy(update={"aim": aim})).stop
    assert stop is not None
    assert found.setting_m == pytest.approx(stop.wanted_m)
    with pytest.raises(OutOfRange, match=r"the leader is 80 cm long"):
        for_mark(rig, 0.4)
    with pytest.raises(OutOfRange, match="Check the mark"):
        for_mark(rig, 12.0)


@pytest.mark.parametrize("survey", demo_surveys(), ids=lambda s: s.swim_id)
def test_every_demo_swim_is_answered_whole(survey: Survey, rigs: dict[str, Rig]) -> None:
    rig = next((r for r in rigs.values() if r.water.swim == survey.swim_id), None)
    picture = look(Look(survey=survey, at=at(11), rig=rig))
    assert picture.section is not None
    assert picture.here is not None
    assert picture.here.low_m < picture.here.depth_m < picture.here.high_m
    assert picture.level is not None
    assert picture.level_problem is None
    assert (picture.timetable is None) == (survey.session.start is None)
    assert all(m.setting for m in picture.marks)


def test_a_picture_of_a_swim_nobody_knows() -> None:
    picture = look(Look(survey=Survey(swim_id="new"), at=at(11)))
    assert picture.section is None
    assert picture.here is None
    assert picture.level is not None
    assert not picture.level.changes
