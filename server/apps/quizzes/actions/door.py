"""The door to one's own attempt for whoever writes into it."""

from __future__ import annotations

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, now, require
from apps.path.public import require_doable
from apps.quizzes.models import QuizAttempt
from apps.quizzes.queries import held_attempt


def own_attempt(actor: Actor, course: Course, item_id: int, number: int) -> QuizAttempt:
    """Theirs, held until the transaction ends: two tabs, the clock and a teacher wait for each other. One that is begun
    goes on whatever becomes of the item; where there is none, what keeps it shut is said first."""
    require(can_study(membership(actor, course)))
    found = held_attempt(course, item_id, actor.person_id or 0, number)
    if found is None:
        require_doable(course, item_id, actor, now())
        raise Refused("quiz.no_such_attempt", status=404, number=number)
    return found
