"""NMEA 0183 sentences of a sounder: DPT, DBT, MTW, RMC. One reader for live lines and for logs."""

from __future__ import annotations

from collections import Counter, deque
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from functools import lru_cache, reduce
from operator import xor
from statistics import median

from pydantic import BaseModel, ConfigDict
from pynmea2.nmea_utils import datestamp, dm_to_sd, timestamp

from brookwind.core.quantities import FOOT_M

# A log has few days and very many lines.
_date = lru_cache(maxsize=16)(datestamp)
_KINDS = ("DPT", "DBT", "MTW", "RMC")
_FATHOM_M = 1.8288
"""International fathom. [m]"""
_LONGEST_LINE = 120
"""A sentence has at most 82 characters; some devices write more."""
_JUMP_M, _JUMP_SHARE = 1.0, 0.3
"""A depth further than this from the last ones is held back until the next agrees. Editable defaults."""
_CLOCK_BACK, _CLOCK_AHEAD = timedelta(seconds=-2), timedelta(minutes=10)
_DEEPEST_M = 60.0
"""Deeper than a float is fished. [m]"""


class Echo(BaseModel):
    """A depth as the sounder gave it, with what it had said before of place, time and temperature."""

    model_config = ConfigDict(frozen=True)

    depth_m: float
    at: datetime | None
    latitude_deg: float | None
    longitude_deg: float | None
    temperature_c: float | None


class NmeaCount(BaseModel):
    """How the lines fared."""

    model_config = ConfigDict(frozen=True)

    read: int = 0
    depths: int = 0
    bad_checksum: int = 0
    garbage: int = 0
    other: int = 0
    jumped: int = 0
    no_bottom: int = 0
    clock_jumps: int = 0

    def says(self) -> str:
        """What was left out, in words; empty when nothing."""
        parts = [
            (self.bad_checksum, "with a wrong checksum"),
            (self.garbage, "that cannot be read"),
            (self.jumped, "whose depth jumped"),
            (self.no_bottom, "without a bottom"),
        ]
        said = [f"{n} {what}" for n, what in parts if n]
        text = f"Left out: {', '.join(said)}." if said else ""
        if self.clock_jumps:
            text += f" The sounder's clock jumped {self.clock_jumps} times; times after a jump are its new ones."
        return text.strip()


@dataclass
class NmeaReader:
    """Takes lines one by one; remembers place, time and temperature between them."""

    at: datetime | None = None
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    temperature_c: float | None = None
    tally: Counter[str] = field(default_factory=Counter)
    _recent: deque[float] = field(default_factory=lambda: deque(maxlen=5))
    _held: float | None = None

    def count(self) -> NmeaCount:
        """How the lines fared so far."""
        return NmeaCount(**self.tally)

    def take(self, line: str) -> Echo | None:
        """Read one line; a depth that can be trusted comes back.

        line: without its line end.
        """
        text = line.strip()
        if not text:
            return None
        self.tally["read"] += 1
        if len(text) > _LONGEST_LINE or text[0] != "$":
            self.tally["garbage"] += 1
            return None
        if not _checksum_holds(text):
            self.tally["bad_checksum"] += 1
            return None
        kind = text[3:6]
        if kind not in _KINDS:
            self.tally["other"] += 1
            return None
        try:
            return self._understand(kind, text[1 : text.rindex("*")].split(","))
        except (ValueError, IndexError):
            self.tally["garbage"] += 1
            return None

    def _understand(self, kind: str, fields: list[str]) -> Echo | None:
        if kind == "RMC":
            self._place(fields)
            return None
        if kind == "MTW":
            self.temperature_c = float(fields[1])
            return None
        depth = _dpt(fields) if kind == "DPT" else _dbt(fields)
        if depth is None or not 0.0 < depth <= _DEEPEST_M:
            self.tally["no_bottom"] += 1
            return None
        if self._jumps(depth):
            self.tally["jumped"] += 1
            return None
        self.tally["depths"] += 1
        return Echo(
            depth_m=depth,
            at=self.at,
            latitude_deg=self.latitude_deg,
            longitude_deg=self.longitude_deg,
            temperature_c=self.temperature_c,
        )

    def _place(self, fields: list[str]) -> None:
        """RMC: time, status, latitude, N or S, longitude, E or W, speed, course, date."""
        _, time, status, latitude, north, longitude, east, _, _, day = fields[:10]
        if status != "A" or not day or not time:
            return
        at = datetime.combine(_date(day), timestamp(time).replace(tzinfo=None), UTC)
        if self.at is not None and not _CLOCK_BACK <= at - self.at <= _CLOCK_AHEAD:
            self.tally["clock_jumps"] += 1
        self.at = at
        self.latitude_deg = dm_to_sd(latitude) * (-1.0 if north == "S" else 1.0)
        self.longitude_deg = dm_to_sd(longitude) * (-1.0 if east == "W" else 1.0)

    def _jumps(self, depth: float) -> bool:
        usual = median(self._recent) if len(self._recent) >= 3 else depth
        allowed = max(_JUMP_M, _JUMP_SHARE * usual)
        if abs(depth - usual) <= allowed:
            self._held = None
            self._recent.append(depth)
            return False
        if self._held is not None and abs(depth - self._held) <= allowed:
            # A second one there: a real edge of the bed, not a slip.
            self._recent.clear()
            self._recent.append(depth)
            self._held = None
            return False
        self._held = depth
        return True


def _checksum_holds(text: str) -> bool:
    body, star, told = text[1:].partition("*")
    if not star or len(told) != 2:
        return False
    try:
        return reduce(xor, body.encode("ascii", "replace"), 0) == int(told, 16)
    except ValueError:
        return False


def _dpt(fields: list[str]) -> float | None:
    """Depth below the surface: below the transducer plus its depth, when that is given (a positive offset)."""
    if not fields[1]:
        return None
    offset = float(fields[2]) if len(fields) > 2 and fields[2] else 0.0
    return float(fields[1]) + max(0.0, offset)


def _dbt(fields: list[str]) -> float | None:
    """Depth below the transducer: feet, f, metres, M, fathoms, F; the first of metres, feet, fathoms that is there."""
    feet, _, metres, _, fathoms = fields[1:6]
    for value, scale in ((metres, 1.0), (feet, FOOT_M), (fathoms, _FATHOM_M)):
        if value:
            return float(value) * scale
    return None


def read_log(lines: Iterable[str], reader: NmeaReader, every: int = 5000) -> Iterator[int | Echo]:
    """Read a log; between echoes, every so many lines, the number of lines read so far.

    lines: of the log.
    reader: keeps the count.
    every: lines between reports.
    """
    for number, line in enumerate(lines, start=1):
        echo = reader.take(line)
        if echo is not None:
            yield echo
        if number % every == 0:
            yield number


def sentence(body: str) -> str:
    """A sentence with its checksum.

    body: between dollar and star.
    """
    return f"${body}*{reduce(xor, body.encode('ascii'), 0):02X}"
