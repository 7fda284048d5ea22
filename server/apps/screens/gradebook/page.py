"""The gradebook's list of what is graded: what came in, what waits, what is held."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction

from apps.courses.public import Course, student_count
from apps.gradebook.public import Category, marks_of_class, points, setup_of
from apps.layout.public import LaidItem, layout
from apps.path.public import Fact, fact_counts
from apps.screens.activities import waiting_work
from apps.screens.gradebook import schemas as out


def book(course: Course, now: datetime, section_ids: Sequence[int] | None = None) -> out.Book:
    """Every item with points that is not practice, by category; those without one last. Counts: of these sections."""
    items = [i for i in layout(course).items.values() if i.counts]
    found = setup_of(course)
    ids = [i.id for i in items]
    counts = fact_counts(course, ids, section_ids)
    waiting = waiting_work(course, ids, section_ids, now)
    held = marks_of_class(course, ids, section_ids).held
    by_category: dict[int | None, list[out.BookItem]] = {}
    for item in items:
        key = found.category_of(item.id)
        handed_in = counts.get((item.id, Fact.POSTED if item.talks else Fact.HANDED_IN), 0)
        row = _item(item, handed_in, waiting.get(item.id, 0), held.get(item.id, 0))
        by_category.setdefault(key, []).append(row)
    shown = [_category(c, by_category.get(c.pk, [])) for c in found.categories]
    loose = out.BookCategory(id=None, name="", weight=None, items=by_category.get(None, []))
    return out.Book(zone=course.zone, students=student_count(course, section_ids), categories=[*shown, loose])


def _item(item: LaidItem, handed_in: int, waiting: int, held: int) -> out.BookItem:
    return out.BookItem(
        id=item.id,
        title=item.title,
        kind=item.kind,
        due=item.span.due,
        points=str(points(item.possible)),
        handed_in=handed_in,
        waiting=waiting,
        held=held,
    )


def _category(category: Category, items: list[out.BookItem]) -> out.BookCategory:
    weight = None if category.weight is None else str(points(Fraction(category.weight)))
    return out.BookCategory(id=category.pk, name=category.name, weight=weight, items=items)
