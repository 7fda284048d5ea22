"""Students read each other's work: set up, drawn, written, read by the author, and counted."""

from __future__ import annotations

from apps.gradebook.models import Score
from apps.layout.models import Item, Module
from apps.people.models import Person
from apps.reviews.models import Reading
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.journeys.browser import Journey

LOOP, TITLE = "Field book: campus loop", "Read one field book"


class PeerReview(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.loop = Item.objects.get(title=LOOP)
        module = Module.objects.get(course=self.loop.course, week=7)
        teacher, at = Caller(INSTRUCTOR), "/courses/srv-110"
        made = teacher.send("POST", f"{at}/modules/{module.pk}/items", {"kind": "review", "title": TITLE}).json()
        self.item = Item.objects.get(pk=made["id"])
        teacher.send("PATCH", f"{at}/items/{self.item.pk}", {"published": True, "points": 4})
        self.one = Person.objects.get(username=KEEPS_UP)
        others = Person.objects.filter(enrolments__course=self.loop.course, enrolments__role="student")
        path = f"{at}/items/{self.loop.pk}/hand-in"
        able = (Caller(p.username) for p in others.exclude(pk=self.one.pk).order_by("pk"))
        other = next(c for c in able if c.get(path).status_code == 200)
        self.two = other.person
        for who, text in ((Caller(KEEPS_UP), "Rosalind's loop"), (other, "The other loop")):
            who.send("PUT", path, {"text": text, "comment": ""})
            who.send("POST", path)

    def test_both_read_and_the_mean_becomes_the_score(self) -> None:
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/item/{self.item.pk}")
        self.set_up_and_draw(teacher)
        self.read_and_send(self.page(KEEPS_UP, f"/c/srv-110/item/{self.item.pk}"))
        self.read_as_author(self.page(self.two.username, f"/c/srv-110/item/{self.loop.pk}"))
        teacher.reload()
        teacher.get_by_role("button", name="Take the means as scores").click()
        teacher.get_by_role("dialog").get_by_role("button", name="Take the means as scores").click()
        expect(teacher.get_by_text("2 students have the mean of their readers' points.")).to_be_visible()
        given = Score.objects.filter(cell__graded_item__item=self.loop, cell__person__in=[self.one, self.two])
        self.assertEqual(sorted(given.values_list("raw", flat=True)), [24, 27])
        self.go(teacher, f"/c/srv-110/grade/{self.loop.pk}/{self.two.pk}")
        expect(teacher.get_by_text("The closure is missing.")).to_be_visible()
        expect(teacher.get_by_text(f"{self.one.name}, ")).to_be_visible()

    def set_up_and_draw(self, teacher: Page) -> None:
        teacher.get_by_label("Work handed in to").select_option(label=LOOP)
        teacher.get_by_label("Works each student reads").fill("1")
        teacher.get_by_role("button", name="Save", exact=True).click()
        expect(teacher.get_by_text("2 have handed in and nothing to read yet")).to_be_visible()
        teacher.get_by_role("button", name="Draw the lot now").click()
        expect(teacher.get_by_text("2 students have work to read now.")).to_be_visible()
        self.clean_by_axe(teacher)

    def read_and_send(self, reader: Page) -> None:
        expect(reader.get_by_text("The other loop")).to_be_visible()
        expect(reader.get_by_text(self.two.name)).to_have_count(0)
        reader.get_by_label("What you noticed").fill("The closure is missing.")
        reader.get_by_role("button", name="Send the review", exact=True).click()
        expect(reader.get_by_role("alert")).to_contain_text("Give points")
        expect(reader.get_by_label("What you noticed")).to_have_value("The closure is missing.")
        reader.get_by_label("Points of 30").fill("24")
        self.clean_by_axe(reader)
        reader.get_by_role("button", name="Keep it for later").click()
        expect(reader.get_by_text("Kept. It is not sent yet.")).to_be_visible()
        reader.reload()
        expect(reader.get_by_label("What you noticed")).to_have_value("The closure is missing.")
        reader.get_by_role("button", name="Send the review of work 1").click()
        expect(reader.get_by_text("Sent. That was the last one.")).to_be_visible()
        self.assertEqual(Reading.objects.get(reader=self.one).points, 24)

    def read_as_author(self, author: Page) -> None:
        expect(author.get_by_text("You read what they said when your own reviews are sent")).to_be_visible()
        sent = {"words": "Clear.", "points": "27", "edition": 0, "send": True}
        Caller(self.two.username).send("PUT", f"/courses/srv-110/items/{self.item.pk}/reviews/1", sent)
        author.reload()
        expect(author.get_by_text("The closure is missing.")).to_be_visible()
        expect(author.get_by_text("Reader 1")).to_be_visible()
        self.clean_by_axe(author)
