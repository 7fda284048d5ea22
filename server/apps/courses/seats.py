"""Those who teach: the courses in which somebody does, and what waits for them there."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from zoneinfo import ZoneInfo

from django.db.models import F, Q
from unvo_core.plan.promises import promised

from apps.courses.memberships import Membership, memberships_of
from apps.courses.models import Course, Enrolment
from apps.people.public import Person


@dataclass(frozen=True, slots=True)
class Seat:
    """One course in which the reader teaches."""

    course: Course
    member: Membership
    person_id: int = 0

    @property
    def zone(self) -> ZoneInfo:
        return ZoneInfo(self.course.zone)

    def answer_by(self, since: datetime) -> datetime:
        return promised(since, self.course.answer_days, self.zone)

    def back_by(self, handed_in_at: datetime) -> datetime:
        return promised(handed_in_at, self.course.turnaround_days, self.zone)


@dataclass(frozen=True, slots=True)
class WaitingRow:
    """One thing that waits. `kind`: a code that the desk knows. `row_id`: what its action is about, where
    that is no item."""

    kind: str
    seat: Seat
    since: datetime | None = None
    by: datetime | None = None
    count: int = 1
    item_id: int | None = None
    row_id: int | None = None
    class_at: datetime | None = None
    person: str = ""
    lines: tuple[str, ...] = ()


Seats = Mapping[int, Seat]
"""By course."""


def seats_of(person: Person) -> Seats:
    found = memberships_of(person.pk)
    return {course.pk: Seat(course, member, person.pk) for course, member in found if member.teaches}


def of_my_students(seats: Seats) -> Q:
    """For rows with `course` and `person`: those of students whom the reader may see."""
    everyone = [pk for pk, seat in seats.items() if seat.member.section_ids is None]
    sections = [s for seat in seats.values() for s in seat.member.section_ids or ()]
    enrolled = Q(person__enrolments__course_id=F("course_id"), person__enrolments__role=Enrolment.STUDENT)
    return enrolled & (Q(course_id__in=everyone) | Q(person__enrolments__section_id__in=sections))
