"""Everything that is asked of a rig before it is fished, and what came of each question."""

from __future__ import annotations

from typing import Literal

from brookwind.core.frozen import Frozen
from brookwind.core.proof.check import Finding, Subject
from brookwind.core.proof.checks import CHECKS, judge
from brookwind.core.situation import Situation


class Asked(Frozen):
    """A check and what came of it."""

    id: str
    name: str
    station: Subject
    outcome: Literal["kept", "found", "left", "not-asked"]
    """`left`: found, and muted by the angler; `not-asked`: it cannot be asked of such a rig, water or place."""


class Proof(Frozen):
    """A rig put to the proof: its fall too."""

    findings: tuple[Finding, ...]
    """Refusals first."""
    muted: tuple[Finding, ...]
    asked: tuple[Asked, ...]
    """Every check but the cautions, in the order they are told."""


def proof(situation: Situation) -> Proof:
    """Put a rig to the proof.

    situation: the rig, with the rules and the book it is judged by.
    Raises: BrookwindError when its float cannot be.
    """
    judged = judge(situation, falls=True)
    found, left = {f.id for f in judged.findings}, {f.id for f in judged.muted}

    def outcome(check_id: str, can: bool) -> Literal["kept", "found", "left", "not-asked"]:
        if check_id in found:
            return "found"
        if check_id in left:
            return "left"
        return "kept" if can else "not-asked"

    return Proof(
        findings=judged.findings,
        muted=judged.muted,
        asked=tuple(
            Asked(id=c.id, name=c.name, station=c.station, outcome=outcome(c.id, c.can_be_asked(situation)))
            for c in CHECKS
            if c.severity != "mind"
        ),
    )
