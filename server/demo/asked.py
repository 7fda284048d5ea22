"""What students of SRV 110 have asked: one answered for all, one answered, one whose promise runs out today."""

from __future__ import annotations

from datetime import datetime, timedelta

from apps.courses.models import Course, Enrolment
from apps.kernel.written import plain
from apps.layout.queries import layout
from apps.layout.reading.structure import LaidItem
from apps.library.models import Entry
from apps.messages.models import Question, QuestionLine, QuestionToo
from apps.people.models import Person

CLOSURE = (
    "<p>My closure of the campus loop is 31 mm over 1.4 km. May I adjust it, or do I level it again?</p>",
    "<p>Twelve millimetres times the root of 1.4 is 14 mm: level it again. Start where you changed the instrument"
    " in a hurry; two long sights there are the usual cause.</p>",
)
SECOND = (
    "<p>Do my pace counts go into the field book in ink too?</p>",
    "<p>Yes. Whatever is measured is written in the field, in ink or 3H, and never rubbed out: strike it through.</p>",
)
WAITING = "<p>The set I was given has a staff whose bottom centimetre is worn away. Do I subtract it, or does it fall out?</p>"
DATUM = "<p>Is the height of the yard’s benchmark the one in the catalogue or the one on the sheet? They differ by 40 mm.</p>"


def ask(course: Course, teacher: Person, class_: list[Person], now: datetime) -> None:
    laid = layout(course)
    items = {i.title: i for i in laid.student_items.values()}
    loop = next(i for title, i in items.items() if title.startswith("Field book: campus"))
    first, second, third, fourth = (class_[n % len(class_)] for n in range(4, 8))
    published = _question(course, first, loop, CLOSURE[0], now - timedelta(days=5), answered=True)
    _answer(published, teacher, CLOSURE[1], now - timedelta(days=4, hours=3))
    entry = Entry.objects.create(
        course=course,
        shelf="faq",
        title=plain(CLOSURE[0]),
        html=CLOSURE[1],
        position=Entry.objects.filter(course=course, shelf="faq").count() + 1,
        published=True,
    )
    Question.objects.filter(pk=published.pk).update(published=entry.pk)
    answered = _question(course, second, None, SECOND[0], now - timedelta(days=3), answered=True)
    _answer(answered, teacher, SECOND[1], now - timedelta(days=2, hours=20))
    waits = _question(course, third, loop, WAITING, now - timedelta(days=course.answer_days) + timedelta(hours=6))
    QuestionToo.objects.bulk_create(
        QuestionToo(question=waits, person=p, at=now - timedelta(hours=9)) for p in class_[9:12] if p != third
    )
    _question(course, fourth, None, DATUM, now - timedelta(hours=2))


def _question(
    course: Course, asker: Person, item: LaidItem | None, html: str, at: datetime, answered: bool = False
) -> Question:
    return Question.objects.create(
        course=course,
        asker=asker,
        section=Enrolment.objects.get(course=course, person=asker).section,
        item_id=item.id if item else None,
        about="item" if item else "course",
        context={"title": item.title, "kind": item.kind, "state": "to_do"} if item else {},
        html=html,
        text=plain(html),
        open_to_class=True,
        at=at,
        waits_since=None if answered else at,
    )


def _answer(question: Question, teacher: Person, html: str, at: datetime) -> None:
    QuestionLine.objects.create(question=question, author=teacher, answer=True, html=html, text=plain(html), at=at)
    Question.objects.filter(pk=question.pk).update(answered_at=at)
