"""A sounder on TCP: connects, reads NMEA lines, keeps the last echoes, connects again when it is cut off."""

from __future__ import annotations

import socket
import threading
from collections import deque
from datetime import datetime, timedelta

from brookwind.clock import now
from brookwind.formats.nmea import Echo, NmeaCount, NmeaReader
from brookwind.instruments.state import State

STALE = timedelta(seconds=5)
"""Without a depth for this long, the last one is no longer called live. Editable default."""
_CONNECT_S, _SILENCE_S = 3.0, 4.0
_RETRY_S = (0.5, 1.0, 2.0, 5.0)
_BUFFER = 4096
"""Bytes read at once."""
_KEPT = 2000
"""Echoes kept, the oldest dropped."""


class Sounder:
    """One connection, kept up by a thread of its own."""

    def __init__(self, host: str, port: int) -> None:
        """Connect in the background.

        host: name or address.
        port: TCP port.
        """
        self.where = f"{host}:{port}"
        self._address = (host, port)
        self._reader = NmeaReader()
        self._echoes: deque[tuple[datetime, Echo]] = deque(maxlen=_KEPT)
        self._lock = threading.Lock()
        self._stop = threading.Event()
        self._trouble: str | None = None
        self._connected = False
        self._cuts = 0
        self._thread = threading.Thread(target=self._run, name="sounder", daemon=True)
        self._thread.start()

    def close(self) -> None:
        """Let go of the connection."""
        self._stop.set()
        self._thread.join(_SILENCE_S + 1.0)

    def echoes(self, take: bool = False) -> list[Echo]:
        """Echoes since the last taking.

        take: forget them.
        """
        with self._lock:
            found = [e for _, e in self._echoes]
            if take:
                self._echoes.clear()
            return found

    def count(self) -> NmeaCount:
        """How the lines fared."""
        with self._lock:
            return self._reader.count()

    def state(self) -> State:
        """How it is doing, in words."""
        with self._lock:
            last = self._echoes[-1] if self._echoes else None
            count, trouble, connected, cuts = self._reader.count(), self._trouble, self._connected, self._cuts
        values = {}
        if last is not None:
            values["depth_m"] = last[1].depth_m
            if last[1].temperature_c is not None:
                values["temperature_c"] = last[1].temperature_c
        at = last[0] if last else None
        fresh = at is not None and now() - at <= STALE
        left_out = count.says()
        if connected and fresh:
            status, says = "live", "Live."
        elif connected and at is None:
            status, says = "connecting", "Connected; no depth yet."
        elif connected:
            status, says = "stale", "Connected, but no new depth; the last one is old."
        else:
            status = "lost" if at is not None or cuts else "connecting"
            says = f"{trouble or 'Connecting.'} Trying again."
        if cuts and connected:
            left_out = f"{left_out} The connection was cut {cuts} times.".strip()
        says = f"{says} {left_out}".strip()
        return State(kind="sounder", where=self.where, status=status, says=says, values=values, at=at)

    def _run(self) -> None:
        tries = 0
        while not self._stop.is_set():
            try:
                with socket.create_connection(self._address, timeout=_CONNECT_S) as link:
                    tries = 0
                    self._set(True, None)
                    self._read(link)
            except OSError as error:
                self._set(False, f"{self.where} does not answer ({error.strerror or error}).")
            except Exception as error:
                # Whatever it sends, the thread must not die in silence: it is told, and tried again.
                self._set(False, f"What {self.where} sends cannot be read ({error}).")
            else:
                self._set(False, f"{self.where} closed the connection.")
            self._stop.wait(_RETRY_S[min(tries, len(_RETRY_S) - 1)])
            tries += 1

    def _read(self, link: socket.socket) -> None:
        link.settimeout(_SILENCE_S)
        rest = b""
        while not self._stop.is_set():
            try:
                got = link.recv(_BUFFER)
            except TimeoutError:
                continue
            if not got:
                return
            *lines, rest = (rest + got).split(b"\n")
            # A stream without line ends is garbage: it must not fill the memory.
            if len(rest) > _BUFFER:
                lines, rest = [*lines, rest[:_BUFFER]], b""
            for line in lines:
                self._take(line.decode("ascii", "replace"))

    def _take(self, line: str) -> None:
        with self._lock:
            echo = self._reader.take(line)
            if echo is not None:
                self._echoes.append((now(), echo))

    def _set(self, connected: bool, trouble: str | None) -> None:
        with self._lock:
            if self._connected and not connected:
                self._cuts += 1
            self._connected, self._trouble = connected, trouble
