"""The log as it is used: asked, written down as it happens, taken back, brought in again; by mouse and by keys."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from ..api.test_photographs import picture
from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser


def test_the_book_is_asked_by_keys_and_says_how_sure_it_is(standing: Server, page: Page) -> None:
    page.goto(f"{standing.url}/log?fish=grayling")
    said = page.get_by_test_id("answer")
    expect(said).to_have_text(re.compile("8.*12.*very likely"))
    page.get_by_role("button", name="Which bait?").press("Enter")
    expect(said).to_have_text("No clear best")
    page.get_by_text("As a table").press("Enter")
    expect(page.get_by_role("row", name=re.compile("^maggot"))).to_contain_text("45")
    page.reload()
    expect(said).to_have_text("No clear best")
    page.get_by_label("Fish").first.select_option("rudd")
    page.get_by_role("button", name="On the drop or settled?").click()
    expect(said).to_have_text(re.compile("On the drop, very likely"))
    assert axe_finds(page) == []


def test_a_session_is_written_down_as_it_goes(own: Page) -> None:
    own.get_by_role("link", name="Log").click()
    expect(own.get_by_role("heading", name="Nothing written down yet")).to_be_visible()
    own.get_by_role("button", name="A session by hand").click()
    own.get_by_label("Where", exact=True).fill("The pool")
    own.get_by_role("button", name="Keep the session").click()
    session = own.get_by_role("region", name="Session")
    expect(session).to_contain_text("still on")
    landed = session.get_by_role("button", name="Landed")
    landed.scroll_into_view_if_needed()
    place = landed.bounding_box()
    for press in ("A cast", "A bite", "Landed", "Landed"):
        session.get_by_role("button", name=press).click()
    happened = session.get_by_text(re.compile("^What happened: 4"))
    expect(happened).to_be_visible()
    assert landed.bounding_box() == place, "nothing moves under the finger"
    happened.click()
    session.get_by_role("button", name=re.compile("^Take back.*a bite")).click()
    expect(session.get_by_text(re.compile("^What happened: 3"))).to_be_visible()
    own.reload()
    expect(session.get_by_text(re.compile("^What happened: 3"))).to_be_visible()
    session.get_by_role("button", name="End the session now").click()
    expect(session).not_to_contain_text("still on")
    assert axe_finds(own) == []


def test_a_rig_of_an_old_session_goes_to_the_bench_and_the_table_comes_in_again(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/log?fish=grayling&session=s056")
    session = page.get_by_role("region", name="Session")
    session.get_by_text(re.compile("^What happened:")).click()
    session.get_by_role("button", name="To the bench as it was").first.click()
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")
    expect(page.get_by_role("button", name=re.compile("^Rigs; on the bench: Grayling on the glide, "))).to_be_visible()
    table = page.request.get(f"{server.url}/api/log/log.csv").body()
    page.goto(f"{server.url}/log")
    page.get_by_role("button", name="Bring in, take out").click()
    put = page.get_by_label("Bring in a table")
    put.set_input_files({"name": "log.csv", "mimeType": "text/csv", "buffer": table})
    expect(page.get_by_text("61 sessions in it, 0 of them new")).to_be_visible()
    put.set_input_files({"name": "log.csv", "mimeType": "text/csv", "buffer": b"a,b\n1,2\n"})
    expect(page.get_by_text(re.compile("The table lacks the columns"))).to_be_visible()


def test_photographs_what_was_learnt_and_a_copy_put_back(server: Server, page: Page) -> None:
    page.goto(f"{server.url}/log?session=s056")
    photos = page.get_by_role("region", name="Photographs")
    photos.get_by_label("Add photographs").set_input_files(
        [{"name": f"{k}.jpg", "mimeType": "image/jpeg", "buffer": picture()} for k in "ab"]
    )
    expect(photos.get_by_role("img")).to_have_count(2)
    photos.get_by_role("button").first.press("Enter")
    page.get_by_label("What is on it").fill("The first of the day")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="The first of the day")).to_be_visible()
    page.keyboard.press("Escape")
    page.reload()
    expect(photos.get_by_role("img", name="The first of the day")).to_be_visible()
    copy = page.request.get(f"{server.url}/api/copies/brookwind.db").body()
    photos.get_by_role("button", name="The first of the day").click()
    page.get_by_role("button", name="Take it out").click()
    page.get_by_role("button", name="Yes, take it out").click()
    expect(photos.get_by_role("img")).to_have_count(1)
    photos.get_by_label("Another photograph").set_input_files(
        {"name": "c.jpg", "mimeType": "image/jpeg", "buffer": b"no picture"}
    )
    expect(photos.get_by_role("alert")).to_contain_text("no picture that can be read")
    learnt = page.get_by_role("region", name="What Brookwind could learn")
    expect(learnt).to_contain_text("3BB carries 1.32 g, more than the 1.2 g")
    learnt.get_by_role("button", name="Reckon with it").click()
    expect(learnt).to_contain_text("3BB is reckoned as it was seen")
    learnt.get_by_role("button", name="Undo").click()
    expect(learnt.get_by_role("button", name="Reckon with it")).to_be_visible()
    page.get_by_role("button", name="Settings").click()
    put = page.get_by_label("Put a copy back")
    put.set_input_files({"name": "x.db", "mimeType": "application/octet-stream", "buffer": b"no database"})
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("is not a database")
    put.set_input_files({"name": "x.db", "mimeType": "application/octet-stream", "buffer": copy})
    expect(page.get_by_test_id("copy")).to_contain_text("2 × photograph")
    page.get_by_role("button", name="Put it in the place of what is here").click()
    expect(page.get_by_text("What was there before can be had back.")).to_be_visible()
    assert axe_finds(page) == []
    page.keyboard.press("Escape")
    expect(photos.get_by_role("img")).to_have_count(2)
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Undo the last putting back").click()
    expect(page.get_by_text("As it was before.")).to_be_visible()
    page.keyboard.press("Escape")
    expect(photos.get_by_role("img")).to_have_count(1)
