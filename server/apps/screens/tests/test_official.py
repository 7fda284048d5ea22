"""Official grades: frozen as they stand, compared with what comes after; and results as OneRoster files."""

from __future__ import annotations

import csv
import zipfile
from io import BytesIO, StringIO
from typing import Any

import openpyxl
from django.db import transaction
from django.db.utils import ProgrammingError
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Enrolment
from apps.gradebook.models import OfficialGrade, Score
from apps.layout.models import Item

AT = "/courses/srv-110/official-grades"
SET_6A = "Set 6A: azimuths and bearings"


class Official(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def freeze(self, period: str = "Mid-term", section: int | None = None) -> Any:
        return self.teacher.send("POST", AT, {"section_id": section, "period": period})

    def change(self) -> None:
        """The student's set 6A comes to nothing."""
        path = self.path(SET_6A, f"/hand-ins/{self.student.person.pk}")
        version = self.teacher.get(path).json()["score"]["version"]
        body = {"attempt": 1, "raw": "0", "comment": "", "seen_version": version}
        self.assertEqual(self.teacher.send("PUT", path + "/score", body).status_code, 200)

    def test_they_are_what_each_student_reads_and_stay_so(self) -> None:
        pk = self.freeze().json()["id"]
        sheet = self.teacher.get(f"{AT}/{pk}").json()
        self.assertEqual(len(sheet["grades"]), 8)
        for grade in sheet["grades"]:
            own = self.teacher.get(f"/courses/srv-110/standing/{grade['person_id']}").json()["current"]
            self.assertEqual((grade["total"], grade["band"]), (own["value"] or "", own["band"] or ""))
            self.assertFalse(grade["differs"])
        before = next(g for g in sheet["grades"] if g["person_id"] == self.student.person.pk)
        self.change()
        after = next(
            g for g in self.teacher.get(f"{AT}/{pk}").json()["grades"] if g["person_id"] == self.student.person.pk
        )
        self.assertEqual((after["total"], after["band"], after["differs"]), (before["total"], before["band"], True))
        now = self.student.get("/courses/srv-110/standing").json()["current"]["value"]
        self.assertEqual(after["total_now"], now)
        (kept,) = self.teacher.get(AT).json()["kept"]
        self.assertEqual((kept["period"], kept["students"], kept["differs"]), ("Mid-term", 8, 1))

    def test_the_database_lets_nobody_change_one(self) -> None:
        self.freeze()
        with self.assertRaises(ProgrammingError), transaction.atomic():
            OfficialGrade.objects.update(total="100")

    def test_of_one_section_with_who_left_and_who_came(self) -> None:
        enrolment = Enrolment.objects.get(course=self.course, person=self.student.person)
        mates = Enrolment.objects.filter(course=self.course, section=enrolment.section, role="student")
        pk = self.freeze("Final", enrolment.section_id).json()["id"]
        self.assertEqual(len(self.teacher.get(f"{AT}/{pk}").json()["grades"]), mates.count())
        other = Enrolment.objects.filter(course=self.course, role="student").exclude(section=enrolment.section)[0]
        Enrolment.objects.filter(pk=other.pk).update(section=enrolment.section)
        enrolment.delete()
        sheet = self.teacher.get(f"{AT}/{pk}").json()
        gone = next(g for g in sheet["grades"] if g["person_id"] == self.student.person.pk)
        self.assertEqual((gone["total_now"], gone["differs"]), (None, False))
        self.assertEqual(sheet["joined"], [other.person.sort_name])

    def test_as_a_table(self) -> None:
        pk = self.freeze().json()["id"]
        book = openpyxl.load_workbook(BytesIO(self.teacher.get(f"{AT}/{pk}/table").content))
        rows = list(book["Official grades"].iter_rows(values_only=True))
        self.assertEqual(rows[0][:3], ("Mid-term", "the whole course", "2026-10-07"))
        kept = {g.sign_in: (float(g.total), g.band) for g in OfficialGrade.objects.filter(official_id=pk) if g.total}
        self.assertEqual({r[0]: (r[3], r[4]) for r in rows[2:] if r[3] is not None}, kept)

    def test_what_is_refused(self) -> None:
        self.refused(self.freeze(" "), 422, "text.empty")
        self.refused(self.freeze(section=0), 404, "request.not_found")
        self.refused(self.teacher.get(f"{AT}/0"), 404, "official.none")
        self.assertEqual(Caller(ASSISTANT).get(AT).status_code, 403)
        self.assertEqual(self.student.get(AT).status_code, 403)


class OneRoster(DemoCase):
    def files(self) -> dict[str, list[dict[str, str]]]:
        told = Caller(INSTRUCTOR).get("/courses/srv-110/gradebook/oneroster")
        with zipfile.ZipFile(BytesIO(told.content)) as packed:
            self.assertIsNone(packed.testzip())
            return {n: list(csv.DictReader(StringIO(packed.read(n).decode()))) for n in packed.namelist()}

    def test_every_result_names_a_line_item_and_a_student_once(self) -> None:
        files = self.files()
        items, results = files["lineItems.csv"], files["results.csv"]
        ids = {row["sourcedId"] for row in items}
        self.assertEqual(len(ids), len(items))
        self.assertEqual({row["lineItemSourcedId"] for row in results} - ids, set())
        self.assertEqual(len({row["sourcedId"] for row in results}), len(results))
        categories = {row["sourcedId"] for row in files["categories.csv"]}
        self.assertEqual({row["categorySourcedId"] for row in items} - categories - {""}, set())
        manifest = {row["propertyName"]: row["value"] for row in files["manifest.csv"]}
        self.assertEqual((manifest["oneroster.version"], manifest["file.results"]), ("1.2", "bulk"))
        self.assertEqual(manifest["file.users"], "absent")

    def test_scores_are_those_of_the_gradebook_and_held_ones_are_nobodys(self) -> None:
        item, student = Item.objects.get(title=SET_6A), Caller(KEEPS_UP).person
        whose = {"cell__person": student, "cell__graded_item__item": item}
        score = Score.objects.get(**whose)

        def row() -> dict[str, str]:
            found = self.files()["results.csv"]
            mine = (r for r in found if r["studentSourcedId"] == student.username)
            return next(r for r in mine if r["lineItemSourcedId"].endswith(f"-{item.pk}"))

        self.assertEqual((float(row()["score"]), row()["scoreStatus"]), (float(score.raw), "fully graded"))
        Score.objects.filter(pk=score.pk).update(released_at=None)
        self.assertEqual((row()["score"], row()["scoreStatus"]), ("", "not submitted"))

    def test_nothing_in_it_is_worked_out_by_a_spreadsheet(self) -> None:
        Item.objects.filter(title=SET_6A).update(title="=1+1")
        self.assertIn("'=1+1", {row["title"] for row in self.files()["lineItems.csv"]})
