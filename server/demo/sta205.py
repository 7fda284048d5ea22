"""STA 205 Measurement Statistics: fifteen weeks of last year, repaced to a six-week summer term."""

from __future__ import annotations

from datetime import date, time, timedelta
from decimal import Decimal

from apps.courses.models import Course, Enrolment, Term
from apps.gradebook.models import Category, GradingScheme
from apps.kernel.actors import Actor
from apps.kernel.clock import now
from apps.layout.actions.move_term import apply_move, plan_repace
from apps.layout.actions.set_schedule import PatternWish, ScheduleWish
from apps.layout.models import MeetingPattern
from apps.people.models import Person
from apps.quizzes.models import Quiz
from apps.transfer.actions.copy_course import copy_course

from demo.banks import seed_banks
from demo.content.statistics import TOPICS
from demo.content.statistics_questions import STATISTICS
from demo.layout import FRIDAY, MONDAY, SUNDAY, THURSDAY, TUESDAY, WEDNESDAY, Layouter, Wish, at_class, monday_of
from demo.srv110 import BANDS, ZONE

SUMMER_DAYS = (MONDAY, TUESDAY, WEDNESDAY, THURSDAY)


def make_sta205(today: date, teacher: Person) -> Course:
    """Last year's course, its copy, and the copy repaced: the same path, several items a day."""
    source = _fifteen_weeks(monday_of(date(today.year - 1, 8, 24)), teacher)
    Enrolment.objects.create(course=source, person=teacher, role=Enrolment.INSTRUCTOR)
    actor = Actor(teacher.pk, teacher.name)
    summer = copy_course(actor, source, "Measurement Statistics, six-week summer term", "STA 205")
    first = monday_of(date(today.year + 1, 6, 7))
    wish = ScheduleWish(
        name=f"Summer term {first.year}",
        first_day=first,
        last_day=first + timedelta(weeks=5, days=4),
        first_week_number=1,
        week_start=0,
        zone=ZONE,
        default_due_time=time(23, 59),
        credits=Decimal(3),
        breaks=(),
        patterns=[PatternWish(None, [_slot(d, 9, 11) for d in SUMMER_DAYS])],
    )
    apply_move(actor, summer, wish, plan_repace(actor, summer, wish), "repace")
    return summer


def _slot(day: int, start: int, end: int) -> dict[str, object]:
    return {"on": day, "start": f"{start:02d}:00", "end": f"{end:02d}:00", "place": "live, Room C4"}


def _fifteen_weeks(first: date, teacher: Person) -> Course:
    term = Term.objects.create(
        name=f"Autumn term {first.year}", first_day=first, last_day=first + timedelta(weeks=14, days=6)
    )
    course = Course.objects.create(
        slug="sta-205-autumn",
        code="STA 205",
        title="Measurement Statistics, last year",
        term=term,
        zone=ZONE,
        credits=Decimal(3),
        opened_at=now(),
    )
    MeetingPattern.objects.create(course=course, slots=[_slot(TUESDAY, 9, 10), _slot(THURSDAY, 9, 10)])
    names = (("Homework", 50), ("Checks", 50))
    categories = {
        name: Category.objects.create(course=course, name=name, weight=weight, position=n * 10)
        for n, (name, weight) in enumerate(names)
    }
    GradingScheme.objects.create(course=course, bands=BANDS)
    layouter = Layouter(course, categories, None)
    for n, (topic, text) in enumerate(TOPICS, start=1):
        layouter.module(topic, n, _week(n, topic, text))
    bank = seed_banks(course, teacher, {"Measurement statistics": STATISTICS})["Measurement statistics"]
    Quiz.objects.bulk_create(
        Quiz(item=item, questions=[{"bank": bank.pk, "count": 5, "points": "2"}], attempts=2, minutes=20)
        for title, item in layouter.items.items()
        if title.startswith("Check ")
    )
    return course


def _week(n: int, topic: str, text: str) -> list[Wish]:
    opens = (n, MONDAY, "00:00")
    return [
        Wish("page", topic, f"<p>{text}</p>", 45, None, "Learn", opens, at_class(2 * n - 1)),
        Wish("link", f"{topic}, worked on the board", "", 25, None, "Learn", opens, at_class(2 * n),
             address=f"https://media.ostrell.example/sta205/{n:02d}"),
        Wish("assignment", f"Problems {n}", f"<p>Five problems on {topic.lower()}, with the working shown.</p>", 90, 20,
             "Do", opens, (n, FRIDAY, "23:59"), (n, SUNDAY, "23:59"), "Homework"),
        Wish("quiz", f"Check {n}", f"<p>Twenty minutes on {topic.lower()}.</p>", 20, 10, "Do", opens,
             (n, SUNDAY, "23:59"), None, "Checks", after=(f"Problems {n}",)),
    ]  # fmt: skip
