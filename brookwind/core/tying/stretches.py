"""A rig as lengths of line between knots: what is threaded on each, and what ends it."""

from __future__ import annotations

from dataclasses import dataclass

from brookwind.core.rig.components import Component, Float, Hook, LineSection, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.tackle.knots import KNOT, Knot, knot_of

SAME_PLACE_M = 1e-6
"""Pieces this near to one another are at one place. [m]"""
BUNCHED_M = 0.012
"""Shot nearer than this to the next one is bunched with it. [m] Editable default."""
BORED = frozenset({"ball", "egg", "barrel", "bullet", "in-line", "olivette"})
"""Shapes of weight that the line runs through."""
PEGGED = "peg"
"""Type of float that the line is laid into, and so can be put on late."""


@dataclass(frozen=True)
class Stretch:
    """A length of one line, from the knot above to the knot below. Positions from the lowest hook. [m]"""

    line: LineSection
    upper_m: float | None
    """None where it goes on to the rod."""
    lower_m: float
    threaded: tuple[Component, ...]
    """Put on over the free end, in this order."""
    above: Component | None
    """The swivel its upper end is tied to; None for a line or the rod."""
    ends_in: Component | None
    """What its lower end is tied to; None for the next line."""
    knot: Knot
    """At the lower end."""


def is_threaded(c: Component) -> bool:
    """Whether a piece has to be put on over the end of the line.

    c: the piece. Shot is pinched, a thread stop is tied round the line, what hangs on a link is tied or clipped on.
    """
    match c:
        case Stop():
            return c.material != "thread"
        case Float():
            return c.spec.type != PEGGED
        case Weight():
            return c.shape in BORED and (c.link is None or c.runs)
        case Hook():
            return c.position_m > 0.0 and c.link is None
        case _:
            return c.kind in {"bead", "sleeve"}


def stretches(rig: Rig) -> tuple[Stretch, ...]:
    """The rig's lengths of line from rod to hook. A swivel cuts the line it is on.

    rig: the rig.
    """
    found: list[Stretch] = []
    line: LineSection | None = None
    threaded: list[Component] = []
    upper_m: float | None = None
    above: Component | None = None
    last_hook = max(i for i, c in enumerate(rig.components) if isinstance(c, Hook) and c.position_m == 0.0)

    def end(at_m: float, ends_in: Component | None, knot: Knot) -> None:
        nonlocal threaded, upper_m, above
        if line is not None:
            found.append(Stretch(line, upper_m, at_m, tuple(threaded), above, ends_in, knot))
        threaded, upper_m, above = [], at_m, ends_in

    for i, c in enumerate(rig.components):
        if isinstance(c, LineSection):
            if line is not None and not (isinstance(above, Swivel) and upper_m == line.lower_m and not threaded):
                end(line.lower_m, None, knot_of(line, rig))
            line = c
        elif isinstance(c, Swivel) and line is not None:
            ends = abs(c.position_m - line.lower_m) < SAME_PLACE_M
            end(line.lower_m if ends else c.position_m, c, knot_of(line, rig) if ends else KNOT["grinner"])
        elif i == last_hook and line is not None:
            end(0.0, c, _at_hook(line, c, rig))
        elif is_threaded(c):
            threaded.append(c)
    return tuple(found)


def _at_hook(line: LineSection, hook: Component, rig: Rig) -> Knot:
    """The knot at the hook: as entered; a spade end and two hooks are snelled."""
    two = sum(isinstance(c, Hook) for c in rig.components) > 1
    return KNOT["snell"] if two and line.knot is None else knot_of(line, rig)


def pinched(rig: Rig) -> tuple[tuple[Shot, ...], ...]:
    """The rig's shot in bunches, from rod to hook.

    rig: the rig.
    A bunch is shot of one task that touch: nearer to one another than `BUNCHED_M`.
    """
    bunches: list[list[Shot]] = []
    for c in rig.components:
        if not isinstance(c, Shot):
            continue
        last = bunches[-1][-1] if bunches else None
        together = last is not None and last.role == c.role and last.position_m - c.position_m < BUNCHED_M
        if together and c.role != "back":
            bunches[-1].append(c)
        else:
            bunches.append([c])
    return tuple(tuple(b) for b in bunches)
