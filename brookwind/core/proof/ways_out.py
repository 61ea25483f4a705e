"""What to do when what hangs below the float is longer than the water lets it be."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil, floor

from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.change_leader import LEAST_ABOVE_LEADER_M, ChangeLeader
from brookwind.core.edits.lower_weights import LowerWeights
from brookwind.core.edits.move import Move
from brookwind.core.edits.proposed import Proposed
from brookwind.core.edits.set_aim import SetAim
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import length
from brookwind.core.rest.stop import CLEAR_M, least_setting_m, wanted_hook_depth_m
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import hooklength_join_m
from brookwind.core.situation import Situation

STEP_M = 0.05
"""Leaders are offered in steps of this. [m] Editable default."""
SHORTEST_M = 0.05
"""A leader shorter than this is none. [m] Editable default."""
MOST_LAID_M = 2.9
"""More line on the bed than this is no way to fish. [m] Editable default."""


def ways_out(situation: Situation) -> tuple[Proposed, ...]:
    """The ways to set the stop all the same: a shorter leader or lower weights, or fishing over-depth.

    situation: the rig.
    None where the stop can be set as it is. The last of them, another family, is chosen and not a change by itself.
    """
    wanted = _wanted_m(situation)
    if wanted is None:
        return ()
    other = Proposed(says="Take another family.")
    return (*(p for p in _ways(situation, wanted) if _holds(situation, p)), other)


def _wanted_m(situation: Situation) -> float | None:
    """The setting that the tied length forbids; None when there is no such. [m]"""
    problem = situation.stop_problem
    if problem is not None:
        return problem.figures["setting"].value if problem.code == "longer-than-water" else None
    wanted = situation.stop.wanted_m
    return wanted if wanted < least_setting_m(situation.rig) - 1e-9 else None


def _ways(situation: Situation, wanted_m: float) -> Iterator[Proposed]:
    rig, leader, least = situation.rig, hooklength_join_m(situation.rig), least_setting_m(situation.rig)
    shorter = floor((wanted_m - (least - leader) + CLEAR_M - LEAST_ABOVE_LEADER_M) / STEP_M) * STEP_M
    if leader and SHORTEST_M <= shorter < leader:
        tied = ChangeLeader(length_m=round(shorter, 3))
        yield _way("Tie a leader of {leader}.", shorter, *_then_set(situation, wanted_m, tied), name="leader")
    yield _way("Bring the weights down under the float.", None, LowerWeights(), SetStop())
    # Rounded towards more line, so that what hangs fits.
    shortest = ceil(least * 100.0) / 100.0
    height = rig.water.depth_m - wanted_hook_depth_m(rig.water, rig.aim) - (shortest - wanted_m)
    if height < -MOST_LAID_M:
        return
    deeper = SetAim(bait_from="bed", bait_m=round(height, 4)), _put(rig, shortest)
    says, name = ("Fish it deeper: {off} off the bed.", "off") if height >= 0.0 else (
        "Fish it over-depth, {laid} of line on the bed.", "laid")  # fmt: skip
    yield _way(says, abs(height), *_then_set(situation, shortest, *deeper), name=name)


def _then_set(situation: Situation, place_m: float, *changes: Change) -> tuple[Change, ...]:
    """The changes, and the stop set; put there outright where a dragging line has no steady shape to set it by."""
    wished = (*changes, SetStop())
    return wished if _holds(situation, Proposed(says="", changes=wished)) else (*changes, _put(situation.rig, place_m))


def _put(rig: Rig, place_m: float) -> Move:
    holder = rig.stop or rig.rests_on or rig.float_piece
    return Move(piece=holder.id, position_m=place_m)


def _way(says: str, figure: float | None, *changes: Change, name: str = "") -> Proposed:
    return Proposed(says=says, figures={} if figure is None else {name: length(figure)}, changes=changes)


def _holds(situation: Situation, way: Proposed) -> bool:
    rig = situation.rig
    try:
        for change in way.changes:
            rig = apply(rig, change)
    except BrookwindError:
        return False
    return rig is not situation.rig
