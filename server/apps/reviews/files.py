"""Who may read a work's files because it was drawn for them."""

from __future__ import annotations

from apps.assignments.public import HandIn, can_read_hand_in_file
from apps.kernel.public import Actor, Allowed, StoredFile, Verdict
from apps.reviews.models import Reading


def can_read_file_of_work(actor: Actor, stored: StoredFile) -> Verdict:
    """Its authors and those who teach them; readers as long as they are in the course."""
    verdict = can_read_hand_in_file(actor, stored)
    if isinstance(verdict, Allowed):
        return verdict
    work = HandIn.objects.filter(pk=stored.owner_id or 0, handed_in_at__isnull=False)
    mine = Reading.objects.filter(hand_in__in=work, reader_id=actor.person_id or 0, item__removed=False)
    here = mine.filter(course__enrolments__person_id=actor.person_id or 0)
    return Allowed() if here.exists() else verdict
