from __future__ import annotations

import pghistory

from apps.courses.public import Course, can_lay_out, membership, section_row, students
from apps.gradebook.actions.cells import graded_item, lock_cells
from apps.gradebook.actions.tell_scores import tell_scores
from apps.gradebook.models import Score
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import item_row


def release_scores(actor: Actor, course: Course, item_id: int, section_id: int | None = None) -> int:
    """Let everybody, or those of one section, see their score of this item, all at once. Returns how many came out."""
    require(can_lay_out(membership(actor, course)))
    if section_id is not None:
        section_row(course, section_id)
    item_row(course, item_id)
    graded = graded_item(course, item_id)
    at = now()
    lock_cells(graded)
    with pghistory.context(actor=actor.person_id, name=actor.name):
        held = Score.objects.filter(cell__graded_item=graded, released_at__isnull=True)
        if section_id is not None:
            held = held.filter(cell__person_id__in=students(course, [section_id]).values("person_id"))
        attempts = dict(held.order_by("attempt").values_list("cell__person_id", "attempt"))
        count = held.update(released_at=at)
        if not count:
            raise Refused("release.nothing_held", status=409)
        graded.released_at = at
        graded.save(update_fields=["released_at"])
    record(
        actor, "score.release", ("item", item_id), course_id=course.pk, after={"scores": count, "section": section_id}
    )
    tell_scores(course, item_id, attempts)
    return count
