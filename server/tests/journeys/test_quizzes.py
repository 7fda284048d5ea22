"""A quiz in the browser: taken by keyboard alone over a lost line to the clock's end, in two windows, on a phone; its
class, and a corrected key."""

from __future__ import annotations

import re

from apps.layout.models import Item
from apps.quizzes.models import QuizAttempt, Rescoring
from apps.quizzes.tests.cases import ESSAY, LATITUDE, QuizWorld, later
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.journeys.browser import Journey


class Quizzes(QuizWorld, Journey):
    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        self.set(tries=3, try_cost="1")
        self.address = f"/c/srv-110/item/{self.quiz.pk}"

    def begun(self, **options: object) -> Page:
        page = self.page(KEEPS_UP, self.address, **options)
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_label("Your answer")).to_be_visible()
        return page

    def tab_to(self, page: Page, name: str) -> None:
        """By the Tab key alone."""
        for _ in range(60):
            page.keyboard.press("Tab")
            told = page.evaluate(
                "document.activeElement?.getAttribute('aria-label') || document.activeElement?.innerText"
            )
            if (told or "").strip().startswith(name):
                return
        raise AssertionError(f"the Tab key never came to {name}")

    def test_taken_by_keyboard_over_a_lost_line_to_the_clocks_end(self) -> None:
        page = self.page(KEEPS_UP, self.address)
        expect(page.get_by_text("You have 20 minutes from when you begin.")).to_be_visible()
        self.tab_to(page, "Begin")
        page.keyboard.press("Enter")
        answer = page.get_by_label("Your answer")
        expect(answer).to_be_visible()
        expect(page.get_by_role("timer")).to_contain_text("left")
        answer.focus()
        page.keyboard.type("64.18 cos(131°40'")
        expect(page.get_by_text("A bracket opens and never closes")).to_be_visible()
        expect(page.get_by_text("This is about the form of the answer. It costs no attempt.")).to_be_visible()
        expect(page.get_by_text("form to mend")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_text("3 tries left of 3")).to_be_visible()
        page.keyboard.press("Control+A")
        page.keyboard.type("1.234")
        expect(page.get_by_text("All is saved")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_role("status").filter(has_text="not right")).to_be_visible()
        expect(page.get_by_text("2 tries left of 3")).to_be_visible()
        right = self.right(self.latitude)["answers"]["a"]
        page.context.set_offline(True)
        page.keyboard.press("Control+A")
        page.keyboard.type(str(right))
        expect(page.get_by_text("There is no connection. One answer is kept here")).to_be_visible()
        self.assertEqual(self.row(self.latitude).answers, {"a": "1.234"})
        page.context.set_offline(False)
        expect(page.get_by_text("All is saved")).to_be_visible(timeout=15_000)
        self.assertEqual(self.row(self.latitude).answers, {"a": right})
        with later(minutes=19, seconds=52):
            page.keyboard.type("0")
            expect(page.get_by_text("One minute is left.")).to_be_attached()
            page.keyboard.press("Backspace")
            expect(page.get_by_text("All is saved")).to_be_visible()
        with later(minutes=20, seconds=1):
            expect(page.get_by_text("The time was up: what was saved is handed in.")).to_be_visible(timeout=20_000)
            self.assertEqual((self.attempt().how, self.attempt().raw), ("clock", 2))
            expect(page.get_by_text("2 of 5")).to_be_visible()
            self.clean_by_axe(page)

    def test_two_windows_one_of_which_has_it(self) -> None:
        first = self.begun()
        first.get_by_label("Your answer").fill("12.5")
        expect(first.get_by_text("All is saved")).to_be_visible()
        second = first.context.new_page()
        second.goto(first.url)
        expect(second.get_by_text("This attempt goes on in another window")).to_be_visible()
        expect(second.get_by_label("Your answer")).to_have_value("12.5")
        expect(second.get_by_label("Your answer")).to_be_disabled()
        second.get_by_role("button", name="Go on here").click()
        second.get_by_label("Your answer").fill("13.5")
        expect(second.get_by_text("All is saved")).to_be_visible()
        first.get_by_label("Your answer").fill("14.5")
        expect(first.get_by_text("This attempt goes on in another window")).to_be_visible()
        expect(first.get_by_text("One answer from here is not there yet")).to_be_visible()
        self.assertEqual(self.row(self.latitude).answers, {"a": "13.5"})
        first.get_by_role("button", name="Go on here").click()
        expect(first.get_by_text("All is saved")).to_be_visible()
        self.assertEqual(self.row(self.latitude).answers, {"a": "14.5"})

    def test_left_and_come_back_to_it_is_as_it_was(self) -> None:
        page = self.begun()
        page.get_by_label("Your answer").fill("77.001")
        page.get_by_role("link", name="Term", exact=True).click()
        expect(page).to_have_url(re.compile("/term/"))
        page.go_back()
        expect(page.get_by_label("Your answer")).to_have_value("77.001")
        page.reload()
        expect(page.get_by_label("Your answer")).to_have_value("77.001")
        expect(page.get_by_text("This attempt goes on in another window")).to_have_count(0)
        self.go(page, self.address)
        facts = page.get_by_role("complementary")
        expect(facts.get_by_text("Attempt 1 of 2, 1 of 2 answered, 20 min left")).to_be_visible()
        page.get_by_role("button", name="Go on").click()
        expect(page.get_by_label("Your answer")).to_have_value("77.001")

    def test_handed_in_with_a_question_open_and_looked_at(self) -> None:
        page = self.begun()
        page.get_by_label("Your answer").fill("1,120")
        expect(page.get_by_text("reads as the list 1 and 120")).to_be_visible()
        page.get_by_role("button", name="Hand in, 1 of 2 answered").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("Not answered")).to_be_visible()
        dialog.get_by_role("button", name="Hand in", exact=True).click()
        expect(dialog.get_by_role("alert")).to_contain_text("it can't be read and counts nothing")
        dialog.get_by_role("button", name="1 Latitude of a leg").click()
        page.get_by_label("Your answer").fill(str(self.right(self.latitude)["answers"]["a"]))
        page.get_by_role("button", name="Hand in, 1 of 2 answered").click()
        page.get_by_role("dialog").get_by_role("button", name="Hand in", exact=True).click()
        expect(page.get_by_text("Your answers are handed in.")).to_be_visible()
        expect(page.get_by_text("right · 3 of 3")).to_be_visible()
        page.get_by_role("link", name=re.compile("Receipt Q-")).click()
        expect(page.get_by_text("1 of 2 questions")).to_be_visible()
        page.get_by_role("link", name="Look at the answers").click()
        page.get_by_role("button", name="Fresh numbers to practise on").click()
        practice = page.get_by_role("dialog")
        practice.get_by_label("Your answer").fill("5.000")
        practice.get_by_role("button", name="Check the answer").click()
        expect(practice.get_by_text("Not right yet.")).to_be_visible()
        self.clean_by_axe(page)

    def test_asked_about_with_the_own_numbers(self) -> None:
        page = self.begun()
        page.get_by_label("Your answer").fill("1.234")
        expect(page.get_by_text("All is saved")).to_be_visible()
        page.get_by_role("button", name="Ask about this question").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("Your numbers, what you answered and what you tried go along")).to_be_visible()
        dialog.get_by_role("textbox", name="Your question").click()
        page.keyboard.type("Is it the sine?")
        dialog.get_by_role("button", name="Ask", exact=True).click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        teacher = self.page(INSTRUCTOR, "/c/srv-110/talk/questions")
        expect(teacher.get_by_text("question “Latitude of a leg”, attempt 1").first).to_be_visible()
        expect(teacher.get_by_text("answered: 1.234").first).to_be_visible()
        self.hand_in(holder=self.attempt().holder)
        teacher.get_by_role("link", name="Look at the answers, and score them anew").click()
        expect(teacher.get_by_role("article", name="Latitude of a leg")).to_be_visible()

    def test_on_a_phone_and_in_the_dark(self) -> None:
        page = self.begun(viewport={"width": 390, "height": 844}, color_scheme="dark")
        self.assertLessEqual(self.width(page), 390)
        page.get_by_label("Your answer").fill("64.18 cos(131°40'")
        expect(page.get_by_text("A bracket opens and never closes")).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
        page.get_by_role("button", name="Next: 2").click()
        page.get_by_label("south-west").check()
        expect(page.get_by_text("All is saved")).to_be_visible()
        self.assertTrue(self.row(self.sign).answers)


class Teaching(QuizWorld, Journey):
    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        self.address = f"/c/srv-110/quiz/{self.quiz.pk}"

    def test_a_quiz_is_put_together_and_said_back(self) -> None:
        page = self.page(INSTRUCTOR, f"/c/srv-110/item/{self.quiz.pk}")
        page.get_by_role("link", name="Questions and rules").click()
        page.get_by_label("Find a question").fill("Signs by")
        page.get_by_role("button", name="Add Signs by quadrant").first.click()
        page.get_by_label("Draw from a bank").select_option(label="Levelling (5 questions)")
        page.get_by_label("How many from Levelling").fill("3")
        page.get_by_label("Points: Levelling").fill("2.5")
        expect(page.get_by_text("4 questions, 9.5 points")).to_be_visible()
        page.get_by_label("Minutes").fill("15")
        page.get_by_label("The right answers").select_option(label="never")
        page.get_by_role("button", name="Save the quiz").click()
        expect(page.get_by_text("The quiz is saved.")).to_be_visible()
        expect(page.get_by_text("The right answers: never shown.")).to_be_visible()
        expect(page.get_by_role("complementary").get_by_text("Signs by quadrant")).to_be_visible()
        self.quiz.refresh_from_db()
        self.assertEqual(str(self.quiz.points), "9.50")
        self.clean_by_axe(page)
        page.get_by_label("Points: Levelling").fill("0")
        page.get_by_role("button", name="Save the quiz").click()
        expect(page.get_by_role("alert").filter(has_text="each worth more than nothing")).to_be_visible()
        expect(page.get_by_label("Points: Levelling")).to_have_value("0")

    def test_a_corrected_key_moves_who_it_says_and_is_set_back(self) -> None:
        self.set()
        for who in (self.student, Caller(BEHIND)):
            self.begin(who)
            self.save(self.right(self.latitude, who=who), who=who)
            self.hand_in(who=who)
        body = {**LATITUDE, "fields": [{"name": "a", "asked": {"kind": "number", "keys": [{"text": "d sin(az)"}]}}]}
        self.correct(self.latitude, body)
        page = self.page(INSTRUCTOR, f"{self.address}/class")
        expect(page.get_by_text("The key of “Latitude of a leg” was changed")).to_be_visible()
        page.get_by_role("button", name="See who moves").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("2 of 2 who answered move.")).to_be_visible()
        expect(dialog.get_by_role("row", name=re.compile(self.student.person.name))).to_contain_text("3 → 0")
        self.clean_by_axe(page)
        dialog.get_by_role("button", name="Judge all anew").click()
        expect(page.get_by_role("button", name="Set back", exact=True)).to_be_visible()
        self.assertEqual({a.raw for a in QuizAttempt.objects.filter(item=self.quiz)}, {0})
        page.get_by_role("button", name="Set back", exact=True).click()
        expect(page.get_by_role("button", name="Set back", exact=True)).to_have_count(0)
        self.assertEqual({a.raw for a in QuizAttempt.objects.filter(item=self.quiz)}, {3})
        self.assertIsNotNone(Rescoring.objects.get().set_back_at)

    def test_checked_in_given_minutes_and_an_essay_read(self) -> None:
        self.set(self.question("Why closed", ESSAY), room=True)
        student = self.page(KEEPS_UP, f"/c/srv-110/item/{self.quiz.pk}")
        expect(student.get_by_text("ask the person in front to check you in")).to_be_visible()
        teacher = self.page(INSTRUCTOR, f"{self.address}/class")
        row = teacher.get_by_role("row", name=re.compile("Tarrow"))
        row.get_by_label("is here").check()
        student.get_by_role("button", name="Begin").click(timeout=15_000)
        expect(student.get_by_role("timer")).to_be_visible()
        teacher.reload()
        row.get_by_role("button", name=re.compile("more minutes")).click()
        expect(row).to_contain_text("(+5 min)")
        student.get_by_role("button", name="Why closed").click()
        student.get_by_label("Your answer").fill("To find what is off, and to share it out.")
        expect(student.get_by_text("All is saved")).to_be_visible()
        student.get_by_role("button", name="Hand in, 1 of 3 answered").click()
        student.get_by_role("dialog").get_by_role("button", name="Hand in", exact=True).click()
        expect(student.get_by_text("Your answers are handed in.")).to_be_visible()
        teacher.reload()
        expect(row).to_contain_text("to be read")
        row.get_by_role("link", name=re.compile("Attempt 1")).click()
        essay = teacher.get_by_role("article", name="Why closed")
        essay.get_by_label("Points of 5").fill("4.5")
        essay.get_by_label("A word on it").fill("Both reasons: good.")
        essay.get_by_role("button", name="Save").click()
        expect(teacher.get_by_text("4.5 of 10")).to_be_visible()
        self.clean_by_axe(teacher)
        student.reload()
        expect(student.get_by_text("Both reasons: good.")).to_be_visible()


class Demo(Journey):
    def test_a_check_of_the_demo_is_under_way(self) -> None:
        page = self.page("marit.osei-lindgren", "/c/srv-110/week/7")
        expect(page.get_by_text("Attempt 1 of 2, 4 of 6 answered, 12 min left").first).to_be_visible()
        self.go(page, "/")
        first = page.get_by_role("region", name="Now", exact=True).get_by_role("listitem").first
        expect(first).to_contain_text("Attempt 1 of 2, 4 of 6 answered, 12 min left")

    def test_figures_of_a_class_say_what_to_look_at(self) -> None:
        check = Item.objects.get(title__startswith="Check 1:", course__slug="srv-110")
        page = self.page(INSTRUCTOR, f"/c/srv-110/quiz/{check.pk}/class")
        page.get_by_role("link", name="Figures", exact=True).click()
        expect(page.get_by_text("attempts are few: take these figures as a hint")).to_be_visible()
        slip = page.get_by_role("article", name="A slip in the book")
        expect(slip.get_by_role("list", name="What was chosen").get_by_role("listitem")).to_have_count(4)
        self.clean_by_axe(page)
