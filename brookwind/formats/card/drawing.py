"""A sheet of paper and what is drawn on it, in millimetres from its upper left corner."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Literal, TypeAlias

FONTS = Path(__file__).parent / "fonts"
FAMILY = "Atkinson Hyperlegible Next"
MM_PER_POINT = 25.4 / 72.0
ELLIPSIS = "…"

Anchor = Literal["start", "middle", "end"]


@dataclass(frozen=True)
class Stroke:
    """A straight line."""

    x: float
    y: float
    to_x: float
    to_y: float
    width: float = 0.3


@dataclass(frozen=True)
class Ring:
    """A circle: filled, or with paper inside."""

    x: float
    y: float
    radius: float
    filled: bool = False
    width: float = 0.4


@dataclass(frozen=True)
class Patch:
    """A black rectangle."""

    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True)
class Words:
    """A line of text on its base line; `size` is the height of its type."""

    x: float
    y: float
    text: str
    size: float
    bold: bool = False
    anchor: Anchor = "start"


Item: TypeAlias = Stroke | Ring | Patch | Words


@dataclass(frozen=True)
class Sheet:
    """A page."""

    width: float
    height: float
    items: tuple[Item, ...]


@cache
def _advances(bold: bool) -> tuple[dict[int, str], dict[str, float]]:
    from fontTools.ttLib import TTFont

    font = TTFont(font_file(bold))
    em = font["head"].unitsPerEm
    return font.getBestCmap(), {name: advance / em for name, (advance, _) in font["hmtx"].metrics.items()}


def font_file(bold: bool) -> Path:
    """The font of a weight.

    bold: the heavier one.
    """
    return FONTS / ("bold.ttf" if bold else "regular.ttf")


def printable(text: str) -> str:
    """A text with what the font lacks put as question marks, in one line.

    text: any text.
    """
    known, _ = _advances(False)
    return "".join(c if ord(c) in known else "?" for c in " ".join(text.split()))


def width_mm(text: str, size: float, bold: bool = False) -> float:
    """How wide a text is. [mm]

    text: the text; what the font lacks counts as a question mark.
    size: height of type. [mm]
    bold: the heavier weight.
    """
    names, advance = _advances(bold)
    return size * sum(advance[names.get(ord(c), names[ord("?")])] for c in text)


def fitted(text: str, most_mm: float, size: float, bold: bool = False) -> str:
    """A text cut so that it is no wider than a width.

    text: the text.
    most_mm: the width. [mm]
    size: height of type. [mm]
    bold: the heavier weight.
    """
    text = printable(text)
    if width_mm(text, size, bold) <= most_mm:
        return text
    while text and width_mm(text + ELLIPSIS, size, bold) > most_mm:
        text = text[:-1]
    return text.rstrip() + ELLIPSIS


def wrapped(text: str, most_mm: float, size: float, lines: int) -> tuple[str, ...]:
    """A text in lines no wider than a width; what is over is cut.

    text: the text.
    most_mm: the width. [mm]
    size: height of type. [mm]
    lines: the most.
    """
    found: list[str] = []
    for word in printable(text).split():
        if found and width_mm(f"{found[-1]} {word}", size) <= most_mm:
            found[-1] = f"{found[-1]} {word}"
        else:
            found.append(word)
    if len(found) > lines:
        found = [*found[: lines - 1], " ".join(found[lines - 1 :])]
    return tuple(fitted(line, most_mm, size) for line in found)
