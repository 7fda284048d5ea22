"""Points and a word of a person for one question: an essay, a file, what came late, or another view of it."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal

from apps.courses.public import Course, membership, refuse_archived
from apps.kernel.public import Actor, Refused, now, record, require
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.policies import can_see_attempt_of
from apps.quizzes.reckoning import hand_scores_over, reckon

LONGEST_COMMENT = 20_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Read:
    """`points` None: as the machine reckons it. `seen`: the points by hand that the reader looked at."""

    points: Decimal | None
    comment: str
    seen: Decimal | None


def read_question(actor: Actor, course: Course, item_id: int, question_id: int, wish: Read) -> AttemptQuestion:
    """Two who read the same answer wait for each other; the second is shown what the first gave."""
    refuse_archived(course)
    rows = AttemptQuestion.objects.select_related("attempt__course", "read_by").filter(attempt__item_id=item_id)
    found = rows.filter(pk=question_id, attempt__course=course).first()
    if found is None:
        raise Refused("quiz.no_such_question_here", status=404)
    require(can_see_attempt_of(membership(actor, course), found.attempt))
    attempt = QuizAttempt.objects.select_for_update().get(pk=found.attempt_id)
    found.refresh_from_db(fields=["by_hand", "comment", "read_by"])
    if attempt.handed_in_at is None:
        raise Refused("quiz.still_open", status=409)
    give(actor, course, found, wish)
    reckon([attempt])
    hand_scores_over(actor, course, item_id, [attempt.person_id])
    return found


def give(actor: Actor, course: Course, found: AttemptQuestion, wish: Read) -> None:
    """Points and a word for one question, whose attempt is held."""
    if wish.points is not None and not 0 <= wish.points <= found.points:
        raise Refused("quiz.points_above", points=f"{found.points.normalize():f}")
    if len(wish.comment) > LONGEST_COMMENT:
        raise Refused("text.too_long", field="The comment", length=len(wish.comment), most=LONGEST_COMMENT)
    before = {"points": None if found.by_hand is None else str(found.by_hand), "comment": found.comment}
    if found.by_hand != wish.seen:
        who = found.read_by.name if found.read_by else "Unvo"
        raise Refused("quiz.read_meanwhile", status=409, also=before, who=who, points=found.by_hand or 0)
    if (found.by_hand, found.comment) == (wish.points, wish.comment):
        return
    found.by_hand, found.comment = wish.points, wish.comment
    found.read_by_id, found.read_at = actor.person_id, now()
    found.save(update_fields=["by_hand", "comment", "read_by", "read_at"])
    after = {"points": None if wish.points is None else str(wish.points), "comment": wish.comment}
    record(actor, "quiz.read", ("quiz_attempt", found.attempt_id), course_id=course.pk, before=before, after=after)
