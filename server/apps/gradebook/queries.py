"""Reads of the gradebook: constant in queries whatever its size."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from apps.courses.public import Course
from apps.gradebook.facts import AttemptScore, CellScores, fraction
from apps.gradebook.models import Category, Cell, GradedItem, GradingScheme, LateRule, Score

CELL_FIELDS = (
    "excused",
    "scores__attempt",
    "scores__raw",
    "scores__handed_in_at",
    "scores__released_at",
    "scores__comment",
)


def graded_items(course: Course) -> dict[int, GradedItem]:
    """By item id, with late rule."""
    rows = GradedItem.objects.filter(course=course).select_related("late_rule", "category")
    return {row.item_id: row for row in rows}


def categories(course: Course) -> list[Category]:
    return list(Category.objects.filter(course=course).order_by("position", "id"))


def late_rules(course: Course) -> list[LateRule]:
    return list(LateRule.objects.filter(course=course).order_by("id"))


def late_rule_row(item_id: int) -> LateRule | None:
    graded = GradedItem.objects.select_related("late_rule").filter(item_id=item_id).first()
    return graded.late_rule if graded else None


def scheme(course: Course) -> GradingScheme:
    """The course's scheme, or the one that holds until it sets its own."""
    return GradingScheme.objects.filter(course=course).first() or GradingScheme(course=course)


def cells_of_person(course: Course, person_id: int) -> dict[int, CellScores]:
    rows = (
        Cell.objects.filter(graded_item__course=course, person_id=person_id)
        .order_by("graded_item_id", "scores__attempt")
        .values_list("graded_item__item_id", *CELL_FIELDS)
    )
    return _gathered(rows)


def cells_of_item(graded: GradedItem) -> dict[int, CellScores]:
    """By person."""
    rows = graded.cells.order_by("person_id", "scores__attempt").values_list("person_id", *CELL_FIELDS)
    return _gathered(rows)


def released_scores(course: Course) -> dict[int, dict[int, CellScores]]:
    """Item -> person -> released scores of the whole class, excused ones left out."""
    rows = (
        Cell.objects.filter(graded_item__course=course, excused=False, scores__released_at__isnull=False)
        .order_by("graded_item_id", "person_id", "scores__attempt")
        .values_list("graded_item__item_id", "person_id", *CELL_FIELDS)
    )
    by_item: dict[int, list[CellRow]] = {}
    for item_id, *row in rows:
        by_item.setdefault(item_id, []).append(tuple(row))
    return {item: _gathered(found) for item, found in by_item.items()}


CellRow = tuple[Any, ...]


def _gathered(rows: Iterable[CellRow]) -> dict[int, CellScores]:
    """`rows`: key, excused, attempt, raw, handed in, released, comment; one row an attempt."""
    found: dict[int, CellScores] = {}
    for key, excused, attempt, raw, handed_in_at, released_at, comment in rows:
        before = found[key].attempts if key in found else ()
        if attempt is not None:
            scored = AttemptScore(attempt, fraction(raw), handed_in_at, released_at is not None, comment)
            before = (*before, scored)
        found[key] = CellScores(excused, before)
    return found


def score_row(item_id: int, person_id: int, attempt: int) -> Score | None:
    return (
        Score.objects.select_related("graded_by")
        .filter(cell__graded_item__item_id=item_id, cell__person_id=person_id, attempt=attempt)
        .first()
    )
