"""A made-up pocket scale over TCP: shot is laid on and taken off, the reading swings and settles."""

from __future__ import annotations

import math
import socketserver
import threading
import time
from itertools import count

from brookwind.formats.scale_lines import scale_line

CYCLE = 40
"""Lines of one weighing."""
_SETTLES, _ON = 12, 32
_MASSES_G = (0.412, 0.389, 0.401, 0.377, 0.405, 0.394, 0.418, 0.399)
"""Single shot of one size as they come out of the tray. [g]"""


def line_at(step: int) -> str:
    """The line of one moment: shot laid on, swinging, steady, taken off.

    step: count of moments.
    """
    mass = _MASSES_G[step // CYCLE % len(_MASSES_G)] / 1000.0
    at = step % CYCLE
    if at >= _ON:
        return scale_line(0.0)
    if at < _SETTLES:
        swing = 0.3 * math.exp(-at / 4.0) * math.cos(at * 1.3)
        return scale_line(mass * (1.0 + swing), "US")
    return scale_line(mass)


class _Handler(socketserver.BaseRequestHandler):
    def handle(self) -> None:
        server = self.server
        assert isinstance(server, ScaleStandIn)
        for step in count():
            if server.stopping.is_set():
                return
            try:
                self.request.sendall((server.speak(step) + "\r\n").encode("ascii", "replace"))
            except OSError:
                return
            time.sleep(server.pause_s)


class ScaleStandIn(socketserver.ThreadingTCPServer):
    """Serves every caller the same weighings."""

    allow_reuse_address = True
    daemon_threads = True
    block_on_close = False

    def __init__(self, port: int = 0, pause_s: float = 0.2) -> None:
        """Listen on the loopback address.

        port: TCP port; 0 takes a free one.
        pause_s: between lines. [s]
        """
        super().__init__(("127.0.0.1", port), _Handler)
        self.pause_s = pause_s
        self.speak = line_at
        self.stopping = threading.Event()

    @property
    def where(self) -> str:
        """Address."""
        return f"socket://127.0.0.1:{self.server_address[1]}"

    def shutdown(self) -> None:
        """Stop, and cut every caller off."""
        self.stopping.set()
        super().shutdown()
