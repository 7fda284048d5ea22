"""What the course says of itself: classes, weights, late rules, people. Read from it each time, never typed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from decimal import Decimal
from typing import cast

from django.utils.dates import WEEKDAYS_ABBR
from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.schedule.meetings import Meeting

from apps.courses.public import Course, Enrolment
from apps.gradebook.public import setup_of
from apps.layout.public import Layout, layout
from apps.library.api import schemas as out


def generated(course: Course, laid: Layout) -> out.Generated:
    """`laid`: as the reader has it, so a student reads the classes of their own section."""
    return out.Generated(
        classes=class_lines(laid),
        weights=weights(course),
        late_rules=late_lines(course),
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


def weight_lines(course: Course) -> list[str]:
    """'Homework 20 % of the course: 30 items', with what is dropped."""
    lines = []
    for one in weights(course):
        share = (
            _("%(weight)s %% of the course") % {"weight": one.weight}
            if one.weight
            else _("%(points)s points") % {"points": one.points}
        )
        count = ngettext("%(n)s item", "%(n)s items", one.items) % {"n": one.items}
        dropped = (
            ngettext(", the lowest one is dropped", ", the lowest %(n)s are dropped", one.dropped) % {"n": one.dropped}
            if one.dropped
            else ""
        )
        lines.append(f"{one.name}: {share}, {count}{dropped}")
    return lines


def late_lines(course: Course) -> list[str]:
    """Each late rule that an item has, as a sentence, with how many items follow it."""
    found = setup_of(course)
    shown = layout(course).student_items
    by_rule = Counter(row.late_rule_id for item, row in found.graded.items() if row.late_rule_id and item in shown)
    rules = {row.late_rule_id: row.late_rule for row in found.graded.values() if row.late_rule_id}
    lines = []
    for pk, count in by_rule.most_common():
        rule = rules[pk]
        if rule is None:
            continue
        per = _("day") if rule.per == "day" else _("hour")
        line = _("%(percent)s %% of the points for each %(per)s begun") % {
            "percent": f"{float(rule.percent):g}",
            "per": per,
        }
        if rule.grace_minutes:
            line += _(", after %(n)s minutes of grace") % {"n": rule.grace_minutes}
        lines.append(line + " (" + ngettext("%(n)s item", "%(n)s items", count) % {"n": count} + ")")
    return lines


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
