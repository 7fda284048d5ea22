from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import layout
from apps.reviews.models import Reading, ReviewRules
from apps.reviews.queries import assignments_of, is_review, rules_of

MOST_EACH = 5


@dataclass(frozen=True, slots=True)
class ReviewWish:
    of: int
    each: int
    anonymous: bool


def set_review_rules(actor: Actor, course: Course, item_id: int, wish: ReviewWish) -> AuditRecord:
    """Whose work is read by whom. Once reviews are sent, it stays the work of the same assignment."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    if not is_review(course, item_id):
        raise not_found("peer review")
    if wish.of not in assignments_of(layout(course)):
        raise Refused("review.no_work")
    if not 1 <= wish.each <= MOST_EACH:
        raise Refused("review.each", most=MOST_EACH)
    drawn = Reading.objects.filter(item_id=item_id)
    if wish.of != rules_of(course, item_id).of_id:
        if sent := drawn.filter(sent_at__isnull=False).count():
            raise Refused("review.drawn", status=409, n=sent)
        drawn.delete()
    row, _ = ReviewRules.objects.get_or_create(item_id=item_id)
    fields = {"of_id": wish.of, "each": wish.each, "anonymous": wish.anonymous}
    return apply_edits(actor, course, "set_review", [Edit("review", row, fields)], ("item", item_id))


def copy_reviews(items: Mapping[int, int]) -> None:
    """How copies of items are read; `items`: old -> new. What was read of an assignment that did not come along is of
    the last one before the copy."""
    rows = list(ReviewRules.objects.filter(item_id__in=items))
    for row in rows:
        row.pk, row.item_id, row.of_id = None, items[row.item_id], items.get(row.of_id or 0)
    ReviewRules.objects.bulk_create(rows)
