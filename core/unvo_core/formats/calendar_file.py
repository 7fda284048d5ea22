"""iCalendar (RFC 5545): classes and due moments for outside calendars."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import TYPE_CHECKING, Literal
from zoneinfo import ZoneInfo

if TYPE_CHECKING:
    from icalendar import Event, Todo

PRODUCT = "-//Unvo//Schedule//EN"
REFRESH = timedelta(hours=1)
MINUTE = timedelta(minutes=1)


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    """A class, a due moment, or a task.

    `sequence` counts the changes of this entry; `uid` never changes. A due moment is an event of one minute:
    an end may not be at its start (RFC 5545, 3.8.2.2), and without one some programs draw an hour, into the next day.
    """

    uid: str
    kind: Literal["class", "due", "task"]
    start: datetime
    zone: ZoneInfo
    summary: str
    end: datetime | None = None
    description: str = ""
    address: str = ""
    place: str = ""
    course: str = ""
    sequence: int = 0
    changed_at: datetime | None = None
    completed_at: datetime | None = None
    alarm_minutes: int | None = None


def calendar_bytes(name: str, entries: Sequence[Entry], stamp: datetime) -> bytes:
    """A whole calendar, folded at 75 octets, text escaped, with the time zones that it names."""
    from icalendar import Calendar

    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("name", name)
    calendar.add("x-wr-calname", name)
    calendar.add("refresh-interval", REFRESH, parameters={"VALUE": "DURATION"})
    for entry in entries:
        calendar.add_component(_task(entry, stamp) if entry.kind == "task" else _event(entry, stamp))
    years = sorted(e.start.year for e in entries) or [stamp.year]
    calendar.add_missing_timezones(date(years[0], 1, 1), date(years[-1] + 1, 1, 1))
    return bytes(calendar.to_ical())


def _event(entry: Entry, stamp: datetime) -> Event:
    from icalendar import Alarm, Event

    event = Event()
    event.add("dtstart", entry.start.astimezone(entry.zone))
    event.add("dtend", (entry.end or entry.start + MINUTE).astimezone(entry.zone))
    event.add("transp", "OPAQUE" if entry.kind == "class" else "TRANSPARENT")
    _say(event, entry, stamp)
    if entry.alarm_minutes is not None:
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", entry.summary)
        alarm.add("trigger", timedelta(minutes=-entry.alarm_minutes))
        event.add_component(alarm)
    return event


def _task(entry: Entry, stamp: datetime) -> Todo:
    from icalendar import Todo

    task = Todo()
    task.add("due", entry.start.astimezone(entry.zone))
    task.add("status", "COMPLETED" if entry.completed_at else "NEEDS-ACTION")
    if entry.completed_at:
        task.add("completed", entry.completed_at.astimezone(UTC))
        task.add("percent-complete", 100)
    _say(task, entry, stamp)
    return task


def _say(component: Event | Todo, entry: Entry, stamp: datetime) -> None:
    component.add("uid", entry.uid)
    component.add("dtstamp", stamp.astimezone(UTC))
    component.add("sequence", entry.sequence)
    component.add("last-modified", (entry.changed_at or stamp).astimezone(UTC))
    component.add("summary", entry.summary)
    for name, value in (("description", entry.description), ("location", entry.place), ("url", entry.address)):
        if value:
            component.add(name, value)
    if entry.course:
        component.add("categories", [entry.course])
