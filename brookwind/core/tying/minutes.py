"""How long a rig or a leader takes to tie at the kitchen table."""

from __future__ import annotations

from brookwind.core.rig.components import Bait, Float, LineSection
from brookwind.core.rig.document import Rig
from brookwind.core.tying.stretches import stretches

KNOT_MIN = 1.5
"""A knot, wetted and drawn down. [min] Editable default."""
PIECE_MIN = 0.5
"""A piece threaded, pinched on or slid to its place. [min] Editable default."""
TEST_MIN = 2.0
"""To cut, measure, wind on and write the label. [min] Editable default."""
LEADER_MIN = 5.0
"""A leader: hook, loop or swivel, length. [min] Editable default."""


def minutes_to_tie(rig: Rig) -> float:
    """Time to tie a rig from the box. [min]

    rig: the rig, with its weights.
    Source: its knots and pieces, counted.
    """
    knots = len(stretches(rig))
    pieces = sum(not isinstance(c, LineSection | Bait | Float) for c in rig.components)
    return TEST_MIN + knots * KNOT_MIN + pieces * PIECE_MIN
