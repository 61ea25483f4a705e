"""Made-up gauge and weather station over HTTP."""

from __future__ import annotations

import json
import math
from datetime import datetime, timedelta
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

from brookwind.clock import now


def gauge_readings(at: datetime) -> list[tuple[datetime, float, float]]:
    """A day of quarter hours of a small river: level and flow, falling after rain.

    at: the last moment.
    """
    last = at.replace(minute=at.minute // 15 * 15, second=0, microsecond=0)
    found = []
    for i in range(96, -1, -1):
        then = last - timedelta(minutes=15 * i)
        level = 0.42 + 0.25 * math.exp(-(96 - i) / 60.0)
        found.append((then, round(level, 3), round(9.0 * level**1.6, 2)))
    return found


def gauge_json(at: datetime) -> bytes:
    """The gauge as JSON.

    at: this moment.
    """
    readings = [{"at": t.isoformat(), "level": v, "flow": q} for t, v, q in gauge_readings(at)]
    return json.dumps(
        {"gauge": "The Tarrow at the mill", "units": {"level": "m", "flow": "m3/s"}, "readings": readings}
    ).encode()


def gauge_csv(at: datetime) -> bytes:
    """The gauge as CSV.

    at: this moment.
    """
    rows = "\n".join(f"{t.isoformat()},{v},{q}" for t, v, q in gauge_readings(at))
    return f"at,level_m,flow_m3s\n{rows}\n".encode()


def weather_json(at: datetime) -> bytes:
    """The weather as JSON: a breeze that rises towards the afternoon.

    at: this moment.
    """
    wind = 3.5 + 2.0 * math.sin((at.hour + at.minute / 60.0 - 9.0) * math.pi / 12.0)
    return json.dumps(
        {
            "at": at.isoformat(),
            "units": {"wind_speed": "m/s"},
            "wind_speed": round(wind, 1),
            "wind_from_deg": 240,
            "air_temperature_c": 9.5,
            "pressure_hpa": 1009.0,
        }
    ).encode()


_PAGES = {
    "/level.json": (gauge_json, "application/json"),
    "/level.csv": (gauge_csv, "text/csv"),
    "/weather.json": (weather_json, "application/json"),
}


class _Handler(BaseHTTPRequestHandler):
    def do_GET(self) -> None:
        found = _PAGES.get(self.path)
        if found is None:
            self.send_error(404)
            return
        make, media = found
        body = make(now())
        self.send_response(200)
        self.send_header("Content-Type", media)
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        self.wfile.write(body)

    def log_message(self, format: str, *args: object) -> None:
        """Quiet: a stand-in in a demo has nothing to tell."""


class WebStandIn(ThreadingHTTPServer):
    """Gauge and weather on one port."""

    daemon_threads = True

    def __init__(self, port: int = 0) -> None:
        """Listen on the loopback address.

        port: TCP port; 0 takes a free one.
        """
        super().__init__(("127.0.0.1", port), _Handler)

    @property
    def where(self) -> str:
        """Its address."""
        return f"http://127.0.0.1:{self.server_address[1]}"
