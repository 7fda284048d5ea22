"""Question banks of SRV 110 and STA 205."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import timedelta
from decimal import Decimal

from apps.courses.models import Course
from apps.kernel.clock import now
from apps.layout.models import Item
from apps.people.models import Person
from apps.questions.actions.keep_question import checked
from apps.questions.bodies import BODY, body_json, words
from apps.questions.models import Bank, BankQuestion, QuestionEdition, TaughtIn

from demo.content.more_questions import MORE
from demo.content.questions import BANKS, Posed
from demo.content.weeks import PLAN

SURVEYING: dict[str, list[Posed]] = {
    name: [*BANKS.get(name, ()), *MORE.get(name, ())] for name in dict.fromkeys([*BANKS, *MORE])
}
"""By bank: those of a topic together."""
CLIP_SECONDS = {"Latitude of a leg": 12, "Departure of a leg": 31, "Signs by quadrant": 44}
"""Where the clip of the seventh week speaks of it."""


def seed_banks(course: Course, teacher: Person, banks: Mapping[str, Sequence[Posed]]) -> dict[str, Bank]:
    """Each question cleaned and checked as one that a teacher saves."""
    made: dict[str, Bank] = {}
    for position, (name, posed) in enumerate(banks.items()):
        bank = made[name] = Bank.objects.create(course=course, name=name, position=position)
        for place, (title, points, body) in enumerate(posed):
            question = BankQuestion.objects.create(bank=bank, name=title, points=Decimal(points), position=place)
            written = checked(BODY.validate_python(body))
            QuestionEdition.objects.create(
                question=question,
                edition=1,
                body=body_json(written),
                words=words(written),
                saved_at=now(),
                saved_by=teacher,
            )
    return made


SLIPPED = "Closing a loop"
"""Its key had the other sign when it was put."""


def slip(course: Course) -> None:
    """The question as it was first written, and the edition in which its key was corrected: rescoring waits."""
    question = BankQuestion.objects.get(bank__course=course, name=SLIPPED)
    right = question.editions.get()
    right.pk, right.edition, right.saved_at = None, 2, now() - timedelta(hours=2)
    right.save(force_insert=True)
    first = question.editions.get(edition=1)
    key = first.body["fields"][0]["asked"]["keys"]
    first.body["fields"][0]["asked"]["keys"] = [{**key[0], "text": "(H-E)*1000"}]
    first.save(update_fields=["body"])
    question.edition = 2
    question.save(update_fields=["edition"])


def say_where_taught(course: Course) -> None:
    """The seventh week's questions lead to its reading and its clip."""
    plan = PLAN[6]
    items = {item.title: item for item in Item.objects.filter(course=course, title__in=(plan.reading, plan.watch))}
    for question in BankQuestion.objects.filter(bank__course=course, bank__name="Traverse computation"):
        TaughtIn.objects.create(question=question, item=items[plan.reading])
        if question.name in CLIP_SECONDS:
            seconds = CLIP_SECONDS[question.name]
            TaughtIn.objects.create(question=question, item=items[plan.watch], seconds=seconds, position=1)
