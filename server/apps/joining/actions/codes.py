from __future__ import annotations

from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from django.db.models import F
from unvo_core.schedule.zones import instant_of

from apps.courses.public import (
    Course,
    Fate,
    can_lay_out,
    enrol,
    lock_course,
    membership,
    places_of,
    refuse_archived,
    refuse_foreign,
)
from apps.joining.models import ClassCode
from apps.joining.secrets import as_code, new_code
from apps.kernel.public import Actor, Refused, not_found, now, record, require


def make_code(
    actor: Actor, course: Course, section_id: int | None, most_uses: int | None, last_day: date | None
) -> ClassCode:
    """A code for the section, until the end of its last day; the one before it is closed, so this renews it too."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    refuse_foreign(course, [section_id])
    at = now()
    ends_at = None
    if last_day is not None:
        ends_at = instant_of(datetime.combine(last_day + timedelta(days=1), time()), ZoneInfo(course.zone))
    if ends_at is not None and ends_at <= at:
        raise Refused("code.ends_before")
    before = ClassCode.objects.filter(course=course, closed_at=None)
    (before.filter(section_id=section_id) if section_id else before.filter(section=None)).update(closed_at=at)
    made = ClassCode.objects.create(
        course=course, section_id=section_id, code=new_code(), made_at=at, most_uses=most_uses, ends_at=ends_at
    )
    record(actor, "code.make", ("code", made.pk), course_id=course.pk, after={"section": section_id})
    return made


def close_code(actor: Actor, course: Course, code_id: int) -> None:
    require(can_lay_out(membership(actor, course)))
    closed = ClassCode.objects.filter(course=course, pk=code_id, closed_at=None).update(closed_at=now())
    if closed:
        record(actor, "code.close", ("code", code_id), course_id=course.pk)
    elif not ClassCode.objects.filter(course=course, pk=code_id).exists():
        raise not_found("code")


def standing_code(typed: str, *, lock: bool = False) -> ClassCode:
    """The code that somebody typed, if it lets anybody in now."""
    rows = ClassCode.objects.select_for_update(of=("self",)) if lock else ClassCode.objects.all()
    found = rows.select_related("course__term", "section").filter(code=as_code(typed)).first()
    if found is None or found.course.removed_at:
        raise Refused("code.unknown", status=404)
    refuse_archived(found.course)
    if found.closed_at or (found.ends_at and found.ends_at <= now()):
        raise Refused("code.closed", status=409)
    return found


def join(actor: Actor, typed: str) -> tuple[ClassCode, Fate]:
    """Enrol oneself by a code; who is in another section comes into this one with all their work.
    Who was taken out is brought back by a teacher alone."""
    lock_course(standing_code(typed).course)
    code = standing_code(typed, lock=True)
    person = actor.person_id or 0
    if places_of(code.course).fate(person, code.section_id) == "returned":
        raise Refused("code.withdrawn", status=403)
    fate = enrol(actor, code.course, {person: code.section_id}, "people.join")[person]
    if fate in ("already", "teaches"):
        return code, fate
    if code.most_uses is not None and code.uses >= code.most_uses:
        raise Refused("code.used_up", status=409)
    ClassCode.objects.filter(pk=code.pk).update(uses=F("uses") + 1)
    return code, fate
