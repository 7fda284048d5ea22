"""What the course says of itself: classes, weights, late rules, people. Read from it each time, never typed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from decimal import Decimal
from typing import cast

from django.utils.dates import WEEKDAYS_ABBR
from django.utils.translation import gettext as _
from unvo_core.schedule.meetings import Meeting

from apps.courses.public import Course, Enrolment
from apps.gradebook.public import late_lines, setup_of, table_lines
from apps.layout.public import Layout, layout
from apps.library.api import schemas as out


def generated(course: Course, laid: Layout) -> out.Generated:
    """`laid`: as the reader has it, so a student reads the classes of their own section."""
    return out.Generated(
        classes=class_lines(laid),
        weights=weights(course),
        late_rules=late_lines(setup_of(course)),
        conversions=table_lines(setup_of(course)),
        teachers=teachers(course),
        term=laid.term.name if laid.term else "",
        first_day=laid.term.first_day if laid.term else None,
        last_day=laid.term.last_day if laid.term else None,
        turnaround_days=course.turnaround_days,
        answer_days=course.answer_days,
    )


def class_lines(laid: Layout) -> list[str]:
    """'Mon 10:00 to 11:15, Room B12', in the order of the week; what happens but once is left out."""
    zone = laid.zone

    def slot(meeting: Meeting) -> tuple[int, str, str, str, str]:
        start, end = meeting.start.astimezone(zone), meeting.end.astimezone(zone)
        return start.weekday(), str(WEEKDAYS_ABBR[start.weekday()]), f"{start:%H:%M}", f"{end:%H:%M}", meeting.place

    found = Counter(slot(m) for m in laid.calendar.meetings)
    usual = sorted(s for s, n in found.items() if n > 1 or len(found) == 1)
    return [
        _("%(day)s %(start)s to %(end)s") % {"day": day, "start": start, "end": end} + (f", {place}" if place else "")
        for _weekday, day, start, end, place in usual
    ]


def weights(course: Course) -> list[out.Weight]:
    found = setup_of(course)
    items = layout(course).student_items
    return [
        out.Weight(
            name=c.name,
            weight="" if c.weight is None else f"{float(c.weight):g}",
            points=_sum(items[i].points for i in found.counting[c.pk]),
            items=len(found.counting[c.pk]),
            dropped=c.drop_lowest,
        )
        for c in found.categories
    ]


def _sum(points: Iterable[float | None]) -> str:
    return f"{sum((Decimal(str(p or 0)) for p in points), Decimal(0)):g}"


def teachers(course: Course) -> list[out.Teacher]:
    """Instructors first; assistants with the sections they are given."""
    rows = Enrolment.objects.filter(course=course, role__in=(Enrolment.INSTRUCTOR, Enrolment.ASSISTANT))
    found: dict[int, out.Teacher] = {}
    for row in rows.select_related("person", "section").order_by("-role", "person__sort_name", "section__number"):
        one = found.setdefault(
            row.person_id, out.Teacher(name=row.person.name, role=cast(out.TeacherRole, row.role), sections=[])
        )
        if row.section is not None:
            one.sections.append(row.section.name)
    return sorted(found.values(), key=lambda t: t.role != Enrolment.INSTRUCTOR)
