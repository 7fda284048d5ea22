"""How far each student is: kept until something changes it, and counted as their own path has it."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from tests.base import BEHIND, KEEPS_UP, Caller
from tests.cases import DeskCase
from unvo_core.path.stuck import position

from apps.courses.models import Enrolment
from apps.courses.public import students
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.clock import now
from apps.layout.models import Allowance
from apps.layout.public import layout, layout_for
from apps.path.class_progress import each_member
from apps.path.models import Fact
from apps.path.progress import progress
from apps.path.whereabouts import whereabouts

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
        cell, _ = Cell.objects.get_or_create(graded_item=GradedItem.objects.get(item=item), person=person)
        Score.objects.filter(cell=cell).delete()
        before = self.row()["done"]
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


class TheShortWay(DeskCase):
    """Over a class, places and a module's progress come to what each student's own evaluation comes to."""

    def setUp(self) -> None:
        super().setUp()
        self.people = list(students(self.course).values_list("person_id", flat=True))
        rules: tuple[tuple[str, int | None, list[dict[str, str]]], ...] = (
            ("scored", 40, []),
            ("any", None, [{"rule": "ticked"}, {"rule": "opened"}]),
            ("all", None, [{"rule": "opened"}, {"rule": "ticked"}]),
        )
        items = self.course.items.filter(required=True, removed=False).exclude(kind="heading").order_by("pk")
        for n, item in enumerate(items):
            if n % 5 < 3 and (item.points or n % 5 == 1 or n > 25):
                item.done_rule, item.done_percent, item.done_parts = rules[n % 5]
            if n % 9 == 3:
                item.conditions = {"join": "all", "of": [{"on": "score", "item": items[n - 3].pk, "percent": 55}]}
            if n % 17 == 5 and n > 20:
                item.conditions = {"join": "all", "of": [{"on": "by_hand", "opened": False}]}
                Fact.objects.create(
                    course=self.course, item=item, person_id=self.people[n % 5], kind=Fact.LET_IN, at=now()
                )
            item.save()
        Score.objects.filter(cell__person_id=self.people[0]).update(released_at=None)
        Cell.objects.filter(person_id=self.people[1]).update(excused=True)
        Fact.objects.filter(person_id=self.people[2], kind=Fact.TICKED).update(by_teacher=True)
        self.course.refresh_from_db()

    def test_each_stands_where_their_own_evaluation_says(self) -> None:
        laid, stands = layout(self.course), set()
        for days in (-40, -12, 0, 4, 200):
            at = now() + timedelta(days=days)
            found = whereabouts(self.course, self.people, at)
            for pk in self.people:
                own = progress(self.course, layout_for(laid, pk), pk, at)
                where = found[pk]
                self.assertEqual(where.position, position(own.laid.path, own.course), (pk, days))
                done = sum(m.required_done for m in own.course.modules.values())
                self.assertEqual(
                    (where.done, where.required), (done, sum(m.required for m in own.course.modules.values()))
                )
                stands.add(where.position.item_id)
        self.assertGreater(len(stands), 5, stands)

    def test_a_module_alone_is_as_in_each_students_course(self) -> None:
        laid = layout(self.course)
        modules = [m for m in laid.students if m.items][3:8]
        for module in modules:
            for pk, member in each_member(self.course, self.people, now(), module.id):
                own = progress(self.course, layout_for(laid, pk), pk, now()).course
                self.assertEqual(member.course.modules[module.id], own.modules[module.id])
                for item in module.items:
                    self.assertEqual(member.course.items.get(item.id), own.items.get(item.id))


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
