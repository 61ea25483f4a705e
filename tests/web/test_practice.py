"""Practice: every exercise is played to its end, by keys and by touch; closing it in the middle loses nothing."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Locator, Page, expect

from brookwind.core.practice.deal import Dealt
from brookwind.core.practice.tie import order_of, tied
from brookwind.core.tying.steps import name_of
from brookwind.demo.load import demo_rigs

from .conftest import Server
from .looks import axe_finds

pytestmark = pytest.mark.browser

Press = Callable[[Locator], None]


def by_key(what: Locator) -> None:
    what.focus()
    what.press("Enter")


def by_touch(what: Locator) -> None:
    what.tap()


def button(page: Page, name: str) -> Locator:
    return page.get_by_role("main").get_by_role("button", name=name, exact=True)


def slide(page: Page, label: str, to: str) -> None:
    page.get_by_label(label).fill(to)


def depth(page: Page, press: Press) -> None:
    press(button(page, "Cast"))
    expect(page.get_by_role("listitem")).to_have_count(1)
    slide(page, "Stop to plummet", "1")
    press(button(page, "Deeper"))
    press(button(page, "Cast"))
    expect(page.get_by_role("listitem")).to_have_count(2)
    press(button(page, "That is the depth"))
    expect(page.get_by_text("The helper's")).to_be_visible()


def cock(page: Page, press: Press) -> None:
    for size in ("AAA", "AAA", "BB"):
        press(button(page, size).first)
    slide(page, "Guess first", "0.01")
    press(button(page, "Look"))
    expect(page.get_by_test_id("shows")).to_contain_text("Look 1")
    press(page.get_by_test_id("hung").get_by_role("button").first)
    press(button(page, "Look"))
    expect(page.get_by_test_id("shows")).to_contain_text("Look 2")
    press(button(page, "It is right"))


def read(page: Page, press: Press) -> None:
    expect(page.get_by_test_id("seen")).not_to_be_empty()
    press(page.get_by_role("main").get_by_role("button").nth(0))
    expect(page.get_by_role("main")).to_contain_text(re.compile(r"\d+ %"))


def tie(page: Page, press: Press) -> None:
    rig = tied(Dealt(seed=3, level=1), tuple(demo_rigs()))
    names = {c.id: name_of(c) for c in rig.components}
    order = [names[i] for i in order_of(rig)]
    put = page.get_by_test_id("put")
    press(button(page, order[-1]).first)
    expect(put).to_contain_text(f"First the {order[0]}")
    line = page.get_by_role("region", name="On the line").get_by_role("listitem")
    for n, name in enumerate(order):
        press(button(page, name).first)
        expect(line).to_have_count(n + 1)


def hold(page: Page, press: Press) -> None:
    press(button(page, "Let it go"))
    page.clock.run_for(3000)
    slide(page, "Hold back", "85")
    page.set_viewport_size({"width": 700, "height": 800})
    page.clock.run_for(60_000)


def choose(page: Page, press: Press) -> None:
    press(page.get_by_role("button", name="Tie rig 2 on"))


PLAYS = {"depth": depth, "cock": cock, "read": read, "tie": tie, "hold": hold, "choose": choose}


def played(page: Page, url: str, press: Press) -> None:
    page.clock.install()
    for name, play in PLAYS.items():
        page.goto(f"{url}/practice/{name}?seed=3")
        expect(page.get_by_text("number 3.")).to_be_visible()
        play(page, press)
        page.clock.run_for(2000)
        expect(page.get_by_test_id("score")).to_have_text(re.compile(r"^\d+ %$"))
        expect(page.get_by_role("button", name="Another")).to_be_visible()


def test_every_exercise_is_played_to_its_end_by_keys(server: Server, page: Page) -> None:
    played(page, server.url, by_key)
    page.goto(f"{server.url}/practice")
    expect(page.get_by_text(re.compile(r"Rating \d+ after 1"))).to_have_count(6)
    assert axe_finds(page) == []


def test_every_exercise_is_played_by_touch_and_a_closed_one_goes_on(server: Server, phone: Page) -> None:
    page = phone
    page.goto(f"{server.url}/practice/cock")
    button(page, "SSG").tap()
    button(page, "Look").tap()
    expect(page.get_by_test_id("shows")).to_contain_text("Look 1")
    dealt = page.get_by_text("number").inner_text()
    page.goto("about:blank")
    page.goto(f"{server.url}/practice/cock")
    expect(page.get_by_text("number")).to_have_text(dealt)
    expect(page.get_by_test_id("shows")).to_contain_text("Look 1")
    expect(page.get_by_test_id("hung").get_by_role("button")).to_have_count(1)
    page.goto(f"{server.url}/practice/depth?seed=seven")
    expect(page.get_by_text("A number from 0 to 2147483647 deals an exercise again")).to_be_visible()
    assert axe_finds(page) == []
    played(page, server.url, by_touch)
