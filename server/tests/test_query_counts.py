"""The number of queries of a page does not grow with the course or the class."""

from __future__ import annotations

from apps.assignments.models import HandIn
from apps.courses.models import Enrolment
from apps.gradebook import setup as grading
from apps.gradebook.models import Rubric
from apps.kernel.clock import now
from apps.layout import queries
from apps.layout.models import Item, Module
from apps.people.models import Person
from apps.questions.queries import kept_places
from apps.quizzes.queries import kept_quizzes
from apps.quizzes.standing import class_ends
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import ALLOWED, CHECK_7

MOST = 18
"""From nothing: up to five of them ask whether what is kept of layout, grading, the ends of a class, a quiz and its places
is still of the version that it is kept under."""


class QueryCounts(DemoCase):
    def count(self, who: str, path: str) -> int:
        caller = Caller(who)
        queries.layouts.clear()
        grading.setups.clear()
        class_ends.clear()
        kept_quizzes.clear()
        kept_places.clear()
        with CaptureQueriesContext(connection) as seen:
            self.assertEqual(caller.get(path).status_code, 200)
        return len([q for q in seen if not q["sql"].startswith(("SAVEPOINT", "RELEASE"))])

    def pages(self) -> dict[tuple[str, str], int]:
        loop = self.item("Field book: campus loop").pk
        check = f"/courses/srv-110/items/{self.item(CHECK_7).pk}"
        wanted = [
            (KEEPS_UP, "/courses"),
            (KEEPS_UP, "/courses/srv-110/ribbon"),
            (KEEPS_UP, "/courses/srv-110/weeks/7"),
            (KEEPS_UP, "/courses/srv-110/standing"),
            (KEEPS_UP, "/courses/srv-110/class-strips"),
            (KEEPS_UP, f"/courses/srv-110/items/{self.item('Latitudes and departures').pk}"),
            (KEEPS_UP, f"/courses/srv-110/items/{loop}/hand-in"),
            (KEEPS_UP, "/own-work"),
            (KEEPS_UP, "/courses/srv-110/term"),
            (KEEPS_UP, "/courses/srv-110/library"),
            (KEEPS_UP, "/courses/srv-110/classes/13"),
            (ALLOWED, f"{check}/quiz"),
            (ALLOWED, f"{check}/quiz/attempts/1"),
            (INSTRUCTOR, f"{check}/quiz-class"),
            (INSTRUCTOR, "/courses/srv-110/library"),
            (INSTRUCTOR, "/courses/srv-110/term"),
            (INSTRUCTOR, "/courses/srv-110/schedule"),
            (INSTRUCTOR, "/courses/srv-110/allowances"),
            (INSTRUCTOR, "/courses/srv-110/date-check"),
            (INSTRUCTOR, "/courses/srv-110/ribbon"),
            (INSTRUCTOR, "/courses/srv-110/weeks/7"),
            (INSTRUCTOR, "/courses/srv-110/gradebook"),
            (INSTRUCTOR, "/courses/srv-110/gradebook/counts"),
            (INSTRUCTOR, f"/courses/srv-110/items/{loop}/hand-ins"),
            (INSTRUCTOR, "/courses/srv-110/rubrics"),
            (INSTRUCTOR, f"/courses/srv-110/items/{loop}/hand-ins/{self.student().pk}"),
        ]
        return {(who, path): self.count(who, path) for who, path in wanted}

    def student(self) -> Person:
        return Person.objects.get(username=KEEPS_UP)

    def hand_in(self, attempts: range) -> None:
        of = {"item": self.item("Field book: campus loop"), "person": self.student(), "course": self.course}
        HandIn.objects.bulk_create(
            HandIn(attempt=n, started_at=now(), saved_at=now(), handed_in_at=now(), number=f"M-{n}", receipt={}, **of)
            for n in attempts
        )

    def grow(self) -> None:
        """Forty more students, forty more items in week 7, ten more rubrics, ten more attempts of one piece of work."""
        Rubric.objects.bulk_create(Rubric(course=self.course, name=f"More {n}") for n in range(10))
        self.hand_in(range(2, 12))
        week = Module.objects.get(course=self.course, week=7)
        Item.objects.bulk_create(
            Item(
                course=self.course,
                module=week,
                kind="page",
                title=f"More {n}",
                position=1000 + n,
                published=True,
                done_rule="ticked",
            )
            for n in range(40)
        )
        people = Person.objects.bulk_create(
            Person(username=f"more{n}", email=f"more{n}@ostrell.example", name=f"More {n}", sort_name=f"{n}")
            for n in range(40)
        )
        section = self.course.sections.first()
        Enrolment.objects.bulk_create(
            Enrolment(course=self.course, person=p, role="student", section=section) for p in people
        )

    def test_constant_and_few(self) -> None:
        self.hand_in(range(1, 2))
        before = self.pages()
        self.grow()
        self.assertEqual(self.pages(), before)
        for page, n in before.items():
            with self.subTest(page):
                self.assertLessEqual(n, MOST)

    def test_today_costs_the_same_for_any_size_once_its_layouts_are_known(self) -> None:
        """A layout is read once a process and version of each course; cold, Today pays that for every course."""
        caller = Caller(KEEPS_UP)

        def warm() -> int:
            caller.get("/today")
            with CaptureQueriesContext(connection) as seen:
                self.assertEqual(caller.get("/today").status_code, 200)
            return len([q for q in seen if not q["sql"].startswith(("SAVEPOINT", "RELEASE"))])

        before = warm()
        self.grow()
        self.assertEqual(warm(), before)
        self.assertLessEqual(before, MOST // 2)
