from __future__ import annotations

from apps.courses.memberships import membership
from apps.courses.models import Course
from apps.courses.policies import can_lay_out
from apps.courses.queries import lock_course
from apps.kernel.public import Actor, now, record, require


def open_course(actor: Actor, course: Course, opened: bool) -> Course:
    """Let students in, or keep them out again."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    before = course.opened_at
    if bool(before) != opened:
        course.opened_at = now() if opened else None
        course.save(update_fields=["opened_at"])
        record(
            actor,
            "course.open" if opened else "course.close",
            ("course", course.pk),
            course_id=course.pk,
            before={"opened_at": before.isoformat() if before else None},
            after={"opened_at": course.opened_at.isoformat() if course.opened_at else None},
        )
    return course
