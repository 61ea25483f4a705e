"""What reads the clock or the calendar, in the pages, at every hour there is: one after another on one demo."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from ..hour import USUAL, Hour
from .conftest import Server
from .test_method import open_bench, station
from .test_water import PIT, WALL, bead, drawn

pytestmark = [pytest.mark.browser, pytest.mark.clock]


def test_the_pages_at_this_hour(server: Server, page: Page, hour: Hour) -> None:
    # What no clock moves is gone through at one hour.
    whole = hour == USUAL
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    cautions_are_read_once_for_the_day_and_place_and_can_be_had_again(server, page, whole)
    a_handful_of_casts_make_a_depth_and_a_sounding(server, page, whole)
    the_tide_gives_a_timetable_a_countdown_and_a_calendar(server, page, whole)
    the_water_station_of_the_bench_is_a_summary_that_opens_it(server, page)
    assert [c for c in complaints if "Failed to load resource" not in c] == []


def cautions_are_read_once_for_the_day_and_place_and_can_be_had_again(server: Server, page: Page, whole: bool) -> None:
    open_bench(page, server)
    station(page, "Line & hook")
    note = page.get_by_role("note", name="Mind here")
    expect(page.get_by_text("look behind before you cast")).to_be_hidden()
    note.get_by_text("to be read").click()
    expect(note).to_contain_text("look behind before you cast")
    note.get_by_role("button", name="Read, for today and this place").click()
    expect(note).to_have_count(0)
    if whole:
        page.reload()
    page.get_by_text("read today").click()
    expect(page.get_by_text("look behind before you cast")).to_be_visible()
    open_bench(page, server, "bream-slider")
    station(page, "Line & hook")
    expect(note).to_be_visible()


def the_tide_gives_a_timetable_a_countdown_and_a_calendar(server: Server, page: Page, whole: bool) -> None:
    page.goto(f"{server.url}/water/{WALL}")
    drawn(page)
    bead(page, "Level")
    moves = page.get_by_role("table", name="Stop moves").get_by_role("row")
    expect(moves.nth(3)).to_be_visible()
    assert moves.count() > 6
    page.get_by_label("Bait within ±").fill("50 cm")
    page.keyboard.press("Enter")
    drawn(page)
    expect(moves.nth(6)).to_have_count(0)
    with page.expect_download() as got:
        page.get_by_role("button", name="Save as calendar").click()
    assert Path(got.value.path()).read_bytes().startswith(b"BEGIN:VCALENDAR")
    curve = page.get_by_role("slider", name="Moment shown")
    before = page.get_by_test_id("level-now").text_content()
    curve.focus()
    for _ in range(3):
        page.keyboard.press("PageDown")
    expect(page.get_by_test_id("level-now")).not_to_have_text(before or "")
    page.get_by_role("button", name="Back to now").click()
    if not whole:
        return
    page.get_by_label("The level is known from").select_option("tide-table")
    page.get_by_label("Water", exact=True).nth(1).select_option("high")
    expect(page.get_by_role("alert").filter(has_text="the next low is missing").first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("alert")).to_have_count(0)


def the_water_station_of_the_bench_is_a_summary_that_opens_it(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/bream-slider")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Water").click()
    summary = page.get_by_test_id("at-swim")
    expect(summary).to_contain_text("Depth now, 30 m out")
    # Whatever the level makes of the depth now, it is not this.
    page.get_by_label("Plumbed depth").fill("6.5 m")
    page.keyboard.press("Enter")
    take = summary.get_by_role("button", name=re.compile("^Take"))
    offered = re.search(r"Take (\S+)\sm", take.inner_text())
    assert offered
    take.click()
    expect(page.get_by_label("Plumbed depth")).to_have_value(f"{float(offered[1]):g} m")
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    summary.get_by_role("link", name=re.compile("Open the water")).click()
    drawn(page)


def a_handful_of_casts_make_a_depth_and_a_sounding(server: Server, water: Page, whole: bool) -> None:
    water.goto(f"{server.url}/water/{PIT}")
    drawn(water)
    water.get_by_role("button", name="Plumb another spot").click()
    expect(water.get_by_test_id("next-setting")).to_be_visible()
    water.get_by_role("textbox", name="Distance").fill("33")
    water.keyboard.press("Tab")
    water.get_by_role("button", name="gone under", exact=True).click()
    readings = water.get_by_role("list", name="Readings").get_by_role("listitem")
    expect(readings).to_have_count(1)
    drawn(water)
    first = water.get_by_test_id("next-setting").text_content()
    water.get_by_role("button", name="stands high").click()
    water.get_by_label("How much higher than wanted?").fill("4 cm")
    water.keyboard.press("Enter")
    water.get_by_role("button", name="Add the cast").click()
    expect(readings).to_have_count(2)
    expect(readings.nth(1)).to_contain_text(f"{first}: stands high by 4 cm")
    expect(water.get_by_test_id("plumbed")).to_contain_text(re.compile(r"± \d"))
    water.get_by_role("button", name=re.compile("Keep as a sounding")).click()
    expect(water.get_by_role("slider", name="Sounding at 33 m")).to_have_count(2)
    drawn(water)
    if not whole:
        return
    water.reload()
    drawn(water)
    expect(water.get_by_role("slider", name="Sounding at 33 m")).to_have_count(2)
    expect(water.get_by_role("list", name="Readings").get_by_role("listitem")).to_have_count(2)


def test_the_first_swim_of_an_own_book(own: Page) -> None:
    own.get_by_role("link", name="Water").click()
    own.get_by_role("button", name="Enter a swim").click()
    own.get_by_role("button", name="Enter it").click()
    expect(own.get_by_role("alert")).to_contain_text("need a name")
    own.get_by_label("Name of the water").fill("Larch Tarn")
    own.get_by_label("Name of the swim").fill("Boat landing")
    own.get_by_role("button", name="Enter it").click()
    expect(own.get_by_text("Nothing is sounded in this direction yet")).to_be_visible()
    own.get_by_role("button", name="Plumb the first spot").click()
    own.get_by_role("button", name="gone under").click()
    expect(own.get_by_role("list", name="Readings")).to_contain_text("gone under")
