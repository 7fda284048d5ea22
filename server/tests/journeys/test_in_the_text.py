"""Answers that stand within a question's text, in the browser."""

from __future__ import annotations

import re
from typing import Any

from apps.quizzes.tests.cases import QuizWorld
from playwright.sync_api import expect

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey


class InTheText(QuizWorld, Journey):
    """Answers that stand within a question's text."""

    BODY: dict[str, Any] = {
        "text": "<p>From [[x]] m the line falls to [[y]] m, which is [[z]].</p>",
        "fields": [
            {"name": "x", "asked": {"kind": "number", "keys": [{"text": "12"}]}},
            {"name": "y", "asked": {"kind": "number", "keys": [{"text": "3/2"}]}},
            {
                "name": "z",
                "asked": {
                    "kind": "choice",
                    "options": [{"name": "d", "text": "down", "right": True}, {"name": "u", "text": "up"}],
                },
            },
        ],
    }

    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        falls = self.question("It falls", self.BODY)
        self.set(falls, slots=[{"question": falls, "points": "3"}], tries=2)
        self.falls = falls

    def test_they_are_given_there_read_below_and_kept(self) -> None:
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{self.quiz.pk}")
        page.get_by_role("button", name="Begin").click()
        text = page.get_by_role("article", name="It falls").locator(".rich").first
        expect(text).to_contain_text("From")
        self.assertNotIn("[[", text.inner_text())
        first, second = page.get_by_label("(1) Your answer"), page.get_by_label("(2) Your answer")
        first.fill("12 m + ")
        expect(page.get_by_text("It costs no attempt.")).to_be_visible()
        first.fill("12")
        second.fill("1.5")
        page.get_by_label("(3) Your answer").select_option("down")
        expect(page.get_by_text("All is saved")).to_be_visible()
        self.clean_by_axe(page)
        page.reload()
        expect(page.get_by_label("(2) Your answer")).to_have_value("1.5")
        page.get_by_role("button", name="Check the answer").click()
        expect(page.get_by_role("status").filter(has_text="right")).to_be_visible()
        expect(page.get_by_label("(1) Your answer")).to_be_disabled()
        page.get_by_role("button", name=re.compile("^Hand in")).first.click()
        page.get_by_role("dialog").get_by_role("button", name="Hand in").click()
        expect(page.get_by_text("From (1) m the line falls to (2) m")).to_be_visible()
        self.assertEqual(float(self.attempt().raw or 0), 3)

    def test_a_teacher_puts_a_place_into_the_text(self) -> None:
        page = self.page(INSTRUCTOR, f"/c/srv-110/library/question/{self.falls}")
        page.get_by_role("textbox", name="Question", exact=True).click()
        page.keyboard.press("Control+End")
        page.get_by_role("button", name="answer 2").click()
        page.get_by_role("button", name="As a student sees it").click()
        expect(page.get_by_label("(2) Your answer").first).to_be_visible()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved as edition 2.")).to_be_visible()
