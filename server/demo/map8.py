"""MAP 8 Reading the Land: a class of a lower secondary school whose days turn, A and B."""

from __future__ import annotations

from datetime import date, datetime, time, timedelta
from random import Random

from apps.courses.models import Course, Enrolment, Section, Term
from apps.gradebook.models import Category, GradingScheme, LateRule
from apps.kernel.clock import now as made_now
from apps.layout.models import MeetingPattern
from apps.layout.public import layout

from demo.content.land import WEEKS
from demo.doings import Class, Habit, habit
from demo.layout import MONDAY, Layouter, Wish, at_class, monday_of
from demo.people import make_class
from demo.srv110 import ZONE

TEACHER = ("Odalys", "Renner", "teacher of MAP 8, whose days turn A and B")
PUPIL = ("Wren", "Ashby", "pupil of MAP 8")
PUPILS = 14
WEEKS_BEFORE = 4
"""How many weeks of the term lie behind when the demo is laid out."""
ROTATION = {"types": ["A", "B"], "school_days": [0, 1, 2, 3, 4], "waits": True}
SLOTS = [
    {"on": "A", "start": "09:00", "end": "09:50", "place": "Room 4"},
    {"on": "B", "start": "13:10", "end": "14:00", "place": "the yard, or Room 4 when it rains"},
]
BANDS = [["secure", 80], ["getting there", 55], ["not yet", 0]]


def make_map8(now: datetime, today: date, random: Random) -> Course:
    """The course with its class, played up to `now`."""
    teacher, pupils = make_class(TEACHER, PUPIL, PUPILS, random)
    first = monday_of(today) - timedelta(weeks=WEEKS_BEFORE)
    course = _course(first)
    section = Section.objects.create(course=course, name="Class 8b", number=1)
    Enrolment.objects.create(course=course, person=teacher, role=Enrolment.INSTRUCTOR)
    Enrolment.objects.bulk_create(
        Enrolment(course=course, person=p, role=Enrolment.STUDENT, section=section) for p in pupils
    )
    game = Class(course, teacher, now, random)
    for n, person in enumerate(pupils):
        game.play(person, Habit(0.9, 0.8, 0.1) if n == 0 else habit(random))
    game.keep()
    return course


def _course(first: date) -> Course:
    term = Term.objects.create(
        name=f"School year, first part {first.year}",
        first_day=first,
        last_day=first + timedelta(weeks=len(WEEKS) - 1, days=4),
    )
    course = Course.objects.create(
        slug="map-8",
        code="MAP 8",
        title="Reading the Land",
        term=term,
        zone=ZONE,
        default_due_time=time(20, 0),
        opened_at=made_now(),
    )
    MeetingPattern.objects.create(course=course, slots=SLOTS, rotation=ROTATION)
    names = (("Map sheets", 40), ("Homework", 30), ("Walks", 30))
    categories = {
        name: Category.objects.create(course=course, name=name, weight=weight, position=n, equal_items=True)
        for n, (name, weight) in enumerate(names)
    }
    GradingScheme.objects.create(course=course, bands=BANDS, decimals=0, missing="blank")
    late = LateRule.objects.create(course=course, name="5 % a day", percent=5, per="day", floor_percent=50)
    layouter = Layouter(course, categories, late)
    for week, (topic, text, task) in enumerate(WEEKS, start=1):
        layouter.module(topic, week, _week(week, topic, text, task), (f"I can {task[0].lower()}{task[1:]}",))
    layout(course)
    return course


def _week(n: int, topic: str, text: str, task: str) -> list[Wish]:
    """Five classes a week, one each school day: their numbers run on, whatever the day's type."""
    opens, first = (n, MONDAY, "07:00"), 5 * (n - 1) + 1
    wishes = [
        Wish("page", topic, f"<p>{text}</p>", 15, None, "Before class", opens, at_class(first)),
        Wish("assignment", f"Map sheet {n}", f"<p>{task}. On paper, in class.</p>", 40, 10, "In class", opens,
             at_class(first + 2, 50), None, "Map sheets", on_paper=True, place="Room 4"),
        Wish("assignment", f"Homework {n}", f"<p>{task}, on the map of the valley that you took home.</p>", 25, 10,
             "At home", opens, at_class(first + 4), (n, 6, "20:00"), "Homework", late=True),
    ]  # fmt: skip
    if n % 2 == 0:
        walk = f"<p>Take the route card along, and draw in what the map did not show. {text}</p>"
        wishes.append(
            Wish("assignment", f"Walk {n // 2}: what the map left out", walk, 60, 20, "At home", opens, (n, 6, "20:00"),
                 None, "Walks", files=True),
        )  # fmt: skip
    return wishes
