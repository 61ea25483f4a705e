"""Tie it in order: what has to be on the line before what, nothing forgotten."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Told
from brookwind.core.frozen import Frozen
from brookwind.core.practice.deal import Dealt, Score, luck
from brookwind.core.rig.document import Rig
from brookwind.core.tying.forgotten import forgotten
from brookwind.core.tying.steps import name_of, threading

A_SLIP = 0.15
"""What a part put on too early takes off the score; as much again for each knot it costs. Editable default."""
ORDERED = ("run", "cut", "thread", "knot", "link")
"""What has its place in the order; shot can be pinched on at any time."""


class TiePart(Frozen):
    """A part on the table."""

    id: str
    name: str
    kind: str


class TieTask(Frozen):
    """The parts, in no order."""

    rig: str
    parts: tuple[TiePart, ...]
    says: Told


class TieMoves(Frozen):
    """The parts as they were put on, wrong ones too."""

    put: tuple[str, ...] = Field(default=(), max_length=200)


class Put(Frozen):
    """What came of putting a part on."""

    id: str
    right: bool
    says: Told | None
    """What was forgotten, and what that would have cost."""


class TiePlay(Frozen):
    """How it stands."""

    put: tuple[Put, ...]
    on: tuple[str, ...]
    """What is on the line, from the rod."""
    score: Score | None


def order_of(rig: Rig) -> list[str]:
    """Ids of the parts whose order matters, from rod to hook.

    rig: the rig.
    """
    found: dict[str, None] = {}
    for step in threading(rig).steps:
        if step.do in ORDERED:
            found |= dict.fromkeys(step.pieces)
    return list(found)


def tied(dealt: Dealt, rigs: tuple[Rig, ...]) -> Rig:
    """The rig that is dealt: short ones first, long ones at a higher level.

    dealt: which exercise.
    rigs: those there are.
    Raises: OutOfRange when none has parts whose order matters.
    """
    by_length = sorted((r for r in rigs if len(order_of(r)) > 2), key=lambda r: (len(order_of(r)), r.id))
    if not by_length:
        raise OutOfRange.one("no-rigs", "There is no rig to tie.", "Keep a rig with a few parts first.", ("rigs",))
    third = max(1, -(-len(by_length) // 3))
    some = by_length[(dealt.level - 1) * third :][:third] or by_length[-third:]
    return luck("tie", dealt).choice(some)


def tie_task(dealt: Dealt, rigs: tuple[Rig, ...]) -> TieTask:
    """The parts of a rig, shuffled.

    dealt: which exercise.
    rigs: rigs to choose from.
    """
    rig = tied(dealt, rigs)
    pieces = {c.id: c for c in rig.components}
    parts = [TiePart(id=i, name=name_of(pieces[i]), kind=pieces[i].kind) for i in order_of(rig)]
    luck("tie", dealt, "table").shuffle(parts)
    return TieTask(
        rig=rig.name, parts=tuple(parts), says=Told(says=f"Put the parts of “{rig.name}” on, from the rod to the hook.")
    )


def tie_play(dealt: Dealt, rigs: tuple[Rig, ...], moves: TieMoves) -> TiePlay:
    """What comes of every part put on; a wrong one stays on the table.

    dealt: which exercise.
    rigs: rigs to choose from.
    moves: the parts in the order in which they were put on.
    Raises: OutOfRange for a part that is not on the table.
    Source: `threading`; alike parts serve for one another.
    """
    rig = tied(dealt, rigs)
    names = {c.id: name_of(c) for c in rig.components}
    left, on, put, costs = order_of(rig), [], [], 0
    for k, part in enumerate(moves.put):
        if part not in left:
            raise OutOfRange.one(
                "not-on-table", "That is not on the table.", "Take a part that is still there.", ("put", k)
            )
        wanted = left[0]
        if part == wanted or names[part] == names[wanted]:
            left.remove(part)
            on.append(part)
            put.append(Put(id=part, right=True, says=None))
            continue
        undo = forgotten(rig, wanted, _done(rig, part))
        costs += 1 + undo.knots
        cost = "" if undo.knots == 0 else f" Found out later: {undo.knots} knot{'s' if undo.knots > 1 else ''} again."
        says = Told(says=f"First the {names[wanted]}.{cost}")
        put.append(Put(id=part, right=False, says=says))
    score = None
    if not left:
        slips = sum(not p.right for p in put)
        told = "Nothing was forgotten." if slips == 0 else f"{slips} put on too early."
        score = Score(share=max(0.0, 1.0 - A_SLIP * costs), says=(Told(says=told),))
    return TiePlay(put=tuple(put), on=tuple(on), score=score)


def _done(rig: Rig, part: str) -> int:
    """How many steps are done once a part is on and its stretch is knotted."""
    steps = threading(rig).steps
    at = next((i for i, s in enumerate(steps) if part in s.pieces), 0)
    knotted = next((i for i in range(at, len(steps)) if steps[i].do == "knot"), at)
    return knotted + 1
