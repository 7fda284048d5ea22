"""All that one ever handed in, with what was said of it, and as an archive."""

from __future__ import annotations

import zipfile
from io import BytesIO
from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, upload

from apps.assignments.models import HandIn
from apps.courses.actions.enrol import withdraw
from apps.courses.models import Enrolment
from apps.kernel.public import Actor

LOOP, BOOK = "Field book: campus loop", "Field book: level loop"
ARCHIVE = "/own-work/srv-110/archive"


class OwnWork(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        for name in ("sheet.pdf", "SHEET.pdf", 'a "b": c.pdf'):
            self.student.send("POST", self.path(LOOP, "/hand-in/files"), file=upload(name, PDF))
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Closed at 1 : 6 900", "comment": ""})
        self.number = self.student.send("POST", self.path(LOOP, "/hand-in")).json()["number"]

    def pieces(self) -> list[dict[str, Any]]:
        return [p for c in self.student.get("/own-work").json()["courses"] for p in c["pieces"]]

    def archive(self) -> zipfile.ZipFile:
        answer = self.student.get(ARCHIVE)
        self.assertEqual(answer["Content-Type"], "application/zip")
        found = zipfile.ZipFile(BytesIO(b"".join(answer.streaming_content)))
        self.assertIsNone(found.testzip())
        return found

    def test_everything_is_listed_the_latest_first_with_what_is_out(self) -> None:
        pieces = self.pieces()
        self.assertEqual(
            len(pieces), HandIn.objects.exclude(handed_in_at=None).filter(person=self.student.person).count()
        )
        self.assertEqual((pieces[0]["number"], pieces[0]["words"], pieces[0]["given"]), (self.number, 6, None))
        book = next(p for p in pieces if p["item"] == BOOK)
        self.assertEqual((len(book["notes"]), book["measured"]["name"]), (2, "Field book"))
        self.assertIsNotNone(book["given"])
        moments = [p["handed_in_at"] for p in pieces]
        self.assertEqual(moments, sorted(moments, reverse=True))

    def test_a_held_score_is_in_neither(self) -> None:
        score = {"attempt": 1, "raw": "27.25", "comment": "Held words", "seen_version": 0}
        path = self.path(LOOP, f"/hand-ins/{self.student.person.pk}/score")
        self.assertEqual(Caller(INSTRUCTOR).send("PUT", path, score).status_code, 200)
        self.assertNotIn("Held words", self.student.get("/own-work").content.decode())
        found = self.archive()
        self.assertNotIn("Held words", "".join(str(found.read(n)) for n in found.namelist()))

    def test_the_archive_has_every_file_what_was_typed_and_what_was_said(self) -> None:
        """Read back by Python's zipfile."""
        found = self.archive()
        loop = sorted(n.split("/")[1] for n in found.namelist() if n.startswith("Field book  campus loop"))
        self.assertEqual(loop, ["SHEET (2).pdf", "a  b   c.pdf", "sheet.pdf", "text.txt"])
        self.assertEqual(found.read("Field book  campus loop, attempt 1/sheet.pdf"), PDF)
        said = found.read("Field book  level loop, attempt 1/feedback.txt").decode()
        self.assertIn("Closure: Within what is allowed (10 / 10)", said)
        self.assertIn("page 1: Which end of the tape", said)

    def test_it_stays_when_one_has_left_the_course_and_is_nobody_elses(self) -> None:
        row = Enrolment.objects.get(course=self.course, person=self.student.person)
        withdraw(Actor(Caller(INSTRUCTOR).person.pk, "Ines"), self.course, row.person_id)
        self.assertTrue(self.pieces())
        self.assertTrue(self.archive().namelist())
        self.refused(Caller(INSTRUCTOR).get(ARCHIVE), 404, "request.not_found")


class Collection(DemoCase):
    """Pieces of one's own that are kept, with a word on each."""

    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        pieces = [p for c in self.student.get("/own-work").json()["courses"] for p in c["pieces"]]
        self.numbers = [p["number"] for p in pieces]

    def keep(self, number: str, words: str) -> Any:
        return self.student.send("PUT", f"/own-collection/{number}", {"words": words})

    def kept(self) -> list[tuple[str, str]]:
        return [(k["number"], k["words"]) for k in self.student.get("/own-work").json()["collection"]]

    def test_kept_in_an_order_with_a_word_and_dropped(self) -> None:
        first, second, third = self.numbers[:3]
        for number in (first, second, third):
            self.assertEqual(self.keep(number, f"Why {number}").status_code, 200)
        self.keep(second, "My best loop")
        self.student.send("PUT", "/own-collection", {"numbers": [third, first]})
        self.assertEqual(self.kept(), [(third, f"Why {third}"), (first, f"Why {first}"), (second, "My best loop")])
        self.student.send("DELETE", f"/own-collection/{first}")
        self.assertEqual([number for number, _ in self.kept()], [third, second])
        self.refused(self.student.send("DELETE", f"/own-collection/{first}"), 404, "request.not_found")

    def test_taken_along_in_its_order_with_the_words(self) -> None:
        first, second = self.numbers[:2]
        self.keep(second, "The later one")
        self.keep(first, "")
        told = self.student.get("/own-collection-archive")
        with zipfile.ZipFile(BytesIO(b"".join(told.streaming_content))) as packed:
            folders = list(dict.fromkeys(name.split("/")[0] for name in packed.namelist()))
            self.assertEqual([f[:4] for f in folders], ["001 ", "002 "])
            self.assertEqual(packed.read(f"{folders[0]}/my words.txt").decode(), "The later one")
            self.assertNotIn(f"{folders[1]}/my words.txt", packed.namelist())

    def test_nobody_keeps_or_reads_what_is_somebody_elses(self) -> None:
        other = Caller(BEHIND)
        self.refused(other.send("PUT", f"/own-collection/{self.numbers[0]}", {"words": ""}), 404, "receipt.none")
        self.refused(other.get(f"/own-work/{self.numbers[0]}/text"), 404, "request.not_found")
        self.assertEqual(other.get("/own-collection-archive").status_code, 404)
