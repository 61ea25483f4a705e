"""The moment at which the tests are: one clock for the processes and the browser, whatever the machine's says.

Everything runs at the first of `HOURS`, and what is marked `clock` at each of them (`tests/conftest.py`).
"""

from __future__ import annotations

import os
from typing import Any, NamedTuple

from brookwind.clock import SET_BY, _ahead


class Hour(NamedTuple):
    """A moment, and the time zone of whoever sits at the browser."""

    now: str
    zone: str


HOURS = {
    # The scenario's own day, while the pit falls past the depth its rig is tied for.
    "noon": Hour("2026-11-23T14:05:00Z", "Europe/London"),
    "before-midnight": Hour("2026-11-23T23:58:30Z", "Europe/London"),
    "after-midnight": Hour("2026-12-01T00:01:30Z", "Asia/Tokyo"),
    # Clocks go back in this zone an hour later.
    "clocks-change": Hour("2026-10-25T00:20:00Z", "Europe/Berlin"),
    "leap-day": Hour("2028-02-29T11:00:00Z", "America/New_York"),
}
USUAL = HOURS["noon"]


def set_clock(hour: Hour = USUAL) -> None:
    """Set the clock of this process and of those it starts."""
    os.environ[SET_BY] = hour.now
    _ahead.cache_clear()


_BROWSER = """
{
  const real = Date, ahead = real.parse(%r) - real.now();
  const now = () => real.now() + ahead;
  globalThis.Date = class extends real {
    constructor(...given) { super(...(given.length ? given : [now()])); }
    static now() { return now(); }
  };
}
"""


def set_browser(context: Any, hour: Hour = USUAL) -> None:
    """Set the clock of every page of a browser's context, or of one page: at each load it is the tests' hour.

    The page's timers and its stopwatch run as they are.
    """
    context.add_init_script(_BROWSER % hour.now)
