"""Starts servers at once: a process that has loaded everything and forks for each.

A server of its own takes seconds to load its packages, and nearly every browser test wants one.
"""

from __future__ import annotations

import asyncio
import gc
import json
import os
import signal
import subprocess
import sys
import tempfile
import time
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING

from brookwind.clock import _ahead

if TYPE_CHECKING:
    from fastapi import FastAPI
    from sqlalchemy import Engine

_LOADED = (
    "uvicorn", "gsw", "scipy.special", "scipy.interpolate", "scipy.linalg.lapack", "icalendar", "brookwind.api.app",
    "brookwind.demo.load", "brookwind.instruments.standins.all", "fpdf",
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

    os.environ.update(environment)
    # The clock of the warm-up is not this one's.
    _ahead.cache_clear()
    if arguments[0] == _LOAD:
        _load(Path(arguments[1]))
        return
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    nothing = os.open(os.devnull, os.O_RDWR)
    os.dup2(nothing, 0)
    os.dup2(nothing, 1)
    app(arguments, standalone_mode=False)


def _warm() -> None:
    """Put the application together and ask it as a page does: what is made at first use is then made in no server."""
    import httpx2

    from brookwind.api import app as module
    from brookwind.api.door import Door
    from brookwind.instruments.hub import Hub
    from brookwind.store.database import open_database

    make_app = module.make_app
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "demo.db"
        _load(path)
        engine = open_database(path)
        application = make_app(engine)

        async def ask() -> None:
            inside = httpx2.ASGITransport(application)
            async with httpx2.AsyncClient(transport=inside, base_url="http://127.0.0.1") as client:
                for path in ("/", "/api/catalogue", "/api/box", "/api/rigs", "/api/patterns", "/api/set-aside"):
                    (await client.get(path)).raise_for_status()
                rig = (await client.get("/api/rigs/rudd-strung")).json()["fields"]
                (await client.post("/api/evaluate", json={"rig": rig})).raise_for_status()
                asked = {"rig": rig, "wish": {"pattern": "strung"}}
                offers = (await client.post("/api/offers", json=asked)).raise_for_status().json()["offers"]
                rigs = [o["proposal"]["rig"] for o in offers]
                (await client.post("/api/motion/falls", json={"rigs": rigs})).raise_for_status()

        asyncio.run(ask())
        engine.dispose()

    def made(engine: Engine, hosts: tuple[str, ...] = module.LOCAL_HOSTS, *, hub: Hub | None = None) -> FastAPI:
        if not set(hosts) <= set(module.LOCAL_HOSTS):
            return make_app(engine, hosts, hub=hub)
        state = application.state
        state.engine, state.hub, state.door = engine, hub or Hub(), Door(lambda: state.engine)
        return application

    module.make_app = made


def main() -> None:
    """Load, then fork whenever a line asks for it; the end of the input ends it."""
    for name in _LOADED:
        __import__(name)
    _warm()
    # What is loaded by now stays: no server goes through it again for what may be freed.
    gc.collect()
    gc.freeze()
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
