"""A check of a rig, and what it finds."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from brookwind.core.edits.change import Change
from brookwind.core.edits.proposed import Proposed
from brookwind.core.figures import Figure
from brookwind.core.frozen import Frozen
from brookwind.core.situation import Situation

Subject = Literal["water", "bait", "float", "line", "load", "stop", "proof"]
Severity = Literal["refuse", "note", "mind"]


class Finding(Frozen):
    """What a check found. `refuse`: cannot be fished so; `note`: may be meant; `mind`: to be minded at the act."""

    id: str
    station: Subject
    severity: Severity
    says: str
    remedy: str = ""
    figures: dict[str, Figure] = Field(default_factory=dict)
    """Figures named in braces in the sentences; the edge writes them in the person's units."""
    change: Change | None = None
    """What applies the remedy; None where no single change does."""
    ways: tuple[Proposed, ...] = ()
    """Where there are several: each with its changes, none for what is chosen elsewhere."""


@dataclass(frozen=True)
class Check:
    """A check: what it is about, when it can be asked, how it is judged, and what it says.

    It cannot be asked of a rig that lacks what it `needs`: a shape in moving water, a stop that belongs somewhere, the
    rules of a place, a fall that can be followed.
    """

    id: str
    name: str
    station: Subject
    severity: Severity
    judge: Callable[[Check, Situation], Finding | None]
    says: str = ""
    """The sentence, where there is one; judges that have several bring their own."""
    remedy: str = ""
    needs: Literal["rest", "stop", "current", "place", "fall"] = "rest"
    source: str = "default"

    def finds(
        self,
        figures: Mapping[str, Figure] | None = None,
        says: str | None = None,
        remedy: str | None = None,
        change: Change | None = None,
        severity: Severity | None = None,
        ways: tuple[Proposed, ...] = (),
    ) -> Finding:
        """Its finding.

        figures: what stands in braces in the sentences.
        says: another sentence than its own.
        remedy: another remedy than its own.
        change: what applies the remedy.
        severity: a milder one than its own, where it goes by what is only assumed.
        ways: what may be done, where there are several.
        """
        return Finding(
            id=self.id,
            station=self.station,
            severity=severity or self.severity,
            says=self.says if says is None else says,
            remedy=self.remedy if remedy is None else remedy,
            figures=dict(figures or {}),
            change=change,
            ways=ways,
        )

    def finding(self, situation: Situation) -> Finding | None:
        """What it finds in a rig, if anything.

        situation: the rig.
        """
        return self.judge(self, situation) if self.can_be_asked(situation) else None

    def can_be_asked(self, situation: Situation) -> bool:
        """It has all that it needs.

        situation: the rig.
        """
        match self.needs:
            case "stop":
                return situation.stop_problem is None
            case "current":
                return situation.moving is not None
            case "place":
                return situation.place is not None
            case "fall":
                return situation.fallen is not None
            case "rest":
                return True
