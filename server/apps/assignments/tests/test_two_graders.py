"""Two people score one work, neither seeing what the other gave."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, INSTRUCTOR, Caller, DemoCase

from apps.assignments.models import HandIn
from apps.courses.models import Enrolment, Section
from apps.gradebook.models import GradedItem, Score
from apps.layout.models import Item

LOOP = "Field book: campus loop"


class TwoGraders(DemoCase):
    def setUp(self) -> None:
        self.first, self.second = Caller(ASSISTANT), Caller(INSTRUCTOR)
        section = Section.objects.get(enrolments__person=self.first.person)
        mine = Enrolment.objects.filter(course=self.course, role="student", section=section).select_related("person")
        HandIn.objects.filter(item__title=LOOP).delete()
        able = (Caller(e.person.username) for e in mine)
        self.student = next(c for c in able if c.get(self.path(LOOP, "/hand-in")).status_code == 200)
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Pages 1 to 4", "comment": ""})
        self.student.send("POST", self.path(LOOP, "/hand-in"))
        own = GradedItem.objects.get(item=self.item(LOOP))
        grading = {"category_id": own.category_id, "late_rule_id": own.late_rule_id, "hold": True, "two_graders": True}
        put = self.second.send("PUT", self.path(LOOP, "/settings"), {"grading": grading})
        self.assertEqual(put.status_code, 200, put.content[:300])

    def at(self, rest: str = "") -> str:
        return self.path(LOOP, f"/hand-ins/{self.student.person.pk}{rest}")

    def give(self, who: Caller, raw: str, comment: str = "", rest: str = "/marking") -> Any:
        body = {"attempt": 1, "raw": raw, "comment": comment, "seen_version": 0}
        return who.send("PUT", self.at(rest), body)

    def row(self, who: Caller) -> Any:
        rows = who.get(self.path(LOOP, "/hand-ins")).json()["rows"]
        return next(r for r in rows if r["person_id"] == self.student.person.pk)

    def test_near_each_other_they_make_the_score_and_neither_saw_the_other_before(self) -> None:
        mine = self.give(self.first, "20", "Clean.").json()
        self.assertEqual([(m["raw"], m["mine"]) for m in mine["markings"]], [("20", True)])
        self.assertIsNone(mine["score"]["raw"])
        self.assertEqual(self.second.get(self.at()).json()["markings"], [])
        self.assertNotIn("Clean.", self.second.get(self.at()).content.decode())
        self.assertEqual([self.row(c)["marked"] for c in (self.first, self.second)], [True, False])
        both = self.give(self.second, "23", "Closure?").json()
        self.assertEqual((both["score"]["raw"], both["score"]["comment"]), ("21.5", "Clean.\n\nClosure?"))
        self.assertEqual([m["raw"] for m in both["markings"]], ["20", "23"])
        self.refused(self.give(self.first, "24"), 409, "marking.settled")

    def test_far_apart_they_look_at_it_together_and_one_settles_it(self) -> None:
        self.give(self.first, "12")
        self.refused(self.give(self.first, "12", rest="/score"), 409, "marking.second_missing")
        both = self.give(self.second, "26").json()
        self.assertIsNone(both["score"]["raw"])
        self.assertEqual([(m["raw"], m["mine"]) for m in both["markings"]], [("12", False), ("26", True)])
        self.assertEqual(self.row(self.second)["state"], "waiting")
        self.assertEqual(self.give(self.first, "19", rest="/score").status_code, 200)
        self.assertEqual(
            Score.objects.get(cell__person=self.student.person, cell__graded_item__item__title=LOOP).raw, 19
        )

    def test_who_thinks_again_before_the_other_has_given_theirs_changes_their_own(self) -> None:
        self.give(self.first, "12")
        self.give(self.first, "22")
        self.assertEqual(self.give(self.second, "22").json()["score"]["raw"], "22")

    def test_an_assistant_does_not_get_round_it_in_the_gradebook(self) -> None:
        cell = {"item": self.item(LOOP).pk, "person": self.student.person.pk, "text": "28", "seen_version": 0}
        told = self.first.send("PUT", "/courses/srv-110/gradebook/cells", {"cells": [cell]}).json()
        self.assertEqual(len(told["refused"]), 1, told)
        self.assertFalse(Score.objects.filter(cell__person=self.student.person, cell__graded_item__item__title=LOOP))

    def waiting(self, who: Caller) -> int:
        rows = who.get("/desk").json()["rows"]
        return sum(r["count"] for r in rows if r["kind"] == "ungraded" and r["item"]["title"] == LOOP)

    def test_on_the_desk_it_waits_for_who_has_not_given_theirs_and_for_both_where_they_are_far_apart(self) -> None:
        def both() -> list[int]:
            return [self.waiting(c) for c in (self.first, self.second)]

        self.assertEqual(both(), [1, 1])
        self.give(self.first, "12")
        self.assertEqual(both(), [0, 1])
        self.give(self.second, "26")
        self.assertEqual(both(), [1, 1])
        self.give(self.first, "19", rest="/score")
        self.assertEqual(both(), [0, 0])

    def test_one_that_is_scored_by_one_again_waits_for_who_had_given_theirs(self) -> None:
        self.give(self.first, "12")
        GradedItem.objects.filter(item=self.item(LOOP)).update(two_graders=False)
        self.assertEqual(self.waiting(self.first), 1)

    def test_where_one_scores_nothing_is_marked(self) -> None:
        other = Item.objects.get(title="Field book: bearings")
        body = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        at = f"/courses/srv-110/items/{other.pk}/hand-ins/{self.student.person.pk}/marking"
        told = self.first.send("PUT", at, body)
        self.refused(told, 422, told.json()["title"])
        self.assertIn(told.json()["title"], ("marking.not_here", "score.no_such_attempt"))

    def test_its_student_is_told_of_the_score_alone(self) -> None:
        self.give(self.first, "20", "Between us: copied?")
        said = self.student.get(self.path(LOOP, "/hand-in")).content.decode()
        self.assertNotIn("Between us", said)
