"""A session and what happened in it."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Literal, Self, get_args

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.limits import WaterDepth, WindSpeed
from brookwind.core.moment import Moment
from brookwind.core.rig.components import Bait, PieceId
from brookwind.core.rig.document import Rig, of_kind

Kind = Literal["rig", "slide", "cast", "feed", "bite", "fish", "tip", "note"]
"""A change of rig; its stop moved; a cast or run; feed thrown; a bite; a fish; what the tip showed; something said."""
Came = Literal["drop", "settled", "end", "held"]
"""When a bite came: on the drop, once settled, at the end of the run, held back."""
CAME: tuple[Came, ...] = get_args(Came)
LONGEST_H = 72.0
"""A session lasts no longer. [h]"""


class Outing(Frozen):
    """One session: a place, and from when to when. `ends` is None while it goes on."""

    id: PieceId
    swim: PieceId | None = None
    place: str = Field(min_length=1, max_length=120)
    begins: Moment
    ends: Moment | None = None
    notes: str = Field(default="", max_length=4000)
    wind_m_s: WindSpeed | None = None
    """As it blew most of the time; None where it was not noted."""

    @model_validator(mode="after")
    def _ends_after_it_begins(self) -> Self:
        if self.ends is None:
            return self
        if self.ends <= self.begins:
            raise OutOfRange.one(
                "ends-before", "The session ends before it begins.", "Enter a later end; past midnight is a day on.",
                ("ends",),
            )  # fmt: skip
        if self.ends - self.begins > timedelta(hours=LONGEST_H):
            raise OutOfRange.one(
                "too-long", "The session is longer than three days.", "Check its dates, or keep it as several.",
                ("ends",),
            )  # fmt: skip
        return self


AFTER_LAST = timedelta(hours=1)
"""A session whose end nobody noted was over so long after what was noted last. Editable default."""


def over_at(begins: datetime, last: datetime | None, moment: datetime) -> datetime:
    """When a session that was never ended was over, as far as is known.

    begins: when it began.
    last: when something was noted in it last; None when nothing was.
    moment: now; it is over no later.
    """
    return max(begins, min(max(begins, last or begins) + AFTER_LAST, moment))


class Event(Frozen):
    """Something that happened. Its id is made where it happened, so that it is kept once however often it is sent."""

    id: PieceId
    at: Moment
    kind: Kind
    came: Came | None = None
    """Of bites and fish."""
    species: str | None = Field(default=None, max_length=40)
    length_m: float | None = Field(default=None, gt=0, le=3)
    mass_kg: float | None = Field(default=None, gt=0, le=150)
    rig: Rig | None = None
    """The rig that is fished from now on, as it is; of `rig` and nothing else."""
    setting_m: float | None = Field(default=None, ge=0.03, le=60)
    """What the stop was moved to; of `slide` and nothing else. [m]"""
    depth_m: WaterDepth | None = None
    """The water's depth, where the stop was moved with it. [m]"""
    tip_m: float | None = Field(default=None, ge=0, le=1.5)
    """How much of the float showed, settled in calm water; of `tip` and nothing else. [m]"""
    reach_m: float | None = Field(default=None, ge=1, le=200)
    """How far it went; of `cast` and nothing else. [m]"""
    text: str = Field(default="", max_length=1000)

    @model_validator(mode="after")
    def _says_what_it_is(self) -> Self:
        if (self.rig is not None) != (self.kind == "rig"):
            raise OutOfRange.one(
                "rig-event", "A change of rig comes with the rig, and nothing else does.", "Send the rig as it is.",
                ("rig",),
            )  # fmt: skip
        if (self.setting_m is not None) != (self.kind == "slide") or (self.depth_m and self.kind != "slide"):
            raise OutOfRange.one(
                "slide-event", "A stop that was moved comes with its setting, and nothing else does.",
                "Send what it was moved to.", ("setting_m",),
            )  # fmt: skip
        if (self.tip_m is not None) != (self.kind == "tip"):
            raise OutOfRange.one(
                "tip-event", "A look at the tip comes with what it showed, and nothing else does.",
                "Send how much showed.", ("tip_m",),
            )  # fmt: skip
        if self.reach_m is not None and self.kind != "cast":
            raise OutOfRange.one("reach-of", "Only a cast goes so far.", "Leave it out.", ("reach_m",))
        if self.came is not None and self.kind not in {"bite", "fish"}:
            raise OutOfRange.one(
                "came-of", "Only bites and fish come on the drop or later.", "Leave it out.", ("came",)
            )
        if self.kind == "note" and not self.text.strip():
            raise OutOfRange.one("empty-note", "The note is empty.", "Write something.", ("text",))
        return self


def check_within(outing: Outing, event: Event) -> None:
    """What happened, happened in its session.

    outing: the session.
    event: what happened.
    Raises: OutOfRange when it was before or after.
    """
    if event.at < outing.begins:
        raise OutOfRange.one(
            "before-session", "That was before the session began.", "Correct the time, or begin the session earlier.",
            ("at",),
        )  # fmt: skip
    if outing.ends is not None and event.at > outing.ends:
        raise OutOfRange.one(
            "after-session", "That was after the session ended.", "Correct the time, or let the session end later.",
            ("at",),
        )  # fmt: skip


def is_within(outing: Outing, event: Event) -> bool:
    """It happened in its session.

    outing: the session.
    event: what happened.
    """
    try:
        check_within(outing, event)
    except OutOfRange:
        return False
    return True


class Photograph(Frozen):
    """A photograph of a session; the picture itself is asked for by its id."""

    id: PieceId
    at: Moment
    text: str = Field(default="", max_length=300)
    """What is on it."""
    width: int = Field(gt=0)
    """[pixels]"""
    height: int = Field(gt=0)


class Fished(Frozen):
    """How it is fished, in short: what rates are asked of."""

    rig: str
    height_m: float
    """Of the bait off the bed; 0 or less where it lies. [m]"""
    setting_m: float
    pattern: str
    bait: str


def fished(rig: Rig) -> Fished:
    """How a rig is fished.

    rig: the rig as it was.
    """
    aim = rig.aim
    height = aim.bait_m if aim.bait_from == "bed" else rig.water.depth_m - aim.bait_m
    baits = of_kind(rig, Bait)
    return Fished(
        rig=rig.name,
        height_m=max(-1.0, height),
        setting_m=rig.setting_m,
        pattern=rig.pattern,
        bait=(baits[0].label or "bait")[:80] if baits else "no bait",
    )
