"""Who may hand in, and who may read what was handed in."""

from __future__ import annotations

from apps.assignments.models import HandIn
from apps.assignments.queries import brief_of, came_with, crew_at, draft_of
from apps.courses.public import Course, can_see_student, membership, students
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict


def can_read_hand_in(actor: Actor, hand_in: HandIn) -> Verdict:
    """Its owner always; teachers of the owner's section once it is handed in."""
    if hand_in.person_id == actor.person_id:
        return Allowed()
    if hand_in.handed_in_at is None:
        return Denied("hand_in.not_yours")
    return _can_teach_one(actor, hand_in.course, [hand_in.person_id])


def _can_teach_one(actor: Actor, course: Course, people: list[int]) -> Verdict:
    member = membership(actor, course)
    if not member.teaches:
        return Denied("hand_in.not_yours")
    rows = students(course).filter(person_id__in=people).values_list("section_id", flat=True)
    sections: list[int | None] = list(rows) or [None]
    verdicts = [can_see_student(member, section) for section in sections]
    return next((v for v in verdicts if isinstance(v, Allowed)), verdicts[0])


def can_read_photo(actor: Actor, stored: StoredFile) -> Verdict:
    """Who works on it: teachers read the PDF, in which what was cut off is not."""
    hand_in = HandIn.objects.filter(pk=stored.owner_id or 0).first()
    return Allowed() if hand_in and _works_on(actor, hand_in) else Denied("hand_in.not_yours")


def can_read_hand_in_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Who works or worked on it, each of a group; once it is handed in the teachers of any of them."""
    hand_in = HandIn.objects.select_related("course").filter(pk=stored.owner_id or 0).first()
    if hand_in is None:
        return Denied("hand_in.not_yours")
    if _works_on(actor, hand_in):
        return Allowed()
    if hand_in.handed_in_at is None:
        return Denied("hand_in.not_yours")
    people = came_with(hand_in).values_list("person_id", flat=True)
    return _can_teach_one(actor, hand_in.course, [hand_in.person_id, *people])


def _works_on(actor: Actor, hand_in: HandIn) -> bool:
    """Whose it is, who got it with them, or, as long as it is a draft, who is in its group."""
    me = actor.person_id or 0
    if hand_in.handed_in_at is not None:
        return hand_in.person_id == me or came_with(hand_in).filter(person_id=me).exists()
    if hand_in.group_id is None:
        return hand_in.person_id == me
    brief = brief_of(hand_in.item_id)
    return HandIn.objects.filter(draft_of(brief, me, crew_at(hand_in.course, brief, me)), pk=hand_in.pk).exists()
