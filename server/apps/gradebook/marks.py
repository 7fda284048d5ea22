"""What the path may know of scores: percentages of released ones, that others are held, excusals."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db.models import Count, Value
from unvo_core.grading.item_rules import ItemRules
from unvo_core.grading.scale import rounded
from unvo_core.path.facts import NO_MARK, Mark

from apps.courses.public import Course, students
from apps.gradebook.facts import CellScores, Counted, counted
from apps.gradebook.models import Cell, Score
from apps.gradebook.queries import cells_of_people, cells_of_person, cells_of_person_in
from apps.gradebook.setup import setup
from apps.gradebook.structure import Marks, ShownMark
from apps.kernel.public import rows_stamp
from apps.layout.public import Layout

_SCORES = ("scores__attempt", "scores__raw", "scores__handed_in_at", "scores__released_at")
_CELLS_STAMP = rows_stamp("graded_item_id", "excused", *_SCORES)
_WHOLE_STAMP = rows_stamp("graded_item_id", "excused", *_SCORES, "scores__version", "scores__comment")


def marks_of_person(course: Course, laid: Layout, person_id: int) -> Marks:
    cells = cells_of_person(course, person_id)
    return marks_from(laid, cells, counts_from(setup(course).rules_of_person(person_id), laid, cells))


def marks_of_person_in(courses: Mapping[int, tuple[Course, Layout]], person_id: int) -> dict[int, Marks]:
    """By course, at one query for all of them."""
    by_course = cells_of_person_in(list(courses), person_id)
    found = {}
    for pk, (course, laid) in courses.items():
        cells = by_course.get(pk, {})
        found[pk] = marks_from(laid, cells, counts_from(setup(course).rules_of_person(person_id), laid, cells))
    return found


def marks_of_students(
    course: Course, layouts: Mapping[int, Layout], item_ids: Sequence[int] | None = None
) -> dict[int, dict[int, Mark]]:
    """Person -> item -> mark, at one query for all of them; each by their own layout."""
    by_person = cells_of_people(course, list(layouts), item_ids)
    known = setup(course) if by_person else None
    found = {}
    for person_id, cells in by_person.items():
        rules = known.rules_of_person(person_id) if known else {}
        items, counts = layouts[person_id].items, counts_from(rules, layouts[person_id], cells)
        found[person_id] = {i: mark(c, counts.get(i), items[i].possible) for i, c in cells.items() if i in items}
    return found


def cell_stamps(course: Course, person_ids: Sequence[int]) -> dict[int, int]:
    """By person, a number that changes with anything of their cells, words beside a score among it."""
    rows = Cell.objects.filter(graded_item__course=course, person_id__in=person_ids)
    return dict(rows.values_list("person_id").annotate(n=_WHOLE_STAMP))


def mark_stamps(course_ids: Sequence[int]) -> dict[tuple[int, int], int]:
    """By course and person, a number that changes with any of their cells and scores."""
    rows = Cell.objects.filter(graded_item__course_id__in=course_ids)
    found = rows.values_list("graded_item__course_id", "person_id").annotate(n=_CELLS_STAMP)
    return {(course, person): n for course, person, n in found}


def held_of_class(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None = None) -> dict[int, int]:
    """How many students have a score that they don't see yet, by item; of these sections, or of all."""
    return dict(_held(course, item_ids, section_ids))


def excused_of_class(
    course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None = None
) -> frozenset[int]:
    """The items of which somebody is excused."""
    return frozenset(item for item, _ in _excused(course, item_ids, section_ids))


def held_and_excused(
    course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None
) -> tuple[dict[int, int], frozenset[int]]:
    """Both, at one query."""
    both = _held(course, item_ids, section_ids).union(_excused(course, item_ids, section_ids), all=True)
    found = list(both)
    return {item: n for item, n in found if n}, frozenset(item for item, n in found if not n)


def _held(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None) -> Any:
    people = students(course, section_ids).values("person_id")
    rows = Score.objects.filter(
        released_at=None, cell__graded_item__item_id__in=item_ids, cell__person_id__in=people
    ).values_list("cell__graded_item__item_id")
    return rows.annotate(n=Count("cell__person_id", distinct=True))


def _excused(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None) -> Any:
    """Each such item with 0."""
    people = students(course, section_ids).values("person_id")
    rows = Cell.objects.filter(excused=True, graded_item__item_id__in=item_ids, person_id__in=people)
    return rows.values_list("graded_item__item_id").annotate(n=Value(0)).distinct()


def counts_from(rules: Mapping[int, ItemRules], laid: Layout, cells: Mapping[int, CellScores]) -> dict[int, Counted]:
    """What each cell with a released score counts, by item; `laid` is the person's own layout."""
    items = laid.items
    seen = ((i, c.as_seen, items[i]) for i, c in cells.items() if i in items)
    found = ((i, counted(c, rules[i], item.possible, item.span.due)) for i, c, item in seen)
    return {item_id: what for item_id, what in found if what is not None}


def marks_from(laid: Layout, cells: dict[int, CellScores], counts: dict[int, Counted]) -> Marks:
    """The marks of one person from what was read of their cells."""
    items = laid.items
    return Marks(
        {
            item_id: shown(cell, counts.get(item_id), items[item_id].possible)
            for item_id, cell in cells.items()
            if item_id in items
        }
    )


def mark(cell: CellScores, what: Counted | None, possible: Fraction) -> Mark:
    if cell.excused:
        return Mark(excused=True)
    if what is None:
        return Mark(held=True) if cell.held else NO_MARK
    return Mark(cell.held, what.result.counts / possible * 100 if possible else Fraction(100))


def shown(cell: CellScores, what: Counted | None, possible: Fraction) -> ShownMark:
    known = mark(cell, what, possible)
    if what is None or known.percent is None:
        return ShownMark(known)
    result = what.result
    return ShownMark(
        known,
        points(result.counts),
        points(result.given),
        points(result.deduction),
        result.units,
        what.comment,
        what.attempt,
        None if what.raw is None else points(what.raw),
    )


def points(value: Fraction) -> Decimal:
    """Points as shown: at most two decimals, no needless zeros."""
    if value.denominator == 1:
        return Decimal(value.numerator)
    found = rounded(value, 2).normalize()
    return found.quantize(Decimal(1)) if found == found.to_integral() else found
