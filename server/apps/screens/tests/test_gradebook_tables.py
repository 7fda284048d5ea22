"""The gradebook taken out as a spreadsheet, and a spreadsheet of scores brought in."""

from __future__ import annotations

import csv
from io import BytesIO, StringIO
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from openpyxl import load_workbook
from tests.base import BEHIND, KEEPS_UP, Caller

from apps.gradebook.models import Score
from apps.people.models import Person
from apps.screens.tests.sheet_cases import AT, PLAN, Sheet


class TakenOut(Sheet):
    """Read back by openpyxl and by Python's csv."""

    def setUp(self) -> None:
        super().setUp()
        Person.objects.filter(pk=self.who).update(sort_name='=HYPERLINK("x")', username="rosalind.tarrow")
        self.put(self.typed("12.5"))
        Score.objects.filter(cell__graded_item__item=self.plan).update(comment="-cmd|' /C calc'!A0")

    def row(self, table: list[list[Any]], name: str) -> dict[str, Any]:
        whole = next(row for row in table[1:] if row[0] == name)
        return dict(zip(table[0], whole, strict=True))

    def test_a_workbook_has_scores_states_and_comments_and_works_nothing_out(self) -> None:
        book = load_workbook(BytesIO(self.teacher.get(f"{AT}/table").content))
        self.assertEqual(book.sheetnames, ["Scores", "States", "Comments"])
        sheets = {sheet.title: [[cell.value for cell in row] for row in sheet] for sheet in book}
        column = f"{PLAN} /{int(self.plan.points)}"
        told = [self.row(sheets[name], "rosalind.tarrow")[column] for name in book.sheetnames]
        self.assertEqual(told, [12.5, "scored", "-cmd|' /C calc'!A0"])
        kinds = {cell.data_type for sheet in book for row in sheet for cell in row}
        self.assertNotIn("f", kinds, "a formula")
        total = self.teacher.get(f"{AT}/rows?person={self.who}").json()["rows"][0]["total"]
        self.assertEqual(self.row(sheets["Scores"], "rosalind.tarrow")["Total"], float(total))

    def test_a_csv_has_the_scores_and_what_would_be_worked_out_is_text(self) -> None:
        answer = self.teacher.get(f"{AT}/table?form=csv")
        self.assertIn("SRV 110, gradebook of 2026-10-07.csv", answer["Content-Disposition"])
        table = list(csv.reader(StringIO(answer.content.decode("utf-8-sig"))))
        row = self.row(table, "rosalind.tarrow")
        self.assertEqual((row[f"{PLAN} /{int(self.plan.points)}"], row["Name"]), ("12.5", '\'=HYPERLINK("x")'))


class BroughtIn(Sheet):
    def brought(self, text: str, who: Caller | None = None) -> Any:
        file = SimpleUploadedFile("scores.csv", text.encode())
        return (who or self.teacher).send("POST", f"{AT}/table-preview", file=file)

    def test_each_change_is_shown_and_rows_that_are_wrong_say_where(self) -> None:
        self.put(self.typed("12"))
        lines = ["Sign-in name,Name,Project plan,Attendance", f"{KEEPS_UP},x,13.5,1", "nobody.here,y,4,1"]
        lines += [f"{BEHIND},z,lots,", "caspian.holt.2,,3,"]
        told = self.brought("\n".join(lines)).json()
        self.assertEqual(
            [(c["name"], c["before"], c["text"]) for c in told["changes"]],
            [(self.student.person.sort_name, "12", "13.5")],
        )
        self.assertEqual(
            [(r["row"], r["column"]) for r in told["refused"]], [(3, "Sign-in name"), (4, PLAN), (5, "Sign-in name")]
        )
        self.assertEqual(told["same"], 0)
        self.assertIn("“lots” is not a number", told["refused"][1]["words"])
        self.assertEqual(told["unknown"], ["Attendance"])
        self.assertEqual(str(self.score().raw), "12.00", "nothing is kept of it")  # type: ignore[union-attr]
        names = ("item", "person", "text", "above", "seen_version", "seen_excused")
        put = self.put(*({n: c[n] for n in names} for c in told["changes"])).json()
        self.assertEqual((put["kept"], str(self.score().raw)), (1, "13.50"))  # type: ignore[union-attr]

    def test_a_student_twice_and_empty_rows_between_are_counted_as_the_spreadsheet_does(self) -> None:
        told = self.brought(f"E-mail,{PLAN}\n\n{self.student.person.email},7\n,\n{self.student.person.email},8").json()
        self.assertEqual([c["text"] for c in told["changes"]], ["7"])
        self.assertEqual([r["row"] for r in told["refused"]], [5])
        self.assertIn("stands in an earlier row", told["refused"][0]["words"])

    def test_what_is_taken_out_says_nothing_new_when_it_is_brought_in(self) -> None:
        self.put(self.typed("12.5"))
        for form in ("xlsx", "csv"):
            file = SimpleUploadedFile(f"a.{form}", self.teacher.get(f"{AT}/table?form={form}").content)
            told = self.teacher.send("POST", f"{AT}/table-preview", file=file).json()
            self.assertEqual((told["changes"], told["refused"], told["unknown"]), ([], [], []), form)
            self.assertGreater(told["same"], 50)

    def test_a_cell_that_changed_since_the_preview_is_told(self) -> None:
        cell = self.brought(f"E-mail,{PLAN}\n{self.student.person.email},7").json()["changes"][0]
        self.put(self.typed("9"))
        names = ("item", "person", "text", "seen_version", "seen_excused")
        refused = self.put({n: cell[n] for n in names}).json()["refused"]
        self.assertIn("changed this score to 9", refused[0]["words"])

    def test_tables_that_name_nobody_or_nothing_are_refused_in_words(self) -> None:
        self.refused(self.brought(f"Who,{PLAN}\nme,3"), 422, "gradebook.no_names")
        self.refused(self.brought("E-mail,Something else\nme,3"), 422, "gradebook.no_items")
        self.refused(self.brought(""), 422, "gradebook.no_names")
        junk = SimpleUploadedFile("a.xlsx", b"PK\x03\x04 nothing of a workbook")
        self.refused(self.teacher.send("POST", f"{AT}/table-preview", file=junk), 422, "table.file_unreadable")
