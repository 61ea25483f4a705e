"""Tying at the table, as it is done: by the space bar, left and come back to, with a part forgotten."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def test_a_rig_is_tied_by_the_space_bar_left_and_gone_on_with(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/bench/mullet-slider")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.keyboard.press("7")
    listed = page.get_by_role("list", name="What goes on next")
    expect(listed).to_contain_text("On before it, and not later: stop bead, 13 g float, 12 g ball, cushion bead.")
    page.get_by_role("button", name="Tie it at the table").press("Enter")
    step, count = page.get_by_test_id("step"), page.get_by_test_id("count")
    expect(count).to_have_text("1 of 11")
    page.locator("h1").click()
    page.keyboard.press("Space")
    expect(step).to_contain_text("Stop bead")
    expect(step).to_contain_text("It cannot be added later without cutting at the swivel.")
    for _ in range(4):
        page.keyboard.press("Space")
    expect(step).to_contain_text("On the line by now: stop bead, 13 g float, 12 g ball, cushion bead.")
    expect(step.locator("svg")).to_have_count(3)
    page.reload()
    expect(count).to_have_text("6 of 11")
    page.keyboard.press("ArrowLeft")
    expect(count).to_have_text("5 of 11")
    for _ in range(7):
        page.keyboard.press("Space")
    expect(count).to_have_text("tied")
    expect(step).to_contain_text("Left for the water: bread flake.")
    page.get_by_text("I forgot a part").click()
    page.get_by_label("Which part is missing?").select_option("Stop bead")
    expect(page.get_by_test_id("forgotten")).to_contain_text(
        re.compile(r"Cut at the swivel, slide cushion bead, 12 g ball and 13 g float off, .*15\scm of line and a knot")
    )
    page.get_by_role("button", name="Tie it again").click()
    expect(count).to_have_text("1 of 11")


def test_several_rigs_are_tied_in_a_row_on_a_phone(standing: Server, phone: Page) -> None:
    phone.goto(f"{standing.url}/tie/mullet-slider")
    phone.get_by_label("Tie another after it").select_option(label="Zander at dusk")
    leaders = phone.get_by_test_id("leaders")
    expect(leaders.get_by_role("listitem")).to_have_count(2)
    expect(leaders).to_contain_text(re.compile(r"1 × 78\scm of 0\.28 mm nylon, hook 4"))
    following = phone.get_by_role("button", name=re.compile("Next"))
    for _ in range(11):
        following.tap()
    expect(following).to_have_text(re.compile("Next rig: "))
    following.tap()
    expect(phone.get_by_test_id("count")).to_have_text(re.compile("^1 of "))
    expect(phone.get_by_text("Rig 2 of 2.")).to_be_visible()
    assert phone.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_a_card_is_looked_at_and_saved_to_be_printed(standing: Server, page: Page) -> None:
    complaints: list[str] = []
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    page.goto(f"{standing.url}/bench/mullet-slider")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.keyboard.press("7")
    page.get_by_role("button", name="Card", exact=True).click()
    sheets = page.get_by_test_id("sheets")
    expect(sheets.get_by_text("stop to hook 3.84 m · to weight 3.04 m")).to_be_visible()
    page.get_by_role("button", name="Life-size strip").click()
    expect(sheets.get_by_role("img")).to_have_count(2)
    expect(sheets.get_by_text("measure this: 10 cm").first).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save as PDF").click()
    assert saved.value.path().read_bytes().startswith(b"%PDF-")
    page.get_by_role("button", name="Several on A4").click()
    page.get_by_label("Tench at dawn").check()
    expect(sheets.get_by_text("Tench at dawn")).to_be_visible()
    assert axe_finds(page) == []
    assert complaints == []


def test_a_rig_that_is_not_kept_is_said_so(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/tie/nobody")
    expect(page.get_by_role("alert")).to_be_visible()


def test_axe_finds_nothing_at_the_table(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/tie/mullet-slider,roach-pole")
    expect(page.get_by_test_id("leaders")).to_be_visible()
    assert axe_finds(page) == []
