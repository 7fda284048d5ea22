"""Who may do what in a course, with the reason when not."""

from __future__ import annotations

from apps.courses.memberships import Membership, course_and_membership
from apps.courses.models import Course
from apps.kernel.public import Actor, Allowed, Denied, Verdict, require

STRANGER = Denied("course", stranger=True)
"""Whoever has no place in a course gets the answer that they would get without the course."""


def can_enter(member: Membership) -> Verdict:
    """Teachers always; students once the course is opened to them."""
    if not member.roles:
        return STRANGER
    return Allowed() if member.opened or member.teaches else Denied("course.not_opened")


def can_teach(member: Membership) -> Verdict:
    if member.teaches:
        return Allowed()
    return Denied("course.teachers_only") if member.roles else STRANGER


def can_lay_out(member: Membership) -> Verdict:
    if member.instructs:
        return Allowed()
    return Denied("course.instructors_only") if member.roles else STRANGER


def can_study(member: Membership) -> Verdict:
    if member.studies:
        return can_enter(member)
    return Denied("course.students_only") if member.roles else STRANGER


def can_see_student(member: Membership, section_id: int | None) -> Verdict:
    """Assistants reach the students of the sections they are given."""
    if not member.teaches:
        return can_teach(member)
    return Allowed() if member.reaches(section_id) else Denied("course.other_section")


def taught_course(actor: Actor, slug: str) -> tuple[Course, Membership]:
    """The course and the actor's place in it, for those who teach it; others are refused."""
    course, member = course_and_membership(actor, slug)
    require(can_teach(member))
    return course, member
