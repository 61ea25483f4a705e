"""The time from landing to fishing, counted as an angler does."""

from __future__ import annotations

from brookwind.core.errors import BrookwindError
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import Fall, FallWish
from brookwind.core.motion.paying import QUICK
from brookwind.core.situation import Situation


def fallen(there: Situation) -> Fall | None:
    """The fall of a rig as it is usually cast, followed no finer than it is counted; None where it cannot be.

    there: the rig.
    """
    try:
        return fall(there.rig, FallWish(), None, QUICK)
    except BrookwindError:
        return None


def ready_s(there: Situation) -> float | None:
    """When its bait is at depth; None when it never is. [s]

    there: the rig.
    """
    found = fallen(there)
    return None if found is None else found.to_depth_s
