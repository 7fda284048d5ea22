"""Question banks of SRV 110."""

from __future__ import annotations

from decimal import Decimal

from apps.courses.models import Course
from apps.kernel.clock import now
from apps.people.models import Person
from apps.questions.actions.keep_question import checked
from apps.questions.bodies import BODY, body_json, words
from apps.questions.models import Bank, BankQuestion, QuestionEdition

from demo.content.questions import BANKS


def seed_banks(course: Course, instructor: Person) -> None:
    """Each question cleaned and checked as one that a teacher saves."""
    for position, (name, posed) in enumerate(BANKS.items()):
        bank = Bank.objects.create(course=course, name=name, position=position)
        for place, (title, points, body) in enumerate(posed):
            question = BankQuestion.objects.create(bank=bank, name=title, points=Decimal(points), position=place)
            written = checked(BODY.validate_python(body))
            QuestionEdition.objects.create(
                question=question,
                edition=1,
                body=body_json(written),
                words=words(written),
                saved_at=now(),
                saved_by=instructor,
            )
