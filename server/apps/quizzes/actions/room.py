"""A room where a quiz is held: who is checked in, and minutes given at the table."""

from __future__ import annotations

from datetime import timedelta

from apps.courses.public import Course, Membership, can_see_student, can_teach, membership, refuse_archived, students
from apps.kernel.public import Actor, Refused, now, record, require
from apps.quizzes.jobs import hand_in_at
from apps.quizzes.models import QuizAttempt, RoomPlace
from apps.quizzes.queries import require_quiz

MOST_MINUTES = 240


def _theirs(actor: Actor, course: Course, item_id: int, person_id: int) -> Membership:
    member = membership(actor, course)
    require(can_teach(member))
    refuse_archived(course)
    require_quiz(course, item_id)
    enrolment = students(course).filter(person_id=person_id).first()
    require(can_see_student(member, enrolment.section_id if enrolment else None))
    return member


def check_in(actor: Actor, course: Course, item_id: int, person_id: int, *, here: bool) -> None:
    """By name. Who has begun goes on, whatever is set afterwards."""
    _theirs(actor, course, item_id, person_id)
    if here:
        fields = {"at": now(), "by_id": actor.person_id}
        RoomPlace.objects.get_or_create(item_id=item_id, person_id=person_id, defaults=fields)
    else:
        RoomPlace.objects.filter(item_id=item_id, person_id=person_id).delete()
    after = {"person": person_id, "here": here}
    record(actor, "quiz.check_in", ("item", item_id), course_id=course.pk, after=after)


def give_minutes(actor: Actor, course: Course, item_id: int, person_id: int, minutes: int) -> QuizAttempt:
    """More time for the attempt that is under way; the clock hands it in so much later."""
    _theirs(actor, course, item_id, person_id)
    if not 1 <= minutes <= MOST_MINUTES:
        raise Refused("quiz.no_minutes")
    rows = QuizAttempt.objects.select_for_update(of=("self",)).select_related("person")
    attempt = rows.filter(item_id=item_id, person_id=person_id, handed_in_at=None).first()
    if attempt is None:
        name = students(course).select_related("person").filter(person_id=person_id).first()
        raise Refused("quiz.nobody_here", status=409, name=name.person.name if name else "")
    attempt.extra_minutes += minutes
    if attempt.ends_at is not None:
        attempt.ends_at += timedelta(minutes=minutes)
        hand_in_at(attempt.pk, attempt.ends_at)
    attempt.save(update_fields=["extra_minutes", "ends_at"])
    after = {"person": person_id, "minutes": minutes}
    record(actor, "quiz.minutes", ("quiz_attempt", attempt.pk), course_id=course.pk, after=after)
    return attempt
