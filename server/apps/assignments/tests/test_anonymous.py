"""Work whose owner is not said while it is scored."""

from __future__ import annotations

from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.assignments.anonymous import numbered
from apps.gradebook.models import GradedItem

LOOP = "Field book: campus loop"


class Anonymous(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Pages 1 to 4", "comment": ""})
        self.student.send("POST", self.path(LOOP, "/hand-in"))
        own = GradedItem.objects.get(item=self.item(LOOP))
        grading = {"category_id": own.category_id, "late_rule_id": own.late_rule_id, "hold": True, "anonymous": True}
        put = self.teacher.send("PUT", self.path(LOOP, "/settings"), {"grading": grading})
        self.assertEqual(put.status_code, 200, put.content[:300])
        self.work = self.path(LOOP, f"/hand-ins/{self.student.person.pk}")

    def said(self) -> tuple[str, str]:
        """The whole of what the grading place is told, of the class and of the one."""
        queue, work = self.teacher.get(self.path(LOOP, "/hand-ins")), self.teacher.get(self.work)
        return queue.content.decode(), work.content.decode()

    def test_nothing_that_the_grading_place_is_told_says_whose_it_is_until_the_score_is_out(self) -> None:
        person = self.student.person
        number = self.student.get(self.path(LOOP, "/hand-in")).json()["attempts"][0]["number"]
        for text in self.said():
            for telling in (person.name, person.sort_name, person.username, number):
                self.assertNotIn(telling, text)
        score = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        self.teacher.send("PUT", self.work + "/score", score)
        self.assertNotIn(person.sort_name, self.said()[0], "the score is held")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        queue, work = self.said()
        self.assertIn(person.sort_name, queue)
        self.assertIn(person.name, work)
        for method, rest in (("PUT", ""), ("POST", "?attempt=2")):
            body = {"text": "Page 5", "comment": "", "attempt": 2} if method == "PUT" else None
            self.student.send(method, self.path(LOOP, "/hand-in") + rest, body)
        queue, work = self.said()
        self.assertNotIn(person.sort_name, queue, "their next attempt waits")
        self.assertNotIn(person.name, work)

    def test_a_piece_keeps_its_number_and_another_item_has_others(self) -> None:
        def names() -> dict[int, str]:
            rows: list[dict[str, Any]] = self.teacher.get(self.path(LOOP, "/hand-ins")).json()["rows"]
            return {row["person_id"]: row["name"] for row in rows}

        before = names()
        self.assertEqual(names(), before)
        self.assertEqual(len(set(before.values())), 8)
        self.assertEqual(self.teacher.get(self.work).json()["name"], before[self.student.person.pk])
        people = range(1, 60)
        self.assertNotEqual(numbered(1, people), numbered(2, people))
        self.assertEqual(sorted(numbered(1, people).by_person.values()), [*range(1, 60)])
