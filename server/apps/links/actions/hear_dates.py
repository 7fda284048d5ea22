from __future__ import annotations

from datetime import datetime

from apps.courses.public import Course
from apps.kernel.public import now
from apps.links.models import LineItem, Placement


def hear_dates(course: Course, row: LineItem, starts: datetime | None, ends: datetime | None) -> None:
    """Keep what a system says of an item's dates; the course's own stay as they are. What differs is for the date
    check.

    A system that says none says nothing."""
    if (row.starts, row.ends) != (starts, ends):
        row.starts, row.ends = starts, ends
        row.save(update_fields=["starts", "ends"])
    if row.item_id is not None and ends is not None:
        stated = Placement.objects.filter(item_id=row.item_id).exclude(stated_due=ends)
        stated.update(stated_due=ends, stated_at=now())
