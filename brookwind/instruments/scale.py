"""A pocket scale on a serial port or a socket: read in the background, taken up again when cut off."""

from __future__ import annotations

import threading
from datetime import datetime, timedelta

from brookwind.clock import now
from brookwind.formats.scale_lines import ScaleReading, read_scale_line
from brookwind.instruments.state import State

STALE = timedelta(seconds=3)
"""Without a line for this long, the last reading is no longer called live. Editable default."""
NEVER_SETTLES = timedelta(seconds=10)
"""Unsteady for this long is said. Editable default."""
_BAUD = 9600
"""Speed of the port. [baud]"""
_TIMEOUT_S = 0.5
"""Patience with the port. [s]"""
_RETRY_S = (0.5, 1.0, 2.0, 5.0)
_LONGEST_LINE = 120
"""Longer lines are not the speech of a scale."""
_GARBAGE_SAID = 3
"""So many lines of garbage are said."""


class PocketScale:
    """One connection, kept up by a thread of its own."""

    def __init__(self, where: str) -> None:
        """Connect in the background.

        where: a serial port, or `socket://host:port`.
        """
        self.where = where
        self._lock = threading.Lock()
        self._stop = threading.Event()
        self._last: tuple[datetime, ScaleReading] | None = None
        self._unsteady_since: datetime | None = None
        self._garbage = 0
        self._trouble: str | None = None
        self._connected = False
        self._thread = threading.Thread(target=self._run, name="scale", daemon=True)
        self._thread.start()

    def close(self) -> None:
        """Let go of the connection."""
        self._stop.set()
        self._thread.join(_TIMEOUT_S + 2.0)

    def state(self) -> State:
        """How it is doing, in words."""
        with self._lock:
            last, garbage, trouble, connected = self._last, self._garbage, self._trouble, self._connected
            since = self._unsteady_since
        at = last[0] if last else None
        values: dict[str, float] = {}
        if last is not None and last[1].mass_kg is not None:
            values = {"mass_kg": last[1].mass_kg, "stable": float(last[1].state == "stable")}
        left_out = f" {garbage} lines could not be read." if garbage else ""
        if not connected:
            return State(kind="scale", where=self.where, status="lost" if trouble else "connecting",
                         says=f"{trouble or 'Connecting.'} Trying again.{left_out}", values={}, at=at)  # fmt: skip
        if last is None:
            says = "What comes is not the speech of a scale." if garbage >= _GARBAGE_SAID else "Connected; no reading."
            return State(kind="scale", where=self.where, status="connecting", says=says + left_out, at=at)
        if now() - last[0] > STALE:
            says = "Connected, but nothing new; the last reading is old."
            return State(kind="scale", where=self.where, status="stale", says=says + left_out, values={}, at=at)
        if last[1].state == "overload":
            says = "Too much on the pan: take some off."
        elif last[1].state == "stable":
            says = "Steady."
        elif since is not None and now() - since > NEVER_SETTLES:
            says = "It does not settle: shield it from wind and shaking, or enter the reading by hand."
        else:
            says = "Not steady yet."
        return State(kind="scale", where=self.where, status="live", says=says + left_out, values=values, at=at)

    def _run(self) -> None:
        import serial

        tries = 0
        while not self._stop.is_set():
            try:
                with serial.serial_for_url(self.where, baudrate=_BAUD, timeout=_TIMEOUT_S) as port:
                    tries = 0
                    self._set(True, None)
                    self._read(port)
            except (serial.SerialException, OSError, ValueError) as error:
                self._set(False, f"{self.where} does not answer ({_short(error)}).")
            self._stop.wait(_RETRY_S[min(tries, len(_RETRY_S) - 1)])
            tries += 1

    def _read(self, port: object) -> None:
        rest = b""
        while not self._stop.is_set():
            got = port.read(64)  # type: ignore[attr-defined]
            *lines, rest = (rest + got).split(b"\n")
            # A stream without line ends is garbage: it must not fill the memory.
            if len(rest) > _LONGEST_LINE:
                lines, rest = [*lines, rest], b""
            for line in lines:
                self._take(line.decode("ascii", "replace"))

    def _take(self, line: str) -> None:
        if not line.strip():
            return
        reading, at = read_scale_line(line), now()
        with self._lock:
            if reading is None:
                self._garbage += 1
                return
            self._last = (at, reading)
            if reading.state == "unsteady":
                self._unsteady_since = self._unsteady_since or at
            else:
                self._unsteady_since = None

    def _set(self, connected: bool, trouble: str | None) -> None:
        with self._lock:
            self._connected, self._trouble = connected, trouble
            if not connected:
                self._last, self._unsteady_since = None, None


def _short(error: Exception) -> str:
    text = str(error)
    return text.rsplit("]", 1)[-1].strip(" '\")(") if "]" in text else text[:120]
