"""What is photographed: each main view once, from the full demo."""

from __future__ import annotations

import os
import re
from datetime import datetime
from pathlib import Path
from random import Random
from tempfile import TemporaryDirectory

from apps.courses.models import Course
from apps.gradebook.models import Score
from apps.layout.models import Item
from apps.questions.models import BankQuestion
from demo.homework_told import write_told
from demo.linked import link_sets
from demo.photographs import photograph
from django.test import override_settings
from playwright.sync_api import Page, expect
from tests.base import INSTRUCTOR, KEEPS_UP
from tests.homework_service import HomeworkService, homework
from tests.journeys.browser import Journey
from tests.worlds import CLOCK

PHONE = {"viewport": {"width": 390, "height": 844}, "has_touch": True}
SITS = "marit.osei-lindgren"
LOOP = "Field book: campus loop"


class Camera(Journey):
    def take(self, page: Page, name: str) -> None:
        page.mouse.move(640, 2)
        page.wait_for_timeout(900)
        page.screenshot(path=Path(os.environ["UNVO_SHOTS"]) / f"{name}.png")

    def at(self, title: str) -> str:
        return f"/c/srv-110/item/{Item.objects.get(title=title).pk}"


class FullDemo(Camera):
    """With its sets in the stand-in homework system, as `./unvo demo` has them."""

    STUDENTS = 46

    def setUp(self) -> None:
        super().setUp()
        self.service = HomeworkService(CLOCK)
        self.addCleanup(self.service.kill)
        reach = override_settings(PUBLIC_ADDRESS=self.live_server_url, LINKS_PRIVATE_HOSTS=[self.service.host])
        reach.enable()
        self.addCleanup(reach.disable)
        link_sets(Course.objects.get(slug="srv-110"), self.service.address, datetime.fromisoformat(CLOCK))
        with TemporaryDirectory() as folder:
            told = Path(folder) / "told.json"
            write_told(told)
            homework.prepare(self.service.env, told)


class Pictures(FullDemo):
    def test_student(self) -> None:
        page = self.page(KEEPS_UP)
        expect(page.locator("[data-item]").first).to_be_visible()
        self.take(page, "week-student")
        self.go(page, self.at("Latitudes and departures"))
        expect(page.locator(".katex").first).to_be_visible()
        self.take(page, "item")
        self.go(page, "/c/srv-110/standing?show=try")
        expect(page.get_by_text("The class")).to_be_visible()
        page.get_by_label("A score to try for Set 7A").fill("11")
        expect(page.get_by_text("Tried:")).to_be_visible()
        page.mouse.wheel(0, -2000)
        self.take(page, "standing")
        self.go(page, "/")
        expect(page.get_by_role("region", name="Now", exact=True)).to_be_visible()
        self.take(page, "today")
        self.go(page, "/c/srv-110/term/map")
        expect(page.locator("[data-entry]").first).to_be_visible()
        self.take(page, "term")
        self.go(page, self.at("Where did the error go?"))
        expect(page.get_by_role("article").first).to_be_visible()
        self.take(page, "discussion")
        self.hand_in(page)

    def hand_in(self, page: Page) -> None:
        self.go(page, self.at(LOOP))
        random = Random(7)
        taken = [
            {"name": f"page {n}.jpg", "mimeType": "image/jpeg", "buffer": photograph(n, 4, random)}
            for n in (1, 2, 3, 4)
        ]
        page.get_by_label("Choose photographs").set_input_files(taken)
        expect(page.get_by_role("button", name="Page 4 of 4")).to_be_visible()
        page.get_by_role("button", name="Turn page 3", exact=True).click()
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.get_by_role("heading", name="Work on paper, in photographs").scroll_into_view_if_needed()
        page.mouse.wheel(0, 330)
        self.take(page, "hand-in")
        page.get_by_role("button", name="Hand in 4 pages").click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()

    def test_teacher(self) -> None:
        page = self.page(INSTRUCTOR, "/desk")
        expect(page.get_by_text("students fall behind")).to_be_visible()
        self.take(page, "desk")
        self.go(page, "/c/srv-110/week/7")
        expect(page.locator("[data-item]").first).to_be_visible()
        self.take(page, "week-teacher")
        question = BankQuestion.objects.get(name="Latitude of a leg")
        self.go(page, f"/c/srv-110/library/question/{question.pk}")
        expect(page.get_by_text("200 versions, drawn and worked")).to_be_visible(timeout=20_000)
        self.take(page, "question")
        self.gradebook(page)
        for level in ("Complete 8", "Within what is allowed 10", "Right 10"):
            page.get_by_role("radio", name=level).check(force=True)
        page.get_by_label("Score of 30").click()
        expect(page.get_by_text("held until you release")).to_be_visible()
        self.take(page, "grading")

    def gradebook(self, page: Page) -> None:
        """Late work with its arithmetic and the class beside it; then one item, student by student."""
        of_set = {"graded_item__item__title__startswith": "Set 6B", "graded_item__course__slug": "srv-110"}
        rows = Score.objects.filter(**{f"cell__{name}": value for name, value in of_set.items()})
        at = rows.exclude(handed_in_at=None).latest("handed_in_at")
        self.go(page, f"/c/srv-110/gradebook?cell={at.cell.graded_item.item_id}.{at.cell.person_id}")
        expect(page.get_by_role("complementary", name="The cell")).to_contain_text("The class")
        self.take(page, "gradebook")
        title = "Field book: bearings"
        item = Item.objects.get(title=title, course__slug="srv-110")
        self.go(page, f"/c/srv-110/gradebook?cell={item.pk}.{at.cell.person_id}")
        page.get_by_role("button", name=re.compile(f"^{title}")).click()
        page.get_by_role("link", name=f"Grade one by one: {title}").click()
        expect(page.locator("article h2")).to_be_visible()

    def test_rules(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/grading")
        page.get_by_label("Weight in %").first.fill("40")
        page.get_by_label("Drop the lowest").first.fill("2")
        page.keyboard.press("Tab")
        expect(page.get_by_text("get another letter")).to_be_visible()
        self.take(page, "rules")

    def test_quiz(self) -> None:
        """One under way."""
        check = Item.objects.get(title__startswith="Check 7", course__slug="srv-110")
        page = self.page(SITS, f"/c/srv-110/quiz/{check.pk}?attempt=1&question=4")
        page.get_by_role("button", name="Go on here").click()
        expect(page.get_by_text("All is saved")).to_be_visible()
        expect(page.get_by_text("A bracket opens and never closes")).to_be_visible()
        self.take(page, "quiz")

    def test_phone(self) -> None:
        page = self.page(KEEPS_UP, **PHONE)
        expect(page.locator("[data-item]").first).to_be_visible()
        self.take(page, "phone-week")


class OtherTerms(Camera):
    STUDENTS = 4
    OTHER_TERMS = True

    def test_date_check(self) -> None:
        """The copied course after it was re-dated, before its fixes."""
        page = self.page(INSTRUCTOR, "/c/srv-110-2/setup/move")
        page.get_by_label("Name of the term").fill("Spring term 2027")
        page.get_by_label("First day").fill("2027-01-11")
        page.get_by_label("Last day").fill("2027-05-07")
        page.get_by_label("Last day").press("Tab")
        page.get_by_role("button", name="Show before and after").click()
        page.get_by_role("button", name="Move the course").click()
        expect(page.get_by_text("The course has moved")).to_be_visible()
        self.go(page, "/c/srv-110-2/setup/check")
        expect(page.locator("[data-code]").first).to_be_visible()
        self.take(page, "date-check")
