"""The box and the load, as an angler does it: stock by keys, undo, the scale, a file, looking before pinching on."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Locator, Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


@pytest.fixture(scope="module")
def shed(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One demo for this file."""
    server = Server(tmp_path_factory.mktemp("box") / "demo.db")
    server.start()
    yield server
    server.stop()


def tile(page: Page, name: str) -> Locator:
    """A compartment as it is drawn in its tray."""
    return page.locator("button", has_text=f"{name}: ")


def count_of(page: Page, name: str) -> str:
    return tile(page, name).inner_text().split()[-1]


def test_stock_by_keys_alone_with_undo_and_after_a_reload(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/box")
    field = page.get_by_label("Quick entry")
    field.focus()
    page.keyboard.type("BB +6")
    page.keyboard.press("Enter")
    expect(page.get_by_text("BB lead: 24 → 30")).to_be_visible()
    expect(tile(page, "BB lead")).to_contain_text("30")
    page.keyboard.type("BB -99")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("There are 30 of BB lead")
    expect(field).to_have_value("BB -99")
    field.fill("6 x 1/4 oz bullet")
    page.keyboard.press("Enter")
    expect(page.get_by_text("New: 6 × 1/4 oz bullet")).to_be_visible()
    expect(tile(page, "1/4 oz bullet")).to_contain_text("6")
    page.get_by_role("button", name="Undo").click()
    expect(tile(page, "1/4 oz bullet")).to_have_count(0)
    page.reload()
    expect(tile(page, "BB lead")).to_contain_text("30")
    tile(page, "AAA lead").focus()
    page.keyboard.press("+")
    expect(tile(page, "AAA lead")).to_contain_text("17")
    page.keyboard.press("Enter")
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("How many AAA lead").fill("lots")
    page.keyboard.press("Enter")
    expect(sheet.get_by_role("alert")).to_contain_text("lots is not a count")
    sheet.get_by_label("Your notes").fill("soft, from the blue dispenser")
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    page.reload()
    tile(page, "AAA lead").click()
    expect(sheet.get_by_label("Your notes")).to_have_value("soft, from the blue dispenser")
    sheet.get_by_role("button", name="Remove AAA lead").click()
    expect(tile(page, "AAA lead")).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(tile(page, "AAA lead")).to_contain_text("17")
    page.get_by_label("Search every tray").fill("trace")
    expect(tile(page, "0.10 mm, hook 18")).to_be_visible()
    expect(tile(page, "AAA lead")).to_have_count(0)


def test_an_empty_box_is_begun_with_a_set_and_one_undo_takes_it_out(own: Page) -> None:
    own.get_by_role("link", name="Box").click()
    own.get_by_role("button", name="Running water").click()
    expect(tile(own, "BB lead")).to_be_visible()
    own.get_by_role("link", name=re.compile("^Floats")).click()
    for row in ("Stick float", "Avon", "Balsa"):
        expect(own.get_by_role("region", name=row)).to_be_visible()
    own.get_by_role("link", name=re.compile("^Weights")).click()
    own.get_by_role("button", name="Undo").click()
    expect(own.get_by_role("button", name="Running water")).to_be_visible()


def test_a_file_is_shown_before_it_goes_in(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/box")
    rows = b"size;mass_g;count\n8;0,06;41\n12;0,02;-1\n"
    page.get_by_label("CSV file").set_input_files({"name": "box.csv", "mimeType": "text/csv", "buffer": rows})
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("No 8 lead: count 40 → 41")
    expect(sheet.get_by_role("alert")).to_contain_text("Line 3: count")
    assert count_of(page, "No 8 lead") == "40"
    sheet.get_by_role("button", name="Bring in 1").click()
    expect(tile(page, "No 8 lead")).to_contain_text("41")
    bad = {"name": "box.csv", "mimeType": "text/csv", "buffer": "size,count\nBé,3\n".encode("latin-1")}
    page.get_by_label("CSV file").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("not UTF-8")


def test_shot_is_weighed_on_the_live_scale(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/box")
    tile(page, "No 1 lead").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name="Weigh No 1 lead").click()
    sheet.get_by_role("button", name="Read it live").click()
    take = sheet.get_by_role("button", name="Take as 1")
    expect(take).to_be_enabled(timeout=15_000)
    take.click()
    expect(sheet.get_by_text("1 weighed")).to_be_visible()
    sheet.get_by_label("On the pan").fill("10")
    sheet.get_by_label("All together, g").fill("4,05")
    sheet.get_by_role("button", name="Add").click()
    expect(sheet.get_by_text("11 weighed")).to_be_visible()
    sheet.get_by_role("button", name="Let go").click()
    sheet.get_by_role("button", name="Use this mass").click()
    expect(page.get_by_text(re.compile(r"0\.4\d*\sg, weighed"))).to_be_visible()


def test_a_proposal_is_looked_at_before_it_is_taken_and_a_piece_stays_fixed(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/bench/rudd-strung")
    page.keyboard.press("5")
    pieces = page.locator(".bw-scene [role=slider]")
    expect(pieces.first).to_be_visible()
    own = pieces.evaluate_all("all => all.map(g => g.ariaValueText)")
    page.get_by_role("button", name="Look at bulk and droppers, another pattern").click()
    looking = page.get_by_test_id("looking")
    expect(looking).to_contain_text("Your rig is unchanged")
    kept = page.request.get(f"{shed.url}/api/rigs/rudd-strung").json()
    assert kept["fields"]["pattern"] == "strung"
    looking.get_by_role("button", name="Back to mine").click()
    expect(looking).to_have_count(0)
    page.get_by_role("button", name="Look at bulk and droppers, another pattern").click()
    looking.get_by_role("button", name="Pinch it on").click()
    expect(looking).to_have_count(0)
    expect(page.get_by_label("Pattern", exact=True)).to_have_value("bulk-and-droppers")
    page.locator("h1").first.click()
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Pattern", exact=True)).to_have_value("strung")
    # Keys go from piece to piece of what is drawn: that is the own rig again.
    page.wait_for_function(
        "own => { const all = document.querySelectorAll('.bw-scene [role=slider]');"
        " return all.length === own.length && [...all].every((g, i) => g.ariaValueText === own[i]); }",
        arg=own,
    )
    page.keyboard.press("]")
    page.keyboard.press("]")
    page.keyboard.press("l")
    expect(page.get_by_test_id("spoken")).to_contain_text("fixed")
    page.keyboard.press("b")
    expect(page.get_by_test_id("spoken")).to_contain_text("Balanced from the box")


def test_on_a_phone_the_look_is_brought_to_the_eye(shed: Server, page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{shed.url}/bench/roach-pole")
    page.get_by_role("button", name=re.compile("Load")).first.click()
    page.get_by_role("button", name="Look at one bulk, another pattern").click()
    expect(page.get_by_test_id("looking")).to_be_in_viewport()


def test_an_own_pattern_that_is_gone_is_said_in_words(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/bench/roach-pole")
    page.keyboard.press("5")
    # The offers come in above, and would push away what is being pressed.
    expect(page.get_by_role("button", name=re.compile("^Look at")).first).to_be_visible()
    page.get_by_text("Limits, fixed pieces, own patterns").click()
    page.get_by_label("as a pattern of your own").fill("My drop")
    page.keyboard.press("Enter")
    before = page.get_by_label("Pattern", exact=True).input_value()
    page.get_by_label("Pattern", exact=True).select_option(label="My drop")
    # The list shows the rig's own pattern: it changes when the rig has been balanced so.
    expect(page.get_by_label("Pattern", exact=True)).not_to_have_value(before)
    page.get_by_role("button", name="Remove the pattern My drop").click()
    expect(page.get_by_text("My drop is gone")).to_be_visible()
    page.get_by_role("heading", name="Load").click()
    page.keyboard.press("b")
    expect(page.get_by_text("own pattern is no longer kept")).to_be_visible()


def test_a_seen_tip_gives_the_smallest_change(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/bench/grayling-avon")
    page.keyboard.press("5")
    # The offers come in above, and would push away what is being pressed.
    expect(page.get_by_role("button", name=re.compile("^Look at")).first).to_be_visible()
    page.get_by_text("Put it right with the smallest change").click()
    page.get_by_label("Tip seen at the water").fill("13 mm")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="What to change").click()
    expect(page.get_by_role("button", name="Do it").first).to_be_visible()
    page.get_by_role("button", name="Keep as a reading of the float").click()
    expect(page.get_by_text(re.compile("It carries"))).to_be_visible()


def test_nothing_for_axe_in_the_box(shed: Server, page: Page) -> None:
    for tray in ("weights", "floats", "packing"):
        page.goto(f"{shed.url}/box/{tray}")
        expect(page.get_by_role("navigation", name="Trays")).to_be_visible()
        page.wait_for_timeout(400)
        assert axe_finds(page, None if tray == "weights" else page.get_by_role("main")) == []


def test_a_bait_is_timed_in_a_jug(shed: Server, page: Page) -> None:
    page.goto(f"{shed.url}/box/baits")
    tile(page, "maggots").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name="Time maggots").click()
    sheet.get_by_role("button", name="Add", exact=True).click()
    expect(sheet.get_by_text(re.compile(r"such as 40\scm and 8\.2 s"))).to_be_visible()
    sheet.get_by_label("Time").fill("14,5")
    page.keyboard.press("Enter")
    expect(sheet.get_by_text("Sinks at")).to_be_visible()
    sheet.get_by_role("button", name="Use this density").click()
    expect(page.get_by_text(re.compile(r"sinks 2\.8\scm/s"))).to_be_visible()
