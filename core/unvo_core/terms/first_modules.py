"""The modules that a new course starts with."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from unvo_core.problems import Problem
from unvo_core.schedule.calendar import Calendar

Run = Literal["weeks", "units", "days", "none"]
"""How modules run: one a week, units over the term, one for each day with class, or none yet."""
MOST_MODULES = 120


@dataclass(frozen=True, slots=True)
class FirstModules:
    """`weeks`: of the nth module, from 1, the number of the week in which it stands; None in a course without dates.
    `named_by_week`: a module has the number of its week, and not its own."""

    weeks: tuple[int | None, ...] = ()
    named_by_week: bool = False
    problems: tuple[Problem, ...] = ()


def first_modules(run: Run, calendar: Calendar, count: int) -> FirstModules:
    """`count`: how many units, or modules of a course without dates. A week without a number takes no module."""
    numbers = sorted(calendar.week_by_number)
    if run == "none":
        return FirstModules()
    if run == "weeks" and numbers:
        return FirstModules(tuple(numbers), named_by_week=True)
    if run == "days" and numbers:
        return _by_class_day(calendar)
    if not 1 <= count <= MOST_MODULES:
        return FirstModules(problems=(Problem("course.module_count", "count", {"most": MOST_MODULES}),))
    return FirstModules(tuple(numbers[n * len(numbers) // count] if numbers else None for n in range(count)))


def _by_class_day(calendar: Calendar) -> FirstModules:
    weeks = [w.number for w in calendar.weeks if w.number is not None for day in w.days if day in calendar.class_days]
    if not weeks:
        return FirstModules(problems=(Problem("course.no_class_days", "slots"),))
    if len(weeks) > MOST_MODULES:
        params = {"days": len(weeks), "most": MOST_MODULES}
        return FirstModules(problems=(Problem("course.too_many_days", "slots", params),))
    return FirstModules(tuple(weeks))
