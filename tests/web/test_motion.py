"""Moving water on the screen: the shape, the stop, holding back, the fall."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


@pytest.fixture
def running(server: Server, page: Page) -> Page:
    page.goto(f"{server.url}/bench/grayling-avon")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Stop").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    return page


def test_the_stop_is_set_for_the_current_and_holding_back_moves_the_bait(running: Page) -> None:
    page = running
    expect(page.get_by_text("In this current it should be set to")).to_be_visible()
    expect(page.get_by_text("too high")).to_be_visible()
    expect(page.get_by_test_id("lead")).to_contain_text("behind the float")
    assert axe_finds(page) == []
    page.get_by_test_id("verdict").click(force=True)
    page.keyboard.press("s")
    expect(page.get_by_text("It is set so.")).to_be_visible()
    expect(page.get_by_text("too high")).to_have_count(0)
    page.get_by_label("Runs free").uncheck()
    hold = page.get_by_role("slider", name="Float goes at")
    hold.fill("40")
    expect(page.get_by_test_id("lead")).to_contain_text("ahead of the float")
    page.get_by_label("Runs free").check()
    expect(page.get_by_test_id("lead")).to_contain_text("behind the float")
    page.get_by_role("button", name="On the rule").click()
    expect(page.get_by_test_id("lead")).to_have_count(0)
    page.get_by_role("button", name="In the water").click()


def test_the_fall_is_played_scrubbed_compared_and_left_by_keys(running: Page) -> None:
    page = running
    page.keyboard.press("f")
    strip = page.get_by_role("region", name="Fall and run")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("Fishing after")
    expect(strip.get_by_role("button", name="Pause")).to_be_visible()
    strip.get_by_role("button", name="Pause").click()
    scrub = strip.get_by_label("Moment of the fall")
    scrub.fill("2")
    expect(strip.get_by_test_id("clock")).to_have_text("2.0 s")
    at_two = strip.locator("polyline").first.get_attribute("points")
    scrub.fill("4")
    assert strip.locator("polyline").first.get_attribute("points") != at_two
    strip.get_by_label("Feed beside it").select_option("pellets")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("pellets")
    page.keyboard.press("c")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("pinned")
    expect(strip.locator("polyline")).to_have_count(2)
    assert axe_finds(page) == []
    page.keyboard.press("Escape")
    expect(strip).to_have_count(0)


def test_without_motion_the_fall_stands_at_its_end(running: Page) -> None:
    page = running
    page.emulate_media(reduced_motion="reduce")
    page.keyboard.press("f")
    strip = page.get_by_role("region", name="Fall and run")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("Fishing after")
    expect(strip.get_by_role("button", name="Play")).to_be_visible()
    expect(strip.get_by_test_id("clock")).not_to_have_text("0.0 s")
