"""A course from nothing: its time, its classes, and the modules that it starts with."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from typing import Any, Literal
from zoneinfo import ZoneInfo, available_timezones

from django.utils.translation import gettext as _
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.term import Term as CoreTerm

from apps.courses.public import Course, Enrolment, Term, free_slug
from apps.kernel.public import Actor, Refused, not_found, one_line, record, require
from apps.layout.actions.set_schedule import PatternWish, refuse_bad_pattern, refuse_bad_term
from apps.layout.models import MeetingPattern, Module
from apps.layout.queries import layout
from apps.people.public import can_make_courses

Run = Literal["weeks", "units", "days", "none"]
"""How modules run: one a week, units over the term, one for each day with class, or none yet."""
MOST_MODULES = 120
BETWEEN = 10


@dataclass(frozen=True)
class OwnDates:
    name: str
    first_day: date
    last_day: date


@dataclass(frozen=True, kw_only=True)
class CourseWish:
    """`dates`: the id of a term of the institution, dates of its own, or none at all. `slots` as MeetingPattern keeps
    them. `count`: how many units, or days in a course without dates."""

    title: str
    code: str
    zone: str
    credits: Decimal
    dates: int | OwnDates | None
    slots: Sequence[dict[str, Any]]
    run: Run
    count: int


def begin_course(actor: Actor, wish: CourseWish) -> Course:
    """Make the course, with whoever makes it as its instructor; closed to students, its modules drafts."""
    require(can_make_courses(actor))
    if wish.zone not in available_timezones():
        raise Refused("schedule.zone", zone=wish.zone)
    title, code = one_line(wish.title, "Title", 200), one_line(wish.code, "Code", 20)
    pattern = PatternWish(None, wish.slots)
    refuse_bad_pattern(pattern)
    course = Course.objects.create(
        slug=free_slug(code, title),
        code=code,
        title=title,
        zone=wish.zone,
        credits=wish.credits,
        term=_term(wish),
    )
    Enrolment.objects.create(course=course, person_id=actor.person_id or 0, role=Enrolment.INSTRUCTOR)
    if wish.slots:
        MeetingPattern.objects.create(course=course, slots=list(wish.slots))
    course.refresh_from_db()
    steps = _steps(wish, layout(course).calendar)
    Module.objects.bulk_create(
        Module(course=course, title=name, week=week, position=n * BETWEEN) for n, (name, week) in enumerate(steps)
    )
    record(actor, "course.make", ("course", course.pk), course_id=course.pk, after={"code": code, "title": title})
    course.refresh_from_db()
    return course


def _term(wish: CourseWish) -> Term | None:
    if wish.dates is None:
        return None
    if isinstance(wish.dates, int):
        found = Term.objects.filter(pk=wish.dates, shared=True, removed=False).first()
        if found is None:
            raise not_found("term")
        return found
    own = wish.dates
    name = one_line(own.name, "Name", 100)
    refuse_bad_term(CoreTerm(name=name, first_day=own.first_day, last_day=own.last_day, zone=ZoneInfo(wish.zone)))
    return Term.objects.create(name=name, first_day=own.first_day, last_day=own.last_day)


def _steps(wish: CourseWish, calendar: Calendar) -> list[tuple[str, int | None]]:
    """Title and week of each module, in order."""
    numbers = sorted(calendar.week_by_number)
    if wish.run == "none":
        return []
    if wish.run == "days" and numbers:
        return _class_days(calendar)
    if wish.run == "weeks" and numbers:
        return [(_("Week %(n)s") % {"n": n}, n) for n in numbers]
    if not 1 <= wish.count <= MOST_MODULES:
        raise Refused("course.module_count", most=MOST_MODULES)
    name = {"weeks": _("Week %(n)s"), "units": _("Unit %(n)s"), "days": _("Day %(n)s")}[wish.run]
    weeks = [numbers[k * len(numbers) // wish.count] if numbers else None for k in range(wish.count)]
    return [(name % {"n": k + 1}, week) for k, week in enumerate(weeks)]


def _class_days(calendar: Calendar) -> list[tuple[str, int | None]]:
    """One for each day on which the course meets; a week without class has none."""
    weeks = [w.number for w in calendar.weeks if w.number is not None for day in w.days if day in calendar.class_days]
    if not weeks:
        raise Refused("course.no_class_days")
    if len(weeks) > MOST_MODULES:
        raise Refused("course.too_many_days", days=len(weeks), most=MOST_MODULES)
    return [(_("Day %(n)s") % {"n": k}, week) for k, week in enumerate(weeks, 1)]
