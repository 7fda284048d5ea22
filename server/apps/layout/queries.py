"""Reads of a layout: constant in queries, and kept for each version of it."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import Any
from uuid import UUID

from django.db.models import OuterRef, TextField, Value
from django.db.models.functions import Cast, Concat

from apps.courses.public import ByVersion, Course, Enrolment, GroupMember, TermBreak, json_rows
from apps.kernel.public import AuditRecord, not_found, rows_stamp
from apps.layout.models import Allowance, Item, ItemText, MeetingPattern, Module, Part, Syllabus
from apps.layout.reading.facts import ALLOWANCE_FIELDS, BREAK_FIELDS, PATTERN_FIELDS, LayoutRows, layout_of
from apps.layout.reading.persons import layout_for
from apps.layout.reading.structure import Layout

layouts: ByVersion[Layout] = ByVersion(64)


def layout(course: Course) -> Layout:
    """The layout of this version of the course; read from the database once a process and version."""
    return layouts.get(course, lambda: read_layout(course))


MODULE_FIELDS = ("id", "title", "week", "position", "in_order", "published", "objectives", "conditions")


PART_FIELDS = ("id", "title", "module_id", "conditions")


def read_layout(course: Course) -> Layout:
    """Two queries: the items, and all that surrounds them."""
    around = _surroundings(course)
    modules = {row["id"]: Module(**row) for row in around["modules"]}
    return layout_of(
        course,
        LayoutRows(
            breaks=around["breaks"],
            patterns=around["patterns"],
            modules=list(modules.values()),
            parts=[
                Part(id=row["id"], title=row["title"], module=modules[row["module_id"]], conditions=row["conditions"])
                for row in around["parts"]
            ],
            items=list(Item.objects.filter(course=course, removed=False).order_by("position", "id")),
            allowances=around["allowances"],
            group_members=around["members"],
            sections=around["sections"],
            syllabus=around["syllabus"],
        ),
    )


def _surroundings(course: Course) -> dict[str, list[dict[str, Any]]]:
    """Modules and parts, breaks, class patterns, allowances, groups and sections of students, the syllabus, as JSON
    rows by one query."""
    own = {"course_id": OuterRef("pk")}
    parts = Part.objects.filter(module__course_id=OuterRef("pk"), module__removed=False, removed=False)
    found = Course.objects.filter(pk=course.pk).values_list(
        json_rows(Module.objects.filter(**own, removed=False).order_by("position", "id"), MODULE_FIELDS),
        json_rows(parts.order_by("position", "id"), PART_FIELDS),
        json_rows(
            TermBreak.objects.filter(term_id=OuterRef("term_id"), removed=False).order_by("first_day"), BREAK_FIELDS
        ),
        json_rows(MeetingPattern.objects.filter(**own).order_by("section__number"), PATTERN_FIELDS),
        json_rows(Allowance.objects.filter(**own, removed=False).order_by("id"), ALLOWANCE_FIELDS),
        json_rows(GroupMember.objects.filter(group__course_id=OuterRef("pk")), ("person_id", "group_id")),
        json_rows(Enrolment.objects.filter(**own, role=Enrolment.STUDENT), ("person_id", "section_id")),
        json_rows(Syllabus.objects.filter(**own), ("item_id",)),
    )
    names = ("modules", "parts", "breaks", "patterns", "allowances", "members", "sections", "syllabus")
    for row in found:
        return dict(zip(names, row, strict=True))
    raise not_found("course")


def person_layout(course: Course, person_id: int) -> Layout:
    """The course as it is laid for one person."""
    return layout_for(layout(course), person_id)


def latest_text(item_id: int) -> ItemText | None:
    return ItemText.objects.filter(item_id=item_id).order_by("-edition").first()


def latest_texts(course: Course) -> dict[int, tuple[int, str]]:
    """Item -> (edition, html) of its present text, for a whole course by one query."""
    rows = ItemText.objects.filter(item__course=course, item__removed=False).order_by("item_id", "-edition")
    return {
        item: (edition, html)
        for item, edition, html in rows.distinct("item_id").values_list("item_id", "edition", "html")
    }


def text_stamps(course_ids: Sequence[int]) -> dict[int, int]:
    """By course, a number that changes with any of its texts."""
    rows = ItemText.objects.filter(item__course_id__in=course_ids).values_list("item__course_id")
    return dict(rows.annotate(n=rows_stamp("item_id", "edition", "written_at")))


def item_row(course: Course, item_id: int) -> Item:
    found = Item.objects.select_related("file").filter(course=course, pk=item_id, removed=False).first()
    if found is None:
        raise not_found("item")
    return found


def files_in_texts(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some edition of an item's text shows."""
    return {key for key in keys if ItemText.objects.filter(html__contains=str(key)).exists()}


def files_in_history(files: Mapping[UUID, int]) -> set[UUID]:
    """Those of these files, numbers by key, that a change names which can be set back."""
    told = Concat(Cast("before", TextField()), Value(" "), Cast("after", TextField()), output_field=TextField())
    changes = AuditRecord.objects.filter(reversible=True).annotate(told=told)
    return {key for key, pk in files.items() if changes.filter(told__regex=rf'"file(_id)?": {pk}[,}}]').exists()}
