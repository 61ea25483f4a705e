"""A float's measured outline as CSV: `height_mm,diameter_mm`, from the base up."""

from __future__ import annotations

import re
from collections.abc import Iterable

from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.floats.profile import Profile
from brookwind.core.quantities import INCH_M
from brookwind.formats.text import rows_of, text_of

_UNITS = {"mm": 0.001, "cm": 0.01, "m": 1.0, "in": INCH_M}
_MOST_POINTS = 400
"""Points of an outline at most."""

Points = tuple[tuple[float, float], ...]


def read_profile(data: bytes) -> Points:
    """The outline: (height above the base, diameter), from the base up. [m]

    data: the file. A header names the columns with their unit: height_mm or height_cm or height_m or height_in, and
    diameter the same way. Comma, semicolon or tab between; decimal point.
    Raises: NotUnderstood with the line and what would be right; also when the outline goes back on itself.
    """
    text = text_of(data, "table of heights and diameters")
    rows = rows_of(text, _delimiter(text))
    if not rows:
        raise NotUnderstood.one("profile-file", "The file is empty.", "Begin with: height_mm,diameter_mm", ("file",))
    (height, up), (across, wide) = _columns(rows[0][1])
    points = []
    for number, row in rows[1:]:
        points.append((_number(row, height, number) * up, _number(row, across, number) * wide))
    if not 2 <= len(points) <= _MOST_POINTS:
        raise NotUnderstood.one(
            "profile-file",
            f"The file has {len(points)} points.",
            f"An outline has from 2 to {_MOST_POINTS} points.",
            ("file",),
        )
    try:
        Profile([(z, d / 2.0) for z, d in points])
    except BrookwindError as error:
        raise NotUnderstood(*error.under("file").problems) from error
    return tuple(points)


def write_profile(points: Iterable[tuple[float, float]]) -> str:
    """The outline as CSV, exact.

    points: (height above the base, diameter). [m]
    """
    lines = [f"{z!r},{d!r}" for z, d in points]
    return "\n".join(["height_m,diameter_m", *lines]) + "\n"


def _delimiter(text: str) -> str:
    first = text.splitlines()[0] if text.splitlines() else ""
    return next((d for d in (";", "\t") if d in first), ",")


def _columns(header: list[str]) -> list[tuple[int, float]]:
    """Index and metres per unit of the two columns."""
    found = []
    for name in ("height", "diameter"):
        for i, cell in enumerate(header):
            match = re.fullmatch(rf"{name}[_ ]*\(?(mm|cm|m|in)\)?", cell.strip().lower())
            if match:
                found.append((i, _UNITS[match[1]]))
                break
        else:
            raise NotUnderstood.one(
                "profile-header",
                f"There is no column for the {name} with its unit.",
                "Begin with: height_mm,diameter_mm",
                ("file", 1),
            )
    return found


def _number(row: list[str], i: int, line: int) -> float:
    text = row[i].strip() if i < len(row) else ""
    try:
        value = float(text)
    except ValueError:
        raise NotUnderstood.one(
            "profile-number", f"Line {line}: {text!r} is not a number.", "Write it like 3.5.", ("file", line)
        ) from None
    if not 0.0 <= value < 1e6:
        raise NotUnderstood.one(
            "profile-number",
            f"Line {line}: {text} is no length.",
            "Heights and diameters are 0 or more.",
            ("file", line),
        )
    return value
