"""Starts servers at once: a process that has loaded everything and forks for each.

A server of its own takes seconds to load its packages, and nearly every browser test wants one.
"""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import time
from functools import cache
from pathlib import Path

_LOADED = (
    "uvicorn", "gsw", "scipy.special", "scipy.interpolate", "scipy.linalg.lapack", "icalendar", "brookwind.api.app",
    "brookwind.demo.load", "brookwind.instruments.standins.all",
)  # fmt: skip
_LOAD = "load"
"""Instead of a command: load the demo."""


class Nursery:
    """The loaded process."""

    def __init__(self) -> None:
        """Begin loading."""
        command = [sys.executable, "-m", "tests.web.nursery"]
        self.process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)

    def start(self, arguments: list[str], environment: dict[str, str]) -> int:
        """Fork a server with these arguments of the command line. Its process id."""
        assert self.process.stdin is not None
        assert self.process.stdout is not None
        self.process.stdin.write(json.dumps([arguments, environment]) + "\n")
        self.process.stdin.flush()
        return int(self.process.stdout.readline())


@cache
def nursery() -> Nursery:
    """The one of this worker."""
    return Nursery()


def stop(pid: int) -> None:
    """End a server as the system would, and see it gone."""
    os.kill(pid, signal.SIGTERM)
    if not _gone(pid, 10.0):
        os.kill(pid, signal.SIGKILL)


def load(path: Path, environment: dict[str, str]) -> None:
    """Load the demo into a database, in a process of its own."""
    assert _gone(nursery().start([_LOAD, str(path)], environment), 120.0)
    assert path.exists(), "the demo was not loaded"


def _gone(pid: int, seconds: float) -> bool:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        try:
            os.kill(pid, 0)
        except ProcessLookupError:
            return True
        time.sleep(0.02)
    return False


def _load(path: Path) -> None:
    from brookwind.demo.load import load_demo
    from brookwind.store.database import open_database

    # Whole, or not there.
    half = path.with_suffix(".half")
    engine = open_database(half)
    load_demo(engine)
    engine.dispose()
    half.rename(path)


def _serve(arguments: list[str], environment: dict[str, str]) -> None:
    from brookwind.cli import app

    if arguments[0] == _LOAD:
        os.environ.update(environment)
        _load(Path(arguments[1]))
        return
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    os.environ.update(environment)
    nothing = os.open(os.devnull, os.O_RDWR)
    os.dup2(nothing, 0)
    os.dup2(nothing, 1)
    app(arguments, standalone_mode=False)


def main() -> None:
    """Load, then fork whenever a line asks for it; the end of the input ends it."""
    for name in _LOADED:
        __import__(name)
    # Ended servers leave nothing behind.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    for line in sys.stdin:
        arguments, environment = json.loads(line)
        pid = os.fork()
        if pid == 0:
            try:
                _serve(arguments, environment)
            finally:
                os._exit(0)
        sys.stdout.write(f"{pid}\n")
        sys.stdout.flush()


if __name__ == "__main__":
    main()
