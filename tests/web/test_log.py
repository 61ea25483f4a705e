"""The log as it is used: asked, written down as it happens, taken back, brought in again; by mouse and by keys."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

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
    for press in ("A cast", "A bite", "Landed", "Landed"):
        session.get_by_role("button", name=press).click()
    happened = session.get_by_text(re.compile("^What happened: 4"))
    expect(happened).to_be_visible()
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
