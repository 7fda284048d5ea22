from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from apps.courses.public import Course, Section, can_lay_out, lock_course, membership
from apps.gradebook.models import OfficialGrade, OfficialGrades
from apps.kernel.public import Actor, Refused, now, one_line, record, require

LONGEST_PERIOD = 100
MOST = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class GradeNow:
    """How one student stands, as it is shown; empty where nothing counts yet."""

    person_id: int
    name: str
    sign_in: str
    section: str
    total: str
    band: str


def freeze_grades(
    actor: Actor, course: Course, section: Section | None, period: str, grades: Sequence[GradeNow]
) -> OfficialGrades:
    """Keep how they stand for the record; `grades` of the section's students, or of all."""
    require(can_lay_out(membership(actor, course)))
    if actor.person_id is None:
        raise Refused("request.signed_out", status=401)
    course = lock_course(course)
    line = one_line(period, "The reporting period", LONGEST_PERIOD)
    if not grades:
        raise Refused("official.nobody")
    if OfficialGrades.objects.filter(course=course).count() >= MOST:
        raise Refused("official.too_many", most=MOST)
    made = OfficialGrades.objects.create(
        course=course,
        section=section,
        section_name=section.name if section else "",
        period=line,
        at=now(),
        by_id=actor.person_id,
    )
    OfficialGrade.objects.bulk_create(
        OfficialGrade(
            official=made,
            person_id=one.person_id,
            name=one.name,
            sign_in=one.sign_in,
            section=one.section,
            total=one.total,
            band=one.band,
        )
        for one in grades
    )
    after = {"period": line, "section": made.section_name, "students": len(grades)}
    record(actor, "grading.freeze", ("official_grades", made.pk), course_id=course.pk, after=after)
    return made
