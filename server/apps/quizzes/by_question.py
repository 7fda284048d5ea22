"""One question over the class, to be read answer by answer: what waits first."""

from __future__ import annotations

from django.db.models import Q, QuerySet
from unvo_core.quizzes.rules import Revealed

from apps.courses.public import Course, Membership, students
from apps.kernel.public import not_found
from apps.layout.public import layout
from apps.quizzes.api import class_schemas as s
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import Put
from apps.quizzes.queries import files_by_question, quiz_of, require_quiz, rulings_of, with_editions
from apps.quizzes.reviewing import Look, reviewed

AT_A_TIME = 25
UNREAD = Q(share=None, by_hand=None)
ORDER = ("attempt__person__sort_name", "attempt__person_id", "attempt__number")
WITH = ("attempt__person", "question", "edition")


def answers_to(
    course: Course, member: Membership, item_id: int, question_id: int, *, waiting: bool, start: int
) -> s.QuestionAnswers:
    """Of the reader's students, in the order of the roster; `waiting`: only what nobody has read. Constant in
    queries."""
    require_quiz(course, item_id)
    every = _all_of(course, member, item_id, question_id)
    all_, unread = every.count(), every.filter(UNREAD).count()
    if not all_:
        raise not_found("question")
    wanted = with_editions(every.filter(UNREAD) if waiting else every).select_related(*WITH)
    rows = list(wanted.order_by(*ORDER)[start : start + AT_A_TIME])
    rules = rules_of(quiz_of(item_id))
    look = _look(course, item_id, [Put(row, rules) for row in rows])
    return s.QuestionAnswers(
        title=layout(course).items[item_id].title,
        name=(rows or every.select_related("question")[:1])[0].question.name,
        zone=course.zone,
        all=all_,
        waiting=unread,
        at_a_time=AT_A_TIME,
        answers=[_answer(put, look) for put in look.puts],
    )


def _all_of(course: Course, member: Membership, item_id: int, question_id: int) -> QuerySet[AttemptQuestion]:
    sections = None if member.section_ids is None else list(member.section_ids)
    mine = students(course, sections).values("person_id")
    handed_in = {"attempt__item_id": item_id, "attempt__handed_in_at__isnull": False}
    return AttemptQuestion.objects.filter(**handed_in, attempt__person_id__in=mine, question_id=question_id)


def _look(course: Course, item_id: int, puts: list[Put]) -> Look:
    return Look(
        course=course,
        puts=puts,
        sees=frozenset(Revealed),
        teaching=True,
        fresh=False,
        rulings=rulings_of(item_id),
        files=files_by_question([put.row for put in puts]),
    )


def _answer(put: Put, look: Look) -> s.AnswerOf:
    row = put.row
    on_paper = row.attempt.how == QuizAttempt.PAPER
    return s.AnswerOf(
        person_id=row.attempt.person_id,
        name=row.attempt.person.sort_name,
        number=row.attempt.number,
        on_paper=on_paper,
        question=reviewed(put, look, on_paper=on_paper),
    )
