from __future__ import annotations

from collections.abc import Mapping

from django.utils.translation import gettext as _

from apps.courses.public import Course
from apps.layout.public import item_row
from apps.notices.public import News, notify_each


def tell_scores(course: Course, item_id: int, attempts: Mapping[int, int]) -> None:
    """Tell these people, by their attempt, that its score is there; what it is stands in Unvo only."""
    if course.opened_at is None:
        return
    title = _("Your score is there: %(title)s") % {"title": item_row(course, item_id).title}
    address = f"/c/{course.slug}/item/{item_id}"
    notify_each(
        {
            person: News(
                kind="score",
                title=title,
                address=address,
                course=course.code,
                once=f"{item_id}.{attempt}",
            )
            for person, attempt in attempts.items()
        }
    )
