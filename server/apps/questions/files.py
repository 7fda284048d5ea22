"""Who may read the pictures of questions."""

from __future__ import annotations

from apps.courses.public import Course, can_teach, membership
from apps.kernel.public import Actor, Denied, StoredFile, Verdict


def can_read_bank_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Those who teach the course. The owner id is the course's."""
    course = Course.objects.filter(pk=stored.owner_id or 0, removed_at=None).first()
    return can_teach(membership(actor, course)) if course else Denied("file", stranger=True)
