"""Rules about how much falls into a week."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from unvo_core.check.model import (
    CheckedCourse,
    CheckedItem,
    Finding,
    Fix,
    Place,
    Severity,
)
from unvo_core.schedule.load import Load, load_of, weekly_minutes


def week_over(course: CheckedCourse) -> Iterator[Finding]:
    """A week with over a quarter more than its credits stand for, class time included.

    Its fix moves one item to the week after, if that has room.
    """
    wanted = weekly_minutes(course.credits, len(course.calendar.week_by_number))
    minutes = {number: _minutes(course, number) for number in course.calendar.week_by_number}
    for number, found in minutes.items():
        if _is_over(course, found):
            place, params = Place("week", number), {"week": number, "minutes": found, "usual": int(wanted)}
            yield Finding(
                code="week.over_load",
                severity=Severity.NOTICE,
                place=place,
                params=params,
                fix=_lighter(course, number, minutes),
            )


def _is_over(course: CheckedCourse, minutes: int) -> bool:
    return load_of(minutes, course.credits, len(course.calendar.week_by_number)) is Load.OVER


def _minutes(course: CheckedCourse, number: int) -> int:
    week = course.calendar.week_by_number[number]
    classes = (m for m in course.calendar.meetings if week.first_day <= m.day <= week.last_day)
    return _work(course, number) + sum(int((m.end - m.start).total_seconds() // 60) for m in classes)


def _work(course: CheckedCourse, number: int) -> int:
    return sum(i.minutes for i in _items(course, number) if i.required and course.is_shown(i))


def _items(course: CheckedCourse, number: int) -> list[CheckedItem]:
    return [i for i in course.items if course.module_by_id[i.module_id].week == number]


def _lighter(course: CheckedCourse, number: int, minutes: Mapping[int, int]) -> Fix | None:
    """The move to the next week that leaves this one lightest without overfilling that: the smallest item that is
    enough, else the largest; `minutes` is what this week then takes. Never to an earlier week, where what explains
    it has not been read."""
    module = next((m for m in course.modules if m.week == number + 1), None)
    awaited = {i for item in course.items for i in item.awaited}
    movable = [
        i
        for i in _items(course, number)
        if i.required and course.is_shown(i) and i.minutes and not i.exam and i.id not in awaited
        if module is not None and not _is_over(course, minutes[number + 1] + i.minutes)
    ]
    enough = [i for i in movable if not _is_over(course, minutes[number] - i.minutes)]
    if not movable or module is None:
        return None
    item = min(enough, key=lambda i: i.minutes) if enough else max(movable, key=lambda i: i.minutes)
    values = {"module": module.id, "title": item.title, "week": number + 1, "minutes": minutes[number] - item.minutes}
    return Fix("move_item", Place("item", item.id), values)
