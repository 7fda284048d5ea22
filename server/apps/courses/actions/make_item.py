from __future__ import annotations

from django.db.models import Max

from apps.courses.actions.change_module import LONGEST_TITLE, module_row
from apps.courses.actions.layout_change import Edit, apply, lock
from apps.courses.memberships import membership
from apps.courses.models import Course, Item, Part
from apps.courses.policies import can_lay_out
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require

FIRST_RULES = {
    Item.PAGE: "ticked",
    Item.FILE: "opened",
    Item.LINK: "opened",
    Item.ASSIGNMENT: "handed_in",
    Item.ACKNOWLEDGEMENT: "acknowledged",
    Item.VIDEO: "watched",
    Item.AUDIO: "watched",
    Item.SLIDES: "opened",
    Item.OFFLINE: "ticked",
    Item.HEADING: "nothing",
}
WATCHED_ENOUGH = 80
"""Per cent of a recording that count as watched, until its teacher says otherwise."""


def make_item(actor: Actor, course: Course, module_id: int, kind: str, title: str, part_id: int | None) -> AuditRecord:
    """A draft at the end of its part, with the done rule that its kind usually has."""
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    module = module_row(course, module_id)
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
        done_rule=FIRST_RULES[kind],
        done_percent=WATCHED_ENOUGH if kind in Item.MEDIA else None,
        required=kind != Item.HEADING,
        takes_hand_ins=kind == Item.ASSIGNMENT,
    )
    return apply(actor, course, "make_item", [Edit("item", item, made=True)])
