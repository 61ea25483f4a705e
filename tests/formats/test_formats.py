"""Open formats: round trips are exact, bad files get a sentence, good lines stand beside bad ones."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import icalendar
import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import BrookwindError
from brookwind.core.survey.document import Changing, Place, Sounding
from brookwind.core.survey.place import position
from brookwind.core.survey.timetable import Plan, timetable
from brookwind.core.water.stations import STATIONS
from brookwind.formats.calendar import write_calendar
from brookwind.formats.echoes import soundings_from
from brookwind.formats.float_profile import read_profile, write_profile
from brookwind.formats.geojson import read_geojson, write_geojson
from brookwind.formats.gpx import Waypoint, read_gpx, write_gpx
from brookwind.formats.nmea import Echo, NmeaReader, read_log, sentence
from brookwind.formats.readings_csv import read_readings
from brookwind.formats.soundings_csv import read_soundings, write_soundings
from brookwind.formats.station import read_station, write_station
from brookwind.formats.text import MOST_BYTES

PLACE = Place(latitude_deg=54.2, longitude_deg=-2.9, facing_deg=60.0)
MOMENTS = st.datetimes(datetime(2020, 1, 1), datetime(2030, 1, 1), timezones=st.just(UTC))  # noqa: DTZ001
WORDS = st.text(st.characters(codec="utf-8", exclude_categories=["C", "Z"]), max_size=40)
SOUNDINGS = st.lists(
    st.builds(
        Sounding,
        id=st.from_regex(r"[a-z0-9][a-z0-9-]{0,20}", fullmatch=True),
        distance_m=st.floats(0, 300),
        bearing_deg=st.floats(-180, 180),
        depth_m=st.floats(0, 60),
        half_m=st.floats(0.001, 20),
        level_m=st.floats(-30, 30),
        bed=st.sampled_from(["unknown", "silt", "rock"]),
        feature=st.sampled_from(["none", "snag", "weed"]),
        at=st.none() | MOMENTS,
        note=WORDS,
    ),
    max_size=6,
).map(tuple)


@given(SOUNDINGS)
def test_soundings_come_back_exactly(soundings: tuple[Sounding, ...]) -> None:
    assert read_soundings(write_soundings(soundings).encode()).soundings == soundings
    assert read_geojson(write_geojson(soundings, PLACE).encode(), PLACE).soundings == soundings


@given(
    st.lists(
        st.builds(
            Waypoint,
            kind=st.sampled_from(["swim", "mark"]),
            id=st.from_regex(r"[a-z0-9-]{1,20}", fullmatch=True),
            name=WORDS,
            latitude_deg=st.floats(-90, 90).map(lambda v: round(v, 9)),
            longitude_deg=st.floats(-180, 180).map(lambda v: round(v, 9)),
            depth_m=st.none() | st.floats(0.01, 60),
            at=st.none() | MOMENTS.map(lambda t: t.replace(microsecond=0)),
            note=WORDS,
        ),
        max_size=5,
    )
)
def test_waypoints_come_back_exactly(points: list[Waypoint]) -> None:
    assert read_gpx(write_gpx(points).encode()) == points


def test_feet_are_turned_and_said_and_bad_lines_are_listed() -> None:
    table = "distance_m,depth_ft,note\n5,10,reeds\nfar,2,\n6,-1,\n\n7,3,a,b\n8,6.5,\n"
    got = read_soundings(table.encode())
    assert [s.depth_m for s in got.soundings] == [pytest.approx(3.048), pytest.approx(1.9812)]
    assert [r.line for r in got.refused] == [3, 4, 6]
    assert "'far' is not a number" in got.refused[0].says
    assert got.notes == ("Feet were turned into metres.",)


@pytest.mark.parametrize(
    ("data", "sentence_"),
    [
        (b"", "empty"),
        (b"depth,distance\n1,2\n", "distance or the depth with its unit"),
        (b"\xff\xfe\x00", "UTF-8"),
        (b"x" * (MOST_BYTES + 1), "cut it in two"),
    ],
)
def test_tables_that_are_none(data: bytes, sentence_: str) -> None:
    with pytest.raises(BrookwindError, match=sentence_):
        read_soundings(data)


def test_points_of_others_are_placed_by_their_coordinates() -> None:
    latitude, longitude = position(PLACE, 20.0, 10.0)
    feature = (
        f'{{"type":"Feature","geometry":{{"type":"Point","coordinates":[{longitude},{latitude}]}},'
        '"properties":{"depth_m":3.5}}'
    )
    line = '{"type":"Feature","geometry":{"type":"LineString","coordinates":[]},"properties":{"depth_m":1}}'
    got = read_geojson(f'{{"type":"FeatureCollection","features":[{feature},{line},7]}}'.encode(), PLACE)
    (one,) = got.soundings
    assert (one.distance_m, one.bearing_deg) == (pytest.approx(20.0, abs=1e-6), pytest.approx(10.0, abs=1e-4))
    assert [r.line for r in got.refused] == [2, 3]
    for bad in (b"[1,2]", b"{", b"[" * 100_000):
        with pytest.raises(BrookwindError):
            read_geojson(bad, PLACE)


def test_gpx_that_reaches_outside_is_refused() -> None:
    reaching = b"""<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY x SYSTEM "file:///etc/passwd">]>
    <gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><wpt lat="1" lon="2"><name>&x;</name></wpt></gpx>"""
    with pytest.raises(BrookwindError, match="entities or a document type"):
        read_gpx(reaching)
    for bad in (b"", b"<gpx", b"plain words"):
        with pytest.raises(BrookwindError, match="not readable GPX"):
            read_gpx(bad)


def test_a_station_comes_back_and_an_unknown_constituent_is_named() -> None:
    assert read_station(write_station(STATIONS[0]).encode()) == STATIONS[0]
    with pytest.raises(BrookwindError, match="'X9' is not known"):
        read_station(write_station(STATIONS[0]).replace("M2", "X9").encode())
    with pytest.raises(BrookwindError, match="needs name, mean_m and constituents"):
        read_station(b"[]")


# A sounder's log


def rmc(second: int, day: str = "231126", latitude: str = "5412.00000", status: str = "A") -> str:
    return sentence(
        f"GPRMC,10{second // 60:02d}{second % 60:02d},{status},{latitude},N,00254.00000,W,0.5,060.0,{day},,"
    )


def dpt(depth: float, offset: str = "0.2") -> str:
    return sentence(f"SDDPT,{depth:.2f},{offset}")


def read(lines: list[str]) -> tuple[list[Echo], NmeaReader]:
    reader = NmeaReader()
    return [e for e in read_log(lines, reader) if isinstance(e, Echo)], reader


def test_the_sentences_of_a_sounder() -> None:
    echoes, reader = read(
        [
            rmc(0),
            sentence("YXMTW,11.8,C"),
            dpt(3.0),
            sentence("SDDBT,10.0,f,,M,,F"),
            sentence("SDDBT,10.0,f,3.05,M,1.67,F"),
            sentence("SDDPT,3.00,-0.4"),
            sentence("GPGGA,100000,5412.0,N,00254.0,W,1,8,1,0,M,,M,,"),
        ]
    )
    assert [e.depth_m for e in echoes] == pytest.approx([3.2, 3.048, 3.05, 3.0])
    assert echoes[0].at == datetime(2026, 11, 23, 10, 0, tzinfo=UTC)
    assert echoes[0].latitude_deg == pytest.approx(54.2)
    assert echoes[0].longitude_deg == pytest.approx(-2.9)
    assert echoes[0].temperature_c == pytest.approx(11.8)
    assert reader.count().other == 1


def test_garbage_wrong_sums_jumps_and_lost_bottoms_are_left_out_and_said() -> None:
    good = [dpt(3.0 + 0.01 * i) for i in range(6)]
    wrong = good[0][:-2] + ("00" if good[0][-2:] != "00" else "11")
    lines = [
        *good,
        wrong,
        "$SDDPT,3.0,0.2",
        "\x00\xff garbage",
        "$" + "A" * 500,
        dpt(9.0),
        dpt(3.1),
        dpt(0.0, ""),
        sentence("SDDPT,,"),
    ]
    echoes, reader = read(lines)
    assert len(echoes) == 7
    count = reader.count()
    assert (count.bad_checksum, count.garbage, count.jumped, count.no_bottom) == (2, 2, 1, 2)
    assert "1 whose depth jumped" in count.says()
    # Two together at the new depth are an edge of the bed.
    echoes, reader = read([*good, dpt(9.0), dpt(9.1), dpt(9.1)])
    assert [e.depth_m for e in echoes[-2:]] == pytest.approx([9.3, 9.3])


def test_a_clock_that_jumps_is_said_and_gives_no_wrong_depth() -> None:
    echoes, reader = read(
        [rmc(0), dpt(3.0), rmc(1), dpt(3.0), rmc(0, day="010120"), dpt(3.0), rmc(1, day="010120"), dpt(3.0)]
    )
    assert reader.count().clock_jumps == 1
    assert "clock jumped 1 times" in reader.count().says()
    assert [e.depth_m for e in echoes] == pytest.approx([3.2] * 4)
    _, reader = read([rmc(0), rmc(1, status="V"), rmc(2)])
    assert reader.count().clock_jumps == 0


def test_echoes_are_thinned_to_a_sounding_a_metre() -> None:
    echoes = []
    for i in range(200):
        latitude, longitude = position(PLACE, 2.0 + 0.1 * i, 0.0)
        echoes.append(
            Echo(depth_m=1.0 + 0.02 * i, at=None, latitude_deg=latitude, longitude_deg=longitude, temperature_c=None)
        )
    far = Echo(depth_m=5.0, at=None, latitude_deg=55.0, longitude_deg=-2.9, temperature_c=None)
    got = soundings_from([*echoes, far], PLACE, 0.3, 0.0, 0.0)
    assert 19 <= len(got) <= 22
    for s in got:
        assert s.depth_m == pytest.approx(1.0 + 0.2 * (s.distance_m - 2.0), abs=0.02)
        assert s.level_m == 0.3
    still = [
        Echo(depth_m=d, at=None, latitude_deg=None, longitude_deg=None, temperature_c=None) for d in (3.0, 3.1, 9.0)
    ]
    (one,) = soundings_from(still, PLACE, 0.0, 12.0, 5.0)
    assert (one.distance_m, one.bearing_deg, one.depth_m) == (12.0, 5.0, 3.1)


@given(st.lists(st.text(max_size=60), max_size=20))
def test_no_line_breaks_the_reader(lines: list[str]) -> None:
    reader = NmeaReader()
    for line in lines:
        reader.take(line)
        reader.take(sentence(line.encode("ascii", "ignore").decode().replace("*", "")))
    assert reader.count().read <= 2 * len(lines)


# Calendar and readings


def test_the_calendar_carries_moves_in_utc_and_replaces_itself() -> None:
    start = datetime(2026, 10, 25, 0, 0, tzinfo=UTC)
    level = Changing(at=start, level_m=3.0, rate_m_h=-0.3)
    table = timetable(Plan(level=level, bed_m=0.0, start=start, end=start + timedelta(hours=3), longest_m=2.9))
    first = write_calendar(table, "The steps", start)
    events = icalendar.Calendar.from_ical(first).walk("VEVENT")
    assert len(events) == len(table.moves) + len(table.warnings)
    assert [e["DTSTART"].dt for e in events][: len(table.moves)] == [m.at for m in table.moves]
    assert b"TZID" not in first
    assert b"BEGIN:VALARM" in first
    again = icalendar.Calendar.from_ical(write_calendar(table, "The steps", start + timedelta(days=1)))
    assert [str(e["UID"]) for e in again.walk("VEVENT")] == [str(e["UID"]) for e in events]


def test_readings_of_a_table() -> None:
    rows = (
        "setting_m,seen,value_m,at\n1.8,high,0.03,2026-11-23T09:00:00Z\n2.2,gone,,\n2.0,under,0.2,\n"
        ",count,1.6,\n,wading,1.9,\n"
    )
    high, gone, under, count, wading = read_readings(rows.encode())
    assert (high.kind, high.seen.what, high.seen.by_m) == ("cast", "high", 0.03)  # type: ignore[union-attr]
    assert gone.seen.what == "gone"  # type: ignore[union-attr]
    assert under.seen.below_m == 0.2  # type: ignore[union-attr]
    assert (count.fall_s, wading.depth_m) == (1.6, 1.9)  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("rows", "sentence_"),
    [
        ("depth\n1\n", "no column called seen"),
        ("setting_m,seen\n1.8,sank\n", "Line 2: 'sank' is not a sight"),
        ("setting_m,seen\n,gone\n", "Line 2: The cast has no setting_m"),
        ("setting_m,seen\nlong,gone\n", "Line 2: setting_m: 'long' is not a number"),
        ("setting_m,seen,value_m\n1.8,high,\n", "Line 2: A float that stands high needs value_m"),
    ],
)
def test_readings_that_are_none(rows: str, sentence_: str) -> None:
    with pytest.raises(BrookwindError, match=sentence_):
        read_readings(rows.encode())


@given(
    steps=st.lists(st.tuples(st.floats(0.0001, 0.02), st.floats(0.0005, 0.04)), min_size=2, max_size=12),
    foot=st.floats(0.0005, 0.02),
)
def test_float_profile_round_trip_is_exact(steps: list[tuple[float, float]], foot: float) -> None:
    height, points = 0.0, [(0.0, foot)]
    for rise, diameter in steps:
        height += rise
        points.append((height, diameter))
    assert read_profile(write_profile(points).encode()) == tuple(points)


def test_float_profile_takes_the_units_of_its_header() -> None:
    assert read_profile(b"height_mm;diameter_mm\n0;3\n\n100;3.5\n") == ((0.0, 0.003), (0.1, 0.0035))
    assert read_profile(b"diameter (in),height (cm)\n0.5,0\n0.5,4\n") == ((0.0, 0.0127), (0.04, 0.0127))


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("height,diameter\n0,3\n", "with its unit"),
        ("height_mm,diameter_mm\n0,3\n", "1 points"),
        ("height_mm,diameter_mm\n0,3\n10,three\n", "Line 3: 'three' is not a number"),
        ("height_mm,diameter_mm\n0,3\n10\n", "Line 3"),
        ("height_mm,diameter_mm\n0,3\n10,-4\n", "0 or more"),
        ("height_mm,diameter_mm\n0,3\n10,4\n5,4\n", "below the point before"),
        ("height_mm,diameter_mm\n5,3\n10,4\n", "does not start at the base"),
        ("height_mm,diameter_mm\n0,nan\n10,4\n", "0 or more"),
    ],
)
def test_bad_float_profiles_get_a_sentence(text: str, says: str) -> None:
    with pytest.raises(BrookwindError, match=says):
        read_profile(text.encode())
