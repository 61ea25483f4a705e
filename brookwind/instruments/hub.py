"""The instruments in use: one of each kind at most, connected when asked for, all let go at the end."""

from __future__ import annotations

import threading
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Literal

from brookwind.clock import now
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.formats.nmea import Echo
from brookwind.instruments.fetch import fetch
from brookwind.instruments.gauge import OLD, Levels, read_gauge
from brookwind.instruments.scale import PocketScale
from brookwind.instruments.sounder import Sounder
from brookwind.instruments.state import Address, Kind, State
from brookwind.instruments.weather import OLD as WEATHER_OLD
from brookwind.instruments.weather import Weather, read_weather


class Hub:
    """Connections of the running application."""

    def __init__(self, addresses: tuple[Address, ...] = ()) -> None:
        """Know where instruments are; nothing is connected yet.

        addresses: where they are reached.
        """
        self._lock = threading.Lock()
        self._asking: dict[Kind, threading.Lock] = {"gauge": threading.Lock(), "weather": threading.Lock()}
        self._closed = False
        self._where: dict[Kind, str] = {a.kind: a.where for a in addresses}
        self._held: dict[Kind, Sounder | PocketScale] = {}
        self._levels: Levels | None = None
        self._weather: Weather | None = None
        self._said: dict[Kind, str] = {}

    def addresses(self) -> tuple[Address, ...]:
        """Where instruments are reached."""
        with self._lock:
            return tuple(Address(kind=k, where=w) for k, w in self._where.items())

    def connect(self, address: Address) -> State:
        """Reach an instrument; sounder and scale stay connected, the others are asked once.

        address: which and where.
        Raises: OutOfRange when the address is none; NotUnderstood when what answers is not readable.
        """
        if address.kind == "sounder":
            host, port = _host_and_port(address.where)
            self._hold("sounder", address.where, lambda: Sounder(host, port))
        elif address.kind == "scale":
            _check_scale(address.where)
            self._hold("scale", address.where, lambda: PocketScale(address.where))
        else:
            self._ask(address.kind, address.where)
        return self.state(address.kind)

    def _hold(
        self, kind: Literal["sounder", "scale"], where: str, connect: Callable[[], Sounder | PocketScale]
    ) -> None:
        """Hold a connection in place of the one held before; of two that race, the first is let go of by the second."""
        with self._lock:
            if self._closed:
                return
            before = self._held.get(kind)
            self._where[kind], self._held[kind] = where, connect()
            self._said.pop(kind, None)
        if before:
            before.close()

    def _ask(self, kind: Kind, where: str) -> None:
        # One question at a time: those who wait for a slow instrument would use up every worker.
        if not self._asking[kind].acquire(blocking=False):
            raise OutOfRange.one(
                "instrument-busy", f"The {kind} is being asked already.", "Wait for its answer, a few seconds at most."
            )
        try:
            with self._lock:
                self._where[kind] = where
            got = fetch(where)
            if kind == "gauge":
                self._levels = read_gauge(got.data, got.media, now(), got.whole)
            else:
                self._weather = read_weather(got.data, now())
            self._said.pop(kind, None)
        except BrookwindError as error:
            self._said[kind] = str(error)
            raise
        finally:
            self._asking[kind].release()

    def disconnect(self, kind: Kind) -> None:
        """Let go of an instrument and of what it told.

        kind: which.
        """
        with self._lock:
            held = self._held.pop(kind, None)
            if kind == "gauge":
                self._levels = None
            elif kind == "weather":
                self._weather = None
            self._said.pop(kind, None)
        if held:
            held.close()

    def close(self) -> None:
        """Let go of everything, and take nothing up any more."""
        with self._lock:
            self._closed = True
        self.disconnect("sounder")
        self.disconnect("scale")

    def levels(self) -> Levels | None:
        """What the gauge told last."""
        return self._levels

    def weather(self) -> Weather | None:
        """What the weather station told last."""
        return self._weather

    def echoes(self, take: bool) -> list[Echo]:
        """Echoes of the sounder since the last taking.

        take: forget them.
        """
        sounder = self._held.get("sounder")
        return sounder.echoes(take) if isinstance(sounder, Sounder) else []

    def states(self) -> list[State]:
        """Every known instrument."""
        return [self.state(a.kind) for a in self.addresses()]

    def state(self, kind: Kind) -> State:
        """How one is doing.

        kind: which.
        """
        where = self._where.get(kind, "")
        held = self._held.get(kind)
        if held:
            return held.state()
        if kind in self._said:
            return State(kind=kind, where=where, status="lost", says=self._said[kind])
        if kind == "gauge" and self._levels:
            return self._told(kind, where, self._levels.readings[-1].at, OLD, self._levels.says, self._gauge_values())
        if kind == "weather" and self._weather:
            w = self._weather
            values = {"wind_m_s": w.wind_m_s, "wind_from_deg": w.wind_from_deg}
            if w.air_temperature_c is not None:
                values["air_temperature_c"] = w.air_temperature_c
            if w.pressure_hpa is not None:
                values["pressure_hpa"] = w.pressure_hpa
            return self._told(kind, where, w.at, WEATHER_OLD, w.says, values)
        return State(kind=kind, where=where)

    def _gauge_values(self) -> dict[str, float]:
        assert self._levels is not None
        values = {"level_m": self._levels.readings[-1].level_m}
        if self._levels.flow_m3_s is not None:
            values["flow_m3_s"] = self._levels.flow_m3_s
        return values

    def _told(self, kind: Kind, where: str, at: datetime, old: timedelta, says: str, values: dict[str, float]) -> State:
        stale = now() - at > old
        return State(
            kind=kind, where=where, status="stale" if stale else "live", says=says or "Live.", values=values, at=at
        )


def _check_scale(where: str) -> None:
    if where.startswith("socket://"):
        _host_and_port(where.removeprefix("socket://"))
    elif "://" in where:
        raise OutOfRange.one(
            "scale-address",
            f"{where!r} is neither a serial port nor a socket.",
            "Write it like /dev/ttyUSB0, COM3 or socket://127.0.0.1:10111.",
            ("where",),
        )


def _host_and_port(where: str) -> tuple[str, int]:
    host, colon, port = where.removeprefix("tcp://").rpartition(":")
    if (
        not colon
        or not host
        or not port.isascii()
        or not port.isdecimal()
        or len(port) > 5
        or not 0 < int(port) < 65536
    ):
        raise OutOfRange.one(
            "host-and-port", f"{where!r} is not a host and a port.", "Write it like 127.0.0.1:10110.", ("where",)
        )
    return host, int(port)
