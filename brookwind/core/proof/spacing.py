"""Checks of where pieces sit to one another: what tangles, what knocks."""

from __future__ import annotations

from itertools import pairwise

from brookwind.core.edits.move import Move
from brookwind.core.figures import length
from brookwind.core.proof.check import Check, Finding
from brookwind.core.rig.components import Bait, Hook, Shot, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.situation import Situation

NEAR_HOOK_M = 0.05
"""Shot nearer to the hook than this is seen with the bait, and the hook catches on it. [m] Editable default."""
CLEAR_OF_HOOK_M = 0.10
"""Where the lowest shot usually begins. [m] Editable default."""
LONG_BAIT_M = 0.06
"""A bait as long as this is fished on two hooks by its length. [m] Editable default."""
GAP_SHARE = (0.3, 1.1)
"""Gap of two hooks on one bait over its length. Editable default."""


def _no_cushion(check: Check, situation: Situation) -> Finding | None:
    shot = of_kind(situation.rig, Shot)
    stack = [s.position_m for s in shot if s.role == "stack"]
    if not stack or any(s.position_m < min(stack) - 1e-6 for s in shot if s.role != "back"):
        return None
    return check.finds()


def _hooks_apart(check: Check, situation: Situation) -> Finding | None:
    """Two hooks on one long bait, too near to one another or too far for it."""
    hooks, baits = of_kind(situation.rig, Hook), of_kind(situation.rig, Bait)
    if len(hooks) != 2 or len(baits) != 1:
        return None
    kind = situation.book.baits.get(baits[0].item or "")
    if kind is None or kind.length_m < LONG_BAIT_M:
        return None
    upper, lower = hooks
    link = upper.link or lower.link
    gap = link.length_m if link is not None else upper.position_m - lower.position_m
    low, high = (share * kind.length_m for share in GAP_SHARE)
    if low <= gap <= high:
        return None
    figures = {"gap": length(gap), "long": length(kind.length_m), "low": length(low), "high": length(high)}
    return check.finds(figures, "The hooks are {gap} apart, and the bait is {long} long.")


def _lead_on_knot(check: Check, situation: Situation) -> Finding | None:
    components = situation.rig.components
    for c, below in pairwise(components):
        if isinstance(c, Weight) and c.runs and c.link is None and below.kind in {"line", "hook"}:
            return check.finds()
    return None


def _shot_at_hook(check: Check, situation: Situation) -> Finding | None:
    low = [s for s in of_kind(situation.rig, Shot) if s.position_m < NEAR_HOOK_M and s.role not in {"lift", "back"}]
    if not low or situation.rig.water.depth_m < 2 * CLEAR_OF_HOOK_M:
        return None
    nearest = min(low, key=lambda s: s.position_m)
    figures = {"at": length(nearest.position_m), "least": length(CLEAR_OF_HOOK_M)}
    alone = len(low) == 1 and _room_above(situation.rig, nearest)
    return check.finds(
        figures,
        f"A {nearest.label or 'shot'} {{at}} above the hook is seen with the bait, and the hook catches on it.",
        change=Move(piece=nearest.id, position_m=CLEAR_OF_HOOK_M) if alone else None,
    )


def _room_above(rig: Rig, piece: Shot) -> bool:
    """Nothing else sits where it would be slid to."""
    places = (getattr(c, "position_m", None) for c in rig.components if c.id != piece.id and c.kind != "bait")
    return all(p is None or p > CLEAR_OF_HOOK_M or p < piece.position_m for p in places)


SPACING = (
    Check(
        "no-cushion", "cushion under the stack", "load", "note", _no_cushion,
        "Nothing hangs below the stack: the hooklength swings up round it on the cast.",
        "Pinch two to four small shot under it.",
    ),
    Check(
        "hooks-apart", "two hooks on one bait", "bait", "note", _hooks_apart,
        remedy="Between {low} and {high} holds it straight: one hook at the head, the other towards the tail.",
    ),
    Check(
        "lead-on-knot", "lead on the knot", "line", "note", _lead_on_knot,
        "The running lead comes down on the knot, and wears it.",
        "Thread a bead under it, or tie in a swivel.",
    ),
    Check(
        "shot-at-hook", "shot close to the hook", "load", "note", _shot_at_hook, remedy="Slide it to {least} or more.",
    ),
)  # fmt: skip
"""In the order in which they are told."""
