"""How a course runs in time, as Setup shows it."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from django.db.models import F
from unvo_core.schedule.load import weekly_minutes

from apps.courses.public import Course, Group, Named, Section, instructors, student_count
from apps.kernel.public import edition
from apps.layout.public import Break, MeetingPattern, Pattern, class_out, date_order_of, layout
from apps.path.public import Reader
from apps.screens.setup import schemas as out
from apps.screens.term.page import term_weeks


def schedule(course: Course, reader: Reader) -> out.Schedule:
    laid, term = layout(course), course.term
    patterns = MeetingPattern.objects.filter(course=course).order_by(F("section__number").asc(nulls_first=True))
    credits = Fraction(str(course.credits))
    return out.Schedule(
        title=course.title,
        code=course.code,
        course_edition=edition(("course", course.pk)),
        archived_at=course.archived_at,
        students=student_count(course),
        can_lay_out=reader.member.instructs,
        instructors=instructors(course),
        dated=term is not None,
        name=term.name if term else "",
        first_day=term.first_day if term else None,
        last_day=term.last_day if term else None,
        first_week_number=term.first_week_number if term else 1,
        week_start=term.week_start if term else 0,
        zone=course.zone,
        default_due_time=course.default_due_time,
        credits=course.credits,
        breaks=[
            Break(name=b.name, first_day=b.first_day, last_day=b.last_day, takes_week_number=b.takes_week_number)
            for b in (laid.term.breaks if laid.term else ())
        ],
        patterns=[Pattern.model_validate(_pattern(p)) for p in patterns],
        sections=[Named(id=s.pk, name=s.name) for s in Section.objects.filter(course=course).order_by("number")],
        groups=[Named(id=g.pk, name=g.name) for g in Group.objects.filter(course=course).order_by("name")],
        classes=[class_out(m) for m in laid.calendar.meetings],
        weeks=term_weeks(course, reader) if term else [],
        usual_minutes=int(weekly_minutes(credits, len(laid.calendar.week_by_number) or 15)),
        opened_at=course.opened_at,
        turnaround_days=course.turnaround_days,
        answer_days=course.answer_days,
        edition=edition(("schedule", course.pk)),
        date_order=date_order_of(course),
    )


def _pattern(row: MeetingPattern) -> dict[str, Any]:
    return {
        "section_id": row.section_id,
        "slots": row.slots,
        "rotation": row.rotation,
        "exceptions": row.exceptions,
    }
