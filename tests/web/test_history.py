"""What was there before can be found: earlier versions of a rig, and waters and swims put right or deleted."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server

pytestmark = pytest.mark.browser


def test_an_earlier_version_is_found_put_back_and_undone(bench: Page, server: Server) -> None:
    address = f"{server.url}/api/rigs/rudd-strung"
    first = bench.request.get(address).json()
    # Two versions, as of an earlier evening.
    for version, name in ((1, "Rudd, deeper"), (2, "Rudd, deepest")):
        water = {**first["fields"]["water"], "depth_m": 1.4 + 0.3 * version}
        fields = {**first["fields"], "name": name, "water": water}
        assert bench.request.put(address, data={"version": version, "fields": fields}).ok
    bench.reload()
    bench.get_by_role("button", name="Rigs", exact=False).first.click()
    bench.get_by_role("button", name="Earlier versions").click()
    past = bench.get_by_role("list", name="Earlier versions").get_by_role("listitem")
    expect(past).to_have_count(1)
    expect(past).to_contain_text("Changed after this: Called Rudd, deepest, not Rudd on the drop.")
    expect(past).to_contain_text("Depth 2.00 m, not 1.90 m.")
    past.get_by_role("button", name="Put it back").click()
    expect(bench.get_by_text("Undo brings back what stood here.")).to_be_visible()
    expect(bench.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    assert bench.request.get(address).json()["fields"]["name"] == "Rudd on the drop"
    bench.get_by_role("button", name="Undo").click()
    expect(bench.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    expect(bench.get_by_text("Rudd, deepest").first).to_be_visible()


def test_undo_is_there_after_a_reload_and_another_page(bench: Page, server: Server) -> None:
    address = f"{server.url}/api/rigs/rudd-strung"
    first = bench.request.get(address).json()["fields"]
    sliders = bench.locator(".bw-scene [role=slider]")
    for handle in (sliders.first, bench.get_by_role("slider", name="Setting, drawn at the hook")):
        handle.focus()
        bench.keyboard.press("ArrowUp")
    expect(bench.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    assert bench.request.get(address).json()["fields"] != first
    bench.reload()
    expect(bench.get_by_test_id("verdict")).to_be_visible()
    bench.get_by_role("button", name="Undo").click()
    bench.get_by_role("link", name="Box").click()
    expect(bench.get_by_role("navigation", name="Trays")).to_be_visible()
    bench.get_by_role("link", name="Bench").click()
    bench.get_by_role("button", name="Undo").click()
    expect(bench.get_by_role("button", name="Undo")).to_be_disabled()
    expect(bench.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    assert bench.request.get(address).json()["fields"] == first


def test_waters_and_swims_are_renamed_deleted_and_brought_back(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/water/quarrel-pit-deep-flat")
    survey = f"{server.url}/api/surveys/skerry-wall-steps"
    known = page.request.get(survey).json()["fields"]
    page.get_by_role("button", name="Change waters and swims").click()
    sheet = page.get_by_role("dialog", name="Waters and swims")
    wall = sheet.get_by_role("region").filter(has=page.get_by_role("button", name="Delete the swim", exact=False)).last
    swim = wall.get_by_label("Name of the swim").first
    swim.fill("Lower steps")
    swim.blur()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Change waters and swims").click()
    expect(sheet.get_by_label("Name of the swim").filter(visible=True).last).to_be_visible()
    names = [s["fields"]["name"] for s in page.request.get(f"{server.url}/api/swims").json()]
    assert "Lower steps" in names
    # A page's own swim is not deleted from under it.
    expect(sheet.get_by_role("button", name="Delete the swim Deep flat", exact=False)).to_have_count(0)
    gone = page.request.get(f"{server.url}/api/swims/skerry-wall-steps").json()["fields"]["name"]
    sheet.get_by_role("button", name=f"Delete the swim {gone}", exact=False).click()
    expect(sheet.get_by_role("status")).to_contain_text("is deleted")
    assert page.request.get(f"{server.url}/api/swims/skerry-wall-steps").status == 404
    sheet.get_by_role("button", name="Bring it back").click()
    expect(sheet.get_by_role("status")).to_have_count(0)
    assert page.request.get(survey).json()["fields"] == known
