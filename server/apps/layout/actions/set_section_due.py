from __future__ import annotations

from datetime import datetime

from django.utils.translation import gettext as _

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, not_found, require
from apps.layout.actions.allow import AllowanceWish, allow, tell_of_allowance
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Allowance
from apps.layout.queries import layout


def set_section_due(actor: Actor, course: Course, item_id: int, section_id: int, due: datetime) -> AuditRecord:
    """The due moment of one section: by its allowance for the item where it has one, whatever else that one says, or
    by a new one. Those whom it concerns are told."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    if item_id not in layout(course).items:
        raise not_found("item")
    wall = due.astimezone(layout(course).zone).strftime("%Y-%m-%dT%H:%M")
    rows = Allowance.objects.filter(course=course, item_id=item_id, section_id=section_id, removed=False)
    last = rows.order_by("-pk").first()
    if last is None:
        why = _("As its linked system has it")
        return allow(actor, course, AllowanceWish(section_id=section_id, item_id=item_id, walls={"due": wall}, why=why))
    fields = {
        "walls": {**last.walls, "due": wall},
        "shift_minutes": {name: by for name, by in last.shift_minutes.items() if name != "due"},
    }
    others = [Edit("allowance", row, {"removed": True}) for row in rows.exclude(pk=last.pk) if "due" in _moved(row)]
    change = apply(actor, course, "allow", [Edit("allowance", last, fields), *others])
    tell_of_allowance(course, last)
    return change


def _moved(row: Allowance) -> set[str]:
    return {*row.walls, *row.shift_minutes}
