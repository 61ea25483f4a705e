"""What is said about a rig: a verdict, figures for the sentence, a remedy; and what a finder looks at."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal, TypeAlias

from pydantic import Field

from brookwind.core.errors import Problem
from brookwind.core.figures import Figure
from brookwind.core.frozen import Frozen
from brookwind.core.motion.moving import MovingAnswer
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.stop import StopSetting
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.document import Rig

Station = Literal["water", "bait", "float", "line", "load", "stop", "proof"]


class Finding(Frozen):
    """Something to be said. `refuse` cannot be fished so, `note` may be meant."""

    id: str
    station: Station
    severity: Literal["refuse", "note"]
    says: str
    remedy: str = ""
    figures: dict[str, Figure] = Field(default_factory=dict)


@dataclass(frozen=True)
class Case:
    """What a finder looks at."""

    rig: Rig
    settled: Settled
    stop: StopSetting | None
    stop_problem: Problem | None
    book: Book = SHIPPED
    moving: MovingAnswer | None = None


Finder: TypeAlias = Callable[[Case], Finding | None]
