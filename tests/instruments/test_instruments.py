"""Instruments over real sockets against the stand-ins: live, cut off, garbage, stale, feet."""

from __future__ import annotations

import json
import socket
import socketserver
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta

import pytest

from brookwind.clock import now
from brookwind.core.errors import BrookwindError
from brookwind.formats.nmea import sentence
from brookwind.formats.scale_lines import read_scale_line
from brookwind.instruments.gauge import read_gauge
from brookwind.instruments.hub import Hub
from brookwind.instruments.scale import PocketScale
from brookwind.instruments.sounder import STALE, Sounder
from brookwind.instruments.standins.all import running
from brookwind.instruments.standins.scale import ScaleStandIn, line_at
from brookwind.instruments.standins.sounder import SounderStandIn, depth_m
from brookwind.instruments.standins.web import gauge_csv, gauge_json
from brookwind.instruments.state import Address
from brookwind.instruments.weather import read_weather

NOW = datetime(2026, 11, 23, 12, 0, tzinfo=UTC)


def until(true: Callable[[], bool], seconds: float = 6.0) -> None:
    end = time.monotonic() + seconds
    while not true():
        assert time.monotonic() < end, "it did not come to be"
        time.sleep(0.02)


@contextmanager
def stand_in(port: int = 0) -> Iterator[SounderStandIn]:
    server = SounderStandIn(port, pause_s=0.02)
    threading.Thread(target=server.serve_forever, kwargs={"poll_interval": 0.02}, daemon=True).start()
    try:
        yield server
    finally:
        server.shutdown()
        server.server_close()


def test_a_sounder_killed_in_mid_stream_is_said_and_taken_up_again() -> None:
    with stand_in() as server:
        port = server.server_address[1]
        sounder = Sounder("127.0.0.1", port)
        until(lambda: sounder.state().status == "live" and len(sounder.echoes()) > 5)
        state = sounder.state()
        assert state.values["depth_m"] == pytest.approx(depth_m(2.0), abs=0.3)
        assert state.values["temperature_c"] == pytest.approx(11.8)
    until(lambda: sounder.state().status == "lost")
    said = sounder.state().says
    assert "Trying again" in said
    kept = len(sounder.echoes())
    assert kept > 5
    with stand_in(port):
        until(lambda: sounder.state().status == "live" and len(sounder.echoes()) > kept, 12.0)
        assert "cut 1 times" in sounder.state().says
        assert len(sounder.echoes(take=True)) > kept
    sounder.close()


def test_garbage_and_silence_are_told_from_depths(monkeypatch: pytest.MonkeyPatch) -> None:
    class Babble(socketserver.BaseRequestHandler):
        def handle(self) -> None:
            self.request.sendall(b"\xff\xfe" * 6000)
            self.request.sendall(f"\r\n$SDDPT,3.0,0.2*00\r\n{sentence('SDDPT,3.00,0.2')}\r\n".encode("ascii"))
            time.sleep(3)

    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), Babble) as server:
        server.daemon_threads = True
        threading.Thread(target=server.serve_forever, daemon=True).start()
        sounder = Sounder("127.0.0.1", server.server_address[1])
        until(lambda: sounder.count().depths == 1)
        assert sounder.count().bad_checksum == 1
        assert sounder.count().garbage >= 1
        assert "with a wrong checksum" in sounder.state().says
        monkeypatch.setattr("brookwind.instruments.sounder.now", lambda: now() + 2 * STALE)
        assert sounder.state().status == "stale"
        server.shutdown()
        sounder.close()


def test_a_port_nobody_listens_on() -> None:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        sounder = Sounder("127.0.0.1", s.getsockname()[1])
        until(lambda: "does not answer" in sounder.state().says)
        sounder.close()


@pytest.mark.clock
def test_the_hub_reaches_every_stand_in_over_its_real_transport() -> None:
    with running() as addresses:
        hub = Hub(addresses)
        assert {s.status for s in hub.states()} == {"off"}
        for address in addresses:
            hub.connect(address)
        until(lambda: {s.status for s in hub.states()} == {"live"})
        levels = hub.levels()
        assert levels is not None
        assert len(levels.readings) == 97
        assert levels.flow_m3_s is not None
        weather = hub.weather()
        assert weather is not None
        assert 0 < weather.wind_m_s < 10
        csv = hub.connect(Address(kind="gauge", where=addresses[1].where.replace("json", "csv")))
        assert csv.values["level_m"] == pytest.approx(levels.readings[-1].level_m, abs=0.01)
        with pytest.raises(BrookwindError, match="answers 404"):
            hub.connect(Address(kind="gauge", where=f"{addresses[1].where}x"))
        assert hub.state("gauge").status == "lost"
        hub.disconnect("gauge")
        assert hub.state("gauge").status == "off"
        hub.close()


@pytest.mark.parametrize(
    ("address", "says"),
    [
        (Address(kind="sounder", where="127.0.0.1"), "Write it like 127.0.0.1:10110"),
        (Address(kind="sounder", where="127.0.0.1:99999"), "not a host and a port"),
        (Address(kind="scale", where="socket://127.0.0.1"), "not a host and a port"),
        (Address(kind="scale", where="http://127.0.0.1:80"), "neither a serial port nor a socket"),
        (Address(kind="gauge", where="file:///etc/passwd"), "not a web address"),
        (Address(kind="weather", where="http://127.0.0.1:1/x"), "does not answer"),
    ],
)
def test_addresses_that_are_none(address: Address, says: str) -> None:
    with pytest.raises(BrookwindError, match=says):
        Hub().connect(address)


@pytest.mark.clock
def test_json_and_csv_of_the_gauge_say_the_same() -> None:
    a, b = read_gauge(gauge_json(NOW), "application/json", NOW), read_gauge(gauge_csv(NOW), "text/csv", NOW)
    assert [r.level_m for r in a.readings] == [r.level_m for r in b.readings]
    assert [r.at for r in a.readings] == [r.at for r in b.readings]


def gauge(readings: list[tuple[float, float]], unit: str | None = "m") -> bytes:
    rows = [{"at": (NOW + timedelta(hours=h)).isoformat(), "level": v} for h, v in readings]
    return json.dumps({"units": {"level": unit} if unit else {}, "readings": rows}).encode()


@pytest.mark.clock
def test_a_gauge_in_feet_one_that_jumps_and_one_that_sleeps() -> None:
    feet = read_gauge(gauge([(-0.5, 10.0), (0, 10.1)], "ft"), "application/json", NOW)
    assert feet.readings[0].level_m == pytest.approx(3.048)
    assert "in ft and were turned into metres" in feet.says
    jumping = read_gauge(gauge([(-1, 1.0), (-0.75, 9.0), (-0.5, 1.02), (-0.5, 1.03)]), "application/json", NOW)
    assert [r.level_m for r in jumping.readings] == [1.0, 1.02]
    assert "2 readings jump" in jumping.says
    assert "7 h old" in read_gauge(gauge([(-7, 1.0)]), "application/json", NOW).says
    assert "clock is ahead" in read_gauge(gauge([(1, 1.0)]), "application/json", NOW).says


@pytest.mark.parametrize(
    ("data", "media", "says"),
    [
        (gauge([(0, 1.0)], "furlong"), "application/json", "in 'furlong'"),
        (gauge([(0, 1.0)], None), "application/json", "does not say in what unit"),
        (gauge([]), "application/json", "no reading"),
        (b"{", "application/json", "not readable"),
        (b"at,height\n", "text/csv", "does not say in what unit"),
        (b"at,level_m\nyesterday,1\n", "text/csv", "cannot be read"),
    ],
)
def test_gauges_that_are_none(data: bytes, media: str, says: str) -> None:
    with pytest.raises(BrookwindError, match=says):
        read_gauge(data, media, NOW)


@pytest.mark.clock
def test_weather_in_other_units_and_old() -> None:
    report = {
        "at": (NOW - timedelta(hours=5)).isoformat(),
        "units": {"wind_speed": "km/h"},
        "wind_speed": 18,
        "wind_from_deg": 90,
    }
    found = read_weather(json.dumps(report).encode(), NOW)
    assert found.wind_m_s == pytest.approx(5.0)
    assert "5 h old" in found.says
    for change in ({"units": {"wind_speed": "knots"}}, {"wind_from_deg": 500}, {"at": "noon"}):
        with pytest.raises(BrookwindError):
            read_weather(json.dumps({**report, **change}).encode(), NOW)


@contextmanager
def pocket_scale(speak: Callable[[int], str], port: int = 0) -> Iterator[ScaleStandIn]:
    server = ScaleStandIn(port, pause_s=0.005)
    server.speak = speak
    threading.Thread(target=server.serve_forever, kwargs={"poll_interval": 0.02}, daemon=True).start()
    try:
        yield server
    finally:
        server.shutdown()
        server.server_close()


def test_a_scale_swings_settles_and_is_taken_up_again_when_cut_off() -> None:
    with pocket_scale(line_at) as server:
        port = server.server_address[1]
        scale = PocketScale(server.where)
        until(lambda: scale.state().says == "Not steady yet.")
        until(lambda: scale.state().says == "Steady." and scale.state().values["mass_kg"] > 0.0003)
    until(lambda: scale.state().status == "lost")
    assert "Trying again" in scale.state().says
    assert scale.state().values == {}, "an old reading is not shown as a reading"
    with pocket_scale(line_at, port):
        until(lambda: scale.state().status == "live")
    scale.close()


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("OL,GS,+", "Too much on the pan"),
        ("US,GS,+0.400 g", "Not steady yet"),
        ("\x00\xffhello", "not the speech of a scale"),
        ("ST,GS,+0.412", "not the speech of a scale"),
    ],
)
def test_what_is_no_steady_reading_is_said_and_never_taken(line: str, says: str) -> None:
    with pocket_scale(lambda step: line) as server:
        scale = PocketScale(server.where)
        until(lambda: says in scale.state().says)
        assert scale.state().values.get("stable", 0.0) == 0.0
        scale.close()


def test_units_of_a_scale_are_read() -> None:
    for text, kg in [("ST,GS,+0.412 g", 0.000412), ("ST,NT,- 412 mg", -0.000412), ("ST,GS,+0.5 oz", 0.0141747615625)]:
        reading = read_scale_line(text)
        assert reading is not None
        assert reading.mass_kg == pytest.approx(kg, rel=1e-9)
