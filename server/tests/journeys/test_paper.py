"""A quiz on paper in the browser: sheets made, printed, taken in by their code and scored by keyboard; one's own sheet,
photographed and handed in on a phone."""

from __future__ import annotations

import re
from io import BytesIO
from pathlib import Path

from apps.quizzes.models import PaperSheet, QuizAttempt
from apps.quizzes.tests.cases import ESSAY, QuizWorld
from playwright.sync_api import expect
from pypdf import PdfReader

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.files import PNG
from tests.journeys.browser import Journey


class OnPaper(QuizWorld, Journey):
    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        self.set()
        self.address = f"/c/srv-110/item/{self.quiz.pk}"
        self.sheets = f"/c/srv-110/quiz/{self.quiz.pk}/sheets"

    def test_held_in_a_room_from_the_setting_to_the_score(self) -> None:
        page = self.page(INSTRUCTOR, f"/c/srv-110/quiz/{self.quiz.pk}/questions")
        page.get_by_label("Where it is worked").select_option("room")
        expect(page.get_by_label("Tries of a question")).to_have_count(0)
        page.get_by_role("button", name="Save the quiz").click()
        expect(page.get_by_text("The quiz is saved.")).to_be_visible()
        self.go(page, self.sheets)
        page.get_by_role("button", name="Make sheets for 8 students").click()
        expect(page.get_by_role("link", name="Print sheets 1 to 8")).to_be_visible()
        self.clean_by_axe(page)
        with page.expect_download() as coming:
            page.get_by_role("link", name="Print sheets 1 to 8").click()
        sheet = PaperSheet.objects.get(item=self.quiz, person=self.student.person)
        text = " ".join(p.extract_text() for p in PdfReader(BytesIO(Path(coming.value.path()).read_bytes())).pages)
        self.assertIn(sheet.code, text)
        find = page.get_by_label("Code or name")
        find.fill(sheet.code.lower())
        page.keyboard.press("Enter")
        first = page.get_by_label("Question 1, points of 3")
        expect(first).to_be_focused()
        page.keyboard.type("2,5")
        page.keyboard.press("Enter")
        expect(page.get_by_label("Question 2, points of 2")).to_be_focused()
        page.keyboard.type("2")
        expect(page.get_by_text("4.5 of 5")).to_be_visible()
        self.clean_by_axe(page)
        page.keyboard.press("Enter")
        expect(page.get_by_text(f"{self.student.person.name}: 4.5 of 5")).to_be_visible()
        expect(page.get_by_label("Code or name")).to_be_focused()
        self.assertEqual(float(self.attempt().raw or 0), 4.5)
        row = page.get_by_role("row", name=re.compile(sheet.code))
        expect(row).to_contain_text("scored")

    def test_points_out_of_bounds_and_what_is_typed_are_not_lost(self) -> None:
        self.set(paper="room")
        self.teacher.send("POST", f"{self.at}/quiz-sheets")
        sheet = PaperSheet.objects.get(item=self.quiz, person=self.student.person)
        page = self.page(INSTRUCTOR, f"{self.sheets}?sheet={sheet.code}")
        page.get_by_label("Question 1, points of 3").fill("4")
        page.get_by_role("button", name="Save, next sheet").click()
        expect(page.get_by_role("alert")).to_contain_text("worth 3 points")
        page.get_by_role("link", name="The class").click()
        expect(page.get_by_role("dialog")).to_contain_text("Leave without saving?")
        self.assertFalse(QuizAttempt.objects.filter(item=self.quiz).exists())

    def test_two_who_score_one_sheet_look_at_both(self) -> None:
        self.set(paper="room")
        self.teacher.send("POST", f"{self.at}/quiz-sheets")
        sheet = PaperSheet.objects.get(item=self.quiz, person=self.student.person)
        page = self.page(INSTRUCTOR, f"{self.sheets}?sheet={sheet.code}")
        first = page.get_by_label("Question 1, points of 3")
        first.fill("3")
        scores = {"scores": [{"position": 0, "points": "1"}]}
        Caller(INSTRUCTOR).send("PUT", f"{self.at}/quiz-sheets/of/{sheet.code}", scores)
        page.get_by_role("button", name="Save, next sheet").click()
        expect(page.get_by_text("given meanwhile: 1")).to_be_visible()
        expect(first).to_have_value("3")
        page.get_by_role("button", name="Save, next sheet").click()
        expect(page.get_by_label("Code or name")).to_be_visible()
        self.assertEqual(str(self.row(self.latitude).by_hand), "3.00")

    def test_ones_own_sheet_photographed_and_handed_in_on_a_phone(self) -> None:
        self.set(paper="home", attempts=1)
        page = self.page(KEEPS_UP, self.address, viewport={"width": 390, "height": 844}, color_scheme="dark")
        page.get_by_role("button", name="Take your sheet").click()
        sheet = page.get_by_role("link", name="Your sheet (PDF)")
        expect(sheet).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
        photo = {"name": "page 1.png", "mimeType": "image/png", "buffer": PNG}
        page.locator("input[type=file]").set_input_files([photo, {**photo, "name": "page 2.png"}])
        expect(page.get_by_role("link", name="page 2.png")).to_be_visible()
        page.reload()
        page.get_by_role("button", name="Hand in, 2 photographs").click()
        expect(page.get_by_role("dialog")).to_contain_text("After this nothing is added to it.")
        page.get_by_role("dialog").get_by_role("button", name="Hand in").click()
        expect(page.get_by_role("heading", name=re.compile("^Receipt Q-"))).to_be_visible()
        code = PaperSheet.objects.get(item=self.quiz).code
        expect(page.get_by_text(f"{code}, 2 photographs")).to_be_visible()
        page.go_back()
        expect(page.get_by_role("button", name="Take your sheet")).to_have_count(0)

    def test_one_question_read_over_the_class(self) -> None:
        essay = self.question("Why closed", ESSAY)
        self.set(essay)
        for who in (self.student, Caller(BEHIND)):
            self.begin(who)
            given = {"question": self.row(essay, who).pk, "answers": {"e": f"So says {who.person.name}."}, "seq": 1}
            self.save(given, who=who)
            self.hand_in(who=who)
        page = self.page(INSTRUCTOR, f"/c/srv-110/quiz/{self.quiz.pk}/class")
        page.get_by_role("link", name="Answers to Why closed").click()
        expect(page.get_by_text("2 of 2 to be read")).to_be_visible()
        page.get_by_label("With names").uncheck()
        expect(page.get_by_text("Answer 1")).to_be_visible()
        expect(page.get_by_role("link", name=self.student.person.sort_name)).to_have_count(0)
        self.clean_by_axe(page)
        points = page.get_by_label("Points of 5")
        points.first.fill("4")
        page.keyboard.press("Enter")
        expect(points.nth(1)).to_be_focused()
        page.keyboard.type("3")
        page.keyboard.press("Enter")
        expect(page.get_by_text("All 2 are read")).to_be_visible()
        page.get_by_label("Only what waits").check()
        expect(page.get_by_text("Nothing waits here any more.")).to_be_visible()

    def test_photographs_over_a_lost_line_all_wait(self) -> None:
        self.set(paper="home")
        self.student.send("POST", f"{self.at}/quiz/sheet")
        page = self.page(KEEPS_UP, self.address)
        expect(page.get_by_role("link", name="Your sheet (PDF)")).to_be_visible()
        page.route("**/quiz/sheet/photos", lambda route: route.abort())
        photo = {"name": "page 1.png", "mimeType": "image/png", "buffer": PNG}
        page.locator("input[type=file]").set_input_files([photo, {**photo, "name": "page 2.png"}])
        expect(page.get_by_text("2 files are not there yet")).to_be_visible()
        self.errors.clear()
        page.get_by_role("link", name="Term", exact=True).click()
        expect(page.get_by_role("dialog")).to_contain_text("Leave without saving?")
        page.get_by_role("button", name="Stay here").click()
        page.unroute("**/quiz/sheet/photos")
        page.get_by_role("button", name="Try again").click()
        expect(page.get_by_role("link", name="page 2.png")).to_be_visible()
        self.assertEqual(PaperSheet.objects.get(item=self.quiz).files.count(), 2)
