"""The rig put to the proof: what stands against it, a remedy looked at before it is taken, a note left."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def test_a_remedy_is_looked_at_taken_and_a_note_is_left(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/grayling-avon")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.keyboard.press("8")
    panel = page.get_by_role("region", name="Proof")
    expect(panel).to_contain_text("Nothing against it")
    expect(panel).to_contain_text("In order: 6")
    page.keyboard.press("1")
    page.get_by_label("Plumbed depth").fill("1.8 m")
    page.get_by_label("Plumbed depth").press("Enter")
    page.get_by_role("heading", name="Water").evaluate("() => document.activeElement.blur()")
    page.keyboard.press("8")
    expect(panel).to_contain_text("1 thing against it")
    panel.get_by_role("button", name=re.compile("^Look.*Set the stop again")).click()
    looking = page.get_by_test_id("looking")
    expect(looking).to_contain_text("Your rig is unchanged.")
    setting = page.locator("svg.bw-scene").get_by_text(re.compile(r"setting 1\.60")).first
    expect(setting).to_be_visible()
    looking.get_by_role("button", name="Back to mine").click()
    expect(panel).to_contain_text("1 thing against it")
    panel.get_by_role("button", name=re.compile("^Leave it: ")).click()
    panel.get_by_label("I leave it so, because").fill("They are up today.")
    panel.get_by_role("button", name="Leave it", exact=True).click()
    expect(panel).to_contain_text("Nothing against it")
    expect(panel).to_contain_text("One thing is left as it is")
    panel.get_by_text("One thing is left as it is").click()
    panel.get_by_role("button", name=re.compile("^Tell me again")).click()
    panel.get_by_role("button", name=re.compile("^Look.*Set the stop again")).click()
    looking.get_by_role("button", name="Do so").click()
    expect(panel).to_contain_text("Nothing against it")
    assert axe_finds(page) == []
