"""Handing in: by whoever answered, or by the clock, once."""

from __future__ import annotations

import hashlib
import json
from datetime import datetime

from django.utils.translation import ngettext

from apps.courses.public import Course
from apps.kernel.public import SYSTEM, Actor, Refused, now, plain_letters, record
from apps.layout.public import person_layout
from apps.notices.public import queue_mail
from apps.quizzes.actions.door import own_attempt
from apps.quizzes.actions.telling import handed_in
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import Put
from apps.quizzes.queries import questions_of, quiz_of, rulings_of
from apps.quizzes.receipts import mail_text
from apps.quizzes.reckoning import hand_scores_over, raw_of


def hand_in(actor: Actor, course: Course, item_id: int, number: int, holder: str, *, sure: bool = False) -> QuizAttempt:
    """What stands is what counts. What was handed in before, by the clock or from another window, stays as it was.
    Unless they are `sure`, whoever has an answer that can't be read is told first: it costs no attempt."""
    attempt = own_attempt(actor, course, item_id, number)
    if attempt.handed_in_at is not None:
        return attempt
    over = is_over(attempt, now())
    if attempt.holder != holder and not over:
        raise Refused("quiz.elsewhere", status=409)
    if not sure and not over:
        _refuse_broken(attempt)
    finish(actor, course, attempt, QuizAttempt.CLOCK if over else QuizAttempt.SELF)
    return attempt


def _refuse_broken(attempt: QuizAttempt) -> None:
    rules = rules_of(quiz_of(attempt.item_id))
    open_ones = [row for row in questions_of(attempt) if not row.settled]
    broken = [row for row in open_ones if Put(row, rules).judged(row.answers).form_errors]
    if broken:
        names = ", ".join(row.question.name for row in broken)
        ids = [row.pk for row in broken]
        count = ngettext("%(n)s answer", "%(n)s answers", len(broken)) % {"n": len(broken)}
        raise Refused("quiz.forms_to_mend", status=409, also={"questions": ids}, names=names, count=count)


def is_over(attempt: QuizAttempt, at: datetime) -> bool:
    return attempt.ends_at is not None and attempt.ends_at <= at


def hand_in_by_clock(attempt_id: int) -> bool:
    """Whether it was handed in now: not before its time, not twice, whoever else tries in the same moment. What went
    away with its item waits until it is brought back."""
    rows = QuizAttempt.objects.select_for_update(of=("self",)).select_related("course")
    due = rows.filter(pk=attempt_id, handed_in_at=None, ends_at__lte=now(), item__removed=False)
    attempt = due.first()
    if attempt is None:
        return False
    finish(SYSTEM, attempt.course, attempt, QuizAttempt.CLOCK)
    return True


def finish(actor: Actor, course: Course, attempt: QuizAttempt, how: str) -> None:
    """`attempt` is held. The clock's moment is the end of the time, however much later it is noticed."""
    at = now()
    if how == QuizAttempt.CLOCK and attempt.ends_at is not None:
        at = min(at, attempt.ends_at)
    rows = questions_of(attempt)
    rules = rules_of(quiz_of(attempt.item_id))
    for row in rows:
        share = Put(row, rules).final_share()
        row.share, row.settled = None if share is None else str(share), True
    AttemptQuestion.objects.bulk_update(rows, ["share", "settled"])
    attempt.handed_in_at, attempt.how = at, how
    attempt.raw = raw_of(rows, rulings_of(attempt.item_id))
    attempt.receipt_number = new_number()
    given = [{"question": row.position + 1, "numbers": row.drawn, "answers": row.answers} for row in rows]
    text = json.dumps(given, sort_keys=True, ensure_ascii=False).encode()
    answered = sum(bool(row.answered_at) for row in rows)
    attempt.receipt = receipt_of(course, attempt, len(rows), answered, hashlib.sha256(text).hexdigest())
    attempt.save(update_fields=["handed_in_at", "how", "raw", "receipt_number", "receipt"])
    tell(actor, course, attempt)


def tell(actor: Actor, course: Course, attempt: QuizAttempt) -> None:
    """What the rest of a course, the gradebook and the student learn of an attempt that was handed in."""
    handed_in(actor, course, attempt)
    how = attempt.how
    record(actor, "quiz.hand_in", ("quiz_attempt", attempt.pk), course_id=course.pk, after={"how": how})
    hand_scores_over(actor, course, attempt.item_id, [attempt.person_id])
    subject, body = mail_text(attempt, attempt.person.name)
    queue_mail(attempt.person.email, subject, body)


def new_number() -> str:
    """Unlike that of a hand-in, so that one is never read as the other."""
    while True:
        letters = plain_letters(7)
        number = f"Q-{letters[:3]}-{letters[3:]}"
        if not QuizAttempt.objects.filter(receipt_number=number).exists():
            return number


def receipt_of(
    course: Course, attempt: QuizAttempt, questions: int, answered: int, sha256: str, **more: object
) -> dict[str, object]:
    """What was received, frozen: later changes of course or quiz do not change a receipt."""
    item = person_layout(course, attempt.person_id).items[attempt.item_id]
    return {
        "number": attempt.receipt_number,
        "course": f"{course.code} {course.title}",
        "item": item.title,
        "attempt": attempt.number,
        "at": attempt.handed_in_at.isoformat() if attempt.handed_in_at else "",
        "how": attempt.how,
        "zone": course.zone,
        "due": item.span.due.isoformat() if item.span.due else None,
        "questions": questions,
        "answered": answered,
        "answers_sha256": sha256,
        **more,
    }
