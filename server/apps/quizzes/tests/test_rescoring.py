"""Corrected keys, rulings, rooms, setting, copying."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, Caller

from apps.courses.models import Course
from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.layout.models import Item
from apps.notices.models import Notice
from apps.quizzes.models import Quiz, QuizAttempt, Rescoring, RoomPlace
from apps.quizzes.tests.cases import COURSE, LATITUDE, QuizCase, later

DEPARTURE = {
    **LATITUDE,
    "fields": [
        {
            "name": "a",
            "asked": {
                "kind": "number",
                "keys": [{"text": "d sin(az)"}],
                "tolerance": {"nearness": "decimals", "amount": "3"},
            },
        }
    ],
}


class Rescored(QuizCase):
    """Two answer; the key asked for the latitude, and it should have been the departure."""

    def setUp(self) -> None:
        super().setUp()
        self.set()
        self.other = Caller(BEHIND)
        self.begin()
        self.begin(self.other)
        self.save(self.right(self.latitude), self.right(self.sign))
        self.save(self.right(self.sign, who=self.other), who=self.other)
        self.hand_in()
        self.hand_in(who=self.other)
        self.path = f"{self.at}/quiz-questions/{self.latitude}/rescoring"

    def points(self) -> list[str]:
        rows = QuizAttempt.objects.filter(item=self.quiz).order_by("pk")
        return [f"{row.raw.normalize():f}" for row in rows if row.raw is not None]

    def scores(self) -> list[str]:
        rows = Score.objects.filter(cell__graded_item__item=self.quiz).order_by("cell__pk")
        return [f"{row.raw.normalize():f}" for row in rows]

    def test_who_moves_is_shown_before_anything_is_done(self) -> None:
        self.correct(self.latitude, DEPARTURE)
        told = self.teacher.get(self.path).json()
        self.assertEqual((told["edition"], told["answered"], told["others"]), (2, 2, 0))
        self.assertEqual(
            told["moves"],
            [
                {
                    "person": self.student.person.name,
                    "number": 1,
                    "before": "3",
                    "after": "0",
                    "raw_before": "5",
                    "raw_after": "2",
                }
            ],
        )
        self.assertEqual(self.points(), ["5", "2"])
        newer = {q["name"]: q["newer"] for q in self.teacher.get(f"{self.at}/quiz-class").json()["by_question"]}
        self.assertEqual(newer, {"Latitude of a leg": 2, "Signs by quadrant": None})

    def test_it_is_done_and_set_back_in_one_press(self) -> None:
        self.correct(self.latitude, DEPARTURE)
        told = self.teacher.send("POST", self.path, {"edition": 2}).json()
        self.assertEqual((self.points(), self.scores()), (["2", "2"], ["2", "2"]))
        self.assertTrue(self.review()["questions"][0]["corrected"])
        made = told["by_question"][0]["rescorings"][0]
        self.assertEqual((made["edition"], made["moved"], made["set_back_at"]), (2, 1, None))
        path = f"{self.at}/quiz-rescorings/{made['id']}"
        self.teacher.send("DELETE", path)
        self.assertEqual((self.points(), self.scores()), (["5", "2"], ["5", "2"]))
        self.refused(self.teacher.send("DELETE", path), 409, "quiz.set_back_already")
        actions = AuditRecord.objects.filter(action__startswith="quiz.rescore").order_by("pk")
        self.assertEqual(list(actions.values_list("action", flat=True)), ["quiz.rescore", "quiz.rescore.undone"])

    def test_another_edition_than_the_one_that_was_looked_at_is_refused(self) -> None:
        self.correct(self.latitude, DEPARTURE)
        self.refused(self.teacher.send("POST", self.path, {"edition": 1}), 409, "quiz.no_edition")
        self.correct(self.latitude, LATITUDE)
        self.refused(self.teacher.send("POST", self.path, {"edition": 3}), 409, "quiz.nothing_to_rescore")

    def test_answers_to_other_numbers_keep_their_key(self) -> None:
        changed: dict[str, Any] = {**DEPARTURE, "parameters": [
            {**DEPARTURE["parameters"][0], "drawn": {"kind": "range", "least": "500", "most": "900", "step": "0.01"}},
            DEPARTURE["parameters"][1],
        ]}  # fmt: skip
        self.correct(self.latitude, changed)
        told = self.teacher.get(self.path).json()
        self.assertEqual((told["others"], told["moves"]), (2, []))

    def test_what_a_person_gave_in_the_gradebook_stands(self) -> None:
        score = Score.objects.get(cell__person=self.student.person, cell__graded_item__item=self.quiz)
        score.graded_by, score.raw = self.teacher.person, 4
        score.save()
        self.correct(self.latitude, DEPARTURE)
        self.teacher.send("POST", self.path, {"edition": 2})
        score.refresh_from_db()
        self.assertEqual(score.raw, 4)

    def test_taken_out_and_given_to_all(self) -> None:
        path = f"{self.at}/quiz-questions/{self.sign}/ruling"
        self.teacher.send("PUT", path, {"kind": "out", "why": "Two quadrants fit"})
        self.assertEqual(self.points(), ["5", "0"])
        seen = self.review()["questions"][1]
        self.assertEqual((seen["ruling"], seen["why"]), ("out", "Two quadrants fit"))
        first = f"{self.at}/quiz-questions/{self.latitude}/ruling"
        self.teacher.send("PUT", path, {"kind": ""})
        self.teacher.send("PUT", first, {"kind": "all"})
        self.assertEqual(self.points(), ["5", "5"])
        self.teacher.send("PUT", first, {"kind": ""})
        self.assertEqual((self.points(), self.scores()), (["5", "2"], ["5", "2"]))

    def test_assistants_look_and_do_not_decide(self) -> None:
        assistant = Caller(ASSISTANT)
        self.assertEqual(assistant.get(f"{self.at}/quiz-class").status_code, 200)
        self.correct(self.latitude, DEPARTURE)
        self.assertEqual(assistant.send("POST", self.path, {"edition": 2}).status_code, 403)
        ruling = f"{self.at}/quiz-questions/{self.sign}/ruling"
        self.assertEqual(assistant.send("PUT", ruling, {"kind": "all"}).status_code, 403)
        self.assertEqual(Rescoring.objects.count(), 0)

    def test_whose_score_moved_is_not_told_twice_that_it_is_there(self) -> None:
        before = Notice.objects.filter(kind="score").count()
        self.correct(self.latitude, DEPARTURE)
        self.teacher.send("POST", self.path, {"edition": 2})
        self.assertEqual(Notice.objects.filter(kind="score").count(), before)


class Rooms(QuizCase):
    def test_begun_only_by_those_who_are_checked_in(self) -> None:
        self.set(room=True)
        self.refused(self.begin(), 403, "quiz.not_checked_in")
        path = f"{self.at}/quiz-class/{self.student.person.pk}"
        told = self.teacher.send("PUT", f"{path}/here", {"here": True}).json()
        row = next(r for r in told["rows"] if r["person_id"] == self.student.person.pk)
        self.assertEqual((row["here"], row["state"]), (True, "nothing"))
        self.assertEqual(self.begin().status_code, 200)
        self.teacher.send("PUT", f"{path}/here", {"here": False})
        self.assertFalse(RoomPlace.objects.exists())
        self.assertEqual(self.save(self.right(self.sign)).status_code, 200, "who has begun goes on")

    def test_minutes_at_the_table_move_the_clock(self) -> None:
        self.set()
        self.begin()
        ends = self.attempt().ends_at
        path = f"{self.at}/quiz-class/{self.student.person.pk}/minutes"
        self.refused(self.teacher.send("POST", path, {"minutes": 0}), 422, "quiz.no_minutes")
        self.teacher.send("POST", path, {"minutes": 5})
        moved = self.attempt()
        assert moved.ends_at is not None and ends is not None
        self.assertEqual(((moved.ends_at - ends).total_seconds(), moved.extra_minutes), (300, 5))
        with later(minutes=22):
            self.assertFalse(self.save(self.right(self.sign)).json()["over"])

    def test_an_assistant_sees_and_lets_in_their_own_section_only(self) -> None:
        assistant = Caller(ASSISTANT)
        self.set(room=True)
        told = assistant.get(f"{self.at}/quiz-class").json()["rows"]
        self.assertEqual({row["section"] for row in told}, {"section 2"})
        mine = {row["person_id"] for row in told}
        everyone = {row["person_id"] for row in self.teacher.get(f"{self.at}/quiz-class").json()["rows"]}
        stranger = next(iter(everyone - mine))
        refused = assistant.send("PUT", f"{self.at}/quiz-class/{stranger}/here", {"here": True})
        self.assertEqual(refused.status_code, 403)


class Setting(QuizCase):
    def test_the_item_is_worth_what_its_questions_are_worth(self) -> None:
        told = self.set().json()
        self.assertEqual((told["total"], self.item("Quiz 7").points), ("5", 5))
        slots = [{"bank": self.bank, "count": 2, "points": "1.5"}]
        self.assertEqual(self.set(slots=slots).json()["total"], "3")
        self.assertEqual(self.item("Quiz 7").points, 3)

    def test_its_points_are_not_set_beside_its_questions(self) -> None:
        self.set()
        page = self.teacher.get(self.at).json()["row"]
        wish = {"item": {"title": page["title"], "minutes": 20, "points": "9", "required": True, "practice": False}}
        told = self.teacher.send("PUT", f"{self.at}/settings", wish)
        self.refused(told, 422, "quiz.points_of_questions")
        self.assertEqual(self.item("Quiz 7").points, 5)

    def test_what_cannot_be_is_refused_in_a_sentence(self) -> None:
        cases: list[tuple[dict[str, Any], str]] = [
            ({"attempts": 0}, "quiz.attempts"),
            ({"minutes": 0}, "quiz.minutes"),
            ({"tries": 11}, "quiz.tries"),
            ({"try_cost": "-1"}, "quiz.try_cost"),
            ({"attempts": None, "shows": {"key": "last_attempt"}}, "quiz.no_last_attempt"),
            ({"tries": 2, "shows": {"right": "due"}}, "quiz.tries_tell"),
            ({"slots": [{"question": self.sign, "points": "0"}]}, "quiz.slots"),
            ({"slots": [{"points": "1"}]}, "quiz.slots"),
            ({"slots": [{"question": self.sign, "points": "1"}] * 2}, "quiz.twice"),
            ({"slots": [{"bank": self.bank, "count": 9, "points": "1"}]}, "quiz.bank_small"),
        ]
        for change, code in cases:
            with self.subTest(code):
                self.refused(self.set(**change), 422, code)
        self.refused(self.set(slots=[{"question": 10**9, "points": "1"}]), 404, "quiz.no_such_question")
        self.assertIsNone(self.item("Quiz 7").points)

    def test_once_somebody_has_begun_its_questions_stay(self) -> None:
        self.set()
        self.begin()
        self.refused(self.set(slots=[{"question": self.sign, "points": "1"}]), 409, "quiz.with_attempts")
        self.assertEqual(self.set(minutes=30).status_code, 200)

    def test_a_change_is_set_back_like_any_other(self) -> None:
        self.set()
        self.set(minutes=45)
        made = AuditRecord.objects.filter(action="layout.set_quiz").latest("pk")
        self.teacher.send("POST", f"{COURSE}/changes/{made.pk}/undo")
        self.assertEqual(Quiz.objects.get(item=self.quiz).minutes, 20)

    def test_its_questions_are_not_set_back_under_those_who_have_begun(self) -> None:
        self.set(slots=[{"question": self.sign, "points": "1"}])
        self.set()
        made = AuditRecord.objects.filter(action="layout.set_quiz").latest("pk")
        self.begin()
        told = self.teacher.send("POST", f"{COURSE}/changes/{made.pk}/undo")
        self.refused(told, 409, "quiz.with_attempts")
        self.assertEqual(self.item("Quiz 7").points, 5)

    def test_where_a_question_is_used(self) -> None:
        self.set()
        path = f"{COURSE}/bank-questions/{self.sign}/uses"
        told = {"item_id": self.quiz.pk, "title": "Quiz 7", "drawn": False, "put": 0}
        self.assertEqual(self.teacher.get(path).json()["uses"], [told])
        self.set(slots=[{"bank": self.bank, "count": 1, "points": "1"}])
        self.assertEqual(self.teacher.get(path).json()["uses"], [{**told, "drawn": True}])
        self.assertEqual(self.student.get(path).status_code, 403)

    def test_assistants_do_not_set_it(self) -> None:
        self.assertEqual(self.set(who=Caller(ASSISTANT)).status_code, 403)
        self.assertEqual(Caller(ASSISTANT).get(f"{self.at}/quiz-setup").status_code, 200)

    def test_the_preview_has_keys_and_is_nobodys(self) -> None:
        self.set()
        first = self.teacher.get(f"{self.at}/quiz-preview?seed=1").json()["questions"]
        second = self.teacher.get(f"{self.at}/quiz-preview?seed=2").json()["questions"]
        self.assertEqual([q["name"] for q in first], ["Latitude of a leg", "Signs by quadrant"])
        self.assertTrue(first[0]["key"]["a"])
        self.assertNotEqual(first[0]["shown"], second[0]["shown"])
        self.assertFalse(QuizAttempt.objects.filter(item=self.quiz).exists())


class Copying(QuizCase):
    def test_a_copy_of_the_course_puts_its_own_questions(self) -> None:
        self.set()
        wish = {"title": "Plane Surveying again", "code": "SRV 111"}
        told = self.teacher.send("POST", f"{COURSE}/copy", wish).json()
        copy = Course.objects.get(slug=told["slug"])
        item = Item.objects.get(course=copy, title="Quiz 7")
        slots = Quiz.objects.get(item=item).questions
        self.assertEqual([slot["points"] for slot in slots], ["3", "2"])
        self.assertFalse({slot["question"] for slot in slots} & {self.latitude, self.sign}, "none of the old course")
        preview = Caller(INSTRUCTOR).get(f"/courses/{copy.slug}/items/{item.pk}/quiz-preview").json()
        self.assertEqual([q["name"] for q in preview["questions"]], ["Latitude of a leg", "Signs by quadrant"])

    def test_what_was_taken_out_of_its_bank_stays_behind_with_its_points(self) -> None:
        self.set()
        self.teacher.send("DELETE", f"{COURSE}/bank-questions/{self.sign}")
        told = self.teacher.send("POST", f"{COURSE}/copy", {"title": "Again", "code": "SRV 112"}).json()
        item = Item.objects.get(course__slug=told["slug"], title="Quiz 7")
        self.assertEqual((len(Quiz.objects.get(item=item).questions), item.points), (1, 3))

    def test_copied_within_the_course_it_puts_the_same_and_no_attempt_comes_along(self) -> None:
        self.set()
        self.begin()
        self.teacher.send("PUT", f"{self.at}/quiz-shown", {"on": True})
        wish = {"item_id": self.quiz.pk, "into_module": self.quiz.module_id}
        made = self.teacher.send("POST", f"{COURSE}/copy-in", wish)
        self.assertEqual(made.status_code, 200, made.content[:300])
        twin = Quiz.objects.exclude(item=self.quiz).filter(item__course=self.course).latest("pk")
        self.assertEqual((twin.questions, twin.opened_at), (Quiz.objects.get(item=self.quiz).questions, None))
        self.assertFalse(QuizAttempt.objects.filter(item_id=twin.item_id).exists())
