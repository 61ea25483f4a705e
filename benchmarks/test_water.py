"""The water in the process: medians, as issue by issue asked for."""

from __future__ import annotations

from datetime import UTC, datetime

import numpy as np
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.answers.water import Look, look
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.survey.document import Place, Sounding, Survey
from brookwind.core.survey.place import position
from brookwind.core.survey.plumbing.infer import plumb
from brookwind.core.survey.plumbing.readings import Cast, Gone, High, Plumbing, Setup
from brookwind.demo.load import demo_surveys
from brookwind.formats.echoes import soundings_from
from brookwind.formats.nmea import Echo, NmeaReader, read_log, sentence

AT = datetime(2026, 11, 23, 11, tzinfo=UTC)
SOUNDINGS = tuple(
    Sounding(id=f"s{i}", distance_m=0.2 * i, depth_m=2.0 + np.sin(0.02 * i) + 0.004 * i, half_m=0.08)
    for i in range(200)
)


def test_section_of_200_soundings(benchmark: BenchmarkFixture) -> None:
    """Wanted: redrawn within 100 ms; this is the core's part, the page's is in process.py."""
    survey = Survey(swim_id="bench", soundings=SOUNDINGS)
    benchmark(look, Look(survey=survey, at=AT))


def test_demo_pit_with_its_map(benchmark: BenchmarkFixture) -> None:
    benchmark(look, Look(survey=next(s for s in demo_surveys() if "quarrel" in s.swim_id), at=AT))


def test_plumb_with_the_next_setting(benchmark: BenchmarkFixture) -> None:
    readings = (
        Cast(id="a", setting_m=1.7, seen=Gone()),
        Cast(id="b", setting_m=2.3, seen=High(by_m=0.05)),
    )
    setup = Setup(spec=FloatSpec(type="straight-waggler", capacity_kg=0.003), plummet_kg=0.03)
    benchmark(plumb, Plumbing(id="spot", setup=setup, readings=readings, bait_m=0.02))


def _log(lines: int) -> list[str]:
    place = Place(latitude_deg=54.2, longitude_deg=-2.9)
    found = []
    for i in range(lines // 4):
        latitude, longitude = position(place, 2.0 + 35.0 * (0.5 - 0.5 * np.cos(i / 700.0)), 8.0 * np.sin(i / 170.0))
        minutes = f"{(latitude % 1) * 60:08.5f}", f"{(-longitude % 1) * 60:08.5f}"
        time = f"{8 + i // 3600 % 12:02d}{i // 60 % 60:02d}{i % 60:02d}"
        found.append(
            sentence(f"GPRMC,{time},A,{int(latitude)}{minutes[0]},N,{int(-longitude):03d}{minutes[1]},W,1,60,231126,,")
        )
        found.append(sentence(f"SDDPT,{3 + 0.5 * np.sin(i / 90.0):.2f},0.2"))
        found.append(sentence(f"SDDBT,10.5,f,{3.2 + 0.5 * np.sin(i / 90.0):.2f},M,1.75,F"))
        found.append(sentence("YXMTW,11.8,C"))
    return found


def test_log_of_100_000_lines(benchmark: BenchmarkFixture) -> None:
    """Wanted: at most 4 s."""
    lines = _log(100_000)
    place = Place(latitude_deg=54.2, longitude_deg=-2.9)

    def read() -> int:
        echoes = [e for e in read_log(lines, NmeaReader()) if isinstance(e, Echo)]
        return len(soundings_from(echoes, place, 0.0, 0.0, 0.0))

    assert benchmark.pedantic(read, rounds=3) > 30
