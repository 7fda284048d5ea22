"""What people of SRV 110 have written to each other: a student and the team, and a reminder to those without a set."""

from __future__ import annotations

from datetime import datetime, timedelta

from apps.courses.models import Course, Enrolment, GroupMember
from apps.kernel.written import plain
from apps.messages.models import Message, Thread, ThreadRead
from apps.people.models import Person

LEVEL = (
    "<p>The bubble of the second level will not settle. I have put a note on its box; may we use the third?</p>",
    "<p>Thank you for the note. Take the third; the second goes to the workshop on Friday.</p>",
    "<p>It is back already: they had only to tighten the foot screw.</p>",
)
GROUP = (
    "<p>Shall we walk the loop at three? Then the sun is behind the long sights.</p>",
    "<p>Three is good. I bring the pins, you bring the book.</p>",
)
REMINDER = (
    "<p>Set 6B of yours is not there. What keeps you from it? If it is the quarters, come on Wednesday at two.</p>"
)
ABOUT = "without \u2018Set 6B\u2019"


def write(course: Course, teacher: Person, class_: list[Person], now: datetime) -> None:
    one = class_[0]
    fellows = GroupMember.objects.filter(group__members__person=one, group__course=course).exclude(person=one)
    other = fellows.select_related("person").order_by("pk")[0].person
    level = _thread(course, one, None)
    _say(level, [(one, LEVEL[0]), (teacher, LEVEL[1]), (one, LEVEL[2])], now - timedelta(days=2), timedelta(hours=7))
    _read(level, one, 3)
    pair = _thread(course, *sorted((one, other), key=lambda p: p.pk))
    _say(pair, [(other, GROUP[0]), (one, GROUP[1])], now - timedelta(days=1), timedelta(minutes=40))
    _read(pair, one, 2)
    for person in class_[2:4]:
        thread = _thread(course, person, None)
        _say(thread, [(teacher, REMINDER)], now - timedelta(days=3), timedelta(0), ABOUT)


def _thread(course: Course, one: Person, other: Person | None) -> Thread:
    section = Enrolment.objects.filter(course=course, person=one).values_list("section_id", flat=True).first()
    return Thread.objects.create(course=course, one=one, other=other, section_id=None if other else section)


def _say(thread: Thread, said: list[tuple[Person, str]], start: datetime, every: timedelta, context: str = "") -> None:
    for n, (person, html) in enumerate(said):
        thread.last = Message.objects.create(
            thread=thread, sender=person, html=html, text=plain(html), at=start + n * every, context=context
        )
    thread.save()


def _read(thread: Thread, person: Person, count: int) -> None:
    """The first so many of it."""
    upto = list(thread.messages.order_by("pk").values_list("pk", flat=True))[count - 1]
    ThreadRead.objects.create(thread=thread, person=person, upto=upto)
