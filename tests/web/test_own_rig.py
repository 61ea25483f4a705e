"""Working rigs are tied from an empty bench in few actions, by mouse and by keys, and again in fewer."""

from __future__ import annotations

import os
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from ..hour import set_browser
from .conftest import Server
from .hand import Hand

pytestmark = pytest.mark.browser

FIRST, AGAIN = 15, 6
TIE = "Tie on: type a part and where"


@dataclass(frozen=True)
class Case:
    """A rig as it is asked for and typed, and what it must be in the end."""

    family: str
    fish: str
    depth: str
    where: tuple[str, str | None]
    bait: str
    typed: tuple[str, ...]
    has: dict[str, Any]
    start: dict[str, str] = field(default_factory=dict)
    stop: bool = True


CASES = {
    "A": Case(
        "pole float, fixed", "Common carp", "1.6 m", ("at a depth of", "60 cm"), "Soft pellet",
        ("bare line; float 0.3 g short; hooklength 10 cm of 0.13; main 0.15; hook 18",
         "5 x No 8 on the knot", "lash 2 m"),
        {"shot": 5, "leader": 0.10, "hook": 18, "float": "0.3 g"}, {"Tackle": "pole"},
    ),
    "B": Case(
        "sliding pole float", "Carp hybrid", "1.8 m", ("at a depth of", "90 cm"), "Maggot",
        ("bare line; float 5 x No 9; main 0.16; hooklength 12 cm; hook 16; lash 20 cm", "5 x No 9 on the knot"),
        {"shot": 5, "leader": 0.12, "stop": 1, "float": "5 x no 9"}, {"Tackle": "pole"},
    ),
    "C": Case(
        "slider, bottom end", "Bream", "5.2 m", ("on the bed", None), "Two maggots",
        ("bare line; float 4 g; rubber at 2 m; main 0.22; hooklength 0.12; hook 16; swivel", "3 x 1.2 g balls at 1.2 m",
         "3 x No 9 at 60 cm"),
        {"weight": 3, "shot": 3, "stop": 2, "swivel": 1, "hook": 16}, {"Distance": "26 m"},
    ),
    "D": Case(
        "stick, Avon or balsa, top and bottom", "Roach", "2 m", ("off the bed by", "5 cm"), "Caster",
        ("bare line; stick 6x4; main 0.17; hooklength 0.10; hook 18", "0.75 g olivette at 1.2 m on 6 No 9",
         "No 9 at 30 cm; No 9 at 60 cm"),
        {"weight": 1, "shot": 8, "hook": 18, "float": "6x4"}, {"Current or drift": "0.35 m/s"},
    ),
    "E": Case(
        "river drift rig", "Steelhead", "1.8 m", ("off the bed by", "10 cm"), "Egg cluster, floating",
        ("bare line; 20 g float; top shot 6 m of 0.30; leader 0.9 m; hook 4",
         "three-way swivel; 15 g lead on a weak link at the swivel"),
        {"weight": 1, "leader": 0.9, "swivel": 1, "hook": 4}, {"Current or drift": "0.9 m/s"},
    ),
    "F": Case(
        "balloon float", "Wels catfish", "4 m", ("at a depth of", "2.5 m"), "Small live fish",
        ("bare line; leader 0.8 m of 0.70; hook 8/0", "100 g lead"), {"leader": 0.8, "hook": -8},
    ),
    "G": Case(
        "dragging rig", "Brown trout", "1.3 m", ("where they usually are", None), "Salmon egg",
        ("bare line; foam float 12 g; leader 1.5 m; hook 6", "8 g lead on a clip at the swivel",
         "pegged bead 8 mm at 2 cm; pegged bead 10 mm at 72 cm"),
        {"leader": 1.5, "bead+": 2, "hooks": 2}, {"Current or drift": "0.5 m/s"},
    ),
    "H": Case(
        "in-line slider with bullet weight and jig", "Zander", "3.4 m", ("off the bed by", "50 cm"), "Small worm",
        ("bare line; 20 g float; main braid 0.13; leader 0.75 m; two stops; bead 8 mm", "12 g bullet; 2 g jig"),
        {"weight": 2, "leader": 0.75, "stop": 2},
    ),
    "two hooks": Case(
        "in-line slider with running lead", "Pike", "4 m", ("at a depth of", "2 m"), "Small dead fish",
        ("bare line; 25 g float; top shot 5 m of 0.40; two stops", "wire trace 50 cm; hook 4; second hook 2 at 9 cm",
         "20 g lead"),
        {"hooks": 2, "stop": 2, "weight": 1, "lines": 3},
    ),
    "back shots": Case(
        "pole float, fixed", "Roach", "1 m", ("on the bed", None), "Maggot",
        ("bare line; float 0.2 g short; No 10 at 1.3 m; No 10 at 1.6 m",), {"back": 2}, {"Tackle": "pole"},
    ),
    "bubble": Case(
        "bubble float", "Rainbow trout", "3 m", ("at a depth of", "1 m"), "Natural insect", ("main 0.18",), {"shot": 1},
    ),
}  # fmt: skip


@pytest.fixture(scope="module")
def bare(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """The demo's box and book for this file; its rigs are taken away."""
    server = Server(tmp_path_factory.mktemp("bare") / "demo.db")
    server.start()
    yield server
    server.stop()


@pytest.fixture(scope="module")
def desk(browser: Browser, browser_context_args: dict[str, Any]) -> Iterator[Page]:
    """One page for this file: every test begins with it on an empty bench."""
    context = browser.new_context(**browser_context_args)
    set_browser(context)
    yield context.new_page()
    context.close()


def cleared(page: Page, server: Server) -> None:
    for rig in page.request.get(f"{server.url}/api/rigs").json():
        version = page.request.get(f"{server.url}/api/rigs/{rig['id']}").json()["version"]
        page.request.delete(f"{server.url}/api/rigs/{rig['id']}?version={version}")
    page.goto(f"{server.url}/bench")
    expect(page.get_by_role("heading", name="No rig on the bench yet")).to_be_visible()


def saved(page: Page) -> Any:
    """The rig on the bench, as the server has it."""
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()
    at = page.url.rsplit("/", 1)
    return page.request.get(f"{at[0].removesuffix('/bench')}/api/rigs/{at[1]}").json()["fields"]


def started(hand: Hand, case: Case) -> None:
    page = hand.page
    hand.press(page.get_by_role("button", name="Start a rig"))
    hand.choose("Fish", case.fish)
    for label, value in case.start.items():
        if label == "Tackle":
            hand.choose(label, value)
        else:
            hand.enter(label, value)
    hand.enter("Plumbed depth", case.depth)
    hand.choose("Where they are now", case.where[0])
    if case.where[1]:
        hand.enter("Off the bed" if case.where[0].startswith("off") else "Down", case.where[1])
    hand.choose("Bait", case.bait)
    hand.choose("Rig family, the best suited first", case.family)
    hand.press(page.get_by_role("button", name="Put it on the bench"))
    expect(page.get_by_test_id("verdict")).to_have_attribute("data-waiting", "false")
    # The keys rest as long as the sheet is there.
    expect(page.get_by_role("dialog")).to_have_count(0)


def counts(rig: Any) -> dict[str, Any]:
    parts = rig["components"]
    lines = [c for c in parts if c["kind"] == "line"]
    hooks = sorted((c for c in parts if c["kind"] == "hook"), key=lambda c: c["position_m"])
    return {
        "shot": sum(c["kind"] == "shot" for c in parts), "weight": sum(c["kind"] == "weight" for c in parts),
        "back": sum(c.get("role") == "back" for c in parts), "stop": sum(c["kind"] == "stop" for c in parts),
        "swivel": sum(c["kind"] == "swivel" for c in parts), "lines": len(lines),
        "leader": round(lines[-2]["lower_m"], 3), "hooks": len(hooks), "hook": hooks[0]["size"],
        "bead+": sum(c["kind"] == "bead" and c["position_m"] is not None for c in parts),
        "float": next(c["label"] for c in parts if c["kind"] == "float"),
    }  # fmt: skip


HANDS = [(name, by) for i, name in enumerate(CASES) for by in (0, 1) if i % 2 == by or os.environ.get("BOTH_HANDS")]
"""Rig and hand in turn: every rig is tied once, by mouse or by keys; by both with `make hands`."""


@pytest.mark.parametrize(("name", "keys"), HANDS, ids=[f"{name}-{'keys' if by else 'mouse'}" for name, by in HANDS])
def test_a_working_rig_is_tied_in_few_actions_and_again_in_fewer(
    bare: Server, desk: Page, name: str, keys: int
) -> None:
    page = desk
    case = CASES[name]
    cleared(page, bare)
    hand = Hand(page, bool(keys))
    started(hand, case)
    # What was balanced for the start makes room for what is tied by hand.
    hand.key("a")
    for text in case.typed:
        hand.enter(TIE, text)
        expect(page.get_by_label(TIE)).to_have_value("")
    page.keyboard.press("Escape")
    hand.key("s")
    assert hand.actions <= FIRST
    first = saved(page)
    got = counts(first)
    assert {k: got[k] for k in case.has} == case.has
    again = Hand(page, bool(keys))
    again.press(page.get_by_role("button", name="Rigs"))
    again.press(page.get_by_role("button", name="Start another"))
    again.choose("Tackle like", first["name"])
    expect(page.get_by_label("Rig family, the best suited first")).to_have_value(first["family"])
    again.press(page.get_by_role("button", name="Put it on the bench"))
    expect(page).not_to_have_url(f"{bare.url}/bench/{first['id']}")
    assert again.actions <= AGAIN
    second = saved(page)
    assert second["id"] != first["id"]
    assert [c["label"] for c in second["components"]] == [c["label"] for c in first["components"]]
