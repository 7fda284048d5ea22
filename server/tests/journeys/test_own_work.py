"""All that one handed in, over all courses: read again with what was said of it, and taken along."""

from __future__ import annotations

import zipfile

from playwright.sync_api import expect

from tests.base import ADMINISTRATOR, KEEPS_UP
from tests.journeys.browser import Journey


class OwnWork(Journey):
    def test_it_is_found_in_the_person_menu_read_and_taken_along(self) -> None:
        page = self.page(KEEPS_UP)
        page.get_by_role("button", name="You: Rosalind Tarrow").click()
        page.get_by_role("menuitem", name="Your work").click()
        page.wait_for_url("**/own-work")
        course = page.get_by_role("region", name="SRV 110 Plane Surveying")
        book = course.get_by_role("listitem").filter(has_text="Field book: level loop").first
        book.get_by_text("What was said of it").click()
        expect(book.get_by_label("Measured by Field book")).to_contain_text("Within what is allowed")
        expect(book.get_by_role("button", name="Note 1, page 1")).to_be_visible()
        self.clean_by_axe(page)
        with page.expect_download() as loading:
            course.get_by_role("link", name="Take along all of SRV 110").click()
        with zipfile.ZipFile(loading.value.path()) as kept:
            self.assertIn("Field book level loop, attempt 1/feedback.txt", kept.namelist())
        book.get_by_role("link", name="Field book: level loop", exact=True).click()
        expect(page.get_by_role("heading", name="What you handed in")).to_be_visible()

    def test_on_a_phone_and_for_somebody_who_handed_in_nothing(self) -> None:
        page = self.page(KEEPS_UP, "/own-work", viewport={"width": 390, "height": 844})
        expect(page.get_by_role("heading", name="Your work")).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
        other = self.page(ADMINISTRATOR, "/own-work")
        expect(other.get_by_text("Nothing yet. What you hand in, take or write")).to_be_visible()

    def test_quizzes_and_posts_lead_to_where_they_stand(self) -> None:
        page = self.page(KEEPS_UP, "/own-work")
        course = page.get_by_role("region", name="SRV 110 Plane Surveying")
        said = course.get_by_role("listitem").filter(has_text="Where did the error go?").first
        said.get_by_text("Post ·").click()
        expect(said.get_by_text("almost all of it north. The leg DE runs nearly north too")).to_be_visible()
        said.get_by_role("link", name="Where it stands").first.click()
        expect(page.get_by_role("heading", name="Where did the error go?")).to_be_visible()
        page.go_back()
        course.get_by_role("link", name="Check 3: levelling").click()
        page.wait_for_url("**/quiz/*/review/1")
        expect(page.get_by_role("heading", name="Height of instrument")).to_be_visible()

    def test_pieces_are_kept_with_a_word_and_put_in_order(self) -> None:
        page = self.page(KEEPS_UP, "/own-work")
        course = page.get_by_role("region", name="SRV 110 Plane Surveying")
        kept = page.get_by_role("region", name="Your collection")
        for title in ("Set 5B: reducing directions", "Field book: level loop"):
            course.get_by_role("button", name=f"Keep it: {title}").first.click()
            expect(kept.get_by_label(f"A word on {title}")).to_be_visible()
        words = kept.get_by_label("A word on Field book: level loop")
        words.fill("My first loop that closed.")
        words.blur()
        kept.get_by_role("button", name="Up: Field book: level loop").click()
        expect(kept.get_by_role("listitem").first).to_contain_text("Field book: level loop")
        self.clean_by_axe(page)
        page.reload()
        expect(kept.get_by_role("listitem").first).to_contain_text("Field book: level loop")
        expect(words).to_have_value("My first loop that closed.")
        kept.get_by_role("button", name="Take it out: Set 5B: reducing directions").click()
        expect(kept.get_by_role("listitem")).to_have_count(1)
