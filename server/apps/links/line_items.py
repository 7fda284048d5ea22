"""The one line item of an item, and those that a system made."""

from __future__ import annotations

from decimal import Decimal

from apps.courses.public import Course
from apps.kernel.public import now
from apps.layout.public import LaidItem
from apps.links.models import LineItem, Placement

NO_POINTS = Decimal(100)
"""What a system's scores are of while an item has no points: they go to it once it has some."""


def line_item_of(course: Course, placement: Placement, item: LaidItem) -> LineItem:
    """The item's own, made when it is first asked for; its points and title follow the item's."""
    most = Decimal(str(item.points)) if item.points else NO_POINTS
    fields = {"course": course, "system_id": placement.system_id, "label": item.title, "most": most}
    fields |= {"resource_id": placement.resource_id, "tag": placement.tag}
    row, made = LineItem.objects.get_or_create(item_id=item.id, defaults={**fields, "made_at": now()})
    if not made and (row.most != most or row.label != item.title or row.system_id != placement.system_id):
        row.most, row.label, row.system_id = most, item.title, placement.system_id
        row.save(update_fields=["most", "label", "system_id"])
    return row
