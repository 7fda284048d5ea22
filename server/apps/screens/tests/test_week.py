"""The week sheet as its reader finds it."""

from __future__ import annotations

from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Enrolment
from apps.layout.models import Item, Module


class WeekSheet(DemoCase):
    def sheet(self, who: str = KEEPS_UP, key: str = "7", slug: str = "srv-110") -> dict:
        return Caller(who).get(f"/courses/{slug}/weeks/{key}").json()

    def test_items_come_in_path_order_with_their_states(self) -> None:
        rows = self.sheet()["modules"][0]["rows"]
        self.assertEqual([r["number"] for r in rows], [1, 2, 3, 4, 5, 6, 7])
        states = ["done", "done", "started", "to_do", "to_do", "started", "locked"]
        self.assertEqual([r["state"] for r in rows], states)
        self.assertEqual([w["number"] for w in rows[-1]["waits_for"]], [3, 4])
        self.assertEqual(self.sheet()["next_item_id"], rows[2]["id"])

    def test_the_start_is_proposed_from_effort_and_daily_minutes(self) -> None:
        """150 minutes due Sun 10:00, with 35 more after them: at 90 a day they begin on Friday."""
        loop = self.sheet()["modules"][0]["rows"][4]
        self.assertTrue(loop["start_by_proposed"])
        self.assertEqual(loop["start_by"][:10], "2026-10-09")

    def test_work_of_later_weeks_shows_up_when_it_must_be_started(self) -> None:
        self.assertEqual([x["item"]["title"] for x in self.sheet()["later"]], ["Project plan"])

    def test_an_incomplete_module_names_what_holds_it_open(self) -> None:
        module = self.sheet()["modules"][0]
        self.assertEqual([r["number"] for r in module["held_open_by"]], [3, 4, 5, 6, 7])

    def test_a_break_is_a_week_of_its_own_and_unknown_weeks_are_told(self) -> None:
        ribbon = Caller(KEEPS_UP).get("/courses/srv-110/ribbon").json()
        self.assertEqual(len(ribbon["cells"]), 17)
        pause = next(c for c in ribbon["cells"] if c["number"] is None)
        self.assertEqual(self.sheet(key=pause["key"])["break_name"], "Mid-term break")
        self.refused(Caller(KEEPS_UP).get("/courses/srv-110/weeks/99"), 404, "request.not_found")

    def test_hidden_items_are_not_there_for_students(self) -> None:
        teacher = Caller(INSTRUCTOR)
        teacher.send("PATCH", self.path("Set 7B: misclosure and precision"), {"published": False})
        rows = self.sheet()["modules"][0]["rows"]
        self.assertNotIn("Set 7B: misclosure and precision", [r["title"] for r in rows])
        self.assertEqual([r["number"] for r in rows], [1, 2, 3, 4, 5, 6])
        self.refused(Caller(KEEPS_UP).get(self.path("Set 7B: misclosure and precision")), 404, "request.not_found")


class OutsideTheTerm(DemoCase):
    def test_before_and_after_the_term_no_week_is_the_present_one(self) -> None:
        student = Caller(KEEPS_UP)
        for clock, first in (("2026-08-01T10:00:00-05:00", "0"), ("2027-03-01T10:00:00-06:00", "15")):
            with override_settings(FIXED_CLOCK=clock):
                told = student.get("/courses/srv-110/ribbon").json()
            self.assertEqual((told["current"], [c["key"] for c in told["cells"] if c["current"]]), (first, []))
        told = student.get("/courses/srv-110/ribbon").json()
        self.assertEqual([c["key"] for c in told["cells"] if c["current"]], ["7"])


class OfTheClass(DemoCase):
    def test_who_has_left_a_group_is_counted_with_it_no_more(self) -> None:
        teacher, student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        item = self.item("Set 6A: azimuths and bearings")
        wish = {"name": "Crew", "members": [student.person.pk]}
        group = teacher.send("POST", "/courses/srv-110/groups", wish).json()["id"]
        waits = {"kind": "item", "id": item.pk, "of": [{"on": "for", "groups": [group], "sections": []}]}
        self.assertEqual(teacher.send("PUT", "/courses/srv-110/conditions", waits).status_code, 200)
        self.assertEqual(self.of_class(teacher, item.pk), (1, 1))
        other = Caller("caspian.holt").person.pk
        teacher.send("PUT", f"/courses/srv-110/groups/{group}", {"name": "Crew", "members": [other]})
        students, done = self.of_class(teacher, item.pk)
        self.assertEqual(students, 1)
        self.assertLessEqual(done, students)

    def of_class(self, teacher: Caller, item: int) -> tuple[int, int]:
        rows = teacher.get("/courses/srv-110/weeks/6").json()["modules"][0]["rows"]
        found = next(r["of_class"] for r in rows if r["id"] == item)
        return found["students"], found["done"]


class WithoutDates(DemoCase):
    def test_a_module_that_asks_for_nothing_holds_nobody(self) -> None:
        student = Caller(Enrolment.objects.filter(course=self.induction, role="student")[0].person.username)
        current = student.get("/courses/srv-010/ribbon").json()["current"]
        modules = Module.objects.filter(course=self.induction, removed=False).order_by("position")
        Item.objects.filter(module=modules[int(current) - 1]).update(required=False)
        self.assertNotEqual(student.get("/courses/srv-010/ribbon").json()["current"], current)
