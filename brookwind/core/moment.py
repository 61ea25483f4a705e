"""A moment as the core takes it: a date and time with its zone, never a bare number."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta, timezone
from typing import Annotated, TypeAlias

from pydantic import AfterValidator, AwareDatetime, BeforeValidator

_ISO = re.compile(r"\d{4}-\d\d-\d\d[Tt ]")


def _written_out(value: object) -> object:
    if isinstance(value, int | float) or (isinstance(value, str) and not _ISO.match(value)):
        raise ValueError("Write date and time like 2026-11-23T09:30:00Z.")
    return value


def _of_our_time(value: datetime) -> datetime:
    # Tides and the sun are reckoned hours and months to either side of it.
    if not 1900 <= value.year <= 2200:
        raise ValueError(f"The year is {value.year}. Enter one from 1900 to 2200.")
    return value


Moment: TypeAlias = Annotated[AwareDatetime, BeforeValidator(_written_out), AfterValidator(_of_our_time)]


def in_utc(moment: datetime) -> tuple[datetime, int]:
    """As a moment is kept: in UTC, and the minutes the person's clock was ahead of it.

    moment: with its zone.
    """
    offset = moment.utcoffset() or timedelta(0)
    return moment.astimezone(UTC), round(offset.total_seconds() / 60)


def local(kept: datetime, offset_min: int) -> datetime:
    """A kept moment on the person's clock as it was then.

    kept: with its zone.
    offset_min: the minutes their clock was ahead of UTC.
    """
    return kept.astimezone(timezone(timedelta(minutes=offset_min)))
