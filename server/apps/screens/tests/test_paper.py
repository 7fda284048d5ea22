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
        """Week 7 takes 5 h 09 (5.2 hours, rounded); the one who keeps up has done its readings and has 4 h 30 left."""
        path = "/courses/srv-110/print/weeks/7"
        self.assertIn("about 5.2 hours left", self.text(path, self.teacher))
        self.assertIn("about 4.5 hours left", self.text(path))
