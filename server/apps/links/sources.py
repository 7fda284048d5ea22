"""Where a student's own scores come from, as they see it."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Exists, OuterRef, Subquery
from pydantic import BaseModel
from unvo_core.links.reports import Grading

from apps.courses.public import Course
from apps.gradebook.public import Score
from apps.layout.public import Layout
from apps.links.kinds import LINKED
from apps.links.models import Freshness, Reported


class OwnSource(BaseModel):
    """The system that sent a score, when by its own word, and when anything was last heard of it."""

    system: str
    at: datetime
    heard_at: datetime | None


def own_sources(course: Course, laid: Layout, person_id: int) -> dict[int, OwnSource]:
    """By item, where the score is the system's and no person gave another one; one query, and none in a course without
    linked work."""
    if not any(item.kind == LINKED.code for item in laid.items.values()):
        return {}
    given = Score.objects.filter(
        cell__graded_item__item_id=OuterRef("line_item__item_id"), cell__person_id=person_id, graded_by__isnull=False
    )
    heard = Freshness.objects.filter(course=course, system_id=OuterRef("line_item__system_id"))
    rows = Reported.objects.filter(
        ~Exists(given), line_item__item__course=course, person_id=person_id, grading=Grading.FULLY_GRADED
    ).annotate(heard_at=Subquery(heard.values("heard_at")[:1]))
    return {
        item_id: OwnSource(system=system, at=at, heard_at=heard_at)
        for item_id, system, at, heard_at in rows.values_list(
            "line_item__item_id", "line_item__system__name", "at", "heard_at"
        )
    }
