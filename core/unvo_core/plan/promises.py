"""What waits for a teacher, and by when an answer was promised."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime, time, timedelta
from typing import Protocol, TypeVar
from zoneinfo import ZoneInfo

from unvo_core.schedule.zones import instant_of

LAST_MINUTE = time(23, 59)


class Waiting(Protocol):
    """`by`: when it is due from the teacher; None where nothing was promised. `since`: how long it waits."""

    @property
    def by(self) -> datetime | None: ...

    @property
    def since(self) -> datetime | None: ...


Row = TypeVar("Row", bound=Waiting)


def end_of_day(day: date, zone: ZoneInfo) -> datetime:
    return instant_of(datetime.combine(day, LAST_MINUTE), zone)


def promised(since: datetime, days: int, zone: ZoneInfo) -> datetime:
    """The end of the local day that many calendar days after `since`: '7 days' never ends in mid-morning."""
    return end_of_day(since.astimezone(zone).date() + timedelta(days=days), zone)


def days_left(by: datetime, now: datetime, zone: ZoneInfo) -> int:
    """Local calendar days from now to the promise: 0 is today, less is broken."""
    return (by.astimezone(zone).date() - now.astimezone(zone).date()).days


def ranked(rows: Iterable[Row]) -> list[Row]:
    """The oldest promise first; what nobody was promised follows, the longest waiting first. Stable else."""
    return sorted(rows, key=_rank)


def _rank(row: Waiting) -> tuple[bool, bool, float]:
    moment = row.by or row.since
    return row.by is None, moment is None, moment.timestamp() if moment else 0.0
