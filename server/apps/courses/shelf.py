"""A person's courses."""

from __future__ import annotations

from typing import cast

from apps.courses.api.schemas import ShelfCourse
from apps.courses.memberships import Role
from apps.courses.models import Enrolment
from apps.courses.queries import THERE


def shelf(person_id: int) -> list[ShelfCourse]:
    """Each course once, the latest term first, courses without dates after, archived ones last."""
    rows = (
        Enrolment.objects.filter(person_id=person_id, **THERE)
        .select_related("course__term", "section")
        .order_by("course__code", "id")
    )
    found: dict[int, ShelfCourse] = {}
    for row in rows:
        term = row.course.term
        if row.course_id not in found:
            found[row.course_id] = ShelfCourse(
                slug=row.course.slug,
                code=row.course.code,
                title=row.course.title,
                role=cast(Role, row.role),
                section=row.section.name if row.section else "",
                term=term.name if term else "",
                first_day=term.first_day if term else None,
                last_day=term.last_day if term else None,
                archived=row.course.archived_at is not None,
            )
    return sorted(
        found.values(),
        key=lambda c: (c.archived, c.first_day is None, -(c.first_day.toordinal() if c.first_day else 0)),
    )
