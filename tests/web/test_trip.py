"""Where and when next, the rigs that cover the day, what to tie and pack; then at the water without a connection."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from ..api.test_photographs import picture
from ..hour import USUAL, set_browser
from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


@pytest.fixture
def pocket(browser: Browser) -> Iterator[BrowserContext]:
    """A phone whose browser is closed and opened again: what it keeps stays."""
    context = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, timezone_id=USUAL.zone)
    set_browser(context)
    yield context
    context.close()


def test_a_day_is_planned_from_a_fish_to_a_packed_list(server: Server, page: Page) -> None:
    page.goto(server.url)
    expect(page.get_by_role("heading", name="Where and when next?")).to_be_visible()
    page.get_by_label("Where").select_option(label="Wend Mere, Reed gap")
    page.get_by_label("Hoped for").select_option(label="rudd")
    page.get_by_role("button", name="Plan the day").click()
    cover = page.get_by_test_id("cover")
    expect(cover).to_contain_text("of the day")
    page.get_by_label("Also").select_option(label="tench")
    expect(cover).to_contain_text("rigs cover")
    # One rig is asked for, and what it leaves out is said.
    page.get_by_role("button", name="1 rig", exact=True).click()
    expect(cover).to_contain_text("One rig covers")
    expect(page.get_by_text("Not covered:")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(cover).to_contain_text("rigs cover")
    # It is fished another way in more wind, and the day says so.
    page.get_by_role("button", name="Change").click()
    page.get_by_role("textbox", name="to", exact=True).last.fill("9 m/s")
    page.get_by_role("textbox", name="to", exact=True).last.press("Enter")
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_text("to 9 m/s").first).to_be_visible()
    # What is tied and packed is ticked off, and stays so.
    tie = page.get_by_role("region", name="Tie tonight")
    tie.get_by_role("checkbox").first.check()
    page.get_by_role("region", name="Pack").get_by_role("checkbox").first.check()
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    page.reload()
    expect(page.get_by_role("region", name="Tie tonight").get_by_role("checkbox").first).to_be_checked()
    # A rig of the day goes to the table; there it is one of one's own.
    page.get_by_role("article", name="First").get_by_role("button", name="Tie it").click()
    expect(page.get_by_test_id("step")).to_be_visible()


def test_a_rig_made_up_goes_to_the_wallet_and_need_not_be_tied(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/trip/trip-reed-gap")
    first = page.get_by_role("article", name="First")
    expect(first).to_contain_text("to tie")
    first.get_by_role("button", name="It is made up").click()
    # Others are made up already: this one is, once its own button is gone.
    expect(first.get_by_role("button", name="It is made up")).to_have_count(0)
    page.get_by_role("button", name="Wallet").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("article")).to_have_count(4)
    one = dialog.get_by_role("article", name="Strung waggler")
    one.get_by_role("checkbox", name="cut down").click()
    expect(one.get_by_role("checkbox", name="cut down")).to_be_checked()
    one.get_by_role("button", name="Take Strung waggler out").click()
    expect(dialog.get_by_role("article")).to_have_count(3)


def test_an_own_book_begins_with_a_swim_or_a_fish(own: Page) -> None:
    own.goto(own.url.removesuffix("/bench").removesuffix("/trip"))
    expect(own.get_by_role("heading", name="Where and when next?")).to_be_visible()
    expect(own.get_by_role("button", name="Enter a swim")).to_be_visible()
    own.get_by_role("button", name="Start from a fish").click()
    expect(own.get_by_role("dialog", name="Start a rig")).to_be_visible()


def take_along(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/bankside")
    page.get_by_label("The day").select_option(label="Skerry Wall, the steps")
    page.get_by_label("Rudd on the drop").check()
    page.get_by_role("button", name="Take it along").click()
    expect(page.get_by_test_id("setting")).to_be_visible()
    expect(page.get_by_role("status")).to_have_text("all kept")


def test_forty_things_done_without_a_connection_are_kept_once_and_in_order(
    server: Server, pocket: BrowserContext
) -> None:
    page = pocket.new_page()
    take_along(page, server)
    setting = page.get_by_test_id("setting").inner_text()
    server.stop()
    wanted = []
    for _ in range(12):
        page.get_by_role("button", name="nothing, run done").click()
        page.get_by_role("button", name="bite settled").click()
        page.get_by_role("button", name="+ 5 cm").click()
        wanted += ["cast", "bite", "slide"]
    page.get_by_label("Which fish").select_option("mullet")
    page.get_by_label("How long").select_option("40")
    page.get_by_role("button", name="Landed").click()
    page.get_by_role("button", name="Landed").click()
    page.get_by_role("button", name="Undo fish").click()
    page.get_by_role("button", name="bite on the drop").click()
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_label("A photograph").set_input_files({"name": "a.jpg", "mimeType": "image/jpeg", "buffer": picture()})
    expect(page.get_by_text("1 photograph so far")).to_be_visible()
    page.get_by_role("button", name="Feed", exact=True).click()
    page.get_by_role("button", name="Fed", exact=True).click()
    page.get_by_role("button", name="Recast").click()
    wanted += ["fish", "bite", "feed", "cast"]
    expect(page.get_by_role("status")).to_have_text("no connection · 41 kept here")
    # Closed, and opened again with nobody there: the pages are this browser's own.
    page.close()
    page = pocket.new_page()
    page.goto(f"{server.url}/bankside")
    expect(page.get_by_test_id("counts")).to_contain_text("13 runs · 13 bites · 1 fish")
    expect(page.get_by_test_id("setting")).not_to_have_text(setting)
    server.start()
    page.get_by_role("button", name="More", exact=True).click()
    page.reload()
    expect(page.get_by_role("status")).to_have_text("all kept")
    outings = page.request.get(f"{server.url}/api/log").json()["outings"]
    mine = outings[0]["fields"]["id"]
    events = page.request.get(f"{server.url}/api/log/outings/{mine}/events").json()
    assert [e["kind"] for e in events] == ["rig", *wanted]
    assert len({e["id"] for e in events}) == 41
    (photo,) = page.request.get(f"{server.url}/api/log/photographs/{mine}").json()
    assert photo["width"] == 640
    settings = [e["setting_m"] for e in events if e["kind"] == "slide"]
    assert settings == sorted(settings)
    assert len(set(settings)) == 12
    # Taken back after it was sent, it is dropped there too.
    page.get_by_role("button", name="Rig", exact=True).click()
    page.get_by_role("button", name="Undo run").click()
    expect(page.get_by_role("status")).to_have_text("all kept")
    assert len(page.request.get(f"{server.url}/api/log/outings/{mine}/events").json()) == 40
    # The day ends, and stands in the log.
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("button", name="End the day").click()
    page.get_by_role("button", name="Yes, the day is over").click()
    page.get_by_role("link", name="To the log").click()
    expect(page.get_by_role("region", name="Session")).to_contain_text("Skerry Wall")
    page.goto(f"{server.url}/bankside")
    expect(page.get_by_role("heading", name="To the water")).to_be_visible()


def events_of_today(page: Page, server: Server) -> list[str]:
    mine = page.request.get(f"{server.url}/api/log").json()["outings"][0]["fields"]["id"]
    return [e["kind"] for e in page.request.get(f"{server.url}/api/log/outings/{mine}/events").json()]


def test_two_tabs_of_a_day_lose_nothing_of_each_other(server: Server, pocket: BrowserContext) -> None:
    one = pocket.new_page()
    take_along(one, server)
    two = pocket.new_page()
    two.goto(f"{server.url}/bankside")
    expect(two.get_by_test_id("setting")).to_be_visible()
    server.stop()
    one.get_by_role("button", name="bite settled").click()
    expect(one.get_by_role("status")).to_have_text("no connection · 1 kept here")
    two.get_by_role("button", name="nothing, run done").click()
    for tab in (one, two):
        expect(tab.get_by_role("status")).to_have_text("no connection · 2 kept here")
        expect(tab.get_by_test_id("counts")).to_contain_text("1 run · 1 bite")
    server.start()
    one.reload()
    for tab in (one, two):
        expect(tab.get_by_role("status")).to_have_text("all kept")
    assert events_of_today(one, server) == ["rig", "bite", "cast"]


@pytest.mark.parametrize("lie", ["", "<html>Sign in</html>", "{}"])
def test_an_answer_of_something_else_takes_nothing(lie: str, server: Server, pocket: BrowserContext) -> None:
    page = pocket.new_page()
    take_along(page, server)
    page.route("**/events", lambda route: route.fulfill(status=200, body=lie, content_type="application/json"))
    page.get_by_role("button", name="bite settled").click()
    expect(page.get_by_role("status")).to_have_text("no connection · 1 kept here")
    page.unroute("**/events")
    page.reload()
    expect(page.get_by_role("status")).to_have_text("all kept")
    assert events_of_today(page, server) == ["rig", "bite"]


def test_two_devices_keep_a_session_each(server: Server, browser: Browser, pocket: BrowserContext) -> None:
    one = pocket.new_page()
    take_along(one, server)
    other = browser.new_context(viewport={"width": 390, "height": 844}, timezone_id=USUAL.zone)
    set_browser(other)
    two = other.new_page()
    take_along(two, server)
    one.get_by_role("button", name="bite settled").click()
    two.get_by_role("button", name="nothing, run done").click()
    for page in (one, two):
        expect(page.get_by_role("status")).to_have_text("all kept")
    live = [o for o in one.request.get(f"{server.url}/api/log").json()["outings"] if o["fields"]["ends"] is None]
    assert sorted(o["bites"] for o in live) == [0, 1]
    other.close()


def test_the_stop_is_slid_by_the_tide_for_fish_and_out_of_the_table(server: Server, pocket: BrowserContext) -> None:
    page = pocket.new_page()
    take_along(page, server)
    page.get_by_role("button", name="Depth", exact=True).click()
    expect(page.get_by_text("Move the stop now")).to_be_visible()
    page.get_by_role("button", name="I slid it").first.click()
    expect(page.get_by_test_id("countdown")).to_contain_text("min")
    page.get_by_role("button", name="2.00 m", exact=True).click()
    expect(page.get_by_text("above them")).to_be_visible()
    page.get_by_text("above them").locator("xpath=../..").get_by_role("button", name="I slid it").click()
    page.get_by_label("The water is").select_option(label="5.00 m")
    page.get_by_role("button", name="I slid it").last.click()
    # Plumbed without the server: gone under, so deeper; then as wanted.
    page.get_by_text("Plumb a spot").click()
    server.stop()
    page.get_by_role("button", name="gone under").click()
    page.get_by_role("button", name="as wanted").click()
    expect(page.get_by_test_id("plumbed")).to_have_text(re.compile(r"^\d\.\d\d\sm$"))
    page.get_by_role("button", name="Take the last cast back").click()
    expect(page.get_by_role("list", name="Casts").get_by_role("listitem")).to_have_count(1)
    page.get_by_role("button", name="as wanted").click()
    page.get_by_role("button", name="Write it down").click()
    server.start()
    page.get_by_role("button", name="Rig", exact=True).click()
    expect(page.get_by_test_id("setting")).to_have_text("4.64 m")
    # What the float may say was reckoned at home.
    page.get_by_role("button", name="Float?").click()
    page.get_by_role("button", name="lies flat").click()
    expect(page.get_by_text("in 100").first).to_be_visible()
    page.get_by_role("button", name="Done").first.click()
    expect(page.get_by_text("Written down:")).to_be_visible()


def test_a_phone_of_the_network_is_let_in_by_the_code_that_is_shown(
    tmp_path: Path, page: Page, pocket: BrowserContext
) -> None:
    server = Server(tmp_path / "own.db", "serve", "0.0.0.0")
    server.start()
    # Another name of this machine is another device's way to it.
    there = server.url.replace("127.0.0.1", "127.0.0.2")
    phone = pocket.new_page()
    phone.goto(f"{there}/log")
    expect(phone.get_by_role("heading", name="This device is not let in yet")).to_be_visible()
    phone.get_by_label("The code").fill("1234 5678")
    phone.get_by_role("button", name="Let it in").click()
    expect(phone.get_by_role("alert")).to_contain_text("No code is shown at the moment.")
    page.goto(f"{server.url}/trip")
    expect(page.get_by_role("heading", name="Where and when next?")).to_be_visible()
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Show a code").click()
    code = page.get_by_test_id("code").inner_text()
    phone.get_by_label("The code").fill(code)
    phone.get_by_role("button", name="Let it in").click()
    expect(phone.get_by_role("heading", name="Where and when next?")).to_be_visible()
    page.reload()
    expect(page.get_by_role("heading", name="Where and when next?")).to_be_visible()
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Let it in no longer").click()
    expect(page.get_by_role("button", name="Let it in no longer")).to_have_count(0)
    phone.reload()
    expect(phone.get_by_role("heading", name="This device is not let in yet")).to_be_visible()
    server.stop()


def test_axe_finds_nothing_on_the_trip_and_at_the_water(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/trip/trip-skerry")
    expect(page.get_by_test_id("cover")).to_be_visible()
    found = axe_finds(page)
    page.get_by_role("button", name="As a table").click()
    found += axe_finds(page, page.get_by_role("main"))
    page.goto(f"{server.url}/trip")
    expect(page.get_by_role("heading", name="Where and when next?")).to_be_visible()
    found += axe_finds(page)
    take_along(page, server)
    for tab in ("Rig", "Float?", "Depth", "Feed", "More"):
        page.get_by_role("button", name=tab, exact=True).click()
        found += axe_finds(page, None if tab == "Rig" else page.get_by_role("main"))
    assert found == []
