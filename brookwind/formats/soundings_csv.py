"""Soundings as CSV: UTF-8, a header with units, one sounding a line."""

from __future__ import annotations

import csv
import io
from typing import Any

from pydantic import ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.quantities import FOOT_M
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.survey.document import Sounding
from brookwind.formats.text import (
    MOST_SOUNDINGS,
    Refused,
    Soundings,
    cell_text,
    rows_of,
    safe_cell,
    text_of,
    told,
)

COLUMNS = ("id", "distance_m", "bearing_deg", "depth_m", "half_m", "level_m", "bed", "feature", "at", "source", "note")
_LENGTHS = ("distance", "depth", "half", "level")
_MUST = ("distance", "depth")


def write_soundings(soundings: tuple[Sounding, ...]) -> str:
    """The CSV text; figures are written so that they read back exactly.

    soundings: what to write.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for s in soundings:
        row = s.model_dump(mode="json")
        writer.writerow(["" if row[c] is None else _cell(row[c]) for c in COLUMNS])
    return out.getvalue()


def _cell(value: Any) -> Any:
    return safe_cell(value) if isinstance(value, str) else value


def read_soundings(data: bytes) -> Soundings:
    """Read soundings; a length's column may end in `_m` or `_ft`.

    data: the file.
    Raises: NotUnderstood when it is no such table.
    """
    rows = rows_of(text_of(data, "table of soundings"))
    if not rows:
        raise NotUnderstood.one("csv-empty", "The file is empty.", f"{_wanted()}", ("file",))
    header = [h.strip().lower() for h in rows[0][1]]
    scale = _scales(header)
    good: list[Sounding] = []
    bad: list[Refused] = []
    for number, row in rows[1:]:
        if len(good) >= MOST_SOUNDINGS:
            bad.append(Refused(line=number, says=f"More than {MOST_SOUNDINGS} soundings; the rest is left out."))
            break
        try:
            good.append(Sounding.model_validate(_fields(header, row, scale, number)))
        except ValidationError as error:
            bad.append(Refused(line=number, says=first_sentence(error)))
        except ValueError as error:
            bad.append(Refused(line=number, says=str(error)))
    notes = ("Feet were turned into metres.",) if FOOT_M in scale.values() else ()
    return Soundings(soundings=tuple(good), refused=told(bad), notes=notes)


def _wanted() -> str:
    return "The first line must name the columns: distance_m and depth_m at least (or _ft), such as " + ",".join(
        COLUMNS
    )


def _scales(header: list[str]) -> dict[str, float]:
    scale = {}
    for name in _LENGTHS:
        for unit, factor in (("m", 1.0), ("ft", FOOT_M)):
            if f"{name}_{unit}" in header:
                scale[f"{name}_{unit}"] = factor
    missing = [n for n in _MUST if not any(c.rsplit("_", 1)[0] == n for c in scale)]
    if missing:
        raise NotUnderstood.one(
            "csv-header", f"There is no column for the {' or the '.join(missing)} with its unit.", _wanted(), ("file",)
        )
    return scale


def _fields(header: list[str], row: list[str], scale: dict[str, float], number: int) -> dict[str, Any]:
    if len(row) > len(header):
        raise ValueError(f"The line has {len(row)} cells under {len(header)} headings.")
    fields: dict[str, Any] = {"id": f"line-{number}"}
    for name, cell in zip(header, row, strict=False):
        text = cell.strip()
        if not text:
            continue
        if name in scale:
            plain = name.rsplit("_", 1)[0]
            try:
                value = float(text)
            except ValueError:
                raise ValueError(f"{name}: {text!r} is not a number. Write it like 1.9.") from None
            # Metres are kept as they stand so that a round trip is exact.
            fields[f"{plain}_m"] = value if scale[name] == 1.0 else value * scale[name]
        elif name in COLUMNS:
            fields[name] = cell_text(text)
    return fields
