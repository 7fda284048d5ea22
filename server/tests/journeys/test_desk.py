"""The desk in the browser: a teacher's first screen, and what can be dealt with from it."""

from __future__ import annotations

import re

from apps.gradebook.models import Score
from apps.live.models import Absence
from playwright.sync_api import expect

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

SET_5A = "Set 5A: mean of both faces"


class Desk(Journey):
    def test_it_is_the_first_screen_and_each_row_leads_to_its_work(self) -> None:
        page = self.page(INSTRUCTOR, "/")
        expect(page.get_by_role("heading", name="Desk", level=1)).to_be_visible()
        expect(page).to_have_url(f"{self.live_server_url}/desk")
        expect(page.get_by_text("students fall behind")).to_be_visible()
        self.clean_by_axe(page)
        page.keyboard.press("j")
        expect(page.locator("[data-desk]").first).to_be_focused()
        page.get_by_role("link", name="Grade: Field book: bearings").click()
        expect(page.get_by_role("heading", name="Field book: bearings")).to_be_visible()
        page.go_back()
        page.get_by_role("link", name="Roster: SRV 110 Plane Surveying").click()
        expect(page.get_by_role("cell", name=re.compile(r"^\d+ Syllabus"))).to_be_visible()

    def test_an_absence_is_read_and_a_report_settled_with_a_way_back(self) -> None:
        page = self.page(INSTRUCTOR, "/desk")
        first = Absence.objects.order_by("at", "id").first()
        assert first
        row = page.get_by_role("listitem").filter(has_text=first.reason).first
        row.get_by_role("button", name="Read").click()
        expect(row).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(row).to_be_visible()
        report = page.get_by_role("listitem").filter(has_text="Error reported").first
        report.get_by_role("button", name="Settled").click()
        expect(report).to_have_count(0)
        expect(page.get_by_text("The report is settled.")).to_be_visible()

    def test_held_scores_are_released_after_a_question(self) -> None:
        Score.objects.filter(cell__graded_item__item__title=SET_5A).update(released_at=None)
        page = self.page(INSTRUCTOR, "/desk")
        row = page.get_by_role("listitem").filter(has_text="scores held").first
        row.get_by_role("button", name="Release").click()
        dialog = page.get_by_role("dialog")
        expect(dialog).to_contain_text("see their score of")
        dialog.get_by_role("button", name="Release").click()
        expect(page.get_by_text("scores are out.")).to_be_visible()
        self.assertFalse(Score.objects.filter(released_at=None, cell__graded_item__item__title=SET_5A))

    def test_an_assistant_has_their_section_on_a_phone_and_a_student_none(self) -> None:
        page = self.page(ASSISTANT, "/desk", viewport={"width": 390, "height": 844})
        expect(page.get_by_text("to grade").first).to_be_visible()
        expect(page.get_by_text("conflicts in the dates")).to_have_count(0)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        student = self.page(KEEPS_UP, "/desk")
        expect(student.get_by_text("You teach no course.")).to_be_visible()
        expect(student.get_by_role("link", name="Desk")).to_have_count(0)
