"""Files as text: limited, decoded, and what was refused of them."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from typing import Annotated

from pydantic import BaseModel, BeforeValidator, ConfigDict

from brookwind.core.errors import NotUnderstood
from brookwind.core.survey.document import Sounding

MOST_BYTES = 16_000_000
"""Largest file read. [bytes] A day of a sounder's log is about half of it."""
MOST_SOUNDINGS = 2000
"""Soundings read from a file at most."""
MOST_REFUSED = 100
"""Lines left out that are told one by one."""
MOST_SAID = 300
"""Characters said of one of them: what stands in the line may be long."""


class Refused(BaseModel):
    """A line that was left out, and why."""

    model_config = ConfigDict(frozen=True)

    line: int
    says: Annotated[str, BeforeValidator(lambda s: s if len(s) <= MOST_SAID else f"{s[: MOST_SAID - 1]}…")]


def told(refused: Sequence[Refused]) -> tuple[Refused, ...]:
    """The first of the lines left out, and of the others how many they are.

    refused: all of them.
    """
    more = len(refused) - MOST_REFUSED
    if more <= 0:
        return tuple(refused)
    rest = Refused(line=refused[MOST_REFUSED].line, says=f"From here on {more} more lines are left out.")
    return (*refused[:MOST_REFUSED], rest)


class Soundings(BaseModel):
    """Soundings read from a file, and the lines left out. Good lines stand although others were bad."""

    model_config = ConfigDict(frozen=True)

    soundings: tuple[Sounding, ...]
    refused: tuple[Refused, ...] = ()
    notes: tuple[str, ...] = ()


def text_of(data: bytes, what: str, most: int = MOST_BYTES) -> str:
    """The text of a file.

    data: its bytes.
    what: the kind of file, for the sentence.
    most: bytes that are read.
    Raises: NotUnderstood when it is too large or not UTF-8.
    """
    if len(data) > most:
        raise NotUnderstood.one(
            "file-too-large",
            f"The {what} is {len(data) / 1e6:.0f} MB.",
            f"Files up to {most / 1e6:.0f} MB are read; cut it in two.",
            ("file",),
        )
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise NotUnderstood.one(
            "file-text", f"The {what} is not UTF-8 text.", "Save it as UTF-8 and try again.", ("file",)
        ) from error


_FORMULA = re.compile(r"'*[=+\-@\t\r]")


def safe_cell(text: str) -> str:
    """A text as a table's cell: one that a spreadsheet would take for a formula gets an apostrophe before it.

    text: any text.
    """
    return f"'{text}" if _FORMULA.match(text) else text


def cell_text(cell: str) -> str:
    """The text that `safe_cell` wrote.

    cell: the cell.
    """
    return cell[1:] if cell.startswith("'") and _FORMULA.match(cell) else cell


_LONE_RETURN = re.compile(r"\r(?!\n)")
"""Within a line it is no end of one, whoever wrote it there; a table of nothing else has its lines ended by it."""


def rows_of(text: str, delimiter: str = ",") -> list[tuple[int, list[str]]]:
    """The lines of a table: where each ends, and its cells. Lines without anything in them are left out.

    text: of the table.
    delimiter: what parts the cells.
    Raises: NotUnderstood when a cell is never closed, or longer than a table's cell can be.
    """
    reader = csv.reader(io.StringIO(text, newline="\n"), delimiter=delimiter)
    try:
        return [(reader.line_num, row) for row in reader if any(c.strip() for c in row)]
    except csv.Error as error:
        mended = _LONE_RETURN.sub(" " if "\n" in text else "\n", text)
        if "new-line character" in str(error) and mended != text:
            return rows_of(mended, delimiter)
        raise NotUnderstood.one(
            "csv-broken", f"The table breaks off near line {reader.line_num} ({error}).", "Save it again.", ("file",)
        ) from error
