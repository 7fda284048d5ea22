"""A class is graded one criterion after the other, by keys."""

from __future__ import annotations

from datetime import datetime

from apps.assignments.models import HandIn
from apps.courses.models import Enrolment
from apps.gradebook.models import GradedItem, PartMeasured, Rubric, Score
from apps.layout.models import Item
from playwright.sync_api import expect

from tests.base import INSTRUCTOR
from tests.journeys.browser import Journey

AT = datetime.fromisoformat("2026-10-06T12:00:00-05:00")
LOOP = "Field book: campus loop"


class ByCriterion(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP, course__slug="srv-110")
        self.graded = GradedItem.objects.select_related("rubric").get(item=self.item)
        HandIn.objects.filter(item=self.item).delete()
        Score.objects.filter(cell__graded_item=self.graded).delete()
        rows = Enrolment.objects.filter(course__slug="srv-110", role="student").order_by("person__sort_name")[:2]
        for n, row in enumerate(rows):
            HandIn.objects.create(
                course_id=self.item.course_id, item=self.item, person_id=row.person_id, attempt=1, text="Pages 1 to 4",
                started_at=AT, saved_at=AT, handed_in_at=AT,
                number=f"TEST-{n}", receipt={"item": LOOP},
            )  # fmt: skip

    def test_each_criterion_for_all_then_the_next(self) -> None:
        assert self.graded.rubric is not None
        criteria = Rubric.objects.get(pk=self.graded.rubric_id).criteria
        page = self.page(INSTRUCTOR, f"/c/srv-110/grade/{self.item.pk}")
        page.get_by_label("Grade", exact=True).select_option(f"only {criteria[0]['name']}")
        panel = page.get_by_role("complementary", name="Score and comment")
        expect(panel.get_by_text("2 works lack it.")).to_be_visible()
        self.clean_by_axe(page)
        panel.get_by_label("A word on").fill("The sketch is missing")
        page.get_by_role("heading", name=LOOP).click()
        first = page.url
        page.keyboard.press("1")
        self.until(page, f"location.href !== {first!r}")
        expect(panel.get_by_text("1 work lacks it.")).to_be_visible()
        page.keyboard.press("2")
        expect(page.get_by_text(f"All works have this one. Now: {criteria[1]['name']}.")).to_be_visible()
        self.assertEqual(PartMeasured.objects.count(), 2)
        expect(panel.get_by_role("heading", name=criteria[1]["name"])).to_be_visible()
        for _criterion in criteria[1:]:
            for _work in range(2):
                before = page.url
                page.keyboard.press("1")
                self.until(
                    page,
                    f"location.href !== {before!r} || document.body.innerText.includes('All work that was handed in has a score.')",
                )
        self.eventually(page, lambda: Score.objects.filter(cell__graded_item=self.graded).count() == 2)
        kept = [
            score.measured["criteria"][0]["remark"] for score in Score.objects.filter(cell__graded_item=self.graded)
        ]
        self.assertEqual(sorted(kept), ["", "The sketch is missing"])
