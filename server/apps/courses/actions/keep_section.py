from __future__ import annotations

from django.db.models import Max

from apps.courses.memberships import membership
from apps.courses.models import Course, Enrolment, Section
from apps.courses.policies import can_lay_out
from apps.courses.queries import lock_course
from apps.kernel.public import Actor, Refused, not_found, one_line, record, require

MOST_SECTIONS = 60


def keep_section(actor: Actor, course: Course, section_id: int | None, name: str) -> Section:
    """Make a section, or give one another name. The first one of a course takes all who are in it."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    name = one_line(name, "Name", 60)
    there = Section.objects.filter(course=course)
    if there.filter(name__iexact=name).exclude(pk=section_id or 0).exists():
        raise Refused("section.name_taken", name=name)
    before = None
    if section_id is None:
        if there.count() >= MOST_SECTIONS:
            raise Refused("section.too_many", most=MOST_SECTIONS)
        number = (there.aggregate(n=Max("number"))["n"] or 0) + 1
        section = Section.objects.create(course=course, name=name, number=number)
        if number == 1:
            people = Enrolment.objects.filter(course=course, section=None).exclude(role=Enrolment.INSTRUCTOR)
            people.update(section=section)
    else:
        section = section_row(course, section_id)
        before = {"name": section.name}
        section.name = name
        section.save(update_fields=["name"])
    record(actor, "section.keep", ("section", section.pk), course_id=course.pk, before=before, after={"name": name})
    return section


def section_row(course: Course, section_id: int) -> Section:
    found = Section.objects.filter(course=course, pk=section_id).first()
    if found is None:
        raise not_found("section")
    return found
