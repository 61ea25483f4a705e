"""A log laid out for asking: pieces of time in which one thing was fished, and what came in them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise
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
    for h in happened:
        of.setdefault(h.outing, []).append(h)
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
    for h in happened:
        if h.kind == "rig":
            if h.at > begins + _AT_ONCE_S:
                yield _piece(visit, begins, h.at, fished, fish, came)
            begins, fished, fish, came = max(h.at, visit.begins), h.fished, [], []
        elif h.kind == "fish" and (species is None or h.species == species):
            fish.append(h.at)
            came += [h.came] if h.came else []
        elif h.kind == "bite" and h.came and species is None:
            came.append(h.came)
    if visit.ends > begins:
        yield _piece(visit, begins, visit.ends, fished, fish, came)


def _piece(v: Visit, begins: float, ends: float, how: Fished | None, fish: list[float], came: list[Came]) -> Piece:
    return Piece(v.id, v.place, begins, ends, v.offset_h, how, tuple(fish), tuple(came))


def by_hour(piece: Piece) -> Iterator[tuple[int, float, int]]:
    """A piece cut up by the parts of the day: (which part, hours, fish).

    piece: the piece.
    """
    local = [t / 3600.0 + piece.offset_h for t in (piece.begins, piece.ends)]
    fish = [(t / 3600.0 + piece.offset_h) % DAY_H for t in piece.fish]
    for k, (low, high) in enumerate(pairwise(HOURS)):
        hours, day = 0.0, local[0] // DAY_H * DAY_H
        while day < local[1]:
            hours += max(0.0, min(local[1], day + high) - max(local[0], day + low))
            day += DAY_H
        if hours > 0.0:
            yield k, hours, sum(low <= f < high for f in fish)
