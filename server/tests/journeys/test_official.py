"""Grades that are kept for the record, and what stands otherwise since."""

from __future__ import annotations

from apps.gradebook.models import OfficialGrade, Score
from playwright.sync_api import expect

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

SET_6A = "Set 6A: azimuths and bearings"


class Official(Journey):
    def test_grades_are_kept_and_a_later_score_is_a_difference(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/gradebook")
        page.get_by_role("button", name="Table and rules").click()
        page.get_by_role("menuitem", name="Official grades").click()
        page.get_by_label("Reporting period").fill("Mid-term")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Keep them as they stand now").click()
        expect(page.get_by_role("dialog")).to_contain_text("wait for a score")
        page.get_by_role("button", name="Keep them", exact=True).click()
        expect(page.get_by_text("nobody stands otherwise now")).to_be_visible()
        self.clean_by_axe(page)
        kept = OfficialGrade.objects.get(person__username=KEEPS_UP)
        row = page.get_by_role("row", name=kept.name)
        expect(row).to_contain_text(f"{kept.total} {kept.band}")
        Score.objects.filter(cell__person=kept.person, cell__graded_item__item__title=SET_6A).update(raw=0)
        page.reload()
        expect(page.get_by_text("one stands otherwise now")).to_be_visible()
        page.get_by_label("Only those who stand otherwise").check()
        expect(page.get_by_role("row")).to_have_count(2)
        expect(row).to_contain_text(f"{kept.total} {kept.band}")
