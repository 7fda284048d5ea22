"""What is shown when its moment has come, or when a teacher shows it."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction
from unvo_core.quizzes.rules import Revealed, When

from apps.courses.public import Course
from apps.gradebook.public import held_scores
from apps.kernel.public import SYSTEM, Actor, now
from apps.quizzes.actions.set_quiz import open_by_hand
from apps.quizzes.models import Quiz, QuizAttempt
from apps.quizzes.reckoning import hand_scores_over


def show(actor: Actor, course: Course, item_id: int, *, on: bool) -> Quiz:
    """Scores go out with it where they are shown by hand."""
    quiz = open_by_hand(actor, course, item_id, now() if on else None)
    if on:
        people = QuizAttempt.objects.filter(item_id=item_id).values_list("person_id", flat=True).distinct()
        hand_scores_over(actor, course, item_id, list(people))
    return quiz


def show_due_scores(at: datetime) -> int:
    """Scores that wait for their quiz's moment, which has come. Returns for how many quizzes."""
    waits = {"shows__score__in": [When.DUE, When.CLOSE], "item__removed": False}
    rows = Quiz.objects.filter(**waits, item__course__archived_at=None).select_related("item__course__term")
    quizzes = {quiz.item_id: quiz for quiz in rows}
    courses = {quiz.item.course_id for quiz in quizzes.values()}
    held = [item for _, item, _, _ in held_scores(sorted(courses)) if item in quizzes] if courses else []
    for item_id in held:
        with transaction.atomic():
            people = QuizAttempt.objects.filter(item_id=item_id).values_list("person_id", flat=True).distinct()
            hand_scores_over(SYSTEM, quizzes[item_id].item.course, item_id, list(people), str(Revealed.SCORE))
    return len(held)
