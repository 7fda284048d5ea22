"""How far each student is: kept until something changes it, and counted as their own path has it."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from tests.base import BEHIND, KEEPS_UP, Caller
from tests.cases import DeskCase

from apps.courses.models import Enrolment
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.clock import now
from apps.layout.models import Allowance
from apps.path.models import Fact

BEARINGS, SET_7A = "Field book: bearings", "Set 7A: latitudes and departures"


class KeptPositions(DeskCase):
    """What is kept of an evaluation never outlives what it was made of."""

    def row(self) -> dict[str, Any]:
        rows = self.teacher.get("/courses/srv-110/roster").json()["students"]
        found: dict[str, Any] = next(r for r in rows if r["id"] == Caller(KEEPS_UP).person.pk)
        return found

    def test_a_fact_changed_in_place_counts_at_once(self) -> None:
        before = self.row()
        person = Caller(KEEPS_UP).person
        Fact.objects.filter(person=person, item__title="Syllabus", kind=Fact.ACKNOWLEDGED).update(edition=0)
        self.assertEqual(self.row()["done"], before["done"] - 1)

    def test_a_score_released_or_taken_back_counts_at_once(self) -> None:
        person, item = Caller(KEEPS_UP).person, self.item("Check 6: bearings")
        item.done_rule, item.done_percent = "scored", 60
        item.save()
        before = self.row()["done"]
        cell, _ = Cell.objects.get_or_create(graded_item=GradedItem.objects.get(item=item), person=person)
        Score.objects.filter(cell=cell).delete()
        score = Score.objects.create(cell=cell, raw=item.points, graded_at=now(), released_at=now())
        self.assertEqual(self.row()["done"], before + 1)
        Score.objects.filter(pk=score.pk).update(released_at=None)
        self.assertEqual(self.row()["done"], before)

    def test_time_passing_a_deadline_makes_it_overdue(self) -> None:
        due = self.item(SET_7A)
        self.assertNotIn(due.pk, [i["id"] for i in self.row()["overdue"]])
        later = (now() + timedelta(days=4)).strftime("%Y-%m-%dT%H:%M")
        told = self.teacher.client.get("/api/courses/srv-110/roster", headers={"As-On": later})
        row = next(r for r in told.json()["students"] if r["id"] == Caller(KEEPS_UP).person.pk)
        self.assertIn(due.pk, [i["id"] for i in row["overdue"]])
        self.assertNotIn(due.pk, [i["id"] for i in self.row()["overdue"]])


class Shares(DeskCase):
    """'Done' over the class, as done rules have it and not as facts are counted."""

    def share(self, title: str) -> tuple[int, int]:
        item = self.item(title)
        sheet = self.teacher.get("/courses/srv-110/weeks/7").json()
        row = next(r for m in sheet["modules"] for r in m["rows"] if r["id"] == item.pk)
        return row["of_class"]["done"], row["of_class"]["students"]

    def agrees(self, title: str) -> None:
        """With each student's own evaluation, as the module's progress shows it."""
        item = self.item(title)
        page = self.teacher.get(f"/courses/srv-110/progress/{item.module_id}").json()
        n = [i["id"] for i in page["items"]].index(item.pk)
        cells = [row["cells"][n] for row in page["rows"]]
        self.assertEqual(self.share(title), (sum(c["done"] for c in cells if c), sum(c is not None for c in cells)))

    def test_every_kind_of_rule_agrees_with_the_students_own_paths(self) -> None:
        title = "Latitudes and departures"
        item, person = self.item(title), Caller(BEHIND).person
        for rule, percent, parts in (
            ("opened", None, []),
            ("ticked", None, []),
            ("watched", 80, []),
            ("any", None, [{"rule": "ticked"}, {"rule": "opened"}]),
            ("all", None, [{"rule": "ticked"}, {"rule": "opened"}]),
            ("scored", 60, []),
        ):
            item.done_rule, item.done_percent, item.done_parts = rule, percent, parts
            item.save()
            with self.subTest(rule):
                self.agrees(title)
        Fact.objects.update_or_create(
            item=item,
            person=person,
            kind=Fact.TICKED,
            defaults={"course": self.course, "at": now(), "by_teacher": True},
        )
        with self.subTest("counted by a teacher, whatever the rule"):
            self.agrees(title)

    def test_a_recording_half_watched_is_not_done(self) -> None:
        item, person = self.item("Latitudes and departures, leg by leg"), Caller(BEHIND).person
        Fact.objects.filter(item=item).delete()
        self.assertEqual(item.done_rule, "watched")
        seen = {"course": self.course, "at": now(), "detail": {"percent": 40}}
        Fact.objects.create(item=item, person=person, kind=Fact.WATCHED, **seen)
        self.assertEqual(self.share(item.title)[0], 0)
        Fact.objects.filter(item=item).update(detail={"percent": 95})
        self.assertEqual(self.share(item.title)[0], 1)

    def test_who_is_excused_has_done_it_and_who_does_not_have_it_is_not_counted(self) -> None:
        item, person = self.item(SET_7A), Caller(BEHIND).person
        before = self.share(SET_7A)
        Allowance.objects.create(course=self.course, item=item, person=person, excused=True, why="Ill.", given_at=now())
        self.assertEqual(self.share(SET_7A), (before[0] + 1, before[1]))
        section = Enrolment.objects.get(course=self.course, person=person).section_id
        item.conditions = {"join": "all", "of": [{"on": "for", "groups": [], "sections": [section]}]}
        item.save()
        self.agrees(SET_7A)
