from __future__ import annotations

from apps.checks.models import Waiver
from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, now, record, require


def waive(actor: Actor, course: Course, key: str, waived: bool) -> None:
    """Say that a finding is meant so, or take that back."""
    require(can_lay_out(membership(actor, course)))
    if waived:
        Waiver.objects.get_or_create(course=course, key=key, defaults={"at": now(), "by_id": actor.person_id})
    else:
        Waiver.objects.filter(course=course, key=key).delete()
    record(actor, "check.waive", ("course", course.pk), course_id=course.pk, after={"key": key, "waived": waived})
