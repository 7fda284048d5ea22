"""Conversion tables: what they record, for whom, and that every page computes with them alike."""

from __future__ import annotations

from datetime import timedelta
from fractions import Fraction
from typing import Any
from zoneinfo import ZoneInfo

from tests.base import KEEPS_UP, Caller

from apps.courses.models import Course, Group, GroupMember
from apps.gradebook.models import ConversionTable, Score
from apps.gradebook.tests.test_rules import AT, RulesCase
from apps.layout.public import layout

SET_6A = "Set 6A: azimuths and bearings"
EASY = ((0, 0), (6, 75), (12, 100))


class Tables(RulesCase):
    """Half of the points of a set are 75 per cent."""

    def table(self, **fields: Any) -> dict[str, Any]:
        key = self.category("Homework")["key"]
        made = {"key": "new", "name": "First sets", "rows": EASY, "category": key} | fields
        rows = [{"points": points, "percent": percent} for points, percent in made["rows"]]
        return self.wish(tables=[{**made, "rows": rows}])

    def score(self, raw: str) -> None:
        """Of set 6A, handed in in time."""
        person = Caller(KEEPS_UP).person
        Score.objects.filter(cell__person=person, cell__graded_item__item__title=SET_6A).update(raw=raw)

    def mine(self) -> dict[str, Any]:
        sheet = Caller(KEEPS_UP).get(f"{AT}/standing").json()
        return dict(next(i for c in sheet["categories"] for i in c["items"] if i["title"] == SET_6A))

    def test_points_are_recorded_by_the_table_everywhere(self) -> None:
        """9 of 12 lies half way from 6 (75 %) to 12 (100 %): 87.5 %, which is 10.5 of 12."""
        self.score("9")
        shown = self.shown_is_what_comes(self.table())
        self.assertGreater(shown["up"], 0)
        self.set(self.table())
        row = self.mine()
        self.assertEqual((row["raw"], row["given"], row["score"], row["table"]), ("9", "10.5", "10.5", "First sets"))
        student, item = Caller(KEEPS_UP).person, self.item(SET_6A)
        work = self.teacher.get(self.path(SET_6A, f"/hand-ins/{student.pk}")).json()["score"]
        self.assertEqual((work["raw"], work["recorded"], work["counts"]), ("9", "10.5", "10.5"))
        cell = self.teacher.get(f"{AT}/gradebook/cells/{item.pk}/{student.pk}").json()
        self.assertEqual((cell["counts"], cell["attempts"][-1]["recorded"]), ("10.5", "10.5"))
        (sheet,) = self.teacher.get(f"{AT}/gradebook/rows?person={student.pk}").json()["rows"]
        found = next(c for c in sheet["cells"] if c["item"] == item.pk)
        self.assertEqual((found["raw"], found["counts"]), ("9", "10.5"))
        own = Caller(KEEPS_UP).get(self.path(SET_6A, "/hand-in")).json()["score"]
        self.assertEqual((own["raw"], own["given"], own["counts"]), ("9", "10.5", "10.5"))

    def test_tried_points_are_recorded_by_it_too(self) -> None:
        self.set(self.table())
        wish = {"scores": [{"item_id": self.item(SET_6A).pk, "points": "6"}]}
        tried = Caller(KEEPS_UP).send("POST", f"{AT}/standing/try", wish).json()
        self.score("6")
        sheet = Caller(KEEPS_UP).get(f"{AT}/standing").json()
        self.assertEqual(tried["current"]["exact"], sheet["current"]["exact"])

    def test_weeks_and_groups_choose_it(self) -> None:
        """Set 6A is due in week 6."""
        self.score("9")
        self.set(self.table(until_week=5))
        self.assertIsNone(self.mine()["raw"])
        self.set(self.table(key=str(ConversionTable.objects.get().pk), until_week=6))
        self.assertEqual(self.mine()["score"], "10.5")
        crew = Group.objects.create(course=self.course, name="The early crew")
        made = ConversionTable.objects.get()
        self.set(self.table(key=str(made.pk), group=crew.pk))
        self.assertIsNone(self.mine()["raw"], "they are in no group")
        GroupMember.objects.create(group=crew, person=Caller(KEEPS_UP).person)
        self.assertEqual(self.mine()["score"], "10.5")
        self.assertEqual(ConversionTable.objects.count(), 1, "it is the same table")
        self.refused(self.teacher.send("DELETE", f"{AT}/groups/{crew.pk}"), 409, "group.in_use")

    def test_days_choose_it_with_both_ends_in(self) -> None:
        """Set 6A is due on Saturday 3 October 2026 in the course's zone."""
        self.score("9")
        due = layout(self.course).items[self.item(SET_6A).pk].span.due
        assert due is not None
        day = due.astimezone(ZoneInfo(self.course.zone)).date()
        self.set(self.table(from_day=f"{day}", until_day=f"{day}"))
        self.assertEqual(self.mine()["score"], "10.5")
        (kept,) = self.teacher.get(f"{AT}/grading").json()["rules"]["tables"]
        self.assertEqual((kept["from_day"], kept["until_day"]), (f"{day}", f"{day}"))
        (line,) = self.said(self.table(from_day="2026-09-01", until_day="2026-09-30"))["tables"]
        self.assertIn("Homework, due from Tue 1 Sep 2026 to Wed 30 Sep 2026: ", line)
        self.set(self.table(key=kept["key"], from_day=f"{day + timedelta(days=1)}"))
        self.assertIsNone(self.mine()["raw"])

    def test_it_is_said_in_a_sentence_and_in_the_syllabus(self) -> None:
        wish = self.table(from_week=1, until_week=3)
        (line,) = self.said(wish)["tables"]
        rows = "0 → 0 %, 6 → 75 %, 12 → 100 %"
        self.assertEqual(
            line,
            f"Homework, due in weeks 1 to 3: points → recorded {rows}; between the rows in proportion (6 items).",
        )
        self.set(wish)
        made = Caller(KEEPS_UP).get(f"{AT}/library").json()["generated"]
        self.assertEqual(made["conversions"], [f"First sets: {line}"])

    def test_what_no_table_can_be_is_refused_in_a_sentence(self) -> None:
        for rows, code in (
            ([[0, 0]], "grading.table_short"),
            ([[1, 0], [12, 100]], "grading.table_start"),
            ([[0, 0], [6, 80], [9, 70], [12, 100]], "grading.table_falls"),
            ([[0, 0], [6, 50], [6, 60]], "grading.table_order"),
        ):
            told = self.refused(self.teacher.send("PUT", f"{AT}/grading", self.table(rows=rows)), 422, code)
            self.assertEqual([f["path"] for f in told["fields"]], ["tables.0.rows"])
        for fields, code in (
            ({"group": 0}, "grading.no_such_group"),
            ({"category": "gone"}, "grading.no_such_category"),
            ({"key": "999999"}, "grading.no_such_category"),
            ({"from_week": 3, "until_week": 2}, "grading.table_weeks"),
            ({"from_day": "2026-09-02", "until_day": "2026-09-01"}, "grading.table_days"),
        ):
            self.refused(self.teacher.send("PUT", f"{AT}/grading", self.table(**fields)), 422, code)
        self.assertFalse(ConversionTable.objects.exists())

    def test_taken_out_and_set_back(self) -> None:
        self.score("9")
        self.set(self.table())
        change = self.set(self.wish(tables=[]))
        self.assertIsNone(self.mine()["raw"])
        self.teacher.send("POST", f"{AT}/changes/{change}/undo")
        self.assertEqual(Fraction(self.mine()["score"]), Fraction(21, 2))

    def test_they_come_along_with_a_copied_course_for_its_own_groups_and_categories(self) -> None:
        crew = Group.objects.create(course=self.course, name="The early crew")
        wish = self.table(until_week=5, until_day="2026-10-01")
        wish["tables"].append({**wish["tables"][0], "key": "other", "name": "Crew", "group": crew.pk})
        self.set(wish)
        made = self.teacher.send("POST", f"{AT}/copy", {"code": "SRV 110", "title": "Once more"}).json()["slug"]
        course = Course.objects.get(slug=made)
        copied = ConversionTable.objects.filter(course=course).order_by("position")
        self.assertEqual(
            [(t.name, t.until_week, str(t.until_day), t.group and t.group.name) for t in copied],
            [("First sets", 5, "2026-10-01", None), ("Crew", 5, "2026-10-01", "The early crew")],
        )
        for table in copied:
            assert table.category is not None
            self.assertEqual((table.category.name, table.category.course_id), ("Homework", course.pk))
        self.assertEqual({t.group.course_id for t in copied if t.group}, {course.pk})
