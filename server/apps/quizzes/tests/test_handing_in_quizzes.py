"""A quiz handed in: by hand, by the clock, once; and what a person reads of it."""

from __future__ import annotations

import math
import re

from django.test import override_settings
from tests.base import Caller
from tests.cases import ALLOWED
from tests.post import deliver_all

from apps.courses.models import Enrolment
from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.notices.models import OutboxMail
from apps.quizzes.actions.hand_in import hand_in_by_clock
from apps.quizzes.tests.cases import ESSAY, TAB, QuizCase, later


class HandingIn(QuizCase):
    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_the_receipt_says_what_came_and_the_score_is_there(self) -> None:
        self.set()
        self.begin()
        self.save(self.right(self.latitude), self.right(self.sign))
        receipt = self.hand_in().json()
        self.assertRegex(receipt["number"], r"^Q-[A-Z2-9]{3}-[A-Z2-9]{4}$")
        self.assertEqual((receipt["answered"], receipt["questions"], receipt["how"]), (2, 2, "self"))
        self.assertEqual(self.student.get(f"/quiz-receipts/{receipt['number']}").json(), receipt)
        score = Score.objects.get(cell__graded_item__item=self.quiz, cell__person=self.student.person)
        self.assertEqual((score.raw, score.graded_by), (5, None))
        self.assertIsNotNone(score.released_at)
        deliver_all()
        mail = OutboxMail.objects.filter(subject__contains=receipt["number"]).get()
        self.assertIn(receipt["answers_sha256"], mail.body)
        self.assertEqual(self.student.get(f"/quiz-receipts/{receipt['number']}/pdf").content[:5], b"%PDF-")

    def test_whoever_works_from_what_is_shown_has_it_right(self) -> None:
        """Latitude and departure by the standard library's floats, from the numbers on the page and nothing else."""
        self.set()
        for number, function, won in ((1, math.cos, "3"), (2, math.sin, "1")):
            self.begin()
            put = self.student.get(f"{self.at}/quiz/attempts/{number}?holder={TAB}").json()["questions"][0]
            text = re.sub(r"<[^>]+>", "", put["shown"]["text"])
            found = re.search(r"runs ([\d.]+) m at an azimuth of (\d+)°(\d\d)′", text)
            assert found, text
            length, degrees, minutes = map(float, found.groups())
            answer = length * function(math.radians(degrees + minutes / 60))
            self.save({"question": put["id"], "answers": {"a": f"{answer:.3f}"}, "seq": 1}, number=number)
            self.hand_in(number=number)
            self.assertEqual(self.review(number)["questions"][0]["won"], won, f"{text} {answer:.3f}")

    def test_handing_in_twice_is_one_receipt(self) -> None:
        self.set()
        self.begin()
        self.assertEqual(self.hand_in().json()["number"], self.hand_in().json()["number"])
        self.assertEqual(AuditRecord.objects.filter(action="quiz.hand_in").count(), 1)

    def test_an_answer_that_cannot_be_read_is_told_before_it_counts_nothing(self) -> None:
        self.set()
        self.begin()
        self.save(self.wrong(self.latitude, "1,120"))
        told = self.refused(self.hand_in(sure=False), 409, "quiz.forms_to_mend")
        self.assertIn("Latitude of a leg", told["detail"])
        self.assertEqual(self.hand_in().status_code, 200)

    def test_the_clock_hands_in_what_is_there_once_and_at_its_moment(self) -> None:
        self.set()
        self.begin()
        self.save(self.right(self.latitude))
        attempt = self.attempt()
        with later(minutes=19, seconds=59):
            self.assertFalse(hand_in_by_clock(attempt.pk), "not before its time")
        with later(minutes=20, seconds=3):
            self.assertTrue(hand_in_by_clock(attempt.pk))
            self.assertFalse(hand_in_by_clock(attempt.pk), "not twice")
        attempt.refresh_from_db()
        self.assertEqual((attempt.handed_in_at, attempt.how, attempt.raw), (attempt.ends_at, "clock", 3))

    def test_what_was_removed_meanwhile_is_handed_in_when_it_is_brought_back(self) -> None:
        self.set()
        self.begin()
        attempt = self.attempt()
        type(self.quiz).objects.filter(pk=self.quiz.pk).update(removed=True)
        with later(minutes=21):
            self.assertFalse(hand_in_by_clock(attempt.pk))
            type(self.quiz).objects.filter(pk=self.quiz.pk).update(removed=False)
            self.assertTrue(hand_in_by_clock(attempt.pk))

    def test_what_comes_after_the_clock_is_kept_beside(self) -> None:
        self.set()
        self.begin()
        self.save(self.right(self.latitude))
        late = self.right(self.sign)
        with later(minutes=20, seconds=1):
            told = self.save(late).json()
            self.assertTrue(told["over"])
        attempt, row = self.attempt(), self.row(self.sign)
        self.assertEqual((attempt.how, attempt.raw, row.answers), ("clock", 3, {}))
        self.assertEqual(row.late, late["answers"])
        self.assertEqual(self.review()["questions"][1]["late"], late["answers"])

    def test_an_allowance_makes_the_clock_longer(self) -> None:
        self.set()
        student = Caller(ALLOWED)
        told = self.begin(student).json()
        self.assertEqual((told["minutes"], told["class_minutes"]), (30, 20))
        attempt = self.attempt(who=student)
        self.assertEqual((attempt.ends_at - attempt.started_at).total_seconds(), 1800)  # type: ignore[operator]

    def test_two_attempts_the_better_counts(self) -> None:
        self.set()
        self.begin()
        self.save(self.right(self.latitude), self.right(self.sign))
        self.hand_in()
        self.begin()
        self.hand_in(number=2)
        scores = Score.objects.filter(cell__graded_item__item=self.quiz, cell__person=self.student.person)
        self.assertEqual([s.raw for s in scores.order_by("attempt")], [5, 0])
        told = self.student.get(f"{self.at}/quiz").json()
        self.assertEqual([a["points"] for a in told["attempts"]], ["5", "0"])

    def test_withdrawn_people_write_no_more(self) -> None:
        self.set()
        self.begin()
        given = self.right(self.sign)
        Enrolment.objects.filter(person=self.student.person, course=self.course).delete()
        self.assertEqual(self.save(given).status_code, 404)


class Essays(QuizCase):
    def test_what_a_person_reads_waits_and_then_counts(self) -> None:
        essay = self.question("Why closed", ESSAY)
        self.set(essay)
        self.begin()
        row = self.row(essay)
        self.save(self.right(self.latitude), {"question": row.pk, "answers": {"e": "To find what is off."}, "seq": 1})
        self.hand_in()
        self.assertFalse(Score.objects.filter(cell__graded_item__item=self.quiz).exists())
        self.assertTrue(self.student.get(f"{self.at}/quiz").json()["attempts"][0]["waits"])
        desk = [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "quiz"]
        self.assertEqual([(r["item"]["title"], r["count"]) for r in desk], [("Quiz 7", 1)])
        path = f"{self.at}/quiz-answers/{row.pk}"
        self.refused(self.teacher.send("PUT", path, {"points": "6", "comment": ""}), 422, "quiz.points_above")
        told = self.teacher.send("PUT", path, {"points": "4", "comment": "And to share it out?"}).json()
        self.assertEqual(told["points"], "7")
        self.refused(self.teacher.send("PUT", path, {"points": "5", "comment": ""}), 409, "quiz.read_meanwhile")
        seen = next(q for q in self.review()["questions"] if q["id"] == row.pk)
        self.assertEqual((seen["won"], seen["comment"]), ("4", "And to share it out?"))
        self.assertEqual([r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "quiz"], [])

    def test_an_essay_left_empty_waits_for_nobody(self) -> None:
        essay = self.question("Why closed", ESSAY)
        self.set(essay)
        self.begin()
        self.hand_in()
        self.assertEqual(self.attempt().raw, 0)
