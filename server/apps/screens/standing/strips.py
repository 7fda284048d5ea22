"""Class statistics beside a student's scores."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from fractions import Fraction

from unvo_core.grading.scale import rounded
from unvo_core.grading.stats import FEWEST_SHOWN, class_stats

from apps.courses.public import Course
from apps.gradebook.public import counted, released_scores
from apps.gradebook.public import setup_of as setup
from apps.layout.public import layout, layout_for
from apps.screens.standing import schemas as out


def _ticks(figures: Sequence[Fraction], possible: Fraction) -> list[out.Tick]:
    """Scores by whole per cent, 0 to 100; more than all the points stands at the end."""
    if not possible:
        return []
    counted = Counter(min(100, max(0, round(100 * figure / possible))) for figure in figures)
    return [out.Tick(at=at, n=n) for at, n in sorted(counted.items())]


def class_strips(course: Course) -> list[out.Strip]:
    """Class statistics of every item with enough released scores, in points."""
    laid, known = layout(course), setup(course)
    strips = []
    for item_id, cells in released_scores(course).items():
        item = laid.student_items.get(item_id)
        if item is None:
            continue
        figures = [
            c.result.counts
            for person, cell in cells.items()
            if (
                c := counted(
                    cell,
                    known.item_rules(item_id, person),
                    item.possible,
                    layout_for(laid, person).items[item_id].span.due,
                )
            )
            is not None
        ]
        stats = class_stats(figures)
        if stats is None or stats.n < FEWEST_SHOWN:
            continue
        strips.append(
            out.Strip(
                item_id=item_id,
                n=stats.n,
                mean=float(rounded(stats.mean, 2)),
                median=float(stats.median),
                low=float(stats.low),
                high=float(stats.high),
                lower_quartile=float(stats.lower_quartile),
                upper_quartile=float(stats.upper_quartile),
                ticks=_ticks(figures, item.possible),
            )
        )
    return strips
