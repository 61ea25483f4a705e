"""The run, the cast and the feed as they are planned: by mouse and by keys, with rough input, after a reload."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def test_a_run_is_planned_played_and_fed_by_keys(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/grayling-avon")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    page.keyboard.press("9")
    says = page.get_by_test_id("run-says")
    expect(says).to_contain_text("upstream of you")
    expect(says).to_contain_text("not worth a mend")
    out = page.get_by_label("Fished how far out")
    out.fill("16")
    out.press("Enter")
    expect(says).to_contain_text(re.compile("Mend upstream after"))
    expect(page.get_by_test_id("mend").first).to_be_visible()
    # A rough entry keeps what was typed and says what would be right.
    out.fill("far")
    out.press("Enter")
    expect(page.get_by_text("“far” is not a length. Write it like 12 m or 40 ft.")).to_be_visible()
    out.fill("16 m")
    out.press("Enter")
    page.get_by_text("How the line is held, and another line").press("Enter")
    wind = page.get_by_label("Wind downstream")
    wind.fill("60")
    wind.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("40")
    wind.fill("0")
    wind.press("Enter")
    tip = page.get_by_label("Rod tip up")
    tip.fill("3.8")
    tip.press("Enter")
    expect(page.get_by_text("the same line sunk")).to_be_visible()
    tip.blur()
    clock = page.get_by_test_id("run-clock")
    before = clock.inner_text()
    page.keyboard.press("Space")
    expect(clock).not_to_have_text(before)
    page.keyboard.press("Space")
    moment = page.get_by_label("Moment of the run, seconds")
    moment.fill("1")
    expect(clock).to_have_text("1.0 s")
    moment.blur()
    page.keyboard.press("0")
    fed = page.get_by_test_id("feed-says")
    expect(fed).to_contain_text("upstream")
    page.get_by_text("What other feed would do").press("Enter")
    page.get_by_role("button", name="hemp").press("Enter")
    expect(page.get_by_label("What is fed")).to_have_value("hemp")
    expect(fed).to_contain_text(re.compile("pints"))
    page.reload()
    expect(page.get_by_label("What is fed")).to_have_value("hemp")
    page.get_by_label("How it is fed").select_option("bed")
    expect(page.get_by_label("What is fed")).to_have_value("groundbait")
    page.get_by_text("Groundbait by its parts").click()
    soil = page.get_by_label("Soil, of the dry")
    soil.fill("50 %")
    soil.press("Enter")
    expect(page.get_by_test_id("mix-says")).to_contain_text("balls of")
    assert axe_finds(page) == []


def test_a_rod_is_tested_and_a_slider_cast_past_its_mark(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/box")
    page.get_by_label("Quick entry: a count and a thing").fill("long rod 4.2 m")
    page.keyboard.press("Enter")
    page.get_by_text("Rods").first.click()
    page.get_by_role("button", name=re.compile("^long rod 4.2 m")).click()
    page.get_by_role("button", name="Cast test").click()
    for mass, far in (("4 g", "22"), ("12", "60 turns")):
        page.get_by_label("Thrown").fill(mass)
        page.get_by_label("Went").fill(far)
        page.get_by_role("button", name="Add").click()
    told = page.get_by_test_id("cast-test")
    expect(told).to_contain_text("still air")
    page.get_by_label("Went").fill("over there")
    page.get_by_role("button", name="Add").click()
    expect(told).to_contain_text("Enter all that was thrown")
    page.get_by_role("button", name="The rod throws so").click()
    expect(page.get_by_text("4.2 m, cast test taken")).to_be_visible()
    page.goto(f"{server.url}/bench/bream-slider")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    page.keyboard.press("9")
    cast = page.get_by_test_id("cast")
    expect(cast).to_contain_text("Clip at 30 m")
    most = cast.get_by_text("Goes at most").locator("xpath=following-sibling::dd")
    before = most.inner_text()
    cast.get_by_label("Rod").select_option(label="long rod 4.2 m, tested")
    expect(most).not_to_have_text(before)
    cast.get_by_label("While it sinks the bail is").select_option("closed")
    expect(cast).to_contain_text(re.compile("the weights draw it .* nearer"))
    expect(page.get_by_test_id("cycle")).to_contain_text("One cast")
    assert axe_finds(page) == []
