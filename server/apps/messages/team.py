"""Those who teach a course, as its students reach them."""

from __future__ import annotations

from django.db.models import Q

from apps.courses.public import Enrolment


def team_of(course_id: int, section_id: int | None) -> list[int]:
    """Those who teach a student of this section: the instructors, and the assistants of the section."""
    teach = Enrolment.objects.filter(course_id=course_id).exclude(role=Enrolment.STUDENT)
    mine = Q(role=Enrolment.INSTRUCTOR) | Q(section_id=section_id, section__isnull=False)
    return list(teach.filter(mine).values_list("person_id", flat=True))
