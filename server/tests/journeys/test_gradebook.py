"""The gradebook by keyboard: typed over, pasted, filled down, set back; what is wrong stays where it was typed."""

from __future__ import annotations

import re
from typing import Any

from apps.courses.models import Course, Enrolment
from apps.gradebook.models import GradedItem, Score
from apps.layout.models import Item
from apps.people.models import Person
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, Caller
from tests.journeys.browser import Journey

SET = "Set 7B: misclosure and precision"
PLAN = "Project plan"
AT = "/c/srv-110/gradebook"


class Sheet(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.set = Item.objects.get(title=SET, course__slug="srv-110")
        self.people = [p["id"] for p in Caller(INSTRUCTOR).get("/courses/srv-110/gradebook").json()["people"]]

    def opened(self, row: int = 0, **options: Any) -> Page:
        """The cell of the set in this row is the one where one is."""
        page = self.page(INSTRUCTOR, f"{AT}?cell={self.set.pk}.{self.people[row]}", **options)
        expect(page.get_by_role("grid")).to_be_focused()
        self.here(page, row)
        return page

    def here(self, page: Page, row: int, item: Item | None = None) -> None:
        at = f"cell-{self.people[row]}-{(item or self.set).pk}"
        expect(page.get_by_role("grid")).to_have_attribute("aria-activedescendant", at)

    def cell(self, page: Page, row: int) -> Any:
        return page.locator(f"#cell-{self.people[row]}-{self.set.pk}")

    def saved(self, page: Page) -> None:
        expect(page.get_by_role("status").filter(has_text="All is saved")).to_be_visible()

    def raws(self) -> dict[int, str]:
        rows = Score.objects.filter(cell__graded_item__item=self.set, cell__excused=False)
        return {self.people.index(s.cell.person_id): f"{s.raw.normalize():f}" for s in rows.select_related("cell")}

    def test_down_a_column_by_keys_with_one_figure_that_is_wrong(self) -> None:
        page = self.opened()
        for text in ("9", "10,5", "1,250", "11"):
            page.keyboard.type(text)
            page.keyboard.press("Enter")
        expect(page.get_by_text("One cell is not saved")).to_be_visible()
        self.here(page, 4)
        expect(page.locator(".sending")).to_have_count(0)
        self.assertEqual(self.raws(), {0: "9", 1: "10.5", 3: "11"})
        page.get_by_role("button", name="One cell is not saved").click()
        self.here(page, 2)
        expect(page.get_by_role("alert")).to_contain_text("can be read as thousands")
        expect(self.cell(page, 2)).to_have_attribute("aria-invalid", "true")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Type it again").click()
        page.keyboard.press("Control+A")
        page.keyboard.type("12")
        page.keyboard.press("Tab")
        self.saved(page)
        self.assertEqual(self.raws()[2], "12")
        page.reload()
        expect(page.get_by_role("grid")).to_be_focused()

    def test_more_than_there_is_is_kept_when_it_is_meant(self) -> None:
        page = self.opened()
        page.keyboard.type("13")
        page.keyboard.press("Enter")
        page.keyboard.press("ArrowUp")
        expect(page.get_by_role("alert")).to_contain_text("13 is 1 more than the 12 points")
        page.get_by_role("button", name="It is meant so").click()
        self.saved(page)
        self.assertEqual(self.raws(), {0: "13"})

    def test_a_block_is_pasted_filled_down_copied_and_set_back(self) -> None:
        page = self.opened()
        page.context.grant_permissions(["clipboard-read", "clipboard-write"])
        page.evaluate("navigator.clipboard.writeText('7\\n8\\nexc\\n')")
        page.keyboard.press("Control+V")
        expect(self.cell(page, 2)).to_contain_text("exc.")
        self.saved(page)
        self.assertEqual(self.raws(), {0: "7", 1: "8"})
        page.keyboard.press("Control+Z")
        expect(self.cell(page, 1)).to_have_text("")
        self.assertEqual(self.raws(), {})
        page.keyboard.press("Control+Y")
        expect(self.cell(page, 1)).to_have_text("8")
        page.keyboard.press("ArrowDown")
        for _ in range(3):
            page.keyboard.press("Shift+ArrowDown")
        page.keyboard.press("Control+D")
        expect(self.cell(page, 4)).to_have_text("8")
        self.saved(page)
        self.assertEqual(self.raws(), {0: "7", 1: "8", 2: "8", 3: "8", 4: "8"})
        page.keyboard.press("Control+C")
        expect(page.get_by_text("4 cells copied.")).to_be_visible()
        self.assertEqual(page.evaluate("navigator.clipboard.readText()"), "8\n8\n8\n8")
        page.keyboard.press("Delete")
        expect(self.cell(page, 3)).to_have_text("")
        self.saved(page)
        self.assertEqual(self.raws(), {0: "7"})

    def test_two_at_one_cell_the_second_is_told_and_chooses(self) -> None:
        first, second = self.opened(), self.opened()
        for page, text in ((first, "9"), (second, "10")):
            page.keyboard.type(text)
            page.keyboard.press("Enter")
            if page is first:
                self.saved(first)
        second.keyboard.press("ArrowUp")
        expect(second.get_by_role("alert")).to_contain_text("changed this score to 9")
        self.assertEqual(self.raws(), {0: "9"})
        second.get_by_role("button", name="Put 10 over it").click()
        self.saved(second)
        self.assertEqual(self.raws(), {0: "10"})
        history = second.get_by_role("complementary", name="The cell")
        expect(history).to_contain_text("9 → 10")

    def test_over_a_lost_line_what_is_typed_waits_and_goes_when_it_is_back(self) -> None:
        page = self.opened()
        page.context.set_offline(True)
        for text in ("9", "10"):
            page.keyboard.type(text)
            page.keyboard.press("Enter")
        expect(self.cell(page, 1)).to_have_text("10")
        expect(page.get_by_text("Saving …")).to_be_visible()
        self.assertEqual(self.raws(), {})
        page.context.set_offline(False)
        self.saved(page)
        self.assertEqual(self.raws(), {0: "9", 1: "10"})

    def test_without_a_line_leaving_is_asked_and_staying_keeps_what_waits(self) -> None:
        page = self.opened()
        page.context.set_offline(True)
        page.keyboard.type("9")
        page.keyboard.press("Enter")
        page.get_by_role("link", name="Term", exact=True).click()
        expect(page.get_by_role("dialog")).to_be_visible()
        page.get_by_role("dialog").get_by_role("button", name=re.compile("^Stay")).click()
        page.context.set_offline(False)
        self.saved(page)
        self.assertEqual(self.raws(), {0: "9"})

    def test_whoever_is_enrolled_meanwhile_moves_nobody_elses_figure(self) -> None:
        """A row comes in above while one types: the figure goes to the student at whom one was."""
        page = self.opened(row=2)
        first = Person.objects.create(username="aa.first", email="aa@ostrell.example", name="A", sort_name="Aaa, First")
        course = Course.objects.get(slug="srv-110")
        Enrolment.objects.create(course=course, person=first, role="student", section=course.sections.first())
        page.keyboard.type("8")
        page.keyboard.press("Shift+Enter")
        self.here(page, 1)
        expect(page.get_by_role("rowheader", name="Aaa, First")).to_be_visible()
        self.here(page, 1)
        page.keyboard.type("7")
        page.keyboard.press("Enter")
        self.saved(page)
        self.assertEqual(self.raws(), {1: "7", 2: "8"})

    def test_leaving_with_a_figure_that_was_refused_is_asked_first(self) -> None:
        page = self.opened()
        page.keyboard.type("nine")
        page.keyboard.press("Enter")
        expect(page.get_by_text("One cell is not saved")).to_be_visible()
        page.get_by_role("link", name="Term", exact=True).click()
        expect(page.get_by_role("dialog")).to_be_visible()

    def test_students_and_items_are_picked_and_the_address_keeps_it(self) -> None:
        page = self.opened()
        page.get_by_label("Items").select_option("Items with work that waits")
        page.get_by_label("Students").select_option("With work that waits")
        page.wait_for_url("**/gradebook?*items=waiting*")
        expect(page.get_by_role("row").nth(1)).to_be_visible()
        expect(page.get_by_text("reading the whole class …")).to_have_count(0)
        count = page.get_by_role("row").count()
        page.reload()
        expect(page.get_by_label("Students")).to_have_value("waiting")
        expect(page.get_by_role("row")).to_have_count(count)
        page.get_by_role("button", name="Next waiting").click()
        expect(page.get_by_role("complementary", name="The cell")).to_contain_text("Waiting for a score")
        page.get_by_label("Find a student").fill("no such name")
        expect(page.get_by_text("Nobody is like that.")).to_be_visible()

    def test_nothing_moves_away_under_whoever_scores_what_waits(self) -> None:
        """The work of the second is late in the list of those who wait: it stays in its row when the first is scored."""
        page = self.page(INSTRUCTOR, f"{AT}?items=waiting&show=waiting")
        expect(page.get_by_role("grid")).to_be_focused()
        page.get_by_role("button", name="Next waiting").click()
        count, heads = page.get_by_role("row").count(), page.get_by_role("columnheader").count()
        for _ in range(3):
            grid = page.get_by_role("grid")
            at = grid.get_attribute("aria-activedescendant")
            page.keyboard.type("5")
            page.keyboard.press("Enter")
            self.saved(page)
            expect(page.locator(f"#{at}")).to_have_text("5")
            page.get_by_role("button", name="Next waiting").click()
        self.assertEqual((page.get_by_role("row").count(), page.get_by_role("columnheader").count()), (count, heads))

    def test_held_scores_come_out_from_the_head_of_their_column(self) -> None:
        plan = Item.objects.get(title="Field book: bearings", course__slug="srv-110")
        GradedItem.objects.filter(item=plan).update(hold=True)
        page = self.page(INSTRUCTOR, f"{AT}?cell={plan.pk}.{self.people[0]}")
        self.here(page, 0, plan)
        page.keyboard.type("20")
        page.keyboard.press("Enter")
        self.saved(page)
        page.get_by_role("button", name=re.compile("^Field book: bearings")).click()
        self.clean_by_axe(page)
        page.get_by_role("button", name=re.compile(r"^Release \d+ held score")).click()
        expect(page.get_by_text(re.compile(r"\d+ scores released."))).to_be_visible()
        self.assertFalse(Score.objects.filter(cell__graded_item__item=plan, released_at=None).exists())

    def test_a_table_with_three_bad_rows_is_looked_at_before_it_is_brought_in(self) -> None:
        page = self.opened()
        names = dict(Person.objects.filter(pk__in=self.people).values_list("pk", "username"))
        one, two, three, four = (names[pk] for pk in self.people[:4])
        lines = [f"Sign-in name,{SET}", f"{one},9", f"{two},ten", "nobody.here,3", f"{three},-4", f"{four},11"]
        page.get_by_role("button", name="Table and rules").click()
        page.get_by_role("menuitem", name="Bring in a table").click()
        table = {"name": "scores.csv", "mimeType": "text/csv", "buffer": "\n".join(lines).encode()}
        page.get_by_role("dialog").locator("input[type=file]").set_input_files([table])
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("3 cells can’t be read, and are left out")).to_be_visible()
        expect(dialog.get_by_text("Row 4, Sign-in name: “nobody.here”")).to_be_visible()
        self.clean_by_axe(page)
        self.assertEqual(self.raws(), {})
        dialog.get_by_role("button", name="Bring 2 scores in").click()
        expect(page.get_by_text("2 scores are in the gradebook.")).to_be_visible()
        self.assertEqual(self.raws(), {0: "9", 3: "11"})
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.cell(page, 0)).to_have_text("")
        self.assertEqual(self.raws(), {})

    def test_on_a_phone(self) -> None:
        page = self.opened(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True)
        self.assertLessEqual(self.width(page), 390)
        self.cell(page, 1).tap()
        self.here(page, 1)
        field = page.get_by_role("grid").get_by_role("textbox")

        def opens() -> bool:
            """A tap that a busy page feels for half a second is a long press, and opens nothing."""
            self.cell(page, 1).tap()
            return bool(field.count())

        self.eventually(page, opens)
        field.fill("9")
        page.keyboard.press("Enter")
        self.saved(page)
        self.clean_by_axe(page)
