"""Whose work a teacher is about to say something of."""

from __future__ import annotations

from dataclasses import dataclass

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import HandIn
from apps.courses.public import Course, can_see_student, membership, refuse_archived, students
from apps.kernel.public import Actor, Refused, not_found, require
from apps.layout.public import item_row
from apps.notices.public import News, notify
from apps.path.public import Fact, note

BEGINNING = 160


@dataclass(frozen=True, slots=True)
class Whose:
    item_id: int
    person_id: int


def author_of(actor: Actor, course: Course, whose: Whose) -> int:
    """The teacher, refused unless the student is theirs and the item an assignment."""
    refuse_archived(course)
    enrolment = students(course).filter(person_id=whose.person_id).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    if item_row(course, whose.item_id).kind != ASSIGNMENT.code:
        raise not_found("assignment")
    if actor.person_id is None:
        raise Refused("request.signed_out", status=401)
    return actor.person_id


def latest_hand_in(whose: Whose, attempt: int) -> HandIn:
    """The last attempt that was handed in; refused where it is another one. All attempts are held until the transaction
    ends, a draft among them: who hands it in meanwhile has done so before, or waits."""
    rows = HandIn.objects.filter(item_id=whose.item_id, person_id=whose.person_id)
    list(rows.select_for_update().order_by("attempt"))
    row = rows.filter(handed_in_at__isnull=False).order_by("-attempt").first()
    if row is None:
        raise not_found("hand-in")
    if row.attempt != attempt:
        raise Refused("hand_in.newer", status=409, attempt=row.attempt)
    return row


def note_handed_in(actor: Actor, course: Course, row: HandIn) -> None:
    """That this attempt is what its student has handed in, as of when it came."""
    detail = {"receipt": row.number, "attempt": row.attempt}
    note(actor, course, row.item_id, row.person_id, Fact.HANDED_IN, at=row.handed_in_at, detail=detail)


def tell_of_work(course: Course, row: HandIn, title: str, words: str) -> None:
    """Its student is told that something was said or done with it."""
    address = f"/c/{course.slug}/item/{row.item_id}"
    news = News(kind="work", title=title, address=address, line=words[:BEGINNING], course=course.code)
    notify([row.person_id], news)
