"""What was entered is kept: over reloads in mid word, beside another tab, without storage, when it is deleted."""

from __future__ import annotations

import json
import re
import sqlite3
import urllib.request
from contextlib import closing

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from .conftest import Server
from .test_bench import settled, station

pytestmark = pytest.mark.browser

FORBIDDEN = """
for (const name of ["localStorage", "sessionStorage"])
  Object.defineProperty(window, name, { get() { throw new DOMException("no", "SecurityError"); } });
"""


def depth(page: Page, text: str, leave: bool = True) -> None:
    page.get_by_label("Plumbed depth").fill(text)
    if leave:
        page.keyboard.press("Enter")


def test_what_is_typed_and_not_left_is_taken_after_a_reload(bench: Page) -> None:
    station(bench, "Water")
    depth(bench, "1.7", leave=False)
    bench.reload()
    settled(bench)
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.7 m")
    depth(bench, "one and a bit", leave=False)
    bench.reload()
    expect(bench.get_by_label("Plumbed depth")).to_have_value("one and a bit")
    expect(bench.get_by_role("alert").first).to_be_visible()
    bench.get_by_label("Plumbed depth").press("Escape")
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.7 m")
    bench.get_by_role("button", name=re.compile("^Rigs;")).click()
    bench.get_by_label("Name of this rig").fill("Rudd in mid word")
    bench.reload()
    settled(bench)
    expect(bench).to_have_title(re.compile("Rudd in mid word"))


def test_two_tabs_without_a_server_keep_a_draft_each(bench: Page, server: Server) -> None:
    other = bench.context.new_page()
    other.goto(bench.url)
    settled(other)
    server.stop()
    for page, text in ((bench, "1.4"), (other, "2.2")):
        station(page, "Water")
        depth(page, text)
        expect(page.get_by_role("status", name="Server away: kept here")).to_be_visible()
    # Before there is a server again: else either of them may be the first to save.
    other.close()
    server.start()
    settled(bench)
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.4 m")
    # The tab that was closed before it could save has left its draft: it is taken up, and is not put over the other.
    again = bench.context.new_page()
    again.goto(bench.url)
    station(again, "Water")
    expect(again.get_by_label("Plumbed depth")).to_have_value("2.2 m")
    expect(again.get_by_role("alert").first).to_contain_text("saved elsewhere since you opened it")


def test_without_storage_every_page_works_and_says_that_no_drafts_are_kept(
    server: Server, context: BrowserContext, page: Page
) -> None:
    context.add_init_script(FORBIDDEN)
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    for path in ("bench/rudd-strung", "water", "box", "book"):
        page.goto(f"{server.url}/{path}")
        expect(page.get_by_role("status").filter(has_text="keeps nothing for Brookwind")).to_be_visible()
        expect(page.get_by_role("main")).to_be_visible()
    page.goto(f"{server.url}/bench/rudd-strung")
    station(page, "Water")
    depth(page, "1.7")
    settled(page)
    server.stop()
    depth(page, "1.6")
    expect(page.get_by_role("status", name="Not saved: leave this page open")).to_be_visible()
    expect(page.get_by_role("alert").filter(has_text="leave this page open")).to_be_visible()
    server.start()
    settled(page)
    assert complaints == []


def test_a_rig_deleted_elsewhere_is_said_to_be_and_can_be_kept_anew(bench: Page, server: Server) -> None:
    rig = json.load(urllib.request.urlopen(f"{server.url}/api/rigs/rudd-strung"))
    gone = urllib.request.Request(f"{server.url}/api/rigs/rudd-strung?version={rig['version']}", method="DELETE")
    urllib.request.urlopen(gone).close()
    station(bench, "Water")
    depth(bench, "1.7")
    expect(bench.get_by_role("status", name="Deleted elsewhere")).to_be_visible()
    bench.get_by_role("button", name="Keep it as a new rig").click()
    settled(bench)
    expect(bench.get_by_label("Plumbed depth")).to_have_value("1.7 m")


def test_a_record_that_can_not_be_read_is_named_once_and_the_page_goes_on(server: Server, page: Page) -> None:
    with closing(sqlite3.connect(server.database)) as connection, connection:
        connection.execute("""UPDATE rig SET fields = '{"a": 1' WHERE id = 'roach-pole'""")
    page.goto(f"{server.url}/bench/rudd-strung")
    notice = page.get_by_role("status").filter(has_text="set aside")
    expect(notice).to_contain_text("roach-pole")
    notice.get_by_role("button", name="Understood").click()
    page.reload()
    settled(page)
    expect(notice).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Rigs;")).click()
    expect(page.get_by_role("dialog")).to_contain_text("Grayling")


def test_a_finding_is_left_with_a_reason_and_heard_again(server: Server, bench: Page) -> None:
    bench.goto(f"{server.url}/bench/tench-lift")
    station(bench, "Water")
    depth(bench, "2.1")
    settled(bench)
    findings = bench.get_by_role("region", name="Findings")
    findings.get_by_role("button", name=re.compile("^Leave it:")).first.click()
    findings.get_by_label("I leave it so, because").fill("the bait is to trip bottom")
    bench.keyboard.press("Enter")
    expect(findings).to_contain_text("left as it is")
    settled(bench)
    bench.reload()
    findings.get_by_text("left as it is").click()
    expect(findings).to_contain_text("the bait is to trip bottom")
    findings.get_by_role("button", name=re.compile("^Tell me again")).click()
    expect(findings.get_by_role("button", name=re.compile("^Leave it:")).first).to_be_visible()


def test_a_page_whose_part_does_not_come_says_so_and_comes_when_it_is_there(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/bench/rudd-strung")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.route("**/assets/BoxPage*", lambda route: route.abort())
    page.get_by_role("link", name="Box").click()
    expect(page.get_by_role("heading", name="This page could not be loaded")).to_be_visible()
    # Another page is not in its way.
    page.get_by_role("link", name="Bench").click()
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.get_by_role("link", name="Box").click()
    page.unroute("**/assets/BoxPage*")
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_role("heading", name="Shot").first).to_be_visible()
