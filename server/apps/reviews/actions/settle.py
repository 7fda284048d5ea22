"""When the reading is over, who sent some of what was drawn for them has their share of its points."""

from __future__ import annotations

from itertools import groupby

from apps.courses.public import Course
from apps.gradebook.public import cells_of_item, graded_row
from apps.kernel.public import now
from apps.layout.public import layout, layout_for
from apps.reviews.actions.write_reading import give_points
from apps.reviews.models import Reading


def settle(course: Course, item_id: int) -> int:
    """Returns how many were given points. Who sent all has them already."""
    laid, rows = layout(course), Reading.objects.filter(item_id=item_id).order_by("reader_id")
    mine = {reader: list(some) for reader, some in groupby(rows, key=lambda row: row.reader_id)}
    scored = cells_of_item(graded_row(course, item_id))
    given = 0
    for reader, some in mine.items():
        item = layout_for(laid, reader).student_items.get(item_id)
        over = item is not None and item.span.due is not None and item.span.due < now()
        if item and over and reader not in scored and any(row.sent_at for row in some):
            give_points(course, item, some)
            given += 1
    return given
