from __future__ import annotations

from datetime import datetime

from apps.courses.public import Section
from apps.kernel.public import now
from apps.links.models import LineItem, StatedDue


def hear_dates(row: LineItem, section: Section | None, starts: datetime | None, ends: datetime | None) -> None:
    """Keep what a system says of dates in one context; the course's own stay as they are. What differs is for the date
    check.

    A system that says none says nothing."""
    if row.item_id is None:
        if (row.starts, row.ends) != (starts, ends):
            row.starts, row.ends = starts, ends
            row.save(update_fields=["starts", "ends"])
    elif ends is not None and not StatedDue.objects.filter(item_id=row.item_id, section=section, due=ends).exists():
        StatedDue.objects.update_or_create(item_id=row.item_id, section=section, defaults={"due": ends, "at": now()})
