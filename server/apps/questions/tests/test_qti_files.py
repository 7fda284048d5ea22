"""Banks as packages of QTI 3.0, and questions from files of others."""

from __future__ import annotations

from io import BytesIO
from typing import Any
from zipfile import ZipFile

import openpyxl
from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import ASSISTANT, INSTRUCTOR, Caller, DemoCase
from tests.files import PNG
from unvo_core.questions.qti.package import read_package, write_package
from unvo_core.questions.qti.reading import read_item

from apps.kernel.models import AuditRecord, StoredFile
from apps.questions.models import Bank, BankQuestion, QuestionEdition

COURSE = "/courses/srv-110"
NS = "xmlns='http://www.imsglobal.org/xsd/imsqtiasi_v3p0'"
ITEM = (
    f"<qti-assessment-item {NS} identifier='q' title='Which is higher?'>"
    "<qti-response-declaration identifier='R' cardinality='single' base-type='identifier'>"
    "<qti-correct-response><qti-value>A</qti-value></qti-correct-response></qti-response-declaration>"
    "<qti-outcome-declaration identifier='MAXSCORE' cardinality='single' base-type='float'>"
    "<qti-default-value><qti-value>4</qti-value></qti-default-value></qti-outcome-declaration>"
    "<qti-item-body><p onclick='x()'>Look. <img src='../pictures/p.png' alt='A staff'/><script>x()</script></p>"
    "<qti-choice-interaction response-identifier='R' max-choices='1'>"
    "<qti-simple-choice identifier='A'>A</qti-simple-choice><qti-simple-choice identifier='B'>B</qti-simple-choice>"
    "</qti-choice-interaction></qti-item-body></qti-assessment-item>"
).encode()
HOTSPOT = (
    f"<qti-assessment-item {NS} identifier='h' title='Click it'><qti-item-body>"
    "<qti-hotspot-interaction response-identifier='R'/></qti-item-body></qti-assessment-item>"
).encode()


class QtiFiles(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.bank = self.teacher.send("POST", f"{COURSE}/banks", {"name": "Taken in"}).json()["id"]

    def at(self, what: str, bank: int | None = None) -> str:
        return f"{COURSE}/banks/{bank or self.bank}/{what}"

    def sent(self, what: str, content: bytes, name: str = "items.zip", who: Caller | None = None) -> Any:
        return (who or self.teacher).send("POST", self.at(what), file=SimpleUploadedFile(name, content))

    def package(self, *items: bytes, picture: bytes = PNG) -> bytes:
        named = [(f"i{n}", item, ["pictures/p.png"]) for n, item in enumerate(items)]
        return write_package(named, {"pictures/p.png": picture})

    def test_each_item_is_shown_with_what_it_becomes(self) -> None:
        lines = self.sent("file-preview", self.package(ITEM, HOTSPOT)).json()["lines"]
        self.assertEqual(
            [(x["line"], x["name"], x["asks"]) for x in lines],
            [(1, "Which is higher?", ["choice"]), (2, "Click it", [])],
        )
        self.assertEqual([len(x["problems"]) for x in lines], [0, 1])
        self.assertIn("qti-hotspot-interaction", lines[1]["problems"][0])
        self.assertFalse(BankQuestion.objects.filter(bank=self.bank).exists(), "nothing is kept of a preview")

    def test_taken_in_with_its_picture_cleaned_and_as_one_change(self) -> None:
        self.assertEqual(self.sent("file", self.package(ITEM, HOTSPOT)).json(), {"count": 1})
        made = BankQuestion.objects.get(bank=self.bank)
        text = QuestionEdition.objects.get(question=made).body["text"]
        stored = StoredFile.objects.get(owner_kind="bank_question", name="p.png")
        self.assertEqual((made.name, int(made.points)), ("Which is higher?", 4))
        self.assertIn(f'src="/files/{stored.key}/p.png"', text)
        self.assertNotIn("x()", text)
        self.assertTrue(AuditRecord.objects.filter(action="bank.take_in").exists())

    def test_a_picture_that_is_none_is_left_out_and_said(self) -> None:
        lines = self.sent("file-preview", self.package(ITEM.replace(b"p.png", b"gone.png"))).json()["lines"]
        self.assertEqual(len(lines[0]["notes"]), 1)
        self.assertEqual(self.sent("file", self.package(ITEM, picture=b"not one")).json(), {"count": 1})
        self.assertIn("A staff", QuestionEdition.objects.get(question__bank=self.bank).body["text"])

    def test_one_item_by_itself(self) -> None:
        self.assertEqual(self.sent("file", ITEM, "one.xml").json(), {"count": 1})

    def test_spreadsheets_are_read_by_the_same_door(self) -> None:
        book, out = openpyxl.Workbook(), BytesIO()
        book.active.append(["Name", "Question", "Kind", "Answer"])  # type: ignore[union-attr]
        book.active.append(["Sum", "2 + 2?", "number", "4"])  # type: ignore[union-attr]
        book.save(out)
        self.assertEqual(self.sent("file", out.getvalue(), "questions.xlsx").json(), {"count": 1})
        csv = b"Name,Question,Kind,Answer\nSum,2 + 3?,number,5\n"
        self.assertEqual(self.sent("file-preview", csv, "q.csv").json()["lines"][0]["asks"], ["number"])

    def test_bad_files_are_refused_in_a_sentence(self) -> None:
        for content, name, code in (
            (b"PK\x03\x04 nonsense", "a.zip", "table.file_unreadable"),
            (b"\x00\x01\x02", "a.bin", "table.file_unreadable"),
            (write_package([], {}), "empty.zip", "qti.no_items"),
        ):
            with self.subTest(name=name):
                self.refused(self.sent("file-preview", content, name), 422, code)

    def test_an_assistant_takes_nothing_in(self) -> None:
        self.assertEqual(self.sent("file", self.package(ITEM), who=Caller(ASSISTANT)).status_code, 403)

    def test_the_demos_banks_go_out_and_come_back(self) -> None:
        """As many items as are said before; every one can be read, and the kinds that the format knows come back."""
        for bank in Bank.objects.filter(course=self.course, questions__isnull=False).distinct():
            with self.subTest(bank=bank.name):
                told = self.teacher.get(self.at("qti-preview?versions=2", bank.pk)).json()
                sent = self.teacher.get(self.at("qti?versions=2", bank.pk))
                self.assertEqual(sent["Content-Type"], "application/zip")
                items = read_package(sent.content).items
                self.assertEqual(len(items), told["items"])
                for name, xml in items:
                    self.assertEqual(read_item(xml).problems, (), name)

    def test_a_picture_goes_out_and_comes_back(self) -> None:
        self.sent("file", self.package(ITEM))
        content = self.teacher.get(self.at("qti")).content
        names = ZipFile(BytesIO(content)).namelist()
        self.assertEqual(len([n for n in names if n.startswith("pictures/")]), 1)
        other = self.teacher.send("POST", f"{COURSE}/banks", {"name": "Back again"}).json()["id"]
        path = f"{COURSE}/banks/{other}/file"
        self.teacher.send("POST", path, file=SimpleUploadedFile("b.zip", content))
        texts = QuestionEdition.objects.filter(question__bank=other).values_list("body", flat=True)
        self.assertIn("/files/", texts[0]["text"])

    def test_what_the_format_cannot_say_is_said_before(self) -> None:
        bank = Bank.objects.get(course=self.course, name="Bearings")
        notes = self.teacher.get(self.at("qti-preview", bank.pk)).json()["notes"]
        said = {note["words"]: note["names"] for note in notes}
        self.assertTrue(any("letter by letter" in words for words in said))
        self.assertTrue(any("several fixed versions" in words for words in said))
