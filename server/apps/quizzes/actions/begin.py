"""Beginning an attempt, and taking it over into another window."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction
from hmac import compare_digest
from secrets import token_urlsafe

from django.db import IntegrityError, transaction
from unvo_core.quizzes.clock import ends_at
from unvo_core.quizzes.rules import QuizRules

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import LaidItem
from apps.path.public import require_doable
from apps.quizzes.actions.door import own_attempt
from apps.quizzes.actions.hand_in import finish, is_over
from apps.quizzes.actions.telling import begun
from apps.quizzes.drawing import Draw, Drawer
from apps.quizzes.facts import rules_of
from apps.quizzes.jobs import hand_in_at
from apps.quizzes.models import AttemptQuestion, Quiz, QuizAttempt
from apps.quizzes.queries import attempts_of, quiz_of, require_quiz, room_place
from apps.quizzes.standing import attempts_allowed, hindrance_of


def begin(actor: Actor, course: Course, item_id: int, code: str, holder: str) -> QuizAttempt:
    """A new attempt, or the one that is under way, taken over into this window. One whose time is up is handed in
    first, whether or not anything has run since."""
    require(can_study(membership(actor, course)))
    require_quiz(course, item_id)
    known = require_doable(course, item_id, actor, now())
    item, person, quiz = known.laid.student_items[item_id], actor.person_id or 0, quiz_of(item_id)
    own = attempts_of(item_id, person)
    if own and own[-1].handed_in_at is None:
        standing = own_attempt(actor, course, item_id, own[-1].number)
        if standing.handed_in_at is None and not is_over(standing, now()):
            return _taken_over(actor, course, standing, holder)
        if standing.handed_in_at is None:
            finish(actor, course, standing, QuizAttempt.CLOCK)
        own = attempts_of(item_id, person)
    _refuse(course, quiz, item, own, code, person)
    try:
        with transaction.atomic():
            return _begun(actor, course, quiz, item, len(own) + 1, holder)
    except IntegrityError:
        # Another window began it in this moment.
        return _taken_over(actor, course, own_attempt(actor, course, item_id, len(own) + 1), holder)


def _refuse(course: Course, quiz: Quiz, item: LaidItem, own: Sequence[QuizAttempt], code: str, person_id: int) -> None:
    """What keeps somebody from beginning."""
    rules = rules_of(quiz)
    found = hindrance_of(course, quiz, rules, item, person_id, own)
    if found is not None:
        raise Refused(found.code, status=403 if found.code == "quiz.not_checked_in" else 409, given=found.params)
    if rules.code and not compare_digest(_letters(code), _letters(rules.code)):
        raise Refused("quiz.code_wrong")


def _letters(code: str) -> bytes:
    return code.strip().casefold().encode()


def _begun(actor: Actor, course: Course, quiz: Quiz, item: LaidItem, number: int, holder: str) -> QuizAttempt:
    rules, secret = rules_of(quiz), token_urlsafe(24)
    at, person = now(), actor.person_id or 0
    rows = Drawer(course, quiz).rows(Draw(secret, person, item.id, number))
    place = room_place(item.id, person)
    extra = place.extra_minutes if place else 0
    attempt = QuizAttempt.objects.create(
        course=course,
        item_id=item.id,
        person_id=person,
        number=number,
        secret=secret,
        holder=holder,
        started_at=at,
        ends_at=_end(at, rules, item, extra),
        extra_minutes=extra,
    )
    for row in rows:
        row.attempt = attempt
    AttemptQuestion.objects.bulk_create(rows)
    record(
        actor,
        "quiz.begin",
        ("quiz_attempt", attempt.pk),
        course_id=course.pk,
        after={"attempt": number, "item": item.id},
    )
    begun(actor, course, attempt, attempts_allowed(rules, item))
    if attempt.ends_at is not None:
        hand_in_at(attempt.pk, attempt.ends_at)
    return attempt


def _end(at: datetime, rules: QuizRules, item: LaidItem, extra: int) -> datetime | None:
    factor = item.allowed.time_factor if item.allowed else Fraction(1)
    return ends_at(at, rules.minutes, factor, item.span.closes, extra)


def take_over(actor: Actor, course: Course, item_id: int, number: int, holder: str) -> QuizAttempt:
    """Into the window that asks; the other one is told with the next thing it sends."""
    return _taken_over(actor, course, own_attempt(actor, course, item_id, number), holder)


def _taken_over(actor: Actor, course: Course, attempt: QuizAttempt, holder: str) -> QuizAttempt:
    if attempt.handed_in_at is None and attempt.holder != holder:
        attempt.holder = holder
        attempt.save(update_fields=["holder"])
        record(actor, "quiz.take_over", ("quiz_attempt", attempt.pk), course_id=course.pk)
    return attempt
