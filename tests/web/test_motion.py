"""Moving water on the screen: the shape, the stop, holding back, the fall."""

from __future__ import annotations

import re

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
    page.get_by_label("Runs free").check()
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
    expect(strip.get_by_text("then fishes for")).to_be_visible()
    strip.get_by_text("How it is thrown").click()
    strip.get_by_label("Feed beside it").select_option("pellets")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("pellets")
    strip.get_by_label("Length of the run").fill("1 m")
    page.keyboard.press("Enter")
    expect(strip.get_by_text("the run is over before it fishes")).to_be_visible()
    strip.get_by_label("The float is held over one place").check()
    expect(strip.get_by_text("then it fishes")).to_be_visible()
    strip.get_by_label("The float is held over one place").uncheck()
    strip.get_by_label("Moment of the fall").focus()
    page.keyboard.press("c")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("pinned")
    expect(strip.locator("polyline")).to_have_count(2)
    assert axe_finds(page) == []
    page.keyboard.press("Escape")
    expect(strip).to_have_count(0)
    # C brings it back beside the pinned rig, thrown as it was last; F on the scrubber leaves it.
    page.get_by_test_id("verdict").click(force=True)
    page.keyboard.press("c")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("pinned")
    expect(strip.get_by_text("the run is over before it fishes")).to_be_visible()
    strip.get_by_label("Moment of the fall").focus()
    page.keyboard.press("f")
    expect(strip).to_have_count(0)


def test_without_motion_the_fall_stands_at_its_end(running: Page) -> None:
    page = running
    page.emulate_media(reduced_motion="reduce")
    page.keyboard.press("f")
    strip = page.get_by_role("region", name="Fall and run")
    expect(strip.get_by_test_id("fall-says")).to_contain_text("Fishing after")
    expect(strip.get_by_role("button", name="Play")).to_be_visible()
    expect(strip.get_by_test_id("clock")).not_to_have_text("0.0 s")


def test_the_current_is_entered_measured_and_taken_from_the_swim(running: Page) -> None:
    page = running
    page.get_by_text("The current", exact=True).click()
    page.get_by_label("Towards the bed it slows").select_option("10")
    page.get_by_text("What the line on the water does").click()
    expect(page.get_by_test_id("line-says")).to_contain_text("downstream, so the float runs too quick")
    page.get_by_label("Rod tip over the water").fill("1 m")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("line-says")).to_contain_text("The line pulls the float by 0.1")
    page.get_by_role("button", name="Fish it with this pull").click()
    expect(page.get_by_label("Line pulls the float by")).to_have_value(re.compile(r"^0\.1\d g$"))
    page.get_by_role("button", name="Undo").click()
    page.get_by_text("What the line on the water does").click()
    narrow = page.get_by_text("It may be").locator("xpath=..").inner_text()
    page.get_by_label("Towards the bed it slows").select_option("")
    expect(page.get_by_text("It may be").locator("xpath=..")).not_to_have_text(narrow)
    page.get_by_role("button", name="A speed measured at a depth").click()
    page.get_by_role("button", name="A speed measured at a depth").click()
    page.get_by_label("Depth 2").fill("1 m")
    page.keyboard.press("Enter")
    page.get_by_label("Speed 2", exact=True).fill("0.7 m/s")
    page.keyboard.press("Enter")
    expect(page.get_by_text("rises towards the bed")).to_be_visible()
    page.get_by_label("Depth 2").fill("0 m")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Enter the speeds from the surface down").first).to_be_visible()
    page.get_by_role("button", name="Take them from the swim").click()
    expect(page.get_by_text("are those kept for the swim")).to_be_visible()
    expect(page.get_by_label("Depth 2")).to_have_count(0)
    expect(page.get_by_text("Right on this slope for")).to_be_visible()
    assert axe_finds(page) == []


def test_still_water_is_set_running_on_the_stop_station(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/rudd-strung")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    page.keyboard.press("6")
    expect(page.get_by_text("to the hook it should be")).to_be_visible()
    page.get_by_text("The current", exact=True).click()
    page.get_by_label("Current on top").fill("0.2 m/s")
    page.keyboard.press("Enter")
    expect(page.get_by_text("In this current it should be set to")).to_be_visible()
    expect(page.get_by_test_id("lead")).to_be_visible()
    expect(page.get_by_label("Current on top")).to_be_focused()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("to the hook it should be")).to_be_visible()


def test_a_float_leans_the_way_its_line_draws_it(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/roach-pole")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    page.keyboard.press("6")
    page.get_by_text("The current", exact=True).click()
    page.get_by_label("Current on top").fill("5 m/s")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("verdict")).to_contain_text("in the current")
    # The rig trails upstream, to the left, and draws the foot of the float with it: the tip leans to the right.
    leans = page.locator(".bw-scene g[transform^='rotate(']").first.get_attribute("transform") or ""
    assert 20 < float(leans.removeprefix("rotate(").split()[0]) < 60, leans
    expect(page.get_by_label("Findings")).to_contain_text("fish slower water")
