"""What a student has left to do over all their courses, as the day plan takes it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from unvo_core.path.evaluate import CourseState, ItemState, is_left
from unvo_core.plan.day_plan import Work
from unvo_core.talk.wants import next_moment

from apps.courses.public import Course
from apps.layout.public import LaidItem, Layout
from apps.path.public import Fact
from apps.screens.rows import had_of

Courses = dict[int, tuple[Course, Layout]]
"""By id, each as its student finds it laid."""
Details = Mapping[tuple[int, str], Mapping[str, int]]


@dataclass(frozen=True, slots=True)
class Open:
    """One thing left to do, with its course. `by`: when it is due, or the part of it that comes next, or when its clock
    ends. `runs`: it does, and nothing else is to be done meanwhile."""

    course: Course
    laid: Layout
    item: LaidItem
    state: ItemState
    by: datetime | None
    runs: bool = False


def open_in(courses: Courses, states: Mapping[int, CourseState], details: Details, now: datetime) -> dict[int, Open]:
    """By item. `details`: words beside the person's facts, by item and kind of fact."""
    return {
        o.item.id: o
        for pk, (course, laid) in courses.items()
        for o in _open_items(course, laid, states[pk], details, now)
    }


def _open_items(course: Course, laid: Layout, states: CourseState, details: Details, now: datetime) -> Iterator[Open]:
    """Required work of a dated course that is not done and can still be done; what is held at a set time is none."""
    for item in laid.student_items.values():
        state = states.items[item.id]
        if laid.term and item.required and is_left(state, item.span, now) and not item.held_at_a_set_time:
            by = next_moment(item.wants, had_of(item, details), item.span.due, laid.zone)
            ends = ends_by(details.get((item.id, Fact.STARTED), {}))
            yield Open(course, laid, item, state, ends or by, runs=ends is not None)


def ends_by(started: Mapping[str, int]) -> datetime | None:
    """When the clock of what is under way ends it: nothing is due before that."""
    return datetime.fromtimestamp(started["ends"], UTC) if started.get("ends") else None


def work_of(one: Open, zone: ZoneInfo, day: date) -> Work:
    span = one.item.span
    due = one.by.astimezone(zone) if one.by else None
    return Work(
        key=one.item.id,
        minutes=one.item.effort_minutes,
        release=max(day, span.opens.astimezone(zone).date()) if span.opens else day,
        due=due.date() if due else None,
        chain=one.item.module_id,
        due_minutes=due.hour * 60 + due.minute if due else 24 * 60,
        after=(*one.item.after, *_before(one)),
    )


def _before(one: Open) -> tuple[int, ...]:
    """In a module in order, the items before this one."""
    module = one.laid.module_by_id[one.item.module_id]
    if not module.in_order:
        return ()
    return tuple(i.id for i in module.items if i.required and i.number < one.item.number)


def zone_for(zone: str, courses: Courses) -> ZoneInfo:
    """A person's own zone; without one, that of the first of their courses that has dates."""
    if zone:
        return ZoneInfo(zone)
    return next((laid.zone for _, laid in courses.values() if laid.term is not None), ZoneInfo("UTC"))
