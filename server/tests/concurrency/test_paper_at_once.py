"""Sheets of paper in real transactions: made by two at once, scored by two at once, handed in while they are taken in."""

from __future__ import annotations

from typing import Any
from unittest import mock

from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.quizzes.actions import make_sheets, take_in
from apps.quizzes.models import AttemptQuestion, PaperSheet, QuizAttempt
from apps.quizzes.sheets import sheet_by_code
from apps.quizzes.tests.cases import QuizWorld
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TransactionTestCase, override_settings

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.concurrency.test_races import at_once, slowly
from tests.files import PNG
from tests.worlds import CLOCK, Committed


def unheld(course: Any, item_id: int, code: str, *, held: bool = False) -> PaperSheet:
    """The sheet without its lock."""
    return sheet_by_code(course, item_id, code)


@override_settings(FIXED_CLOCK=CLOCK)
class PaperAtOnce(QuizWorld, Committed, TransactionTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.begin_world()

    def make_twice(self) -> list[int]:
        self.set(paper="room")
        callers = [Caller(INSTRUCTOR) for _ in range(2)]
        answers = at_once(*(lambda c=c: c.send("POST", f"{self.at}/quiz-sheets") for c in callers))
        return sorted(a.status_code for a in answers)

    def test_two_who_make_sheets_make_one_for_each(self) -> None:
        with mock.patch.object(make_sheets, "without_sheet", slowly(make_sheets.without_sheet)):
            self.assertEqual(self.make_twice(), [200, 200])
        people = PaperSheet.objects.filter(item=self.quiz).values_list("person_id", flat=True)
        self.assertEqual((len(people), len(set(people))), (8, 8))

    def score_twice(self) -> tuple[PaperSheet, list[Any]]:
        self.set(paper="room")
        self.teacher.send("POST", f"{self.at}/quiz-sheets")
        sheet = PaperSheet.objects.get(item=self.quiz, person=self.student.person)
        path = f"{self.at}/quiz-sheets/of/{sheet.code}"
        calls = [(Caller(INSTRUCTOR), {"scores": [{"position": 0, "points": p}]}) for p in ("1", "3")]
        return sheet, at_once(*(lambda c=c, b=b: c.send("PUT", path, b) for c, b in calls))

    def test_two_who_score_one_sheet_take_it_in_once_and_the_second_is_told(self) -> None:
        sheet, answers = self.score_twice()
        self.assertEqual(sorted(a.status_code for a in answers), [200, 409])
        self.assertEqual(QuizAttempt.objects.filter(item=self.quiz).count(), 1)
        first = next(i for i, a in enumerate(answers) if a.status_code == 200)
        row = AttemptQuestion.objects.get(attempt__sheet=sheet, position=0)
        self.assertEqual(str(row.by_hand), ("1.00", "3.00")[first])
        self.assertEqual(AuditRecord.objects.filter(action="quiz.read").count(), 1)

    def test_without_the_lock_both_would_take_it_in(self) -> None:
        """Only the unique number of an attempt keeps the second from being another one."""
        with (
            mock.patch.object(take_in, "sheet_by_code", unheld),
            mock.patch.object(take_in, "rows_of", slowly(take_in.rows_of)),
        ):
            _, answers = self.score_twice()
        self.assertEqual(sorted(a.status_code for a in answers), [200, 409])
        refused = next(a for a in answers if a.status_code == 409)
        self.assertEqual(refused.json()["title"], "quiz.sheet_beside")

    def test_handed_in_from_two_windows_is_one_receipt(self) -> None:
        self.set(paper="home")
        self.student.send("POST", f"{self.at}/quiz/sheet")
        file = SimpleUploadedFile("page.png", PNG)
        self.student.send("POST", f"{self.at}/quiz/sheet/photos", file=file)
        callers = [Caller(KEEPS_UP) for _ in range(3)]
        answers = at_once(*(lambda c=c: c.send("POST", f"{self.at}/quiz/sheet/hand-in") for c in callers))
        self.assertEqual({a.status_code for a in answers}, {200})
        self.assertEqual(len({a.json()["number"] for a in answers}), 1)
        self.assertEqual(QuizAttempt.objects.filter(item=self.quiz).count(), 1)
        self.assertFalse(Score.objects.filter(cell__graded_item__item=self.quiz).exists(), "nobody has read it yet")
