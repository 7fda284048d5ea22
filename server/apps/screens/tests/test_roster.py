"""The class as its teachers see it: who is where, and stuck since when."""

from __future__ import annotations

from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import ASSISTANT, Caller
from tests.cases import RosterCase

from apps.courses.models import Enrolment

COURSE = "/courses/srv-110"


class Positions(RosterCase):
    def test_it_agrees_with_what_the_student_sees(self) -> None:
        week = self.student.get(f"{COURSE}/weeks/7").json()
        row = self.row()
        self.assertEqual(row["at"]["id"], week["next_item_id"])
        ribbon = self.student.get(f"{COURSE}/ribbon").json()["cells"]
        self.assertGreater(row["done"], 0)
        self.assertEqual(sum(1 for c in ribbon if c["done"] == 1), 7)

    def test_taking_a_step_moves_a_student_on(self) -> None:
        before = self.row()
        set_7a = self.item("Set 7A: latitudes and departures")
        self.assertEqual(before["at"]["title"], set_7a.title)
        self.student.send("POST", self.path(set_7a.title, "/hand-in"))
        after = self.row()
        self.assertEqual(
            (after["done"], after["at"]["title"]), (before["done"] + 1, "Set 7B: misclosure and precision")
        )

    def test_an_assistant_sees_their_sections(self) -> None:
        rows = Caller(ASSISTANT).get(f"{COURSE}/roster").json()["students"]
        self.assertEqual(len({r["section_id"] for r in rows}), 1)
        self.assertLess(len(rows), len(self.teacher.get(f"{COURSE}/roster").json()["students"]))

    def test_queries_do_not_grow_with_the_class(self) -> None:
        def count() -> int:
            self.teacher.get(f"{COURSE}/roster")
            with CaptureQueriesContext(
                connection,
            ) as found:
                self.teacher.get(f"{COURSE}/roster")
            return len(found)

        before = count()
        gone = Enrolment.objects.filter(course=self.course, role="student").order_by("-id")[:4]
        Enrolment.objects.filter(pk__in=[e.pk for e in gone]).delete()
        self.assertLessEqual(abs(before - count()), 0)
        self.assertLessEqual(before, 14)
