"""Progress for teachers: who is where, who is stuck since when; groups; what is counted by hand."""

from __future__ import annotations

from typing import Any

from apps.courses.models import Allowance, Enrolment, Fact, Group
from apps.kernel.models import AuditRecord
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

COURSE = "/courses/srv-110"
READING = "Latitudes and departures"


class RosterCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def row(self, who: Caller | None = None) -> dict[str, Any]:
        rows = self.teacher.get(f"{COURSE}/roster").json()["students"]
        return next(r for r in rows if r["id"] == (who or self.student).person.pk)


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


class ByHand(RosterCase):
    def mark(self, on: bool, reason: str = "Shown at the desk") -> Any:
        path = self.path("Field book: campus loop", f"/people/{self.student.person.pk}")
        return self.teacher.send("PUT", path, {"kind": "done", "on": on, "reason": reason})

    def test_counted_as_done_with_a_reason_and_taken_back(self) -> None:
        self.assertEqual(self.mark(True).status_code, 200)
        page = self.student.get(self.path("Field book: campus loop")).json()
        self.assertTrue(page["row"]["done"])
        kept = AuditRecord.objects.filter(action="fact.ticked").latest("id")
        self.assertEqual((kept.actor, kept.after["reason"]), (self.teacher.person, "Shown at the desk"))
        module = self.item("Field book: campus loop").module_id
        rows = self.teacher.get(f"{COURSE}/progress/{module}").json()
        at = [i["title"] for i in rows["items"]].index("Field book: campus loop")
        cell = next(r for r in rows["rows"] if r["id"] == self.student.person.pk)["cells"][at]
        self.assertEqual((cell["done"], cell["by_teacher"]), (True, True))
        self.mark(False)
        self.assertFalse(self.student.get(self.path("Field book: campus loop")).json()["row"]["done"])

    def test_a_reason_is_asked_for(self) -> None:
        self.refused(self.mark(True, " "), 422, "text.empty")
        self.assertFalse(Fact.objects.filter(by_teacher=True).exists())

    def test_an_assistant_marks_only_their_own_students(self) -> None:
        other = Enrolment.objects.filter(course=self.course, role="student", section__number=1).first()
        assert other is not None
        path = self.path(READING, f"/people/{other.person_id}")
        body = {"kind": "done", "on": True, "reason": "x"}
        self.refused(Caller(ASSISTANT).send("PUT", path, body), 403, "course.other_section")


class Groups(RosterCase):
    def keep(self, name: str, *members: int, group: int | None = None) -> Any:
        body = {"name": name, "members": list(members)}
        if group is None:
            return self.teacher.send("POST", f"{COURSE}/groups", body)
        return self.teacher.send("PUT", f"{COURSE}/groups/{group}", body)

    def test_a_group_is_made_changed_and_removed(self) -> None:
        other = Caller(BEHIND).person.pk
        pk = self.keep("Crew B", self.student.person.pk, other).json()["id"]
        self.assertIn(pk, self.row()["group_ids"])
        self.keep("Crew Blue", other, group=pk)
        self.assertNotIn(pk, self.row()["group_ids"])
        self.assertEqual(Group.objects.get(pk=pk).name, "Crew Blue")
        self.teacher.send("DELETE", f"{COURSE}/groups/{pk}")
        self.assertFalse(Group.objects.filter(pk=pk).exists())

    def test_one_that_is_in_use_stays(self) -> None:
        group = Group.objects.get(name="Crew A")
        Allowance.objects.create(course=self.course, group=group, given_at="2026-10-01T00:00Z", extra_attempts=1)
        self.refused(self.teacher.send("DELETE", f"{COURSE}/groups/{group.pk}"), 409, "group.in_use")

    def test_strangers_and_names_taken_are_refused(self) -> None:
        self.refused(self.keep("Crew B", self.teacher.person.pk), 422, "group.not_enrolled")
        self.refused(self.keep("crew a"), 422, "group.name_taken")
