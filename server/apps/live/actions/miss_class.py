from __future__ import annotations

from datetime import timedelta

from apps.courses.public import Course, can_see_student, can_study, can_teach, membership
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, require
from apps.layout.public import person_layout
from apps.live.models import Absence

LONGEST_REASON = 500
AHEAD = timedelta(days=60)


def miss_class(actor: Actor, course: Course, number: int, reason: str) -> Absence:
    """'I missed this class' (or will), with the reason; said again, the newer reason stands."""
    require(can_study(membership(actor, course)))
    person_id = actor.person_id or 0
    meeting = person_layout(course, person_id).calendar.meeting(number)
    if meeting is None:
        raise not_found("class")
    if meeting.start > now() + AHEAD:
        raise Refused("absence.too_early")
    why = one_line(reason, "Reason", LONGEST_REASON)
    made, _ = Absence.objects.update_or_create(
        course=course,
        person_id=person_id,
        starts_at=meeting.start,
        defaults={"class_day": meeting.day, "reason": why, "at": now(), "seen_at": None, "seen_by": None},
    )
    record(actor, "absence.say", ("absence", made.pk), course_id=course.pk, after={"class": number, "reason": why})
    return made


def take_back_absence(actor: Actor, course: Course, number: int) -> None:
    require(can_study(membership(actor, course)))
    meeting = person_layout(course, actor.person_id or 0).calendar.meeting(number)
    if meeting is None:
        raise not_found("class")
    gone, _ = Absence.objects.filter(course=course, person_id=actor.person_id or 0, starts_at=meeting.start).delete()
    if gone:
        record(actor, "absence.take_back", ("course", course.pk), course_id=course.pk, before={"class": number})


def see_absence(actor: Actor, course: Course, absence_id: int, seen: bool) -> None:
    """A teacher has read it, or takes that back."""
    member = membership(actor, course)
    require(can_teach(member))
    found = Absence.objects.filter(course=course, pk=absence_id).first()
    if found is None:
        raise not_found("absence")
    require(can_see_student(member, person_layout(course, found.person_id).sections.get(found.person_id)))
    found.seen_at, found.seen_by_id = (now(), actor.person_id) if seen else (None, None)
    found.save(update_fields=["seen_at", "seen_by"])
    record(actor, "absence.seen", ("absence", absence_id), course_id=course.pk, after={"seen": seen})
