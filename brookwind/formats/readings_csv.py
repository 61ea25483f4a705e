"""Plumbing readings as CSV: `setting_m,seen,value_m,at`."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import TypeAdapter, ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.survey.plumbing.readings import Reading
from brookwind.formats.text import rows_of, text_of

_CASTS = ("gone", "under", "as-wanted", "high", "flat", "no-bead")
_CRUDE = ("wading", "eye", "count", "sounder")
_READING: TypeAdapter[Reading] = TypeAdapter(Reading)


def read_readings(data: bytes) -> tuple[Reading, ...]:
    """The readings in order.

    data: the file. Columns: setting_m (casts), seen, value_m (how deep under, how much too high, or the depth of a
    crude reading; seconds for a count), at.
    Raises: NotUnderstood with the line and what would be right.
    """
    rows = rows_of(text_of(data, "table of readings"))
    names = [h.strip() for h in rows[0][1]] if rows else []
    if "seen" not in names or len(rows) < 2:
        raise NotUnderstood.one(
            "readings-header", "There is no column called seen.", "Begin with: setting_m,seen,value_m,at", ("file",)
        )
    readings = []
    for number, cells in rows[1:]:
        try:
            row = dict(zip(names, cells, strict=False))
            readings.append(_READING.validate_python(_fields(row, number)))
        except ValidationError as error:
            raise NotUnderstood.one(
                "reading", f"Line {number}: {first_sentence(error)}", "", ("file", number)
            ) from error
        except ValueError as error:
            raise NotUnderstood.one("reading", f"Line {number}: {error}", "", ("file", number)) from error
    return tuple(readings)


def _fields(row: Mapping[str, str], number: int) -> dict[str, Any]:
    seen = (row.get("seen") or "").strip()
    value = _number(row, "value_m")
    common = {"id": f"line-{number}", "at": (row.get("at") or "").strip() or None}
    if seen in _CRUDE:
        given = {"fall_s": value} if seen == "count" else {"depth_m": value}
        return {"kind": "crude", "how": seen, **given, **common}
    if seen not in _CASTS:
        raise ValueError(f"{seen!r} is not a sight. Write one of {', '.join(_CASTS + _CRUDE)}.")
    setting = _number(row, "setting_m")
    if setting is None:
        raise ValueError("The cast has no setting_m.")
    sight: dict[str, Any] = {"what": seen}
    if seen == "under" and value is not None:
        sight["below_m"] = value
    if seen == "high":
        if value is None:
            raise ValueError("A float that stands high needs value_m: how much higher than wanted.")
        sight["by_m"] = value
    return {"kind": "cast", "setting_m": setting, "seen": sight, **common}


def _number(row: Mapping[str, str], name: str) -> float | None:
    text = (row.get(name) or "").strip()
    if not text:
        return None
    try:
        return float(text)
    except ValueError:
        raise ValueError(f"{name}: {text!r} is not a number. Write it like 1.9.") from None
