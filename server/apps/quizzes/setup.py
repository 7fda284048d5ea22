"""A quiz as its teacher sets it, and as one student would have it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction

from django.db.models import Count, Q
from unvo_core.questions.drawing import Unfit
from unvo_core.questions.showing import filled, shown_numbers
from unvo_core.quizzes.rules import Revealed, Stand
from unvo_core.quizzes.slots import Slot, choose, total_points

from apps.courses.public import Course
from apps.gradebook.public import points
from apps.kernel.public import Refused, clean, edition, not_found, now
from apps.layout.public import layout
from apps.questions.public import banks, named_questions, newest, question_of, shown_question, version_of
from apps.quizzes.api import class_schemas as s
from apps.quizzes.facts import rules_of, slots_of
from apps.quizzes.models import AttemptQuestion, PaperSheet, Quiz
from apps.quizzes.putting import key_answers
from apps.quizzes.queries import drawn_from, is_begun, quiz_of, require_quiz
from apps.quizzes.said import shows_said
from apps.quizzes.standing import ends_of_class


def slots_in(given: list[s.SlotIn]) -> list[Slot]:
    return [Slot(question=one.question, bank=one.bank, count=one.count, points=Fraction(one.points)) for one in given]


def setup_out(course: Course, item_id: int) -> s.QuizSetup:
    require_quiz(course, item_id)
    quiz = quiz_of(item_id)
    rules, slots = rules_of(quiz), slots_of(quiz)
    there = {bank.pk: s.BankChoice(id=bank.pk, name=bank.name, count=count) for bank, count in banks(course)}
    ends = ends_of_class(course, item_id)
    stand = Stand(now=now(), last=False, due=ends.due, closes=ends.closes, opened=quiz.opened_at is not None)
    return s.QuizSetup(
        attempts=quiz.attempts,
        tries=quiz.tries,
        try_cost=points(rules.try_cost),
        minutes=quiz.minutes,
        one_by_one=quiz.one_by_one,
        back=quiz.back,
        shuffle=quiz.shuffle,
        code=quiz.code,
        room=quiz.room,
        fresh=quiz.fresh,
        paper=rules.paper,
        shows={what: rules.when(what) for what in Revealed},
        edition=edition(("item", item_id)),
        slots=_slots(course, slots, there),
        total=str(points(total_points(slots))),
        said=shows_said(rules, stand, layout(course).zone),
        sheets=PaperSheet.objects.filter(item_id=item_id, attempt=None).count(),
        fixed=is_begun(item_id),
        shown_by_hand=quiz.opened_at is not None,
        banks=list(there.values()),
    )


def _slots(course: Course, slots: Sequence[Slot], there: Mapping[int, s.BankChoice]) -> list[s.SlotOut]:
    named = named_questions(course, {slot.question for slot in slots if slot.question})
    found = []
    for slot in slots:
        bank, question = there.get(slot.bank or 0), named.get(slot.question or 0)
        count = bank.count if bank else 1 if question else 0
        row = s.SlotOut(
            question=slot.question,
            bank=slot.bank,
            count=slot.count,
            points=points(slot.points),
            name=question.name if question else bank.name if bank else "",
            there=count,
            gone=count < slot.count or (question is not None and question.removed),
        )
        found.append(row)
    return found


def uses(course: Course, question_id: int) -> s.QuestionUses:
    """The quizzes of the course that put a question, in the order of the path."""
    row = named_questions(course, [question_id]).get(question_id)
    if row is None:
        raise not_found("question")
    named, drawn = [{"question": question_id}], [{"bank": row.bank_id}]
    rows = Quiz.objects.filter(item__course=course, item__removed=False)
    found = rows.filter(Q(questions__contains=named) | Q(questions__contains=drawn)).select_related("item")
    put = Count("pk", filter=Q(attempt__handed_in_at__isnull=False))
    counts = dict(
        AttemptQuestion.objects.filter(question_id=question_id).values_list("attempt__item_id").annotate(n=put)
    )
    order = {pk: n for n, pk in enumerate(layout(course).order)}
    told = [
        s.QuestionUse(
            item_id=quiz.item_id,
            title=quiz.item.title,
            drawn=all(slot.get("question") != question_id for slot in quiz.questions),
            put=counts.get(quiz.item_id, 0),
        )
        for quiz in sorted(found, key=lambda quiz: order.get(quiz.item_id, 0))
    ]
    return s.QuestionUses(uses=told)


def preview(course: Course, item_id: int, seed: str) -> s.QuizPreview:
    """The questions, numbers and keys of nobody in particular; another seed, another one."""
    require_quiz(course, item_id)
    quiz = quiz_of(item_id)
    chosen = choose(slots_of(quiz), drawn_from(course, quiz), f"preview/{seed}", shuffle=quiz.shuffle)
    if chosen is None:
        raise Refused("quiz.short", status=409)
    named = named_questions(course, [c.question for c in chosen])
    editions = newest(list(named.values()))
    found = []
    for one in chosen:
        question = question_of(editions[one.question])
        try:
            version = version_of(question, f"preview/{seed}/{one.question}")
        except Unfit:
            raise Refused("quiz.unfit", status=409, name=named[one.question].name) from None
        found.append(
            s.PreviewQuestion(
                name=named[one.question].name,
                points=str(points(one.points)),
                shown=shown_question(question, version),
                key=key_answers(question, version),
                solution=clean(filled(question.solution, shown_numbers(question, version))),
            )
        )
    return s.QuizPreview(questions=found)
