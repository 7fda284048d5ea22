from __future__ import annotations

import json
from collections.abc import Collection, Mapping
from typing import Any, NamedTuple

from django.db.models import Max, Q

from apps.courses.public import Course
from apps.kernel.public import with_own_files
from apps.questions.models import Bank, BankQuestion, QuestionEdition, TaughtIn
from apps.questions.queries import newest


class Brought(NamedTuple):
    """Old -> new."""

    questions: dict[int, int]
    banks: dict[int, int]


def copy_banks(source: Course, course: Course, items: Mapping[int, int]) -> Brought:
    """The banks of a course for a copy of it, each question in its newest edition; `items`: old -> new."""
    brought = Brought({}, {})
    for bank in Bank.objects.filter(course=source, removed=False):
        own = Bank.objects.create(course=course, name=bank.name, position=bank.position)
        brought.banks[bank.pk] = own.pk
        brought.questions.update(_copied(source, own, list(bank.questions.filter(removed=False))))
    _taught(brought.questions, items)
    return brought


def bring_questions(
    source: Course, course: Course, question_ids: Collection[int], bank_ids: Collection[int], items: Mapping[int, int]
) -> Brought:
    """Single questions and whole banks of another course, for what is copied out of it. A bank of the same name takes
    them in; what stands there under the same name is taken for the same question."""
    brought = Brought({}, {})
    single = BankQuestion.objects.filter(pk__in=question_ids, bank__course=source)
    wanted = {*bank_ids, *single.values_list("bank_id", flat=True)}
    last = Bank.objects.filter(course=course).aggregate(n=Max("position"))["n"] or 0
    for n, bank in enumerate(Bank.objects.filter(course=source, pk__in=wanted), start=1):
        own, _ = Bank.objects.get_or_create(
            course=course, name=bank.name, removed=False, defaults={"position": last + n}
        )
        brought.banks[bank.pk] = own.pk
        rows = list(bank.questions.filter(Q(removed=False) | Q(pk__in=question_ids)))
        rows = [q for q in rows if bank.pk in bank_ids or q.pk in question_ids]
        there = dict(own.questions.filter(removed=False).values_list("name", "pk"))
        brought.questions.update({q.pk: there[q.name] for q in rows if q.name in there})
        brought.questions.update(_copied(source, own, [q for q in rows if q.name not in there]))
    _taught(brought.questions, items)
    return brought


def _copied(source: Course, own: Bank, rows: list[BankQuestion]) -> dict[int, int]:
    bodies = newest(rows)
    made = BankQuestion.objects.bulk_create(
        BankQuestion(bank=own, name=q.name, tags=q.tags, points=q.points, position=q.position) for q in rows
    )
    QuestionEdition.objects.bulk_create(
        QuestionEdition(
            question=new,
            edition=1,
            body=_own_body(b.body, source, own.course),
            words=b.words,
            saved_at=b.saved_at,
            saved_by=None,
        )
        for old, new in zip(rows, made, strict=True)
        for b in [bodies[old.pk]]
    )
    return {old.pk: new.pk for old, new in zip(rows, made, strict=True)}


def _taught(copies: Mapping[int, int], items: Mapping[int, int]) -> None:
    places = TaughtIn.objects.filter(question_id__in=copies, item_id__in=items).exclude(question_id__in=copies.values())
    there = set(TaughtIn.objects.filter(question_id__in=copies.values()).values_list("question_id", flat=True))
    TaughtIn.objects.bulk_create(
        TaughtIn(question_id=copies[p.question_id], item_id=items[p.item_id], seconds=p.seconds, position=p.position)
        for p in places
        if copies[p.question_id] not in there
    )


def _own_body(body: Any, source: Course, course: Course) -> Any:
    """The same question with pictures of its own."""
    text = json.dumps(body)
    if "/files/" not in text:
        return body
    owners = ("bank_question", source.pk), ("bank_question", course.pk)
    return json.loads(with_own_files(text, owners[0], course.pk, owners[1]))
