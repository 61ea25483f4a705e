"""What an angler sees of the float, and what may be found by trying something."""

from __future__ import annotations

from typing import Literal, Self, get_args

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import length
from brookwind.core.frozen import Frozen

Look = Literal[
    "right", "high", "low", "down", "up", "flat", "under", "late", "dips", "taps", "knocked", "follows"
]  # fmt: skip
"""What the float does. `down` and `up`: it leans downstream, upstream."""
LOOKS: tuple[Look, ...] = get_args(Look)
Wound = Literal["bait-gone", "shot-gone", "weed", "tangle", "water", "caught", "in-order"]
"""What is found when the rig is wound in and looked at."""
WOUND: tuple[Wound, ...] = get_args(Wound)
Speed = Literal["slower", "same", "faster"]
"""The float's, against the foam's less what it is held back by."""


class Trial(Frozen):
    """A setting that was tried, and whether the rig dragged or lay on the bed there."""

    setting_m: float = Field(gt=0, le=60)
    drags: bool


class Seen(Frozen):
    """What is seen; what is not said was not looked at."""

    look: Look | None = None
    much: Literal["little", "lot"] | None = None
    """By how much it is too high or too low, where it was not measured."""
    tip_m: float | None = Field(default=None, ge=0, le=0.5)
    """What stands out of the water, as estimated. [m]"""
    lean_deg: float | None = Field(default=None, ge=-90, le=90)
    """Downstream more than 0. [degrees]"""
    late: float | None = Field(default=None, gt=0, le=50)
    """Time it took to be ready, over the time reckoned."""
    bead: bool | None = None
    """The bead, or the stop, has come to the float."""
    before: bool | None = None
    """It sat right in this swim before."""
    part: bool | None = None
    """Only on a part of the run."""
    speed: Speed | None = None
    drops: bool | None = None
    """The tip sinks further when the float is slid `LIFT_M` down the line, so that the rig hangs shallower."""
    wound: Wound | None = None
    trials: tuple[Trial, ...] = Field(default=(), max_length=12)

    @model_validator(mode="after")
    def _may_be_seen_together(self) -> Self:
        drags = [t.setting_m for t in self.trials if t.drags]
        free = [t.setting_m for t in self.trials if not t.drags]
        if drags and free and min(drags) <= max(free):
            raise OutOfRange.one(
                "trials-contradict",
                "At {short} it drags and at {long} it does not: with more line down it should drag the more.",
                "Look again at the two settings, or leave one out.",
                ("trials",),
                {"short": length(min(drags)), "long": length(max(free))},
            )
        if self.look == "under" and self.tip_m:
            raise OutOfRange.one(
                "under-with-tip",
                "The float is under, yet a tip was entered.",
                "Leave the tip out, or say that it sits too low.",
                ("tip_m",),
            )
        return self

    @property
    def anything(self) -> bool:
        """Something was looked at."""
        return self != Seen()


LIFT_M = 0.10
"""The float is slid by so much to see whether something lies on the bed. [m] Editable default."""
