"""The teacher's thread: lay out, date, publish, undo; then grade, hold, release."""

from __future__ import annotations

import re
from base64 import b64encode

from apps.gradebook.models import Score
from apps.kernel.clock import now
from apps.layout.models import Item, ItemText
from playwright.sync_api import Page, expect

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP
from tests.files import PNG
from tests.journeys.browser import Journey

PASTE = """(box, bytes) => {
  const data = new DataTransfer();
  const raw = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
  data.items.add(new File([raw], "plot.png", { type: "image/png" }));
  box.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
}"""
"""What the browser tells a text box when a picture is pasted into it."""

READING, FILM = "Latitudes and departures", "Latitudes and departures, leg by leg"


class LayingOut(Journey):
    def titles(self, page: Page) -> list[str]:
        return page.locator("[data-item] .name").all_inner_texts()

    def test_a_module_is_made_filled_dated_and_published(self) -> None:
        page = self.page(INSTRUCTOR)
        self.go(page, "/c/srv-110/week/9")
        page.get_by_role("button", name="Add a module").click()
        page.get_by_label("Topic of the module").fill("Hedges and ditches")
        page.keyboard.press("Enter")
        expect(page.get_by_text("Added Hedges and ditches.")).to_be_visible()
        page.get_by_role("button", name="Add an item to Hedges and ditches").click()
        page.get_by_label("Kind").select_option("assignment")
        page.get_by_label("Title", exact=True).fill("Offsets along a hedge")
        page.get_by_role("button", name="Add", exact=True).click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("Due", exact=True).fill("2026-10-31")
        expect(dialog.get_by_label("Due: time")).to_have_value("23:59")
        dialog.get_by_label("Opens", exact=True).fill("2026-11-02")
        dialog.get_by_label("Effort, minutes").fill("120")
        dialog.get_by_label("Points", exact=True).fill("10")
        dialog.get_by_label("Category").select_option("Field work")
        self.clean_by_axe(page)
        dialog.get_by_role("button", name="Save").click()
        expect(dialog.get_by_role("alert")).to_contain_text("'due' would come before 'opens'")
        dialog.get_by_label("Opens", exact=True).fill("2026-10-26")
        dialog.get_by_role("button", name="Save").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        item = Item.objects.get(title="Offsets along a hedge")
        self.assertEqual(item.moments["due"], {"on": "week", "week": 9, "weekday": 5, "time": "23:59"})
        page.get_by_role("button", name="Hedges and ditches: Draft: open it").click()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Open it now").click()
        expect(page.get_by_text("8 students see this.")).to_be_visible()
        student = self.page(KEEPS_UP)
        self.go(student, "/c/srv-110/week/9")
        expect(student.get_by_role("link", name="Offsets along a hedge", exact=True).first).to_be_visible()

    def test_reordering_by_keys_by_drag_and_undo(self) -> None:
        page = self.page(INSTRUCTOR)
        before = self.wait_titles(page, 7)
        page.get_by_role("button", name=f"Move {FILM}: drag, or press the arrow keys").press("ArrowUp")
        expect(page.locator("[data-item] .name").first).to_have_text(FILM)
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("Taken back.")).to_be_visible()
        expect(page.locator("[data-item] .name").first).to_have_text(READING)
        self.assertEqual(self.titles(page), before)
        handle = page.get_by_role("button", name=f"Move {READING}: drag, or press the arrow keys").bounding_box()
        target = page.locator("[data-item]").nth(3).bounding_box()
        assert handle and target
        page.mouse.move(handle["x"] + 8, handle["y"] + 10)
        page.mouse.down()
        page.mouse.move(target["x"] + 30, target["y"] + 30, steps=12)
        page.wait_for_selector(".sortable-ghost")
        page.mouse.move(target["x"] + 32, target["y"] + 36, steps=4)
        rows = "[...document.querySelectorAll('[data-item]')]"
        film = f"{rows}.find((row) => row.textContent.includes({FILM!r}))"
        there = f"document.querySelector('.sortable-ghost').parentElement !== {film}.parentElement"
        # Rows that are still sliding to their places take nothing: the hand goes on moving, as a hand does.
        for step in range(40):
            if page.evaluate(there):
                break
            page.mouse.move(target["x"] + 32, target["y"] + 30 + step % 8, steps=2)
            page.wait_for_timeout(50)
        page.mouse.up()
        expect(page.get_by_text(f"Moved {READING}.")).to_be_visible()
        self.assertNotEqual(Item.objects.get(title=READING).part_id, Item.objects.get(title=FILM).part_id)

    def wait_titles(self, page: Page, n: int) -> list[str]:
        expect(page.locator("[data-item] .name")).to_have_count(n)
        return self.titles(page)

    def test_a_title_is_edited_in_place_and_hidden_and_shown(self) -> None:
        page = self.page(INSTRUCTOR)
        self.wait_titles(page, 7)
        self.clean_by_axe(page)
        page.get_by_role("button", name=f"Change {READING}", exact=True).click()
        page.get_by_role("menuitem", name="Rename").click()
        page.get_by_label("Title", exact=True).fill("Northings and eastings")
        page.keyboard.press("Enter")
        expect(page.get_by_role("link", name="Northings and eastings")).to_be_visible()
        page.get_by_role("button", name="Northings and eastings: open").click()
        page.get_by_role("button", name="Back into draft").click()
        expect(page.locator("[data-item]").first).to_contain_text("Draft: open it")
        self.assertFalse(Item.objects.get(title="Northings and eastings").published)
        page.get_by_role("button", name="Change Northings and eastings").click()
        page.get_by_role("menuitem", name="Rename").click()
        page.get_by_label("Title", exact=True).fill("N" * 300)
        page.keyboard.press("Enter")
        expect(page.locator(".notice.wrong")).to_contain_text("200")
        expect(page.get_by_label("Title", exact=True)).to_have_value("N" * 300)
        page.keyboard.press("Escape")
        expect(page.get_by_role("link", name="Northings and eastings")).to_be_visible()
        page.get_by_role("button", name="Change Set 7A").click()
        page.get_by_role("menuitem", name="Remove").click()
        page.get_by_role("dialog").get_by_role("button", name="Take it away").click()
        self.wait_titles(page, 6)
        page.get_by_role("button", name="Undo").click()
        self.wait_titles(page, 7)

    def test_a_page_is_written_with_image_and_formula(self) -> None:
        page = self.page(INSTRUCTOR)
        self.go(page, f"/c/srv-110/item/{Item.objects.get(title='Area from coordinates').pk}")
        page.get_by_role("button", name="Edit the text").click()
        box = page.get_by_role("textbox", name="Text of Area from coordinates")
        box.click()
        page.keyboard.press("Control+A")
        page.keyboard.type("Twice the area is the sum of the cross products. ")
        page.get_by_role("button", name="Formula", exact=True).click()
        page.get_by_label("Formula in LaTeX").fill(r"2A = \sum (N_i E_{i+1} - N_{i+1} E_i)")
        page.get_by_role("button", name="Insert").click()
        expect(box.locator(".katex")).to_be_visible()
        box.evaluate(PASTE, b64encode(PNG).decode())
        page.get_by_label("What does the image show?").fill("A plot of four corners")
        page.get_by_role("button", name="Insert").click()
        expect(box.get_by_role("img", name="A plot of four corners")).to_be_visible()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("button", name="Edit the text")).to_be_visible()
        expect(page.locator("main .rich .katex")).to_be_visible()
        kept = ItemText.objects.filter(item__title="Area from coordinates").latest("edition")
        self.assertIn('data-latex="2A = \\sum', kept.html)
        self.assertIn('alt="A plot of four corners"', kept.html)

    def test_a_table_keeps_its_caption_while_its_text_is_edited(self) -> None:
        item = Item.objects.get(title="Area from coordinates")
        html = "<table><caption>Corners</caption><tbody><tr><th>A</th></tr><tr><td>100.0</td></tr></tbody></table>"
        ItemText.objects.create(item=item, edition=7, html=html, written_at=now())
        page = self.page(INSTRUCTOR, f"/c/srv-110/item/{item.pk}")
        page.get_by_role("button", name="Edit the text").click()
        box = page.get_by_role("textbox", name="Text of Area from coordinates")
        expect(box.get_by_role("row")).to_have_count(2)
        box.get_by_role("cell", name="100.0").click()
        page.get_by_role("button", name="Caption").click()
        expect(page.get_by_label("What the table shows")).to_have_value("Corners")
        page.get_by_label("What the table shows").fill("Corners of the yard")
        page.get_by_role("button", name="Insert").click()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("table", name="Corners of the yard")).to_be_visible()
        kept = ItemText.objects.filter(item=item).latest("edition").html
        self.assertIn("<caption>Corners of the yard</caption>", kept)
        self.assertEqual(kept.count("<tr>"), 2)

    def test_an_assistant_sees_the_layout_and_can_not_change_it(self) -> None:
        page = self.page(ASSISTANT)
        self.wait_titles(page, 7)
        expect(page.get_by_role("button", name="Add a module")).to_have_count(0)
        expect(page.get_by_role("button", name=re.compile("^Change "))).to_have_count(0)


class Grading(Journey):
    SET_6B = "Field book: bearings"

    def one_by_one(self, page: Page, title: str) -> None:
        page.get_by_role("button", name=re.compile(f"^{title}")).click()
        page.get_by_role("link", name=f"Grade one by one: {title}").click()

    def test_through_the_class_by_key_held_then_released(self) -> None:
        page = self.page(INSTRUCTOR)
        page.get_by_role("link", name="Gradebook").click()
        expect(page.get_by_role("heading", name="Gradebook")).to_be_visible()
        self.clean_by_axe(page)
        self.one_by_one(page, self.SET_6B)
        expect(page.get_by_label("Score of 30")).to_be_focused()
        self.clean_by_axe(page)
        names = []
        for raw in ("27", "22.5"):
            names.append(page.locator("article h2").inner_text())
            page.get_by_label("Score of 30").fill(raw)
            page.keyboard.press("Enter")
            expect(page.locator("article h2")).not_to_have_text(names[-1])
        self.assertEqual(len(set(names)), 2)
        expect(page.get_by_role("button", name="Release 2 held scores")).to_be_visible()
        self.assertEqual(Score.objects.filter(cell__graded_item__item__title=self.SET_6B, released_at=None).count(), 2)
        page.get_by_role("button", name="Release 2 held scores").click()
        page.get_by_role("button", name="Release now").click()
        expect(page.get_by_text("2 scores released.")).to_be_visible()
        self.assertEqual(Score.objects.filter(cell__graded_item__item__title=self.SET_6B, released_at=None).count(), 0)

    def test_the_late_rule_is_shown_as_arithmetic_beside_the_work(self) -> None:
        page = self.page(INSTRUCTOR)
        page.get_by_role("link", name="Gradebook").click()
        self.one_by_one(page, "Set 6A: azimuths and bearings")
        expect(page.locator("article h2")).to_be_visible()
        page.get_by_label("Score of 12").fill("nine")
        page.get_by_label("Comment to the student").click()
        expect(page.get_by_role("alert")).to_contain_text("is not a number of points")
        page.get_by_label("Score of 12").fill("9")
        page.get_by_label("Comment to the student").fill("Show the units.")
        page.get_by_label("Score of 12").click()
        expect(page.get_by_text("the student sees it")).to_be_visible()
        expect(page.get_by_text("Counts", exact=True)).to_be_visible()

    def test_a_comment_typed_while_the_score_is_saved_is_kept(self) -> None:
        page = self.page(INSTRUCTOR)
        page.get_by_role("link", name="Gradebook").click()
        self.one_by_one(page, self.SET_6B)
        expect(page.locator("article h2")).to_be_visible()
        page.get_by_label("Score of 30").fill("27")
        page.get_by_label("Comment to the student").click()
        page.keyboard.type("Clear booking. Turn D twice next time.", delay=25)
        expect(page.get_by_label("Comment to the student")).to_have_value("Clear booking. Turn D twice next time.")
        page.get_by_role("button", name="Save and next").click()
        expect(page.get_by_label("Comment to the student")).to_have_value("")
        kept = Score.objects.get(cell__graded_item__item__title=self.SET_6B)
        self.assertEqual((str(kept.raw), kept.comment), ("27.00", "Clear booking. Turn D twice next time."))

    def test_an_assistant_grades_their_section_only(self) -> None:
        page = self.page(ASSISTANT)
        page.get_by_role("link", name="Gradebook").click()
        self.one_by_one(page, self.SET_6B)
        expect(page.locator("article h2")).to_contain_text("section 2")
        self.assertEqual(page.get_by_role("navigation", name="Hand-ins").get_by_role("link").count(), 4)
        expect(page.get_by_role("button", name=re.compile("^Release"))).to_have_count(0)


class GradingTwenty(Journey):
    STUDENTS = 21

    def test_by_keys_alone_by_points_and_by_the_rubric(self) -> None:
        page = self.page(INSTRUCTOR)
        item = Item.objects.get(title=Grading.SET_6B)
        rows = Score.objects.filter(cell__graded_item__item=item)
        rows.delete()
        self.go(page, f"/c/srv-110/grade/{item.pk}")
        for n in range(20):
            expect(page.get_by_label("Score of 30")).to_be_focused()
            name = page.locator("article h2").inner_text()
            if n % 2:
                page.keyboard.type(str(20 + n % 10))
            else:
                for level in ("Complete 8", "Within what is allowed 10", "Right 10"):
                    page.get_by_role("radio", name=level).press("Space")
                expect(page.get_by_label("Score of 30")).to_have_value("28")
                page.get_by_label("Score of 30").focus()
            page.keyboard.press("Enter")
            expect(page.locator("article h2")).not_to_have_text(name)
        self.eventually(page, lambda: rows.count() == 20)
        self.assertEqual(rows.filter(raw=28, measured__isnull=False).count(), 10)
