"""Comments that are kept to be used again, by all who teach a course."""

from __future__ import annotations

from django.db.models import F

from apps.courses.public import Course, can_teach, membership
from apps.gradebook.models import Remark
from apps.kernel.public import Actor, Refused, not_found, now, record, require

LONGEST_REMARK = 2_000
MOST_REMARKS = 500


def keep_remark(actor: Actor, course: Course, text: str) -> Remark:
    """The same words are kept once."""
    require(can_teach(membership(actor, course)))
    text = text.strip()
    if not text:
        raise Refused("text.empty", field="The comment")
    if len(text) > LONGEST_REMARK:
        raise Refused("text.too_long", field="The comment", length=len(text), most=LONGEST_REMARK)
    if Remark.objects.filter(course=course).count() >= MOST_REMARKS:
        raise Refused("remark.too_many", most=MOST_REMARKS)
    Remark.objects.bulk_create([Remark(course=course, text=text, kept_at=now())], ignore_conflicts=True)
    row = Remark.objects.get(course=course, text=text)
    record(actor, "remark.keep", ("remark", row.pk), course_id=course.pk, after={"text": text})
    return row


def use_remark(actor: Actor, course: Course, remark_id: int) -> None:
    """It went into a comment: those used most come first."""
    require(can_teach(membership(actor, course)))
    if not Remark.objects.filter(course=course, pk=remark_id).update(used=F("used") + 1):
        raise not_found("comment")


def remove_remark(actor: Actor, course: Course, remark_id: int) -> None:
    require(can_teach(membership(actor, course)))
    row = Remark.objects.filter(course=course, pk=remark_id).first()
    if row is None:
        raise not_found("comment")
    record(actor, "remark.remove", ("remark", row.pk), course_id=course.pk, before={"text": row.text})
    row.delete()


def remarks_of(course: Course) -> list[Remark]:
    return list(Remark.objects.filter(course=course).order_by("-used", "text"))
