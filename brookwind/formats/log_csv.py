"""The log as CSV: one event a line, the session's own fields on each, UTF-8, a header with units."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator, Sequence
from typing import Any

from pydantic import ValidationError

from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.frozen import Frozen
from brookwind.core.log.entries import Event, Outing, check_within
from brookwind.core.rig.document import Rig
from brookwind.core.rig.refusals import first_sentence
from brookwind.formats.text import Refused, cell_text, rows_of, safe_cell, text_of, told

COLUMNS = (
    "session", "swim", "place", "begins", "ends", "notes", "wind_m_s", "event", "at", "kind", "came", "species",
    "length_m", "mass_kg", "text", "setting_m", "depth_m", "tip_m", "reach_m", "rig_json",
)  # fmt: skip
MOST_LOG_BYTES = 120_000_000
"""Five thousand sessions have some 45 MB."""


class ReadLog(Frozen):
    """What was read of a table, and which lines were not."""

    outings: tuple[tuple[Outing, tuple[Event, ...]], ...]
    refused: tuple[Refused, ...]


_OF_EVENT = (
    "id", "at", "kind", "came", "species", "length_m", "mass_kg", "text", "setting_m", "depth_m", "tip_m", "reach_m",
)  # fmt: skip


def write_log(outings: Iterable[tuple[Outing, Sequence[Event]]]) -> Iterator[str]:
    """The CSV text, a session after the other; one without events has a line of its own. It reads back exactly.

    outings: each with what happened in it.
    """
    # Lines end as RFC 4180 has it: then a return within a note is put into quotes.
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    rigs = _Rigs()
    writer.writerow(COLUMNS)
    for outing, events in outings:
        o = outing.model_dump(mode="json")
        own = [o[k] for k in ("id", "swim", "place", "begins", "ends", "notes", "wind_m_s")]
        for event in events or (None,):
            writer.writerow(_cell(v) for v in (*own, *_event_cells(event, rigs)))
        yield out.getvalue()
        out.seek(0)
        out.truncate()


class _Rigs:
    """The same rig is fished in many sessions: it is written once, and read once."""

    def __init__(self) -> None:
        self._written: dict[int, tuple[Rig, str]] = {}
        self._read: dict[str, Any] = {}

    def write(self, rig: Rig) -> str:
        known = self._written.get(id(rig))
        if known is None or known[0] is not rig:
            known = self._written[id(rig)] = (rig, rig.model_dump_json())
        return known[1]

    def read(self, text: str) -> Any:
        """Raises: ValueError for what is no rig."""
        if text not in self._read:
            try:
                self._read[text] = Rig.model_validate(json.loads(text))
            except (json.JSONDecodeError, RecursionError):
                raise ValueError("rig_json: this is not JSON. Leave the cell as it was written.") from None
        return self._read[text]


def _event_cells(event: Event | None, rigs: _Rigs) -> list[object]:
    if event is None:
        return [None] * 13
    e = event.model_dump(mode="json", exclude={"rig"})
    return [*(e[k] for k in _OF_EVENT), None if event.rig is None else rigs.write(event.rig)]


def _cell(value: object) -> object:
    return "" if value is None else safe_cell(value) if isinstance(value, str) else value


def read_log(data: bytes) -> ReadLog:
    """Read a log; lines that cannot be are told and left out.

    data: the file.
    Raises: NotUnderstood when it is no such table.
    """
    rows = rows_of(text_of(data, "table of sessions", MOST_LOG_BYTES))
    header = [h.strip().lower() for h in rows[0][1]] if rows else []
    missing = [c for c in ("session", "place", "begins", "kind", "at") if c not in header]
    if missing:
        raise NotUnderstood.one(
            "log-columns", f"The table lacks the columns {', '.join(missing)}.",
            f"The first line must name them: {','.join(COLUMNS)}.", ("file",),
        )  # fmt: skip
    outings: dict[str, Outing] = {}
    events: dict[str, list[Event]] = {}
    bad: list[Refused] = []
    rigs, named = _Rigs(), set[str]()
    for number, row in rows[1:]:
        cells = {k: cell_text(v) for k, v in zip(header, row, strict=False)}
        try:
            outing = outings.get(cells.get("session", "")) or _outing(cells)
            event = _read_event(cells, rigs)
            if event is not None:
                check_within(outing, event)
                if event.id in named:
                    raise ValueError(f"The event {event.id!r} is there twice. The first was taken.")
                named.add(event.id)
        except ValidationError as error:
            bad.append(Refused(line=number, says=first_sentence(error)))
            continue
        except BrookwindError as error:
            bad.append(Refused(line=number, says=error.problems[0].sentence()))
            continue
        except ValueError as error:
            bad.append(Refused(line=number, says=str(error)))
            continue
        outings[outing.id] = outing
        of = events.setdefault(outing.id, [])
        if event is not None:
            of.append(event)
    found = tuple((o, tuple(events.get(o.id, ()))) for o in outings.values())
    return ReadLog(outings=found, refused=told(bad))


def _outing(cells: dict[str, str]) -> Outing:
    given = {"id": cells.get("session"), **{k: cells.get(k) or None for k in ("swim", "begins", "ends", "wind_m_s")}}
    return Outing.model_validate({**given, "place": cells.get("place", ""), "notes": cells.get("notes", "")})


def _read_event(cells: dict[str, str], rigs: _Rigs) -> Event | None:
    if not cells.get("kind"):
        return None
    given = {k: cells.get(k) or None for k in ("at", "kind", "came", "species", "length_m", "mass_kg", "setting_m",
                                             "depth_m", "tip_m", "reach_m")}  # fmt: skip
    rig = rigs.read(cells["rig_json"]) if cells.get("rig_json") else None
    return Event.model_validate({**given, "id": cells.get("event"), "text": cells.get("text", ""), "rig": rig})
