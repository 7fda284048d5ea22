"""Forms: what is typed is asked about whichever way it is left; two people at one thing; the course's history."""

from __future__ import annotations

import re
from collections.abc import Callable

from apps.courses.models import Enrolment
from apps.layout.models import Item, Module
from apps.people.models import Person
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.journeys.browser import Journey

SET_7A = "Set 7A: latitudes and departures"
SET_6A = "Set 6A: azimuths and bearings"


def address(title: str) -> str:
    return f"/c/srv-110/item/{Item.objects.get(title=title).pk}"


class Forms(Journey):
    def settings(self, page: Page) -> None:
        page.get_by_role("button", name="Dates and settings").click()
        expect(page.get_by_label("Hint")).to_be_visible()

    def stays(self, page: Page, leave: Callable[[], object], typed: str) -> None:
        """Leaving asks; who stays finds what they typed."""
        leave()
        asked = page.get_by_role("dialog", name="Leave without saving?")
        expect(asked).to_be_visible()
        asked.get_by_role("button", name="Stay here").click()
        expect(asked).to_be_hidden()
        expect(page.get_by_label("Hint")).to_have_value(typed)

    def test_a_dialog_with_something_typed_asks_on_every_way_out(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/week/7")
        page.get_by_role("link", name=SET_7A, exact=True).first.click()
        self.settings(page)
        page.get_by_label("Hint").fill("Bring the tables.")
        self.stays(page, lambda: page.keyboard.press("Escape"), "Bring the tables.")
        self.stays(page, lambda: page.mouse.click(5, 400), "Bring the tables.")
        self.stays(page, lambda: page.go_back(), "Bring the tables.")
        self.clean_by_axe(page)
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Leave without saving").click()
        expect(page.get_by_label("Hint")).to_be_hidden()
        self.settings(page)
        expect(page.get_by_label("Hint")).to_have_value("")
        page.keyboard.press("Escape")
        expect(page.get_by_label("Hint")).to_be_hidden()

    def test_the_schedule_asks_before_a_link_is_followed(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        name = page.get_by_label("Name of the term")
        name.fill("Autumn, renamed")
        page.get_by_role("link", name="Rhythm").click()
        asked = page.get_by_role("dialog", name="Leave without saving?")
        asked.get_by_role("button", name="Stay here").click()
        expect(name).to_have_value("Autumn, renamed")
        page.get_by_role("link", name="Rhythm").click()
        asked.get_by_role("button", name="Leave without saving").click()
        expect(page.get_by_role("heading", name="Setup: Rhythm")).to_be_attached()
        # Nothing is left of it, so nothing is asked any more.
        page.get_by_role("link", name="Schedule").click()
        expect(name).not_to_have_value("Autumn, renamed")

    def test_who_stays_at_sign_out_is_still_signed_in(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        name = page.get_by_label("Name of the term")
        name.fill("Autumn, renamed")
        page.get_by_role("button", name="Ines Varga-Oduya").click()
        page.get_by_role("menuitem", name="Sign out").click()
        page.get_by_role("button", name="Stay here").click()
        expect(name).to_have_value("Autumn, renamed")
        page.get_by_role("button", name="Save the schedule").click()
        expect(page.get_by_text("Schedule saved.")).to_be_visible()

    def test_a_tab_that_is_closed_asks_too(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        # Browsers ask only for a page that somebody has touched.
        page.get_by_label("Name of the term").click()
        page.keyboard.type("Renamed ")
        with page.expect_event("dialog") as asked:
            page.close(run_before_unload=True)
        self.assertEqual(asked.value.type, "beforeunload")
        asked.value.dismiss()
        expect(page.get_by_label("Name of the term")).to_have_value(re.compile("Renamed"))


class TwoPeople(Journey):
    def colleague(self) -> Caller:
        person = Person.objects.create(username="col.league", name="Col League", sort_name="League, Col")
        course = Item.objects.get(title=SET_7A).course
        Enrolment.objects.create(course=course, person=person, role=Enrolment.INSTRUCTOR)
        return Caller(person.username)

    def test_what_both_changed_is_shown_and_neither_is_lost(self) -> None:
        page = self.page(INSTRUCTOR, address(SET_7A))
        other = self.colleague()
        path = f"/courses/srv-110/items/{Item.objects.get(title=SET_7A).pk}/settings"
        page.get_by_role("button", name="Dates and settings").click()
        page.get_by_label("Hint").fill("Mine")
        other.send("PUT", path, {"item": {"points": 18}})
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text("8 students see this.")).to_be_visible()
        item = Item.objects.get(title=SET_7A)
        self.assertEqual((item.hint, item.points), ("Mine", 18), "other fields: both are kept")
        page.get_by_role("button", name="Dates and settings").click()
        page.get_by_label("Hint").fill("Mine again")
        other.send("PUT", path, {"item": {"hint": "Theirs"}})
        page.get_by_role("button", name="Save", exact=True).click()
        told = page.get_by_role("alert").filter(has_text="Somebody else changed this too")
        expect(told).to_contain_text("Theirs")
        expect(page.get_by_text("Col League changed this after you opened it")).to_be_visible()
        expect(page.get_by_label("Hint")).to_have_value("Mine again")
        self.assertEqual(Item.objects.get(title=SET_7A).hint, "Theirs")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_label("Hint")).to_be_hidden()
        self.assertEqual(Item.objects.get(title=SET_7A).hint, "Mine again")


class History(Journey):
    def test_what_was_taken_away_with_work_is_asked_about_and_brought_back(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/week/6")
        page.get_by_role("button", name=f"Change {SET_6A}").click()
        page.get_by_role("menuitem", name="Remove").click()
        asked = page.get_by_role("dialog", name="Take it away?")
        expect(asked).to_contain_text(re.compile(r"work of \d+ people and scores of \d+ people"))
        asked.get_by_role("button", name="Keep it").click()
        self.assertFalse(Item.objects.get(title=SET_6A).removed)
        page.get_by_role("button", name=f"Change {SET_6A}").click()
        page.get_by_role("menuitem", name="Remove").click()
        self.clean_by_axe(page)
        asked.get_by_role("button", name="Take it away").click()
        expect(page.get_by_text("Removed")).to_be_visible()
        expect(page.locator("[data-item]").get_by_role("link", name=SET_6A, exact=True)).to_be_hidden()
        self.go(page, "/c/srv-110/setup/history?sort=removed")
        entry = page.locator("[data-change]").filter(has_text=f"{SET_6A} was removed")
        expect(entry).to_be_visible()
        self.clean_by_axe(page)
        entry.get_by_role("button", name="Set back").click()
        expect(page.get_by_text("That is a change too")).to_be_visible()
        self.assertFalse(Item.objects.get(title=SET_6A).removed)
        student = self.page(KEEPS_UP, address(SET_6A))
        expect(student.get_by_role("heading", name=SET_6A)).to_be_visible()

    def test_what_stands_in_the_way_of_setting_back_is_named(self) -> None:
        teacher = Caller(INSTRUCTOR)
        path = f"/courses/srv-110/modules/{Module.objects.get(course__slug='srv-110', week=7).pk}"
        teacher.send("PATCH", path, {"title": "First"})
        teacher.send("PATCH", path, {"title": "Second"})
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/history")
        first = page.locator("[data-change]").filter(has_text="Traverse computation → First")
        first.get_by_role("button", name="Set back").click()
        expect(first.get_by_role("alert")).to_contain_text("because of what was changed since: Second by")
        self.clean_by_axe(page)
        page.locator("[data-change]").filter(has_text="→ Second").get_by_role("button", name="Set back").click()
        expect(page.get_by_text("That is a change too")).to_be_visible()
        first.get_by_role("button", name="Set back").click()
        expect(first).to_contain_text("set back since")
        self.assertEqual(Module.objects.get(course__slug="srv-110", week=7).title, "Traverse computation")
