"""What is asked of a balance, and what comes of it."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.balance.heavy_first import HeavyPiece
from brookwind.core.balance.patterns import Pattern
from brookwind.core.balance.settle import settle
from brookwind.core.depth.stop import set_stop, stop_setting
from brookwind.core.frozen import Frozen
from brookwind.core.rig.document import Rig


class Wish(Frozen):
    """What the angler asks of the balance."""

    pattern: str
    max_pieces: int = Field(default=20, ge=1, le=60)
    droppers: int | None = Field(default=None, ge=1, le=4)
    material: str | None = None
    """Metal of shot and leads; the one the box holds most of when not given. Metals are not mixed on one rig."""
    keep_heavy: bool = False
    """Leave the locking shot or the running lead as they are."""


class Taken(Frozen):
    """So many pieces out of one compartment."""

    item: str
    label: str
    count: int


class Proposal(Frozen):
    """A balanced rig, and what it costs."""

    pattern: str
    name: str
    summary: str
    rig: Rig
    tip_m: float
    error_m: float
    """Tip shown less tip wanted. [m]"""
    pieces: int
    taken: tuple[Taken, ...]
    proved: bool


def taken_of(heavy: HeavyPiece) -> Taken:
    """A heavy piece as it leaves its compartment.

    heavy: the piece.
    """
    return Taken(item=heavy.item, label=heavy.label, count=heavy.pieces)


def proposal_of(rig: Rig, pattern: Pattern, taken: list[Taken], proved: bool) -> Proposal:
    """The proposal of a rig with its weights on: its stop is set and it is brought to rest.

    rig: the rig.
    pattern: how it is shotted.
    taken: what left the box.
    proved: nothing better can be made from the box.
    Raises: OutOfRange when the stop cannot be set.
    """
    rig = set_stop(rig, stop_setting(rig).wanted_m)
    settled = settle(rig)
    return Proposal(
        pattern=pattern.id,
        name=pattern.name,
        summary=_summary(taken),
        rig=rig,
        tip_m=settled.tip_m,
        error_m=settled.tip_m - rig.aim.tip_m,
        pieces=sum(t.count for t in taken),
        taken=tuple(taken),
        proved=proved,
    )


def _summary(taken: list[Taken]) -> str:
    return ", ".join(f"{t.count} × {t.label}" for t in taken) or "no shot at all"
