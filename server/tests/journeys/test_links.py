"""A homework system of its own process and port: joined, picked from, worked in, and its scores seen."""

from __future__ import annotations

import re
from datetime import datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from apps.courses.models import Course
from apps.gradebook.models import GradedItem
from apps.layout.models import Item
from apps.layout.queries import layout
from apps.links.actions.fetch_state import fetch_state, tell_dates
from apps.links.actions.take_reports import take_reports
from apps.links.models import LinkedSystem, Placement, Reported, StatedDue
from apps.messages.models import Question
from apps.people.models import Person
from demo.homework_told import write_told
from demo.linked import link_sets
from django.test import override_settings
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.homework_service import HomeworkService, homework
from tests.journeys.browser import Journey
from tests.worlds import CLOCK

NAME = "Plumb Line problem sets"


class WithHomework(Journey):
    service: HomeworkService

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.service = HomeworkService(CLOCK)
        cls.addClassCleanup(cls.service.kill)

    def setUp(self) -> None:
        super().setUp()
        reach = override_settings(PUBLIC_ADDRESS=self.live_server_url, LINKS_PRIVATE_HOSTS=[self.service.host])
        reach.enable()
        self.addCleanup(reach.disable)
        self.addCleanup(self.service.switch)

    def register(self, page: Page) -> LinkedSystem:
        """The instructor pastes the system's address, registers it there, and lets it in."""
        self.go(page, "/c/srv-110/setup/systems")
        page.get_by_label("Registration address").fill(f"{self.service.address}/register")
        with page.context.expect_page() as opened:
            page.get_by_role("button", name="Register it").click()
        there = opened.value
        there.get_by_role("button", name="Register Plumb Line").click()
        expect(there.get_by_text("Registered.")).to_be_visible()
        there.close()
        page.reload()
        card = page.get_by_role("article", name=NAME)
        expect(card).to_contain_text("Waits to be let in")
        card.get_by_role("button", name="Let it in").click()
        expect(card.get_by_role("button", name="Test it")).to_be_visible()
        return LinkedSystem.objects.get()

    def pick(self, page: Page, *titles: str) -> None:
        self.go(page, "/c/srv-110/week/8")
        page.get_by_role("button", name=re.compile("^Add an item to")).first.click()
        page.get_by_label("Kind").select_option(label="Linked homework")
        self.choose(page, *titles)

    def choose(self, page: Page, *titles: str) -> None:
        page.get_by_role("button", name=f"Pick from {NAME}").click()
        expect(page.get_by_role("heading", name="Pick sets for the course")).to_be_visible()
        for title in titles:
            page.get_by_role("checkbox", name=re.compile(f"^{title}")).check()
        page.get_by_role("button", name="Bring these into the course").click()
        page.wait_for_url("**/picked/**")


class FromEndToEnd(WithHomework):
    def test_registered_picked_worked_and_the_score_seen_with_its_age(self) -> None:
        teacher = self.page(INSTRUCTOR)
        self.register(teacher)
        teacher.get_by_role("button", name="Test it").click()
        steps = teacher.get_by_role("article", name=NAME).locator("dl").first
        expect(steps).to_contain_text("1 key(s) can be read")
        self.clean_by_axe(teacher)

        self.pick(teacher, "Set 8A", "Set 8B", "Set 7B")
        expect(teacher.get_by_text("Nothing is placed until you say so")).to_be_visible()
        week = teacher.get_by_role("link", name="Week", exact=True)
        expect(week).to_have_attribute("href", re.compile(r"/week/\d+$"))
        self.clean_by_axe(teacher)
        teacher.get_by_role("button", name="Place them as drafts").click()
        teacher.wait_for_url("**/week/8")
        expect(teacher.get_by_text("Set 8B: coordinates of stations").first).to_be_visible()
        placed = Placement.objects.order_by("pk")
        self.assertEqual([p.resource_id for p in placed], ["7b", "8a", "8b"])
        item = placed[0].item
        Item.objects.filter(pk=item.pk).update(published=True)

        student = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}")
        expect(student.get_by_text("your name, Rosalind Tarrow")).to_be_visible()
        expect(student.get_by_text("nothing is known of it yet")).to_be_visible()
        self.clean_by_axe(student)
        with student.context.expect_page() as opened:
            student.get_by_role("link", name=f"Open in {NAME}").click()
        self.work(opened.value)
        self.eventually(student, lambda: Reported.objects.filter(grading="FullyGraded").exists())
        take_reports()
        student.reload()
        expect(student.get_by_text(re.compile("complete, scored, as it said"))).to_be_visible()
        GradedItem.objects.filter(item=item).update(hold=False)
        self.go(student, "/c/srv-110/standing")
        expect(student.get_by_role("link", name=item.title)).to_be_visible()

        self.go(teacher, f"/c/srv-110/item/{item.pk}")
        row = teacher.get_by_role("row", name=re.compile("Rosalind Tarrow"))
        expect(row).to_contain_text("complete, scored")
        self.clean_by_axe(teacher)

    def work(self, there: Page) -> None:
        """One problem wrong in form, which costs no try, then tried; the set is handed in."""
        problem = there.get_by_role("article", name="Problem 1")
        problem.get_by_label("Your answer").fill("12,5 m(")
        problem.get_by_role("button", name="Try").click()
        problem = there.get_by_role("article", name="Problem 1")
        expect(problem).to_contain_text("No try was used")
        expect(problem).to_contain_text("3 tries")
        problem.get_by_label("Your answer").fill("0.123")
        problem.get_by_role("button", name="Try").click()
        expect(there.get_by_role("article", name="Problem 1")).not_to_contain_text("3 tries")
        there.get_by_role("button", name="Hand in the set").click()
        expect(there.get_by_text(re.compile("handed in"))).to_be_visible()


class OfARhythm(WithHomework):
    def test_what_its_items_open_is_picked_at_once_and_set_back(self) -> None:
        beats = [{"key": "set", "kind": "linked", "title": "Set {n}A", "points": 10, "category": "Homework"}]
        wish = {"name": "Sets", "beats": beats, "steps": {"first": 9, "last": 11}}
        self.assertEqual(Caller(INSTRUCTOR).send("POST", "/courses/srv-110/rhythms", wish).status_code, 200)
        page = self.page(INSTRUCTOR)
        self.register(page)
        self.go(page, "/c/srv-110/setup/rhythm")
        page.get_by_role("button", name="Sets", exact=True).click()
        expect(page.get_by_text("Of its 3 items of linked homework 3 have no content yet.")).to_be_visible()
        self.choose(page, "Set 11A", "Set 9A", "Set 9B")
        expect(page.get_by_text("For 3 items, from")).to_be_visible()
        which = page.get_by_label(re.compile("^Which item"))
        expect(which).to_have_count(3)
        chosen = which.evaluate_all("all => all.map(one => one.selectedOptions[0].text)")
        self.assertEqual([text.partition(" (")[0] for text in chosen], ["Set 9A", "None of them", "Set 11A"])
        expect(page.get_by_text("One item is then still without content.")).to_be_visible()
        self.clean_by_axe(page)
        which.nth(1).select_option(label=chosen[0])
        expect(page.get_by_text("Another one is for this item too.").first).to_be_visible()
        expect(page.get_by_role("button", name="Set the content of 3 items")).to_be_disabled()
        which.nth(1).select_option(label="None of them")
        page.get_by_role("button", name="Set the content of 2 items").click()
        page.wait_for_url("**/setup/rhythm")
        self.assertEqual(sorted(Placement.objects.values_list("resource_id", flat=True)), ["11a", "9a"])
        page.get_by_role("button", name="Undo").click()
        self.eventually(page, lambda: not Placement.objects.exists())


class OnAPhone(WithHomework):
    def test_the_item_fits_a_phone(self) -> None:
        teacher = self.page(INSTRUCTOR)
        system = self.register(teacher)
        item = Item.objects.get(title="Set 7A: latitudes and departures")
        Item.objects.filter(pk=item.pk).update(kind="linked")
        Placement.objects.create(
            item=item, system=system, address=f"{self.service.address}/launch?set=7a", custom={"set": "7a"}
        )
        phone = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}", viewport={"width": 390, "height": 844})
        expect(phone.get_by_text("Arrives there").first).to_be_visible()
        self.assertLessEqual(self.width(phone), 390)
        self.clean_by_axe(phone)
        self.service.switch(down="on")
        self.assertFalse(fetch_state(system, item.course))
        self.go(teacher, "/c/srv-110/setup/systems")
        expect(teacher.get_by_text(re.compile("It did not answer when it was last asked"))).to_be_visible()


class InTheDemo(WithHomework):
    """The sets of the demo in the stand-in, which knows the class."""

    def setUp(self) -> None:
        super().setUp()
        link_sets(Course.objects.get(slug="srv-110"), self.service.address, datetime.fromisoformat(CLOCK))
        with TemporaryDirectory() as folder:
            told = Path(folder) / "told.json"
            write_told(told)
            homework.prepare(self.service.env, told)

    def test_a_trial_that_ends_is_told_where_it_matters(self) -> None:
        page = self.page(BEHIND, "/c/srv-110/week/7")
        band = page.get_by_text("Your trial of Plumb Line problem sets ends Fri 9 Oct, 23:59.").first
        expect(band).to_be_visible()
        self.clean_by_axe(page)
        self.go(page, "/")
        expect(page.get_by_text(re.compile("SRV 110: Your trial of Plumb Line"))).to_be_visible()
        keeps_up = self.page(KEEPS_UP, "/c/srv-110/week/7")
        expect(keeps_up.locator("[data-item]").first).to_be_visible()
        expect(keeps_up.get_by_text(re.compile("Your trial of"))).to_have_count(0)

    def test_a_date_that_differs_is_settled_and_the_silent_system_stands_on_the_desk(self) -> None:
        page = self.page(INSTRUCTOR, "/desk")
        expect(page.get_by_text(re.compile("Bench Mark checks told nothing since"))).to_be_visible()
        self.go(page, "/c/srv-110/setup/check")
        row = page.locator('[data-code="linked.due_differs"]')
        expect(row).to_contain_text("Set 8B")
        row.get_by_role("button", name="Keep ours, and tell the system").click()
        expect(row).to_have_count(0)
        self.assertFalse(StatedDue.objects.exists())
        system = LinkedSystem.objects.get(name=NAME)
        course = Course.objects.get(slug="srv-110")
        item = Item.objects.get(title__startswith="Set 8B", course=course)
        tell_dates(system, course, item.pk)
        self.assertTrue(fetch_state(system, course))
        self.go(page, "/c/srv-110/setup/check")
        expect(page.get_by_role("heading", level=2).first).to_be_visible()
        expect(row).to_have_count(0)

    def test_who_may_hand_in_later_reads_their_own_date_there_and_the_class_keeps_its_own(self) -> None:
        item = Item.objects.get(title__startswith="Set 7B", course__slug="srv-110")
        student = Person.objects.get(username=KEEPS_UP)
        wish = {"person_id": student.pk, "item_id": item.pk, "walls": {"due": "2026-10-11T20:00"}}
        self.assertEqual(Caller(INSTRUCTOR).send("POST", "/courses/srv-110/allowances", wish).status_code, 200)
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}")
        with page.context.expect_page() as opened:
            page.get_by_role("link", name=f"Open in {NAME}").click()
        expect(opened.value.get_by_text("Due Sun 11 Oct, 20:00, as your course says.")).to_be_visible()
        self.assertTrue(fetch_state(LinkedSystem.objects.get(name=NAME), item.course))
        stated = set(StatedDue.objects.filter(item=item).values_list("due", flat=True))
        self.assertEqual(stated, {layout(item.course).items[item.pk].span.due})

    def test_a_problem_is_asked_about_with_its_numbers_and_tries(self) -> None:
        item = Item.objects.get(title__startswith="Set 7B", course__slug="srv-110")
        student = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}")
        with student.context.expect_page() as opened:
            student.get_by_role("link", name=f"Open in {NAME}").click()
        there = opened.value
        problem = there.get_by_role("article", name="Problem 1")
        problem.get_by_label("Your answer").fill("0.123")
        problem.get_by_role("button", name="Try").click()
        expect(there.get_by_role("article", name="Problem 1")).to_contain_text("Not right yet")
        there.get_by_role("article", name="Problem 1").get_by_role("link", name="Ask the instructor").click()
        dialog = there.get_by_role("dialog")
        expect(dialog.get_by_role("heading", name=re.compile("Ask about"))).to_be_visible()
        self.assertNotIn("asked=", there.url)
        dialog.get_by_role("textbox").last.click()
        there.keyboard.type("Is it the root of the sum of squares?", delay=5)
        dialog.get_by_role("button", name="Ask", exact=True).click()
        self.eventually(there, lambda: Question.objects.filter(item=item).exists())
        context = Question.objects.get(item=item).context
        self.assertEqual(context["put"], "1. Misclosure of a traverse")
        self.assertEqual(context["put_tries"], ["0.123: wrong"])
        self.assertTrue(context["put_version"])
        teacher = self.page(INSTRUCTOR, "/c/srv-110/talk/questions")
        expect(teacher.get_by_text("problem “1. Misclosure of a traverse” in the linked system")).to_be_visible()
