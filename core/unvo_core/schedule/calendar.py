"""The days that rules are resolved against: a term with its weeks and classes, or a zone alone."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from functools import cached_property
from zoneinfo import ZoneInfo

from unvo_core.schedule.meetings import NO_PATTERN, Meeting, Pattern, meetings
from unvo_core.schedule.term import Term, Week, days_off, weeks


@dataclass(frozen=True, kw_only=True)
class Calendar:
    """`cancelled`: days on which the pattern has a class that an exception takes away."""

    zone: ZoneInfo
    term: Term | None = None
    weeks: tuple[Week, ...] = ()
    meetings: tuple[Meeting, ...] = ()
    cancelled: frozenset[date] = frozenset()
    _starts: tuple[datetime, ...] = field(default=(), repr=False, compare=False)

    @cached_property
    def week_by_number(self) -> dict[int, Week]:
        return {w.number: w for w in self.weeks if w.number is not None}

    @cached_property
    def class_days(self) -> frozenset[date]:
        return frozenset(m.day for m in self.meetings)

    @cached_property
    def days_off(self) -> frozenset[date]:
        return days_off(self.term) if self.term else frozenset()

    def off_name(self, day: date) -> str:
        """The break or holiday that a day belongs to; '' for a class taken out."""
        pauses = self.term.breaks if self.term else ()
        return next((b.name for b in pauses if b.first_day <= day <= b.last_day), "")

    def week_of(self, day: date) -> Week | None:
        return next((w for w in self.weeks if w.first_day <= day <= w.last_day), None)

    def day_of(self, at: datetime) -> date:
        return at.astimezone(self.zone).date()

    def meeting(self, number: int) -> Meeting | None:
        return self.meetings[number - 1] if 0 < number <= len(self.meetings) else None

    def meeting_from(self, at: datetime, steps: int) -> Meeting | None:
        """The `steps`-th class that starts after `at`, or for a negative figure before it."""
        if steps > 0:
            return self.meeting(bisect_right(self._starts, at) + steps)
        return self.meeting(bisect_left(self._starts, at) + 1 + steps) if steps < 0 else None

    def next_meeting(self, at: datetime) -> Meeting | None:
        """The class that runs at this instant or else the next one."""
        return next((m for m in self.meetings if m.end > at), None)

    def nearest_class_day(self, day: date, forward: bool) -> date | None:
        """The next or previous day with a class; without classes the next or previous day that is not off."""
        if not self.class_days:
            return self._working_day(day, 1 if forward else -1)
        if forward:
            return min((d for d in self.class_days if d >= day), default=None)
        return max((d for d in self.class_days if d <= day), default=None)

    def _working_day(self, day: date, step: int) -> date | None:
        while self.term is not None and self.term.first_day <= day <= self.term.last_day:
            if day not in self.days_off and day.weekday() < 5:
                return day
            day += timedelta(days=step)
        return None


def calendar_of(term: Term, pattern: Pattern = NO_PATTERN) -> Calendar:
    classes = meetings(term, pattern)
    cancelled = frozenset(e.day for e in pattern.exceptions if e.day_type is None and not e.slots)
    return Calendar(
        zone=term.zone,
        term=term,
        weeks=weeks(term),
        meetings=classes,
        cancelled=cancelled,
        _starts=tuple(m.start for m in classes),
    )
