"""Where somebody has been."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from apps.courses.public import Course
from apps.links.models import KnownIn


@dataclass(frozen=True, slots=True)
class Visit:
    """`at`: when a student came into the system first, from this course."""

    system: str
    at: datetime


def first_visits(course: Course, person_id: int) -> dict[int, Visit]:
    """By system; the earliest where somebody went there under two names."""
    rows = KnownIn.objects.filter(course=course, known__person_id=person_id, first_at__isnull=False)
    rows = rows.order_by("-first_at")
    told = rows.values_list("known__system_id", "known__system__name", "first_at")
    return {system_id: Visit(name, at) for system_id, name, at in told if at is not None}
