"""The term and the week on paper."""

from __future__ import annotations

from io import BytesIO

from pypdf import PdfReader
from tests.base import Caller
from tests.cases import TimeCase


class Paper(TimeCase):
    def text(self, path: str, who: Caller | None = None) -> str:
        answer = (who or self.student).get(path)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        words = [page.extract_text() for page in PdfReader(BytesIO(answer.content)).pages]
        return " ".join(" ".join(words).split())

    def test_the_term_and_the_weeks_checklist_say_what_the_screens_say(self) -> None:
        term = self.text("/courses/srv-110/print/term")
        for word in ("SRV 110", "Mid-term break", "Traverse computation", "Set 7A", "Founders"):
            self.assertIn(word, term)
        week = self.text("/courses/srv-110/print/weeks/7")
        for word in ("Traverse computation", "Set 7A: latitudes and departures", "Thu 8 Oct, 23:59", "Rosalind Tarrow"):
            self.assertIn(word, week)

    def test_a_teachers_checklist_counts_the_whole_week_and_a_students_what_is_left(self) -> None:
        """Week 7 takes 5 h 44 (5.7 hours, rounded); the one who keeps up has done its readings and has 5 h 05 left."""
        path = "/courses/srv-110/print/weeks/7"
        self.assertIn("about 5.7 hours left", self.text(path, self.teacher))
        self.assertIn("about 5.1 hours left", self.text(path))

    def test_it_is_set_in_the_faces_that_ship_tagged_and_says_its_year_on_every_page(self) -> None:
        """Tags and the title as PDF/UA-1 (ISO 14289-1) asks: marked, a language, a title that is shown."""
        for path in ("/print/term", "/print/weeks/7", "/print/guide", "/print/syllabus"):
            with self.subTest(path):
                answer = self.student.get(f"/courses/srv-110{path}")
                paper = PdfReader(BytesIO(answer.content))
                root = paper.trailer["/Root"]
                self.assertTrue(root["/MarkInfo"]["/Marked"])
                self.assertEqual((root["/Lang"], root["/ViewerPreferences"]["/DisplayDocTitle"]), ("en", True))
                self.assertIn(b"pdfuaid:part", root["/Metadata"].get_object().get_data())
                faces = {
                    str(font.get_object()["/BaseFont"]).split("+")[1]
                    for page in paper.pages
                    for font in page["/Resources"]["/Font"].values()
                }
                self.assertTrue(all(face.startswith("Paper") for face in faces), faces)
                for page in paper.pages:
                    self.assertIn("Autumn term 2026", page.extract_text())
