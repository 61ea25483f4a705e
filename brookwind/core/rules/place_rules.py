"""The rules of a place, as the angler reads them off the board or the law, and the day they are read for."""

from __future__ import annotations

from datetime import date, time, timedelta
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, load
from brookwind.core.floats.types import FLOAT_TYPES
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import PieceId
from brookwind.core.rig.hooks import size_name

DayOfYear = Annotated[str, Field(pattern=r"^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$")]
Clock = Annotated[str, Field(pattern=r"^([01][0-9]|2[0-3]):[0-5][0-9]$")]
_LEAP = 2024
"""A year that has every day."""


class LeadBand(Frozen):
    """Lead weights forbidden from one mass up to another. [kg]"""

    from_kg: float = Field(default=0.0, ge=0, le=1)
    to_kg: float = Field(gt=0, le=1)


class Closed(Frozen):
    """Days of the year, both counted, on which fishing is closed; for one fish when it is named."""

    first: DayOfYear
    last: DayOfYear
    species: str | None = Field(default=None, max_length=40)


class PlaceRules(Frozen):
    """What a place allows. What is None or empty is not ruled."""

    water_id: PieceId
    kind: Literal["own", "example"] = "own"
    """An example is to be checked against the board before it is relied on."""
    read_on: str = Field(default="", max_length=10)
    text: str = Field(default="", max_length=4000)
    """The board or card in its own words; the people on the spot win."""
    hooks_most: int | None = Field(default=None, ge=1, le=20)
    barbs: Literal["any", "micro", "barbless"] = "any"
    smallest_hook: int | None = Field(default=None, ge=-12, le=30)
    largest_hook: int | None = Field(default=None, ge=-12, le=30)
    lead: tuple[LeadBand, ...] = Field(default=(), max_length=10)
    lash_least_m: float | None = Field(default=None, gt=0, le=10)
    no_overloading: bool = False
    no_braid: bool = False
    no_floats: tuple[str, ...] = Field(default=(), max_length=40)
    """Float types that are forbidden."""
    no_baits: tuple[str, ...] = Field(default=(), max_length=60)
    no_live_bait: bool = False
    hooklength_least_n: float | None = Field(default=None, gt=0, le=2000)
    feed_most_kg: float | None = Field(default=None, ge=0, le=100)
    rods_most: int | None = Field(default=None, ge=1, le=10)
    no_keepnets: bool = False
    closed: tuple[Closed, ...] = Field(default=(), max_length=30)
    opens: Clock | None = None
    closes: Clock | None = None

    @model_validator(mode="after")
    def _agree_with_each_other(self) -> Self:
        _check_hooks(self)
        _check_lead(self)
        _check_hours(self)
        _check_closed(self)
        if {t.id for t in FLOAT_TYPES} <= set(self.no_floats):
            raise _clash("no-floats", "Every kind of float is forbidden.", "Leave at least one allowed.", "no_floats")
        return self


class Day(Frozen):
    """The day a rig is meant for, as far as rules ask. What is None is not judged."""

    on: date | None = None
    at: time | None = None
    rods: int = Field(default=1, ge=0, le=20)
    feed_kg: float = Field(default=0.0, ge=0, le=200)
    keepnet: bool = False


class Place(Frozen):
    """Rules and the day, to judge a rig by."""

    rules: PlaceRules
    day: Day = Day()


def _clash(code: str, message: str, remedy: str, *path: str | int, **figures: Figure) -> OutOfRange:
    return OutOfRange.one(code, message, remedy, path, figures)


def _check_hooks(rules: PlaceRules) -> None:
    small, large = rules.smallest_hook, rules.largest_hook
    if small is not None and large is not None and small < large:
        raise _clash(
            "hook-rules-clash",
            f"No hook is both {size_name(small)} or larger and {size_name(large)} or smaller.",
            "Swap the two: the smallest hook has the higher number.",
            "smallest_hook",
        )


def _check_lead(rules: PlaceRules) -> None:
    for i, band in enumerate(rules.lead):
        if band.from_kg >= band.to_kg:
            raise _clash(
                "lead-band-empty",
                "Lead is forbidden from {lighter} up to {heavier}, which is nothing.",
                "Enter the lighter weight first.",
                "lead", i, "from_kg", lighter=load(band.from_kg), heavier=load(band.to_kg),
            )  # fmt: skip


def _check_hours(rules: PlaceRules) -> None:
    if (rules.opens is None) != (rules.closes is None):
        missing = "closes" if rules.closes is None else "opens"
        raise _clash("hours-half", f"The hours do not say when fishing {missing}.", "Enter both, or neither.", missing)
    if rules.opens is not None and rules.opens == rules.closes:
        raise _clash(
            "hours-empty",
            f"Fishing opens and closes at {rules.opens}.",
            "Leave both out when it is open day and night.",
            "closes",
        )


def _check_closed(rules: PlaceRules) -> None:
    for i, span in enumerate(rules.closed):
        for name, text in (("first", span.first), ("last", span.last)):
            month, day = int(text[:2]), int(text[3:])
            try:
                date(_LEAP, month, day)
            except ValueError:
                raise _clash(
                    "no-such-day", f"There is no day {text}.", "Enter month and day, such as 03-15.", "closed", i, name
                ) from None
    general = [c for c in rules.closed if c.species is None]
    every = (date(_LEAP, 1, 1) + timedelta(days=n) for n in range(366))
    if general and all(any(is_closed(c, d) for c in general) for d in every):
        raise _clash(
            "closed-all-year",
            "Together the closed times cover the whole year.",
            "Check first and last day: from 03-15 to 06-15 closes the spring, the other way round all the rest.",
            "closed",
        )


def is_closed(span: Closed, on: date) -> bool:
    """True when a day falls into a closed time, which may run over the new year.

    span: the closed time.
    on: the day.
    """
    day = f"{on.month:02d}-{on.day:02d}"
    if span.first <= span.last:
        return span.first <= day <= span.last
    return day >= span.first or day <= span.last
