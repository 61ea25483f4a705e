"""A log laid out for asking: pieces of time in which one thing was fished, and what came in them."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Iterator, Sequence
from itertools import groupby
from operator import itemgetter
from typing import NamedTuple

from brookwind.core.log.entries import Came, Fished, Kind

DAY_H = 24.0
"""Hours of a day. [h]"""
HOURS = (0.0, 6.0, 9.0, 12.0, 15.0, 18.0, 21.0, DAY_H)
"""Edges of the parts of the day. [h] Editable default."""


_AT_ONCE_S = 1.0
"""A rig noted within this of the beginning was on from the beginning. [s]"""


class Visit(NamedTuple):
    """A session in short; times in seconds since 1970, UTC."""

    id: str
    place: str
    begins: float
    ends: float
    offset_h: float
    """Local time less UTC. [h]"""


class Happened(NamedTuple):
    """An event in short."""

    outing: str
    at: float
    kind: Kind
    came: Came | None
    species: str | None
    fished: Fished | None


class Piece(NamedTuple):
    """A piece of a session in which one rig was fished one way."""

    outing: str
    place: str
    begins: float
    ends: float
    offset_h: float
    fished: Fished | None
    """None before a rig was noted."""
    fish: tuple[float, ...]
    """When each came."""
    came: tuple[Came, ...]
    """How bites and fish came, where that was noted."""

    @property
    def hours(self) -> float:
        """How long it was."""
        return (self.ends - self.begins) / 3600.0


def pieces(visits: Iterable[Visit], happened: Sequence[Happened], species: str | None = None) -> tuple[Piece, ...]:
    """The log in pieces.

    visits: the sessions.
    happened: what happened in them, in the order of their times within each session.
    species: only fish of this kind count, and only where it was ever caught; None: every fish.
    """
    of: dict[str, list[Happened]] = {}
    for outing, of_it in groupby(happened, key=itemgetter(0)):
        of.setdefault(outing, []).extend(of_it)
    found = [p for v in visits for p in _of_visit(v, of.get(v.id, []), species)]
    if species is None:
        return tuple(found)
    # Hours where a fish was never caught say nothing of how to catch it.
    lives = {p.place for p in found if p.fish}
    return tuple(p for p in found if p.place in lives)


def _of_visit(visit: Visit, happened: list[Happened], species: str | None) -> Iterator[Piece]:
    begins, fished = visit.begins, None
    fish: list[float] = []
    came: list[Came] = []
    for _, at, kind, how_came, what, how in happened:
        if kind == "rig":
            if at > begins + _AT_ONCE_S:
                yield _piece(visit, begins, at, fished, fish, came)
            begins, fished, fish, came = max(at, visit.begins), how, [], []
        elif kind == "fish" and (species is None or what == species):
            fish.append(at)
            came += [how_came] if how_came else []
        elif kind == "bite" and how_came and species is None:
            came.append(how_came)
    if visit.ends > begins:
        yield _piece(visit, begins, visit.ends, fished, fish, came)


def _piece(v: Visit, begins: float, ends: float, how: Fished | None, fish: list[float], came: list[Came]) -> Piece:
    return Piece(v.id, v.place, begins, ends, v.offset_h, how, tuple(fish), tuple(came))


def by_hour(piece: Piece) -> Iterator[tuple[int, float, int]]:
    """A piece cut up by the parts of the day: (which part, hours, fish).

    piece: the piece.
    """
    begins, ends = (t / 3600.0 + piece.offset_h for t in (piece.begins, piece.ends))
    hours, came = [0.0] * (len(HOURS) - 1), [0] * (len(HOURS) - 1)
    day, k, at = begins // DAY_H * DAY_H, bisect_right(HOURS, begins % DAY_H) - 1, begins
    while at < ends:
        until = min(ends, day + HOURS[k + 1])
        hours[k] += until - at
        at, k = until, k + 1
        if k == len(hours):
            day, k = day + DAY_H, 0
    for t in piece.fish:
        came[bisect_right(HOURS, (t / 3600.0 + piece.offset_h) % DAY_H) - 1] += 1
    for k, (lasted, n) in enumerate(zip(hours, came, strict=True)):
        if lasted > 0.0:
            yield k, lasted, n
