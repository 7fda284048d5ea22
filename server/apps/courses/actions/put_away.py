"""A course that is over goes into the archive; an administrator brings back one that was removed."""

from __future__ import annotations

from apps.courses.memberships import membership
from apps.courses.models import Course
from apps.courses.policies import can_lay_out
from apps.kernel.public import Actor, not_found, now, record, require
from apps.people.public import can_administer


def archive_course(actor: Actor, course: Course, archived: bool) -> Course:
    require(can_lay_out(membership(actor, course)))
    return _put(actor, course, "archived_at", archived, ("course.archive", "course.take_out"))


def remove_course(actor: Actor, course: Course) -> None:
    """Nobody finds it any more; everything in it stays as it is."""
    require(can_lay_out(membership(actor, course)))
    _put(actor, course, "removed_at", True, ("course.remove", "course.bring_back"))


def bring_back(actor: Actor, course_id: int) -> Course:
    require(can_administer(actor))
    found = Course.objects.filter(pk=course_id).first()
    if found is None:
        raise not_found("course")
    return _put(actor, found, "removed_at", False, ("course.remove", "course.bring_back"))


def _put(actor: Actor, course: Course, field: str, on: bool, actions: tuple[str, str]) -> Course:
    course = Course.objects.select_for_update().get(pk=course.pk)
    before = getattr(course, field)
    if bool(before) != on:
        setattr(course, field, now() if on else None)
        course.save(update_fields=[field])
        record(
            actor,
            actions[0] if on else actions[1],
            ("course", course.pk),
            course_id=course.pk,
            before={field: before.isoformat() if before else None},
        )
    return course
