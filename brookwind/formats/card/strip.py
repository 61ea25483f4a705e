"""The life-size strip: the lower rig at 1:1, to lay the line on and pinch the shot where they are drawn."""

from __future__ import annotations

from brookwind.core.answers.card import Card, CardMark
from brookwind.core.quantities import INCH_M, METRIC, Units, write
from brookwind.formats.card.drawing import Item, Ring, Sheet, Stroke, Words, fitted, printable, width_mm
from brookwind.formats.card.layout import A4, SMALL, TEXT, TITLE

MM_PER_M = 1000.0
ROW_M = 0.25
"""Of the line on one row. [m]"""
LEFT, FIRST_ROW, BETWEEN, ROWS = 23.0, 62.0, 48.0, 3
"""Where a row begins, the first one, how far they are apart, and how many stand on a page. [mm]"""
MEASURE_M = {"cm": (0.10, "10 cm"), "in": (4 * INCH_M, "4 in")}
"""What is measured to see that the printer printed it life-size."""
LOWEST_WORDS, WORDS_APART = 14.0, 3.6


def strip_sheets(card: Card, units: Units = METRIC) -> tuple[Sheet, ...]:
    """The strip on as many A4 as it takes, lying across.

    card: the rig's card.
    units: the person's.
    """
    rows = max(1, -(-round(card.strip_m * MM_PER_M + 1) // round(ROW_M * MM_PER_M)))
    pages = -(-rows // ROWS)
    return tuple(_page(card, units, page, pages, rows) for page in range(pages))


def _page(card: Card, units: Units, page: int, pages: int, rows: int) -> Sheet:
    height, width = A4
    measured, name = MEASURE_M[units.line]
    right = width - 15.0
    title = fitted(f"{card.name}: life-size strip, page {page + 1} of {pages}", 150, TITLE, bold=True)
    items: list[Item] = [
        Words(LEFT - 8, 18, title, TITLE, bold=True),
        Words(right, 15, f"measure this: {name}", TEXT, anchor="end"),
        Stroke(right - measured * MM_PER_M, 20, right, 20, 0.4),
        Stroke(right - measured * MM_PER_M, 17.5, right - measured * MM_PER_M, 22.5, 0.4),
        Stroke(right, 17.5, right, 22.5, 0.4),
    ]
    rest = write(card.setting_m - card.strip_m, "line", units)
    says = f"Lay the line on the rule, hook at 0; pinch each shot over its ring. The rest to the float: {rest} by tape."
    items += [
        Words(LEFT - 8, 27, printable(says), TEXT),
        Words(LEFT - 8, 32, f"Printed at 100 %. If the measure is not {name} long, turn “fit to page” off.", TEXT),
    ]
    for i in range(ROWS):
        row = page * ROWS + i
        if row < rows:
            items += _row(card, units, row, FIRST_ROW + i * BETWEEN)
    return Sheet(width, height, tuple(items))


def _row(card: Card, units: Units, row: int, y: float) -> list[Item]:
    begins = row * ROW_M

    def x(at_m: float) -> float:
        return LEFT + (at_m - begins) * MM_PER_M

    items: list[Item] = [Stroke(x(begins), y, x(begins + ROW_M), y, 0.35), *_ticks(begins, y, units)]
    if row > 0:
        items.append(Words(LEFT - 3, y + 1, "…", TEXT, anchor="end"))
    taken: list[float] = [-1e9] * 4
    for mark in card.marks:
        last = begins + ROW_M >= card.strip_m
        if mark.what in {"float", "stop"} or not begins <= mark.position_m < begins + ROW_M + (1e-9 if last else 0.0):
            continue
        items += _ring(mark, x(mark.position_m), y)
        says = fitted(mark.says, 60, SMALL)
        half = 0.5 * width_mm(says, SMALL)
        level = next((k for k, to in enumerate(taken) if x(mark.position_m) - half > to + 1.5), len(taken) - 1)
        taken[level] = x(mark.position_m) + half
        under = y + LOWEST_WORDS - 4 + level * WORDS_APART
        items += [
            Stroke(x(mark.position_m), y + 5, x(mark.position_m), under - 2.6, 0.12),
            Words(x(mark.position_m), under, says, SMALL, anchor="middle"),
        ]
    return items


def _ticks(begins: float, y: float, units: Units) -> list[Item]:
    """The rule above a row, in centimetres or quarters of an inch from the hook."""
    step, to_number, unit = (INCH_M / 4, 4, INCH_M) if units.line == "in" else (0.01, 5, 0.01)
    items: list[Item] = []
    first = round(begins / step + 0.4999)
    for n in range(first, round((begins + ROW_M) / step + 1e-6) + 1):
        x = LEFT + (n * step - begins) * MM_PER_M
        if x > LEFT + ROW_M * MM_PER_M + 1e-6:
            break
        long = n % to_number == 0
        items.append(Stroke(x, y, x, y - (5.0 if long else 2.6), 0.25))
        if long:
            items.append(Words(x, y - 6.5, f"{round(n * step / unit)}", SMALL, bold=True, anchor="middle"))
    return items


def _ring(mark: CardMark, x: float, y: float) -> list[Item]:
    """A piece over its place: shot as a ring as large as it is, a bunch from its lowest to its highest."""
    if mark.what == "knot":
        return [Stroke(x, y - 2.5, x, y + 2.5, 0.7)]
    radius = max(1.0, 500.0 * mark.thick_m)
    top = x + (mark.top_m - mark.position_m) * MM_PER_M
    items: list[Item] = [Ring(x, y, radius)]
    if top > x:
        items += [Stroke(x, y + radius + 0.8, top, y + radius + 0.8, 0.5), Ring(top, y, radius)]
    return items
