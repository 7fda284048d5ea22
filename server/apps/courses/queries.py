"""Reads of a course: constant in queries whatever its size."""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db.models import Count
from unvo_core.path.evaluate import CourseState, evaluate
from unvo_core.path.model import PersonFacts

from apps.courses.facts import FactRow, layout_of, person_facts
from apps.courses.marks import Marks, marks
from apps.courses.models import Course, Enrolment, Fact, Item, ItemText, Module, Part, TermBreak
from apps.courses.structure import Layout
from apps.kernel.public import not_found

LAYOUTS_KEPT = 64
_layouts: OrderedDict[tuple[Any, ...], Layout] = OrderedDict()


def course_by_slug(slug: str) -> Course:
    found = Course.objects.select_related("term").filter(slug=slug)[:1]
    for course in found:
        return course
    raise not_found("course")


def layout(course: Course) -> Layout:
    """The layout of this version of the course; read from the database once a process and version."""
    key = (course.pk, course.layout_version, course.zone, course.term_id)
    if key not in _layouts:
        _layouts[key] = read_layout(course)
        while len(_layouts) > LAYOUTS_KEPT:
            _layouts.popitem(last=False)
    return _layouts[key]


MODULE_FIELDS = ("id", "title", "week", "position", "in_order", "published", "objectives")


def read_layout(course: Course) -> Layout:
    """Three queries: breaks, modules with their parts, items."""
    modules: dict[int, Module] = {}
    parts: list[Part] = []
    rows = Module.objects.filter(course=course, removed=False).order_by(
        "position", "id", "parts__position", "parts__id"
    )
    for row in rows.values(*MODULE_FIELDS, "parts__id", "parts__title", "parts__removed"):
        module = modules.setdefault(row["id"], Module(**{name: row[name] for name in MODULE_FIELDS}))
        if row["parts__id"] is not None and not row["parts__removed"]:
            parts.append(Part(id=row["parts__id"], title=row["parts__title"], module=module))
    return layout_of(
        course,
        TermBreak.objects.filter(term=course.term).order_by("first_day") if course.term else (),
        modules.values(),
        parts,
        Item.objects.filter(course=course, removed=False).order_by("position", "id"),
    )


@dataclass(frozen=True)
class Progress:
    """One student's course at an instant. `details`: (item, fact kind) -> words beside it."""

    course: CourseState
    facts: PersonFacts
    marks: Marks
    details: dict[tuple[int, str], dict[str, Any]]


def progress(course: Course, laid: Layout, person_id: int, now: datetime, known: Marks | None = None) -> Progress:
    """`known`: the person's marks, when the caller has read them already."""
    rows: list[FactRow] = list(
        Fact.objects.filter(course=course, person_id=person_id).values_list(
            "item_id", "kind", "at", "edition", "by_teacher", "detail"
        )
    )
    known = marks().of_person(course, person_id) if known is None else known
    facts = PersonFacts(person_facts(rows), known.core())
    details = {(item, kind): detail for item, kind, _, _, _, detail in rows if detail}
    return Progress(evaluate(laid.path, facts, now), facts, known, details)


def student_count(course: Course, section_ids: list[int] | None = None) -> int:
    return int(students(course, section_ids).count())


def students(course: Course, section_ids: list[int] | None = None) -> Any:
    found = Enrolment.objects.filter(course=course, role=Enrolment.STUDENT)
    return found if section_ids is None else found.filter(section_id__in=section_ids)


def fact_counts(course: Course, item_ids: list[int] | None = None) -> dict[tuple[int, str], int]:
    """How many people have a fact of each kind, by item."""
    rows = Fact.objects.filter(course=course)
    if item_ids is not None:
        rows = rows.filter(item_id__in=item_ids)
    counted = rows.values_list("item_id", "kind").annotate(n=Count("id"))
    return {(item, kind): n for item, kind, n in counted}


def latest_text(item_id: int) -> ItemText | None:
    return ItemText.objects.filter(item_id=item_id).order_by("-edition").first()


def item_row(course: Course, item_id: int) -> Item:
    found = Item.objects.select_related("file").filter(course=course, pk=item_id, removed=False).first()
    if found is None:
        raise not_found("item")
    return found
