"""Rules about how much falls into a week."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from itertools import combinations

from unvo_core.check.model import (
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Finding,
    Fix,
    Place,
    Severity,
)
from unvo_core.schedule.load import Load, load_of, weekly_minutes

MOST_MOVES, MOST_CONSIDERED = 4, 15
"""A week that only more moves would cure is for its teacher to rethink."""


def week_over(course: CheckedCourse) -> Iterator[Finding]:
    """A week with over a quarter more than its credits stand for, class time included.

    Its fix moves a few items to the week after, if that cures it.
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
    """The fewest moves to the next week after which neither is too full; of as many, the shortest work. `minutes` is
    what this week then takes. None where no few moves cure it. Never to an earlier week, where what explains it has
    not been read."""
    module = next((m for m in course.modules if m.week == number + 1), None)
    if module is None:
        return None
    awaited = {i for item in course.items for i in item.awaited}
    movable = [
        i
        for i in _items(course, number)
        if i.required and course.is_shown(i) and i.minutes and not i.exam and i.id not in awaited
    ]

    def cures(moved: tuple[CheckedItem, ...]) -> bool:
        took = sum(i.minutes for i in moved)
        return not _is_over(course, minutes[number] - took) and not _is_over(course, minutes[number + 1] + took)

    longest_first = sorted(movable, key=lambda i: -i.minutes)[:MOST_CONSIDERED]
    for count in range(1, MOST_MOVES + 1):
        cures_it = [moved for moved in combinations(longest_first, count) if cures(moved)]
        if cures_it:
            moved = min(cures_it, key=lambda items: sum(i.minutes for i in items))
            return _move(moved, module, number + 1, minutes[number] - sum(i.minutes for i in moved))
    return None


def _move(items: tuple[CheckedItem, ...], module: CheckedModule, week: int, left: int) -> Fix:
    values = {
        "module": module.id,
        "items": tuple(i.id for i in items),
        "titles": tuple(i.title for i in items),
        "week": week,
        "minutes": left,
    }
    return Fix("move_items", Place("week", week - 1), values)
