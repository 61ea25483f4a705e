"""The card, the label and the sheet of several cards, laid out in millimetres."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from math import pi, sin
from typing import NamedTuple

from brookwind.core.answers.card import Card, CardMark
from brookwind.core.figures import Told
from brookwind.core.quantities import INCH_M, METRIC, Units, write
from brookwind.core.rig.document import Rig
from brookwind.formats.card.drawing import Item, Ring, Sheet, Stroke, Words, fitted, width_mm, wrapped
from brookwind.formats.card.square import square

A6, A4 = (105.0, 148.0), (210.0, 297.0)
"""Source: ISO 216. [mm]"""
LABEL = (70.0, 28.0)
"""For a winder or spool. [mm] Editable default."""
EDGE = 6.0
"""White margin. [mm]"""
SMALL, TEXT, TITLE = 2.6, 3.0, 5.2
"""Heights of type. [mm]"""
SQUARE = 36.0
"""Side of the square with its margin. [mm]"""
RULE_X, LINE_X, SAYS_X = 18.0, 30.0, 41.0
DRAWN_TOP, DRAWN_LOW = 33.0, 100.0
"""Where float and hook are drawn. [mm]"""
LONG = 2.2
"""A setting this many times what is weighted is drawn broken off."""
LEAST_GAP, USUAL_GAP = 2.7, 4.6
"""Between the words of two pieces. [mm]"""


class Stamp(NamedTuple):
    """When the card is made, and where the rig is kept."""

    day: date
    kept_in: str = ""


def told(said: Told, units: Units) -> str:
    """A sentence with its figures written.

    said: the sentence.
    units: the person's.
    """
    return said.says.format(**{name: figure.written(units) for name, figure in said.figures.items()})


def card_sheet(card: Card, rig: Rig, stamp: Stamp, units: Units = METRIC) -> Sheet:
    """A rig card, A6.

    card: what stands on it.
    rig: for its square.
    stamp: the day.
    units: the person's.
    """
    return Sheet(*A6, items=_card(card, rig, stamp, units))


def label_sheet(card: Card, stamp: Stamp, units: Units = METRIC) -> Sheet:
    """A label for a winder or spool.

    card: the rig's card.
    stamp: the day, and the winder.
    units: the person's.
    """
    wide = LABEL[0] - 2 * 4.0
    kept = f" · {stamp.kept_in}" if stamp.kept_in else ""
    return Sheet(
        *LABEL,
        items=(
            *_frame(*LABEL),
            Words(4, 8, fitted(card.name, wide, 4.4, bold=True), 4.4, bold=True),
            Words(4, 14.5, fitted(card.pieces, wide, TEXT), TEXT),
            Words(4, 19.5, fitted(_setting(card, units), wide, TEXT), TEXT),
            Words(4, 24.5, fitted(f"tied {_day(stamp.day)}{kept}", wide, SMALL), SMALL),
        ),
    )


def cards_sheets(cards: Sequence[tuple[Card, Rig]], stamp: Stamp, units: Units = METRIC) -> tuple[Sheet, ...]:
    """The cards of several rigs, four to an A4, to be cut apart.

    cards: each with its rig.
    stamp: the day.
    units: the person's.
    """
    pages = []
    for first in range(0, len(cards), 4):
        items: list[Item] = [Stroke(105, 0, 105, 297, 0.1), Stroke(0, 148, 210, 148, 0.1)]
        for i, (card, rig) in enumerate(cards[first : first + 4]):
            x, y = (i % 2) * A6[0], (i // 2) * A6[1]
            items += [_moved(item, x, y) for item in _card(card, rig, stamp, units)]
        pages.append(Sheet(*A4, items=tuple(items)))
    return tuple(pages)


def _moved(item: Item, x: float, y: float) -> Item:
    if isinstance(item, Stroke):
        return replace(item, x=item.x + x, y=item.y + y, to_x=item.to_x + x, to_y=item.to_y + y)
    return replace(item, x=item.x + x, y=item.y + y)


def _frame(width: float, height: float) -> tuple[Item, ...]:
    a, b, w, h = 0.5, 0.5, width - 0.5, height - 0.5
    return (Stroke(a, b, w, b), Stroke(w, b, w, h), Stroke(w, h, a, h), Stroke(a, h, a, b))


def _day(day: date) -> str:
    return f"{day.day} {day:%b %Y}"


def _setting(card: Card, units: Units) -> str:
    from_ = "stop" if any(m.what == "stop" for m in card.marks) else "float"
    says = f"{from_} to hook {write(card.setting_m, 'line', units)}"
    if card.to_load_m is not None:
        says += f" · to weight {write(card.to_load_m, 'line', units)}"
    return says


def _card(card: Card, rig: Rig, stamp: Stamp, units: Units) -> tuple[Item, ...]:
    wide = A6[0] - 2 * EDGE
    day = _day(stamp.day)
    room = wide - width_mm(day, TEXT) - 3
    items: list[Item] = [
        Words(EDGE, 13, fitted(card.name, room, TITLE, bold=True), TITLE, bold=True),
        Words(A6[0] - EDGE, 13, day, TEXT, anchor="end"),
        Words(EDGE, 18.5, fitted(told(card.water, units), wide, TEXT), TEXT),
        Stroke(EDGE, 21, A6[0] - EDGE, 21, 0.3),
        *_drawn(card, units),
        Stroke(EDGE, 106, A6[0] - EDGE, 106, 0.2),
        *_foot(card, rig, units),
    ]
    return tuple(items)


def _foot(card: Card, rig: Rig, units: Units) -> list[Item]:
    squared = square(rig, EDGE - 2.5, 108, SQUARE)
    x = EDGE + SQUARE if squared else EDGE
    wide = A6[0] - EDGE - x
    items: list[Item] = list(squared)
    y = 111.5

    def put(text: str, lines: int, bold: bool = False) -> None:
        nonlocal y
        for part in wrapped(text, wide if not bold else 0.95 * wide, SMALL, lines):
            items.append(Words(x, y, part, SMALL, bold=bold))
            y += 3.5
        y += 0.8

    put(" ".join(told(s, units) for s in card.look), 2, bold=True)
    put(f"Thread: {' · '.join(t[:1].lower() + t[1:] for t in card.thread)}.", 4)
    for check in card.checks:
        put(told(check, units), 2)
    if squared:
        put("The square is the rig itself, for any reader.", 2)
    else:
        put("The rig is too long for a square: its document goes along in the PDF.", 2)
    return [i for i in items if not isinstance(i, Words) or i.y <= A6[1] - 3]


class _Scale(NamedTuple):
    """Places on the line to places on the paper."""

    top_m: float
    broken: bool

    def y(self, at_m: float) -> float:
        return DRAWN_LOW - (DRAWN_LOW - DRAWN_TOP - 8.0) * min(1.0, at_m / self.top_m)


def _scale(card: Card) -> _Scale:
    if card.strip_m > 0 and card.setting_m > LONG * card.strip_m:
        return _Scale(1.25 * card.strip_m, broken=True)
    return _Scale(max(card.setting_m, 0.05), broken=False)


def _drawn(card: Card, units: Units) -> list[Item]:
    scale = _scale(card)
    float_y = DRAWN_TOP - 3.0 if scale.broken else scale.y(card.setting_m)
    items: list[Item] = [Stroke(LINE_X, float_y, LINE_X, DRAWN_LOW, 0.4), *_float(float_y), *_rule(scale, units)]
    if scale.broken:
        gap = 0.5 * (float_y + 5.0 + scale.y(scale.top_m))
        items += [
            Stroke(LINE_X - 2, gap + 1, LINE_X + 2, gap - 0.4, 0.4),
            Stroke(LINE_X - 2, gap + 2.4, LINE_X + 2, gap + 1, 0.4),
        ]
    items += [
        Words(SAYS_X, float_y + 0.5, fitted(card.float_says, 58, TEXT, bold=True), TEXT, bold=True),
        Words(SAYS_X, float_y + 4.6, fitted(_setting(card, units), 58, TEXT), TEXT),
    ]
    shown = [m for m in card.marks if m.what not in {"float", "stop"} and m.position_m < card.setting_m + 0.05]
    return items + _named(shown, scale, float_y + 9.5, units)


def _float(y: float) -> list[Item]:
    stem = Stroke(LINE_X, y - 4.5, LINE_X, y + 5, 0.5)
    return [stem, *(_slice(y - 3.5 + 0.5 * i, 2.6 * sin(pi * (i + 0.5) / 16) ** 0.8) for i in range(16))]


def _slice(y: float, width: float) -> Stroke:
    # A little over the next, or a hair of paper shows between them.
    return Stroke(LINE_X, y, LINE_X, y + 0.65, round(width, 3))


def _rule(scale: _Scale, units: Units) -> list[Item]:
    """The rule beside the line, from the hook up."""
    top = scale.top_m
    unit = INCH_M if units.line == "in" else 0.01
    minor = next(n for n in (1, 5, 10, 50, 100) if top / (n * unit) <= 32)
    major = minor * 5
    items: list[Item] = [Stroke(RULE_X, scale.y(0.0), RULE_X, scale.y(top), 0.3)]
    for n in range(0, int(top / unit) + 1, minor):
        y, long = scale.y(n * unit), n % major == 0
        items.append(Stroke(RULE_X - (3.0 if long else 1.4), y, RULE_X, y, 0.25))
        if long:
            items.append(Words(RULE_X - 4, y + 0.9, str(n), SMALL, anchor="end"))
    return items


def _named(marks: list[CardMark], scale: _Scale, least_y: float, units: Units) -> list[Item]:
    """Each piece on the line, and its words beside it; words that would touch are moved up, from the hook."""
    items: list[Item] = []
    room = DRAWN_LOW - least_y
    gap = max(LEAST_GAP, min(USUAL_GAP, room / max(1, len(marks) - 1)))
    size = min(TEXT, 0.9 * gap)
    fits = int(room / gap) + 1
    said_y = DRAWN_LOW + gap
    for i, mark in enumerate(marks):
        y = scale.y(mark.position_m)
        items += _piece(mark, y)
        if i >= fits:
            continue
        # Those above still need their room.
        said_y = max(min(y, said_y - gap), least_y + gap * (min(fits, len(marks)) - 1 - i))
        place = write(mark.position_m, "line", units)
        last = i == fits - 1 and len(marks) > fits
        says = f"and {len(marks) - i} more: see the strip" if last else mark.says
        most = A6[0] - EDGE - SAYS_X - width_mm(place, size, bold=True) - 2
        items += [
            Stroke(LINE_X + 2.6, y, LINE_X + 5, y, 0.15),
            Stroke(LINE_X + 5, y, SAYS_X - 3, said_y, 0.15),
            Words(SAYS_X - 2, said_y + 0.35 * size, fitted(says, most, size), size),
        ]
        if not last:
            items.append(Words(A6[0] - EDGE, said_y + 0.35 * size, place, size, bold=True, anchor="end"))
    return items


def _piece(mark: CardMark, y: float) -> list[Item]:
    match mark.what:
        case "knot":
            return [Stroke(LINE_X - 2, y, LINE_X + 2, y, 0.7)]
        case "swivel":
            return [Ring(LINE_X, y - 0.9, 0.9), Ring(LINE_X, y + 0.9, 0.9)]
        case "bead":
            return [Ring(LINE_X, y, 1.1)]
        case "hook":
            return [Ring(LINE_X, y, 1.0, filled=True)]
        case _:
            return [Ring(LINE_X, y, min(2.6, max(0.9, 320.0 * mark.thick_m)), filled=True)]
