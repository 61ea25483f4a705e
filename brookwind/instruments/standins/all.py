"""All stand-ins at once."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager

from brookwind.instruments.standins.scale import ScaleStandIn
from brookwind.instruments.standins.sounder import SounderStandIn
from brookwind.instruments.standins.web import WebStandIn
from brookwind.instruments.state import Address

SOUNDER_PORT, WEB_PORT, SCALE_PORT = 10110, 8762, 10111


@contextmanager
def running(sounder_port: int = 0, web_port: int = 0, scale_port: int = 0) -> Iterator[tuple[Address, ...]]:
    """Run them in threads and tell where they are reached.

    sounder_port: TCP port of the sounder; 0 takes a free one.
    web_port: port of gauge and weather; 0 takes a free one.
    scale_port: TCP port of the pocket scale; 0 takes a free one.
    """
    sounder, web, scale = SounderStandIn(sounder_port), WebStandIn(web_port), ScaleStandIn(scale_port)
    for server in (sounder, web, scale):
        threading.Thread(target=server.serve_forever, kwargs={"poll_interval": 0.1}, daemon=True).start()
    try:
        yield (
            Address(kind="sounder", where=sounder.where),
            Address(kind="gauge", where=f"{web.where}/level.json"),
            Address(kind="weather", where=f"{web.where}/weather.json"),
            Address(kind="scale", where=scale.where),
        )
    finally:
        for server in (sounder, web, scale):
            server.shutdown()
            server.server_close()
