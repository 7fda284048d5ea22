"""Who reads whose work, drawn by lot: when the reading opens, and again for those who hand in later."""

from __future__ import annotations

from collections import defaultdict
from random import SystemRandom

from django.utils.translation import gettext as _
from unvo_core.grading import peers

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import SYSTEM, Actor, Refused, not_found, now, record, require
from apps.layout.public import item_row, layout
from apps.notices.public import News, notify
from apps.reviews.models import Reading
from apps.reviews.queries import is_review, rules_of, works


def draw_lot(actor: Actor, course: Course, item_id: int) -> int:
    """Asked for by a teacher. Returns how many people were given something to read."""
    require(can_lay_out(membership(actor, course)))
    if not is_review(course, item_id):
        raise not_found("peer review")
    course = lock_course(course)
    found = works(course, rules_of(course, item_id).of_id or 0)
    if not found:
        raise Refused("review.nobody")
    if len(found) == 1:
        raise Refused("review.one")
    return _draw(actor, course, item_id)


def draw_if_open(course: Course, item_id: int) -> int:
    """By the clock: nobody draws before the reading opens, and nothing is drawn of one work."""
    item = layout(course).student_items.get(item_id)
    if item is None or (item.span.opens and item.span.opens > now()):
        return 0
    return _draw(SYSTEM, lock_course(course), item_id)


def _draw(actor: Actor, course: Course, item_id: int) -> int:
    rules = rules_of(course, item_id)
    found = works(course, rules.of_id or 0)
    SystemRandom().shuffle(found)
    reading: dict[int, set[int]] = defaultdict(set)
    for reader, work in Reading.objects.filter(item_id=item_id).values_list("reader_id", "hand_in_id"):
        reading[reader].add(work)
    drawn = peers.draw(found, {person: frozenset(some) for person, some in reading.items()}, rules.each)
    drawn = {person: some for person, some in drawn.items() if some}
    Reading.objects.bulk_create(
        Reading(course=course, item_id=item_id, reader_id=person, hand_in_id=work, position=position)
        for person, some in drawn.items()
        for position, work in enumerate(some, 1)
    )
    if drawn:
        record(actor, "review.draw", ("item", item_id), course_id=course.pk, after={"readers": len(drawn)})
        item = item_row(course, item_id)
        address = f"/c/{course.slug}/item/{item_id}"
        line = _("There is work of others for you to read.")
        news = News(kind="work", title=item.title, address=address, line=line, course=course.code)
        notify(sorted(drawn), news)
    return len(drawn)
