"""What comes along with a question about one question of a quiz: the asker's own numbers, and what they tried."""

from __future__ import annotations

from typing import Any

from unvo_core.questions.showing import filled, shown_numbers

from apps.courses.public import Course
from apps.kernel.public import Refused, clean, plain
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion
from apps.quizzes.putting import Put, answers_said
from apps.quizzes.queries import quiz_of
from apps.quizzes.taking import reached

LONGEST = 600


def asked_about(course: Course, item_id: int, person_id: int, answer_id: int) -> dict[str, Any]:
    """Frozen with the question. Refuses what is not theirs, or not to be seen now."""
    rows = AttemptQuestion.objects.select_related("attempt", "edition", "question").prefetch_related("tries")
    row = rows.filter(pk=answer_id, attempt__course=course, attempt__item_id=item_id).first()
    rules = rules_of(quiz_of(item_id))
    if row is None or row.attempt.person_id != person_id:
        raise Refused("quiz.no_such_question_here", status=404)
    if row.attempt.handed_in_at is None and not reached(rules, row.attempt, row):
        raise Refused("quiz.no_such_question_here", status=404)
    put = Put(row, rules)
    question, version = put.asked, put.version_asked
    return {
        "put": row.question.name,
        "put_attempt": row.attempt.number,
        "put_text": plain(clean(filled(question.text, shown_numbers(question, version))))[:LONGEST],
        "put_answers": answers_said(put, row.answers)[:LONGEST],
        "put_tries": [
            f"{answers_said(put, one.answers)[:LONGEST]}: {told}"
            for one, told in zip(put.tries, put.verdicts, strict=True)
        ],
    }
