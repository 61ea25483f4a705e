"""What is the float doing? Asked on a phone and by keys, answered, applied and undone."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def test_a_float_is_read_the_depth_is_put_right_and_that_is_undone(server: Server, page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{server.url}/bench/grayling-avon")
    page.get_by_role("button", name="Float?").click()
    page.get_by_role("button", name="leans down").click()
    causes = page.get_by_role("list", name="Causes", exact=True)
    expect(causes.get_by_role("listitem")).not_to_have_count(0)
    ask = page.get_by_role("group", name="To be surer")
    for answer in ("slower", "only on a part", "all in order"):
        # What is asked first goes by the chances; what is asked for is pressed when it is there.
        button = ask.get_by_role("button", name=answer, exact=True)
        if button.count():
            button.click()
            expect(page.get_by_role("group", name="Seen so far")).to_contain_text(re.compile("it back"))
    first = causes.get_by_role("listitem").first
    expect(first).to_contain_text(re.compile("shallower than plumbed|Weed"))
    shallower = causes.get_by_role("button", name=re.compile("^Come .* shallower"))
    shallower.click()
    expect(page.get_by_text(re.compile("^Done: Come"))).to_be_visible()
    kept = page.request.get(f"{server.url}/api/rigs/grayling-avon").json()["fields"]
    assert kept["water"]["depth_m"] < 1.45
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text(re.compile("^Done: Come"))).to_have_count(0)
    assert page.request.get(f"{server.url}/api/rigs/grayling-avon").json()["fields"]["water"]["depth_m"] == 1.45
    assert axe_finds(page) == []


def test_by_keys_back_takes_off_what_was_seen_last_and_a_reload_keeps_it(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/mullet-slider")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.keyboard.press("w")
    page.get_by_role("button", name="lies flat").press("Enter")
    most = page.get_by_role("heading", name="Most likely")
    expect(most).to_be_visible()
    page.get_by_role("group", name="To be surer").get_by_role("button").first.press("Enter")
    so_far = page.get_by_role("group", name="Seen so far")
    expect(so_far.get_by_role("button")).to_have_count(1)
    page.reload()
    expect(so_far.get_by_role("button")).to_have_count(1)
    page.go_back()
    expect(so_far).to_have_count(0)
    expect(page.get_by_role("button", name="lies flat")).to_have_attribute("aria-pressed", "true")
    page.get_by_text("Say it closer").press("Enter")
    tip = page.get_by_label("Tip you see")
    tip.fill("400 mm")
    tip.press("Tab")
    expect(page.get_by_text(re.compile("A tip of 400.mm was entered"))).to_be_visible()
    page.get_by_role("button", name="Start over").press("Enter")
    expect(page.get_by_role("heading", name="Press what you see")).to_be_visible()
