"""The job on the bench, with mouse and with keys alone, over reloads, lost servers and second tabs."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, Route, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def settled(page: Page) -> None:
    """The drawing shows the answer for the present rig, and the rig is saved."""
    expect(page.get_by_test_id("verdict")).to_have_attribute("data-waiting", "false")
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()


def station(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Stations").get_by_role("button", name=name).click()


def value(page: Page, name: str | re.Pattern[str]) -> float:
    return float(page.get_by_role("slider", name=name).first.get_attribute("aria-valuenow") or "nan")


def drag(page: Page, name: str, up_px: float) -> None:
    box = page.get_by_role("slider", name=name).first.locator("circle").first.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 6):
        page.mouse.move(x, y - up_px * step / 5)
    page.mouse.up()


def test_from_a_plumbed_depth_to_a_balanced_rig_and_everything_is_as_left(bench: Page) -> None:
    station(bench, "Water")
    bench.get_by_label("Plumbed depth").fill("1,5")
    bench.keyboard.press("Tab")
    station(bench, "Fish & bait")
    bench.get_by_label("Depth below the surface").fill("80 cm")
    bench.keyboard.press("Enter")
    station(bench, "Float")
    bench.get_by_role("button", name=re.compile("^Put on 4BB")).click()
    expect(bench.get_by_test_id("verdict")).not_to_contain_text("about 5 mm")
    station(bench, "Load")
    bench.get_by_role("button", name="Balance from the box").click()
    expect(bench.get_by_test_id("verdict")).to_contain_text(re.compile(r"Stands, about [3-8]\smm"))
    expect(bench.get_by_text("Balanced, and the stop is where it belongs.")).to_be_visible()
    settled(bench)

    before = value(bench, re.compile("strung$"))
    drag(bench, re.compile("strung$"), -24)  # type: ignore[arg-type]
    settled(bench)
    lower = value(bench, re.compile("strung$"))
    assert lower < before - 0.02
    bench.get_by_role("button", name="Undo").click()
    settled(bench)
    assert value(bench, re.compile("strung$")) == pytest.approx(before)
    bench.get_by_role("button", name="Redo").click()
    settled(bench)
    assert value(bench, re.compile("strung$")) == pytest.approx(lower)

    drawn = bench.locator("svg.bw-scene").text_content()
    bench.reload()
    settled(bench)
    assert bench.locator("svg.bw-scene").text_content() == drawn
    station(bench, "Water")
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.5 m")
    station(bench, "Float")
    expect(bench.get_by_role("button", name=re.compile("^Put on 4BB"))).to_have_attribute("aria-pressed", "true")


def test_a_press_while_the_rigs_are_fetched_is_not_lost(own: Page) -> None:
    held: list[Route] = []
    let_go = False

    def hold(route: Route) -> None:
        route.continue_() if let_go else held.append(route)

    own.route(re.compile("/api/rigs$"), hold)
    own.reload()
    link = own.get_by_role("link", name="Water")
    link.hover()
    own.mouse.down()
    expect(own.get_by_text("Fetching your rigs.")).to_be_visible()
    let_go = True
    for route in held:
        route.continue_()
    expect(own.get_by_role("button", name="Start a rig")).to_be_visible()
    own.mouse.up()
    expect(own.get_by_role("button", name="Enter a swim")).to_be_visible()


def test_the_same_by_keys_alone(bench: Page) -> None:
    keys = bench.keyboard
    keys.press("1")
    bench.get_by_label("Plumbed depth").focus()
    keys.press("Control+A")
    keys.type("4 ft 11")
    keys.press("Tab")
    bench.get_by_role("heading", name="Water").evaluate("() => document.activeElement.blur()")
    keys.press("3")
    bench.get_by_role("button", name=re.compile("^Put on 2BB,")).focus()
    keys.press("Enter")
    expect(bench.get_by_test_id("verdict")).to_contain_text("Pulled under")
    keys.press("b")
    expect(bench.get_by_test_id("verdict")).to_contain_text(re.compile(r"Stands, about [3-8]\smm"))
    settled(bench)
    keys.press("]")
    keys.press("]")
    chosen = bench.locator("[role=slider]:focus")
    before = float(chosen.get_attribute("aria-valuenow") or "nan")
    keys.press("ArrowUp")
    keys.press("ArrowUp")
    expect(bench.get_by_test_id("spoken")).to_contain_text("above the hook")
    settled(bench)
    assert float(chosen.get_attribute("aria-valuenow") or "nan") == pytest.approx(before + 0.02, abs=0.0051)
    keys.press("Control+z")
    settled(bench)
    assert float(chosen.get_attribute("aria-valuenow") or "nan") == pytest.approx(before)
    pieces = bench.get_by_role("slider").count()
    keys.press("Delete")
    expect(bench.get_by_role("slider")).to_have_count(pieces - 1)
    keys.press("Control+z")
    expect(bench.get_by_role("slider")).to_have_count(pieces)
    keys.press("?")
    expect(bench.get_by_role("dialog", name="Keys on the bench")).to_be_visible()
    keys.press("Escape")
    settled(bench)
    bench.reload()
    settled(bench)
    keys.press("1")
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.5 m")


def test_rough_input_gets_a_sentence_and_stays(bench: Page) -> None:
    station(bench, "Water")
    depth = bench.get_by_label("Plumbed depth")
    for text, says in {"deep": "Write it like 1.9 m", "": "is missing", "6ft 14": "feet and inches"}.items():
        depth.fill(text)
        depth.press("Enter")
        expect(bench.get_by_role("alert").first).to_contain_text(says)
        expect(depth).to_have_value(text)
    depth.fill("knee-deep")
    depth.press("Tab")
    bench.reload()
    expect(bench.get_by_label("Plumbed depth")).to_have_value("knee-deep")
    for text, says in {"0": "at least 0.05 m", "-2 m": "at least 0.05 m", "300": "at most 60 m"}.items():
        depth.fill(text)
        depth.press("Enter")
        expect(bench.get_by_role("alert").first).to_contain_text(says)
        expect(bench.get_by_role("status", name="Not saved: see the note")).to_be_visible()
    depth.fill("6ft 3")
    depth.press("Enter")
    expect(bench.get_by_role("alert")).to_have_count(0)
    expect(depth).to_have_value("1.91 m")
    settled(bench)


def test_a_server_lost_in_mid_edit_loses_nothing(bench: Page, server: Server) -> None:
    server.stop()
    station(bench, "Water")
    bench.get_by_label("Plumbed depth").fill("1.7")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("status", name="Server away: kept here")).to_be_visible()
    server.start()
    settled(bench)
    server.stop()
    bench.get_by_label("Plumbed depth").fill("1.6")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("status", name="Server away: kept here")).to_be_visible()
    server.start()
    bench.reload()
    settled(bench)
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.6 m")


def test_two_tabs_saving_one_rig_overwrite_nothing(bench: Page, server: Server) -> None:
    other = bench.context.new_page()
    other.goto(bench.url)
    settled(other)
    station(other, "Water")
    other.get_by_label("Plumbed depth").fill("2.2")
    other.keyboard.press("Enter")
    settled(other)
    bench.keyboard.press("1")
    bench.get_by_label("Plumbed depth").fill("1.4")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("alert").first).to_contain_text("saved elsewhere since you opened it")
    bench.get_by_role("button", name="Keep mine as a copy").click()
    expect(bench.get_by_role("button", name=re.compile(r"\(copy\)"))).to_be_visible()
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.4 m")
    other.reload()
    settled(other)
    expect(other.get_by_label("Plumbed depth")).to_have_value("2.2 m")


def test_rigs_are_started_copied_deleted_and_brought_back(bench: Page) -> None:
    bench.get_by_role("button", name=re.compile("^Rigs;")).click()
    bench.get_by_role("button", name="Start another").click()
    bench.get_by_label("Family").select_option("in-line-slider")
    bench.get_by_label("Fish").select_option("mullet")
    bench.get_by_label("Water", exact=True).select_option("skerry-wall-steps")
    bench.get_by_label("Name, if you like").fill("Wall mullet")
    bench.get_by_role("button", name="Put it on the bench").click()
    expect(bench.get_by_test_id("verdict")).to_contain_text(re.compile(r"Stands, about [2-4]\d"))
    expect(bench.get_by_text("out of your box")).to_be_visible()
    bench.get_by_role("button", name="Dismiss").click()
    expect(bench.get_by_text("Balanced, and the stop is where it belongs.")).to_be_visible()
    bench.get_by_role("button", name=re.compile("^Rigs;")).click()
    bench.get_by_role("button", name="Delete Rudd on the drop").click()
    expect(bench.get_by_text("“Rudd on the drop” is deleted.")).to_be_visible()
    bench.get_by_role("button", name="Bring it back").click()
    expect(bench.get_by_role("button", name="Delete Rudd on the drop")).to_be_visible()
    # The sheet is loaded by now, and opens in the moment in which this one closes.
    bench.get_by_role("button", name="Start another").click()
    expect(bench.get_by_role("dialog", name="Rigs")).to_have_count(0)
    expect(bench.get_by_role("dialog", name="Start a rig").get_by_label("Fish")).to_be_visible()


def test_a_book_and_box_of_ones_own_begin_empty_and_end_balanced(own: Page) -> None:
    expect(own.get_by_role("heading", name="No rig on the bench yet")).to_be_visible()
    own.get_by_role("button", name="Start a rig").click()
    own.get_by_label("Plumbed depth").fill("5ft")
    own.get_by_role("button", name="Put it on the bench").click()
    expect(own.get_by_test_id("verdict")).to_contain_text("Lies over")
    station(own, "Load")
    own.get_by_role("button", name="Still water").click()
    own.get_by_role("button", name="Balance from the box").click()
    balanced = re.compile(r"Stands, about [3-8]\smm")
    expect(own.get_by_test_id("verdict")).to_contain_text(balanced)
    settled(own)
    own.goto(f"{own.url.split('/bench')[0]}/bench")
    expect(own.get_by_test_id("verdict")).to_contain_text(balanced)


def test_units_and_words_follow_the_person(bench: Page) -> None:
    bench.get_by_role("button", name="Settings").click()
    bench.get_by_label("Units").select_option("mixed")
    bench.get_by_label("Words").select_option("us")
    bench.keyboard.press("Escape")
    stations = bench.get_by_role("navigation", name="Stations")
    expect(stations).to_contain_text("Bobber")
    expect(stations).to_contain_text("6 ft 3 in")
    bench.reload()
    expect(stations).to_contain_text("6 ft 3 in")


def test_axe_finds_nothing_on_the_bench(bench: Page) -> None:
    for name in ("Water", "Fish & bait", "Float", "Line & hook", "Load", "Stop"):
        station(bench, name)
        settled(bench)
        panel = None if name == "Water" else bench.get_by_role("region", name=name)
        assert axe_finds(bench, panel) == [], name


def test_a_phone_shows_it_without_scrolling_sideways(server: Server, phone: Page) -> None:
    phone.goto(f"{server.url}/bench/rudd-strung")
    settled(phone)
    assert phone.evaluate("() => document.documentElement.scrollWidth") <= 390
    phone.get_by_role("navigation", name="Stations").get_by_role("button", name="Stop").tap()
    expect(phone.get_by_test_id("setting")).to_have_text("72 cm")


def test_refusals_speak_the_persons_units(bench: Page) -> None:
    bench.get_by_role("button", name="Settings").click()
    bench.get_by_label("Units").select_option("imperial")
    bench.keyboard.press("Escape")
    station(bench, "Water")
    bench.get_by_label("Plumbed depth").fill("2 ft")
    bench.keyboard.press("Enter")
    findings = bench.get_by_role("region", name="Findings")
    expect(findings).to_contain_text("35.5 in down in 2 ft of water")
    bench.keyboard.press("Control+A")
    bench.get_by_role("heading", name="Water").evaluate("() => document.activeElement.blur()")
    bench.keyboard.press("s")
    expect(findings.get_by_role("alert")).to_contain_text("2 ft of water")
