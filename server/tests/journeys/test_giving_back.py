"""Work that goes back and comes again, and a score that is asked for anew: both sides, in the browser."""

from __future__ import annotations

from apps.assignments.models import GivenBack, HandIn
from apps.gradebook.models import Score
from apps.layout.models import Item
from apps.people.models import Person
from playwright.sync_api import expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.files import PDF, upload
from tests.journeys.browser import Journey

LOOP, SET_6A = "Field book: campus loop", "Set 6A: azimuths and bearings"
WHY = "The round does not close: book the sight to A."


class GivingBack(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)
        self.student = Person.objects.get(username=KEEPS_UP)
        caller, path = Caller(KEEPS_UP), f"/courses/srv-110/items/{self.item.pk}/hand-in"
        caller.send("POST", f"{path}/files", file=upload("book.pdf", PDF))
        caller.send("POST", path)

    def test_it_goes_back_with_a_reason_and_is_done_again_in_time(self) -> None:
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/grade/{self.item.pk}/{self.student.pk}")
        teacher.get_by_role("button", name="Say something now").click()
        teacher.get_by_label("Comment on attempt 1").fill("A clean sketch.")
        teacher.get_by_role("button", name="Send it").click()
        expect(teacher.get_by_text("A clean sketch.")).to_be_visible()
        teacher.get_by_role("button", name="Give it back").click()
        dialog = teacher.get_by_role("dialog")
        dialog.get_by_label("What is to be done again, and why").fill(WHY)
        dialog.get_by_label("Closure").check()
        dialog.get_by_label("To be done again by").fill("2026-10-01")
        dialog.get_by_role("button", name="Give it back").click()
        expect(dialog.get_by_role("alert")).to_contain_text("Thu 1 Oct, 23:59 is past.")
        expect(dialog.get_by_label("What is to be done again, and why")).to_have_value(WHY)
        dialog.get_by_label("To be done again by").fill("2026-10-14")
        self.clean_by_axe(teacher)
        dialog.get_by_role("button", name="Give it back").click()
        expect(teacher.get_by_text("It is to come again by Wed 14 Oct, 23:59.")).to_be_visible()
        student = self.page(KEEPS_UP, "/c/srv-110/week/7")
        row = student.locator(".words", has_text="Given back")
        expect(row).to_contain_text("to do again by Wed 14 Oct, 23:59")
        self.go(student, f"/c/srv-110/item/{self.item.pk}")
        expect(student.get_by_text("To do again: Closure")).to_be_visible()
        expect(student.get_by_text(WHY)).to_be_visible()
        expect(student.get_by_text("A clean sketch.")).to_be_visible()
        self.clean_by_axe(student)
        student.get_by_role("button", name="Do it again").click()
        student.get_by_label("Your text").fill("Closed on A: 12\u2033.")
        student.get_by_role("button", name="Hand in", exact=True).click()
        student.get_by_role("button", name="Hand in now").click()
        student.wait_for_url("**/receipts/**")
        second = HandIn.objects.get(item=self.item, person=self.student, attempt=2)
        self.assertEqual(second.text, "Closed on A: 12\u2033.")

    def test_after_all_it_counts(self) -> None:
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/grade/{self.item.pk}/{self.student.pk}")
        teacher.get_by_role("button", name="Give it back").click()
        teacher.get_by_label("What is to be done again, and why").fill(WHY)
        teacher.get_by_role("dialog").get_by_role("button", name="Give it back").click()
        expect(teacher.get_by_role("button", name="It counts after all")).to_be_visible()
        self.assertEqual(GivenBack.objects.count(), 1)
        teacher.get_by_role("button", name="It counts after all").click()
        expect(teacher.get_by_role("button", name="It counts after all")).to_have_count(0)
        self.assertEqual(GivenBack.objects.count(), 0)

    def test_another_score_is_asked_for_and_ruled_on_at_the_desk(self) -> None:
        student = self.page(KEEPS_UP, "/c/srv-110/standing")
        row = student.get_by_role("row", name=SET_6A)
        row.get_by_role("button", name="Ask about this").click()
        student.get_by_label("Have it scored again").check()
        student.locator(".ProseMirror").fill("Line DE was read from the south.")
        student.get_by_role("dialog").get_by_role("button", name="Ask", exact=True).click()
        expect(student.get_by_text("Asked. Questions are answered")).to_be_visible()
        desk = self.page(INSTRUCTOR, "/desk")
        desk.get_by_role("button", name=f"Look at it again: {SET_6A}").click()
        desk.get_by_label("The score is changed").check()
        desk.get_by_label("New score of 12").fill("13")
        desk.locator(".ProseMirror").fill("You are right.")
        desk.get_by_role("button", name="Send the ruling").click()
        expect(desk.get_by_role("alert")).to_be_visible()
        desk.get_by_label("New score of 12").fill("11,5")
        self.clean_by_axe(desk)
        desk.get_by_role("button", name="Send the ruling").click()
        expect(desk.get_by_text("Asks for another score")).to_have_count(0)
        score = Score.objects.get(cell__person=self.student, cell__graded_item__item__title=SET_6A)
        self.assertEqual(str(score.raw), "11.50")
        self.go(student, "/c/srv-110/talk/questions")
        expect(student.get_by_text("to 11.5.")).to_be_visible()
