"""Asking and announcing in the browser: from an item to the answer of all, and what is out of the ordinary."""

from __future__ import annotations

from apps.layout.models import Item
from apps.messages.models import Announcement, AnnouncementRead, Question
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

SET_7A = "Set 7A: latitudes and departures"
ASKED = "Which sign has the departure of a line that runs west of north?"
ANSWERED = "Minus: departures are counted towards the east."


class Asking(Journey):
    def write(self, page: Page, name: str, text: str) -> None:
        page.get_by_role("textbox", name=name).click()
        page.keyboard.type(text)

    def ask(self, page: Page) -> None:
        page.get_by_role("button", name="Ask about this").click()
        self.write(page, "Your question", ASKED)

    def answer_on_the_desk(self) -> None:
        """Answered where it waits, and in two presses for all."""
        teacher = self.page(INSTRUCTOR, "/desk")
        row = teacher.get_by_role("listitem").filter(has_text=ASKED)
        row.get_by_role("button", name="Answer").click()
        self.write(teacher, "Answer", ANSWERED)
        self.clean_by_axe(teacher)
        row.get_by_role("button", name="Send the answer").click()
        expect(teacher.get_by_text("The answer is on its way to who asked.")).to_be_visible()
        expect(row).to_have_count(0)
        teacher.get_by_role("button", name="Answer it for all").click()
        card = teacher.get_by_role("article").filter(has_text=ASKED)
        expect(card.get_by_text("one more asks this")).to_be_visible()
        expect(card.get_by_text(ANSWERED)).to_be_visible()
        self.clean_by_axe(teacher)
        card.get_by_role("button", name="Answer it for all").click()
        teacher.get_by_role("button", name="Publish it").click()
        expect(card.get_by_text("among the course's answers")).to_be_visible()

    def test_from_an_item_to_the_answer_of_all_without_the_name(self) -> None:
        item = Item.objects.get(title=SET_7A)
        page = self.page(BEHIND, f"/c/srv-110/item/{item.pk}")
        self.ask(page)
        self.clean_by_axe(page)
        page.get_by_role("dialog").get_by_role("button", name="Ask", exact=True).click()
        expect(page.get_by_text("Asked. Questions are answered within")).to_be_visible()
        made = Question.objects.get(text=ASKED)
        self.assertEqual((made.item_id, made.context["title"]), (item.pk, SET_7A))

        other = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}")
        self.ask(other)
        near = other.get_by_role("status", name="Asked or answered already")
        near.get_by_role("button", name="I have the same question").click()
        expect(other.get_by_text("You are told of the answer.")).to_be_visible()
        self.assertEqual(Question.objects.filter(text=ASKED).count(), 1)

        self.answer_on_the_desk()

        self.go(other, "/c/srv-110/library/faq")
        expect(other.get_by_text(ASKED)).to_be_visible()
        self.go(other, "/c/srv-110/talk/questions")
        shown = other.get_by_role("article").filter(has_text=ASKED)
        expect(shown).to_contain_text("Somebody of the course")
        self.assertNotIn(made.asker.name.split()[-1], shown.inner_text())
        self.go(other, "/notices")
        expect(other.get_by_role("listitem").filter(has_text="A question that you have too").first).to_be_visible()
        self.clean_by_axe(other)

    def test_a_lost_line_keeps_the_question_and_it_is_asked_once(self) -> None:
        item = Item.objects.get(title=SET_7A)
        page = self.page(BEHIND, f"/c/srv-110/item/{item.pk}")
        self.ask(page)
        page.reload()
        page.get_by_role("button", name="Ask about this").click()
        expect(page.get_by_role("textbox", name="Your question")).to_have_text(ASKED)
        page.context.set_offline(True)
        page.get_by_role("dialog").get_by_role("button", name="Ask", exact=True).click()
        page.wait_for_timeout(1500)
        self.assertFalse(Question.objects.filter(text=ASKED))
        page.context.set_offline(False)
        ask = page.get_by_role("dialog").get_by_role("button", name="Ask", exact=True)
        expect(ask.or_(page.get_by_text("Asked. Questions are answered within"))).to_be_visible()
        if ask.is_visible() and ask.is_enabled():
            ask.click()
        expect(page.get_by_text("Asked. Questions are answered within")).to_be_visible()
        self.assertEqual(Question.objects.filter(text=ASKED).count(), 1)

    def test_what_was_begun_as_an_answer_is_there_after_leaving(self) -> None:
        question = Question.objects.filter(waits_since__isnull=False).order_by("at").first()
        assert question
        page = self.page(INSTRUCTOR, "/c/srv-110/talk/questions")
        card = page.get_by_role("article").filter(has_text=question.text)
        card.get_by_role("button", name="Answer", exact=True).click()
        self.write(page, "Answer", "Half an answer")
        page.reload()
        expect(page.get_by_role("textbox", name="Answer")).to_have_text("Half an answer")


class Announcing(Journey):
    def test_the_rare_one_stays_until_it_is_read(self) -> None:
        rare = Announcement.objects.get(rare=True)
        page = self.page(KEEPS_UP, "/c/srv-110/term/map")
        expect(page.get_by_text("Instruments are handed out at Room B10.")).to_be_visible()
        page.get_by_role("button", name="I have read it").click()
        expect(page.get_by_text("Instruments are handed out at Room B10.")).to_be_hidden()
        page.reload()
        expect(page.get_by_role("main")).to_be_visible()
        expect(page.get_by_role("button", name="I have read it")).to_have_count(0)
        self.assertTrue(AnnouncementRead.objects.filter(announcement=rare, person__username=KEEPS_UP))
        self.go(page, "/c/srv-110/talk")
        expect(page.get_by_role("heading", name="Talk: Announcements")).to_be_visible()
        self.clean_by_axe(page)
