"""Fixed or sliding: decided from depth, rod and casting."""

from __future__ import annotations

from typing import Literal

from brookwind.core.figures import Figure, depth
from brookwind.core.frozen import Frozen
from brookwind.core.proof.tackle import SWING_ROOM_M
from brookwind.core.rig.document import Conditions

EASY_SHARE = 0.75
"""Up to this share of the rod a fixed float casts easily at a distance. Editable default."""
FAR_M = 15.0
"""Beyond this it is a cast, not a lob. [m] Editable default."""


class Decision(Frozen):
    """The answer and its reason, with figures for the sentence."""

    answer: Literal["fixed", "sliding", "either"]
    says: str
    figures: dict[str, Figure]


def fixed_or_sliding(hangs_m: float, conditions: Conditions) -> Decision:
    """Whether the float should be fixed or slide.

    hangs_m: how deep the bait hangs, which is about the setting. [m]
    conditions: rod or pole, and the distance.
    Source: lengths of rod and line; the room to swing and the share are editable defaults.
    """
    rod, far = conditions.rod_m, conditions.distance_m
    reach = rod - SWING_ROOM_M
    given = {"depth": depth(hangs_m), "rod": depth(rod), "reach": depth(reach)}
    what = conditions.tackle
    if hangs_m > reach:
        return Decision(
            answer="sliding",
            says=f"A bait {{depth}} down is more than a {what} of {{rod}} can swing in ({{reach}}): the float "
            "must slide.",
            figures=given,
        )
    if what == "rod" and far > FAR_M and hangs_m > EASY_SHARE * rod:
        return Decision(
            answer="either",
            says="A fixed float still swings in, but {depth} under it is awkward to cast far with {rod}: a sliding one "
            "casts better.",
            figures=given,
        )
    return Decision(
        answer="fixed",
        says=f"A bait {{depth}} down is within reach of a {what} of {{rod}}: a fixed float is simpler and shows more.",
        figures=given,
    )
