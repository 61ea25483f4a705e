"""The instruments in use: one of each kind at most, connected when asked for, all let go at the end."""

from __future__ import annotations

import threading
from datetime import datetime, timedelta

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
        self._where: dict[Kind, str] = {a.kind: a.where for a in addresses}
        self._sounder: Sounder | None = None
        self._scale: PocketScale | None = None
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
            self.disconnect("sounder")
            with self._lock:
                self._where["sounder"], self._sounder = address.where, Sounder(host, port)
        elif address.kind == "scale":
            _check_scale(address.where)
            self.disconnect("scale")
            with self._lock:
                self._where["scale"], self._scale = address.where, PocketScale(address.where)
        else:
            with self._lock:
                self._where[address.kind] = address.where
            self._ask(address.kind, address.where)
        return self.state(address.kind)

    def _ask(self, kind: Kind, where: str) -> None:
        try:
            data, media = fetch(where)
            if kind == "gauge":
                self._levels = read_gauge(data, media, now())
            else:
                self._weather = read_weather(data, now())
            self._said.pop(kind, None)
        except BrookwindError as error:
            self._said[kind] = str(error)
            raise

    def disconnect(self, kind: Kind) -> None:
        """Let go of an instrument and of what it told.

        kind: which.
        """
        with self._lock:
            held = {"sounder": self._sounder, "scale": self._scale}.get(kind)
            if kind == "sounder":
                self._sounder = None
            elif kind == "scale":
                self._scale = None
            elif kind == "gauge":
                self._levels = None
            else:
                self._weather = None
            self._said.pop(kind, None)
        if held:
            held.close()

    def close(self) -> None:
        """Let go of everything."""
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
        return self._sounder.echoes(take) if self._sounder else []

    def states(self) -> list[State]:
        """Every known instrument."""
        return [self.state(a.kind) for a in self.addresses()]

    def state(self, kind: Kind) -> State:
        """How one is doing.

        kind: which.
        """
        where = self._where.get(kind, "")
        if kind == "sounder":
            return self._sounder.state() if self._sounder else State(kind=kind, where=where)
        if kind == "scale":
            return self._scale.state() if self._scale else State(kind=kind, where=where)
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
    if not colon or not host or not port.isdigit() or not 0 < int(port) < 65536:
        raise OutOfRange.one(
            "host-and-port", f"{where!r} is not a host and a port.", "Write it like 127.0.0.1:10110.", ("where",)
        )
    return host, int(port)
