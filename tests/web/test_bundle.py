"""Rigs handed on in one file, and taken after a look at what would change."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server

pytestmark = pytest.mark.browser


def test_rigs_go_in_one_file_and_come_back_after_a_look(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/rudd-strung")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Rigs;")).click()
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save all in one file").click()
    page.get_by_role("button", name="Delete Roach in the bay").click()
    expect(page.get_by_text("“Roach in the bay” is deleted.")).to_be_visible()
    name = page.get_by_label("Name of this rig")
    name.fill("Rudd, renamed")
    with page.expect_response(lambda r: r.request.method == "PUT" and r.ok):
        name.press("Tab")
    page.get_by_role("button", name="Close").click()
    expect(page.get_by_role("button", name=re.compile("^Rigs;"))).to_contain_text("Rudd, renamed")
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    page.get_by_role("button", name=re.compile("^Rigs;")).click()
    page.get_by_label("Rig file").set_input_files(saved.value.path())
    held = page.get_by_label("Rigs in it")
    expect(held.get_by_role("checkbox", checked=True)).to_have_count(1)
    expect(held.get_by_label("Roach in the bay, new")).to_be_checked()
    rudd = held.get_by_label("Rudd on the drop, kept already, and otherwise")
    expect(rudd).not_to_be_checked()
    expect(held.get_by_text("Called Rudd on the drop, not Rudd, renamed.")).to_be_visible()
    expect(held.get_by_label("Mullet along the weed, kept already, the same")).to_be_disabled()
    rudd.check()
    page.get_by_role("button", name="Bring in 2 rigs").click()
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    names = [r["name"] for r in page.request.get(f"{server.url}/api/rigs").json()]
    assert "Roach in the bay" in names
    assert "Rudd on the drop" in names
    assert "Rudd, renamed" not in names
