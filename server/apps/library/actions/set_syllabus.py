from __future__ import annotations

from apps.courses.public import Course, Edit, Item, apply_edits, can_lay_out, item_row, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, require


def set_syllabus(actor: Actor, course: Course, item_id: int) -> AuditRecord:
    """The item whose text is the course's syllabus."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if item.kind not in (Item.PAGE, Item.ACKNOWLEDGEMENT):
        raise Refused("syllabus.no_text")
    return apply_edits(actor, course, "set_syllabus", [Edit("course", course, {"syllabus_id": item.pk})])
