"""What people are told, where it leads; discussions over the course; an announcement kept by a class."""

from __future__ import annotations

from datetime import datetime

from apps.messages.models import Announcement
from apps.people.models import Person
from apps.screens.today.week_letter import tell_week
from playwright.sync_api import expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey
from tests.worlds import CLOCK

THIS_WEEK = "Where did the error go?"


class Told(Journey):
    def test_the_week_to_come_leads_to_today(self) -> None:
        tell_week([Person.objects.get(username=KEEPS_UP).pk], "2026-10-12", datetime.fromisoformat(CLOCK))
        page = self.page(KEEPS_UP, "/notices")
        page.get_by_role("link", name="The week to come").first.click()
        expect(page.get_by_role("heading", name="Wed 7 Oct")).to_be_visible()

    def test_of_all_discussions_the_one_that_asks_something_stands_first(self) -> None:
        page = self.page(BEHIND, "/c/srv-110/talk/discussions")
        expect(page.get_by_role("heading", name="Asks something of you")).to_be_visible()
        self.clean_by_axe(page)
        row = page.get_by_role("listitem").filter(has_text=THIS_WEEK)
        expect(row).to_contain_text("1 post to go by Thu 8 Oct, 23:59")
        page.get_by_role("link", name="Take part").click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        teacher = self.page(INSTRUCTOR, "/c/srv-110/talk/discussions")
        expect(teacher.get_by_role("heading", name="Running")).to_be_visible()
        self.clean_by_axe(teacher)

    def test_an_announcement_is_kept_by_a_class_and_says_when_that_is(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/talk")
        page.get_by_role("button", name="Write an announcement").click()
        page.get_by_label("Title", exact=True).fill("Bring the pins")
        page.get_by_role("textbox", name="Text of the announcement").click()
        page.keyboard.type("Eleven of them, and the book.")
        page.get_by_label("at a moment of the term").check()
        page.get_by_label("When: Kept as").select_option("class")
        expect(page.get_by_text("That is Thu 8 Oct, 10:00; it moves with the class.")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Let it go out then").click()
        expect(page.get_by_text("goes out Thu 8 Oct, 10:00")).to_be_visible()
        self.assertEqual((Announcement.objects.get(title="Bring the pins").moment or {})["on"], "class")
