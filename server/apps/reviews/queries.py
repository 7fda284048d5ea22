"""Reads of who reads whose work."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence

from unvo_core.grading import peers

from apps.assignments.public import ASSIGNMENT, HandIn, latest_works
from apps.courses.public import Course, students
from apps.layout.public import Layout, layout
from apps.reviews.kinds import REVIEW
from apps.reviews.models import Reading, ReviewRules


def rules_of(course: Course, item_id: int) -> ReviewRules:
    """As they are set, or as they hold until then: of the last assignment before it on the path."""
    row = ReviewRules.objects.filter(item_id=item_id).first() or ReviewRules(item_id=item_id)
    if row.of_id is None:
        row.of_id = _nearest(layout(course), item_id)
    return row


def is_review(course: Course, item_id: int) -> bool:
    item = layout(course).items.get(item_id)
    return item is not None and item.kind == REVIEW.code


def assignments_of(laid: Layout) -> list[int]:
    """Those that take hand-ins, in the order of the path."""
    return [pk for pk, item in laid.items.items() if item.kind == ASSIGNMENT.code and item.takes_hand_ins]


def _nearest(laid: Layout, item_id: int) -> int | None:
    """The last one before it, or else the first."""
    order = {pk: n for n, pk in enumerate(laid.items)}
    known = assignments_of(laid)
    before = [pk for pk in known if order[pk] < order.get(item_id, len(order))]
    return before[-1] if before else known[0] if known else None


def works(course: Course, item_id: int) -> list[peers.Work]:
    """What is handed in to an assignment by those who are in the course: the last of everybody, once for a group."""
    owners: dict[int, set[int]] = defaultdict(set)
    here = set(students(course).values_list("person_id", flat=True))
    for row in latest_works(item_id):
        if row.person_id in here:
            owners[row.first_id or row.pk].add(row.person_id)
    return [peers.Work(pk, frozenset(people)) for pk, people in sorted(owners.items())]


def readings(item_id: int) -> Sequence[Reading]:
    return list(Reading.objects.filter(item_id=item_id).select_related("reader"))


def readings_of_work(work: HandIn) -> Sequence[Reading]:
    """What was sent of it, first to last."""
    first = work.first_id or work.pk
    rows = Reading.objects.filter(hand_in_id=first, sent_at__isnull=False, item__removed=False)
    return list(rows.select_related("reader", "item__course__term").order_by("sent_at", "pk"))
