"""A part found missing late: the least that has to be undone."""

from __future__ import annotations

from typing import NamedTuple

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, length
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Component
from brookwind.core.rig.document import Rig
from brookwind.core.tackle.knots import Knot
from brookwind.core.tying.steps import name_of, threading
from brookwind.core.tying.stretches import Stretch, stretches


class Undo(Frozen):
    """What is undone to put a forgotten piece on."""

    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    knots: int
    """Knots that are tied again."""
    off: tuple[str, ...]
    """Ids of what comes off and goes on again, in the order in which it comes off."""


class _Way(NamedTuple):
    knots: int
    off: tuple[Component, ...]
    says: str
    figures: dict[str, Figure]


def forgotten(rig: Rig, piece: str, done: int) -> Undo:
    """The least that has to be undone to put a piece on that should be on already.

    rig: the rig.
    piece: id of what was forgotten.
    done: steps that are done, of `threading`.
    Raises: OutOfRange for a piece that the rig lacks.
    """
    parts, it = stretches(rig), _named(rig, piece)
    part = next((s for s in parts if it in s.threaded), None)
    if part is None:
        return Undo(says=f"Nothing: the {name_of(it)} can be put on at any time.", knots=0, off=())
    steps = threading(rig).steps
    on = {p for s in steps[:done] for p in s.pieces} - {piece}
    at = part.threaded.index(it)
    after = tuple(c for c in reversed(part.threaded[at + 1 :]) if c.id in on)
    if not any(s.ends == parts.index(part) for s in steps[:done]):
        says = "The end is still free. " + (f"Slide {_listed(after)} off, put" if after else "Put")
        return Undo(says=f"{says} it on{_again(after)}.", knots=0, off=tuple(c.id for c in after))
    ways = [_below(part, after)]
    before = tuple(c for c in part.threaded[:at] if c.id in on)
    if part is not parts[0]:
        ways.append(_above(parts[parts.index(part) - 1].knot, before))
    best = min(ways, key=lambda w: (w.knots, len(w.off)))
    return Undo(says=best.says, figures=best.figures, knots=best.knots, off=tuple(c.id for c in best.off))


def _named(rig: Rig, piece: str) -> Component:
    it = next((c for c in rig.components if c.id == piece), None)
    if it is None:
        raise OutOfRange.one("no-piece", f"The rig has no piece {piece!r}.", "Name one of its components.", ("piece",))
    return it


def _below(part: Stretch, after: tuple[Component, ...]) -> _Way:
    figures = {"less": length(part.knot.takes_m)}
    what = "the loop off" if part.ends_in is None else f"at the {name_of(part.ends_in)}"
    slide = f", slide {_listed(after)} off" if after else ""
    return _Way(1, after, f"Cut {what}{slide}, put it on{_again(after)}: {{less}} of line and a knot.", figures)


def _above(knot: Knot, before: tuple[Component, ...]) -> _Way:
    figures = {"less": length(knot.takes_m)}
    slide = f", slide {_listed(before)} off" if before else ""
    says = f"Cut this line's upper knot{slide}, put it on from there{_again(before)}: {{less}} of line and a knot."
    return _Way(1, before, says, figures)


def _listed(pieces: tuple[Component, ...]) -> str:
    names = [name_of(c) for c in pieces]
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"


def _again(pieces: tuple[Component, ...]) -> str:
    return ", and what came off after it" if pieces else ""
