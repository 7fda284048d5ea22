from __future__ import annotations

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, one_line, require
from apps.layout.actions.layout_change import Edit, apply


def name_course(actor: Actor, course: Course, title: str, code: str) -> AuditRecord:
    """Another title and code; the address stays, so that links that are out in the world hold."""
    require(can_lay_out(membership(actor, course)))
    fields = {"title": one_line(title, "Title", 200), "code": one_line(code, "Code", 20)}
    course = lock_course(course)
    return apply(actor, course, "name_course", [Edit("course", course, fields)])
