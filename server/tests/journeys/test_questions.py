"""Question banks: a teacher writes a question whose numbers change, presses a fix of its proof, tries it and saves it."""

from __future__ import annotations

import re
from pathlib import Path

from apps.questions.models import BankQuestion
from playwright.sync_api import Page, Route, expect

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

BANKS = "/c/srv-110/library/questions"


class Questions(Journey):
    def fresh(self) -> Page:
        """A new question in the bank of traverses."""
        page = self.page(INSTRUCTOR, BANKS)
        page.locator("a.bank", has_text="Traverse computation").click()
        page.get_by_role("link", name="New question").click()
        expect(page.get_by_role("textbox", name="Name").first).to_be_visible()
        return page

    def write(self, page: Page, name: str, text: str) -> None:
        page.get_by_role("textbox", name="Name").first.fill(name)
        page.get_by_role("textbox", name="Question", exact=True).click()
        page.keyboard.type(text)

    def set(self, page: Page, label: str, value: str) -> None:
        field = page.get_by_label(label, exact=True)
        field.fill(value)
        field.blur()

    def test_written_with_its_proof_mended_tried_and_saved(self) -> None:
        page = self.fresh()
        self.write(page, "Rise over a run", "A line rises by one in ")
        page.get_by_role("button", name="Add a number that changes").click()
        self.set(page, "Least value of d", "-4")
        self.set(page, "Greatest value of d", "4")
        self.set(page, "Step of d", "0.001")
        page.get_by_role("textbox", name="Question", exact=True).click()
        page.get_by_role("button", name="d", exact=True).click()
        self.set(page, "Right answer", "ln(d)")
        finding = page.locator(".finding", has_text="can't be worked out")
        expect(finding).to_be_visible(timeout=20_000)
        expect(finding).to_contain_text("Draw d only if d > 0")
        finding.get_by_role("button", name="Do it").click()
        expect(page.get_by_label("Condition on d")).to_have_value("d > 0")
        expect(finding).to_have_count(0, timeout=20_000)
        self.clean_by_axe(page)
        page.get_by_role("button", name="As a student sees it").click()
        answer = page.get_by_label("Your answer")
        answer.fill("ln(2.5")
        expect(page.get_by_text("A bracket opens and never closes. Write ln(2.5).")).to_be_visible()
        expect(page.get_by_text("It costs no attempt.")).to_be_visible()
        answer.fill("1,120")
        expect(page.get_by_text("reads as the list 1 and 120")).to_be_visible()
        answer.fill("ln(2)")
        expect(page.get_by_text("It costs no attempt.")).to_have_count(0)
        page.get_by_role("button", name="Check the answer").click()
        expect(page.get_by_text("The right answer here:")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved as edition 1.")).to_be_visible()
        made = BankQuestion.objects.get(name="Rise over a run")
        expect(page).to_have_url(re.compile(f"/library/question/{made.pk}$"))
        body = made.editions.get().body
        self.assertEqual(body["parameters"][0]["only_if"], "d > 0")
        self.assertIn("[[d]]", body["text"])

    def test_what_cannot_be_asked_is_said_and_nothing_typed_is_lost(self) -> None:
        page = self.fresh()
        self.write(page, "Half a thought", "How long is it?")
        self.set(page, "Right answer", "d cos(az")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Not saved yet:")).to_be_visible()
        expect(page.get_by_text("This question uses").or_(page.get_by_text("A bracket opens")).first).to_be_visible()
        page.get_by_role("link", name="Week", exact=True).click()
        expect(page.get_by_role("dialog")).to_contain_text("Leave without saving?")
        page.get_by_role("button", name="Stay here").click()
        expect(page.get_by_label("Right answer")).to_have_value("d cos(az")
        self.half_typed_while_its_proof_comes(page)
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved as edition 1.")).to_be_visible()

    def half_typed_while_its_proof_comes(self, page: Page) -> None:
        """An answer of the server draws the form again; the field that is being typed in keeps what is typed."""
        answer = page.get_by_label("Right answer", exact=True)
        with page.expect_response(lambda told: told.url.endswith("/question-proof")):
            self.set(page, "Right answer", "d cos(a")
            answer.press("End")
            answer.press_sequentially("z) 12.5")
        expect(page.get_by_text("A bracket opens").or_(page.get_by_text("This question uses")).first).to_be_visible()
        page.wait_for_timeout(200)
        expect(answer).to_have_value("d cos(az) 12.5")
        self.set(page, "Right answer", "12.5")

    def test_a_question_is_changed_and_set_back_moved_and_brought_back(self) -> None:
        page = self.page(INSTRUCTOR, BANKS)
        page.locator("a.bank", has_text="Bearings").click()
        page.get_by_role("link", name="Back azimuth").click()
        page.get_by_role("textbox", name="Name").first.fill("Back azimuth, from B to A")
        page.get_by_role("textbox", name="Question", exact=True).click()
        page.keyboard.press("Control+End")
        page.keyboard.type(" In degrees and minutes.")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved as edition 2.")).to_be_visible()
        page.get_by_role("button", name="Take up edition 1").click()
        expect(page.get_by_role("textbox", name="Question", exact=True)).not_to_contain_text("In degrees and minutes.")
        page.get_by_role("link", name="Bank: Bearings").click()
        page.get_by_role("button", name="What to do with Back azimuth, from B to A").click()
        page.get_by_role("menuitem", name="Take out").click()
        expect(page.get_by_role("link", name="Back azimuth, from B to A")).to_have_count(0)
        page.get_by_role("button", name="Put it back").click()
        expect(page.get_by_role("link", name="Back azimuth, from B to A")).to_be_visible()

    def test_found_and_tied_to_where_it_was_taught(self) -> None:
        page = self.page(INSTRUCTOR, BANKS)
        page.get_by_role("searchbox", name="Find in all banks").fill("latitude cosine")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="no question has these words")).to_be_visible()
        page.get_by_role("searchbox", name="Find in all banks").fill("latitude three decimals")
        page.keyboard.press("Enter")
        page.get_by_role("link", name="Latitude of a leg").click()
        page.get_by_label("Item", exact=True).select_option(label="Latitudes and departures, leg by leg")
        page.get_by_label("From, as in 4:10").fill("4:10")
        page.get_by_role("button", name="Add", exact=True).click()
        expect(page.get_by_text("from 4:10")).to_be_visible()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved.")).to_be_visible()
        place = BankQuestion.objects.get(name="Latitude of a leg").taught_in.get(seconds=250)
        self.assertEqual((place.item.title, place.seconds), ("Latitudes and departures, leg by leg", 250))

    def test_what_is_typed_while_a_save_is_on_its_way_stays(self) -> None:
        question = BankQuestion.objects.get(name="Azimuth from bearing")
        page = self.page(INSTRUCTOR, f"/c/srv-110/library/question/{question.pk}")
        held: list[Route] = []

        def hold(route: Route) -> None:
            if route.request.method == "PUT":
                held.append(route)
            else:
                route.continue_()

        page.route("**/api/courses/srv-110/bank-questions/*", hold)
        text = page.get_by_role("textbox", name="Question", exact=True)
        text.click()
        page.keyboard.press("Control+End")
        page.keyboard.type(" First.")
        page.get_by_role("button", name="Save").click()
        text.click()
        page.keyboard.press("Control+End")
        page.keyboard.type(" Second.")
        held[0].continue_()
        expect(page.get_by_text("Saved as edition 2.")).to_be_visible()
        expect(text).to_contain_text("First. Second.")
        page.get_by_role("link", name="Bank: Bearings").click()
        expect(page.get_by_role("dialog")).to_contain_text("Leave without saving?")
        self.assertNotIn("Second", question.editions.get(edition=2).body["text"])

    def test_brought_in_from_a_table(self) -> None:
        page = self.page(INSTRUCTOR, BANKS)
        page.locator("a.bank", has_text="Angles").click()
        expect(page.get_by_role("heading", name="Angles")).to_be_visible()
        page.get_by_role("button", name="Bring in", exact=True).click()
        table = "Name,Question,Kind,Answer\nA right angle,How many degrees has it?,number,90\nRiddle,What?,riddle,1\n"
        page.get_by_label("Table with its head").fill(table)
        page.get_by_role("button", name="See what it becomes").click()
        expect(page.get_by_text("There is no kind “riddle”")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Bring in one question").click()
        expect(page.get_by_text("One question is in the bank.")).to_be_visible()
        expect(page.get_by_role("link", name="A right angle")).to_be_visible()
        page.get_by_role("button", name="Write out").click()
        expect(page.get_by_role("dialog")).to_contain_text("compared letter by letter there")
        self.clean_by_axe(page)
        with page.expect_download() as coming:
            page.get_by_role("link", name="Write out as CSV").click()
        self.assertIn("A right angle", Path(coming.value.path()).read_text("utf-8-sig"))

    def test_two_who_write_one_question_are_told(self) -> None:
        question = BankQuestion.objects.get(name="Signs by quadrant")
        path = f"/c/srv-110/library/question/{question.pk}"
        one, other = self.page(INSTRUCTOR, path), self.page(INSTRUCTOR, path)
        for page, name in ((one, "Signs of a quadrant"), (other, "Signs")):
            page.get_by_role("textbox", name="Question", exact=True).click()
            page.keyboard.type("Think. ")
            page.get_by_role("textbox", name="Name").first.fill(name)
        # Both have typed before either saves: what is not typed in yet takes up what was saved meanwhile.
        for page in (one, other):
            page.get_by_role("button", name="Save").click()
        expect(one.get_by_text("Saved as edition 2.")).to_be_visible()
        expect(other.get_by_text("changed this after you opened it").first).to_be_visible()
        expect(other.get_by_role("textbox", name="Name").first).to_have_value("Signs")

    def test_assistants_look_and_students_see_no_banks(self) -> None:
        page = self.page(ASSISTANT, BANKS)
        expect(page.get_by_role("link", name="Correction for temperature")).to_be_visible()
        expect(page.get_by_role("link", name="New question")).to_have_count(0)
        page = self.page(KEEPS_UP, "/c/srv-110/library/people")
        expect(page.get_by_role("link", name="Answered questions")).to_be_visible()
        expect(page.get_by_role("link", name="Question banks")).to_have_count(0)

    def test_on_a_phone_nothing_is_wider_than_the_page(self) -> None:
        page = self.page(INSTRUCTOR, BANKS, viewport={"width": 390, "height": 844})
        expect(page.get_by_role("link", name="Correction for temperature")).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
        page.get_by_role("link", name="Correction for temperature").click()
        expect(page.get_by_text("200 versions, drawn and worked")).to_be_visible(timeout=20_000)
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
