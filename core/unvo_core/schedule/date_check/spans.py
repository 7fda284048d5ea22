"""Rules about moments: their order, the term, days off, the course's default time."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, datetime, time, timedelta

from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.date_check.model import CheckedCourse, CheckedItem, Finding, Fix, Place, Severity
from unvo_core.schedule.spans import MOMENTS, span_problems
from unvo_core.schedule.zones import instant_of

PILE = 3
HABIT = 3
"""A due time that so many items share is no slip."""


def out_of_order(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        for problem in span_problems(item.span):
            place = Place("item", item.id)
            params = {"title": item.title, "first": problem.params["before"], "then": problem.params["after"]}
            yield Finding("span.order", Severity.WRONG, place, params, Fix("set_moments", place, _in_order(item)))


def _in_order(item: CheckedItem) -> dict[str, object]:
    """Everything set around the due moment (or the last one): earlier ones not after it, closes not before it."""
    anchor = item.span.due or item.span.closes or item.span.start_by
    found: dict[str, object] = {}
    latest: datetime | None = None
    for name in MOMENTS:
        at: datetime | None = getattr(item.span, name)
        if at is None or anchor is None:
            continue
        right = max(at, anchor) if name == "closes" else min(at, anchor)
        right = max(right, latest) if latest else right
        latest = right
        if right != at:
            found[name] = right
    return found


def nowhere(course: CheckedCourse) -> Iterator[Finding]:
    """A rule that names a week, class or item which the course does not have."""
    for item in course.items:
        for name in item.unresolved:
            place = Place("item", item.id)
            params = {"title": item.title, "moment": name}
            yield Finding("moment.nowhere", Severity.WRONG, place, params, Fix("set_moments", place, {name: None}))


def outside_term(course: CheckedCourse) -> Iterator[Finding]:
    calendar = course.calendar
    if calendar.term is None or not calendar.weeks:
        return
    first, last = calendar.weeks[0].first_day, calendar.weeks[-1].last_day
    for item, name, at in _moments(course):
        day = calendar.day_of(at)
        if first <= day <= last:
            continue
        place = Place("item", item.id)
        wanted = _in_week(course, item, at)
        fix = Fix("set_moments", place, {name: wanted}) if wanted else None
        params = {
            "title": item.title,
            "moment": name,
            "at": at,
            "first": calendar.term.first_day,
            "last": calendar.term.last_day,
        }
        yield Finding("moment.outside_term", Severity.WRONG, place, params, fix)


def _in_week(course: CheckedCourse, item: CheckedItem, at: datetime) -> datetime | None:
    """The same weekday and time in the week of the item's module."""
    week = course.calendar.week_by_number.get(course.module_by_id[item.module_id].week or -1)
    if week is None:
        return None
    wall = at.astimezone(course.calendar.zone)
    day = week.first_day + timedelta(days=(wall.weekday() - week.first_day.weekday()) % 7)
    return instant_of(datetime.combine(day, wall.time()), course.calendar.zone)


def day_off(course: CheckedCourse) -> Iterator[Finding]:
    """Due on a break or holiday, or on a day whose class was taken out."""
    calendar = course.calendar
    for item, name, at in _moments(course):
        day = calendar.day_of(at)
        if name != "due" or (day not in calendar.days_off and day not in calendar.cancelled):
            continue
        before = calendar.nearest_class_day(day - timedelta(days=1), forward=False)
        place = Place("item", item.id)
        fix = None
        if before is not None and (item.span.opens is None or before >= calendar.day_of(item.span.opens)):
            fix = Fix("set_moments", place, {name: same_time(at, before, calendar)})
        params = {"title": item.title, "moment": name, "at": at, "name": off_name(day, calendar)}
        yield Finding("moment.day_off", Severity.DOUBTFUL, place, params, fix)


def off_name(day: date, calendar: Calendar) -> str:
    """The break or holiday that a day belongs to; '' for a class taken out."""
    pauses = calendar.term.breaks if calendar.term else ()
    return next((b.name for b in pauses if b.first_day <= day <= b.last_day), "")


def same_time(at: datetime, day: date, calendar: Calendar) -> datetime:
    return instant_of(datetime.combine(day, at.astimezone(calendar.zone).time()), calendar.zone)


def not_default_time(course: CheckedCourse) -> Iterator[Finding]:
    """Due neither at the course's default time, nor by a class, nor at a time that is a habit of the course."""
    times = [_clock(course, i.span.due) for i in course.items if i.span.due is not None]
    for item in course.items:
        due = item.span.due
        if due is None or item.exam:
            continue
        wall = _clock(course, due)
        habit = times.count(wall) >= HABIT
        if wall == course.default_due_time or habit or _by_class(due, course.calendar):
            continue
        place = Place("item", item.id)
        day = course.calendar.day_of(due)
        default = instant_of(datetime.combine(day, course.default_due_time), course.calendar.zone)
        params = {"title": item.title, "time": wall, "default": course.default_due_time}
        yield Finding("due.odd_time", Severity.NOTICE, place, params, Fix("set_moments", place, {"due": default}))


def _clock(course: CheckedCourse, at: datetime) -> time:
    return at.astimezone(course.calendar.zone).time()


def _by_class(at: datetime, calendar: Calendar) -> bool:
    return any(
        abs(at - edge) <= timedelta(hours=1)
        for m in calendar.meetings
        for edge in (m.start, m.end)
        if m.day == calendar.day_of(at)
    )


def opens_late(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        week = course.calendar.week_by_number.get(course.module_by_id[item.module_id].week or -1)
        if week is None or item.span.opens is None or course.calendar.day_of(item.span.opens) <= week.last_day:
            continue
        place = Place("item", item.id)
        begin = instant_of(datetime.combine(week.first_day, time()), course.calendar.zone)
        params = {"title": item.title, "at": item.span.opens, "week": week.number}
        yield Finding("opens.after_week", Severity.WRONG, place, params, Fix("set_moments", place, {"opens": begin}))


def piled_up(course: CheckedCourse) -> Iterator[Finding]:
    """Three or more due at one moment; readings that are ticked before a class do not count."""
    at_once: dict[datetime, list[CheckedItem]] = {}
    for item in course.items:
        if item.span.due is not None and item.published and item.counts:
            at_once.setdefault(item.span.due, []).append(item)
    for due, items in sorted(at_once.items()):
        if len(items) < PILE:
            continue
        first = items[0]
        before = course.calendar.nearest_class_day(course.calendar.day_of(due) - timedelta(days=1), forward=False)
        fix = None
        if before is not None and (
            first.span.opens is None or first.span.opens < same_time(due, before, course.calendar)
        ):
            moved: dict[str, object] = {"due": same_time(due, before, course.calendar)}
            fix = Fix("set_moments", Place("item", first.id), moved)
        params = {"count": len(items), "at": due, "titles": ", ".join(i.title for i in items), "title": first.title}
        yield Finding("due.piled_up", Severity.NOTICE, Place("item", first.id), params, fix)


def off_pattern(course: CheckedCourse) -> Iterator[Finding]:
    """A live class that does not begin with a class of the pattern."""
    starts = {m.start for m in course.calendar.meetings}
    for item in course.items:
        at = item.span.opens or item.span.due
        if item.kind != "live" or at is None or at in starts or not starts:
            continue
        nearest = min(starts, key=lambda s: abs(s - at))
        place = Place("item", item.id)
        params = {"title": item.title, "at": at, "nearest": nearest}
        name = "opens" if item.span.opens else "due"
        yield Finding("live.off_pattern", Severity.DOUBTFUL, place, params, Fix("set_moments", place, {name: nearest}))


def system_differs(course: CheckedCourse) -> Iterator[Finding]:
    """A linked system states another due moment."""
    for item in course.items:
        if item.system_due is None or item.system_due == item.span.due:
            continue
        place = Place("item", item.id)
        params = {"title": item.title, "ours": item.span.due, "theirs": item.system_due}
        yield Finding(
            "linked.due_differs", Severity.WRONG, place, params, Fix("set_moments", place, {"due": item.system_due})
        )


def _moments(course: CheckedCourse) -> Iterator[tuple[CheckedItem, str, datetime]]:
    for item in course.items:
        for name in MOMENTS:
            at: datetime | None = getattr(item.span, name)
            if at is not None:
                yield item, name, at
