"""Answers as they are given: kept, acknowledged, checked where the quiz checks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from unvo_core.answers.form_errors import FormError
from unvo_core.questions.judging import Outcome
from unvo_core.quizzes.rules import QuizRules

from apps.courses.public import Course, moment
from apps.kernel.public import Actor, Refused, now, record
from apps.layout.public import layout
from apps.questions.public import Answers
from apps.quizzes.actions.door import own_attempt
from apps.quizzes.actions.hand_in import finish, is_over
from apps.quizzes.actions.telling import gone_on
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt, Try
from apps.quizzes.putting import Put, has_answer
from apps.quizzes.queries import questions_of, quiz_as_read, quiz_of
from apps.quizzes.standing import attempts_allowed, own_item

MOST_SECONDS = 24 * 3600


@dataclass(frozen=True, slots=True, kw_only=True)
class Given:
    """`seq`: counts the writings of one question in a browser; what is older than what stands is left out. `seconds`
    spent on it since the last one that was sent."""

    question_id: int
    answers: Answers
    seq: int
    seconds: int = 0


@dataclass(frozen=True)
class Kept:
    """`rows`: the questions that were written. `over`: it was handed in before this came; what came is kept beside, and
    does not count."""

    attempt: QuizAttempt
    rules: QuizRules
    rows: list[AttemptQuestion]
    over: bool = False


@dataclass(frozen=True)
class Checked:
    """`outcome` with form errors costs nothing, and no try is kept of it."""

    kept: Kept
    row: AttemptQuestion
    outcome: Outcome
    tried: list[Try] = field(default_factory=list)


def save_answers(actor: Actor, course: Course, item_id: int, number: int, holder: str, given: Sequence[Given]) -> Kept:
    """Keep what was given, in one go. Two windows wait for each other; the one that does not hold the attempt is told.
    What comes after the clock is kept beside and hands it in, if nothing has yet."""
    attempt = own_attempt(actor, course, item_id, number)
    rules, rows = rules_of(quiz_as_read(course, item_id)), questions_of(attempt, [one.question_id for one in given])
    by_id = {row.pk: row for row in rows}
    if any(one.question_id not in by_id for one in given):
        raise Refused("quiz.no_such_question_here", status=404)
    if attempt.handed_in_at is not None or is_over(attempt, now()):
        _keep_late(rows, given)
        if attempt.handed_in_at is None:
            finish(actor, course, attempt, QuizAttempt.CLOCK)
            rows = questions_of(attempt, list(by_id))
        return Kept(attempt, rules, rows, over=True)
    if attempt.holder != holder:
        raise Refused("quiz.elsewhere", status=409)
    _keep(actor, course, attempt, rules, by_id, given)
    return Kept(attempt, rules, rows)


def kept_of(attempt: QuizAttempt, question_ids: Sequence[int]) -> Kept:
    """What stands of these questions, for a request that comes a second time."""
    rows = questions_of(attempt, question_ids)
    return Kept(attempt, rules_of(quiz_of(attempt.item_id)), rows, over=attempt.handed_in_at is not None)


def _keep(
    actor: Actor,
    course: Course,
    attempt: QuizAttempt,
    rules: QuizRules,
    by_id: dict[int, AttemptQuestion],
    given: Sequence[Given],
) -> None:
    changed: list[AttemptQuestion] = []
    answered = [has_answer(row.answers) for row in by_id.values()]
    for one in given:
        row = by_id[one.question_id]
        if rules.one_by_one and not rules.back and row.position != attempt.at:
            continue
        if row.settled or one.seq <= row.seq:
            continue
        row.seq, row.answers, row.answered_at = one.seq, one.answers, now()
        row.seconds = min(MOST_SECONDS, row.seconds + max(0, min(one.seconds, MOST_SECONDS)))
        changed.append(row)
    if not changed:
        return
    for row in changed:  # One, but after a lost line.
        row.save(update_fields=["seq", "answers", "answered_at", "seconds"])
    after = {"questions": [row.position + 1 for row in changed]}
    record(actor, "quiz.answer", ("quiz_attempt", attempt.pk), course_id=course.pk, after=after)
    if answered != [has_answer(row.answers) for row in by_id.values()]:
        gone_on(attempt, attempts_allowed(rules, own_item(course, attempt.person_id, attempt.item_id)))


def _keep_late(rows: Sequence[AttemptQuestion], given: Sequence[Given]) -> None:
    by_id = {row.pk: row for row in rows}
    late = []
    for one in given:
        row = by_id[one.question_id]
        if one.seq > row.seq and one.answers != row.answers:
            row.late, row.late_at = one.answers, now()
            late.append(row)
    AttemptQuestion.objects.bulk_update(late, ["late", "late_at"])


def check(actor: Actor, course: Course, item_id: int, number: int, holder: str, given: Given) -> Checked:
    """Right or wrong, for one try of those that the question has. An answer whose form is wrong, and one that was tried
    before, costs none."""
    kept = save_answers(actor, course, item_id, number, holder, [given])
    if kept.over:
        at = moment(kept.attempt.handed_in_at or now(), layout(course).zone)
        raise Refused("quiz.over", status=409, at=at)
    row = next(r for r in kept.rows if r.pk == given.question_id)
    put = Put(row, kept.rules)
    if put.tries_allowed is None:
        raise Refused("quiz.no_checking")
    tried = put.tries
    if row.settled or len(tried) >= put.tries_allowed:
        raise Refused("quiz.no_try_left", status=409)
    if row.answers != given.answers:
        # There is no way back to it, or a later writing stands.
        raise Refused("quiz.no_way_back", status=409)
    if not put.answered:
        raise Refused("quiz.nothing_to_check")
    outcome = put.judged(row.answers)
    if any(isinstance(found, FormError) for found in outcome.fields.values()) or outcome.share is None:
        return Checked(kept, row, outcome, tried)
    if any(one.answers == row.answers for one in tried):
        raise Refused("quiz.same_answer")
    made = Try.objects.create(
        question=row, number=len(tried) + 1, answers=row.answers, share=str(outcome.share), at=now()
    )
    if outcome.right or made.number >= put.tries_allowed:
        row.settled = True
        row.save(update_fields=["settled"])
    record(
        actor,
        "quiz.check",
        ("quiz_attempt", kept.attempt.pk),
        course_id=course.pk,
        after={"question": row.position + 1, "try": made.number},
    )
    return Checked(kept, row, outcome, [*tried, made])


def go_on(actor: Actor, course: Course, item_id: int, number: int, holder: str, seen: int) -> Kept:
    """To the question after the one that was `seen`, where there is no way back."""
    kept = save_answers(actor, course, item_id, number, holder, [])
    attempt = kept.attempt
    if not kept.over and attempt.at == seen and seen + 1 < attempt.questions.count():
        attempt.at = seen + 1
        attempt.save(update_fields=["at"])
        record(
            actor, "quiz.go_on", ("quiz_attempt", attempt.pk), course_id=course.pk, after={"question": attempt.at + 1}
        )
    return kept
