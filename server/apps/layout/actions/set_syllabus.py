from __future__ import annotations

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.actions.layout_change import Edit
from apps.layout.actions.layout_change import apply as apply_edits
from apps.layout.kinds import kind_of
from apps.layout.models import Syllabus
from apps.layout.queries import item_row


def set_syllabus(actor: Actor, course: Course, item_id: int) -> AuditRecord:
    """The item whose text is the course's syllabus."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if not kind_of(item.kind).written:
        raise Refused("syllabus.no_text")
    row, _ = Syllabus.objects.get_or_create(course=course)
    return apply_edits(actor, course, "set_syllabus", [Edit("syllabus", row, {"item_id": item.pk})])
