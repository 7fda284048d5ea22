from __future__ import annotations

from django.db.models import Max

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require
from apps.layout.actions.change_module import LONGEST_TITLE, module_row
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.kinds import kind_of
from apps.layout.models import Item, Part


def make_item(actor: Actor, course: Course, module_id: int, kind: str, title: str, part_id: int | None) -> AuditRecord:
    """A draft at the end of its part, with the done rule that its kind usually has."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    module, made = module_row(course, module_id), kind_of(kind)
    require(made.may_be_made(course))
    if part_id is not None and not Part.objects.filter(pk=part_id, module=module, removed=False).exists():
        raise Refused("item.no_such_part")
    last = module.items.aggregate(n=Max("position"))["n"] or 0
    item = Item.objects.create(
        course=course,
        module=module,
        part_id=part_id,
        kind=kind,
        title=one_line(title, "Title", LONGEST_TITLE),
        position=last + 10,
        done_rule=made.first_rule,
        done_percent=made.first_percent,
        required=not made.heading,
        takes_hand_ins=made.takes_hand_ins,
    )
    return apply(actor, course, "make_item", [Edit("item", item, made=True)])
