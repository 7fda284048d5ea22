"""What the readers gave becomes the score of the work, where no person has given one."""

from __future__ import annotations

from collections import defaultdict
from decimal import Decimal
from fractions import Fraction

from unvo_core.grading import peers

from apps.assignments.public import latest_works
from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.public import Earned, points, put_scores
from apps.kernel.public import Actor, Refused, not_found, record, require
from apps.reviews.models import Reading
from apps.reviews.queries import is_review, rules_of


def take_means(actor: Actor, course: Course, item_id: int) -> int:
    """Held or out as the assignment's scores are. Returns how many works have the mean of their readers' points now;
    where a person gave a score, it stands."""
    require(can_lay_out(membership(actor, course)))
    if not is_review(course, item_id):
        raise not_found("peer review")
    course = lock_course(course)
    given: dict[int, list[Fraction]] = defaultdict(list)
    sent = Reading.objects.filter(item_id=item_id, sent_at__isnull=False, points__isnull=False)
    for work, value in sent.values_list("hand_in_id", "points"):
        given[work].append(Fraction(value or 0))
    of = rules_of(course, item_id).of_id or 0
    earned = [
        Earned(
            person_id=row.person_id,
            attempt=row.attempt,
            raw=Decimal(str(points(peers.mean(given[row.first_id or row.pk]) or Fraction()))),
            handed_in_at=row.handed_in_at,
        )
        for row in latest_works(of)
        if row.handed_in_at and (row.first_id or row.pk) in given
    ]
    kept = put_scores(actor, course, of, earned, why="the mean of the readers' points")
    taken = len(earned) - len(kept)
    if not taken:
        raise Refused("review.no_means", status=409)
    record(actor, "review.take_means", ("item", item_id), course_id=course.pk, after={"people": taken})
    return taken
