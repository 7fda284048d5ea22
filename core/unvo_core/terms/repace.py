"""The same path over a shorter or longer term."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.spans import Span
from unvo_core.schedule.zones import instant_of


@dataclass(frozen=True, slots=True)
class Paced:
    """An item of the path as it stands: its effort and its span in the old term."""

    key: int
    minutes: int
    span: Span


@dataclass(frozen=True, slots=True)
class Repaced:
    """Where an item comes to lie: the class day that it falls to, and its new span."""

    key: int
    day: date
    span: Span


def linear_partition(loads: Sequence[int], parts: int) -> list[int]:
    """Cut `loads`, in order, into at most `parts` runs so that the largest sum is the least possible.

    Among the cuts that reach it, one of the least sum of squares: days as even as they can be.
    Returns the part (from 0) of each load. Exact, integers only; loads are not negative.
    """
    if parts < 1:
        raise ValueError("at least one part")
    cap = _least_cap(loads, parts)
    sums = [0]
    for load in loads:
        sums.append(sums[-1] + load)
    count = len(loads)
    best: list[list[int | None]] = [[None] * (count + 1) for _ in range(parts + 1)]
    cut: list[list[int]] = [[0] * (count + 1) for _ in range(parts + 1)]
    best[0][0] = 0
    for part in range(1, parts + 1):
        before, row, cuts = best[part - 1], best[part], cut[part]
        for end in range(count + 1):
            for begin in range(end, -1, -1):
                run = sums[end] - sums[begin]
                if run > cap:
                    break
                already = before[begin]
                if already is None:
                    continue
                squares, so_far = already + run * run, row[end]
                if so_far is None or squares < so_far:
                    row[end], cuts[end] = squares, begin
    return _parts_of(cut, count, parts)


def _parts_of(cut: list[list[int]], count: int, parts: int) -> list[int]:
    found = [0] * count
    end = count
    for part in range(parts, 0, -1):
        begin = cut[part][end]
        found[begin:end] = [part - 1] * (end - begin)
        end = begin
    return found


def _least_cap(loads: Sequence[int], parts: int) -> int:
    low, high = max(loads, default=0), sum(loads)
    while low < high:
        middle = (low + high) // 2
        if _runs(loads, middle) <= parts:
            high = middle
        else:
            low = middle + 1
    return low


def _runs(loads: Sequence[int], cap: int) -> int:
    runs, run = 1, 0
    for load in loads:
        if run + load > cap:
            runs, run = runs + 1, 0
        run += load
    return runs


def repace(items: Sequence[Paced], old: Calendar, new: Calendar) -> tuple[Repaced, ...]:
    """Spread `items`, in path order, over the new term's class days (its weekdays when it has no classes).

    Spans scale with the terms' lengths, never below the item's effort, never outside the term.
    Items without a due moment keep none; their day is where they fall on the path.
    """
    days = pace_days(new)
    if not days or not items:
        return ()
    scale = _length(new) / _length(old)
    parts = linear_partition([i.minutes for i in items], len(days))
    found: list[Repaced] = []
    latest: datetime | None = None
    for item, part in zip(items, parts, strict=True):
        span = _scaled(item, days[part], scale, (old, new), latest)
        latest = span.due or latest
        found.append(Repaced(item.key, days[part], span))
    return tuple(found)


def pace_days(calendar: Calendar) -> list[date]:
    """The days over which a path is spread."""
    if calendar.class_days:
        return sorted(calendar.class_days)
    return [
        day
        for week in calendar.weeks
        for day in week.days
        if day not in calendar.days_off
        and day.weekday() < 5
        and calendar.term is not None
        and calendar.term.first_day <= day <= calendar.term.last_day
    ]


def _length(calendar: Calendar) -> float:
    if calendar.term is None:
        raise ValueError("repacing needs a term")
    return ((calendar.term.last_day - calendar.term.first_day).days + 1) - len(calendar.days_off) or 1


def _scaled(
    item: Paced, day: date, scale: float, calendars: tuple[Calendar, Calendar], latest: datetime | None
) -> Span:
    """The item's span around its due moment on `day`, its due never before that of the item before it."""
    old, new = calendars
    first, last = term_bounds(new)
    if item.span.due is None:
        opens = None if item.span.opens is None else max(first, at_wall(day, item.span.opens, (old, new)))
        return Span(opens=opens)
    due = at_wall(day, item.span.due, (old, new))
    if latest is not None:
        due = max(due, latest)
    effort = timedelta(minutes=item.minutes)
    due = min(max(due, first + effort), last)
    opens = None
    if item.span.opens is not None:
        length = max(_whole_minutes((item.span.due - item.span.opens) * scale), effort)
        opens = max(first, due - length)
    closes = None
    if item.span.closes is not None:
        closes = min(last, due + _whole_minutes((item.span.closes - item.span.due) * scale))
    return Span(opens=opens, due=due, closes=closes)


def at_wall(day: date, like: datetime, calendars: tuple[Calendar, Calendar]) -> datetime:
    """`day` in the new term at the wall time that `like` had in the old one."""
    old, new = calendars
    return instant_of(datetime.combine(day, like.astimezone(old.zone).time()), new.zone)


def term_bounds(calendar: Calendar) -> tuple[datetime, datetime]:
    """The first and the last minute of the term."""
    if calendar.term is None:
        raise ValueError("repacing needs a term")
    term = calendar.term
    return instant_of(datetime.combine(term.first_day, time()), term.zone), instant_of(
        datetime.combine(term.last_day, time(23, 59)), term.zone
    )


def _whole_minutes(length: timedelta) -> timedelta:
    return timedelta(minutes=round(length.total_seconds() / 60))


def module_weeks(repaced: Sequence[Repaced], module_of: Mapping[int, int], calendar: Calendar) -> dict[int, int]:
    """The week of each module: that of the day of its first item."""
    found: dict[int, int] = {}
    for item in repaced:
        week = calendar.week_of(item.day)
        if week is not None and week.number is not None:
            found.setdefault(module_of[item.key], week.number)
    return found
