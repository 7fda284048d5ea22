"""Every form, on the clock that runs: typed into, left in each of the ways that a person can, and found again."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime

from apps.assignments.models import HandIn
from apps.gradebook.models import Score
from apps.layout.models import Item
from django.test import override_settings
from playwright.sync_api import Locator, Page, expect

from tests import worlds
from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

SET_7A = "Set 7A: latitudes and departures"
TYPED = "Typed and not saved"
Step = Callable[[Page], object]


@dataclass(frozen=True)
class Form:
    """Where it is, how it is opened, and the field that is typed into. `dialog`: it stands over the page."""

    name: str
    address: str
    field: Callable[[Page], Locator]
    open: Step = lambda _page: None
    dialog: bool = False
    typed: str = TYPED


def press(name: str) -> Step:
    return lambda page: page.get_by_role("button", name=name).first.click()


def item(title: str, rest: str = "") -> str:
    return f"/c/srv-110/item/{Item.objects.get(title=title).pk}{rest}"


def objectives(page: Page) -> None:
    page.get_by_role("button", name="Change the module").first.click()
    page.get_by_role("menuitem", name="Objectives").click()


@override_settings(FIXED_CLOCK="")
class Leaving(Journey):
    def setUp(self) -> None:
        super().setUp()
        worlds.stand_at(datetime.now(UTC))

    def teachers(self) -> list[Form]:
        page, setup = item(SET_7A), "/c/srv-110/setup"
        return [
            Form("settings", page, lambda p: p.get_by_label("Hint"), press("Dates and settings"), True),
            Form("allowance", page, lambda p: p.get_by_label("Reason (they read it too)"), press("An allowance"), True),
            Form("objectives", "/c/srv-110/week/7", lambda p: p.get_by_label("One a line"), objectives, True),
            Form("a new item", "/c/srv-110/week/7", lambda p: p.get_by_label("Title"), press("Add an item to")),
            Form("schedule", f"{setup}/schedule", lambda p: p.get_by_label("Name of the term")),
            Form("rhythm", f"{setup}/rhythm", lambda p: p.get_by_label("Name", exact=True)),
            Form("table", f"{setup}/paste", lambda p: p.get_by_label("Table")),
            Form(
                "library",
                "/c/srv-110/library/faq",
                lambda p: p.get_by_role("dialog").get_by_label("Question"),
                press("Add"),
                True,
            ),
            Form("move", f"{setup}/move", lambda p: p.get_by_label("Name of the term")),
            Form("period", "/c/srv-110/official-grades", lambda p: p.get_by_label("Reporting period")),
            Form(
                "teacher",
                "/c/srv-110/roster/people",
                lambda p: p.get_by_role("dialog").get_by_label("Name", exact=True),
                press("Add a teacher"),
                True,
            ),
            Form("group", "/c/srv-110/roster", lambda p: p.get_by_label("Name of the group"), press("New group"), True),
            Form("comment", self.grading(), lambda p: p.get_by_label("Comment to the student")),
        ]

    def students(self) -> list[Form]:
        return [
            Form("report", item(SET_7A), lambda p: p.get_by_role("dialog").get_by_role("textbox"),
                 press("Report an error"), True),
            Form("minutes a day", "/", lambda p: p.get_by_label("Monday"), press("Change"), True, "77"),
            Form("absence", "/c/srv-110/class/13", lambda p: p.get_by_label("Why? Your teachers read it.")),
        ]  # fmt: skip

    def grading(self) -> str:
        scored = Score.objects.values("cell__person_id", "cell__graded_item__item_id")
        known = {(row["cell__person_id"], row["cell__graded_item__item_id"]) for row in scored}
        handed_in = HandIn.objects.exclude(number=None).filter(item__points__gt=0)
        done = next(h for h in handed_in if (h.person_id, h.item_id) not in known)
        return f"/c/srv-110/grade/{done.item_id}/{done.person_id}"

    def test_what_a_teacher_types(self) -> None:
        self.leave(INSTRUCTOR, self.teachers())

    def test_what_a_student_types(self) -> None:
        self.leave(KEEPS_UP, self.students())

    def leave(self, who: str, forms: list[Form]) -> None:
        page = self.page(who, "/")
        for form in forms:
            with self.subTest(form.name):
                # There and back by a link, so that the browser has a page of the application to go on to.
                self.go(page, form.address)
                page.locator("a[href^='/c/srv-110/']:visible").first.click()
                page.wait_for_url(lambda now, at=form.address: not now.endswith(at))
                page.go_back()
                page.wait_for_url(f"**{form.address}")
                form.open(page)
                field = form.field(page)
                expect(field).to_be_visible()
                field.click()
                field.fill(form.typed)
                ways: dict[str, Step] = {"the browser's own": lambda p: p.evaluate("history.forward()")}
                if form.dialog:
                    ways |= {"Escape": lambda p: p.keyboard.press("Escape"), "beside": lambda p: p.mouse.click(4, 500)}
                else:
                    ways["a link"] = lambda p: p.get_by_role("link", name="Term", exact=True).click()
                for way, step in ways.items():
                    step(page)
                    asked = page.get_by_role("dialog", name="Leave without saving?")
                    expect(asked, f"{form.name}, {way}").to_be_visible()
                    asked.get_by_role("button", name="Stay here").click()
                    expect(field).to_have_value(form.typed)
                self.reload_is_asked(page, form)

    def reload_is_asked(self, page: Page, form: Form) -> None:
        kinds: list[str] = []

        def stay(dialog) -> None:  # type: ignore[no-untyped-def]
            kinds.append(dialog.type)
            dialog.accept()

        page.once("dialog", stay)
        page.reload()
        self.assertEqual(kinds, ["beforeunload"], form.name)

    def test_texts_are_kept_and_found_again(self) -> None:
        page = self.page(KEEPS_UP, item(SET_7A))
        page.get_by_label("Your text").fill("Closed to 1 : 5200.")
        page.get_by_role("link", name="Term", exact=True).click()
        page.wait_for_url("**/term/**")
        page.go_back()
        expect(page.get_by_label("Your text")).to_have_value("Closed to 1 : 5200.")
        page.reload()
        expect(page.get_by_label("Your text")).to_have_value("Closed to 1 : 5200.")
