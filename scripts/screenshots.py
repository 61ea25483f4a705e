"""Refresh docs/screenshots from the demo data: one picture of each main view."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from pathlib import Path
from urllib.parse import quote

from playwright.sync_api import Browser, Page, expect, sync_playwright

from tests.chromium import CHROMIUM

OUT = Path(__file__).parents[1] / "docs" / "screenshots"
DAY = "2026-11-23"
"""The scenario's own day: pictures do not change with the calendar."""
PORT = 8798
URL = f"http://127.0.0.1:{PORT}"


def shot(
    browser: Browser,
    name: str,
    rig: str,
    station: str,
    width: int = 1280,
    height: int = 800,
    theme: str = "",
    press: tuple[str, ...] = (),
    show: str = "",
    wait_ms: int = 2500,
) -> None:
    page: Page = browser.new_page(viewport={"width": width, "height": height}, locale="en-GB")
    if theme:
        page.add_init_script(f"localStorage.setItem('brookwind.settings', '{{\"theme\":\"{theme}\"}}')")
    page.clock.set_system_time(f"{DAY}T11:00:00")
    page.goto(f"{URL}/bench/{rig}")
    expect(page.get_by_test_id("verdict")).to_have_attribute("data-waiting", "false", timeout=10_000)
    page.keyboard.press(station)
    page.wait_for_load_state("networkidle")
    for button in press:
        page.get_by_role("button", name=button).or_(page.get_by_text(button)).last.click()
        page.wait_for_timeout(400)
    if show:
        page.get_by_test_id(show).evaluate("e => e.scrollIntoView({block: 'center'})")
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(wait_ms)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def tying(browser: Browser, name: str, rig: str, done: int) -> None:
    """At the table, on a phone, with so many steps done."""
    page: Page = browser.new_page(viewport={"width": 390, "height": 844}, locale="en-GB")
    page.goto(f"{URL}/tie/{rig}")
    expect(page.get_by_test_id("step")).to_be_visible()
    for _ in range(done):
        page.keyboard.press("Space")
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(600)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def water(
    browser: Browser,
    name: str,
    swim: str,
    bead: str,
    at: str = "",
    press: str = "",
    width: int = 1280,
    height: int = 800,
) -> None:
    page: Page = browser.new_page(viewport={"width": width, "height": height}, locale="en-GB")
    if at:
        # The tide is shown at an hour of the scenario's session, whenever the picture is taken.
        page.clock.install(time=f"{DAY}T{at}:00Z")
    page.goto(f"{URL}/water/{swim}")
    expect(page.get_by_test_id("section")).to_have_attribute("data-waiting", "false", timeout=10_000)
    page.get_by_role("navigation", name="The water").get_by_role("button", name=bead).click()
    if press:
        page.get_by_role("button", name=press).click()
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(900)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def book(browser: Browser, name: str, address: str) -> None:
    page: Page = browser.new_page(viewport={"width": 1280, "height": 800}, locale="en-GB")
    page.goto(f"{URL}/{address}")
    page.wait_for_load_state("networkidle")
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(600)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def trip(browser: Browser, name: str, trip_id: str) -> None:
    page: Page = browser.new_page(viewport={"width": 1280, "height": 800}, locale="en-GB", timezone_id="Europe/London")
    page.clock.set_system_time(f"{DAY}T11:00:00")
    page.goto(f"{URL}/trip/{trip_id}")
    expect(page.get_by_test_id("cover")).to_be_visible(timeout=30_000)
    page.wait_for_load_state("networkidle")
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(800)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def bankside(browser: Browser, name: str, day: str, rig: str) -> None:
    """At the water, on a phone, a few runs into the day."""
    page: Page = browser.new_page(viewport={"width": 390, "height": 844}, locale="en-GB", timezone_id="Europe/London")
    page.clock.set_system_time(f"{DAY}T11:00:00")
    page.goto(f"{URL}/bankside")
    page.get_by_label("The day").select_option(label=day)
    page.get_by_label(rig).check()
    page.get_by_role("button", name="Take it along").click()
    for press in ("nothing, run done", "bite settled", "+ 5 cm", "nothing, run done", "Landed"):
        page.get_by_role("button", name=press).click()
    page.evaluate("() => document.fonts.ready")
    page.wait_for_timeout(800)
    page.screenshot(path=OUT / f"{name}.png")
    page.close()


def main() -> None:
    """Start the demo on a database of its own and take the pictures."""
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        env = {**os.environ, "BROOKWIND_DEMO_DB": f"{folder}/demo.db", "BROOKWIND_NOW": f"{DAY}T11:00:00Z"}
        server = subprocess.Popen([sys.executable, "-m", "brookwind.cli", "demo", "--port", str(PORT)], env=env)
        for _ in range(200):
            try:
                urllib.request.urlopen(f"{URL}/api/rigs", timeout=1).close()
                break
            except (urllib.error.URLError, OSError):
                time.sleep(0.05)
        try:
            with sync_playwright() as play:
                browser = play.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
                shot(browser, "bench-load", "rudd-strung", "5")
                trip(browser, "trip", "trip-skerry")
                bankside(browser, "bankside", "Skerry Wall, the steps", "Mullet along the weed")
                shot(browser, "start", "rudd-strung", "5", press=("Rigs;", "Start another"))
                shot(browser, "families", "bream-slider", "2", press=("see which suits",), wait_ms=6000)
                shot(browser, "bench-float", "rudd-strung", "3", show="capacity-window")
                shot(browser, "fall", "grayling-avon", "6", press=("Fall",), wait_ms=4500)
                shot(browser, "run", "grayling-avon", "9", wait_ms=3500)
                shot(browser, "bench-stop", "grayling-avon", "6", wait_ms=2500)
                shot(browser, "card", "grayling-avon", "7", press=("Card",), wait_ms=2500)
                tying(browser, "tying", "mullet-slider", 5)
                seen = quote('{"look":"high","tip_m":0.013,"before":true}')
                book(browser, "reading", f"read/grayling-avon?seen={seen}")
                water(browser, "water-plumb", "quarrel-pit-deep-flat", "Plumb", "10:30")
                water(browser, "water-tide", "skerry-wall-steps", "Level", "11:15")
                water(browser, "water-current", "tarrow-mill-glide", "Current", "10:00")
                book(browser, "practice", "practice/read?seed=3")
                book(browser, "book-fish", "book/fish/tench")
                book(browser, "log", "log?fish=grayling")
                book(browser, "box", "box/weights")
                browser.close()
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    main()
