"""A level and flow gauge over HTTP: JSON or CSV, metres or feet."""

from __future__ import annotations

import csv
import io
import json
from datetime import UTC, datetime, timedelta
from math import isfinite
from typing import Any

from pydantic import BaseModel, ConfigDict, TypeAdapter, ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.moment import Moment
from brookwind.core.quantities import FOOT_M
from brookwind.core.survey.document import LevelReading

_LEVEL_UNITS = {"m": 1.0, "cm": 0.01, "ft": FOOT_M}
_FLOW_UNITS = {"m3/s": 1.0, "l/s": 0.001, "ft3/s": 0.028316846592}
OLD = timedelta(hours=6)
"""A last reading older than this is called stale. Editable default: gauges report each quarter hour."""
JUMP_M_H = 3.0
"""A level changing faster than this between readings is a slip of the gauge. [m/h] Editable default."""
_SOON_H = 0.25
"""Levels nearer in time than this are judged as if so far apart. [h]"""
_WHEN: TypeAdapter[datetime] = TypeAdapter(Moment)


class Levels(BaseModel):
    """What a gauge told."""

    model_config = ConfigDict(frozen=True)

    name: str
    readings: tuple[LevelReading, ...]
    flow_m3_s: float | None
    says: str


def read_gauge(data: bytes, media: str, now: datetime, whole: bool = True) -> Levels:
    """Readings of a gauge.

    data: the document. JSON: {"gauge", "units": {"level", "flow"}, "readings": [{"at", "level", "flow"}]}; CSV: columns
    at, level_m or level_ft, flow_m3s.
    media: its media type.
    now: this moment, to tell old and future readings.
    whole: false when it may have been cut off: then a last line without its end is not read.
    Raises: NotUnderstood when it cannot be read, or names a unit that is not known.
    """
    name, rows, notes = (
        _from_csv(data if whole else data[: data.rfind(b"\n") + 1]) if "csv" in media else _from_json(data)
    )
    kept: list[LevelReading] = []
    dropped = beyond = 0
    flow = None
    for at, level, flow_now in sorted(rows, key=lambda r: r[0]):
        if kept:
            hours = (at - kept[-1].at).total_seconds() / 3600.0
            if hours <= 0.0 or abs(level - kept[-1].level_m) > JUMP_M_H * max(hours, _SOON_H):
                dropped += 1
                continue
        try:
            kept.append(LevelReading(at=at, level_m=level))
        except ValidationError:
            beyond += 1
            continue
        flow = flow_now if flow_now is not None and isfinite(flow_now) else None
    if not kept:
        raise NotUnderstood.one("gauge-empty", "The gauge sends no reading.", "Check it, or enter the level by hand.")
    if dropped:
        notes.append(f"{dropped} readings jump or repeat a time and are left out.")
    if beyond:
        notes.append(f"{beyond} readings are no level that a water can have and are left out.")
    if kept[-1].at > now + timedelta(minutes=10):
        notes.append("Its clock is ahead of this one.")
    elif now - kept[-1].at > OLD:
        notes.append(f"Its last reading is {(now - kept[-1].at).total_seconds() / 3600:.0f} h old.")
    return Levels(name=name, readings=tuple(kept), flow_m3_s=flow, says=" ".join(notes))


_Row = tuple[datetime, float, float | None]


def _unit(units: dict[str, float], told: Any, what: str) -> float:
    if told not in units:
        raise NotUnderstood.one(
            "gauge-unit",
            f"The gauge gives its {what} in {told!r}."
            if told
            else f"The gauge does not say in what unit its {what} is.",
            f"Known units are {', '.join(units)}.",
        )
    return units[told]


def _from_json(data: bytes) -> tuple[str, list[_Row], list[str]]:
    try:
        document = json.loads(data)
        units = document["units"]
        scale = _unit(_LEVEL_UNITS, units.get("level"), "level")
        flow_scale = _unit(_FLOW_UNITS, units.get("flow", "m3/s"), "flow")
        rows: list[_Row] = []
        for r in document["readings"]:
            flow = None if r.get("flow") is None else float(r["flow"]) * flow_scale
            rows.append((_WHEN.validate_python(r["at"]).astimezone(UTC), float(r["level"]) * scale, flow))
    except NotUnderstood:
        raise
    except (ValueError, KeyError, TypeError, AttributeError, ArithmeticError, RecursionError) as error:
        raise NotUnderstood.one(
            "gauge-json", "What the gauge sends is not readable.", "Check its address and format."
        ) from error
    notes = [] if scale == 1.0 else [f"Its levels are in {units['level']} and were turned into metres."]
    return str(document.get("gauge", "gauge"))[:80], rows, notes


def _from_csv(data: bytes) -> tuple[str, list[_Row], list[str]]:
    try:
        table = csv.DictReader(io.StringIO(data.decode("utf-8", "replace")))
        column = next((c for c in table.fieldnames or () if c.startswith("level_")), "")
        scale = _unit(_LEVEL_UNITS, column.removeprefix("level_"), "level")
        rows: list[_Row] = [
            (
                _WHEN.validate_python(r["at"]).astimezone(UTC),
                float(r[column]) * scale,
                float(r["flow_m3s"]) if r.get("flow_m3s") else None,
            )
            for r in table
        ]
    except NotUnderstood:
        raise
    except (csv.Error, ValueError, KeyError, TypeError, ArithmeticError) as error:
        raise NotUnderstood.one(
            "gauge-csv", "The gauge's table cannot be read.", "It needs the columns at and level_m (or level_ft)."
        ) from error
    notes = [] if scale == 1.0 else [f"Its levels are in {column.removeprefix('level_')} and were turned into metres."]
    return "gauge", rows, notes
