"""Banks as tables: written out and read back as the same questions, written by hand in a spreadsheet, wrong lines told."""

from __future__ import annotations

import csv
from io import StringIO

from tests.base import INSTRUCTOR, Caller, DemoCase
from unvo_core.questions.table import COLUMNS, read_rows

from apps.questions.bodies import body_of
from apps.questions.models import Bank, BankQuestion

HAND = """Name,Points,Question,Kind,Answer,How near,Unit,Options,What changes,Objectives
Half of it,2,What is half of [[n]]?,number,n/2,,,,n = 2 to 500,Halving; Doubling
Height,1,How high is it?,number,12.5,0.5 %,m,,,
Which way,1,Where does the sun rise?,choice,East,,,East | West | North,,
By letter,1,Which are even?,choices,A|C,,,2 | 3 | 4,,
In order,1,From small to large,order,,,,1 | 2 | 3,,
A bearing,1,[[az]] as a bearing,bearing,az,60 seconds,,,az = 10° to 350° step 0°01' as angle if abs(sin(2*az)) > 0.1,
Wrong kind,1,What?,riddle,5,,,,,
No key,1,What?,number,,,,,,
Half open,1,What is [[n]]?,number,(n,,,,n = 1 to 9,
Bad change,1,What is [[n]]?,number,n,,,,n from 1 to 9,
,1,What?,number,5,,,,,
"""


class Tables(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.bank = self.teacher.send("POST", "/courses/srv-110/banks", {"name": "From a table"}).json()["id"]
        self.path = f"/courses/srv-110/banks/{self.bank}/table"

    def test_every_bank_of_the_demo_goes_out_and_comes_back(self) -> None:
        count = 0
        for bank in Bank.objects.filter(course=self.course).exclude(pk=self.bank):
            out = self.teacher.client.get(f"/api/courses/srv-110/banks/{bank.pk}/table")
            self.assertEqual(out["Content-Type"], "text/csv; charset=utf-8")
            before = BankQuestion.objects.filter(bank_id=self.bank).count()
            taken = self.teacher.send("POST", self.path, {"text": out.content.decode("utf-8-sig")}).json()["count"]
            made = BankQuestion.objects.filter(bank_id=self.bank).order_by("pk")[before:]
            self.assertEqual(taken, bank.questions.count())
            for own, copy in zip(bank.questions.all(), made, strict=True):
                self.assertEqual((own.name, own.points), (copy.name, copy.points))
                self.assertEqual(body_of(own.editions.get(edition=own.edition)), body_of(copy.editions.get()))
                count += 1
        self.assertGreater(count, 20)

    def test_the_columns_alone_say_the_same_but_for_wrong_answers_with_a_word(self) -> None:
        """Without the column Whole: text, answer, tolerance, options and what changes come back."""
        bank = Bank.objects.get(course=self.course, name="Bearings")
        out = self.teacher.client.get(f"/api/courses/srv-110/banks/{bank.pk}/table").content.decode("utf-8-sig")
        rows = [row[: COLUMNS.index("Whole")] for row in csv.reader(StringIO(out))]
        for own, row in zip(bank.questions.all(), read_rows(rows, lambda _: None), strict=True):
            body = body_of(own.editions.get())
            assert row.question is not None, row.problems
            self.assertEqual((row.question.text, row.question.parameters), (body.text, body.parameters))
            self.assertEqual(row.question.fields, body.fields)

    def test_a_table_written_by_hand(self) -> None:
        told = {
            line["name"]: line
            for line in self.teacher.send("POST", f"{self.path}-preview", {"text": HAND}).json()["lines"]
        }
        self.assertEqual(BankQuestion.objects.filter(bank_id=self.bank).count(), 0)
        self.assertEqual((told["Half of it"]["asks"], told["Half of it"]["varies"]), (["number"], True))
        for name, words in (
            ("Wrong kind", "There is no kind “riddle”"),
            ("No key", "No answer is worth full points"),
            ("Half open", "A bracket opens and never closes"),
            ("Bad change", "“n from 1 to 9” can't be read"),
            ("", "The question has no name"),
        ):
            with self.subTest(name):
                self.assertIn(words, told[name]["problems"][0])
        self.assertEqual(self.teacher.send("POST", self.path, {"text": HAND}).json(), {"count": 6})
        made = {q.name: body_of(q.editions.get()) for q in BankQuestion.objects.filter(bank_id=self.bank)}
        self.assertEqual(set(made), {"Half of it", "Height", "Which way", "By letter", "In order", "A bearing"})
        self.assertEqual([o.right for o in made["By letter"].fields[0].asked.options], [True, False, True])  # type: ignore[union-attr]
        self.assertEqual(BankQuestion.objects.get(name="Half of it").tags, ["Halving", "Doubling"])

    def test_a_cell_never_begins_like_a_formula(self) -> None:
        hostile = 'Name,Question,Kind,Answer\n"=HYPERLINK(1)",+1?,number,-5\n'
        self.teacher.send("POST", self.path, {"text": hostile})
        out = self.teacher.client.get(f"/api{self.path}").content.decode("utf-8-sig")
        cells = list(csv.reader(StringIO(out)))[1]
        self.assertEqual((cells[0], cells[3], cells[5]), ("'=HYPERLINK(1)", "'+1?", "'-5"))
        again = self.teacher.send("POST", f"{self.path}-preview", {"text": out}).json()["lines"][0]
        self.assertEqual((again["name"], again["problems"]), ("=HYPERLINK(1)", []))

    def test_what_is_no_table(self) -> None:
        self.refused(self.teacher.send("POST", f"{self.path}-preview", {"text": " "}), 422, "question_table.empty")
        long = {"text": "Name,Question\n" + "x,y\n" * 501}
        self.refused(self.teacher.send("POST", f"{self.path}-preview", long), 422, "question_table.rows")
        headless = self.teacher.send("POST", f"{self.path}-preview", {"text": "Title,Text\nx,y\n"}).json()["lines"]
        self.assertIn("The first line names the columns", headless[0]["problems"][0])
