from __future__ import annotations

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, now, require, together
from apps.layout.changes import ItemEdit, change_item, make_item
from apps.layout.public import Item, Layout, layout
from apps.links.kinds import LINKED
from apps.links.models import LineItem, Placement, StatedDue


def adopt_line_item(actor: Actor, course: Course, line_item_id: int) -> AuditRecord:
    """A line item that a system made by itself becomes an item of its own: a draft in the week of its due moment, or in
    this one. The scores that are held for it come along."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    rows = LineItem.objects.select_for_update(of=("self",)).select_related("system")
    row = rows.filter(pk=line_item_id, course=course, item=None, dropped_at=None).first()
    if row is None:
        raise not_found("line item")
    module = _module(layout(course), row)
    with together(actor, "adopt_line_item", ("module", module), course_id=course.pk) as whole:
        made = make_item(actor, course, module, LINKED.code, row.label, None)
        item = Item.objects.get(pk=made.target_id)
        fields = {"system": row.system, "resource_id": row.resource_id, "tag": row.tag}
        Placement.objects.create(item=item, **fields)
        if row.ends is not None:
            StatedDue.objects.create(item=item, section=row.section, due=row.ends, at=now())
        change_item(actor, course, item.pk, ItemEdit(points=float(row.most)))
        row.item, row.made_by_system = item, False
        row.save(update_fields=["item", "made_by_system"])
    return whole


def _module(laid: Layout, row: LineItem) -> int:
    at = (row.ends or now()).astimezone(laid.zone).date()
    weeks = [m for m in laid.all if m.week is not None]
    if laid.term is not None:
        for module in weeks:
            week = laid.step(module.key)
            if week is not None and week.first_day <= at <= week.last_day:
                return module.id
    if not laid.all:
        raise Refused("links.no_module", status=409)
    return laid.all[-1].id
