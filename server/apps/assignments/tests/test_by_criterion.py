"""A class is measured criterion by criterion; when all have their level the work has its score."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.assignments.models import Brief, HandIn
from apps.courses.models import Group, GroupMember
from apps.gradebook.models import GradedItem, PartMeasured, Score
from apps.gradebook.tests.test_rubrics import BOOK, LOOP, RUBRICS, criterion


class ByCriterion(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.rubric = self.use(BOOK)
        self.hand_in(self.student)

    def use(self, body: dict[str, Any]) -> dict[str, Any]:
        rubric = dict(self.teacher.send("POST", RUBRICS, body).json())
        self.teacher.send("PUT", self.path(LOOP, "/rubric"), {"rubric_id": rubric["id"]})
        return rubric

    def hand_in(self, who: Caller) -> None:
        who.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Pages 1 to 4", "comment": ""})
        self.assertEqual(who.send("POST", self.path(LOOP, "/hand-in")).status_code, 200)

    def level(self, n: int, level: int) -> tuple[int, int]:
        one = self.rubric["criteria"][n]
        return one["id"], one["levels"][level]["id"]

    def measure(self, n: int, level: int, seen: int | None = None, **more: Any) -> Any:
        criterion_id, level_id = self.level(n, level)
        body = {
            "attempt": 1,
            "rubric_id": self.rubric["id"],
            "chosen": {"criterion": criterion_id, "level": level_id, "remark": more.pop("remark", "")},
            "seen": seen,
        } | more
        path = self.path(LOOP, f"/hand-ins/{self.student.person.pk}/criterion")
        return self.teacher.send("PUT", path, body)

    def row(self) -> dict[str, Any]:
        queue = self.teacher.get(self.path(LOOP, "/hand-ins")).json()
        return next(dict(r) for r in queue["rows"] if r["person_id"] == self.student.person.pk)

    def scores(self, who: Caller | None = None) -> list[Fraction]:
        person = (who or self.student).person
        rows = Score.objects.filter(cell__person=person, cell__graded_item__item=self.item(LOOP))
        return [Fraction(raw) for raw in rows.values_list("raw", flat=True)]

    def test_one_criterion_waits_and_the_last_makes_the_score(self) -> None:
        """2 of 4 and 8 of 8 are 10 of 12, which of the 30 points of the item are 25."""
        told = self.measure(0, 1, remark="The sketch is missing").json()
        self.assertEqual(self.scores(), [])
        self.assertEqual(told["score"]["measured"]["criteria"][0]["remark"], "The sketch is missing")
        self.assertEqual((self.row()["state"], self.row()["measured"]), ("waiting", [self.level(0, 0)[0]]))
        own = self.student.get(self.path(LOOP, "/hand-in")).content.decode()
        self.assertNotIn("The sketch is missing", own)
        self.measure(1, 1)
        self.assertEqual(self.scores(), [25])
        self.assertEqual(PartMeasured.objects.count(), 0)
        self.assertNotEqual(self.row()["state"], "waiting")

    def test_a_level_that_is_changed_after_it_changes_the_score(self) -> None:
        self.measure(0, 1)
        self.measure(1, 1)
        self.measure(0, 2, seen=self.level(0, 1)[1])
        self.assertEqual(self.scores(), [30])

    def test_two_who_measure_different_criteria_at_once_both_count_and_the_same_is_told(self) -> None:
        self.measure(0, 2)
        told = self.refused(self.measure(0, 0), 409, "rubric.measured_meanwhile")
        self.assertEqual(told["level"], self.level(0, 2)[1])
        self.measure(1, 1)
        self.assertEqual(self.scores(), [30])

    def test_what_is_scored_as_a_whole_leaves_no_part_behind(self) -> None:
        self.measure(0, 1)
        wish = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        self.teacher.send("PUT", self.path(LOOP, f"/hand-ins/{self.student.person.pk}/score"), wish)
        self.assertEqual((self.scores(), PartMeasured.objects.count()), ([20], 0))

    def test_of_another_rubric_nothing_is_taken_along(self) -> None:
        self.measure(0, 1)
        before, self.rubric = self.rubric, self.use({**BOOK, "name": "Other"})
        self.assertEqual(self.row()["measured"], [])
        self.measure(1, 1)
        self.assertEqual(self.scores(), [], "one of two")
        self.rubric = before
        self.refused(self.measure(0, 1), 409, "rubric.changed_meanwhile")

    def test_in_words_alone_it_waits_for_points(self) -> None:
        words = {"name": "Words", "criteria": [criterion("Order", None, None), criterion("Closure", None, None)]}
        self.rubric = self.use(words)
        self.measure(0, 1)
        self.measure(1, 0)
        self.assertEqual((self.scores(), len(self.row()["measured"])), ([], 2))

    def test_all_of_a_group_get_it_together(self) -> None:
        mate = Caller(BEHIND)
        HandIn.objects.filter(item=self.item(LOOP)).delete()
        GroupMember.objects.all().delete()
        group = Group.objects.create(course=self.course, name="Party 9")
        for one in (self.student, mate):
            GroupMember.objects.create(group=group, person=one.person)
        brief = Brief.objects.get(item=self.item(LOOP))
        brief.in_groups = True
        brief.save()
        self.hand_in(self.student)
        for n in (0, 1):
            self.measure(n, 1, together=True)
        self.assertEqual((self.scores(), self.scores(mate)), ([25], [25]))

    def test_where_two_score_it_is_not_measured_so(self) -> None:
        GradedItem.objects.filter(item=self.item(LOOP)).update(two_graders=True)
        self.refused(self.measure(0, 1), 422, "rubric.two_graders")
        self.assertEqual(self.teacher.get(self.path(LOOP, "/hand-ins")).json()["criteria"], [])
