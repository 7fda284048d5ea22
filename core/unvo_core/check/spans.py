"""Rules about moments: their order, the term, days off, the course's default time."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from datetime import date, datetime, time, timedelta

from unvo_core.check.model import CheckedCourse, CheckedItem, Finding, Fix, Place, Severity, SystemDue
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.spans import MOMENTS, span_problems
from unvo_core.schedule.zones import instant_of

PILE = 3
HABIT = 3
"""A due time that so many items share is no slip."""
A_MINUTE = timedelta(minutes=1)


def out_of_order(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        for problem in span_problems(item.span):
            place = Place("item", item.id)
            params = {"title": item.title, "first": problem.params["before"], "then": problem.params["after"]}
            yield Finding(
                code="span.order",
                severity=Severity.WRONG,
                place=place,
                params=params,
                fix=set_moments(item, _inside(course, item)),
            )


def set_moments(item: CheckedItem, wanted: Mapping[str, datetime]) -> Fix:
    """Some moments set anew, and what else of the span has to move with them to stay in order.

    The due moment (or the last one) stands; earlier ones are not after it, closes not before it.
    """
    at: dict[str, datetime] = {n: m for n in MOMENTS if (m := wanted.get(n, getattr(item.span, n))) is not None}
    names = list(at)
    anchor = names.index("due") if "due" in at else len(names) - 1
    for n in range(anchor - 1, -1, -1):
        at[names[n]] = min(at[names[n]], at[names[n + 1]])
    for n in range(anchor + 1, len(names)):
        at[names[n]] = max(at[names[n]], at[names[n - 1]])
    changed = {name: moment for name, moment in at.items() if moment != getattr(item.span, name)}
    return Fix("set_moments", Place("item", item.id), changed)


def nowhere(course: CheckedCourse) -> Iterator[Finding]:
    """A rule that names a week, class or item which the course does not have."""
    for item in course.items:
        for name in item.unresolved:
            place = Place("item", item.id)
            params = {"title": item.title, "moment": name}
            yield Finding(
                code="moment.nowhere",
                severity=Severity.WRONG,
                place=place,
                params=params,
                fix=Fix("set_moments", place, {name: None}),
            )


def outside_term(course: CheckedCourse) -> Iterator[Finding]:
    """The fix brings all moments of the item into its module's week at once, so that they stay in order."""
    term = course.calendar.term
    if term is None:
        return
    for item, name, at in _moments(course):
        if not _is_outside(course.calendar, at):
            continue
        inside = _inside(course, item)
        fix = set_moments(item, inside) if name in inside else None
        params = {"title": item.title, "moment": name, "at": at, "first": term.first_day, "last": term.last_day}
        yield Finding(
            code="moment.outside_term", severity=Severity.WRONG, place=Place("item", item.id), params=params, fix=fix
        )


def _is_outside(calendar: Calendar, at: datetime) -> bool:
    weeks = calendar.weeks
    return bool(weeks) and not weeks[0].first_day <= calendar.day_of(at) <= weeks[-1].last_day


def _inside(course: CheckedCourse, item: CheckedItem) -> dict[str, datetime]:
    """The item's moments that lie outside the term, brought into its module's week."""
    found: dict[str, datetime] = {}
    for name in MOMENTS:
        at: datetime | None = getattr(item.span, name)
        if at is not None and _is_outside(course.calendar, at):
            wanted = _in_week(course, item, at)
            if wanted is not None:
                found[name] = wanted
    return found


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
            fix = set_moments(item, {name: same_time(at, before, calendar)})
        params = {"title": item.title, "moment": name, "at": at, "name": calendar.off_name(day)}
        yield Finding(code="moment.day_off", severity=Severity.DOUBTFUL, place=place, params=params, fix=fix)


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
        yield Finding(
            code="due.odd_time",
            severity=Severity.NOTICE,
            place=place,
            params=params,
            fix=set_moments(item, {"due": default}),
        )


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
        yield Finding(
            code="opens.after_week",
            severity=Severity.WRONG,
            place=place,
            params=params,
            fix=set_moments(item, {"opens": begin}),
        )


def piled_up(course: CheckedCourse) -> Iterator[Finding]:
    """Three or more due at one moment; readings that are ticked before a class do not count."""
    at_once: dict[datetime, list[CheckedItem]] = {}
    for item in course.items:
        if item.span.due is not None and course.is_shown(item) and item.counts:
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
            fix = set_moments(first, {"due": same_time(due, before, course.calendar)})
        params = {"count": len(items), "at": due, "titles": ", ".join(i.title for i in items), "title": first.title}
        yield Finding(
            code="due.piled_up", severity=Severity.NOTICE, place=Place("item", first.id), params=params, fix=fix
        )


def off_pattern(course: CheckedCourse) -> Iterator[Finding]:
    """A live class that does not begin with a class of the pattern."""
    starts = {m.start for m in course.calendar.meetings}
    for item in course.items:
        at = item.span.opens or item.span.due
        if not item.live or at is None or at in starts or not starts:
            continue
        nearest = min(starts, key=lambda s: abs(s - at))
        place = Place("item", item.id)
        params = {"title": item.title, "at": at, "nearest": nearest}
        name = "opens" if item.span.opens else "due"
        yield Finding(
            code="live.off_pattern",
            severity=Severity.DOUBTFUL,
            place=place,
            params=params,
            fix=set_moments(item, {name: nearest}),
        )


def is_same_moment(ours: datetime | None, theirs: datetime) -> bool:
    """A deadline of 23:59 here reaches to the end of its minute: 23:59:59 and 00:00 mean the same."""
    return ours is not None and timedelta(0) <= theirs - ours <= A_MINUTE


def system_differs(course: CheckedCourse) -> Iterator[Finding]:
    """A linked system states another due moment: of the course, or of single sections."""
    stated: dict[int, list[SystemDue]] = {}
    for one in course.stated:
        stated.setdefault(one.item_id, []).append(one)
    for item in course.items:
        for one in _told_apart(item, stated.get(item.id, []), course.sections):
            if not is_same_moment(one.ours, one.theirs):
                yield _differs(item, one)


def _told_apart(item: CheckedItem, stated: list[SystemDue], sections: int) -> Iterator[SystemDue]:
    """One for the whole course where every section is spoken of, all have the item's own due moment here, and one and
    the same there; else each section by itself."""
    of_all = any(one.section_id is None for one in stated) or 0 < sections <= len(stated)
    if of_all and {one.ours for one in stated} == {item.span.due} and len({one.theirs for one in stated}) == 1:
        yield replace(stated[0], section_id=None)
    else:
        yield from (one for one in stated if one.section_id is not None)


def _differs(item: CheckedItem, one: SystemDue) -> Finding:
    place, due = Place("item", item.id), one.theirs.replace(second=0, microsecond=0)
    params: dict[str, object] = {"title": item.title, "ours": one.ours, "theirs": one.theirs}
    if one.section_id is None:
        fix = set_moments(item, {"due": due})
        return Finding(code="linked.due_differs", severity=Severity.WRONG, place=place, params=params, fix=fix)
    fix = Fix("section_due", place, {"section_id": one.section_id, "section": one.section, "due": due})
    params["section"] = one.section
    return Finding(code="linked.section_differs", severity=Severity.WRONG, place=place, params=params, fix=fix)


def _moments(course: CheckedCourse) -> Iterator[tuple[CheckedItem, str, datetime]]:
    for item in course.items:
        for name in MOMENTS:
            at: datetime | None = getattr(item.span, name)
            if at is not None:
                yield item, name, at
