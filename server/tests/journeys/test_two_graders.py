"""Two people score one work in the browser: apart, unseen by each other, and settled together."""

from __future__ import annotations

from apps.courses.models import Enrolment
from apps.gradebook.models import GradedItem, Score
from apps.layout.models import Item
from playwright.sync_api import expect

from tests.base import ASSISTANT, INSTRUCTOR, Caller
from tests.journeys.browser import Journey

LOOP = "Field book: campus loop"


class TwoGraders(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)
        section = Enrolment.objects.get(course=self.item.course, person__username=ASSISTANT).section
        mine = Enrolment.objects.filter(course=self.item.course, role="student", section=section)
        path = f"/courses/srv-110/items/{self.item.pk}/hand-in"
        able = (Caller(e.person.username) for e in mine.select_related("person").order_by("pk"))
        student = next(c for c in able if c.get(path).status_code == 200)
        student.send("PUT", path, {"text": "Pages 1 to 4", "comment": ""})
        student.send("POST", path)
        self.student = student.person
        GradedItem.objects.filter(item=self.item).update(two_graders=True, rubric=None)

    def test_far_apart_and_settled(self) -> None:
        at = f"/c/srv-110/grade/{self.item.pk}/{self.student.pk}"
        one = self.page(ASSISTANT, at)
        one.get_by_label("Your points, of 30").fill("12")
        one.get_by_label("Comment to the student").fill("No closure.")
        self.clean_by_axe(one)
        one.get_by_role("button", name="Keep and next").click()
        self.eventually(
            one, lambda: self.item.pk and GradedItem.objects.get(item=self.item).cells.filter(markings__raw=12).exists()
        )
        two = self.page(INSTRUCTOR, at)
        expect(two.get_by_label("Your points, of 30")).to_have_value("")
        expect(two.get_by_text("No closure.")).to_have_count(0)
        two.get_by_label("Your points, of 30").fill("26")
        two.get_by_role("button", name="Keep and next").click()
        expect(two.get_by_text("No closure.")).to_be_visible()
        expect(two.get_by_text("You are more than a tenth of the points apart.")).to_be_visible()
        self.clean_by_axe(two)
        two.get_by_label("The score, of 30").fill("18")
        two.get_by_role("button", name="Settle it").click()
        expect(two.get_by_label("Score of 30")).to_have_value("18")
        self.assertEqual(Score.objects.get(cell__graded_item__item=self.item, cell__person=self.student).raw, 18)
