from __future__ import annotations

from apps.courses.public import Course, Enrolment, Section, can_lay_out, lock_course, membership, section_row
from apps.kernel.public import Actor, Refused, record, require
from apps.layout.models import Allowance
from apps.layout.queries import layout


def merge_section(actor: Actor, course: Course, section_id: int, into_id: int) -> Section:
    """Put everybody of a section into another one and end it, with its own classes; refused while an allowance or a
    condition names it."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    section, into = section_row(course, section_id), section_row(course, into_id)
    if section.pk == into.pk:
        raise Refused("section.same")
    named = section_id in layout(course).audiences[1]
    if named or Allowance.objects.filter(section=section, removed=False).exists():
        raise Refused("section.in_use", status=409, name=section.name)
    rows = Enrolment.objects.filter(course=course, section=section)
    teachers_there = Enrolment.objects.filter(course=course, section=into, role=Enrolment.ASSISTANT)
    rows.filter(role=Enrolment.ASSISTANT, person_id__in=teachers_there.values("person_id")).delete()
    moved = list(rows.values_list("person_id", flat=True))
    rows.update(section=into)
    before = {"name": section.name, "people": moved}
    section.delete()
    record(
        actor, "section.merge", ("section", section_id), course_id=course.pk, before=before, after={"into": into.name}
    )
    return into
