"""Terms and calendars that the schedule's tests share."""

from __future__ import annotations

from datetime import date, datetime, time
from zoneinfo import ZoneInfo

from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.meetings import Pattern, Slot
from unvo_core.schedule.term import Break, Term

CHICAGO = ZoneInfo("America/Chicago")
MON_THU = Pattern((Slot(0, time(10), time(11, 15), "B12"), Slot(3, time(10), time(11, 15), "B12")))


def day(text: str) -> date:
    return date.fromisoformat(text)


def at(text: str, zone: ZoneInfo = CHICAGO) -> datetime:
    return datetime.fromisoformat(text).replace(tzinfo=zone)


def term(
    first: str, last: str, zone: ZoneInfo = CHICAGO, breaks: tuple[Break, ...] = (), first_number: int = 1
) -> Term:
    return Term(
        name="Term", first_day=day(first), last_day=day(last), zone=zone, breaks=breaks, first_number=first_number
    )


def autumn(pattern: Pattern = MON_THU) -> Calendar:
    """Fifteen weeks from Mon 24 Aug 2026, a week of break from 19 Oct, a holiday on Mon 7 Sep."""
    pauses = (
        Break("Holiday", day("2026-09-07"), day("2026-09-07")),
        Break("Break", day("2026-10-19"), day("2026-10-25")),
    )
    return calendar_of(term("2026-08-24", "2026-12-13", breaks=pauses), pattern)


def spring(pattern: Pattern = MON_THU) -> Calendar:
    """Fifteen weeks from Mon 18 Jan 2027, a week of break from 15 Mar."""
    return calendar_of(
        term("2027-01-18", "2027-05-09", breaks=(Break("Break", day("2027-03-15"), day("2027-03-21")),)), pattern
    )


def summer() -> Calendar:
    """Six weeks, classes four days a week (common practice, no source)."""
    slots = tuple(Slot(n, time(9), time(11)) for n in range(4))
    return calendar_of(term("2027-06-07", "2027-07-16"), Pattern(slots))
