"""Every check, and what they find in a rig."""

from __future__ import annotations

from types import MappingProxyType
from typing import NamedTuple

from brookwind.core.proof.at_rest import AT_REST
from brookwind.core.proof.check import Check, Finding
from brookwind.core.proof.falling import FALLING
from brookwind.core.proof.in_current import IN_CURRENT
from brookwind.core.proof.mind import MIND
from brookwind.core.proof.place import PLACE
from brookwind.core.proof.spacing import SPACING
from brookwind.core.proof.tackle import TACKLE
from brookwind.core.situation import Situation

CHECKS: tuple[Check, ...] = (*AT_REST, *IN_CURRENT, *TACKLE, *SPACING, *FALLING, *PLACE, *MIND)
CHECK = MappingProxyType({c.id: c for c in CHECKS})


class Judged(NamedTuple):
    """What was found, refusals first; what to mind; and what the rig has muted."""

    findings: tuple[Finding, ...]
    mind: tuple[Finding, ...]
    muted: tuple[Finding, ...]


def judge(situation: Situation, falls: bool = False) -> Judged:
    """Ask every check of a rig.

    situation: the rig, with the rules and the book it is judged by.
    falls: also those that let it fall, which takes longer than a drag of a piece may wait.
    Raises: BrookwindError when its float cannot be.
    A refusal is told whether or not it is muted: the rig cannot be fished so.
    """
    found = [f for c in CHECKS if (falls or c.needs != "fall") and (f := c.finding(situation))]
    quiet = {m.check for m in situation.rig.muted}
    told = [f for f in found if f.severity != "mind" and (f.severity == "refuse" or f.id not in quiet)]
    return Judged(
        findings=tuple(sorted(told, key=lambda f: f.severity != "refuse")),
        mind=tuple(f for f in found if f.severity == "mind"),
        muted=tuple(f for f in found if f.severity == "note" and f.id in quiet),
    )
