from __future__ import annotations

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item, Part
from apps.layout.queries import item_row


def place_item(actor: Actor, course: Course, item_id: int, part_id: int | None, before: int | None) -> AuditRecord:
    """Move an item within its module: into a part, before another item there or to its end."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    moved = item_row(course, item_id)
    if part_id is not None and not Part.objects.filter(pk=part_id, module_id=moved.module_id, removed=False).exists():
        raise Refused("item.no_such_part")
    siblings = list(
        Item.objects.filter(module_id=moved.module_id, part=part_id, removed=False)
        .exclude(pk=moved.pk)
        .order_by("position", "id")
    )
    at = len(siblings)
    if before is not None:
        places = [n for n, s in enumerate(siblings) if s.pk == before]
        if not places:
            raise Refused("item.no_such_place", status=409)
        at = places[0]
    siblings.insert(at, moved)
    edits = [Edit("item", moved, {"part_id": part_id, "position": (at + 1) * 10})]
    for n, sibling in enumerate(siblings):
        if sibling is not moved and sibling.position != (n + 1) * 10:
            edits.append(Edit("item", sibling, {"position": (n + 1) * 10}))
    return apply(actor, course, "place_item", edits)
