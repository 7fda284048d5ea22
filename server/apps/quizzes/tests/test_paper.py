"""A quiz on paper: sheets with a code, taken in and scored by hand; photographed work against one's own."""

from __future__ import annotations

from io import BytesIO
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from procrastinate.contrib.django.models import ProcrastinateJob
from pypdf import PdfReader
from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.files import PNG
from unvo_core.questions.showing import shown_numbers

from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.path.models import Fact
from apps.questions.models import QuestionEdition
from apps.questions.putting import question_of, version_of
from apps.quizzes.actions import make_sheets
from apps.quizzes.api import sheet_routes
from apps.quizzes.models import PaperSheet, Quiz, QuizAttempt
from apps.quizzes.tests.cases import LATITUDE, QuizCase, later

SHOWN_BY_HAND = dict.fromkeys(("score", "right", "answers", "key", "solution", "words"), "by_hand")


def text_of(answer: Any) -> str:
    return " ".join(page.extract_text() for page in PdfReader(BytesIO(answer.content)).pages)


class PaperCase(QuizCase):
    def sheets(self, who: Caller | None = None) -> dict[str, Any]:
        return dict((who or self.teacher).get(f"{self.at}/quiz-sheets").json())

    def make(self) -> Any:
        return self.teacher.send("POST", f"{self.at}/quiz-sheets")

    def sheet(self, who: Caller | None = None) -> PaperSheet:
        return PaperSheet.objects.get(item=self.quiz, person=(who or self.student).person)

    def score(self, code: str, *points: str | None, who: Caller | None = None, seen: Any = (None, None)) -> Any:
        scores = [{"position": n, "points": p, "seen": seen[n]} for n, p in enumerate(points)]
        return (who or self.teacher).send("PUT", f"{self.at}/quiz-sheets/of/{code}", {"scores": scores})

    def printed(self, what: str = "sheets", who: Caller | None = None, part: int = 1) -> Any:
        return (who or self.teacher).get(f"{self.at}/quiz-sheets/print/{part}?what={what}")

    def numbers(self, sheet: PaperSheet) -> dict[str, str]:
        one = next(q for q in sheet.questions if q["question"] == self.latitude)
        edition = sheet_edition(one["edition"])
        return shown_numbers(edition, version_of(edition, one["seed"]))


def sheet_edition(pk: int) -> Any:
    return question_of(QuestionEdition.objects.get(pk=pk))


class InARoom(PaperCase):
    def setUp(self) -> None:
        super().setUp()
        self.assertEqual(self.set(paper="room").status_code, 200)

    def test_each_has_a_sheet_with_a_code_and_numbers_of_their_own(self) -> None:
        self.assertEqual(self.sheets()["without"], 8)
        made = self.make().json()
        self.assertEqual((made["left"], len(made["page"]["rows"]), made["page"]["without"]), (0, 8, 0))
        codes = {row["code"] for row in made["page"]["rows"]}
        self.assertEqual(len(codes), 8)
        self.assertGreater(len({self.numbers(s)["d"] for s in PaperSheet.objects.filter(item=self.quiz)}), 4)
        self.assertEqual(self.make().json()["left"], 0)
        self.assertEqual(PaperSheet.objects.filter(item=self.quiz).count(), 8, "who has a sheet gets no other one")

    def test_a_large_class_is_made_some_at_a_time(self) -> None:
        with mock.patch.object(make_sheets, "AT_A_TIME", 3):
            self.assertEqual([self.make().json()["left"] for _ in range(3)], [5, 2, 0])

    def test_the_printed_set_reads_back(self) -> None:
        self.make()
        sheet = self.sheet()
        with mock.patch.object(sheet_routes, "SHEETS_IN_A_FILE", 5):
            text = " ".join(text_of(self.printed(part=part)) for part in (1, 2))
            self.assertEqual(self.printed(part=3).status_code, 404)
        self.assertIn(sheet.code, text)
        self.assertIn(sheet.person.name, text)
        own = self.numbers(sheet)
        self.assertIn(f"A line runs {own['d']} m at an azimuth of {own['az']}.", " ".join(text.split()))
        self.assertIn("Tick one.", text)
        self.assertEqual(text.count("Question 1"), 8)

    def test_the_key_has_what_is_right_on_each_sheet_and_the_sheets_have_not(self) -> None:
        self.make()
        sheet = self.sheet()
        read = self.teacher.get(f"{self.at}/quiz-sheets/of/{sheet.code}").json()
        key = read["questions"][0]["key"]["a"]
        keys = text_of(self.printed("key"))
        self.assertIn(key, keys)
        self.assertIn(sheet.code, keys)
        self.assertNotIn(key, text_of(self.printed()))
        self.assertIn("South and west", text_of(self.printed("worked")))

    def test_scored_by_hand_against_the_questions(self) -> None:
        self.make()
        code = self.sheet().code
        done = self.score(code.lower().replace("-", " "), "2.5", "2").json()
        self.assertEqual([q["by_hand"] for q in done["questions"]], ["2.5", "2"])
        score = Score.objects.get(cell__person=self.student.person, cell__graded_item__item=self.quiz)
        self.assertEqual(float(score.raw), 4.5)
        row = next(r for r in self.sheets()["rows"] if r["code"] == code)
        self.assertEqual(row["points"], "4.5")
        self.assertTrue(Fact.objects.filter(item=self.quiz, kind=Fact.HANDED_IN).exists())

    def test_taken_in_first_and_scored_later(self) -> None:
        self.make()
        code = self.sheet().code
        self.assertEqual(self.score(code).status_code, 200)
        self.assertEqual(self.attempt().how, QuizAttempt.PAPER)
        self.assertIsNone(self.attempt().raw)
        self.score(code, "3", None)
        self.assertIsNone(self.attempt().raw, "one question waits")
        self.score(code, "3", "1", seen=("3", None))
        self.assertEqual(float(self.attempt().raw or 0), 4)
        mails = ProcrastinateJob.objects.filter(task_name="notices.send_mail").values_list("args", flat=True)
        self.assertTrue(any(code in str(args) for args in mails), "its student has a receipt by mail")

    def test_points_out_of_bounds_take_nothing_in(self) -> None:
        self.make()
        refused = self.score(self.sheet().code, "3.5", "2")
        self.refused(refused, 422, "quiz.points_above")
        self.assertFalse(QuizAttempt.objects.filter(item=self.quiz).exists())

    def test_two_who_score_one_sheet_see_each_other(self) -> None:
        self.make()
        code = self.sheet().code
        self.score(code, "1", "2")
        refused = self.score(code, "3", "2")
        self.assertEqual(self.refused(refused, 409, "quiz.read_meanwhile")["points"], "1.00")

    def test_an_unknown_code_says_so(self) -> None:
        self.make()
        self.refused(self.score("ZZZ-ZZZ", "1"), 404, "quiz.no_such_sheet")

    def test_a_student_reads_nothing_before_and_begins_nothing_on_the_screen(self) -> None:
        self.set(paper="room", shows=SHOWN_BY_HAND)
        self.make()
        mine = self.student.get(f"{self.at}/quiz").json()
        self.assertEqual((mine["paper"], mine["sheet"], mine["can_begin"]), ("room", None, False))
        self.assertEqual(mine["why_not"], "This quiz is held on paper.")
        self.refused(self.begin(), 409, "quiz.on_paper")
        self.refused(self.student.send("POST", f"{self.at}/quiz/sheet"), 409, "quiz.on_paper")
        self.assertEqual(self.student.get(f"{self.at}/quiz/sheet.pdf").status_code, 403)
        self.assertEqual(self.student.get(f"{self.at}/quiz/sheet.pdf?what=key").status_code, 403)
        self.score(self.sheet().code, "3", "2")
        self.assertEqual(self.student.get(f"{self.at}/quiz/sheet.pdf").status_code, 403)
        self.teacher.send("PUT", f"{self.at}/quiz-shown", {"on": True})
        self.assertIn(self.sheet().code, text_of(self.student.get(f"{self.at}/quiz/sheet.pdf")))
        self.assertIn("cos", text_of(self.student.get(f"{self.at}/quiz/sheet.pdf?what=key")))
        won = [q["won"] for q in self.review()["questions"]]
        self.assertEqual((won, [q["state"] for q in self.review()["questions"]]), (["3", "2"], ["right", "right"]))

    def test_questions_stay_while_sheets_are_out_and_change_once_they_are_thrown_away(self) -> None:
        self.make()
        refused = self.set(self.question("Another", LATITUDE), paper="room")
        self.refused(refused, 409, "quiz.with_sheets")
        self.refused(self.set(paper=""), 409, "quiz.with_sheets")
        self.score(self.sheet().code)
        left = self.teacher.send("DELETE", f"{self.at}/quiz-sheets").json()
        self.assertEqual(len(left["rows"]), 1, "the one that was taken in stays")
        self.refused(self.set(paper=""), 409, "quiz.with_attempts")

    def test_a_formula_of_the_text_stands_on_the_sheet(self) -> None:
        formula = '<p>Use <span data-type="inline-math" data-latex="a^2+b^2"></span> for [[d]] and [[az]].</p>'
        self.correct(self.latitude, {**LATITUDE, "text": formula})
        self.make()
        self.assertIn("Use a^2+b^2 for", text_of(self.printed()))

    def test_a_corrected_question_leaves_the_sheet_as_it_was_printed(self) -> None:
        self.make()
        self.correct(self.latitude, {**LATITUDE, "text": "<p>Other words for [[d]] and [[az]].</p>"})
        self.assertIn("A line runs", text_of(self.printed()))

    def test_an_assistant_of_a_section_makes_and_scores_their_own(self) -> None:
        assistant = Caller(ASSISTANT)
        made = assistant.send("POST", f"{self.at}/quiz-sheets").json()["page"]
        self.assertEqual((made["students"], len(made["rows"])), (4, 4))
        self.make()
        mine = {row["code"] for row in made["rows"]}
        other = PaperSheet.objects.filter(item=self.quiz).exclude(code__in=mine)[0]
        self.assertEqual(self.score(other.code, "1", "1", who=assistant).status_code, 403)
        self.assertEqual(self.score(next(iter(mine)), "1", "1", who=assistant).status_code, 200)

    def test_a_copy_of_the_course_is_on_paper_too_and_has_no_sheets_yet(self) -> None:
        self.make()
        told = self.teacher.send("POST", "/courses/srv-110/copy", {"title": "Again", "code": "SRV 113"}).json()
        copied = Quiz.objects.get(item__course__slug=told["slug"], item__title="Quiz 7")
        self.assertEqual((copied.paper, len(copied.questions)), ("room", 2))
        page = Caller(INSTRUCTOR).get(f"/courses/{told['slug']}/items/{copied.item_id}/quiz-sheets").json()
        self.assertEqual((page["rows"], page["without"]), ([], 0))

    def test_what_was_done_stands_in_the_log(self) -> None:
        self.make()
        self.score(self.sheet().code, "1", "1")
        done = set(AuditRecord.objects.filter(action__startswith="quiz.").values_list("action", flat=True))
        self.assertLessEqual({"quiz.make_sheets", "quiz.hand_in", "quiz.read"}, done)

    def test_it_is_done_when_it_is_scored_not_when_something_is_handed_in(self) -> None:
        self.quiz.refresh_from_db()
        self.assertEqual((self.quiz.takes_hand_ins, self.quiz.done_rule), (False, "scored"))
        self.set(paper="")
        self.quiz.refresh_from_db()
        self.assertTrue(self.quiz.takes_hand_ins)

    def test_paper_is_not_checked_before_it_is_handed_in(self) -> None:
        self.refused(self.set(paper="room", tries=2), 422, "quiz.paper_tries")


class AtHome(PaperCase):
    def setUp(self) -> None:
        super().setUp()
        self.assertEqual(self.set(paper="home", attempts=1).status_code, 200)

    def take(self, who: Caller | None = None) -> Any:
        return (who or self.student).send("POST", f"{self.at}/quiz/sheet")

    def photo(self, name: str = "page.png") -> Any:
        file = SimpleUploadedFile(name, PNG)
        return self.student.send("POST", f"{self.at}/quiz/sheet/photos", file=file)

    def test_a_sheet_is_taken_photographed_handed_in_and_scored(self) -> None:
        code = self.take().json()["code"]
        self.assertEqual(self.take().json()["code"], code, "it stays the same however often it is asked for")
        printed = text_of(self.student.get(f"{self.at}/quiz/sheet.pdf"))
        self.assertIn(code, printed)
        key = self.teacher.get(f"{self.at}/quiz-sheets/of/{code}").json()["questions"][0]["key"]["a"]
        told = self.student.get(f"{self.at}/quiz").content.decode() + printed
        self.assertNotIn(key, told, "neither the sheet nor its page tells what is right")
        empty = self.student.send("POST", f"{self.at}/quiz/sheet/hand-in")
        self.refused(empty, 422, "quiz.no_photos")
        self.photo("one.png")
        photos = self.photo("two.png").json()["photos"]
        self.assertEqual([p["name"] for p in photos], ["one.png", "two.png"])
        self.student.send("DELETE", f"{self.at}/quiz/sheet/photos/{photos[0]['id']}")
        receipt = self.student.send("POST", f"{self.at}/quiz/sheet/hand-in").json()
        self.assertEqual((receipt["how"], receipt["sheet"], receipt["photos"]), ("paper", code, 1))
        again = self.student.send("POST", f"{self.at}/quiz/sheet/hand-in").json()
        self.assertEqual(again["number"], receipt["number"])
        self.refused(self.photo(), 409, "quiz.no_sheet_open")
        read = self.teacher.get(f"{self.at}/quiz-sheets/of/{code}").json()
        self.assertEqual([p["name"] for p in read["photos"]], ["two.png"])
        address = read["photos"][0]["address"]
        reads = [Caller(who).client.get(address).status_code for who in (KEEPS_UP, INSTRUCTOR, BEHIND)]
        self.assertEqual(reads, [200, 200, 403])
        self.score(code, "3", "1")
        self.assertEqual(float(self.attempt().raw or 0), 4)
        self.assertEqual([p["name"] for p in self.review()["photos"]], ["two.png"])

    def test_it_waits_on_the_desk(self) -> None:
        self.take()
        self.photo()
        self.student.send("POST", f"{self.at}/quiz/sheet/hand-in")
        rows = [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "quiz" and "Quiz 7" in str(r)]
        self.assertEqual(len(rows), 1)

    def test_the_key_comes_when_it_lies_open_to_all_and_then_nothing_is_handed_in(self) -> None:
        self.take()
        self.photo()
        key = f"{self.at}/quiz/sheet.pdf?what=key"
        self.assertEqual(self.student.get(key).status_code, 403)
        self.assertFalse(self.student.get(f"{self.at}/quiz").json()["sheet"]["key"])
        with later(days=14):
            self.assertTrue(self.student.get(f"{self.at}/quiz").json()["sheet"]["key"])
            self.assertIn("South and west", text_of(self.student.get(key)))
            late = self.student.send("POST", f"{self.at}/quiz/sheet/hand-in")
            self.refused(late, 409, "quiz.key_is_out_on_paper")

    def test_a_sheet_that_somebody_took_is_not_thrown_away(self) -> None:
        code = self.take().json()["code"]
        self.make()
        left = self.teacher.send("DELETE", f"{self.at}/quiz-sheets").json()
        self.assertEqual([row["code"] for row in left["rows"]], [code])
        self.refused(self.set(self.question("Another", LATITUDE), paper="home"), 409, "quiz.with_attempts")
        self.assertTrue(self.teacher.get(f"{self.at}/quiz-setup").json()["fixed"])

    def test_one_attempt_is_one_sheet(self) -> None:
        self.take()
        self.photo()
        self.student.send("POST", f"{self.at}/quiz/sheet/hand-in")
        self.refused(self.take(), 409, "quiz.no_attempt_left")

    def test_others_and_the_screen_are_kept_out(self) -> None:
        self.take()
        self.assertEqual(Caller(BEHIND).get(f"{self.at}/quiz/sheet.pdf").status_code, 404)
        self.refused(self.begin(), 409, "quiz.on_paper")
        self.set(paper="home")
        self.assertEqual(self.sheets()["without"], 7)
