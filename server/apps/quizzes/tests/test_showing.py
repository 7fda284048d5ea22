"""What is shown when, and that nothing else is told: every answer of the server to whoever takes a quiz is read."""

from __future__ import annotations

import json
import re
from datetime import timedelta
from typing import Any

from tests.base import BEHIND, Caller
from unvo_core.questions.showing import opaque

from apps.gradebook.models import GradedItem, Score
from apps.quizzes.actions.show import show_due_scores
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.tests.cases import AT, COURSE, ESSAY, TAB, QuizCase, later


class Showing(QuizCase):
    def taken(self, **rules: Any) -> None:
        self.set(**rules)
        self.begin()
        self.save(self.right(self.latitude), self.wrong(self.sign))
        self.hand_in()

    def test_the_key_waits_until_it_is_due_for_everybody(self) -> None:
        self.taken()
        first, second = self.review()["questions"]
        self.assertEqual((first["state"], first["won"], first["key"], first["solution"]), ("right", "3", None, ""))
        self.assertEqual(second["words"], ["Both are positive there."])
        with later(days=5):
            self.assertIsNone(self.review()["questions"][0]["key"], "one student has two days more")
        with later(days=7):
            first, second = self.review()["questions"]
        self.assertEqual(first["key"], self.right(self.latitude)["answers"])
        self.assertEqual(second["key"], {"q": [opaque(f"{self.row(self.sign).seed}|q", "sw")]})
        self.assertIn("cos", first["solution"])
        self.assertNotIn("[[", first["solution"])

    def test_each_thing_can_be_kept_back(self) -> None:
        never = dict.fromkeys(("score", "right", "answers", "key", "solution", "words"), "never")
        self.taken(shows=never)
        with later(days=30):
            told = self.review()
        bare = {"shown": None, "answers": None, "key": None, "state": "", "won": None, "solution": "", "words": []}
        for question in told["questions"]:
            self.assertEqual({name: question[name] for name in bare}, bare)
            self.assertEqual((question["fields"], question["comment"], question["tried"]), ({}, "", []))
        self.assertIsNone(told["points"])
        self.assertIsNone(Score.objects.get(cell__graded_item__item=self.quiz).released_at)

    def test_by_hand_is_shown_when_its_teacher_says_so(self) -> None:
        self.taken(shows={"score": "by_hand", "key": "by_hand"})
        self.assertIsNone(self.student.get(f"{self.at}/quiz").json()["attempts"][0]["points"])
        self.refused(self.student.send("PUT", f"{self.at}/quiz-shown", {"on": True}), 403, "course.teachers_only")
        told = self.teacher.send("PUT", f"{self.at}/quiz-shown", {"on": True}).json()
        self.assertTrue(told["shown_by_hand"])
        self.assertEqual(self.student.get(f"{self.at}/quiz").json()["attempts"][0]["points"], "3")
        self.assertIsNotNone(self.review()["questions"][0]["key"])

    def test_scores_come_out_by_themselves_when_it_is_due(self) -> None:
        self.taken(shows={"score": "due"})
        self.assertIsNone(Score.objects.get(cell__graded_item__item=self.quiz).released_at)
        show_due_scores(AT)
        self.assertIsNone(Score.objects.get(cell__graded_item__item=self.quiz).released_at)
        with later(days=7) as at:
            show_due_scores(at)
        self.assertIsNotNone(Score.objects.get(cell__graded_item__item=self.quiz).released_at)

    def test_after_the_last_attempt(self) -> None:
        self.taken(shows={"key": "last_attempt"})
        self.assertIsNone(self.review()["questions"][0]["key"])
        self.begin()
        self.hand_in(number=2)
        self.assertIsNotNone(self.review()["questions"][0]["key"])

    def test_what_the_gradebook_holds_is_not_told_by_the_marks_of_questions(self) -> None:
        GradedItem.objects.update_or_create(item=self.quiz, defaults={"course": self.course, "hold": True})
        self.taken()
        told = self.review()
        self.assertIsNone(told["points"])
        self.assertEqual([q["state"] for q in told["questions"]], ["", ""])

    def test_an_attempt_under_way_has_no_review(self) -> None:
        self.set()
        self.begin()
        path = f"{self.at}/quiz/attempts/1/review"
        self.refused(self.student.get(path), 409, "quiz.still_open")
        self.refused(Caller(BEHIND).get(path), 404, "quiz.no_such_attempt")


class Doors(QuizCase):
    """Keys, other people's numbers, solutions, more time: in no answer of the server."""

    def answers_of_all_doors(self) -> list[str]:
        """Everything that a taking student can ask for, as it comes over the wire."""
        row, number = self.row(self.latitude), 1
        said = [
            self.student.get(f"{self.at}/quiz"),
            self.student.get(f"{self.at}/quiz/attempts/1?holder={TAB}"),
            self.student.send("PUT", f"{self.at}/quiz/holder", {"number": number, "holder": TAB}),
            self.save(self.wrong(self.latitude, "1.5"), self.wrong(self.sign)),
            self.student.send(
                "POST", f"{self.at}/quiz/read", {"number": number, "question": row.pk, "answers": {"a": "2 cos(3)"}}
            ),
            self.student.send(
                "POST", f"{self.at}/quiz/attempts/1/fresh", {"question": row.pk, "nonce": "n", "answers": {"a": "1.5"}}
            ),
            self.student.get(f"{self.at}"),
            self.student.get(f"{COURSE}/weeks/7"),
            self.student.get("/today"),
            self.student.get(f"{COURSE}/search?q=negative"),
            self.student.get(f"{COURSE}/standing"),
            self.hand_in(),
            self.student.get(f"{self.at}/quiz/attempts/1/review"),
            self.student.get(f"{self.at}/quiz"),
        ]
        for one in said:
            self.assertLess(one.status_code, 300, one.content[:300])
        return [one.content.decode() for one in said]

    def test_no_answer_tells_a_key_a_solution_or_a_secret(self) -> None:
        self.set(shows={"key": "due", "solution": "due", "words": "due"})
        self.begin()
        key = str(self.right(self.latitude)["answers"]["a"])
        attempt, rows = self.attempt(), list(AttemptQuestion.objects.filter(attempt__item=self.quiz))
        secrets = [
            key,
            attempt.secret,
            *(row.seed for row in rows),
            "d cos(az)",
            "That is the departure",
            "negative directions",
            '"right": true',
            "Both are positive",
        ]
        for told in self.answers_of_all_doors():
            for secret in secrets:
                self.assertNotIn(secret, told)
            # The names that options have in the question would say which is which.
            self.assertIsNone(re.search(r'"name":\s*"(sw|ne|se|nw)"', told))

    def test_questions_are_told_to_nobody_before_they_begin(self) -> None:
        self.set()
        for path in (f"{self.at}", f"{self.at}/quiz", f"{COURSE}/search?q=quadrant", f"{COURSE}/weeks/7"):
            told = self.student.get(path).content.decode()
            self.assertNotIn("quadrant are both", told)
            self.assertNotIn("Signs by quadrant", told)
        for path in ("/quiz-setup", "/quiz-preview", "/quiz-class", f"/quiz-questions/{self.sign}/rescoring"):
            self.assertEqual(self.student.get(self.at + path).status_code, 403, path)

    def test_nobody_reaches_another_ones_attempt(self) -> None:
        self.set()
        self.begin()
        other = Caller(BEHIND)
        for path in ("/quiz/attempts/1", "/quiz/attempts/1/review", f"/quiz-class/{self.student.person.pk}/1"):
            self.assertIn(other.get(self.at + path).status_code, (403, 404), path)
        receipt = self.hand_in().json()["number"]
        self.refused(other.get(f"/quiz-receipts/{receipt}"), 404, "receipt.none")

    def test_the_clock_of_a_browser_moves_nothing(self) -> None:
        self.set()
        self.begin()
        ends = self.attempt().ends_at
        body = {"number": 1, "holder": TAB, "given": [self.right(self.sign)], "now": "2020-01-01T00:00:00Z"}
        headers = {"Date": "Wed, 01 Jan 2020 00:00:00 GMT", "As-On": "2026-10-01T10:00", "Idempotency-Key": "k"}
        path = f"/api{self.at}/quiz/answers"
        with later(minutes=21):
            told = self.student.client.put(path, json.dumps(body), content_type="application/json", headers=headers)
        self.assertTrue(told.json()["over"])
        self.assertEqual((self.attempt().ends_at, self.row(self.sign).answers), (ends, {}))

    def test_a_locked_quiz_is_begun_by_no_address(self) -> None:
        self.set()
        opens = {"opens": {"on": "absolute", "wall": "2026-10-09T10:00"}}
        type(self.quiz).objects.filter(pk=self.quiz.pk).update(moments=opens)
        self.refused(self.begin(), 403, "item.not_open")
        self.refused(self.student.get(f"{self.at}/quiz"), 403, "item.not_open")
        self.assertFalse(QuizAttempt.objects.filter(item=self.quiz).exists())

    def test_fresh_numbers_only_where_they_tell_nothing(self) -> None:
        essay = self.question("Why closed", ESSAY)
        self.set(essay)
        self.begin()
        for question, status in ((self.latitude, 200), (self.sign, 409), (essay, 409)):
            body = {"question": self.row(question).pk, "nonce": "one"}
            told = self.student.send("POST", f"{self.at}/quiz/attempts/1/fresh", body)
            self.assertEqual(told.status_code, status, told.content[:200])
        own = self.student.get(f"{self.at}/quiz/attempts/1").json()["questions"][0]["shown"]["text"]
        seen = set()
        for nonce in "abcdefgh":
            body = {"question": self.row(self.latitude).pk, "nonce": nonce}
            told = self.student.send("POST", f"{self.at}/quiz/attempts/1/fresh", body).json()
            self.assertNotEqual(told["shown"]["text"], own)
            seen.add(told["shown"]["text"])
        self.assertGreater(len(seen), 6)


class Clockless(QuizCase):
    def test_without_a_limit_it_is_handed_in_when_it_closes(self) -> None:
        closes = {"closes": {"on": "absolute", "wall": "2026-10-07T11:00"}}
        type(self.quiz).objects.filter(pk=self.quiz.pk).update(moments=closes)
        self.set(minutes=None)
        self.begin()
        self.assertEqual(self.attempt().ends_at, AT + timedelta(minutes=40))
