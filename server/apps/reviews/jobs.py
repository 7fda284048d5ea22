"""What reviews do by the clock: the lot is drawn when the reading opens, and for those who hand in later; what was
sent in part is settled when it is over."""

from __future__ import annotations

from django.db import transaction
from procrastinate.contrib.django import app

from apps.courses.public import Course
from apps.layout.public import Item
from apps.reviews.actions.draw_lot import draw_if_open
from apps.reviews.actions.settle import settle
from apps.reviews.kinds import REVIEW


@app.periodic(cron="*/5 * * * *")
@app.task(name="reviews.review_by_the_clock", queueing_lock="reviews.review_by_the_clock")
def review_by_the_clock(timestamp: int) -> None:
    rows = Item.objects.filter(kind=REVIEW.code, removed=False, course__archived_at=None, course__removed_at=None)
    for item_id, course_id in rows.values_list("pk", "course_id"):
        with transaction.atomic():
            course = Course.objects.select_related("term").get(pk=course_id)
            draw_if_open(course, item_id)
            settle(course, item_id)
