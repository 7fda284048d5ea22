"""A quiz taken through the API: begun, answered, checked, handed in; by the clock, from two windows, on a bad line."""

from __future__ import annotations

from tests.base import BEHIND, Caller
from tests.cases import READING

from apps.path.models import Fact
from apps.questions.models import BankQuestion, TaughtIn
from apps.quizzes.models import AttemptQuestion, QuizAttempt, Try
from apps.quizzes.tests.cases import AT, ESSAY, OTHER_TAB, TAB, QuizCase, later


class Beginning(QuizCase):
    def test_the_rules_stand_there_before_anything_is_begun(self) -> None:
        self.set(tries=2, try_cost="0.5")
        told = self.student.get(f"{self.at}/quiz").json()
        self.assertEqual(
            (told["questions"], told["points"], told["minutes"], told["tries"], told["attempts_left"]),
            (2, "5", 20, 2, 2),
        )
        self.assertTrue(told["can_begin"], told["why_not"])
        said = {one["what"]: one["words"] for one in told["shows"]}
        self.assertEqual(said["right"], "Right or wrong: as soon as an answer is checked.")
        self.assertIn("once it is due for everybody, ", said["key"])

    def test_what_is_begun_has_numbers_of_its_own_that_stay(self) -> None:
        self.set()
        first = self.begin().json()
        self.assertEqual([q["name"] for q in first["questions"]], ["Latitude of a leg", "Signs by quadrant"])
        self.assertNotIn("[[", first["questions"][0]["shown"]["text"])
        again = self.student.get(f"{self.at}/quiz/attempts/1?holder={TAB}").json()
        self.assertEqual(again["questions"], first["questions"])
        other = self.begin(Caller(BEHIND)).json()
        self.assertNotEqual(other["questions"][0]["shown"], first["questions"][0]["shown"])

    def test_beginning_twice_is_one_attempt_and_takes_it_along(self) -> None:
        self.set()
        self.begin()
        second = self.begin(holder=OTHER_TAB).json()
        self.assertEqual((second["number"], second["held"]), (1, True))
        self.assertEqual(QuizAttempt.objects.filter(item=self.quiz).count(), 1)
        self.refused(self.save(self.right(self.sign)), 409, "quiz.elsewhere")

    def test_what_keeps_from_beginning_is_said(self) -> None:
        self.refused(self.begin(), 409, "quiz.empty")
        self.set(code="Plumb bob")
        self.refused(self.begin(), 422, "quiz.code_wrong")
        self.refused(self.begin(code="plumb"), 422, "quiz.code_wrong")
        self.assertEqual(self.begin(code=" plumb BOB ").status_code, 200)

    def test_attempts_run_out_and_an_allowance_adds_to_them(self) -> None:
        self.set(attempts=1)
        self.begin()
        self.hand_in()
        self.refused(self.begin(), 409, "quiz.no_attempt_left")
        self.assertEqual(self.student.get(f"{self.at}/quiz").json()["attempts_left"], 0)

    def test_once_the_key_lies_open_nobody_begins(self) -> None:
        self.set()
        with later(days=20):
            self.refused(self.begin(), 409, "quiz.key_is_out")
            self.assertIn("lie open", self.student.get(f"{self.at}/quiz").json()["why_not"])

    def test_questions_of_a_bank_are_drawn_and_a_bank_that_shrank_is_told(self) -> None:
        for n in range(4):
            self.question(f"Essay {n}", ESSAY)
        wish = {"slots": [{"bank": self.bank, "count": 4, "points": "1"}]}
        self.assertEqual(self.set(**wish).json()["total"], "4")
        self.assertEqual(len({q["id"] for q in self.begin().json()["questions"]}), 4)
        for found in self.teacher.get(f"/courses/srv-110/banks/{self.bank}").json()["questions"][:3]:
            self.teacher.send("DELETE", f"/courses/srv-110/bank-questions/{found['id']}")
        self.refused(self.begin(Caller(BEHIND)), 409, "quiz.short")
        self.assertFalse(QuizAttempt.objects.filter(person__username=BEHIND, item=self.quiz).exists())

    def test_a_begun_attempt_keeps_its_edition(self) -> None:
        self.set()
        shown = self.begin().json()["questions"][0]["shown"]
        self.correct(self.latitude, {**ESSAY, "text": "<p>Something else entirely</p>"})
        again = self.student.get(f"{self.at}/quiz/attempts/1").json()
        self.assertEqual(again["questions"][0]["shown"], shown)

    def test_what_a_teacher_changes_meanwhile_is_there_at_the_next_look(self) -> None:
        self.set()
        self.begin()
        at = f"{self.at}/quiz/attempts/1"
        before = self.student.get(at).json()
        self.assertEqual(before["questions"][0]["taught_in"], [])
        row = BankQuestion.objects.get(pk=self.latitude)
        TaughtIn.objects.create(question=row, item=self.item(READING), seconds=95)
        self.assertEqual(
            self.student.get(at).json()["questions"][0]["taught_in"],
            [{"item_id": self.item(READING).pk, "title": READING, "seconds": 95}],
        )
        self.assertEqual((before["back"], self.set(back=False).status_code), (True, 200))
        self.assertFalse(self.student.get(at).json()["back"])


class Answering(QuizCase):
    def test_each_answer_is_kept_and_acknowledged(self) -> None:
        self.set()
        self.begin()
        given = self.wrong(self.latitude, "12.5")
        told = self.save(given).json()
        self.assertEqual([(q["state"], q["seq"]) for q in told["questions"]], [("saved", 1)])
        read = self.student.get(f"{self.at}/quiz/attempts/1").json()["questions"][0]
        self.assertEqual((read["answers"], read["fields"]["a"]["latex"]), ({"a": "12.5"}, "12.5"))
        started = Fact.objects.get(item=self.quiz, person=self.student.person, kind=Fact.STARTED)
        self.assertEqual(
            started.detail,
            {"attempt": 1, "of": 2, "answered": 1, "questions": 2, "ends": int(AT.timestamp()) + 1200},
        )

    def test_what_comes_late_on_a_bad_line_overwrites_nothing(self) -> None:
        self.set()
        self.begin()
        self.save(self.wrong(self.latitude, "2", seq=7))
        self.save(self.wrong(self.latitude, "1", seq=6))
        self.assertEqual(self.row(self.latitude).answers, {"a": "2"})

    def test_several_that_waited_are_kept_in_their_order(self) -> None:
        self.set()
        self.begin()
        self.save(
            self.wrong(self.latitude, "1", seq=1), self.wrong(self.sign, seq=1), self.wrong(self.latitude, "3", seq=2)
        )
        self.assertEqual(self.row(self.latitude).answers, {"a": "3"})
        self.assertTrue(self.row(self.sign).answers)

    def test_another_window_is_told_and_can_take_over(self) -> None:
        self.set()
        self.begin()
        self.refused(self.save(self.wrong(self.latitude), holder=OTHER_TAB), 409, "quiz.elsewhere")
        self.refused(self.hand_in(holder=OTHER_TAB), 409, "quiz.elsewhere")
        body = {"number": 1, "holder": OTHER_TAB}
        self.assertTrue(self.student.send("PUT", f"{self.at}/quiz/holder", body).json()["held"])
        self.assertEqual(self.save(self.wrong(self.latitude), holder=OTHER_TAB).status_code, 200)
        self.refused(self.save(self.wrong(self.latitude, seq=2)), 409, "quiz.elsewhere")

    def test_nobody_writes_into_what_is_not_theirs(self) -> None:
        self.set()
        self.begin()
        self.begin(Caller(BEHIND), holder="tab-of-the-other")
        theirs = AttemptQuestion.objects.filter(attempt__person__username=BEHIND).first()
        assert theirs is not None
        given = {"question": theirs.pk, "answers": {"a": "1"}, "seq": 1}
        self.refused(self.save(given), 404, "quiz.no_such_question_here")
        self.refused(self.save(given, number=2), 404, "quiz.no_such_attempt")

    def test_a_try_costs_and_a_form_error_does_not(self) -> None:
        self.set(tries=3, try_cost="1")
        self.begin()
        broken = self.check(self.wrong(self.latitude, "64.18 cos(131°40'")).json()
        self.assertTrue(broken["form_errors"])
        self.assertEqual((broken["question"]["state"], broken["question"]["tries_left"]), ("form", 3))
        self.assertIn("never closes", broken["question"]["fields"]["a"]["error"]["words"])
        wrong = self.check(self.wrong(self.latitude, "1.234", seq=2)).json()["question"]
        self.assertEqual((wrong["state"], wrong["tries_left"], wrong["won"]), ("wrong", 2, None))
        self.refused(self.check(self.wrong(self.latitude, "1.234", seq=2)), 422, "quiz.same_answer")
        right = self.check(self.right(self.latitude, seq=3)).json()["question"]
        self.assertEqual((right["state"], right["won"], right["settled"]), ("right", "2", True))
        self.refused(self.check(self.right(self.latitude, seq=4)), 409, "quiz.no_try_left")
        self.hand_in()
        self.assertEqual(self.review()["points"], "2")
        self.assertEqual(Try.objects.filter(question__attempt__item=self.quiz).count(), 2)

    def test_a_word_is_said_to_an_answer_that_was_foreseen(self) -> None:
        self.set(tries=2)
        self.begin()
        told = self.check(self.wrong(self.sign)).json()["question"]
        self.assertEqual((told["state"], told["words"]), ("wrong", ["Both are positive there."]))

    def test_without_tries_nothing_is_checked(self) -> None:
        self.set()
        self.begin()
        self.refused(self.check(self.right(self.latitude)), 422, "quiz.no_checking")

    def test_where_there_is_no_way_back_only_one_question_is_told(self) -> None:
        self.set(back=False)
        first = self.begin().json()
        self.assertEqual([q["shown"] is not None for q in first["questions"]], [True, False])
        self.save(self.right(self.sign))
        self.assertEqual(self.row(self.sign).answers, {}, "it is not its turn")
        body = {"number": 1, "holder": TAB, "seen": 0}
        second = self.student.send("POST", f"{self.at}/quiz/next", body).json()
        self.assertEqual([q["shown"] is not None for q in second["questions"]], [False, True])
        self.student.send("POST", f"{self.at}/quiz/next", body)
        self.assertEqual(self.attempt().at, 1, "the same wish twice goes on once")
        self.save(self.right(self.latitude))
        self.assertEqual(self.row(self.latitude).answers, {})

    def test_what_is_read_back_is_the_same_for_right_and_wrong(self) -> None:
        self.set()
        self.begin()
        row, right = self.row(self.latitude), self.right(self.latitude)["answers"]["a"]
        told = [
            self.student.send(
                "POST", f"{self.at}/quiz/read", {"number": 1, "question": row.pk, "answers": {"a": text}}
            ).json()["fields"]["a"]
            for text in (right, "1.234")
        ]
        self.assertEqual([one["error"] for one in told], [None, None])
        self.assertEqual(told[0]["latex"].replace(right.lstrip("-"), "1.234").lstrip("-"), told[1]["latex"])
