"""Sheets as PDF, each a page of its true size."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import TYPE_CHECKING

from brookwind.formats.card.drawing import MM_PER_POINT, Patch, Ring, Sheet, Stroke, Words, font_file, width_mm

if TYPE_CHECKING:
    from fpdf import FPDF

FONT = "card"


def write_pdf(sheets: Sequence[Sheet], title: str, made: datetime, attached: Mapping[str, str] | None = None) -> bytes:
    """Sheets as a PDF document.

    sheets: the pages.
    title: of the document.
    made: when it is made.
    attached: text files that go along in it, by their names.
    """
    # Only now: it is an eighth of what a start loads, and few starts print.
    from fpdf import FPDF

    pdf = FPDF(unit="mm")
    pdf.set_auto_page_break(False)
    pdf.set_margin(0)
    pdf.set_title(title)
    pdf.set_creator("Brookwind")
    pdf.set_creation_date(made)
    # A viewer must not make it fit the page: it is life-size.
    pdf.viewer_preferences = None
    pdf.add_font(FONT, "", font_file(False))
    pdf.add_font(FONT, "B", font_file(True))
    for name, text in (attached or {}).items():
        pdf.embed_file(basename=name, bytes=text.encode())
    for sheet in sheets:
        pdf.add_page(orientation="portrait", format=(sheet.width, sheet.height))
        # A square has a thousand of them: their colour is set once.
        pdf.set_fill_color(0, 0, 0)
        for item in sheet.items:
            if isinstance(item, Patch):
                pdf.rect(item.x, item.y, item.width, item.height, style="F")
        for item in sheet.items:
            if not isinstance(item, Patch):
                _draw(pdf, item)
    return bytes(pdf.output())


def _draw(pdf: FPDF, item: Stroke | Ring | Words) -> None:
    match item:
        case Stroke():
            pdf.set_line_width(item.width)
            pdf.line(item.x, item.y, item.to_x, item.to_y)
        case Ring():
            pdf.set_line_width(item.width)
            shade = 0 if item.filled else 255
            pdf.set_fill_color(shade, shade, shade)
            r = item.radius
            pdf.ellipse(item.x - r, item.y - r, 2 * r, 2 * r, style="DF")
        case Words():
            pdf.set_font(FONT, "B" if item.bold else "", item.size / MM_PER_POINT)
            back = {"start": 0.0, "middle": 0.5, "end": 1.0}[item.anchor]
            pdf.text(item.x - back * width_mm(item.text, item.size, item.bold), item.y, item.text)
