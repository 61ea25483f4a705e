"""The patterns in which weights are arranged on the line. One entry here is all a pattern needs.

Every length and ratio below is an editable default without a source.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import inf
from types import MappingProxyType
from typing import Literal

from brookwind.core.balance.arrange import (
    Grain,
    Placed,
    place_at_float,
    place_bulk,
    place_bulk_and_droppers,
    place_locked,
    place_lower_third,
    place_mid_leader,
    place_strung,
    place_under,
)
from brookwind.core.rest.span import Span

DROPPER_SHARE_MOST = 0.4
"""Droppers together pull at most this share of the shot; more, and they are the bulk."""
SMALL_SHARE = 0.3
"""Cushion and seat are of shot no heavier than this share of one of the weights above them."""
DROPPER_RANGE = 1.8
"""They are up to so many times as heavy as their job asks."""
CLOSING = 0.75
"""A gap over the one above it where gaps close towards the hook; the other way round where they open."""
LEADER_SHOT_MOST = 2
"""Pieces in the middle of a leader under a running lead."""

Place = Callable[[Sequence[Grain], Sequence[Grain], Span, float], Placed]


@dataclass(frozen=True)
class Pattern:
    """A way to arrange weights.

    `place` gets the pieces chosen together, largest first, and the single ones below them from the float down, and
    answers a role and a position for each, in that order.
    """

    id: str
    name: str
    says: str
    least_pieces: int
    droppers: int
    """Single pieces of one size besides those chosen together."""
    alike: float
    """Largest shot over smallest, by mass, among those of one string; infinite where it does not matter."""
    place: Place
    most_pieces: int | None = None
    """No more than this, droppers not counted."""
    gap_ratio: float = 1.0
    """A gap over the one above it; below 1 gaps close towards the hook."""
    carrier: Literal["family", "none", "jig"] = "family"
    """What carries most of the load: as its family has it, the shot itself, or a jig at the hook."""
    heavy: str = "a lead"
    """What carries it, in words, where the box has none."""
    needs_heavy: bool = False
    """Without that piece it is another pattern."""
    at_float: bool = False
    """The pieces chosen together are locked on either side of the float."""
    shotted: bool = True
    """Shot trims it."""
    source: str = "default"


BULK = Pattern(
    id="bulk",
    name="one bulk",
    says="All together: down fast, holds its depth, few tangles.",
    least_pieces=1,
    droppers=0,
    alike=inf,
    place=place_bulk,
)
BULK_AND_DROPPERS = Pattern(
    id="bulk-and-droppers",
    name="bulk and droppers",
    says="A bulk to get down, single shot below for a natural last fall.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_bulk_and_droppers,
)
STRUNG = Pattern(
    id="strung",
    name="even strung",
    says="Singly down the line: a slow fall for fish taking on the drop.",
    least_pieces=3,
    droppers=0,
    alike=2.0,
    place=place_strung,
)
TAPERED = Pattern(
    id="tapered",
    name="strung, gaps closing",
    says="Singly down the line, closer together towards the hook: the lower end gets down sooner.",
    least_pieces=3,
    droppers=0,
    alike=4.0,
    place=place_strung,
    gap_ratio=CLOSING,
)
TAPERED_OPENING = Pattern(
    id="tapered-opening",
    name="strung, gaps opening",
    says="Singly down the line, wider apart towards the hook: the last metre falls slowest.",
    least_pieces=3,
    droppers=0,
    alike=4.0,
    place=place_strung,
    gap_ratio=1.0 / CLOSING,
)
LOWER_THIRD = Pattern(
    id="lower-third",
    name="strung over the lower third",
    says="Singly over the lower third: gets down first, then falls on slowly.",
    least_pieces=3,
    droppers=0,
    alike=2.0,
    place=place_lower_third,
)
LOCKED = Pattern(
    id="locked",
    name="locked at the float, a few down the line",
    says="Nearly all at the float: casts far and drops slowly, with a few small shot below.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_locked,
    carrier="none",
    at_float=True,
)
STACK = Pattern(
    id="stack",
    name="stack, cushion and droppers",
    says="A few large round weights the float rests on for the cast, a cushion of shot under them, droppers below.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_under,
    heavy="one to three round weights that fit",
    needs_heavy=True,
)
OLIVETTE = Pattern(
    id="olivette",
    name="olivette, seat and droppers",
    says="A streamlined weight on a seat of small shot, droppers below: down fast in deep or quick water.",
    least_pieces=3,
    droppers=2,
    alike=inf,
    place=place_under,
    heavy="an olivette that fits",
    needs_heavy=True,
)
LEAD = Pattern(
    id="lead",
    name="lead alone",
    says="The lead, and a jig where there is one, is the whole load: no shot on the leader.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_mid_leader,
    most_pieces=0,
    needs_heavy=True,
)
LEADER_SHOT = Pattern(
    id="leader-shot",
    name="lead, and shot on the leader",
    says="The lead carries the load; one or two shot half way down the leader take a light or buoyant bait down.",
    least_pieces=1,
    droppers=0,
    alike=inf,
    place=place_mid_leader,
    most_pieces=LEADER_SHOT_MOST,
    needs_heavy=True,
)
JIG = Pattern(
    id="jig",
    name="jig only",
    says="The jig is the whole load: straight down, everything felt.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_bulk,
    most_pieces=0,
    carrier="jig",
    heavy="a jig",
)
LIFT = Pattern(
    id="lift",
    name="lift shot",
    says="One shot on the bed near the hook, the rest at the float.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_at_float,
)
NONE = Pattern(
    id="none",
    name="no shot",
    says="The float carries its own load; the bait sinks by itself.",
    least_pieces=0,
    droppers=0,
    alike=inf,
    place=place_bulk,
    shotted=False,
)

PATTERNS = (
    BULK, BULK_AND_DROPPERS, STRUNG, TAPERED, TAPERED_OPENING, LOWER_THIRD, LOCKED, STACK, OLIVETTE, LEAD,
    LEADER_SHOT, JIG, LIFT,
    NONE,
)  # fmt: skip
PATTERN = MappingProxyType({p.id: p for p in PATTERNS})
