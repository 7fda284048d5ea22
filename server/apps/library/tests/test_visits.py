"""Steps of signing up for a linked system are ticked by a first visit of it."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller

from apps.library.actions.copy_library import copy_library
from apps.library.models import Entry
from apps.links.models import KnownIn
from apps.links.tests.linked import Linked

LIBRARY = "/courses/srv-110/library"
STEPS = ["Open a set", "Agree to the terms", "Enter the code"]


class Visits(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        wish = {"shelf": "tools", "title": "Sign up", "steps": STEPS, "system": str(self.system.key), "visit_steps": 2}
        made = self.teacher.send("POST", LIBRARY, wish)
        self.assertEqual(made.status_code, 200, made.content)
        self.entry_id = made.json()["id"]

    def entry(self, who: Caller | None = None) -> dict[str, Any]:
        entries = (who or self.student).get(LIBRARY).json()["entries"]
        return next(e for e in entries if e["id"] == self.entry_id)

    def tick(self, step: int, done: bool) -> int:
        sent = self.student.send("POST", f"{LIBRARY}/{self.entry_id}/steps", {"step": step, "done": done})
        return sent.status_code

    def test_the_first_visit_ticks_the_steps_up_to_it_for_who_came(self) -> None:
        self.assertEqual(self.entry()["steps_done"], [])
        self.assertIsNone(self.entry()["visit"]["at"])
        self.arrive()
        first = self.entry()
        self.assertEqual(first["steps_done"], [0, 1])
        self.assertEqual(first["visit"]["system"], self.system.name)
        KnownIn.objects.update(first_at="2026-09-01T10:00:00-05:00")
        self.arrive()
        self.assertEqual(self.entry()["visit"]["at"], "2026-09-01T15:00:00Z", "the first one counts")
        self.assertEqual(self.entry(Caller(BEHIND))["steps_done"], [], "nobody else's are ticked")

    def test_the_rest_is_ticked_by_hand_and_what_a_visit_shows_is_not_taken_back(self) -> None:
        self.arrive()
        self.assertEqual(self.tick(2, True), 200)
        self.assertEqual(self.entry()["steps_done"], [0, 1, 2])
        self.assertEqual(self.tick(2, False), 200)
        self.assertEqual(self.tick(0, False), 409)
        self.assertEqual(self.entry()["steps_done"], [0, 1])

    def test_a_look_of_the_teacher_ticks_nothing(self) -> None:
        self.arrive(INSTRUCTOR)
        self.assertEqual(self.entry(self.teacher)["steps_done"], [])

    def test_whom_the_system_named_before_they_came_has_not_been_there(self) -> None:
        self.arrive()
        KnownIn.objects.update(first_at=None, last_at=None)
        self.assertEqual(self.entry()["steps_done"], [])
        self.arrive()
        self.assertEqual(self.entry()["steps_done"], [0, 1])

    def test_fewer_steps_leave_no_tick_without_one(self) -> None:
        self.arrive()
        change = {"steps": STEPS[:1]}
        self.assertEqual(self.teacher.send("PATCH", f"{LIBRARY}/{self.entry_id}", change).status_code, 200)
        self.assertEqual(self.entry()["steps_done"], [0])

    def test_only_a_system_of_the_place_or_the_course_is_taken(self) -> None:
        self.system.course = self.induction
        self.system.save()
        other = Entry.objects.get(course=self.course, title="Drawing program")
        wish = {"system": str(self.system.key)}
        self.assertEqual(self.teacher.send("PATCH", f"{LIBRARY}/{other.pk}", wish).status_code, 404)
        new = {"shelf": "tools", "title": "New", **wish}
        self.assertEqual(self.teacher.send("POST", LIBRARY, new).status_code, 404)

    def test_what_leads_into_a_system_that_is_off_by_now_can_still_be_written(self) -> None:
        self.system.off = True
        self.system.save()
        wish = {"title": "Signing up", "system": str(self.system.key), "visit_steps": 2}
        changed = self.teacher.send("PATCH", f"{LIBRARY}/{self.entry_id}", wish)
        self.assertEqual(changed.status_code, 200, changed.content)
        self.assertEqual(self.entry(self.teacher)["visit"]["system"], self.system.name)

    def test_a_copy_keeps_a_system_of_the_place_and_leaves_one_of_the_old_course(self) -> None:
        copy_library(self.course, self.induction, {})
        copies = Entry.objects.filter(course=self.induction, title="Sign up")
        self.assertEqual([(c.system, c.visit_steps) for c in copies], [(self.system, 2)])
        copies.delete()
        self.system.course = self.course
        self.system.save()
        copy_library(self.course, self.induction, {})
        self.assertIsNone(copies.get().system)
