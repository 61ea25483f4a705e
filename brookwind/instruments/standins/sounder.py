"""A made-up sounder: NMEA sentences over TCP, once around the swim and back."""

from __future__ import annotations

import math
import socketserver
import threading
import time

from brookwind.clock import now
from brookwind.core.survey.document import Place
from brookwind.core.survey.place import position
from brookwind.formats.nmea import sentence

_HOME = Place(latitude_deg=54.2, longitude_deg=-2.9, facing_deg=60.0)


def depth_m(distance_m: float) -> float:
    """Depth of the made-up pit: a ledge of 3 m, a shelf about 22 m out, 9 m beyond.

    distance_m: from the bank. [m]
    """
    return 0.6 + 2.4 * min(1.0, distance_m / 12.0) + 6.0 / (1.0 + math.exp(-(distance_m - 22.0) / 0.9))


def lines(step: int, home: Place = _HOME) -> list[str]:
    """The sentences of one moment: position, depth, temperature.

    step: count of moments; the boat goes out and comes back.
    home: where it starts from.
    """
    out = 2.0 + 38.0 * (0.5 - 0.5 * math.cos(step * math.pi / 200.0))
    bearing = 6.0 * math.sin(step / 25.0)
    latitude, longitude = position(home, out, bearing)
    at = now()
    here = (
        f"GPRMC,{at:%H%M%S},A,{_degrees(latitude, 2)},{'N' if latitude >= 0 else 'S'},"
        f"{_degrees(longitude, 3)},{'E' if longitude >= 0 else 'W'},1.2,060.0,{at:%d%m%y},,"
    )
    ripple = 0.03 * math.sin(step * 1.7)
    return [
        sentence(here),
        sentence(f"SDDPT,{depth_m(out) - 0.2 + ripple:.2f},0.2"),
        sentence("YXMTW,11.8,C"),
    ]


def _degrees(value: float, digits: int) -> str:
    whole = int(abs(value))
    return f"{whole:0{digits}d}{(abs(value) - whole) * 60.0:08.5f}"


class _Handler(socketserver.BaseRequestHandler):
    def handle(self) -> None:
        server = self.server
        assert isinstance(server, SounderStandIn)
        step = 0
        while not server.stopping.is_set():
            try:
                self.request.sendall(("\r\n".join(lines(step)) + "\r\n").encode("ascii"))
            except OSError:
                return
            step += 1
            time.sleep(server.pause_s)


class SounderStandIn(socketserver.ThreadingTCPServer):
    """Serves every caller the same round."""

    allow_reuse_address = True
    daemon_threads = True
    block_on_close = False

    def __init__(self, port: int = 0, pause_s: float = 0.5) -> None:
        """Listen on the loopback address.

        port: TCP port; 0 takes a free one.
        pause_s: between moments. [s]
        """
        super().__init__(("127.0.0.1", port), _Handler)
        self.pause_s = pause_s
        self.stopping = threading.Event()

    @property
    def where(self) -> str:
        """Host and port."""
        return f"127.0.0.1:{self.server_address[1]}"

    def shutdown(self) -> None:
        """Stop, and cut every caller off."""
        self.stopping.set()
        super().shutdown()
