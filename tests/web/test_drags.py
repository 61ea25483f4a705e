"""A drag that is drawn is kept: every handle of every rig of the demo, by mouse and by finger, after a reload too."""

from __future__ import annotations

import json
import os
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from brookwind.demo.load import demo_rigs

from .conftest import Server

pytestmark = pytest.mark.browser

RIGS = [r.id for r in demo_rigs()]
HANDS = ("mouse", "finger")
# Each rig by one of the two, the lift rig by both; BOTH_HANDS=1 (make hands) drags all by both.
WAYS = [
    (rig, how)
    for n, rig in enumerate(RIGS)
    for k, how in enumerate(HANDS)
    if n % 2 == k or rig == "tench-lift" or os.environ.get("BOTH_HANDS")
]


@pytest.fixture(scope="module")
def dragged(tmp_path_factory: pytest.TempPathFactory) -> Any:
    server = Server(tmp_path_factory.mktemp("dragged") / "demo.db")
    server.start()
    yield server
    server.stop()


def kept(page: Page, server: Server, rig: str) -> dict[str, Any]:
    fields: dict[str, Any] = page.request.get(f"{server.url}/api/rigs/{rig}").json()["fields"]
    return fields


def opened(page: Page, server: Server, rig: str) -> None:
    page.goto(f"{server.url}/bench/{rig}")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()


def handles(page: Page) -> list[str]:
    """Those that have any way to go: a lead that runs down to its stop has none."""
    found = page.locator(".bw-scene [role=slider]")
    ids: list[str] = found.evaluate_all("all => all.filter(g => g.ariaValueMax - g.ariaValueMin > 0.01).map(g => g.id)")
    return ids


def grip(handle: Locator) -> tuple[float, float, int]:
    """Where to take hold of a handle, and to which side it has more room: up is negative. [px, px, px]"""
    box = handle.locator("rect").first.bounding_box()
    assert box
    now, low, high = (float(handle.get_attribute(f"aria-value{k}") or "nan") for k in ("now", "min", "max"))
    more_above = (high - now > now - low) != ("Setting" in (handle.get_attribute("aria-label") or ""))
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2, -36 if more_above else 36


def by_mouse(page: Page, x: float, y: float, by: float) -> None:
    page.mouse.move(x, y)
    page.mouse.down()
    for part in (0.4, 0.7, 1.0):
        page.mouse.move(x, y + part * by)
    page.mouse.up()


def by_finger(page: Page, x: float, y: float, by: float) -> None:
    devtools = page.context.new_cdp_session(page)
    points = [(x, y + part * by) for part in (0, 0.3, 0.6, 1.0)]
    for kind, (px, py) in zip(("touchStart", "touchMove", "touchMove", "touchMove"), points, strict=True):
        devtools.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": px, "y": py}]})
    devtools.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
    devtools.detach()


@pytest.mark.parametrize(("rig", "how"), WAYS)
def test_what_is_dragged_is_kept(rig: str, how: str, page: Page, phone: Page, dragged: Server) -> None:
    view, drag = (page, by_mouse) if how == "mouse" else (phone, by_finger)
    opened(view, dragged, rig)
    first = kept(view, dragged, rig)
    names = handles(view)
    assert names
    for name in names:
        handle = view.locator(f"#{name}")
        handle.scroll_into_view_if_needed()
        before = kept(view, dragged, rig)
        scrolled = view.evaluate("scrollY")
        with view.expect_response(lambda r: r.request.method == "PUT" and "/api/rigs/" in r.url):
            drag(view, *grip(handle))
        assert view.evaluate("scrollY") == scrolled, "the handle is moved and not the page"
        expect(view.get_by_role("status", name="Saved", exact=True)).to_be_visible()
        shown = handle.get_attribute("aria-valuenow")
        assert kept(view, dragged, rig) != before, name
        expect(view.get_by_role("button", name="Undo")).to_be_enabled()
        if name == names[-1]:
            opened(view, dragged, rig)
            expect(view.locator(f"#{name}")).to_have_attribute("aria-valuenow", shown or "")
        else:
            view.get_by_role("button", name="Undo").click()
            expect(view.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    back = view.request.get(f"{dragged.url}/api/rigs/{rig}").json()
    done = view.request.put(
        f"{dragged.url}/api/rigs/{rig}", data=json.dumps({"version": back["version"], "fields": first}),
        headers={"content-type": "application/json"},
    )  # fmt: skip
    assert done.ok


def test_beside_the_handles_a_finger_scrolls_the_page(phone: Page, dragged: Server) -> None:
    opened(phone, dragged, RIGS[0])
    box = phone.locator(".bw-scene").first.bounding_box()
    assert box
    phone.evaluate("scrollTo(0, 0)")
    by_finger(phone, box["x"] + 12, box["y"] + box["height"] - 30, -160)
    phone.wait_for_function("scrollY > 40")
