"""A course from nothing: its time, its classes, and the modules that it starts with."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from typing import Any
from zoneinfo import ZoneInfo, available_timezones

from django.utils.translation import gettext_lazy as _
from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.terms.first_modules import FirstModules, Run, first_modules

from apps.courses.public import Course, Enrolment, Term, free_slug
from apps.kernel.public import Actor, Refused, not_found, one_line, record, refuse_problems, require
from apps.layout.actions.set_schedule import PatternWish, refuse_bad_pattern, refuse_bad_term
from apps.layout.models import MeetingPattern, Module
from apps.layout.reading.facts import core_term, pattern_of
from apps.people.public import can_make_courses

BETWEEN = 10
NAMES = {"weeks": _("Week %(n)s"), "units": _("Unit %(n)s"), "days": _("Day %(n)s"), "none": ""}


@dataclass(frozen=True)
class OwnDates:
    name: str
    first_day: date
    last_day: date


@dataclass(frozen=True, kw_only=True)
class TimeWish:
    """`dates`: the id of a term of the institution, dates of its own, or none at all. `slots` as MeetingPattern keeps
    them. `count`: how many units, or modules of a course without dates."""

    zone: str
    dates: int | OwnDates | None
    slots: Sequence[dict[str, Any]]
    run: Run
    count: int


@dataclass(frozen=True, kw_only=True)
class CourseWish:
    title: str
    code: str
    credits: Decimal
    time: TimeWish


@dataclass(frozen=True)
class Plan:
    """What a wish would make. `term` is saved already when it is one of the institution's."""

    term: Term | None
    calendar: Calendar
    modules: FirstModules


def plan_course(actor: Actor, wish: TimeWish) -> Plan:
    """The weeks and first modules of a course with these dates; changes nothing."""
    require(can_make_courses(actor))
    if wish.zone not in available_timezones():
        raise Refused("schedule.zone", zone=wish.zone)
    pattern = PatternWish(None, wish.slots)
    refuse_bad_pattern(pattern)
    term, calendar = _term(wish), Calendar(zone=ZoneInfo(wish.zone))
    if term is not None:
        known = core_term(term, wish.zone)
        refuse_bad_term(known)
        calendar = calendar_of(known, pattern_of(vars(pattern)))
    return Plan(term, calendar, first_modules(wish.run, calendar, wish.count))


def begin_course(actor: Actor, wish: CourseWish) -> Course:
    """Make the course, with whoever makes it as its instructor; closed to students, its modules drafts."""
    plan = plan_course(actor, wish.time)
    refuse_problems(plan.modules.problems)
    title, code = one_line(wish.title, "Title", 200), one_line(wish.code, "Code", 20)
    if plan.term is not None and plan.term.pk is None:
        plan.term.save()
    course = Course.objects.create(
        slug=free_slug(code, title), code=code, title=title, zone=wish.time.zone, credits=wish.credits, term=plan.term
    )
    Enrolment.objects.create(course=course, person_id=actor.person_id or 0, role=Enrolment.INSTRUCTOR)
    if wish.time.slots:
        MeetingPattern.objects.create(course=course, slots=list(wish.time.slots))
    weeks_of_none = wish.time.run == "weeks" and plan.term is None
    name = str(_("Module %(n)s") if weeks_of_none else NAMES[wish.time.run])
    Module.objects.bulk_create(
        Module(
            course=course,
            title=name % {"n": week if plan.modules.named_by_week else n + 1},
            week=week,
            position=n * BETWEEN,
        )
        for n, week in enumerate(plan.modules.weeks)
    )
    record(actor, "course.make", ("course", course.pk), course_id=course.pk, after={"code": code, "title": title})
    course.refresh_from_db()
    return course


def _term(wish: TimeWish) -> Term | None:
    if isinstance(wish.dates, int):
        found = Term.objects.filter(pk=wish.dates, shared=True, removed=False).first()
        if found is None:
            raise not_found("term")
        return found
    if wish.dates is None:
        return None
    own = wish.dates
    return Term(name=one_line(own.name, "Name", 100), first_day=own.first_day, last_day=own.last_day)
