"""The job at the water: plumb, keep, correct, look ahead, mark fish, read a log; by mouse, keys, after a reload."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from brookwind.formats.nmea import sentence

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser

PIT = "quarrel-pit-deep-flat"
WALL = "skerry-wall-steps"


@pytest.fixture
def water(server: Server, page: Page) -> Iterator[Page]:
    """The quarry's water. Anything the page complains of fails the test."""
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    page.goto(f"{server.url}/water/{PIT}")
    drawn(page)
    yield page
    assert [c for c in complaints if "Failed to load resource" not in c] == []


def drawn(page: Page) -> None:
    expect(page.get_by_test_id("section")).to_have_attribute("data-waiting", "false")
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()


def bead(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="The water").get_by_role("button", name=name).click()


def test_casts_that_disagree_are_named_and_one_can_be_left_out(water: Page) -> None:
    water.get_by_label("Setting used").fill("7.5 m")
    water.keyboard.press("Enter")
    water.get_by_role("button", name="tip as wanted").click()
    clash = water.get_by_role("alert").filter(has_text="cannot both be true")
    expect(clash).to_be_visible()
    expect(water.get_by_text("(disagrees)").first).to_be_visible()
    clash.get_by_role("button", name=re.compile("Leave out “7.50 m: tip as wanted")).click()
    expect(clash).to_have_count(0)
    expect(water.get_by_test_id("plumbed")).to_contain_text("good enough")


def test_a_sounding_is_corrected_by_mouse_by_keys_and_undone(water: Page) -> None:
    handle = water.get_by_role("slider", name="Sounding at 24.5 m")
    before = float(handle.get_attribute("aria-valuenow") or "nan")
    box = handle.locator("circle").nth(1).bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    water.mouse.move(x, y)
    water.mouse.down()
    for step in range(1, 6):
        water.mouse.move(x, y - 8 * step)
    water.mouse.up()
    drawn(water)
    dragged = float(handle.get_attribute("aria-valuenow") or "nan")
    assert dragged < before - 0.3
    expect(water.get_by_test_id("one-sounding")).to_contain_text("plumbed")
    handle.focus()
    for _ in range(3):
        water.keyboard.press("ArrowDown")
    expect(handle).to_have_attribute("aria-valuenow", f"{dragged + 0.03:.2f}")
    water.keyboard.press("Control+z")
    water.keyboard.press("Control+z")
    expect(handle).to_have_attribute("aria-valuenow", f"{before:g}")
    handle.focus()
    water.keyboard.press("ArrowRight")
    expect(water.get_by_role("slider", name="Sounding at 27 m")).to_be_focused()
    water.keyboard.press("ArrowLeft")
    expect(handle).to_be_focused()
    water.keyboard.press("Delete")
    expect(handle).to_have_count(0)
    water.get_by_role("button", name="Undo").click()
    expect(handle).to_have_count(1)


def test_the_tab_key_passes_the_drawing_and_reaches_the_casts(water: Page) -> None:
    first = water.get_by_role("slider", name="Sounding at 2 m")
    readings = water.get_by_role("list", name="Readings").get_by_role("listitem")
    expect(readings).to_have_count(4)
    first.focus()
    for _ in range(12):
        water.keyboard.press("Tab")
        if water.evaluate("document.activeElement.innerText").strip() == "tip as wanted":
            break
    water.keyboard.press("Enter")
    expect(readings).to_have_count(5)
    first.focus()
    water.keyboard.press("Enter")
    expect(water.get_by_test_id("one-sounding")).to_be_visible()


def test_where_to_fish_moves_the_rig_and_the_book_takes_the_depth(water: Page) -> None:
    bead(water, "Depths")
    expect(water.get_by_role("list", name="Where to fish")).to_contain_text("foot of the shelf")
    water.get_by_role("button", name="Fish it").first.click()
    rig = water.get_by_role("slider", name="Distance fished at")
    expect(rig).to_have_attribute("aria-valuenow", "25.2")
    rig.focus()
    water.keyboard.press("Shift+ArrowRight")
    expect(rig).to_have_attribute("aria-valuenow", "26.2")
    drawn(water)
    water.get_by_role("button", name=re.compile("Keep as the depth of this swim")).click()
    expect(water.get_by_text("The book has this depth.")).to_be_visible()
    water.get_by_role("button", name="Map from above").click()
    expect(water.get_by_role("img", name=re.compile("The bed from above"))).to_be_visible()


def test_bad_input_keeps_its_text_and_says_what_is_wrong(water: Page) -> None:
    bead(water, "Depths")
    field = water.get_by_role("textbox", name="Fished at")
    field.fill("far out")
    water.keyboard.press("Tab")
    expect(water.get_by_role("alert").filter(has_text="“far out” is not a length")).to_be_visible()
    water.reload()
    drawn(water)
    expect(field).to_have_value("far out")
    field.fill("4000")
    water.keyboard.press("Enter")
    expect(water.get_by_role("alert").filter(has_text="The drawing shows the water before this")).to_be_visible()
    expect(water.get_by_role("status", name="Not saved: see the note")).to_be_visible()
    water.keyboard.press("Escape")
    water.get_by_role("button", name="Undo").click()
    drawn(water)


def test_drifts_marks_and_wind(water: Page) -> None:
    bead(water, "Current")
    water.get_by_label("How far").fill("5 m")
    water.get_by_label("In", exact=True).fill("9")
    water.keyboard.press("Tab")
    water.get_by_role("button", name="Add the drift").click()
    expect(water.get_by_role("list", name="Drifts")).to_contain_text("0.56 m/s")
    # Three lines were sounded: the bed along the run is known, and turns about with the current.
    along = water.get_by_test_id("along").inner_text()
    water.get_by_label("Looking out, it flows to the").select_option("left")
    expect(water.get_by_test_id("along")).not_to_have_text(along)
    bead(water, "Fish marks")
    water.get_by_label("Fish seen at").fill("4 m")
    water.keyboard.press("Tab")
    water.get_by_role("button", name="Mark them").click()
    marks = water.get_by_role("list", name="Fish marks").get_by_role("listitem")
    expect(marks).to_have_count(3)
    expect(marks.first).to_contain_text(re.compile(r"Stop at 3\.5\d\sm"))
    expect(marks.first).to_contain_text("shallower")
    bead(water, "Wind & light")
    water.get_by_label("Wind", exact=True).fill("10 mph")
    water.keyboard.press("Enter")
    expect(water.get_by_label("Wind", exact=True)).to_have_value("4.47 m/s")
    drawn(water)


def test_instruments_and_a_log_wait_to_be_accepted(water: Page, tmp_path: Path) -> None:
    bead(water, "Devices")
    sounder = water.get_by_test_id("device-sounder")
    sounder.get_by_role("button", name="Connect").click()
    expect(water.get_by_test_id("status-sounder")).to_have_text("live")
    sounder.get_by_role("button", name="Accept them").click()
    expect(sounder).not_to_contain_text("10 new")
    weather = water.get_by_test_id("device-weather")
    weather.get_by_label("Address").fill("http://127.0.0.1:9/none")
    weather.get_by_role("button", name="Connect").click()
    expect(weather.get_by_role("alert")).to_contain_text("does not answer")
    log = tmp_path / "morning.nmea"
    lines = [sentence(f"SDDPT,{8.9 + 0.01 * (i % 5):.2f},0.1") for i in range(6000)]
    log.write_text("\r\n".join([*lines, "$SDDPT,1,2*00"]))
    water.get_by_test_id("file").set_input_files(log)
    found = water.get_by_test_id("found")
    expect(found).to_contain_text("6000 depths in 6001 lines make 1 soundings. Left out: 1 with a wrong checksum.")
    found.get_by_role("button", name="Accept 1").click()
    expect(found).to_have_count(0)
    drawn(water)
    bad = tmp_path / "bad.csv"
    bad.write_text("distance_m,depth_m\n5,two\n6,1.2\n")
    water.get_by_test_id("file").set_input_files(bad)
    expect(found).to_contain_text("Line 2: depth_m: 'two' is not a number")
    with water.expect_download() as got:
        water.get_by_role("link", name="CSV", exact=True).click()
    assert Path(got.value.path()).read_text().startswith("id,distance_m")


def test_a_lost_server_loses_nothing(water: Page, server: Server) -> None:
    server.stop()
    water.get_by_role("button", name="tip as wanted").click()
    expect(water.get_by_role("status", name="Server away: kept here")).to_be_visible()
    water.get_by_role("list", name="Readings").get_by_role("listitem").nth(4).wait_for()
    server.start()
    drawn(water)
    water.reload()
    expect(water.get_by_role("list", name="Readings").get_by_role("listitem")).to_have_count(5)


def test_two_tabs_do_not_overwrite_one_another(water: Page, server: Server) -> None:
    other = water.context.new_page()
    other.goto(f"{server.url}/water/{PIT}")
    drawn(other)
    water.get_by_role("slider", name="Sounding at 24.5 m").focus()
    water.keyboard.press("ArrowDown")
    drawn(water)
    other.get_by_role("slider", name="Sounding at 27 m").focus()
    other.keyboard.press("ArrowDown")
    notice = other.get_by_role("alert").filter(has_text="saved elsewhere")
    expect(notice).to_be_visible()
    notice.get_by_role("button", name="Load the other version").click()
    drawn(other)
    expect(notice).to_have_count(0)
    other.close()


def test_axe_finds_nothing_on_any_bead(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/water/{PIT}")
    drawn(page)
    for name in ("Plumb", "Depths", "Level", "Current", "Wind", "Fish marks", "Devices"):
        bead(page, name)
        page.wait_for_timeout(250)
        assert axe_finds(page, None if name == "Plumb" else page.get_by_role("region", name=name)) == [], name


def test_a_phone_has_the_helper_first_and_nothing_beyond_its_edge(standing: Server, phone: Page) -> None:
    phone.goto(f"{standing.url}/water/{PIT}")
    drawn(phone)
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
    button = phone.get_by_role("button", name="gone under").bounding_box()
    section = phone.get_by_test_id("section").bounding_box()
    assert button
    assert section
    assert button["y"] < section["y"]
    assert min(button["width"], button["height"]) >= 90
