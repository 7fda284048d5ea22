"""What a teacher notes for one student: done, not done, let in. Each with a reason."""

from __future__ import annotations

from apps.courses.public import Course, Enrolment, can_see_student, membership
from apps.kernel.public import Actor, not_found, one_line, require
from apps.layout.public import layout
from apps.path.actions.note_fact import forget, note
from apps.path.models import Fact

LONGEST_REASON = 300


def mark_person(actor: Actor, course: Course, item_id: int, person_id: int, kind: str, on: bool, reason: str) -> None:
    """`kind`: done, or let_in (opens what a teacher opens by hand). The reason stands in the record."""
    enrolment = Enrolment.objects.filter(course=course, person_id=person_id, role=Enrolment.STUDENT).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    if enrolment is None or item_id not in layout(course).items:
        raise not_found("student" if enrolment is None else "item")
    why = one_line(reason, "Reason", LONGEST_REASON)
    fact = {"done": Fact.TICKED, "let_in": Fact.LET_IN}[kind]
    if on:
        note(actor, course, item_id, person_id, fact, detail={"reason": why}, by_teacher=True)
    else:
        forget(actor, course, item_id, person_id, fact, why)
