"""Whose error reports a teacher reads and settles: those of their own sections, and what another teacher reported."""

from __future__ import annotations

from django.db.models import Exists, OuterRef, Q

from apps.courses.public import Enrolment, Seats


def readable_reports(seats: Seats) -> Q:
    """For rows with `course` and `person`."""
    everyone = [pk for pk, seat in seats.items() if seat.member.section_ids is None]
    sections = [s for seat in seats.values() for s in seat.member.section_ids or ()]
    own = Enrolment.objects.filter(course_id=OuterRef("course_id"), person_id=OuterRef("person_id"))
    theirs = own.filter(role=Enrolment.STUDENT, section_id__in=sections)
    teachers = own.exclude(role=Enrolment.STUDENT)
    return Q(course_id__in=everyone) | Q(Exists(theirs)) | Q(Exists(teachers))
