"""A quiz over its class: who is where, and how its questions went."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction

from unvo_core.quizzes.rules import Revealed, When
from unvo_core.quizzes.slots import question_count, total_points

from apps.courses.public import Course, Enrolment, Membership, students
from apps.gradebook.public import points
from apps.kernel.public import now
from apps.layout.public import layout
from apps.quizzes.api import class_schemas as s
from apps.quizzes.facts import exact, rules_of, slots_of
from apps.quizzes.models import AttemptQuestion, QuestionRuling, QuizAttempt, Rescoring, RoomPlace
from apps.quizzes.putting import has_answer
from apps.quizzes.queries import attempts_in_class, quiz_of, require_quiz, rulings_of


def quiz_class(course: Course, item_id: int, member: Membership) -> s.QuizClass:
    """Of the reader's sections. Constant in queries."""
    require_quiz(course, item_id)
    quiz = quiz_of(item_id)
    rules, slots = rules_of(quiz), slots_of(quiz)
    sections = None if member.section_ids is None else list(member.section_ids)
    enrolled = list(
        students(course, sections).select_related("person", "section").order_by("person__sort_name", "person_id")
    )
    people = [e.person_id for e in enrolled]
    attempts = attempts_in_class(item_id, people)
    here = set(RoomPlace.objects.filter(item_id=item_id).values_list("person_id", flat=True))
    answered = _answered(attempts)
    return s.QuizClass(
        title=layout(course).items[item_id].title,
        zone=course.zone,
        now=now(),
        total=str(points(total_points(slots))),
        questions=question_count(slots),
        room=quiz.room and not quiz.paper,
        paper=rules.paper,
        timed=quiz.minutes is not None and not quiz.paper,
        shown_by_hand=quiz.opened_at is not None,
        by_hand=any(rules.when(what) is When.BY_HAND for what in Revealed),
        can_change=member.instructs,
        rows=[_row(e, attempts.get(e.person_id, []), e.person_id in here, answered) for e in enrolled],
        by_question=_questions(item_id, people),
    )


def _answered(attempts: Mapping[int, Sequence[QuizAttempt]]) -> dict[int, int]:
    """How many questions have an answer, of the attempts under way."""
    under_way = [a.pk for own in attempts.values() for a in own if a.handed_in_at is None]
    found = dict.fromkeys(under_way, 0)
    rows = AttemptQuestion.objects.filter(attempt_id__in=under_way) if under_way else AttemptQuestion.objects.none()
    for attempt, answers in rows.values_list("attempt_id", "answers"):
        found[attempt] += has_answer(answers)
    return found


def _row(enrolment: Enrolment, own: Sequence[QuizAttempt], here: bool, answered: Mapping[int, int]) -> s.ClassRow:
    last = own[-1] if own else None
    return s.ClassRow(
        person_id=enrolment.person_id,
        name=enrolment.person.sort_name,
        section=enrolment.section.name if enrolment.section else "",
        here=here,
        state=_state(last),
        number=last.number if last else 0,
        attempts=[a.number for a in own],
        answered=answered.get(last.pk, 0) if last else 0,
        ends_at=last.ends_at if last else None,
        extra_minutes=last.extra_minutes if last else 0,
        handed_in_at=last.handed_in_at if last else None,
        how=last.how if last else "",  # type: ignore[arg-type]
        points=str(points(Fraction(last.raw))) if last and last.raw is not None else None,
    )


def _state(last: QuizAttempt | None) -> s.ClassState:
    if last is None:
        return "nothing"
    if last.handed_in_at is None:
        return "under_way"
    return "waits" if last.raw is None else "handed_in"


def _questions(item_id: int, people: Sequence[int]) -> list[s.QuestionOfClass]:
    """In the order in which they were laid, of what was handed in."""
    rows = AttemptQuestion.objects.filter(
        attempt__item_id=item_id, attempt__person_id__in=people, attempt__handed_in_at__isnull=False
    ).select_related("question", "edition", "judged_by", "attempt")
    by_question: dict[int, list[AttemptQuestion]] = {}
    for row in rows.order_by("position", "question_id"):
        by_question.setdefault(row.question_id, []).append(row)
    rulings = rulings_of(item_id)
    rescored: dict[int, list[s.RescoringOut]] = {}
    for made in Rescoring.objects.filter(item_id=item_id).select_related("edition", "by").order_by("-at"):
        told = s.RescoringOut(
            id=made.pk,
            edition=made.edition.edition,
            at=made.at,
            by=made.by.name if made.by else "",
            moved=len(made.before),
            set_back_at=made.set_back_at,
        )
        rescored.setdefault(made.question_id, []).append(told)
    return [_of_class(own, rulings.get(pk), rescored.get(pk, [])) for pk, own in by_question.items()]


def _of_class(
    own: Sequence[AttemptQuestion], ruling: QuestionRuling | None, rescored: list[s.RescoringOut]
) -> s.QuestionOfClass:
    question = own[0].question
    shares = [_share(row) for row in own]
    read = [row for row in own if row.attempt.how != QuizAttempt.PAPER]
    behind = [row for row in read if (row.judged_by or row.edition).edition < question.edition]
    decided = None if ruling is None else s.RulingOut.model_validate(ruling, from_attributes=True)
    return s.QuestionOfClass(
        question_id=question.pk,
        bank_id=question.bank_id,
        name=question.name,
        points=str(points(Fraction(own[0].points))),
        asked=len(own),
        right=sum(share == 1 for share in shares),
        part=sum(share is not None and 0 < share < 1 for share in shares),
        wrong=sum(share == 0 for share in shares),
        waits=sum(share is None for share in shares),
        newer=question.edition if behind else None,
        ruling=decided,
        rescorings=rescored,
    )


def _share(row: AttemptQuestion) -> Fraction | None:
    if row.by_hand is not None:
        return Fraction(row.by_hand) / Fraction(row.points)
    return exact(row.share)
