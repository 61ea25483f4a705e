"""A timetable of stop moves, or the days planned, as an iCalendar file.

Moments are written in UTC, so a change of clocks cannot move them.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import TYPE_CHECKING
from uuid import NAMESPACE_URL, uuid5

from brookwind.core.quantities import write
from brookwind.core.survey.timetable import LevelEvent, Move, Timetable
from brookwind.core.trip.document import Trip

if TYPE_CHECKING:
    from icalendar import Event

# The calendar library is loaded when a calendar is written: it would slow the start of every session.

_REMIND = timedelta(minutes=5)


def write_calendar(table: Timetable, name: str, stamp: datetime) -> bytes:
    """The calendar.

    table: moves and warnings.
    name: of the session.
    stamp: moment it is written. [aware]
    """
    from icalendar import Calendar

    calendar = Calendar()
    calendar.add("prodid", "-//Brookwind//timetable//EN")
    calendar.add("version", "2.0")
    for move in table.moves:
        calendar.add_component(_event(move.at, move.until, _move_says(move), name, stamp))
    for warned in table.warnings:
        calendar.add_component(_event(warned.at, warned.until, _warning_says(warned), name, stamp))
    return bytes(calendar.to_ical())


def write_trips(trips: Sequence[Trip], stamp: datetime) -> bytes:
    """Days at the water as a calendar.

    trips: the days.
    stamp: moment it is written. [aware]
    """
    from icalendar import Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", "-//Brookwind//trips//EN")
    calendar.add("version", "2.0")
    for trip in trips:
        event = Event()
        # A trip that is moved to another day moves in the calendar too.
        event.add("uid", f"{uuid5(NAMESPACE_URL, f'brookwind:trip:{trip.id}')}@brookwind")
        event.add("dtstamp", stamp)
        event.add("dtstart", trip.begins.astimezone(UTC))
        event.add("dtend", trip.ends.astimezone(UTC))
        event.add("summary", trip.name)
        if trip.notes:
            event.add("description", trip.notes)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _event(at: datetime, until: datetime, says: str, name: str, stamp: datetime) -> Event:
    from icalendar import Alarm, Event

    event = Event()
    # The same table written again replaces its events instead of doubling them.
    event.add("uid", f"{uuid5(NAMESPACE_URL, f'brookwind:{name}:{at.isoformat()}:{says[:12]}')}@brookwind")
    event.add("dtstamp", stamp)
    event.add("dtstart", at)
    event.add("dtend", max(until, at + timedelta(minutes=1)))
    event.add("summary", says)
    event.add("description", name)
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", says)
    alarm.add("trigger", -_REMIND)
    event.add_component(alarm)
    return event


def _move_says(move: Move) -> str:
    slide = ""
    if move.slide_m is not None and abs(move.slide_m) >= 0.005:
        slide = f", slide {write(abs(move.slide_m), 'line')} {'deeper' if move.slide_m > 0 else 'shallower'}"
    return f"Stop to {write(move.setting_m, 'depth')}{slide}"


def _warning_says(warned: LevelEvent) -> str:
    return warned.says.format(**warned.figures) if warned.figures else warned.says
