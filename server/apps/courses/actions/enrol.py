"""People come into a course, change their section, leave it and come back; what they did stays theirs."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from apps.courses.memberships import membership
from apps.courses.models import Course, Enrolment, Section, Withdrawal
from apps.courses.policies import can_lay_out
from apps.courses.queries import lock_course
from apps.kernel.public import Actor, Refused, not_found, now, record, require

Fate = Literal["new", "already", "moved", "returned", "teaches"]
"""What enrolling somebody means: they are new in the course, there already, in another section, back again, or one of
its teachers, who is left as they are."""


@dataclass(frozen=True)
class Places:
    """Where everybody of a course stands: students and who withdrew by section, and who teaches."""

    students: Mapping[int, int | None]
    withdrawn: frozenset[int]
    teachers: frozenset[int]

    def fate(self, person_id: int, section_id: int | None) -> Fate:
        if person_id in self.teachers:
            return "teaches"
        if person_id in self.students:
            return "already" if self.students[person_id] == section_id else "moved"
        return "returned" if person_id in self.withdrawn else "new"


def places_of(course: Course) -> Places:
    rows = list(Enrolment.objects.filter(course=course).values_list("person_id", "section_id", "role"))
    gone = Withdrawal.objects.filter(course=course, role=Enrolment.STUDENT).values_list("person_id", flat=True)
    return Places(
        {person: section for person, section, role in rows if role == Enrolment.STUDENT},
        frozenset(gone),
        frozenset(person for person, _, role in rows if role != Enrolment.STUDENT),
    )


def enrol(
    actor: Actor, course: Course, wanted: Mapping[int, int | None], action: str = "people.enrol"
) -> dict[int, Fate]:
    """Students by section; what became of each. Called by those who have asked whether the actor may."""
    course = lock_course(course)
    refuse_foreign(course, wanted.values())
    places = places_of(course)
    fates = {person: places.fate(person, section) for person, section in wanted.items()}
    for person, fate in fates.items():
        if fate == "moved":
            Enrolment.objects.filter(course=course, person_id=person, role=Enrolment.STUDENT).update(
                section_id=wanted[person]
            )
    fresh = [person for person, fate in fates.items() if fate in ("new", "returned")]
    Enrolment.objects.bulk_create(
        Enrolment(course=course, person_id=person, section_id=wanted[person], role=Enrolment.STUDENT)
        for person in fresh
    )
    Withdrawal.objects.filter(course=course, person_id__in=fresh, role=Enrolment.STUDENT).delete()
    changed = {person: fate for person, fate in fates.items() if fate not in ("already", "teaches")}
    if changed:
        after = [{"person": p, "section": wanted[p], "fate": fate} for p, fate in changed.items()]
        before = [{"person": p, "section": places.students[p]} for p, fate in changed.items() if fate == "moved"]
        record(actor, action, ("course", course.pk), course_id=course.pk, before=before, after=after)
    return fates


def refuse_foreign(course: Course, section_ids: Iterable[int | None]) -> None:
    """Refuse a section of another course; and none at all where the course has some."""
    own = set(Section.objects.filter(course=course).values_list("pk", flat=True))
    for section_id in set(section_ids):
        if section_id is None and own:
            raise Refused("section.choose")
        if section_id is not None and section_id not in own:
            raise not_found("section")


def move_student(actor: Actor, course: Course, person_id: int, section_id: int | None) -> None:
    require(can_lay_out(membership(actor, course)))
    if person_id not in places_of(course).students:
        raise not_found("student")
    enrol(actor, course, {person_id: section_id}, "people.move")


def withdraw(actor: Actor, course: Course, person_id: int) -> None:
    """Take somebody out of the course. Their work, scores and dates stay, and are theirs again when they return."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    rows = list(Enrolment.objects.select_for_update().filter(course=course, person_id=person_id))
    if not rows:
        raise not_found("person")
    if any(row.role == Enrolment.INSTRUCTOR for row in rows):
        _refuse_last(course, person_id)
    Withdrawal.objects.bulk_create(
        (
            Withdrawal(course=course, person_id=person_id, section_id=row.section_id, role=row.role, at=now())
            for row in rows
        ),
        ignore_conflicts=True,
    )
    before = [{"person": person_id, "section": row.section_id, "role": row.role} for row in rows]
    Enrolment.objects.filter(pk__in=[row.pk for row in rows]).delete()
    record(actor, "people.withdraw", ("person", person_id), course_id=course.pk, before=before)


def take_back(actor: Actor, course: Course, person_id: int) -> None:
    """Undo a withdrawal: in their old place, or the first section where theirs is gone."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    rows = list(Withdrawal.objects.filter(course=course, person_id=person_id).select_related("section"))
    if not rows:
        raise not_found("person")
    first = Section.objects.filter(course=course).order_by("number").first()
    there = {row.pk for row in Section.objects.filter(course=course)}
    for row in rows:
        kept = row.section if row.section_id in there else first
        section = None if row.role == Enrolment.INSTRUCTOR else kept
        Enrolment.objects.get_or_create(course=course, person_id=person_id, section=section, role=row.role)
    Withdrawal.objects.filter(pk__in=[row.pk for row in rows]).delete()
    record(actor, "people.return", ("person", person_id), course_id=course.pk)


def change_teacher(actor: Actor, course: Course, person_id: int, role: str, section_ids: list[int]) -> None:
    """Of somebody who teaches in it already."""
    require(can_lay_out(membership(actor, course)))
    if person_id not in places_of(course).teachers:
        raise not_found("person")
    set_teacher(actor, course, person_id, role, section_ids)


def set_teacher(actor: Actor, course: Course, person_id: int, role: str, section_ids: list[int]) -> None:
    """An instructor of the whole course, or an assistant in these sections."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    before = list(Enrolment.objects.filter(course=course, person_id=person_id))
    if any(row.role == Enrolment.STUDENT for row in before):
        raise Refused("people.studies_here", status=409)
    if role == Enrolment.ASSISTANT:
        refuse_foreign(course, section_ids or [None])
        _refuse_last(course, person_id)
    sections: list[Any] = [None] if role == Enrolment.INSTRUCTOR else [*dict.fromkeys(section_ids)] or [None]
    Enrolment.objects.filter(course=course, person_id=person_id).delete()
    Enrolment.objects.bulk_create(
        Enrolment(course=course, person_id=person_id, section_id=section, role=role) for section in sections
    )
    Withdrawal.objects.filter(course=course, person_id=person_id).delete()
    record(
        actor,
        "people.teacher",
        ("person", person_id),
        course_id=course.pk,
        before=[{"role": row.role, "section": row.section_id} for row in before],
        after=[{"role": role, "section": section} for section in sections],
    )


def _refuse_last(course: Course, person_id: int) -> None:
    """A course keeps somebody who lays it out."""
    if not Enrolment.objects.filter(course=course, role=Enrolment.INSTRUCTOR).exclude(person_id=person_id).exists():
        raise Refused("people.last_instructor", status=409)
