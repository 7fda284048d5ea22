"""Rules about how much falls into a week."""

from __future__ import annotations

from collections.abc import Iterator

from unvo_core.schedule.date_check.model import CheckedCourse, Finding, Place, Severity
from unvo_core.schedule.load import Load, load_of, weekly_minutes


def week_over(course: CheckedCourse) -> Iterator[Finding]:
    """A week with over a quarter more than its credits stand for, class time included."""
    numbered = len(course.calendar.week_by_number)
    for number, week in course.calendar.week_by_number.items():
        modules = {m.id for m in course.modules if m.week == number}
        work = sum(i.minutes for i in course.items if i.module_id in modules and i.required and i.published)
        classes = sum(
            int((m.end - m.start).total_seconds() // 60)
            for m in course.calendar.meetings
            if week.first_day <= m.day <= week.last_day
        )
        if load_of(work + classes, course.credits, numbered) is Load.OVER:
            wanted = weekly_minutes(course.credits, numbered)
            params = {"week": number, "minutes": work + classes, "usual": int(wanted)}
            yield Finding("week.over_load", Severity.NOTICE, Place("week", number), params)
