"""Parts are tied on by typing them: looked at in the water first, taken with Enter, taken off from the list."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from .conftest import Server
from .looks import axe_finds
from .test_bench import settled

pytestmark = pytest.mark.browser


def type_on(page: Page, text: str) -> None:
    page.get_by_label("Tie on: type a part and where").fill(text)


def test_a_rig_is_tied_by_keys_alone_and_each_part_is_one_step_of_undo(server: Server, bench: Page) -> None:
    bench.goto(f"{server.url}/bench/bream-slider")
    settled(bench)
    bench.keyboard.press("a")
    expect(bench.get_by_label("Tie on: type a part and where")).to_be_focused()
    bench.keyboard.type("two stops")
    expect(bench.get_by_text("Enter ties it on: second stop knot")).to_be_visible()
    expect(bench.get_by_test_id("looking")).to_contain_text("two stops")
    bench.keyboard.press("Enter")
    for text in ("bead 5 mm", "rubber stop at 90 cm", "hook 14 on 0.14"):
        expect(bench.get_by_label("Tie on: type a part and where")).to_have_value("")
        bench.keyboard.type(text)
        expect(bench.get_by_test_id("looking")).to_contain_text(text)
        bench.keyboard.press("Enter")
    # The last part is on when the field is empty again: until then the page still moves.
    expect(bench.get_by_label("Tie on: type a part and where")).to_have_value("")
    expect(bench.get_by_test_id("looking")).to_have_count(0)
    settled(bench)
    bench.get_by_text(re.compile("All .* parts, from rod to hook")).click()
    parts = bench.get_by_role("list", name="The line, from rod to hook")
    for part in ("Second stop knot", "5 mm bead", "Rubber stop", "Hook 14"):
        expect(parts).to_contain_text(part)
    parts.get_by_role("button", name=re.compile("^Take off rubber stop")).click()
    expect(parts).not_to_contain_text("Rubber stop")
    bench.keyboard.press("Escape")
    bench.keyboard.press("Control+z")
    expect(parts).to_contain_text("Rubber stop")
    bench.reload()
    bench.get_by_text(re.compile("All .* parts, from rod to hook")).click()
    expect(parts).to_contain_text("Rubber stop")
    assert axe_finds(bench) == []


def test_what_is_no_part_is_said_below_the_line_and_nothing_is_tied(bench: Page) -> None:
    bench.keyboard.press("a")
    before = bench.get_by_text(re.compile("All .* parts, from rod to hook")).inner_text()
    for text, says in (("4 x No 99 at 16 cm", "no shot No 99"), ("0.75 g olivette at 1.5 m", "nearest place")):
        type_on(bench, text)
        expect(bench.get_by_role("alert").filter(has_text=says)).to_be_visible()
    bench.keyboard.press("Enter")
    expect(bench.get_by_label("Tie on: type a part and where")).to_have_value("0.75 g olivette at 1.5 m")
    assert bench.get_by_text(re.compile("All .* parts, from rod to hook")).inner_text() == before
    bench.keyboard.press("Escape")
    expect(bench.get_by_label("Tie on: type a part and where")).to_have_value("")
    # The field is left, and the keys are the bench's again; on a list they are too.
    bench.keyboard.press("1")
    expect(bench.get_by_role("heading", name="Water")).to_be_visible()
    bench.get_by_label("Swim").focus()
    bench.keyboard.press("5")
    expect(bench.get_by_role("heading", name="Load")).to_be_visible()


def drop(page: Page, name: str, text: str) -> None:
    """A file let go over the page, once the page is there to take it."""
    expect(page.get_by_role("navigation", name="Screens")).to_be_visible()
    page.evaluate(
        """([name, text]) => {
          const held = new DataTransfer();
          held.items.add(new File([text], name));
          for (const kind of ["dragover", "drop"])
            window.dispatchEvent(new DragEvent(kind, { dataTransfer: held, bubbles: true, cancelable: true }));
        }""",
        [name, text],
    )


def test_a_rig_saved_as_a_file_is_dropped_looked_at_and_put_on_the_bench(server: Server, bench: Page) -> None:
    bench.get_by_role("button", name=re.compile("^Rigs;")).click()
    with bench.expect_download() as saving:
        bench.get_by_role("button", name="Save it as a file").click()
    assert saving.value.suggested_filename == "rudd-strung.rig.json"
    text = saving.value.path().read_text()
    bench.goto(f"{server.url}/box")
    drop(bench, "notes.txt", "The swim was quiet.")
    sheet = bench.get_by_role("dialog")
    expect(sheet.get_by_role("alert")).to_contain_text("no rig, box or survey")
    sheet.get_by_role("button", name="Leave it").click()
    drop(bench, "rudd.rig.json", text)
    expect(sheet).to_contain_text("A rig: Rudd on the drop")
    sheet.get_by_role("button", name="Put it on the bench").click()
    # One of that name is there: it comes beside it and writes nothing over.
    expect(bench).to_have_url(re.compile("/bench/rig-"))
    expect(bench.get_by_test_id("verdict")).to_contain_text("Stands, about 5 mm")
    drop(bench, "box.csv", "size;count\nBB;99\n")
    expect(sheet).to_contain_text("0 new, 1 changed")
    sheet.get_by_role("button", name="Bring in 1").click()
    expect(bench).to_have_url(f"{server.url}/box")
    expect(bench.locator("button", has_text="BB lead: 99")).to_be_visible()


def test_chosen_parts_are_spread_copied_and_one_is_exchanged(server: Server, bench: Page) -> None:
    bench.goto(f"{server.url}/bench/roach-pole")
    settled(bench)
    bench.keyboard.press("a")
    bench.get_by_text(re.compile("All .* parts, from rod to hook")).click()
    parts = bench.get_by_role("list", name="The line, from rod to hook")
    before = parts.get_by_role("listitem").count()
    for box in parts.get_by_role("checkbox").all()[-2:]:
        box.check()
    together = bench.get_by_role("group", name="The chosen parts")
    together.get_by_role("button", name="Copy").click()
    expect(parts.get_by_role("listitem")).to_have_count(before + 2)
    bench.get_by_role("button", name="Undo").click()
    expect(parts.get_by_role("listitem")).to_have_count(before)
    together.get_by_label("The lowest at").fill("25 cm")
    bench.keyboard.press("Enter")
    expect(parts.get_by_role("checkbox", name=re.compile("25 cm"))).to_be_checked()
    together.get_by_role("button", name="Choose none").click()
    parts.get_by_role("button", name=re.compile("^Another instead of .* at 25 cm")).click()
    bench.get_by_label(re.compile("^Instead of")).fill("No 12")
    expect(bench.get_by_test_id("looking")).to_contain_text("No 12")
    bench.keyboard.press("Enter")
    expect(parts).to_contain_text("No 12")
