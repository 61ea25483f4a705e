"""The application's one clock. `BROOKWIND_NOW` sets it: from that moment, where the process first asks, it runs on."""

from __future__ import annotations

import os
from datetime import UTC, datetime, timedelta
from functools import cache

SET_BY = "BROOKWIND_NOW"
"""Name of the variable, an ISO 8601 moment with its zone, such as 2026-11-23T11:00:00Z."""


@cache
def _ahead() -> timedelta:
    """By how much this clock is ahead of the machine's."""
    given = os.environ.get(SET_BY)
    if not given:
        return timedelta(0)
    try:
        moment = datetime.fromisoformat(given)
    except ValueError as error:
        raise ValueError(f"{SET_BY} is {given!r}: write a moment such as 2026-11-23T11:00:00Z.") from error
    if moment.tzinfo is None:
        raise ValueError(f"{SET_BY} is {given!r}, without its zone: write a moment such as 2026-11-23T11:00:00Z.")
    return moment - datetime.now(UTC)


def now() -> datetime:
    """This moment, UTC.

    Raises: ValueError when the variable that sets the clock cannot be read.
    """
    return datetime.now(UTC) + _ahead()
