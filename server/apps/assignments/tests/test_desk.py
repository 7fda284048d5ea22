"""What waits for a grade on the desk: hand-ins, papers, held scores; by when it was promised, and what makes it go."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import DeskCase

from apps.assignments.models import HandIn
from apps.courses.models import Course
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.clock import now
from apps.layout.models import Allowance, Item
from apps.layout.public import person_layout
from apps.notices.models import Notice

BEARINGS, LOOP = "Field book: bearings", "Field book: campus loop"
SET_7A = "Set 7A: latitudes and departures"


class Grading(DeskCase):
    def in_gradebook(self, item_id: int, who: Caller) -> int:
        counts = who.get("/courses/srv-110/gradebook/counts").json()
        return next(int(one["waiting"]) for one in counts if one["item"] == item_id)

    def test_a_second_attempt_after_a_score_waits_everywhere(self) -> None:
        student, title = Caller(KEEPS_UP), SET_7A
        item = self.item(title)
        for n in (1, 2):
            student.send("PUT", self.path(title, "/hand-in"), {"text": f"Try {n}", "comment": "", "attempt": n})
            self.assertEqual(student.send("POST", self.path(title, "/hand-in")).status_code, 200)
            if n == 1:
                body = {"attempt": 1, "raw": "3", "comment": "", "seen_version": 0}
                score = self.path(title, f"/hand-ins/{student.person.pk}/score")
                self.assertEqual(self.teacher.send("PUT", score, body).status_code, 200)
        week = self.teacher.get("/courses/srv-110/weeks/7").json()
        row = next(r for m in week["modules"] for r in m["rows"] if r["id"] == item.pk)
        queue = self.teacher.get(self.path(title, "/hand-ins")).json()["waiting"]
        self.assertGreaterEqual(queue, 1)
        self.assertEqual(
            {queue},
            {self.about(title)["count"], row["of_class"]["waiting"], self.in_gradebook(item.pk, self.teacher)},
        )

    def test_it_counts_what_the_grading_queue_says_is_waiting(self) -> None:
        for who in (self.teacher, self.assistant):
            rows = self.rows("ungraded", who)
            self.assertGreater(len(rows), 1)
            for row in rows:
                queue = who.get(f"/courses/srv-110/items/{row['item']['id']}/hand-ins").json()
                with self.subTest(row["item"]["title"]):
                    self.assertEqual(row["count"], queue["waiting"])
                    self.assertEqual(row["count"], self.in_gradebook(row["item"]["id"], who))
        mine, theirs = self.about(BEARINGS)["count"], self.about(BEARINGS, who=self.assistant)["count"]
        self.assertLess(theirs, mine)

    def test_a_score_takes_one_off_and_held_ones_wait_to_be_released(self) -> None:
        item, before = self.item(BEARINGS), self.about(BEARINGS)
        queue = f"/courses/srv-110/items/{item.pk}/hand-ins"
        waiting = [r for r in self.teacher.get(queue).json()["rows"] if r["state"] == "waiting"]
        for row in waiting:
            score = {"attempt": row["attempt"], "raw": "10", "comment": "", "seen_version": 0}
            told = self.teacher.send("PUT", f"{queue}/{row['person_id']}/score", score)
            self.assertEqual(told.status_code, 200, told.content[:300])
            if row is waiting[0] and len(waiting) > 1:
                self.assertEqual(self.about(BEARINGS)["count"], before["count"] - 1)
        self.assertNotIn(item.pk, [r["item"]["id"] for r in self.rows("ungraded")])
        held = self.about(BEARINGS, "held")
        self.assertGreaterEqual(held["count"], len(waiting))
        self.assertEqual(self.rows("held", self.assistant), [])
        self.assertEqual(self.teacher.send("POST", self.path(BEARINGS, "/release")).status_code, 200)
        self.assertNotIn(item.pk, [r["item"]["id"] for r in self.rows("held")])

    def test_excused_work_waits_for_nobody(self) -> None:
        item, before = self.item(BEARINGS), self.about(BEARINGS)["count"]
        queue = self.teacher.get(f"/courses/srv-110/items/{item.pk}/hand-ins").json()["rows"]
        first, second = [r["person_id"] for r in queue if r["state"] == "waiting"][:2]
        Cell.objects.update_or_create(
            graded_item=GradedItem.objects.get(item=item), person_id=first, defaults={"excused": True}
        )
        self.assertEqual(self.about(BEARINGS)["count"], before - 1)
        Allowance.objects.create(
            course=self.course, item=item, person_id=second, excused=True, why="Ill.", given_at=now()
        )
        self.assertEqual(self.about(BEARINGS)["count"], before - 2)

    def test_the_promise_follows_what_the_course_says(self) -> None:
        row = self.about(BEARINGS)
        self.assertGreaterEqual(row["days_left"], 0)
        Course.objects.filter(pk=self.course.pk).update(turnaround_days=7 - 2 - row["days_left"])
        late = self.about(BEARINGS)
        self.assertEqual(late["days_left"], -2)
        promises = [r["by"] for r in self.teacher.get("/desk").json()["rows"] if r["by"]]
        self.assertEqual(promises, sorted(promises))

    def test_papers_of_an_exam_that_was_held_wait_for_scores(self) -> None:
        exam = Item.objects.get(course=self.course, title="Final", takes_hand_ins=False)
        self.assertEqual(self.rows("paper"), [])
        exam.moments = {"due": {"on": "absolute", "wall": "2026-10-05T10:00"}}
        exam.save()
        GradedItem.objects.get_or_create(course=self.course, item=exam)
        row = self.about(exam.title, "paper")
        self.assertEqual((row["count"], row["days_left"]), (self.STUDENTS, 5))
        cell = Cell.objects.create(graded_item=GradedItem.objects.get(item=exam), person=Caller(KEEPS_UP).person)
        Score.objects.create(cell=cell, raw=40, graded_at=now())
        self.assertEqual(self.about(exam.title, "paper")["count"], self.STUDENTS - 1)


class Unfinished(DemoCase):
    """A draft that lies there as its due moment comes."""

    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        HandIn.objects.filter(handed_in_at=None).delete()
        item = self.item(LOOP)
        self.due = person_layout(self.course, self.student.person.pk).items[item.pk].span.due

    def begin(self) -> None:
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Leg AB", "comment": ""})

    def at(self, **before: float) -> Any:
        return override_settings(FIXED_CLOCK=(self.due - timedelta(**before)).isoformat())

    def rows(self) -> list[dict[str, Any]]:
        return [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "unfinished"]

    def remind(self) -> Any:
        return self.teacher.send("POST", self.path(LOOP, "/hand-in-reminders")).json()["told"]

    def test_it_stands_on_the_desk_from_a_day_before_until_it_is_handed_in(self) -> None:
        self.begin()
        with self.at(hours=25):
            self.assertEqual(self.rows(), [])
        with self.at(hours=23):
            (row,) = self.rows()
            self.assertEqual((row["count"], row["item"]["title"]), (1, LOOP))
            self.student.send("POST", self.path(LOOP, "/hand-in"))
            self.assertEqual(self.rows(), [])

    def test_an_empty_draft_is_none(self) -> None:
        self.begin()
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "", "comment": ""})
        with self.at(hours=5):
            self.assertEqual(self.rows(), [])

    def test_one_press_tells_each_of_them_once(self) -> None:
        self.begin()
        with self.at(hours=5):
            self.assertEqual((self.remind(), self.remind()), (1, 0))
        (told,) = Notice.objects.filter(person=self.student.person, kind="work")
        self.assertEqual(told.title, f"Not handed in yet: {LOOP}")
        with self.at(days=5):
            self.assertEqual(self.remind(), 0, "it is not near")
