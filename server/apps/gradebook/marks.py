"""What the path may know of scores: percentages of released ones, that others are held, excusals."""

from __future__ import annotations

from decimal import Decimal
from fractions import Fraction

from django.db.models import Count, Q
from unvo_core.grading.scale import rounded
from unvo_core.path.model import Mark

from apps.courses.public import ClassCount, Course, Marks, ShownMark, layout
from apps.gradebook.facts import CellScores, counted, late_rule_of
from apps.gradebook.models import Cell, GradedItem
from apps.gradebook.queries import cells_of_person, graded_items


class GradebookMarks:
    """Registered with courses as its source of marks."""

    def of_person(self, course: Course, person_id: int) -> Marks:
        cells = cells_of_person(course, person_id)
        if not cells:
            return Marks()
        graded = graded_items(course)
        items = layout(course).items
        return Marks(
            {
                item_id: shown(
                    cell, graded[item_id], Fraction(str(items[item_id].points or 0)), items[item_id].span.due
                )
                for item_id, cell in cells.items()
                if item_id in items
            }
        )

    def of_class(self, item_ids: list[int]) -> dict[int, ClassCount]:
        held = Q(scores__released_at__isnull=True, scores__isnull=False)
        rows = (
            Cell.objects.filter(graded_item__item_id__in=item_ids, scores__isnull=False)
            .values_list("graded_item__item_id")
            .annotate(scored=Count("person_id", distinct=True), held=Count("person_id", distinct=True, filter=held))
        )
        return {item: ClassCount(scored, held) for item, scored, held in rows}


def shown(cell: CellScores, graded: GradedItem, possible: Fraction, due: object) -> ShownMark:
    if cell.excused:
        return ShownMark(Mark(excused=True))
    what = counted(cell, late_rule_of(graded.late_rule), graded.counting, possible, due)  # type: ignore[arg-type]
    if what is None:
        return ShownMark(Mark())
    if not what.released:
        return ShownMark(Mark(held=True))
    percent = what.result.counts / possible * 100 if possible else Fraction(100)
    return ShownMark(Mark(percent=percent), points(what.result.counts), points(what.result.deduction))


def points(value: Fraction) -> Decimal:
    """Points as shown: at most two decimals, no needless zeros."""
    found = rounded(value, 2).normalize()
    return found.quantize(Decimal(1)) if found == found.to_integral() else found
