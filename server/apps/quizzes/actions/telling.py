"""What the rest of a course sees of an attempt: that it is begun, how far it is, that it is handed in."""

from __future__ import annotations

from apps.courses.public import Course
from apps.kernel.public import Actor
from apps.path.public import Fact, forget, note, tell_on
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import has_answer


def begun(actor: Actor, course: Course, attempt: QuizAttempt, of: int | None) -> None:
    detail = _detail(attempt, of)
    note(actor, course, attempt.item_id, attempt.person_id, Fact.STARTED, at=attempt.started_at, detail=detail)


def gone_on(attempt: QuizAttempt, of: int | None) -> None:
    tell_on(attempt.item_id, attempt.person_id, Fact.STARTED, _detail(attempt, of))


def handed_in(actor: Actor, course: Course, attempt: QuizAttempt) -> None:
    detail = {"receipt": attempt.receipt_number, "attempt": attempt.number}
    note(actor, course, attempt.item_id, attempt.person_id, Fact.HANDED_IN, at=attempt.handed_in_at, detail=detail)
    forget(actor, course, attempt.item_id, attempt.person_id, Fact.STARTED)


def _detail(attempt: QuizAttempt, of: int | None) -> dict[str, int]:
    """`of` 0: as many as one likes; `ends`: seconds since 1970, 0 without a clock."""
    given = list(AttemptQuestion.objects.filter(attempt=attempt).values_list("answers", flat=True))
    return {
        "attempt": attempt.number,
        "of": of or 0,
        "answered": sum(map(has_answer, given)),
        "questions": len(given),
        "ends": int(attempt.ends_at.timestamp()) if attempt.ends_at else 0,
    }
