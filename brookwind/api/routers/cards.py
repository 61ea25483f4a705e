"""Rig cards: looked at as SVG, printed as PDF."""

from __future__ import annotations

from datetime import UTC, date, datetime, time
from typing import Literal

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, Field

from brookwind.api.routers.files import attached
from brookwind.api.session import BookOfRequest, RulesOfRequest
from brookwind.core.answers.card import Card, card
from brookwind.core.quantities import METRIC, Units
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import Place
from brookwind.core.situation import Situation
from brookwind.formats.card.drawing import Sheet
from brookwind.formats.card.layout import Stamp, card_sheet, cards_sheets, label_sheet
from brookwind.formats.card.pdf import write_pdf
from brookwind.formats.card.square import fits, read_text, too_long
from brookwind.formats.card.strip import strip_sheets
from brookwind.formats.card.svg import write_svg

router = APIRouter(prefix="/api/cards", tags=["cards"])

What = Literal["card", "label", "strip", "four"]
MOST_RIGS = 40
"""Cards made at once."""
LONGEST_TEXT = 8000
"""Of a square's text: longer than any square holds."""


class CardsRequest(BaseModel):
    """Rigs whose cards are wanted: one each, a label each, the strip of each, or four to an A4."""

    rigs: list[Rig] = Field(min_length=1, max_length=MOST_RIGS)
    what: What = "card"
    day: date
    """The person's own."""
    kept_in: str = Field(default="", max_length=40)
    """Winder, spool or place in the wallet."""
    units: Units = METRIC


class CardSheets(BaseModel):
    """The pages as SVG documents, and whether each rig fits its square."""

    sheets: list[str]
    squared: bool


class SquareText(BaseModel):
    """What was read from a card's square."""

    text: str = Field(min_length=1, max_length=LONGEST_TEXT)


@router.post("/sheets")
def look_at_cards(request: CardsRequest, book: BookOfRequest, rules: RulesOfRequest) -> CardSheets:
    """The pages as they will be printed."""
    return CardSheets(
        sheets=[write_svg(s) for s in _sheets(request, book, rules)],
        squared=all(fits(rig) for rig in request.rigs),
    )


@router.post("/pdf", response_class=Response)
def print_cards(request: CardsRequest, book: BookOfRequest, rules: RulesOfRequest) -> Response:
    """The same as PDF, life-size."""
    first = request.rigs[0].name if len(request.rigs) == 1 else "Rig cards"
    made = datetime.combine(request.day, time(12), tzinfo=UTC)
    document = write_pdf(_sheets(request, book, rules), first, made, too_long(request.rigs))
    return attached(document, "application/pdf", f"{first}.pdf")


@router.post("/read")
def read_square(request: SquareText) -> Rig:
    """The rig of a card's square."""
    return read_text(request.text)


def _sheets(request: CardsRequest, book: BookOfRequest, rules: RulesOfRequest) -> list[Sheet]:
    stamp = Stamp(request.day, request.kept_in)
    made: list[tuple[Card, Rig]] = [(card(_there(rig, book, rules)), rig) for rig in request.rigs]
    match request.what:
        case "card":
            return [card_sheet(c, rig, stamp, request.units) for c, rig in made]
        case "label":
            return [label_sheet(c, stamp, request.units) for c, _ in made]
        case "strip":
            return [sheet for c, _ in made for sheet in strip_sheets(c, request.units)]
        case "four":
            return list(cards_sheets(made, stamp, request.units))


def _there(rig: Rig, book: BookOfRequest, rules: RulesOfRequest) -> Situation:
    ruled = rules.at_swim(rig.water.swim)
    return Situation(rig, Place(rules=ruled) if ruled else None, book)
