"""Figures of the running server: start to first answer, evaluate through HTTP, memory, first-load script."""

from __future__ import annotations

import gzip
import http.client
import json
import os
import re
import statistics
import subprocess
import sys
import tempfile
import time
import tracemalloc
from contextlib import ExitStack
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from brookwind.api.app import STATIC
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.rig.document import read_rig
from brookwind.demo.load import demo_rigs
from tests.chromium import CHROMIUM

from .yardstick import yardstick_s

PORT = 8799
YARD_S = yardstick_s()


def tell(what: str, seconds: float, shown: str, wanted: str) -> None:
    """Print a time, what is wanted, and its ratio to the yardstick."""
    print(f"{what}: {shown} (wanted {wanted}); {seconds / YARD_S:.3g} yardsticks")


def call(method: str, path: str, body: bytes | None = None) -> bytes:
    connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=5)
    connection.request(method, path, body, {"content-type": "application/json"})
    answer = connection.getresponse().read()
    connection.close()
    return answer


def start(database: str) -> tuple[subprocess.Popen[bytes], float]:
    """Start the demo; the seconds until it first answers."""
    began = time.perf_counter()
    env = {**os.environ, "BROOKWIND_DEMO_DB": database}
    server = subprocess.Popen(
        [sys.executable, "-m", "brookwind.cli", "demo", "--port", str(PORT)], env=env, stdout=subprocess.DEVNULL
    )
    while True:
        try:
            call("GET", "/api/rigs")
            return server, time.perf_counter() - began
        except OSError:
            time.sleep(0.01)


def resident_mb(pid: int) -> float:
    status = Path(f"/proc/{pid}/status").read_text()
    found = re.search(r"VmRSS:\s+(\d+)", status)
    return int(found[1]) / 1024 if found else float("nan")


def first_load_kb() -> float:
    """Gzipped kilobytes of the scripts the page asks for before anything is pressed."""
    page = (STATIC / "index.html").read_text()
    scripts = re.findall(r'(?:src|href)="/(assets/[^"]+\.js)"', page)
    return sum(len(gzip.compress((STATIC / s).read_bytes(), 9)) for s in scripts) / 1000


_NUDGE = """
async () => {
  const handle = document.querySelector('[aria-label^="Sounding at 20.0"]');
  const times = [];
  for (let i = 0; i < 15; i++) {
    const before = handle.getAttribute("aria-valuenow");
    const began = performance.now();
    handle.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowDown", bubbles: true }));
    while (handle.getAttribute("aria-valuenow") === before) await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    times.push(performance.now() - began);
  }
  return times;
}
"""


_WATCH = """
() => {
  const [handle, other] = document.querySelectorAll('[role=slider][aria-label*="strung"]');
  const at = (h) => [Number(h.getAttribute("aria-valuenow")), Number(h.querySelector("circle").getAttribute("cy"))];
  const [[m, y], [m2, y2]] = [at(handle), at(other)];
  let began = 0;
  window.times = [];
  addEventListener("pointermove", () => { began = performance.now(); }, true);
  new MutationObserver(() => requestAnimationFrame(() => window.times.push(performance.now() - began))).observe(
    handle, { attributes: true, attributeFilter: ["aria-valuenow"] });
  const box = handle.querySelector("circle").getBoundingClientRect();
  return [box.x + box.width / 2, box.y + box.height / 2, Math.abs((y2 - y) / (m2 - m)) / 100];
}
"""

_SCRUB = """
async () => {
  const scrub = document.querySelector('[aria-label^="Moment of the fall"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const began = performance.now();
  let frames = 0;
  while (performance.now() - began < 3000) {
    set.call(scrub, ((performance.now() - began) / 3000) * Number(scrub.max));
    scrub.dispatchEvent(new Event("input", { bubbles: true }));
    await new Promise(requestAnimationFrame);
    frames += 1;
  }
  return (1000 * frames) / (performance.now() - began);
}
"""


def redraw_ms(page: Page) -> float:
    """From a key on a sounding to the section drawn anew from the core's answer, with 200 soundings on it."""
    swim = "wend-mere-lily-bay"
    soundings = [{"id": f"s{i}", "distance_m": i / 5, "depth_m": 1 + i / 200} for i in range(200)]
    fields = {"swim_id": swim, "soundings": soundings}
    call("PUT", f"/api/surveys/{swim}", json.dumps({"version": 0, "fields": fields}).encode())
    page.goto(f"http://127.0.0.1:{PORT}/water/{swim}")
    page.get_by_role("slider", name="Sounding at 20.0 m").wait_for()
    page.wait_for_timeout(1000)
    return statistics.median(page.evaluate(_NUDGE))


def drag_ms(page: Page) -> float:
    """From a shot moved by the pointer to the new picture of the rig: the 95th percentile of a slow drag."""
    page.goto(f"http://127.0.0.1:{PORT}/bench/rudd-strung")
    page.get_by_test_id("verdict").wait_for()
    page.wait_for_timeout(3000)
    x, y, centimetre = page.evaluate(_WATCH)
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + 5)
    for i in range(60):
        # Up and down between two neighbours, a centimetre at a time.
        page.mouse.move(x, y + centimetre * (1 + i % 2))
        page.wait_for_timeout(250)
    page.mouse.up()
    times = sorted(page.evaluate("window.times"))
    assert len(times) > 50, "each step is answered by a new picture"
    return float(times[int(0.95 * len(times))])


def scrub_frames(page: Page) -> float:
    """Frames a second while the fall of two rigs with feed is scrubbed."""
    page.goto(f"http://127.0.0.1:{PORT}/bench/grayling-avon")
    page.get_by_test_id("verdict").wait_for()
    page.keyboard.press("c")
    page.get_by_text("pinned").wait_for()
    return float(page.evaluate(_SCRUB))


_RUN = """
async () => {
  let frames = 0;
  const began = performance.now();
  while (performance.now() - began < 3000) {
    await new Promise(requestAnimationFrame);
    frames++;
    const hand = document.getElementById("hand");
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
    set.call(hand, String(70 + (frames % 20)));
    hand.dispatchEvent(new Event("input", { bubbles: true }));
  }
  return (1000 * frames) / (performance.now() - began);
}
"""


def held_frames(page: Page) -> float:
    """Frames a second while a float is held back down a run by a hand that never rests."""
    page.goto(f"http://127.0.0.1:{PORT}/practice/hold?seed=3")
    page.get_by_role("button", name="Let it go").click()
    return float(page.evaluate(_RUN))


_PRESS = """
async () => {
  const button = [...document.querySelectorAll("button")].find((b) => b.textContent.includes("run done"));
  const counts = document.querySelector('[data-testid="counts"]');
  const times = [];
  for (let i = 0; i < 15; i++) {
    const before = counts.textContent;
    const began = performance.now();
    button.click();
    while (counts.textContent === before) await new Promise(requestAnimationFrame);
    times.push(performance.now() - began);
  }
  return times;
}
"""


def at_water_s(browser: Browser) -> tuple[float, float, float]:
    """Opening the water's edge first, a press there, and opening it again without a connection. [s]"""
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = context.new_page()
    address = f"http://127.0.0.1:{PORT}/bankside"
    began = time.perf_counter()
    page.goto(address)
    page.get_by_role("button", name="Take it along").wait_for()
    first = time.perf_counter() - began
    page.get_by_label("Rudd on the drop").check()
    page.get_by_role("button", name="Take it along").click()
    page.get_by_test_id("setting").wait_for()
    page.wait_for_timeout(1000)
    press = statistics.median(page.evaluate(_PRESS)) / 1000
    page.close()
    context.set_offline(True)
    page = context.new_page()
    began = time.perf_counter()
    page.goto(address)
    page.get_by_test_id("setting").wait_for()
    again = time.perf_counter() - began
    context.close()
    return first, press, again


def fall_mb() -> float:
    """Most memory a fall takes."""
    data = next(r for r in demo_rigs() if r.id == "bream-slider").model_dump(mode="json")
    data["conditions"].update(current_m_s=0.3)
    tracemalloc.start()
    fall(read_rig(data), FallWish(run_m=20.0))
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    return peak / 1e6


def in_browser() -> None:
    """Print the figures of the pages."""
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        ms = redraw_ms(page)
        tell("section of 200 soundings redrawn after a key", ms / 1000, f"median {ms:.0f} ms", "100")
        ms = drag_ms(page)
        tell("rig redrawn as a shot is dragged", ms / 1000, f"95th percentile {ms:.0f} ms", "50")
        print(f"scrubbing two falls: {scrub_frames(page):.0f} frames a second (wanted 50)")
        print(f"holding back in practice: {held_frames(page):.0f} frames a second (wanted 50)")
        first, press, again = at_water_s(browser)
        tell("the water's edge opened first", first, f"{first:.2f} s", "1.5")
        tell("a press there shown", press, f"median {1000 * press:.0f} ms", "50")
        tell("opened again without a connection", again, f"{again:.2f} s", "0.7")
        browser.close()


def main() -> None:
    """Print the figures."""
    print(f"yardstick: {1000 * YARD_S:.2f} ms")
    with tempfile.TemporaryDirectory() as folder, ExitStack() as cleanup:
        starts = []
        for i in range(5):
            server, seconds = start(f"{folder}/{i}.db")
            starts.append(seconds)
            if i < 4:
                server.terminate()
                server.wait()
        # Whatever fails below, no server stays behind on the port.
        cleanup.callback(server.terminate)
        median = statistics.median(starts)
        tell("start to first answer, demo loaded", median, f"median {median:.2f} s", "2.5")
        print(f"resident memory after start: {resident_mb(server.pid):.0f} MB (wanted 220)")
        for rig in demo_rigs():
            body = json.dumps({"rig": json.loads(rig.model_dump_json())}).encode()
            times = []
            for _ in range(100):
                began = time.perf_counter()
                call("POST", "/api/evaluate", body)
                times.append(time.perf_counter() - began)
            wanted = 30 if rig.conditions.current_m_s else 25
            median = statistics.median(times)
            tell(f"evaluate through HTTP, {rig.id}", median, f"median {1000 * median:.1f} ms", str(wanted))
        for rig in demo_rigs():
            for pattern in ("bulk", "bulk-and-droppers", "strung"):
                wish = {"pattern": pattern}
                call(
                    "POST",
                    "/api/balance",
                    json.dumps({"rig": json.loads(rig.model_dump_json()), "wish": wish}).encode(),
                )
        print(f"resident memory after 300 evaluations and 9 balances: {resident_mb(server.pid):.0f} MB (wanted 220)")
        in_browser()
    print(f"memory of a fall: {fall_mb():.1f} MB (wanted 50)")
    print(f"first-load script, gzip: {first_load_kb():.0f} kB (wanted 300)")


if __name__ == "__main__":
    main()
