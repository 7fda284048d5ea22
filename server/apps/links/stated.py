"""What systems say that does not fit the course: dates, line items that stand at no item, and items without a
system."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from unvo_core.check.model import SectionDue

from apps.courses.public import Course
from apps.layout.public import layout
from apps.links.kinds import LINKED
from apps.links.models import LineItem, Placement, StatedDue
from apps.links.sections import layout_of


@dataclass(frozen=True, slots=True)
class StatedDues:
    """What systems say, by item: for the whole course, where they say the same of all its sections and the course has
    one due moment for all; else of sections, each beside the course's own for that section."""

    of_all: Mapping[int, datetime]
    of_sections: tuple[SectionDue, ...]


def stated_dues(course: Course) -> StatedDues:
    """Nothing is asked where nothing is linked."""
    if not has_linked(course):
        return StatedDues({}, ())
    rows: dict[int, list[StatedDue]] = {}
    for row in StatedDue.objects.filter(item__course=course).select_related("section").order_by("section__number"):
        rows.setdefault(row.item_id, []).append(row)
    standing = set(Placement.objects.filter(item_id__in=rows).values_list("item_id", flat=True))
    sections, items = course.sections.count(), layout(course).items
    of_all: dict[int, datetime] = {}
    of_sections: list[SectionDue] = []
    for item_id in [i for i in items if i in standing]:
        stated = [_of_section(course, row) for row in rows[item_id]]
        ours, theirs = {one.ours for one in stated}, {one.theirs for one in stated}
        whole = any(row.section is None for row in rows[item_id]) or len(stated) >= sections
        if whole and len(theirs) == 1 and ours == {items[item_id].span.due}:
            of_all[item_id] = stated[0].theirs
        else:
            of_sections += [one for one in stated if one.section_id]
    return StatedDues(of_all, tuple(of_sections))


def _of_section(course: Course, row: StatedDue) -> SectionDue:
    item = layout_of(course, row.section).items[row.item_id]
    name, pk = (row.section.name, row.section.pk) if row.section is not None else ("", 0)
    return SectionDue(item_id=row.item_id, section_id=pk, section=name, ours=item.span.due, theirs=row.due)


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
