"""Two windows on one thing, and two people at one browser: nobody's typing is lost, written over, or shown to another."""

from __future__ import annotations

import re

from apps.assignments.models import HandIn
from apps.layout.models import Item, ItemText
from apps.messages.models import Message
from apps.people.demo import DEMO_PASSWORD
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.cases import READING
from tests.journeys.browser import Journey

SET_7B = "Set 7B: misclosure and precision"


def at(title: str, rest: str = "") -> str:
    return f"/c/srv-110/item/{Item.objects.get(title=title).pk}{rest}"


class Windows(Journey):
    def two_windows(self) -> tuple[Page, Page]:
        one = self.page(KEEPS_UP, at(SET_7B))
        other = one.context.new_page()
        other.on("console", self._listen)
        self.go(other, at(SET_7B))
        for page in (one, other):
            expect(page.get_by_label("Your text")).to_be_visible()
        return one, other

    def draft(self) -> HandIn:
        return HandIn.objects.get(item__title=SET_7B, person__username=KEEPS_UP, attempt=1)

    def test_two_windows_on_one_draft(self) -> None:
        one, other = self.two_windows()
        one.get_by_label("Your text").fill("Written in the first.")
        expect(one.get_by_text("Draft saved")).to_be_visible()
        other.get_by_label("Your text").fill("Written in the second.")
        told = other.get_by_role("alert").filter(has_text="changed in another window")
        expect(told).to_contain_text("Written in the first.")
        expect(other.get_by_role("button", name="Hand in", exact=True)).to_be_hidden()
        self.assertEqual(self.draft().text, "Written in the first.")
        self.clean_by_axe(other)
        other.reload()
        expect(told).to_contain_text("Written in the first.")
        expect(other.get_by_label("Your text")).to_have_value("Written in the second.")
        other.get_by_label("Your text").press_sequentially(" And on.")
        self.until(other, "Object.values(localStorage).some((kept) => kept.includes('And on.'))")
        other.reload()
        expect(told).to_contain_text("Written in the first.")
        expect(other.get_by_label("Your text")).to_have_value(re.compile("And on"))
        self.assertEqual(self.draft().text, "Written in the first.", "not before both were seen")
        other.get_by_label("Your text").fill("Written in the second.")
        other.get_by_role("button", name="Keep what stands here").click()
        expect(told).to_be_hidden()
        expect(other.get_by_text("Draft saved")).to_be_visible()
        self.assertEqual(self.draft().text, "Written in the second.")
        one.reload()
        expect(one.get_by_label("Your text")).to_have_value("Written in the second.")

    def test_one_window_hands_in_while_the_other_types(self) -> None:
        one, other = self.two_windows()
        one.get_by_label("Your text").fill("Handed in.")
        expect(one.get_by_text("Draft saved")).to_be_visible()
        other.reload()
        expect(other.get_by_label("Your text")).to_have_value("Handed in.")
        one.get_by_role("button", name="Hand in", exact=True).click()
        one.get_by_role("button", name="Hand in now").click()
        expect(one.get_by_text("We have it.")).to_be_visible()
        other.get_by_label("Your text").fill("Handed in. And one more line.")
        expect(other.get_by_role("heading", name="What you typed after this was handed in")).to_be_visible()
        expect(other.get_by_text("And one more line.")).to_be_visible()
        self.assertEqual(HandIn.objects.filter(item__title=SET_7B, person__username=KEEPS_UP).count(), 1)
        self.assertEqual(self.draft().text, "Handed in.")

    def test_two_teachers_at_one_text(self) -> None:
        page = self.page(INSTRUCTOR, at(READING))
        page.get_by_role("button", name="Edit the text").click()
        box = page.get_by_role("textbox", name=f"Text of {READING}")
        box.press("Control+End")
        page.keyboard.type(" Mine.")
        edition = ItemText.objects.filter(item__title=READING).latest("edition").edition
        path = f"/courses/srv-110/items/{Item.objects.get(title=READING).pk}/text"
        theirs = {"html": "<p>Theirs, written meanwhile.</p>", "edition": edition}
        self.assertEqual(Caller(INSTRUCTOR).send("PUT", path, theirs).status_code, 200)
        page.get_by_role("button", name="Save", exact=True).click()
        told = page.get_by_role("alert").filter(has_text="changed this text since you began")
        expect(told).to_contain_text("Theirs, written meanwhile.")
        expect(box).to_contain_text("Mine.")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save mine over it").click()
        expect(page.get_by_role("button", name="Edit the text")).to_be_visible()
        kept = list(
            ItemText.objects.filter(item__title=READING).order_by("-edition").values_list("html", flat=True)[:2]
        )
        self.assertIn("Mine.", kept[0])
        self.assertIn("Theirs, written meanwhile.", kept[1])


class People(Journey):
    """One browser, one after the other."""

    def sign_in(self, page: Page, who: str) -> None:
        page.get_by_label("Name or e-mail").fill(who)
        page.get_by_label("Password", exact=True).fill(DEMO_PASSWORD)
        page.get_by_role("button", name="Sign in", exact=True).click()
        page.wait_for_url(lambda url: "/sign-in" not in url)

    def sign_out(self, page: Page) -> None:
        page.get_by_role("button", name=re.compile("^Menu of|^Your|^Account|Tarrow|Oduya|Holt|Blackwater")).last.click()
        page.get_by_role("menuitem", name="Sign out").click()

    def test_what_one_did_not_save_is_not_the_next_ones(self) -> None:
        page = self.page()
        self.sign_in(page, KEEPS_UP)
        self.go(page, at(SET_7B))
        page.get_by_label("Your text").fill("Saved.")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.route("**/api/courses/*/items/*/hand-in", lambda route: route.abort())
        page.get_by_label("Your text").fill("Saved. And not yet sent.")
        self.until(page, "Object.values(localStorage).some((kept) => kept.includes('not yet sent'))")
        self.sign_out(page)
        asked = page.get_by_role("dialog", name="Not everything is saved")
        expect(asked).to_contain_text("has not reached the server")
        self.clean_by_axe(page)
        asked.get_by_role("button", name="Stay, and save first").click()
        expect(page.get_by_label("Your text")).to_have_value("Saved. And not yet sent.")
        page.route("**/_allauth/**", lambda route: route.abort())
        self.sign_out(page)
        asked.get_by_role("button", name="Sign out without them").click()
        expect(page.get_by_text("No answer from the")).to_be_visible()
        expect(page.get_by_label("Your text")).to_have_value("Saved. And not yet sent.")
        self.assertIn("not yet sent", page.evaluate("JSON.stringify(localStorage)"), "nobody was signed out")
        page.unroute("**/_allauth/**")
        self.sign_out(page)
        asked.get_by_role("button", name="Sign out without them").click()
        page.wait_for_url(re.compile("/sign-in"))
        page.unroute("**/api/courses/*/items/*/hand-in")
        self.assertNotIn("not yet sent", page.evaluate("JSON.stringify(localStorage)"))
        self.sign_in(page, BEHIND)
        self.go(page, at(SET_7B))
        expect(page.get_by_label("Your text")).to_have_value("")
        self.assertFalse(HandIn.objects.filter(item__title=SET_7B, person__username=BEHIND).exists())

    def test_a_message_that_waits_is_sent_by_nobody_else(self) -> None:
        page = self.page()
        self.sign_in(page, KEEPS_UP)
        self.go(page, "/c/srv-110/talk/messages")
        page.route(
            "**/api/courses/*/messages",
            lambda route: route.abort() if route.request.method == "POST" else route.continue_(),
        )
        page.get_by_role("button", name="Write a message").click()
        page.get_by_role("textbox", name="Your message").click()
        page.keyboard.type("For my teachers alone.")
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_text("it waits in this browser").first).to_be_visible()
        self.sign_out(page)
        page.get_by_role("dialog", name="Not everything is saved").get_by_role(
            "button", name="Sign out without them"
        ).click()
        page.wait_for_url(re.compile("/sign-in"))
        page.unroute("**/api/courses/*/messages")
        self.assertNotIn("teachers alone", page.evaluate("JSON.stringify(localStorage)"))
        self.sign_in(page, BEHIND)
        self.go(page, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        expect(page.get_by_role("textbox", name="Your message")).to_have_text("")
        expect(page.get_by_text("it waits in this browser")).to_have_count(0)
        self.assertFalse(Message.objects.filter(text="For my teachers alone."))

    def test_a_session_that_ended_leaves_nobody_elses_walk_or_typing(self) -> None:
        page = self.page()
        self.sign_in(page, INSTRUCTOR)
        self.go(page, "/c/srv-110/week/7")
        walk = {"slug": "srv-110", "section": None, "sectionName": "", "groups": [], "allowances": False, "doings": {}}
        page.evaluate("(walk) => sessionStorage.setItem('unvo.walk', JSON.stringify(walk))", walk)
        page.reload()
        expect(page.get_by_role("link", name=f"Open: {SET_7B}")).to_be_visible()
        page.context.clear_cookies()
        page.reload()
        page.wait_for_url(re.compile("/sign-in"))
        self.sign_in(page, KEEPS_UP)
        self.go(page, at(SET_7B))
        page.get_by_label("Your text").fill("Really mine.")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        self.assertEqual(HandIn.objects.get(item__title=SET_7B, person__username=KEEPS_UP).text, "Really mine.")
        self.assertIsNone(page.evaluate("sessionStorage.getItem('unvo.walk')"))


class Courses(Journey):
    def test_from_one_course_to_another_leads_to_its_own_present(self) -> None:
        """A week of the course before means nothing in the next, least of all in one without weeks."""
        page = self.page(INSTRUCTOR, "/c/srv-110/week/12")
        expect(page.locator("[data-item]").first).to_be_visible()
        page.get_by_role("combobox").fill("SRV 010")
        page.get_by_role("option", name=re.compile("^SRV 010")).click()
        page.wait_for_url("**/c/srv-010/module/**")
        expect(page.locator("[data-item]").first).to_be_visible()
        page.get_by_role("combobox").fill("SRV 110")
        page.get_by_role("option", name=re.compile("^SRV 110")).first.click()
        page.wait_for_url("**/c/srv-110/week/7")
