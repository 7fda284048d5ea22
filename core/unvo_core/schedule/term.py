"""A term and its weeks."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from zoneinfo import ZoneInfo

from unvo_core.problems import Problem


@dataclass(frozen=True, slots=True)
class Break:
    """Days without class. A break that covers a whole week and takes no number pauses the count."""

    name: str
    first_day: date
    last_day: date
    takes_week_number: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Term:
    """`week_start` is the weekday a week begins on, Monday = 0; `first_number` may be 0 for a week 0."""

    name: str
    first_day: date
    last_day: date
    zone: ZoneInfo
    week_start: int = 0
    first_number: int = 1
    breaks: tuple[Break, ...] = ()

    def is_over(self, now: datetime) -> bool:
        return self._day(now) > self.last_day

    def runs(self, now: datetime) -> bool:
        return self.first_day <= self._day(now) <= self.last_day

    def begins_within(self, days: timedelta, now: datetime) -> bool:
        """Soon, or already begun."""
        return self.first_day - self._day(now) <= days

    def _day(self, at: datetime) -> date:
        return at.astimezone(self.zone).date()


@dataclass(frozen=True, slots=True, kw_only=True)
class Week:
    """Seven days. `number` is None for a break that takes no number; `key` is its address."""

    key: str
    number: int | None
    first_day: date
    last_day: date
    break_name: str | None = None

    @property
    def days(self) -> tuple[date, ...]:
        return tuple(self.first_day + timedelta(days=n) for n in range(7))


def term_problems(term: Term) -> list[Problem]:
    found = []
    if term.last_day < term.first_day:
        found.append(Problem("term.ends_before_start", "last_day"))
    for pause in term.breaks:
        if pause.last_day < pause.first_day:
            found.append(Problem("term.break_backwards", "breaks", {"name": pause.name}))
        elif pause.first_day < term.first_day or pause.last_day > term.last_day:
            found.append(Problem("term.break_outside", "breaks", {"name": pause.name}))
    return found


def days_off(term: Term) -> frozenset[date]:
    """Every day of a break or holiday."""
    return frozenset(
        pause.first_day + timedelta(days=n)
        for pause in term.breaks
        for n in range((pause.last_day - pause.first_day).days + 1)
    )


def week_begin(day: date, week_start: int) -> date:
    return day - timedelta(days=(day.weekday() - week_start) % 7)


def weeks(term: Term) -> tuple[Week, ...]:
    """All weeks of the term in order, breaks included."""
    return tuple(_walk(term))


def _walk(term: Term) -> Iterator[Week]:
    number = term.first_number
    day = week_begin(term.first_day, term.week_start)
    while day <= term.last_day:
        end = day + timedelta(days=6)
        pause = _pause_over(term, day, end)
        if pause is not None and not pause.takes_week_number:
            yield Week(key=f"break-{day.isoformat()}", number=None, first_day=day, last_day=end, break_name=pause.name)
        else:
            yield Week(
                key=str(number), number=number, first_day=day, last_day=end, break_name=pause.name if pause else None
            )
            number += 1
        day += timedelta(days=7)


def _pause_over(term: Term, first: date, last: date) -> Break | None:
    """The break that covers Monday to Friday (or every weekday inside the term) of these days."""
    schooldays = [first + timedelta(days=n) for n in range(7)]
    schooldays = [d for d in schooldays if d.weekday() < 5 and term.first_day <= d <= term.last_day]
    for pause in term.breaks:
        if schooldays and all(pause.first_day <= d <= pause.last_day for d in schooldays):
            return pause
    return None


def week_of(all_weeks: tuple[Week, ...], day: date) -> Week | None:
    return next((w for w in all_weeks if w.first_day <= day <= w.last_day), None)


def current_week(all_weeks: tuple[Week, ...], today: date) -> Week | None:
    """The week that holds today; before the term its first week, after it its last."""
    if not all_weeks:
        return None
    if today < all_weeks[0].first_day:
        return all_weeks[0]
    return week_of(all_weeks, today) or all_weeks[-1]
