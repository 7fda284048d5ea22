"""Earlier editions of an item's text."""

from __future__ import annotations

from apps.courses.public import Course
from apps.layout.api import schemas as out
from apps.layout.models import ItemText
from apps.layout.queries import item_row


def editions(course: Course, item_id: int) -> list[out.Edition]:
    """The latest first."""
    rows = ItemText.objects.filter(item=item_row(course, item_id)).select_related("written_by").order_by("-edition")
    return [out.Edition(edition=t.edition, at=t.written_at, by=t.written_by.name if t.written_by else "") for t in rows]
