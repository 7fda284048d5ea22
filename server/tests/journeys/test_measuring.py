"""By what work is measured, what is said at places of it, and comments that are kept for again."""

from __future__ import annotations

from apps.assignments.models import HandIn, WorkNote
from apps.gradebook.models import GradedItem, Remark, Rubric, Score
from apps.layout.models import Item
from apps.people.models import Person
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.files import PDF, upload
from tests.journeys.browser import Journey

LOOP = "Field book: campus loop"


class Measuring(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)
        self.student = Person.objects.get(username=KEEPS_UP)
        self.caller = Caller(KEEPS_UP)
        self.path = f"/courses/srv-110/items/{self.item.pk}/hand-in"
        self.caller.send("POST", f"{self.path}/files", file=upload("book.pdf", PDF))
        self.caller.send("POST", self.path)

    def grading(self) -> Page:
        page = self.page(INSTRUCTOR)
        self.go(page, f"/c/srv-110/grade/{self.item.pk}/{self.student.pk}")
        expect(page.get_by_label("Score of 30")).to_be_visible()
        return page

    def score(self) -> Score:
        return Score.objects.get(cell__person=self.student, cell__graded_item__item=self.item)

    def test_a_rubric_is_written_used_and_read_by_the_student_with_the_score(self) -> None:
        GradedItem.objects.filter(item=self.item).update(rubric=None, hold=False)
        page = self.grading()
        page.get_by_role("button", name="Measure this by").click()
        page.get_by_role("button", name="Write a new rubric").click()
        page.get_by_label("Name of the rubric").fill("Loop")
        page.get_by_label("What is looked at").fill("Closure")
        for n, (name, points) in enumerate((("Open", "0"), ("Near", "1"), ("Closed", ""))):
            level = page.get_by_role("group", name=f"Level {n + 1} of criterion 1")
            level.get_by_label("Level", exact=True).fill(name)
            level.get_by_label("Points").fill(points)
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save the rubric").click()
        expect(page.get_by_role("alert")).to_contain_text("“Closed” of “Closure” has no points")
        page.get_by_role("group", name="Level 3 of criterion 1").get_by_label("Points").fill("4")
        page.get_by_role("button", name="Save the rubric").click()
        expect(page.get_by_text(f"{LOOP} is measured by it now.")).to_be_visible()
        self.assertEqual(Rubric.objects.filter(name="Loop").count(), 1)
        near = page.get_by_role("radio", name="Near 1")
        near.focus()
        page.keyboard.press("Space")
        expect(page.get_by_label("Score of 30")).to_have_value("7.5")
        page.keyboard.press("ArrowRight")
        expect(page.get_by_label("Score of 30")).to_have_value("30")
        page.get_by_label("A word on Closure").fill("1 : 6 900")
        page.keyboard.press("Tab")
        self.eventually(page, lambda: "6 900" in str(self.score().measured))
        self.clean_by_axe(page)
        mine = self.page(KEEPS_UP, viewport={"width": 390, "height": 844})
        self.go(mine, f"/c/srv-110/item/{self.item.pk}")
        given = mine.get_by_label("Measured by Loop").first
        expect(given).to_contain_text("1 : 6 900")
        expect(given).to_contain_text("4 of 4")
        self.assertLessEqual(self.width(mine), 390)
        self.clean_by_axe(mine)

    def test_a_level_chosen_and_not_saved_is_asked_about(self) -> None:
        page = self.grading()
        page.get_by_role("radio", name="Complete 8").check(force=True)
        page.get_by_role("link", name="Back to").click()
        expect(page.get_by_text("Leave without saving?")).to_be_visible()
        page.get_by_role("button", name="Stay here").click()
        expect(page.get_by_role("radio", name="Complete 8")).to_be_checked()
        self.assertFalse(Score.objects.filter(cell__person=self.student, cell__graded_item__item=self.item).exists())

    def test_notes_stand_at_their_place_by_press_and_by_key_and_go_with_the_score(self) -> None:
        page = self.grading()
        work = page.get_by_role("region", name="book.pdf")
        picture = work.get_by_role("img", name="Page 1").bounding_box()
        assert picture
        page.mouse.click(picture["x"] + picture["width"] / 4, picture["y"] + 60)
        page.keyboard.type("Which sign?")
        page.get_by_role("button", name="Save the note").click()
        expect(work.get_by_role("button", name="Note 1, page 1")).to_be_visible()
        page.get_by_role("button", name="Say something on page 1").press("Enter")
        page.keyboard.type("And which unit?")
        page.get_by_role("button", name="Save the note").click()
        notes = page.get_by_role("list", name="Notes on book.pdf")
        expect(notes.get_by_role("listitem")).to_have_count(2)
        notes.get_by_role("button", name="Change").last.click()
        page.get_by_label("What to say here").fill("And which units?")
        page.get_by_role("button", name="Save the note").click()
        expect(notes).to_contain_text("And which units?")
        self.clean_by_axe(page)
        kept = WorkNote.objects.filter(hand_in__person=self.student, hand_in__item=self.item).order_by("pk")
        self.assertAlmostEqual(kept[0].across or 0, 250, delta=3)
        mine = self.page(KEEPS_UP)
        self.go(mine, f"/c/srv-110/item/{self.item.pk}")
        expect(mine.get_by_text("What you handed in")).to_be_visible()
        expect(mine.get_by_text("Which sign?")).to_have_count(0)
        score = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        teacher = Caller(INSTRUCTOR)
        teacher.send("PUT", f"{self.path}s/{self.student.pk}/score", score)
        teacher.send("POST", f"/courses/srv-110/items/{self.item.pk}/release")
        mine.reload()
        expect(mine.get_by_role("list", name="Notes on book.pdf")).to_contain_text("Which sign?")
        expect(mine.get_by_role("button", name="Note 1, page 1")).to_be_visible()
        expect(mine.get_by_role("button", name="Say something on page 1")).to_have_count(0)

    def test_a_kept_comment_goes_into_the_next_one(self) -> None:
        page = self.grading()
        page.get_by_label("Comment to the student").fill("Name the benchmark.")
        page.get_by_text("Kept comments", exact=True).click()
        page.get_by_role("button", name="Keep this comment").click()
        self.eventually(page, lambda: Remark.objects.filter(text="Name the benchmark.").exists())
        page.get_by_label("Find a kept comment").fill("units")
        page.get_by_role("button", name="Show the units in every line.", exact=True).click()
        comment = "Name the benchmark.\nShow the units in every line."
        expect(page.get_by_label("Comment to the student")).to_have_value(comment)
        page.get_by_label("Score of 30").fill("21")
        page.keyboard.press("Enter")
        self.eventually(page, lambda: Score.objects.filter(comment=comment, raw=21).exists())
        self.assertEqual(Remark.objects.get(text__startswith="Show the units").used, 1)
        self.assertEqual(HandIn.objects.filter(person=self.student, item=self.item).count(), 1)
