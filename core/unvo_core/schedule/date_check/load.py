"""Rules about how much falls into a week."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from unvo_core.schedule.date_check.model import (
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Finding,
    Fix,
    Place,
    Severity,
)
from unvo_core.schedule.load import Load, load_of, weekly_minutes


def week_over(course: CheckedCourse) -> Iterator[Finding]:
    """A week with over a quarter more than its credits stand for, class time included.

    Its fix moves the item that helps most with the least moved to the week after or before, if that has room.
    """
    wanted = weekly_minutes(course.credits, len(course.calendar.week_by_number))
    minutes = {number: _minutes(course, number) for number in course.calendar.week_by_number}
    for number, found in minutes.items():
        if _is_over(course, found):
            place, params = Place("week", number), {"week": number, "minutes": found, "usual": int(wanted)}
            yield Finding("week.over_load", Severity.NOTICE, place, params, _lighter(course, number, minutes))


def _is_over(course: CheckedCourse, minutes: int) -> bool:
    return load_of(minutes, course.credits, len(course.calendar.week_by_number)) is Load.OVER


def _minutes(course: CheckedCourse, number: int) -> int:
    week = course.calendar.week_by_number[number]
    classes = (m for m in course.calendar.meetings if week.first_day <= m.day <= week.last_day)
    return _work(course, number) + sum(int((m.end - m.start).total_seconds() // 60) for m in classes)


def _work(course: CheckedCourse, number: int) -> int:
    return sum(i.minutes for i in _items(course, number) if i.required and i.published)


def _items(course: CheckedCourse, number: int) -> list[CheckedItem]:
    return [i for i in course.items if course.module_by_id[i.module_id].week == number]


def _lighter(course: CheckedCourse, number: int, minutes: Mapping[int, int]) -> Fix | None:
    """The move that leaves the week lightest without overfilling another; the smallest item that is enough."""
    awaited = {i for item in course.items for i in item.after}
    movable = [i for i in _items(course, number) if i.required and i.published and i.minutes and not i.exam]
    best: tuple[tuple[bool, int, bool], CheckedItem, CheckedModule] | None = None
    for by in (1, -1):
        module = next((m for m in course.modules if m.week == number + by), None)
        for item in movable:
            blocked = item.id in awaited if by > 0 else bool(item.after)
            if module is None or blocked or _is_over(course, minutes[number + by] + item.minutes):
                continue
            enough = not _is_over(course, minutes[number] - item.minutes)
            rank = (not enough, item.minutes if enough else -item.minutes, by < 0)
            if best is None or rank < best[0]:
                best = rank, item, module
    if best is None:
        return None
    _, item, module = best
    values = {"module": module.id, "title": item.title, "week": module.week or 0}
    return Fix("move_item", Place("item", item.id), values)
