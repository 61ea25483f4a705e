"""Cards on paper: true to size, readable back from the square, and whole with the longest names."""

from __future__ import annotations

import re
import zlib
from datetime import UTC, date, datetime
from itertools import pairwise
from random import Random
from xml.etree import ElementTree

import pypdfium2
import pytest
import zxingcpp
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from brookwind.core.answers.card import Card, CardMark, card
from brookwind.core.balance.ready import ready_rig
from brookwind.core.errors import BrookwindError
from brookwind.core.quantities import MIXED, Units
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.families import FAMILIES
from brookwind.core.situation import Situation
from brookwind.formats.card.drawing import Patch, Ring, Sheet, Stroke, Words, fitted, width_mm
from brookwind.formats.card.layout import A4, A6, Stamp, card_sheet, cards_sheets, label_sheet
from brookwind.formats.card.pdf import write_pdf
from brookwind.formats.card.square import BEGINS, LETTERS, LONGEST, _base45, read_text, rig_text, too_long
from brookwind.formats.card.strip import ROW_M, strip_sheets
from brookwind.formats.card.svg import write_svg

STAMP = Stamp(date(2026, 11, 23), "winder 4")
MADE = datetime(2026, 11, 23, 12, tzinfo=UTC)
POINTS_PER_MM = 72 / 25.4


def card_of(rig: Rig) -> Card:
    return card(Situation(rig))


def words(sheet: Sheet) -> list[Words]:
    return [i for i in sheet.items if isinstance(i, Words)]


def test_the_card_says_what_is_measured_at_the_water(rigs: dict[str, Rig]) -> None:
    rig = rigs["grayling-avon"]
    said = [w.text for w in words(card_sheet(card_of(rig), rig, STAMP))]
    assert "Grayling on the glide" in said
    assert "23 Nov 2026" in said
    assert "float to hook 1.24 m · to weight 88 cm" in said
    assert said.index("2 × SSG, touching") + 1 == said.index("36 cm")
    assert any(s.startswith("Tip ") for s in said)
    assert any(s.startswith("Thread: rubber at the tip") for s in said)
    inches = [w.text for w in words(card_sheet(card_of(rig), rig, STAMP, MIXED))]
    assert "14 in" in inches
    assert any("4 ft 9 in" in s for s in inches)


@pytest.mark.parametrize("family", FAMILIES, ids=lambda f: f.id)
def test_nothing_on_a_card_of_any_family_leaves_the_paper_or_touches(family: object) -> None:
    chosen = next(f for f in FAMILIES if f is family)
    low, high = chosen.depth_m
    rig = ready_rig(chosen.id, Water(depth_m=min(high, max(low, chosen.at_depth_m))), "r", "W" * 80).rig
    long = rig.model_copy(update={"water": rig.water.model_copy(update={"name": "W" * 80})})
    made = card_of(long)
    for sheet in (card_sheet(made, long, STAMP), label_sheet(made, STAMP), *strip_sheets(made)):
        for w in words(sheet):
            back = {"start": 0.0, "middle": 0.5, "end": 1.0}[w.anchor]
            left = w.x - back * width_mm(w.text, w.size, w.bold)
            assert left >= 0.0
            assert left + width_mm(w.text, w.size, w.bold) <= sheet.width + 1e-6
            assert 0.0 < w.y <= sheet.height
    places = sorted(w.y for w in words(card_sheet(made, long, STAMP)) if w.bold and w.anchor == "end")
    assert all(b - a >= 2.4 for a, b in pairwise(places))


def test_a_string_of_shot_too_long_for_the_card_points_to_the_strip(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    made = card_of(rig)
    shots = tuple(
        CardMark(position_m=0.1 + 0.015 * i, top_m=0.1 + 0.015 * i, what="shot", says="No 13") for i in range(40)
    )
    strung = made.model_copy(update={"marks": (made.marks[0], *shots, made.marks[-1])})
    assert any("more: see the strip" in w.text for w in words(card_sheet(strung, rig, STAMP)))


def test_the_strip_is_life_size_by_its_own_coordinates(rigs: dict[str, Rig]) -> None:
    rig = rigs["mullet-slider"]
    made = card_of(rig)
    sheets = strip_sheets(made)
    assert len(sheets) == 2, "80 cm: four rows, three to a page"
    rings: list[float] = []
    for page, sheet in enumerate(sheets):
        assert (sheet.width, sheet.height) == (A4[1], A4[0])
        rows = sorted({round(i.y, 3) for i in sheet.items if isinstance(i, Ring)})
        base = [i for i in sheet.items if isinstance(i, Stroke) and i.width == 0.35]
        assert all(s.to_x - s.x == pytest.approx(1000 * ROW_M, rel=0.005) for s in base)
        for ring in (i for i in sheet.items if isinstance(i, Ring)):
            row = next(n for n, s in enumerate(base) if s.y == pytest.approx(ring.y))
            rings.append((page * 3 + row) * ROW_M + (ring.x - base[row].x) / 1000)
        assert rows
    wanted = [m.position_m for m in made.marks if m.what not in {"float", "stop", "knot"}]
    assert sorted(rings) == pytest.approx(sorted(wanted), abs=0.0005)
    # The page itself is as large as it says, in both formats.
    root = ElementTree.fromstring(write_svg(sheets[0]))
    assert root.get("width") == "297mm"
    assert root.get("viewBox") == "0 0 297 210"
    page_pt = pypdfium2.PdfDocument(write_pdf(sheets, "strip", MADE))[0].get_size()
    assert page_pt == pytest.approx((297 * POINTS_PER_MM, 210 * POINTS_PER_MM), rel=0.001)


@pytest.mark.parametrize(("unit", "long_mm"), [("cm", 100.0), ("in", 101.6)])
def test_the_measure_to_check_the_printer_by(rigs: dict[str, Rig], unit: str, long_mm: float) -> None:
    pdf = write_pdf(strip_sheets(card_of(rigs["rudd-strung"]), Units.model_validate({"line": unit})), "s", MADE)
    picture = pypdfium2.PdfDocument(pdf)[0].render(scale=300 / 72).to_pil().convert("L")
    row = round(20.0 / 25.4 * 300)
    dark = [x for x in range(picture.width) if picture.getpixel((x, row)) < 128]
    assert (dark[-1] - dark[0]) / 300 * 25.4 == pytest.approx(long_mm + 0.4, rel=0.005), "with the width of its ends"


def test_the_printed_square_is_read_back_as_the_same_rig(rigs: dict[str, Rig]) -> None:
    for rig in rigs.values():
        pdf = write_pdf([card_sheet(card_of(rig), rig, STAMP)], rig.name, MADE)
        picture = pypdfium2.PdfDocument(pdf)[0].render(scale=300 / 72).to_pil()
        [found] = zxingcpp.read_barcodes(picture)
        assert read_text(found.text) == rig


def test_the_square_on_the_screen_is_the_printed_one(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    sheet = card_sheet(card_of(rig), rig, STAMP)
    [path] = ElementTree.fromstring(write_svg(sheet)).iter("{http://www.w3.org/2000/svg}path")
    drawn = re.findall(r"M([\d.]+) ([\d.]+)h([\d.]+)v([\d.]+)h-([\d.]+)z", path.get("d") or "")
    wanted = [(f"{p.x:.3f}", f"{p.y:.3f}", f"{p.width:.3f}", f"{p.height:.3f}", f"{p.width:.3f}")
              for p in sheet.items if isinstance(p, Patch)]  # fmt: skip
    assert drawn == wanted
    assert len(wanted) > 500


@settings(max_examples=60, suppress_health_check=[HealthCheck.too_slow], deadline=None)
@given(st.binary(max_size=400))
def test_base_45_goes_both_ways(data: bytes) -> None:
    text = BEGINS + _base45(data)
    assert set(text) <= set(LETTERS)
    with pytest.raises(BrookwindError):
        read_text(text + ("0" if len(text) % 3 == 2 else "::::"))


def test_base_45_against_the_examples_of_its_source() -> None:
    assert [_base45(b) for b in (b"AB", b"Hello!!", b"base-45", b"ietf!")] == [
        "BB8", "%69 VD92EX0", "UJCLQE7W581", "QED8WEX0",
    ]  # fmt: skip


def squared(text: str) -> str:
    return BEGINS + _base45(zlib.compress(text.encode()))


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("WIFI:T:WPA;S:shed;;", "does not hold a rig"),
        ("BWR7:ABC", "version '7'"),
        (BEGINS + "not deflated", "damaged"),
        (squared("[1, 2"), "damaged"),
        (squared('"' + "0" * 5_000_000 + '"'), "damaged"),
        (squared('{"schema_version": 9}'), "version 9"),
        (squared("[]"), "rig"),
    ],
)
def test_a_square_that_holds_no_rig_is_said_so(text: str, says: str) -> None:
    with pytest.raises(BrookwindError, match=re.escape(says)):
        read_text(text)


def test_a_rig_too_long_for_a_square_is_said_so_on_its_card(rigs: dict[str, Rig]) -> None:
    rig = rigs["grayling-avon"]
    letters = Random(1)
    noted = rig.model_copy(update={"notes": "".join(letters.choices("abcdefghijklmnopqrstuvwxyz", k=2500))})
    assert len(rig_text(noted)) > LONGEST
    said = " ".join(w.text for w in words(card_sheet(card_of(noted), noted, STAMP)))
    assert "too long for a square" in said


def test_names_in_other_letters_and_with_marks_of_xml_are_printed(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"].model_copy(update={"name": "Řeka <&> “łosoś” 鯉"})
    sheet = card_sheet(card_of(rig), rig, STAMP)
    assert "Řeka <&> “łosoś” ?" in [w.text for w in words(sheet)]
    root = ElementTree.fromstring(write_svg(sheet))
    assert "Řeka <&> “łosoś” ?" in [t.text for t in root.iter("{http://www.w3.org/2000/svg}text")]
    assert write_pdf([sheet], rig.name, MADE).startswith(b"%PDF-")


def test_four_cards_to_a_page(rigs: dict[str, Rig]) -> None:
    made = [(card_of(r), r) for r in list(rigs.values())[:5]]
    pages = cards_sheets(made, STAMP)
    assert [(p.width, p.height) for p in pages] == [A4, A4]
    titles = [w for w in words(pages[0]) if w.bold and w.size > 5]
    assert [(round(w.x), round(w.y)) for w in titles] == [
        (6 + round(x), 13 + round(y)) for y in (0.0, A6[1]) for x in (0.0, A6[0])
    ]


def test_a_text_is_cut_to_what_fits() -> None:
    assert fitted("short", 40, 3.0) == "short"
    cut = fitted("a rather long name of a rig", 20, 3.0)
    assert cut.endswith("…")
    assert width_mm(cut, 3.0) <= 20


def test_the_document_of_a_rig_too_long_for_its_square_goes_along_in_the_pdf(rigs: dict[str, Rig]) -> None:
    noise = "".join(Random(1).choices("abcdefghijklmnopqrstuvwxyz ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789", k=4000))
    rig = rigs["grayling-avon"].model_copy(update={"notes": noise})
    along = too_long((rig, rigs["rudd-strung"]))
    assert list(along) == ["grayling-avon.json"]
    pdf = pypdfium2.PdfDocument(write_pdf([card_sheet(card_of(rig), rig, STAMP)], rig.name, MADE, along))
    attachment = pdf.get_attachment(0)
    assert attachment.get_name() == "grayling-avon.json"
    assert Rig.model_validate_json(bytes(attachment.get_data())) == rig
