"""Choosing a float, knowing it better by a tube test, entering one, and carrying a rig to other water."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from brookwind.demo.load import demo_box, demo_rigs

from .conftest import Server, put_back
from .looks import axe_finds

pytestmark = pytest.mark.browser


@pytest.fixture(scope="module")
def box(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One demo for this file; each test puts back what it starts from."""
    server = Server(tmp_path_factory.mktemp("floats") / "demo.db")
    server.start()
    yield server
    server.stop()


@pytest.fixture
def floats(box: Server, page: Page) -> Iterator[Page]:
    """The strung waggler as the demo has it, at its Float station. Anything the page complains of fails the test."""
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    rig = next(r for r in demo_rigs() if r.id == "rudd-strung")
    float_2 = next(b for b in demo_box() if b.item == "float-02")
    put_back(page, f"{box.url}/api/rigs/rudd-strung", rig.model_dump(mode="json"))
    put_back(page, f"{box.url}/api/box/float-02", float_2.model_dump(mode="json"))
    page.goto(f"{box.url}/bench/rudd-strung")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Float").click()
    expect(page.get_by_test_id("window-says")).to_contain_text("From 1 g (cast)")
    yield page
    assert [c for c in complaints if "Failed to load resource" not in c] == []


def panel(page: Page) -> Locator:
    return page.get_by_role("region", name="Float")


def put(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


def saved(page: Page) -> None:
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()


def test_a_shut_window_says_what_to_give_up_and_opens_when_it_is_given(floats: Page) -> None:
    panel(floats).get_by_text("Distance, current, wind, rod").click()
    put(floats, "Distance", "40 m")
    says = floats.get_by_test_id("window-says")
    expect(says).to_contain_text("cast asks for at least")
    expect(says).to_contain_text("fish for at most")
    offers = floats.get_by_test_id("concessions")
    expect(offers).to_contain_text("Fish at 29.8")
    offers.get_by_role("button", name="Do so").first.click()
    expect(says).to_contain_text(re.compile("^From .* to "))
    expect(floats.get_by_label("Distance", exact=True)).to_have_value("29.8 m")
    for _ in range(2):
        floats.get_by_role("button", name="Undo").click()
    expect(says).to_contain_text("From 1 g (cast)")
    put(floats, "Wind", "forty")
    expect(floats.get_by_role("alert").filter(has_text="forty")).to_contain_text("is not a speed")
    expect(floats.get_by_label("Wind", exact=True)).to_have_value("forty")


def test_bands_and_floats_tell_their_reasons_to_keys_alone(floats: Page) -> None:
    chart = floats.get_by_test_id("capacity-window")
    chart.get_by_role("button").first.focus()
    reason = floats.get_by_test_id("window-reason")
    expect(reason).to_contain_text("Cast: from 1 g")
    expect(reason).to_contain_text("Range with drag")
    for _ in range(3):
        floats.keyboard.press("ArrowDown")
    expect(reason).to_contain_text("of pull suits the fish")
    floats.keyboard.press("End")
    expect(reason).to_contain_text("✓ casts")
    last = floats.evaluate("() => document.activeElement.getAttribute('aria-label')")
    floats.keyboard.press("Enter")
    chosen = panel(floats).get_by_role("button", name=re.compile(f"^Put on {last.split(',')[0]}"))
    expect(chosen).to_have_attribute("aria-pressed", "true")
    # One stop for the Tab key: the next one leaves the chart.
    floats.keyboard.press("Tab")
    assert floats.evaluate("() => document.activeElement.className") != "bw-site"


def test_tip_advised_for_the_distance_is_taken_and_undone(floats: Page) -> None:
    expect(floats.get_by_test_id("seen")).to_contain_text("can be seen")
    panel(floats).get_by_text("Distance, current, wind, rod").click()
    put(floats, "Distance", "25")
    expect(floats.get_by_test_id("seen")).to_contain_text("too small to see")
    panel(floats).get_by_role("button", name="as advised here").click()
    expect(floats.get_by_label("Tip wanted")).to_have_value("16 mm")
    expect(floats.get_by_test_id("seen")).to_contain_text("can be seen")
    floats.get_by_label("Waves as I see them").check()
    expect(panel(floats).get_by_role("button", name="as advised here")).to_contain_text("18 mm")


def test_tube_test_from_first_reading_to_real_capacity_and_back(floats: Page) -> None:
    panel(floats).get_by_role("button", name="Tube test", exact=True).click()
    sheet = floats.get_by_role("dialog", name="Tube test of 3BB")
    put(floats, "Load hung on", "3 bananas")
    expect(sheet.get_by_role("alert")).to_contain_text("bananas")
    expect(floats.get_by_label("Load hung on")).to_have_value("3 bananas")
    put(floats, "Load hung on", "0.1 g")
    expect(sheet.get_by_role("alert")).to_contain_text("is missing")
    floats.get_by_label("Seen").select_option("pulled under")
    put(floats, "Load hung on", "0.1 g")
    expect(floats.get_by_test_id("tube-refusal")).to_contain_text("this float only stands from")
    sheet.get_by_role("button", name="Remove reading 1").click()
    floats.get_by_label("Seen").select_option("so much tip")
    for load, tip in (("3BB", "36"), ("3BB + No 6", "25"), ("3BB + No 5", "20.5")):
        floats.get_by_label("Load hung on").fill(load)
        put(floats, "Tip", tip)
        expect(sheet.get_by_role("row").filter(has_text=f"{float(tip):g} mm").first).to_be_visible()
    expect(floats.get_by_test_id("tube-says")).to_contain_text("% more than the 1.2 g")
    expect(sheet.get_by_role("row")).to_have_count(4)
    sheet.get_by_role("button", name="Remove reading 3").click()
    expect(sheet.get_by_role("row")).to_have_count(3)
    sheet.get_by_role("button", name="Undo").click()
    expect(sheet.get_by_role("row")).to_have_count(4)
    sheet.get_by_role("button", name="Use the real capacity").click()
    expect(sheet.get_by_role("button", name="The real capacity is in use")).to_be_disabled()
    floats.keyboard.press("Escape")
    bead = floats.get_by_role("navigation", name="Stations").get_by_role("button", name="Float")
    expect(bead).to_contain_text("3BB, tests as 1.4")
    saved(floats)
    floats.reload()
    expect(bead).to_contain_text("3BB, tests as 1.4")
    expect(panel(floats).get_by_role("button", name=re.compile("^Put on 3BB, 1.4. g by tube test"))).to_be_visible()
    panel(floats).get_by_role("button", name="Tube test", exact=True).click()
    expect(sheet.get_by_role("row")).to_have_count(4)
    sheet.get_by_role("button", name="Go back to the label").click()
    expect(sheet.get_by_role("button", name="Go back to the label")).to_have_count(0)
    floats.keyboard.press("Escape")
    expect(bead).to_contain_text("3BB, straight waggler")


def test_a_rig_tied_before_the_tube_test_is_told_of_it(floats: Page, box: Server) -> None:
    address = f"{box.url}/api/box/float-02"
    fields = floats.request.get(address).json()["fields"]
    found = {"volume_scale": 1.1, "mass_kg": 0.00046, "capacity_sigma_kg": 2e-5, "readings": 3, "on": "2026-11-20"}
    put_back(floats, address, {**fields, "spec": {**fields["spec"], "calibration": found}})
    floats.reload()
    panel(floats).get_by_role("button", name="Take what the box knows").click()
    bead = floats.get_by_role("navigation", name="Stations").get_by_role("button", name="Float")
    expect(bead).to_contain_text("tests as")
    expect(panel(floats).get_by_role("button", name="Take what the box knows")).to_have_count(0)


def test_a_float_by_label_by_measures_and_by_its_outline(floats: Page, tmp_path: Path) -> None:
    panel(floats).get_by_role("button", name="Another float").click()
    sheet = floats.get_by_role("dialog", name="Another float")
    label = floats.get_by_label("What its label says")
    label.fill("3 bananas")
    label.press("Enter")
    expect(sheet.get_by_role("alert")).to_contain_text("not understood")
    expect(label).to_have_value("3 bananas")
    label.fill("3 BB + 1g")
    label.press("Enter")
    preview = floats.get_by_test_id("float-preview")
    expect(preview).to_contain_text("2.2 g")
    expect(preview).to_contain_text("Still guessed: own mass, stem length")
    put(floats, "Body thickness", "wide")
    expect(sheet.get_by_role("alert")).to_contain_text("Body thickness: “wide” is not a length")
    put(floats, "Body thickness", "5 mm")
    put(floats, "Own mass", "0.7 g")
    expect(preview).not_to_contain_text("own mass")
    outline = tmp_path / "outline.csv"
    outline.write_text("height_mm,diameter_mm\n0,2\n8,2\n8,4.6\n9,4.4\n4,5\n")
    sheet.get_by_label("Outline as a CSV file").set_input_files(outline)
    expect(sheet.get_by_role("alert")).to_contain_text("below the point before it")
    outline.write_text("height_mm,diameter_mm\n0,2\n8,2\n8,4.6\n198,4.6\n")
    sheet.get_by_label("Outline as a CSV file").set_input_files(outline)
    expect(preview).to_contain_text("Nothing is guessed")
    sheet.get_by_role("button", name="Put it on and keep it in the box").click()
    expect(sheet).to_have_count(0)
    expect(panel(floats).get_by_role("button", name=re.compile("^Put on 3 BB"))).to_have_attribute(
        "aria-pressed", "true"
    )
    expect(floats.get_by_test_id("guessed")).to_contain_text("Nothing about it is guessed")


def test_a_bubble_takes_ballast_and_a_lying_float_says_its_lean(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/bench/bream-slider")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Float").click()
    panel(page).get_by_role("button", name=re.compile("^Put on bubble")).click()
    expect(page.get_by_test_id("verdict")).to_contain_text("Pulled under")
    page.get_by_label("Water in its chamber").fill("60")
    panel(page).get_by_text("As each weight arrives; other water").click()
    table = panel(page).get_by_role("table").first
    expect(table).to_contain_text("half full of water")
    expect(panel(page)).to_contain_text("does not stand as it is")
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_test_id("verdict")).to_contain_text(re.compile(r"Stands, about [2-4]\d"))
    expect(panel(page)).to_contain_text("15 g barrel")


def test_the_conversion_table_prints_alone(floats: Page) -> None:
    panel(floats).get_by_text("As each weight arrives; other water").click()
    table = floats.locator("table").filter(has_text="sea, 35 g/kg, 12 °C")
    expect(table).to_contain_text("add No 8")
    expect(table).to_contain_text("lead (as now)")
    floats.emulate_media(media="print")
    expect(table).to_be_visible()
    expect(floats.get_by_test_id("verdict")).to_be_hidden()
    expect(floats.get_by_role("button", name="Print this table")).to_be_hidden()


def test_axe_finds_nothing_on_float_tube_and_form(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/bench/rudd-strung")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Float").click()
    expect(page.get_by_test_id("window-says")).to_be_visible()
    for closed in panel(page).locator("summary").all():
        closed.click()
    expect(panel(page)).to_contain_text("Same float, other water, other metal")
    assert page.evaluate("document.documentElement.scrollHeight") <= 800, "only the panel scrolls"
    assert axe_finds(page) == []
    for name in ("Tube test", "Its measures"):
        panel(page).get_by_role("button", name=name, exact=True).click()
        assert axe_finds(page, page.get_by_role("dialog")) == [], name
        page.keyboard.press("Escape")


def test_phone_width_holds_everything(standing: Server, page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{standing.url}/bench/rudd-strung")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Float").click()
    expect(page.get_by_test_id("window-says")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
