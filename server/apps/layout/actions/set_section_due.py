from __future__ import annotations

from copy import copy
from datetime import datetime
from typing import Any

from django.utils.translation import gettext as _

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, not_found, require
from apps.layout.actions.allow import AllowanceWish, allow, refuse_bad, tell_of_allowance
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Allowance
from apps.layout.queries import layout

MOVES = ("walls", "shift_minutes")


def set_section_due(actor: Actor, course: Course, item_id: int, section_id: int, due: datetime) -> AuditRecord:
    """The due moment of one section: by its allowance for the item where it has one, whatever else that one says, or
    by a new one. Those whom it concerns are told."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    laid = layout(course)
    if item_id not in laid.items:
        raise not_found("item")
    wall = due.astimezone(laid.zone).strftime("%Y-%m-%dT%H:%M")
    rows = Allowance.objects.filter(course=course, item_id=item_id, section_id=section_id, removed=False)
    found = list(rows.order_by("-pk"))
    if not found:
        why = _("As its linked system has it")
        return allow(actor, course, AllowanceWish(section_id=section_id, item_id=item_id, walls={"due": wall}, why=why))
    last, *others = found
    fields = _without_due(last)
    fields["walls"]["due"] = wall
    wanted = copy(last)
    wanted.walls, wanted.shift_minutes = fields["walls"], fields["shift_minutes"]
    refuse_bad(wanted, laid)
    # At one level the kinder of two would hold: only this one says when it is due.
    edits = [Edit("allowance", last, fields), *(Edit("allowance", row, _without_due(row)) for row in others)]
    change = apply(actor, course, "allow", edits)
    tell_of_allowance(course, last)
    return change


def _without_due(row: Allowance) -> dict[str, Any]:
    return {name: {k: v for k, v in getattr(row, name).items() if k != "due"} for name in MOVES}
