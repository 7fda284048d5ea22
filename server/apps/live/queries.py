"""Absences as teachers read them, and a student's own."""

from __future__ import annotations

from apps.courses.public import Course
from apps.live.api import schemas as out
from apps.live.models import Absence
from apps.path.public import Reader, laid_for


def absences(course: Course, reader: Reader) -> list[out.AbsenceRow]:
    """What students said, the unread first; assistants read their sections."""
    laid = laid_for(course, reader)
    sections = reader.member.section_ids
    rows = Absence.objects.filter(course=course).select_related("person").order_by("-starts_at", "person__sort_name")
    found = [a for a in rows if sections is None or laid.sections.get(a.person_id) in sections]
    return [
        out.AbsenceRow(
            id=a.pk, person=a.person.sort_name, starts_at=a.starts_at, reason=a.reason, at=a.at, seen_at=a.seen_at
        )
        for a in sorted(found, key=lambda a: a.seen_at is not None)
    ]
