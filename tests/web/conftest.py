"""A real server on the demo scenario and a real browser: Debian's Chromium, headless."""

from __future__ import annotations

import os
import shutil
import socket
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from brookwind.clock import SET_BY

from ..chromium import CHROMIUM
from ..hour import USUAL, Hour, set_browser
from .nursery import load, nursery, stop

PATIENT_MS = 120_000
"""How long the slowest machine may take over a step; on a quick one nothing is waited for. [ms]"""
expect.set_options(timeout=PATIENT_MS)


def free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return int(s.getsockname()[1])


@cache
def _loaded(now: str) -> Path:
    """The demo's database as it is loaded at an hour, once: loading takes longer than most tests."""
    path = Path(tempfile.mkdtemp(prefix="brookwind-tests-")) / "demo.db"
    load(path, {SET_BY: now})
    return path


class Server:
    """`brookwind demo` or `serve` on a database of its own; it can be stopped and started again in mid edit."""

    def __init__(self, database: Path, what: str = "demo", host: str | None = None) -> None:
        self.database, self.port, self.what, self.host = database, free_port(), what, host
        self.url = f"http://127.0.0.1:{self.port}"
        self.pid: int | None = None

    def start(self) -> None:
        """Start, on a copy of the demo as loaded once for this run when there is no database yet."""
        if self.what == "demo" and not self.database.exists():
            shutil.copy(_loaded(os.environ[SET_BY]), self.database)
        own = {SET_BY: os.environ[SET_BY], "BROOKWIND_DEMO_DB": str(self.database), "BROOKWIND_DB": str(self.database)}
        listens = ["--host", self.host] if self.host else []
        self.pid = nursery().start([self.what, "--port", str(self.port), *listens], own)
        for _ in range(1200):
            try:
                urllib.request.urlopen(f"{self.url}/api/rigs", timeout=1).close()
                return
            except (urllib.error.URLError, OSError):
                time.sleep(0.05)
        raise RuntimeError("the server did not start")

    def stop(self) -> None:
        if self.pid is not None:
            stop(self.pid)
            self.pid = None


@pytest.fixture
def server(tmp_path: Path, hour: Hour) -> Iterator[Server]:
    server = Server(tmp_path / "demo.db")
    server.start()
    yield server
    server.stop()


@pytest.fixture(scope="session")
def standing(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One demo for all tests that only look."""
    server = Server(tmp_path_factory.mktemp("standing") / "demo.db")
    server.start()
    yield server
    server.stop()


def put_back(page: Page, address: str, fields: object) -> None:
    """As it was. The page of the test before may still be saving as it closes: that save comes first, or is refused."""
    while True:
        kept = page.request.get(address).json()
        done = page.request.put(address, data={"version": kept["version"], "fields": fields})
        if done.status != 409:
            break
    assert done.ok, done.text()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    quiet = ["--disable-gpu", "--disable-background-networking", "--disable-component-update", "--disable-sync"]
    # Each test opens its pages cold and leaves them soon: code is compiled at once, and never anew to run faster.
    quiet.append("--js-flags=--always-sparkplug --no-opt --no-maglev")
    return {"executable_path": CHROMIUM, "args": ["--no-sandbox", "--no-first-run", *quiet]}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    return {"viewport": {"width": 1280, "height": 800}, "locale": "en-GB", "timezone_id": USUAL.zone}


@pytest.fixture
def context(browser: Browser, browser_context_args: dict[str, Any], hour: Hour) -> Iterator[BrowserContext]:
    """The browser's own clock is at the test's hour too."""
    context = browser.new_context(**{**browser_context_args, "timezone_id": hour.zone})
    context.set_default_timeout(PATIENT_MS)
    set_browser(context, hour)
    yield context
    context.close()


@pytest.fixture
def phone(browser: Browser) -> Iterator[Page]:
    """A page as wide as a phone, touched."""
    phone = browser.new_page(viewport={"width": 390, "height": 844}, has_touch=True, timezone_id=USUAL.zone)
    phone.set_default_timeout(PATIENT_MS)
    set_browser(phone)
    yield phone
    phone.close()


@pytest.fixture
def bench(server: Server, page: Page) -> Iterator[Page]:
    """The strung waggler on the bench. Anything the page complains of fails the test."""
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    page.goto(f"{server.url}/bench/rudd-strung")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands, about 5 mm")
    yield page
    # Refused and failed calls are logged by the browser itself; tests that want them say so on the page.
    assert [c for c in complaints if "Failed to load resource" not in c] == []


@pytest.fixture
def own(tmp_path: Path, page: Page, hour: Hour) -> Iterator[Page]:
    """An angler's own database, empty on the first day."""
    server = Server(tmp_path / "own.db", "serve")
    server.start()
    page.goto(f"{server.url}/bench")
    yield page
    server.stop()
