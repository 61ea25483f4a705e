"""Purpose, place and method on the screen: choosing a family, the board, the book, the schools, line and hook."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Locator, Page, expect

from brookwind.demo.load import demo_rigs

from .conftest import Server, put_back
from .looks import axe_finds

pytestmark = pytest.mark.browser


@pytest.fixture(scope="module")
def place(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One demo for this file; each test puts back what it starts from."""
    server = Server(tmp_path_factory.mktemp("method") / "demo.db")
    server.start()
    yield server
    server.stop()


@pytest.fixture
def method(place: Server, page: Page) -> Iterator[Page]:
    """The strung waggler at its Fish & bait station. Anything the page complains of fails the test."""
    complaints: list[str] = []
    page.on("pageerror", lambda e: complaints.append(str(e)))
    page.on("console", lambda m: complaints.append(m.text) if m.type == "error" else None)
    rig = next(r for r in demo_rigs() if r.id == "rudd-strung")
    put_back(page, f"{place.url}/api/rigs/rudd-strung", rig.model_dump(mode="json"))
    open_bench(page, place)
    yield page
    assert [c for c in complaints if "Failed to load resource" not in c] == []


def open_bench(page: Page, place: Server, rig: str = "rudd-strung") -> None:
    page.goto(f"{place.url}/bench/{rig}")
    station(page, "Fish & bait")
    expect(page.get_by_test_id("verdict")).to_contain_text("Stands")


def station(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Stations").get_by_role("button", name=name).click()


def findings(page: Page) -> Locator:
    return page.get_by_role("region", name="Findings")


def settled(page: Page) -> None:
    expect(page.get_by_test_id("verdict")).to_have_attribute("data-waiting", "false")
    expect(page.get_by_role("status", name="Saved", exact=True)).to_be_visible()


def test_all_twenty_are_drawn_with_reasons_and_one_is_tied_and_taken_back(method: Page) -> None:
    method.get_by_role("button", name="see which suits").click()
    chooser = method.get_by_role("dialog", name="Which rig suits")
    expect(chooser.get_by_role("heading", level=3)).to_have_count(20)
    expect(chooser.get_by_role("heading", level=3).first).to_contain_text("waggler")
    # Every drawing is the scene's: a line from the float to the hook, and the float's own outline.
    expect(chooser.locator("svg.bw-mini polyline")).to_have_count(20)
    assert chooser.locator("svg.bw-mini polygon").count() >= 20
    for line in chooser.locator("svg.bw-mini polyline").all():
        assert len((line.get_attribute("points") or "").split()) >= 2
    expect(chooser).to_contain_text("It is the usual way for rudd.")
    expect(chooser.get_by_role("button", name="Not here olivette and droppers")).to_be_disabled()
    chooser.get_by_label("Find by name").fill("lift")
    expect(chooser.get_by_role("heading", level=3)).to_have_count(1)
    chooser.get_by_role("button", name="Tie this lift rig").click()
    expect(chooser).to_have_count(0)
    expect(findings(method)).to_contain_text("Now: lift rig. Not kept:")
    expect(findings(method)).to_contain_text("The line is tightened by")
    expect(method.get_by_role("button", name="Lift rig: see which suits")).to_be_visible()
    method.get_by_role("button", name="Undo").click()
    expect(method.get_by_role("button", name="Waggler, fixed at the bottom: see which suits")).to_be_visible()
    expect(method.get_by_test_id("verdict")).to_contain_text("Stands, about 5 mm")
    settled(method)


def test_a_family_is_chosen_by_keys_alone(method: Page) -> None:
    method.get_by_role("button", name="see which suits").focus()
    method.keyboard.press("Enter")
    chooser = method.get_by_role("dialog", name="Which rig suits")
    tie = chooser.get_by_role("button", name="Tie this self-loaded float on stops")
    expect(tie).to_be_enabled()
    tie.focus()
    method.keyboard.press("Enter")
    expect(method.get_by_role("button", name="Self-loaded float on stops: see which suits")).to_be_visible()
    settled(method)
    method.reload()
    expect(method.get_by_role("button", name="Self-loaded float on stops: see which suits")).to_be_visible()


def test_the_board_judges_the_rig_and_lead_is_changed_with_one_press(method: Page, place: Server) -> None:
    method.goto(f"{place.url}/water/wend-mere-reed-gap")
    method.get_by_role("button", name="Rules").click()
    method.get_by_label("Barbs").select_option("barbless")
    method.get_by_role("button", name="Forbid some sizes of lead").click()
    expect(method.get_by_text("Saved.", exact=True)).to_be_visible()
    open_bench(method, place)
    expect(findings(method)).to_contain_text("Only barbless hooks are allowed here.")
    expect(findings(method)).to_contain_text("Lead of these sizes is forbidden here: BB")
    station(method, "Load")
    method.get_by_role("button", name="Same pull, no lead").click()
    expect(findings(method)).not_to_contain_text("Lead of these sizes")
    expect(method.get_by_test_id("verdict")).to_contain_text("Stands, about 5 mm")
    station(method, "Line & hook")
    method.get_by_label("Barb", exact=True).select_option("barbless")
    expect(method.get_by_text("Balanced, and the stop is where it belongs.")).to_be_visible()
    kept = method.request.get(f"{place.url}/api/waters/wend-mere/rules").json()
    assert kept["fields"]["barbs"] == "barbless"
    back = {**kept["fields"], "barbs": "any", "lead": []}
    method.request.put(f"{place.url}/api/waters/wend-mere/rules", data={"version": kept["version"], "fields": back})


def test_rules_that_contradict_stay_typed_with_a_sentence_over_a_reload(method: Page, place: Server) -> None:
    method.goto(f"{place.url}/water/otter-cut-pump-bend")
    method.get_by_role("button", name="Rules").click()
    method.get_by_label("Smallest hook").select_option("6")
    method.get_by_label("Largest hook").select_option("16")
    alert = method.get_by_role("alert").filter(has_text="No hook is both 6 or larger and 16 or smaller.")
    expect(alert).to_be_visible()
    expect(method.get_by_text("Not saved yet")).to_be_visible()
    method.reload()
    expect(alert).to_be_visible()
    expect(method.get_by_label("Largest hook")).to_have_value("16")
    method.get_by_label("Largest hook").select_option("2")
    expect(method.get_by_text("Saved.", exact=True)).to_be_visible()
    method.get_by_label("Begin from an example").select_option(label="Example: a harbour wall")
    expect(method.get_by_text("This began as an example")).to_be_visible()
    method.get_by_role("button", name="I checked every line").click()
    expect(method.get_by_text("This began as an example")).to_have_count(0)


def test_the_planned_day_is_judged_too(method: Page, place: Server) -> None:
    method.goto(f"{place.url}/water/wend-mere-reed-gap")
    method.get_by_role("button", name="Rules").click()
    method.get_by_label("Date").fill("2026-04-02")
    method.get_by_label("a keepnet comes along").check()
    open_bench(method, place)
    expect(findings(method)).to_contain_text("Fishing is closed here from 03-15 to 06-15.")
    expect(findings(method)).to_contain_text("Keepnets are forbidden here.")


def test_own_notes_come_first_and_what_ships_can_be_had_back(method: Page, place: Server) -> None:
    method.get_by_role("link", name="Change fish, baits and hooks in the book").click()
    expect(method.get_by_role("heading", name="Rudd", level=1)).to_be_visible()
    # The page reads first; its figures are changed when they are asked for.
    for part in ("When", "Where in the water", "With what", "How it takes"):
        expect(method.get_by_role("region", name=part)).to_be_visible()
    method.get_by_role("button", name="Edit it").click()
    method.get_by_label("Your notes, shown first").fill("Under the willow from July.")
    method.get_by_role("button", name="Keep", exact=True).click()
    expect(method.get_by_text("Changed by you.")).to_be_visible()
    open_bench(method, place)
    expect(method.get_by_text("Your note: Under the willow from July.")).to_be_visible()
    method.goto(f"{place.url}/book/fish/rudd")
    method.get_by_role("button", name="Back to what ships").click()
    expect(method.get_by_text("As it ships: figures are defaults")).to_be_visible()
    expect(method.get_by_text("Under the willow")).to_have_count(0)


def test_a_bait_without_mass_is_not_kept_and_not_lost(method: Page, place: Server) -> None:
    method.goto(f"{place.url}/book/baits/paste")
    method.get_by_role("button", name="Add a bait like paste").click()
    method.get_by_label("Name").fill("cheese cube")
    weighs = method.get_by_label("Weighs, in air")
    weighs.fill("0 g")
    weighs.press("Enter")
    method.get_by_role("button", name="Keep", exact=True).click()
    expect(method.get_by_text("Not kept:")).to_contain_text("more than 0")
    expect(method.get_by_label("Name")).to_have_value("cheese cube")
    weighs.fill("nothing")
    weighs.press("Enter")
    expect(method.get_by_text("“nothing” is not a mass.")).to_be_visible()
    weighs.fill("0.9 g")
    weighs.press("Enter")
    method.get_by_role("button", name="Keep", exact=True).click()
    expect(method.get_by_text("Entered by you.")).to_be_visible()
    open_bench(method, place)
    method.get_by_label("Bait", exact=True).select_option(label="cheese cube")
    expect(method.get_by_text("The hook is larger").or_(method.get_by_text("is small for cheese cube"))).to_be_visible()


def test_a_chosen_school_is_followed_and_both_are_tied_with_figures(method: Page, place: Server) -> None:
    method.goto(f"{place.url}/book/schools")
    group = method.get_by_role("group", name="Weights together or spread?")
    group.get_by_role("radio", name=re.compile("^bulk Down fast")).check()
    expect(method.get_by_text("Kept. New rigs, rankings and advice follow it.")).to_be_visible()
    open_bench(method, place)
    station(method, "Line & hook")
    panel = method.get_by_role("region", name="Line & hook")
    panel.get_by_label("Where good anglers differ").select_option(label="Weights together or spread?")
    expect(panel).to_contain_text("Here: bulk, your choice.")
    expect(panel).to_contain_text("bulk · holds here")
    panel.get_by_role("button", name="Tie it so: bulk", exact=True).click()
    settled(method)
    assert method.get_by_role("slider").count() == 2, "one bulk and the setting"
    method.get_by_role("button", name="Undo").click()
    method.goto(f"{place.url}/book/schools")
    group.get_by_role("radio", name=re.compile("^usual")).check()
    expect(method.get_by_text("Kept. New rigs")).to_be_visible()


def test_line_that_does_not_run_is_said_where_it_is_chosen(method: Page, place: Server) -> None:
    open_bench(method, place, "bream-slider")
    station(method, "Line & hook")
    panel = method.get_by_role("region", name="Line & hook")
    expect(panel).to_contain_text("Hooklength at")
    panel.get_by_label("mm", exact=True).first.select_option(label="1")
    expect(findings(method)).to_contain_text("does not run through a bore of 1.2 mm")
    method.get_by_role("button", name="Undo").click()
    panel.get_by_label("Length of hooklength").fill("9.8 m")
    method.keyboard.press("Enter")
    expect(findings(method)).to_contain_text("but the leader is 9.80 m long")
    method.get_by_role("button", name="Undo").click()
    main = panel.get_by_role("group", name="Main line")
    main.get_by_label("Bears").fill("2 kg")
    method.keyboard.press("Enter")
    expect(findings(method)).to_contain_text("a snag costs the whole rig")
    method.get_by_role("button", name="Undo").click()
    panel.get_by_text("Measured otherwise").click()
    panel.get_by_label("Bead's hole").fill("2 mm")
    method.keyboard.press("Enter")
    expect(findings(method)).to_contain_text("slips through the bead's hole of 2 mm")
    method.get_by_role("button", name="Undo").click()
    panel.get_by_label("Stop", exact=True).select_option("rubber")
    expect(panel).to_contain_text("2 mm over")
    method.get_by_role("button", name="Undo").click()
    settled(method)


def test_axe_finds_nothing_on_the_book_the_board_and_the_chooser(method: Page, place: Server) -> None:
    method.get_by_role("button", name="see which suits").click()
    expect(method.locator("svg.bw-mini polyline")).to_have_count(20)
    assert axe_finds(method, method.get_by_role("dialog")) == []
    for tab in ("fish/rudd", "baits/worm", "hooks/circle", "schools"):
        method.goto(f"{place.url}/book/{tab}")
        expect(method.get_by_role("heading", level=1)).to_be_visible()
        expect(method.get_by_role("heading", name="One moment")).to_have_count(0)
        assert axe_finds(method, None if tab == "fish/rudd" else method.get_by_role("main")) == [], tab
    method.goto(f"{place.url}/water/skerry-wall-steps")
    method.get_by_role("button", name="Rules").click()
    expect(method.get_by_text("This began as an example")).to_be_visible()
    assert axe_finds(method) == []


def test_a_phone_has_room_for_all_of_it(place: Server, phone: Page) -> None:
    phone.goto(f"{place.url}/bench/roach-pole")
    for name in ("Fish & bait", "Line & hook"):
        phone.get_by_role("navigation", name="Stations").get_by_role("button", name=name).tap()
        assert phone.evaluate("() => document.documentElement.scrollWidth") <= 390, name
    phone.get_by_role("navigation", name="Stations").get_by_role("button", name="Fish & bait").tap()
    phone.get_by_role("button", name="see which suits").tap()
    expect(phone.locator("svg.bw-mini polygon").first).to_be_visible()
    for tab in ("fish/rudd", "schools"):
        phone.goto(f"{place.url}/book/{tab}")
        expect(phone.get_by_role("heading", level=1)).to_be_visible()
        assert phone.evaluate("() => document.documentElement.scrollWidth") <= 390, tab


def test_a_page_that_still_waits_for_its_part_has_one_main_and_nothing_for_axe(page: Page, standing: Server) -> None:
    # Asked for and never answered.
    page.route("**/api/book/*", lambda route: None)
    for tab in ("schools", "fish"):
        with page.expect_request("**/api/book/*"):
            page.goto(f"{standing.url}/book/{tab}")
        expect(page.get_by_role("heading", name="One moment")).to_be_visible()
        expect(page.get_by_role("main")).to_have_count(1)
        assert axe_finds(page) == [], tab
