"""A newcomer's hour on the clock that runs: a course from nothing, people in it, work handed in and graded."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from apps.courses.models import Course, Enrolment
from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person
from django.test import override_settings
from playwright.sync_api import Page, expect
from procrastinate.contrib.django.models import ProcrastinateJob

from tests import worlds
from tests.base import ADMINISTRATOR, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

GOOD = "heron-lantern-42"


def mail_to(address: str) -> str:
    rows = ProcrastinateJob.objects.filter(args__to=address).order_by("-id")
    return str(rows[0].args["body"])


@override_settings(FIXED_CLOCK="")
class Newcomer(Journey):
    def setUp(self) -> None:
        super().setUp()
        worlds.stand_at(datetime.now(UTC))
        # In the zone of the browser, which the course takes: near midnight the server has another day.
        today = datetime.now(ZoneInfo("America/Chicago")).date()
        self.monday = today - timedelta(days=today.weekday())

    def test_a_six_week_course_from_nothing_to_its_first_graded_work(self) -> None:
        teacher = self.page(INSTRUCTOR, "/desk")
        self.make(teacher)
        self.fill(teacher)
        self.weigh(teacher)
        self.enrol(teacher)
        self.open_first_week(teacher)
        student = self.come_in()
        self.hand_in(student)
        self.grade(teacher)
        self.look_what_another_scale_would_do(teacher)
        self.remove_by_mistake_and_bring_back(teacher, student)

    def make(self, page: Page) -> None:
        page.get_by_role("link", name="New course").click()
        page.get_by_label("Code").fill("LEV 120")
        page.get_by_label("Title").fill("Levelling and Setting Out")
        page.get_by_role("radio", name="dates of its own").check()
        page.get_by_label("Name of the term").fill("Short term")
        page.get_by_label("First day").fill(self.monday.isoformat())
        page.get_by_label("Last day").fill((self.monday + timedelta(days=41)).isoformat())
        page.get_by_role("button", name="Add a class").click()
        self.clean_by_axe(page)
        expect(page.get_by_text("With 6 modules, as drafts.")).to_be_visible()
        page.get_by_role("button", name="Make the course").click()
        page.wait_for_url("**/c/lev-120/setup/begin")

    def fill(self, page: Page) -> None:
        """A rhythm first, and then a table with days written in five ways."""
        expect(page.get_by_role("heading", name="What goes into it first?")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Preview the term").click()
        page.get_by_role("button", name=re.compile("^Stamp 12 items")).click()
        page.wait_for_url("**/c/lev-120/week/1")
        expect(page.get_by_text("Homework 1")).to_be_visible()
        days = [self.monday + timedelta(days=7 * n + 2) for n in range(5)]
        written = [
            days[0].isoformat(),
            f"{days[1]:%a} {days[1].day} {days[1]:%b}",
            f"{days[2]:%B} {days[2].day}",
            f"{days[3].day}. {days[3]:%B} {days[3].year}",
            f"{days[4].month}/{days[4].day}/{days[4].year}",
        ]
        rows = [f"{day}\tTopic {n}\tRead chapter {n}" for n, day in enumerate(written, 1)]
        self.go(page, "/c/lev-120/setup/paste")
        page.get_by_label("Table", exact=True).fill("\n".join(["Date\tTopic\tReading", *rows]))
        page.get_by_role("button", name="Show what it becomes").click()
        page.get_by_role("button", name="Make these").click()
        expect(page.get_by_text(re.compile("^Made"))).to_be_visible()
        for n in range(1, 6):
            self.go(page, f"/c/lev-120/week/{n}")
            expect(page.get_by_text(re.compile(f"[Cc]hapter {n}")).first).to_be_visible()

    def weigh(self, page: Page) -> None:
        """Two categories, what counts where, a late rule, letters; each said back before it holds."""
        self.go(page, "/c/lev-120/setup/grading")
        expect(page.get_by_text("nothing counts towards a total")).to_be_visible()
        for n, (name, weight) in enumerate((("Homework", "60"), ("Field", "40"))):
            page.get_by_role("button", name="Add a category").click()
            page.get_by_label("Name", exact=True).nth(n).fill(name)
            page.get_by_label("Weight in %").nth(n).fill(weight)
        page.get_by_role("button", name="Add a late rule").click()
        page.get_by_label("Never below, in %").fill("50")
        page.get_by_label("Counts in: Homework 1 to Homework 6").select_option("Homework")
        page.get_by_label("When late: Homework 1 to Homework 6").select_option("10 % a day")
        page.get_by_role("button", name="Letters A to F").click()
        for said in (
            "The weights add to 100 %.",
            "60 % of the course, 6 items (6 in draft)",
            "40 % of the course, nothing counts in it yet",
            "10 % of the points for each day begun, but never below 50 % of them (6 items)",
            "A from 90 %, B from 80 %, C from 70 %, D from 60 %, F from 0 %; read from the rounded total.",
        ):
            expect(page.get_by_text(said)).to_be_visible()
        expect(page.get_by_text("nobody moves")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Apply these rules").click()
        expect(page.get_by_text("The rules hold.")).to_be_visible()
        page.reload()
        expect(page.get_by_label("Counts in: Homework 1 to Homework 6")).to_have_value(re.compile(r"^\d+$"))

    def look_what_another_scale_would_do(self, page: Page) -> None:
        """The graded student is told of before it holds; looked at, and left as it was."""
        self.go(page, "/c/lev-120/setup/grading")
        page.get_by_label("From %").first.fill("95")
        page.keyboard.press("Tab")
        expect(page.get_by_text("One of 11 moves,")).to_be_visible()
        expect(page.get_by_text("One gets another letter.")).to_be_visible()
        expect(page.locator(".mover")).to_contain_text("90.0 A → 90.0 B")
        page.get_by_role("button", name="Discard").click()
        expect(page.get_by_label("From %").first).to_have_value("90")

    def enrol(self, page: Page) -> None:
        self.go(page, "/c/lev-120/roster/people")
        lines = [f"New Person{n}, new{n}@ostrell.example" for n in range(10)]
        page.get_by_label("One person a line").fill("\n".join(lines))
        page.get_by_role("button", name="Look at the list").click()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Enrol 10 people").click()
        expect(page.get_by_text(re.compile("^10 enrolled"))).to_be_visible()
        page.get_by_role("button", name="Make a code").click()
        code = page.locator("code").first.inner_text()
        other = self.page(KEEPS_UP, f"/join/{code.lower()}")
        expect(other.get_by_role("heading", name="Levelling and Setting Out")).to_be_visible()
        expect(other.get_by_text("Ines Varga-Oduya")).to_be_visible()
        self.clean_by_axe(other)
        other.get_by_role("button", name="Join this section").click()
        expect(other.get_by_text(re.compile("not open to students yet"))).to_be_visible()
        self.assertEqual(Enrolment.objects.filter(course__slug="lev-120", role="student").count(), 11)

    def open_first_week(self, page: Page) -> None:
        self.go(page, "/c/lev-120/week/1")
        page.get_by_role("button", name=re.compile("Draft: open it")).first.click()
        page.get_by_role("button", name="Open it now").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        self.go(page, "/c/lev-120/setup/schedule")
        page.get_by_role("button", name="Open to students").click()
        anyway = page.get_by_role("button", name="Open anyway")
        opened = page.get_by_text(re.compile("^Students can enter since"))
        expect(anyway.or_(opened)).to_be_visible()
        if anyway.is_visible():
            anyway.click()
        expect(opened).to_be_visible()

    def come_in(self) -> Page:
        link = re.search(r"(/invitation/\S+)", mail_to("new3@ostrell.example"))
        assert link
        page = self.page()
        self.go(page, link[1])
        expect(page.get_by_text("You sign in with new3@ostrell.example.")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_label("Your name").fill("Nia Persson")
        page.get_by_label("New password").fill("password12")
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("alert")).to_contain_text("too common")
        page.get_by_label("New password").fill(GOOD)
        page.get_by_role("button", name="Begin").click()
        page.wait_for_url(self.live_server_url + "/")
        expect(page.get_by_text("Homework 1").first).to_be_visible()
        return page

    def hand_in(self, page: Page) -> None:
        """The line is lost while they type; they go, sign in anew with their own password, and go on."""
        page.get_by_role("link", name=re.compile("Homework 1")).first.click()
        page.get_by_label("Your text").fill("Closed to 4 mm over 1.2 km")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.context.set_offline(True)
        page.get_by_label("Your text").fill("Closed to 4 mm over 1.2 km, two set-ups")
        expect(page.get_by_text("No connection.").first).to_be_visible()
        page.context.set_offline(False)
        expect(page.get_by_text("Draft saved")).to_be_visible()
        address = page.url
        page.context.clear_cookies()
        self.go(page, "/sign-in")
        page.get_by_label(re.compile("Name")).first.fill("new3@ostrell.example")
        page.get_by_label("Password").fill(GOOD)
        page.get_by_role("button", name="Sign in").first.click()
        page.wait_for_url(self.live_server_url + "/")
        page.goto(address)
        expect(page.get_by_label("Your text")).to_have_value("Closed to 4 mm over 1.2 km, two set-ups")
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()

    def grade(self, page: Page) -> None:
        person = Person.objects.get(email="new3@ostrell.example")
        self.assertEqual((person.name, person.sort_name), ("Nia Persson", "Persson, Nia"))
        self.go(page, "/desk")
        page.get_by_role("listitem").filter(has_text="Homework 1").get_by_role(
            "link", name=re.compile("^Grade: Homework 1")
        ).click()
        expect(page.get_by_text("two set-ups")).to_be_visible()
        page.get_by_label(re.compile("^Score of")).fill("9")
        page.get_by_label("Comment to the student").click()
        expect(page.get_by_text(re.compile("^Saved .*(sees it|release)"))).to_be_visible()

    def remove_by_mistake_and_bring_back(self, page: Page, student: Page) -> None:
        """The module with the graded work, from the history; and the whole course, by an administrator."""
        self.go(page, "/c/lev-120/week/1")
        page.get_by_role("button", name="Change the module Week 1").click()
        page.get_by_role("menuitem", name="Remove").click()
        asked = page.get_by_role("dialog", name="Take it away?")
        expect(asked).to_contain_text("work of 1 person")
        asked.get_by_role("button", name="Take it away").click()
        expect(page.get_by_text("Homework 1")).to_have_count(0)
        self.go(page, "/c/lev-120/setup/history?sort=removed")
        entry = page.locator("[data-change]").filter(has_text="Week 1 was removed")
        entry.get_by_role("button", name="Set back").click()
        expect(page.get_by_text("That is a change too")).to_be_visible()
        self.go(page, "/c/lev-120/week/1")
        expect(page.get_by_text("Homework 1").first).to_be_visible()
        self.go(page, "/c/lev-120/setup/course")
        page.get_by_role("button", name="Remove the course").click()
        expect(page.get_by_text("11 students lose it from their lists at once.")).to_be_visible()
        page.get_by_role("button", name="Remove the course").last.click()
        page.wait_for_url("**/desk")
        self.go(student, "/c/lev-120")
        expect(student.get_by_text(re.compile("no such course"))).to_be_visible()
        keeper = self.page(ADMINISTRATOR, "/administration/courses")
        keeper.get_by_label("State").select_option("removed")
        keeper.get_by_role("button", name="Bring it back").click()
        expect(keeper.get_by_text("is back, as it was.")).to_be_visible()
        self.clean_by_axe(keeper)
        student.reload()
        expect(student.get_by_text("Homework 1").first).to_be_visible()
        self.assertIsNone(Course.objects.get(slug="lev-120").removed_at)

    def test_an_administrator_looks_as_somebody_and_a_password_is_set_by_mail(self) -> None:
        keeper = self.page(ADMINISTRATOR, "/administration/people")
        keeper.get_by_label("Find by name or address").fill("tarrow")
        keeper.keyboard.press("Enter")
        keeper.get_by_role("button", name="More for Tarrow, Rosalind").click()
        keeper.get_by_role("menuitem", name="Look as they do").click()
        keeper.get_by_label("Why").fill("They see no Set 7A")
        keeper.get_by_role("button", name="Begin to look").click()
        expect(keeper.get_by_text("you see this as Rosalind Tarrow")).to_be_visible()
        expect(keeper.get_by_role("heading", level=1)).to_be_visible()
        self.clean_by_axe(keeper)
        keeper.get_by_role("button", name="End", exact=True).click()
        keeper.wait_for_url("**/administration/people")
        expect(keeper.get_by_text("you see this as")).to_have_count(0)

        page = self.page()
        page.get_by_role("link", name="Forgotten your password?").click()
        page.get_by_label("E-mail", exact=True).fill("rosalind.tarrow@ostrell.example")
        page.get_by_role("button", name="Send the link").click()
        expect(page.get_by_text("a link is on its way")).to_be_visible()
        link = re.search(r"(/password/\S+)", mail_to("rosalind.tarrow@ostrell.example"))
        assert link
        self.go(page, link[1])
        page.get_by_label("New password").fill(GOOD)
        page.get_by_role("button", name="Set it").click()
        page.get_by_role("link", name="Sign in").click()
        page.get_by_label(re.compile("Name")).first.fill(KEEPS_UP)
        page.get_by_label("Password").fill(DEMO_PASSWORD)
        page.get_by_role("button", name="Sign in").first.click()
        expect(page.get_by_role("alert")).to_be_visible()
        page.get_by_label("Password").fill(GOOD)
        page.get_by_role("button", name="Sign in").first.click()
        page.wait_for_url(self.live_server_url + "/")
        self.go(page, "/account")
        expect(page.get_by_text("here, now")).to_be_visible()
        self.clean_by_axe(page)
