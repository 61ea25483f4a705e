"""What is asked of a balance, and what comes of it."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise
from typing import NamedTuple

from pydantic import Field

from brookwind.core.balance.choose import MOST_PIECES
from brookwind.core.balance.heavy_first import HeavyPiece
from brookwind.core.balance.own_pattern import OwnPattern
from brookwind.core.balance.patterns import Pattern
from brookwind.core.edits.proposed import Proposed
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.situation import Situation


class Wish(Frozen):
    """What the angler asks of the balance."""

    pattern: str
    own: OwnPattern | None = None
    """A pattern of the angler's own, taken instead."""
    max_pieces: int = Field(default=20, ge=1, le=MOST_PIECES)
    """Most weights taken from the box, locking shot and leads counted."""
    droppers: int | None = Field(default=None, ge=1, le=4)
    """Single shot below the rest; the pattern's usual number when not given."""
    gap_ratio: float | None = Field(default=None, ge=0.4, le=2.5)
    """A gap over the one above it: 1 equal, below 1 closing towards the hook; the pattern's usual when not given."""
    material: str | None = None
    """Metal of shot and leads; the one the box holds most of when not given. Metals are not mixed on one rig."""
    smallest_kg: float | None = Field(default=None, gt=0, le=0.5)
    largest_kg: float | None = Field(default=None, gt=0, le=0.5)
    """Lightest and heaviest free shot allowed."""
    on_hooklength: bool = False
    """Shot may also sit on the hooklength, clear of its knot."""
    any_line: bool = False
    """Also shot that the line fills or that slips on it."""
    keep_heavy: bool = False
    """Leave the locking shot or the running lead as they are."""
    tie_m: float | None = Field(default=None, gt=0, le=0.02)
    """Errors of tip this near to one another count as equal, so that fewer pieces win; what nobody trims any finer when
    not given. [m]"""
    bulk_share: float | None = Field(default=None, ge=0.05, le=0.95)
    """How far up a bulk, stack or olivette goes, as a share of the line below the float; the usual when not given."""
    as_label: bool = False
    """Load what the float's label says, whatever tip shows."""


class Taken(Frozen):
    """So many pieces out of one compartment."""

    item: str
    label: str
    count: int


class Proposal(Proposed):
    """A balanced rig, and what it costs."""

    pattern: str
    name: str
    summary: str
    rig: Rig
    tip_m: float
    error_m: float
    """Tip shown less tip wanted. [m]"""
    lifted_n: float
    """What the current takes off the float's load; less than nothing when it adds to it. [N]"""
    pieces: int
    sizes: int
    larger_below: int
    """Shot that are heavier than one above them."""
    taken: tuple[Taken, ...]
    proved: bool
    off_by_m: float
    """When not proved, nothing can be nearer to the wanted tip by more than this. [m]"""


def taken_of(heavy: HeavyPiece) -> Taken:
    """A heavy piece as it leaves its compartment.

    heavy: the piece.
    """
    return Taken(item=heavy.item, label=heavy.label, count=heavy.pieces)


def larger_below(rig: Rig) -> int:
    """Shot on the line below the float that are heavier than the one next above them.

    rig: the rig.
    """
    masses = [s.mass_kg for s in of_kind(rig, Shot) if s.role not in {"lock", "back", "lift"}]
    return sum(b > a + 1e-9 for a, b in pairwise(masses))


class Balanced(NamedTuple):
    """A proposal, and everything that follows from its rig."""

    proposal: Proposal
    situation: Situation


def proposal_of(rig: Rig, pattern: Pattern, taken: list[Taken], proved: bool, off_by_m: float = 0.0) -> Balanced:
    """The proposal of a rig with its weights on: its stop is set and it is brought to rest.

    rig: the rig.
    pattern: how it is shotted.
    taken: what left the box.
    proved: nothing better can be made from the box.
    off_by_m: otherwise, nothing can be better by more than this. [m]
    Raises: OutOfRange when the stop cannot be set.
    """
    situation = Situation(rig).stop_set_somehow
    rig, tip_m = situation.rig, situation.as_fished.tip_m
    summary = weights_told(rig)
    proposal = Proposal(
        pattern=pattern.id,
        name=pattern.name,
        summary=summary,
        says=f"{pattern.name}: {summary}.",
        rig=rig,
        tip_m=tip_m,
        error_m=tip_m - rig.aim.tip_m,
        lifted_n=situation.lifted_n,
        pieces=sum(t.count for t in taken),
        sizes=len(taken),
        larger_below=larger_below(rig),
        taken=tuple(taken),
        proved=proved,
        off_by_m=off_by_m,
    )
    return Balanced(proposal, situation)


_TASKS: dict[str, str] = {
    "lock": "lock it", "bulk": "bulk", "stack": "stack", "cushion": "cushion", "dropper": "below", "strung": "spread",
    "lift": "on the bed", "back": "back shot",
}  # fmt: skip


def weights_told(rig: Rig) -> str:
    """The weights of a rig by what they do: `2 × AB lock it · 3 × No 8 spread`.

    rig: the rig.
    """
    groups: dict[str, Counter[str]] = {}
    for c in rig.components:
        if isinstance(c, Shot):
            groups.setdefault(_TASKS.get(c.role, ""), Counter())[c.label] += 1
        elif isinstance(c, Weight):
            groups.setdefault("", Counter())[c.label] += 1
    told = [
        f"{', '.join(f'{n} × {label}' for label, n in pieces.items())} {task}".rstrip()
        for task, pieces in sorted(groups.items(), key=lambda g: list(_TASKS.values()).index(g[0]) if g[0] else -1)
    ]
    return " · ".join(told) or "no shot at all"
