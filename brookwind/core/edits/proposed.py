"""What is proposed: in words, with figures, and the changes that do it."""

from __future__ import annotations

from pydantic import Field

from brookwind.core.edits.change import Change
from brookwind.core.figures import Figure
from brookwind.core.frozen import Frozen


class Proposed(Frozen):
    """A proposal and its reason. What it costs or brings besides is told by the kinds of it."""

    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    changes: tuple[Change, ...] = ()
    """What to do to the rig, in this order; none where it is not a change of the rig."""
