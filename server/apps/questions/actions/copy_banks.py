from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from apps.courses.public import Course
from apps.kernel.public import with_own_files
from apps.questions.models import Bank, BankQuestion, QuestionEdition, TaughtIn
from apps.questions.queries import newest


def copy_banks(source: Course, course: Course, items: Mapping[int, int]) -> dict[int, int]:
    """The banks of a course for a copy of it, each question in its newest edition; `items`: old -> new. Returns the
    questions, old -> new."""
    copies: dict[int, int] = {}
    for bank in Bank.objects.filter(course=source, removed=False):
        own = Bank.objects.create(course=course, name=bank.name, position=bank.position)
        rows = list(bank.questions.filter(removed=False))
        bodies = newest(rows)
        made = BankQuestion.objects.bulk_create(
            BankQuestion(bank=own, name=q.name, tags=q.tags, points=q.points, position=q.position) for q in rows
        )
        QuestionEdition.objects.bulk_create(
            QuestionEdition(
                question=new,
                edition=1,
                body=_own_body(b.body, source, course),
                words=b.words,
                saved_at=b.saved_at,
                saved_by=None,
            )
            for old, new in zip(rows, made, strict=True)
            for b in [bodies[old.pk]]
        )
        copies |= {old.pk: new.pk for old, new in zip(rows, made, strict=True)}
    places = TaughtIn.objects.filter(question_id__in=copies, item_id__in=items)
    TaughtIn.objects.bulk_create(
        TaughtIn(question_id=copies[p.question_id], item_id=items[p.item_id], seconds=p.seconds, position=p.position)
        for p in places
    )
    return copies


def _own_body(body: Any, source: Course, course: Course) -> Any:
    """The same question with pictures of its own."""
    text = json.dumps(body)
    if "/files/" not in text:
        return body
    owners = ("bank_question", source.pk), ("bank_question", course.pk)
    return json.loads(with_own_files(text, owners[0], course.pk, owners[1]))
