"""Work in photographs, a rubric and tried scores with two tabs, two people, Back and a lost line."""

from __future__ import annotations

from apps.assignments.models import HandIn, HandInPhoto
from apps.gradebook.models import GradedItem, Score
from apps.layout.models import Item
from apps.people.models import Person
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.files import jpeg, upload
from tests.journeys.browser import Journey

LOOP = "Field book: campus loop"


class Elsewhere(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)
        self.path = f"/courses/srv-110/items/{self.item.pk}/hand-in"
        self.address = f"/c/srv-110/item/{self.item.pk}"

    def with_pages(self, *names: str) -> Caller:
        caller = Caller(KEEPS_UP)
        for name in names:
            caller.send("POST", f"{self.path}/photos", file=upload(name, jpeg(600, 800)))
        return caller

    def page_named(self, page: Page, n: int, of: int, name: str) -> object:
        return page.get_by_role("button", name=f"Page {n} of {of}, {name}: turn or cut it")

    def test_two_tabs_what_one_hands_in_the_other_is_told_and_adds_nothing_to_it(self) -> None:
        self.with_pages("a.jpg", "b.jpg")
        one = self.page(KEEPS_UP, self.address)
        two = one.context.new_page()
        self.go(two, self.address)
        expect(self.page_named(two, 2, 2, "b.jpg")).to_be_visible()  # type: ignore[arg-type]
        one.get_by_role("button", name="Hand in 2 pages").click()
        one.get_by_role("button", name="Hand in now").click()
        expect(one.get_by_role("heading", name="Receipt")).to_be_visible()
        two.get_by_role("button", name="Page 2: one earlier").click()
        expect(two.get_by_text("Attempt 1 was handed in meanwhile")).to_be_visible()
        expect(two.get_by_role("button", name="Start another attempt")).to_be_visible()
        self.assertEqual([p.stored.name for p in HandInPhoto.objects.order_by("position")], ["a.jpg", "b.jpg"])
        self.assertEqual(HandIn.objects.filter(item=self.item, person__username=KEEPS_UP).count(), 1)

    def test_without_a_line_an_order_that_was_not_kept_is_said_and_stands_as_it_was(self) -> None:
        self.with_pages("a.jpg", "b.jpg")
        page = self.page(KEEPS_UP, self.address)
        expect(self.page_named(page, 2, 2, "b.jpg")).to_be_visible()  # type: ignore[arg-type]
        page.context.set_offline(True)
        page.get_by_role("button", name="Page 2: one earlier").click()
        expect(self.page_named(page, 1, 2, "b.jpg")).to_be_visible()  # type: ignore[arg-type]
        page.wait_for_timeout(1500)
        page.context.set_offline(False)
        self.eventually(page, lambda: HandInPhoto.objects.order_by("position")[0].stored.name == "b.jpg")

    def test_another_person_in_the_same_browser_finds_nothing_of_the_first(self) -> None:
        self.with_pages("a.jpg")
        page = self.page(KEEPS_UP, self.address)
        expect(self.page_named(page, 1, 1, "a.jpg")).to_be_visible()  # type: ignore[arg-type]
        self.go(page, "/c/srv-110/standing?show=try")
        page.get_by_label("A score to try for Set 7A").fill("3")
        expect(page.get_by_text("Tried:")).to_be_visible()
        page.get_by_role("button", name="You: Rosalind Tarrow").click()
        page.get_by_role("menuitem", name="Sign out").click()
        page.get_by_label("Name or e-mail").fill(BEHIND)
        page.get_by_label("Password", exact=True).fill("field-book-110")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="You: Caspian Holt")).to_be_visible()
        self.go(page, "/c/srv-110/standing?show=try")
        expect(page.get_by_label("A score to try for Set 7A")).to_have_value("")
        expect(page.get_by_text("Tried:")).to_have_count(0)
        self.go(page, self.address)
        expect(page.get_by_text("Take or choose a photograph of each page.")).to_be_visible()
        self.go(page, "/own-work")
        expect(page.get_by_role("heading", name="Your work")).to_be_visible()
        expect(page.get_by_text("Which end of the tape")).to_have_count(0)

    def test_a_rubric_that_is_changed_under_a_grader_is_said_and_what_they_chose_is_not_lost_without_a_word(
        self,
    ) -> None:
        GradedItem.objects.filter(item=self.item).update(hold=False)
        caller = self.with_pages("a.jpg")
        caller.send("POST", self.path)
        person = Person.objects.get(username=KEEPS_UP)
        page = self.page(INSTRUCTOR, f"/c/srv-110/grade/{self.item.pk}/{person.pk}")
        for level in ("Complete 8", "Within what is allowed 10"):
            page.get_by_role("radio", name=level).press("Space")
        Caller(INSTRUCTOR).send("PUT", f"/courses/srv-110/items/{self.item.pk}/rubric", {"rubric_id": None})
        page.get_by_role("radio", name="Right 10").press("Space")
        expect(page.get_by_role("alert")).to_contain_text("The rubric of this item was changed meanwhile")
        expect(page.get_by_role("button", name="Keep theirs")).to_have_count(0)
        self.assertFalse(Score.objects.filter(cell__person=person, cell__graded_item__item=self.item).exists())

    def test_back_from_the_receipt_and_forth_hands_nothing_in_again(self) -> None:
        self.with_pages("a.jpg")
        page = self.page(KEEPS_UP, self.address)
        page.get_by_role("button", name="Hand in 1 page").click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_role("heading", name="Receipt")).to_be_visible()
        page.go_back()
        expect(page.get_by_role("heading", name="What you handed in")).to_be_visible()
        expect(page.get_by_role("button", name="Hand in 1 page")).to_have_count(0)
        page.go_forward()
        expect(page.get_by_role("heading", name="Receipt")).to_be_visible()
        self.assertEqual(HandIn.objects.filter(item=self.item, person__username=KEEPS_UP).count(), 1)
