"""Rules about dates that stand in titles of items and modules."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator
from datetime import date

from unvo_core.check.model import CheckedCourse, CheckedItem, CheckedModule, Finding, Fix, Place, Severity
from unvo_core.check.texts import in_term, middle, redated, restyled
from unvo_core.terms.written_dates import WrittenDate, written_dates

_SURELY_A_DATE = re.compile(r"[A-Za-z]|\d{4}")
"""'Problems 5/6' is none: figures alone count with their year only."""


def title_dates(course: CheckedCourse) -> Iterator[Finding]:
    """Each date in a title once: outside the term, else a wrong weekday, else a day of something else."""
    for item in course.items:
        yield from _of_item(course, item)
    for module in course.modules:
        yield from _of_module(course, module)


def _of_item(course: CheckedCourse, item: CheckedItem) -> Iterator[Finding]:
    """Beside its own moments; without any, a date in its title may well be meant."""
    span, day_of = item.span, course.calendar.day_of
    own = {day_of(at) for at in (span.opens, span.start_by, span.due, span.closes) if at is not None}
    for written in _dates(course, item.title):
        instead = day_of(span.due) if span.due else None
        found = _no_day_of_the_term(course, Place("item", item.id), item.title, written, instead)
        if found is None and span.due is not None and written.day not in own:
            found = _unlike("title.unlike_due", Place("item", item.id), item.title, written, instead, at=span.due)
        if found is not None:
            yield found


def _of_module(course: CheckedCourse, module: CheckedModule) -> Iterator[Finding]:
    week = course.calendar.week_by_number.get(module.week) if module.week is not None else None
    for written in _dates(course, module.title):
        instead = None if week is None else _same_weekday(week.days, written.day)
        found = _no_day_of_the_term(course, Place("module", module.id), module.title, written, instead)
        if found is None and week is not None and not week.first_day <= written.day <= week.last_day:
            place, first, last = Place("module", module.id), week.first_day, week.last_day
            found = _unlike("title.unlike_week", place, module.title, written, instead, first=first, last=last)
        if found is not None:
            yield found


def _dates(course: CheckedCourse, title: str) -> list[WrittenDate]:
    term = course.calendar.term
    if term is None:
        return []
    found = written_dates(title, middle(term), course.date_order)
    return [written for written in found if _SURELY_A_DATE.search(written.text)]


def _same_weekday(days: Collection[date], day: date) -> date | None:
    return next((one for one in days if one.weekday() == day.weekday()), None)


def _no_day_of_the_term(
    course: CheckedCourse, place: Place, title: str, written: WrittenDate, instead: date | None
) -> Finding | None:
    if in_term(course, written.day) and not written.weekday_is_wrong:
        return None
    code = "prose.weekday" if in_term(course, written.day) else "prose.outside_term"
    day = instead or redated(course, title, written)
    return _unlike(code, place, title, written, day, Severity.WRONG, day=written.day)


def _unlike(
    code: str,
    place: Place,
    title: str,
    written: WrittenDate,
    instead: date | None,
    severity: Severity = Severity.DOUBTFUL,
    **params: object,
) -> Finding:
    fix = None
    if instead is not None and instead != written.day:
        new = title[: written.start] + restyled(written.text, instead) + title[written.end :]
        fix = Fix("rename", place, {"title": new})
    return Finding(
        code=code,
        severity=severity,
        place=place,
        params={"title": title, "text": written.text, **params},
        fix=fix,
    )
