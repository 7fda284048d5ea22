"""Answers that a person must read, for the desk and the week sheet."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Sequence
from datetime import datetime

from django.db.models import Q

from apps.courses.public import Course, Seats, WaitingRow, of_my_students, students
from apps.layout.public import layout, layout_for
from apps.quizzes.kinds import QUIZ
from apps.quizzes.models import QuizAttempt

UNREAD = Q(handed_in_at__isnull=False, raw=None, item__removed=False)


def quizzes_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row a quiz; one query."""
    found: dict[tuple[int, int], list[datetime]] = defaultdict(list)
    laid = {pk: layout(seat.course) for pk, seat in seats.items()}
    rows = QuizAttempt.objects.filter(UNREAD & of_my_students(seats))
    for course, item, person, at in rows.values_list("course_id", "item_id", "person_id", "handed_in_at"):
        own = layout_for(laid[course], person).items.get(item)
        if at is not None and own is not None and own.counts and not own.excused:
            found[course, item].append(at)
    return [
        WaitingRow("quiz", seats[course], min(ats), seats[course].back_by(min(ats)), len(ats), item)
        for (course, item), ats in found.items()
    ]


def quizzes_of_class(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None) -> dict[int, int]:
    """How many attempts wait, by item; of the students of these sections, or of all."""
    laid = layout(course)
    if not any(laid.items[i].kind == QUIZ.code for i in item_ids if i in laid.items):
        return {}
    people = students(course, section_ids).values("person_id")
    rows = QuizAttempt.objects.filter(UNREAD, course=course, item_id__in=item_ids, person_id__in=people)
    return Counter(rows.values_list("item_id", flat=True))
