"""One student's course at an instant: facts and marks, evaluated."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db.models import Count
from unvo_core.path.evaluate import CourseState, evaluate
from unvo_core.path.facts import PersonFacts

from apps.courses.public import Course, students
from apps.gradebook.public import Marks, marks_of_person, marks_of_person_in
from apps.layout.public import Layout
from apps.path.facts import FACT_FIELDS, FactRow, person_facts
from apps.path.models import Fact


@dataclass(frozen=True)
class Progress:
    """One student's course at an instant. `details`: (item, fact kind) -> words beside it."""

    laid: Layout
    course: CourseState
    facts: PersonFacts
    marks: Marks
    details: dict[tuple[int, str], dict[str, Any]]

    @property
    def done_items(self) -> frozenset[int]:
        return frozenset(pk for pk, state in self.course.items.items() if state.done)


def progress(course: Course, laid: Layout, person_id: int, now: datetime, known: Marks | None = None) -> Progress:
    """`laid`: the person's own layout. `known`: the person's marks, when the caller has read them already."""
    rows: list[FactRow] = list(Fact.objects.filter(course=course, person_id=person_id).values_list(*FACT_FIELDS))
    known = marks_of_person(course, laid, person_id) if known is None else known
    return _progress(laid, rows, known, now)


def progress_in(courses: dict[int, tuple[Course, Layout]], person_id: int, now: datetime) -> dict[int, Progress]:
    """By course, at two queries for all of them."""
    rows: dict[int, list[FactRow]] = {}
    own = Fact.objects.filter(course_id__in=list(courses), person_id=person_id)
    for course_id, *row in own.values_list("course_id", *FACT_FIELDS):
        rows.setdefault(course_id, []).append(tuple(row))
    known = marks_of_person_in(courses, person_id)
    return {pk: _progress(laid, rows.get(pk, []), known.get(pk, Marks()), now) for pk, (_, laid) in courses.items()}


def _progress(laid: Layout, rows: list[FactRow], known: Marks, now: datetime) -> Progress:
    facts = PersonFacts(person_facts(rows), known.core() | laid.excused)
    details = {(item, kind): detail for item, kind, _, _, _, detail in rows if detail}
    return Progress(laid, evaluate(laid.path, facts, now), facts, known, details)


def fact_counts(
    course: Course,
    item_ids: list[int] | None = None,
    section_ids: Sequence[int] | None = None,
    kinds: Sequence[str] | None = None,
) -> dict[tuple[int, str], int]:
    """How many students have a fact of each of these kinds, by item; of these sections, or of all."""
    rows = Fact.objects.filter(course=course, person_id__in=students(course, section_ids).values("person_id"))
    if item_ids is not None:
        rows = rows.filter(item_id__in=item_ids)
    if kinds is not None:
        rows = rows.filter(kind__in=kinds)
    counted = rows.values_list("item_id", "kind").annotate(n=Count("id"))
    return {(item, kind): n for item, kind, n in counted}


def people_who_handed_in(item_ids: Collection[int]) -> int:
    rows = Fact.objects.filter(item_id__in=item_ids, kind__in=(Fact.HANDED_IN, Fact.STARTED, Fact.POSTED))
    return rows.values("person_id").distinct().count()
