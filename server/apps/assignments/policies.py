"""Who may hand in, and who may read what was handed in."""

from __future__ import annotations

from apps.assignments.models import HandIn
from apps.courses.public import can_see_student, membership, students
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict


def can_read_hand_in(actor: Actor, hand_in: HandIn) -> Verdict:
    """Its owner always; teachers of the owner's section once it is handed in."""
    if hand_in.person_id == actor.person_id:
        return Allowed()
    member = membership(actor, hand_in.course)
    if not member.teaches:
        return Denied("hand_in.not_yours")
    enrolment = students(hand_in.course).filter(person_id=hand_in.person_id).first()
    verdict = can_see_student(member, enrolment.section_id if enrolment else None)
    if isinstance(verdict, Allowed) and hand_in.handed_in_at is None:
        return Denied("hand_in.not_yours")
    return verdict


def can_read_photo(actor: Actor, stored: StoredFile) -> Verdict:
    """Its owner: teachers read the PDF, in which what was cut off is not."""
    mine = HandIn.objects.filter(pk=stored.owner_id or 0, person_id=actor.person_id or 0).exists()
    return Allowed() if mine else Denied("hand_in.not_yours")


def can_read_hand_in_file(actor: Actor, stored: StoredFile) -> Verdict:
    hand_in = HandIn.objects.select_related("course").filter(pk=stored.owner_id or 0).first()
    return can_read_hand_in(actor, hand_in) if hand_in else Denied("hand_in.not_yours")
