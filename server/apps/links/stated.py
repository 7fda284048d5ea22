"""What of linked systems does not fit the course: dates, line items that stand at no item, and items that open
none."""

from __future__ import annotations

from unvo_core.check.model import SystemDue

from apps.courses.public import Course
from apps.layout.public import layout
from apps.links.kinds import LINKED
from apps.links.models import LineItem, Placement, StatedDue
from apps.links.queries import put_to_use
from apps.links.sections import layout_of


def stated_dues(course: Course) -> tuple[SystemDue, ...]:
    """What systems say of due moments, each beside the course's own in that section. Nothing is asked where nothing is
    linked."""
    if not has_linked(course):
        return ()
    standing = Placement.objects.filter(item__course=course).values("item")
    rows = StatedDue.objects.filter(item__course=course, item__in=standing).select_related("section")
    items = layout(course).items
    return tuple(_beside_ours(course, row) for row in rows.order_by("section__number") if row.item_id in items)


def _beside_ours(course: Course, row: StatedDue) -> SystemDue:
    ours = layout_of(course, row.section).items[row.item_id].span.due
    name = row.section.name if row.section is not None else ""
    return SystemDue(item_id=row.item_id, section_id=row.section_id, section=name, ours=ours, theirs=row.due)


def unlinked_items(course: Course) -> frozenset[int]:
    """Items of this kind that no system stands behind."""
    if not has_linked(course):
        return frozenset()
    linked = set(Placement.objects.filter(item__course=course).values_list("item_id", flat=True))
    return frozenset(i.id for i in layout(course).items.values() if i.kind == LINKED.code and i.id not in linked)


def shut_items(course: Course) -> dict[int, str]:
    """Items that open for nobody, since their system is not put to use here, with its name."""
    if not has_linked(course):
        return {}
    shut = Placement.objects.filter(~put_to_use("item__course_id"), item__course=course)
    return dict(shut.values_list("item_id", "system__name"))


def stray_line_items(course: Course) -> list[tuple[int, str, str]]:
    """Id, label and system of those that a system made by itself, and that stand at no item."""
    rows = LineItem.objects.filter(course=course, item=None, dropped_at=None, made_by_system=True)
    return [(row.pk, row.label, row.system.name) for row in rows.select_related("system")]


def has_linked(course: Course) -> bool:
    return any(item.kind == LINKED.code for item in layout(course).items.values())
