"""Answers that a person must read, for the desk and the week sheet."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Sequence, Set
from datetime import datetime

from django.db.models import Q
from unvo_core.quizzes.rules import When

from apps.courses.public import Course, Seats, WaitingRow, of_my_students
from apps.gradebook.public import held_scores
from apps.layout.public import layout, layout_for
from apps.quizzes.kinds import QUIZ
from apps.quizzes.models import Quiz, QuizAttempt

UNREAD = Q(handed_in_at__isnull=False, raw=None, item__removed=False)


def quizzes_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row a quiz, for what is to be read, and for scores that are shown by hand; three queries at most."""
    found: dict[tuple[int, int], list[datetime]] = defaultdict(list)
    laid = {pk: layout(seat.course) for pk, seat in seats.items()}
    rows = QuizAttempt.objects.filter(UNREAD & of_my_students(seats))
    for course, item, person, at in rows.values_list("course_id", "item_id", "person_id", "handed_in_at"):
        own = layout_for(laid[course], person).items.get(item)
        if at is not None and own is not None and own.counts and not own.excused and not own.held_at_a_set_time:
            found[course, item].append(at)
    return [
        WaitingRow("quiz", seats[course], min(ats), seats[course].back_by(min(ats)), len(ats), item)
        for (course, item), ats in found.items()
    ] + _held(seats, busy={item for _, item in found})


def _held(seats: Seats, busy: Set[int]) -> list[WaitingRow]:
    """Scores that only an instructor shows, once nothing of their quiz is to be read any more."""
    mine = [pk for pk, seat in seats.items() if seat.member.instructs]
    rows = Quiz.objects.filter(item__course_id__in=mine, item__removed=False, opened_at=None, shows__score=When.BY_HAND)
    return [
        WaitingRow("quiz_held", seats[course], since, seats[course].back_by(since), count, item)
        for course, item, count, since in (held_scores(mine, rows.values_list("item_id", flat=True)) if mine else ())
        if item not in busy
    ]


def quizzes_of_class(course: Course, item_ids: Sequence[int], people: Set[int]) -> dict[int, int]:
    """How many attempts of these people wait, by item."""
    laid = layout(course)
    if not any(laid.items[i].kind == QUIZ.code for i in item_ids if i in laid.items):
        return {}
    rows = QuizAttempt.objects.filter(UNREAD, course=course, item_id__in=item_ids)
    return Counter(item for item, person in rows.values_list("item_id", "person_id") if person in people)
