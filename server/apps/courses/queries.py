"""Reads of a course: constant in queries whatever its size."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.postgres.expressions import ArraySubquery
from django.db.models import Count, OuterRef
from django.db.models.functions import JSONObject
from unvo_core.path.evaluate import CourseState, evaluate
from unvo_core.path.model import PersonFacts

from apps.courses.facts import (
    ALLOWANCE_FIELDS,
    BREAK_FIELDS,
    PATTERN_FIELDS,
    FactRow,
    LayoutRows,
    layout_of,
    person_facts,
)
from apps.courses.marks import Marks, marks
from apps.courses.models import (
    Allowance,
    Course,
    Enrolment,
    Fact,
    GroupMember,
    Item,
    ItemText,
    MeetingPattern,
    Module,
    Part,
    TermBreak,
)
from apps.courses.persons import layout_for
from apps.courses.structure import Layout
from apps.kernel.public import not_found, rows_stamp

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
        ),
    )


def _surroundings(course: Course) -> dict[str, list[dict[str, Any]]]:
    """Modules and parts, breaks, class patterns, allowances, groups and sections of students, as JSON rows by one
    query."""
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
    )
    names = ("modules", "parts", "breaks", "patterns", "allowances", "members", "sections")
    return dict(zip(names, found[0], strict=True))


def json_rows(found: Any, fields: tuple[str, ...]) -> ArraySubquery:
    """Rows of a subquery as a list of JSON objects, to read several small tables by one query."""
    return ArraySubquery(found.values(row=JSONObject(**{name: name for name in fields})))


def person_layout(course: Course, person_id: int) -> Layout:
    """The course as it is laid for one person."""
    return layout_for(layout(course), person_id)


@dataclass(frozen=True)
class Progress:
    """One student's course at an instant. `details`: (item, fact kind) -> words beside it."""

    laid: Layout
    course: CourseState
    facts: PersonFacts
    marks: Marks
    details: dict[tuple[int, str], dict[str, Any]]


FACT_FIELDS = ("item_id", "kind", "at", "edition", "by_teacher", "detail")


def progress(course: Course, laid: Layout, person_id: int, now: datetime, known: Marks | None = None) -> Progress:
    """`laid`: the person's own layout. `known`: the person's marks, when the caller has read them already."""
    rows: list[FactRow] = list(Fact.objects.filter(course=course, person_id=person_id).values_list(*FACT_FIELDS))
    known = marks().of_person(course, laid, person_id) if known is None else known
    return _progress(laid, rows, known, now)


def progress_in(courses: dict[int, tuple[Course, Layout]], person_id: int, now: datetime) -> dict[int, Progress]:
    """By course, at two queries for all of them."""
    rows: dict[int, list[FactRow]] = {}
    own = Fact.objects.filter(course_id__in=list(courses), person_id=person_id)
    for course_id, *row in own.values_list("course_id", *FACT_FIELDS):
        rows.setdefault(course_id, []).append(tuple(row))
    known = marks().of_person_in(courses, person_id)
    return {pk: _progress(laid, rows.get(pk, []), known.get(pk, Marks()), now) for pk, (_, laid) in courses.items()}


def _progress(laid: Layout, rows: list[FactRow], known: Marks, now: datetime) -> Progress:
    facts = PersonFacts(person_facts(rows), known.core() | laid.excused)
    details = {(item, kind): detail for item, kind, _, _, _, detail in rows if detail}
    return Progress(laid, evaluate(laid.path, facts, now), facts, known, details)


def student_count(course: Course, section_ids: Sequence[int] | None = None) -> int:
    return int(students(course, section_ids).count())


def students(course: Course, section_ids: Sequence[int] | None = None) -> Any:
    found = Enrolment.objects.filter(course=course, role=Enrolment.STUDENT)
    return found if section_ids is None else found.filter(section_id__in=section_ids)


def fact_counts(
    course: Course, item_ids: list[int] | None = None, section_ids: Sequence[int] | None = None
) -> dict[tuple[int, str], int]:
    """How many students have a fact of each kind, by item; of these sections, or of all."""
    rows = Fact.objects.filter(course=course, person_id__in=students(course, section_ids).values("person_id"))
    if item_ids is not None:
        rows = rows.filter(item_id__in=item_ids)
    counted = rows.values_list("item_id", "kind").annotate(n=Count("id"))
    return {(item, kind): n for item, kind, n in counted}


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
