"""What systems say that does not fit the course: dates, line items that stand at no item, and items without a
system."""

from __future__ import annotations

from datetime import datetime

from apps.courses.public import Course
from apps.layout.public import layout
from apps.links.kinds import LINKED
from apps.links.models import LineItem, Placement


def stated_dues(course: Course) -> dict[int, datetime]:
    """By item: the due moment that its system says. Nothing is asked where nothing is linked."""
    if not has_linked(course):
        return {}
    rows = Placement.objects.filter(item__course=course, stated_due__isnull=False)
    return {item: due for item, due in rows.values_list("item_id", "stated_due") if due is not None}


def unlinked_items(course: Course) -> frozenset[int]:
    """Items of this kind that no system stands behind."""
    if not has_linked(course):
        return frozenset()
    linked = set(Placement.objects.filter(item__course=course).values_list("item_id", flat=True))
    return frozenset(i.id for i in layout(course).items.values() if i.kind == LINKED.code and i.id not in linked)


def stray_line_items(course: Course) -> list[tuple[int, str, str]]:
    """Id, label and system of those that a system made by itself, and that stand at no item."""
    rows = LineItem.objects.filter(course=course, item=None, dropped_at=None, made_by_system=True)
    return [(row.pk, row.label, row.system.name) for row in rows.select_related("system")]


def has_linked(course: Course) -> bool:
    return any(item.kind == LINKED.code for item in layout(course).items.values())
