"""Put a piece somewhere else on the line."""

from __future__ import annotations

from typing import Any, Literal

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.rest.stop import rides_with_float, set_stop
from brookwind.core.rig.components import Position
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import hooklength_join_m, take_off, thread_on

BELOW_FLOAT_M = 0.01
"""Nothing is tied nearer the float from below. [m] Editable default."""


class Move(Edit):
    """Put a piece somewhere else on the line below the float, past others where it must; the stop or the float, and the
    setting is changed. NotUnderstood for what has no place of its own; OutOfRange, with the nearest place, for one that
    is not below the float.
    """

    do: Literal["move"] = "move"
    piece: str
    position_m: Position

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it there."""
        piece = piece_of(rig, self.piece)
        if piece in (rig.stop, rig.float_piece, rig.rests_on):
            return set_stop(rig, self.position_m)
        check_may_move(rig, piece)
        check_below_float(rig, self.position_m)
        return placed(rig, {self.piece: self.position_m})


def check_may_move(rig: Rig, piece: Any) -> None:
    """Refuse to move what holds the float, what is tied in a knot, or what slides.

    rig: the rig.
    piece: one of its pieces.
    Raises: NotUnderstood.
    """
    says = None
    if getattr(piece, "position_m", None) is None:
        says = "has no place of its own: it slides, or is tied to another piece"
    elif piece.kind == "hook" and piece.position_m == 0.0:
        says = "is where distances are measured from"
    elif piece.kind == "swivel" and abs(piece.position_m - hooklength_join_m(rig)) < 1e-6:
        says = "is tied at the top of the leader: change the leader's length"
    elif piece.id in rides_with_float(rig):
        says = "goes with the float"
    if says:
        raise NotUnderstood.one("not-moved", f"{piece.label or piece.kind} {says}.", "Select another.", ("piece",))


def check_below_float(rig: Rig, highest_m: float) -> None:
    """Refuse a place that is not below the float.

    rig: the rig.
    highest_m: the place. [m]
    Raises: OutOfRange, with the nearest place.
    """
    if highest_m > rig.setting_m - BELOW_FLOAT_M:
        raise OutOfRange.one(
            "above-float",
            "{there} from the hook is not below the float: the setting is {setting}.",
            "The nearest place is {nearest} from the hook.",
            ("position_m",),
            {"there": length(highest_m), "setting": length(rig.setting_m),
             "nearest": length(max(0.0, rig.setting_m - BELOW_FLOAT_M))},
        )  # fmt: skip


def placed(rig: Rig, places: dict[str, float]) -> Rig:
    """The rig with pieces put elsewhere, each threaded where its place says.

    rig: the rig.
    places: distance from the hook by id. [m]
    """
    # A bait goes with its hook.
    hooks = [c.id for c in rig.components if c.id in places and c.kind == "hook"]
    baits = {c.hook: c for c in rig.components if c.kind == "bait" and c.hook in hooks}
    # A bait without its hook is no rig: both go, then both come back.
    moving = [c for c in rig.components if c.id in places]
    bare = take_off(rig, lambda c: c.id in places or c in baits.values())
    for c in sorted(moving, key=lambda c: -places[c.id]):
        bare = thread_on(bare, c.model_copy(update={"position_m": places[c.id]}))
        if c.id in baits:
            at = next(i for i, x in enumerate(bare.components) if x.id == c.id)
            bare = bare.replace_components((*bare.components[: at + 1], baits[c.id], *bare.components[at + 1 :]))
    return bare
