"""Work in photographs and recordings: put in order, turned, cut, and handed in as one PDF, by pointer, keys and tap."""

from __future__ import annotations

from io import BytesIO

import pypdf
from apps.assignments.models import Brief, HandIn, HandInPhoto
from apps.layout.models import Item
from apps.people.models import Person
from django.core.files.storage import default_storage
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.files import HEIC, jpeg, upload
from tests.journeys.browser import Journey

LOOP = "Field book: campus loop"


def photo(name: str, content: bytes) -> dict[str, object]:
    return {"name": name, "mimeType": "image/jpeg", "buffer": content}


class Photographs(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)

    def begin(self, who: str = KEEPS_UP, **context: object) -> Page:
        page = self.page(who, **context)
        self.go(page, f"/c/srv-110/item/{self.item.pk}")
        return page

    def choose(self, page: Page, *names: str) -> None:
        files = [photo(name, HEIC if name.endswith("heic") else jpeg(1200, 1600)) for name in names]
        page.get_by_label("Choose photographs").set_input_files(files)  # type: ignore[arg-type]
        for name in names:
            stem = name.rsplit(".", 1)[0]
            expect(page.get_by_role("button", name=f"{stem}.jpg: turn or cut it")).to_be_visible()

    def order(self) -> list[str]:
        return [p.stored.name for p in HandInPhoto.objects.select_related("stored").order_by("position")]

    def test_six_photographs_are_put_in_order_and_become_one_pdf_with_its_receipt(self) -> None:
        page = self.begin()
        self.choose(page, "a.jpg", "b.jpg", "c.heic", "d.jpg", "e.jpg", "f.jpg")
        page.get_by_role("button", name="Page 2: one earlier").click()
        page.get_by_role("button", name="Page 6 of 6, f.jpg: turn or cut it").press("Alt+ArrowLeft")
        expect(page.get_by_role("button", name="Page 5 of 6, f.jpg: turn or cut it")).to_be_focused()
        page.get_by_role("button", name="Turn page 1", exact=True).click()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Cut page 1").click()
        left = page.get_by_role("slider", name="Left edge")
        left.press("Shift+ArrowRight")
        left.press("ArrowRight")
        expect(left).to_have_attribute("aria-valuetext", "6 % cut off")
        self.clean_by_axe(page)
        page.get_by_role("button", name="So it goes in").click()
        page.get_by_role("button", name="Hand in 6 pages").click()
        expect(page.get_by_role("dialog")).to_contain_text("One PDF of 6 pages")
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_role("heading", name="Receipt")).to_be_visible()
        expect(page.get_by_text(f"{LOOP}.pdf")).to_be_visible()
        self.assertEqual(self.order(), ["b.jpg", "a.jpg", "c.jpg", "d.jpg", "f.jpg", "e.jpg"])
        first = HandInPhoto.objects.order_by("position")[0]
        self.assertEqual((first.turn, first.cuts), (90, (0, 0, 0, 6)), "what is left on the screen was below")
        stored = HandIn.objects.get(person__username=KEEPS_UP, item=self.item, attempt=1).files.get().stored
        with default_storage.open(stored.path) as content:
            self.assertEqual(len(pypdf.PdfReader(BytesIO(content.read())).pages), 6)
        teacher = self.page(INSTRUCTOR)
        self.go(teacher, f"/c/srv-110/grade/{self.item.pk}/{Person.objects.get(username=KEEPS_UP).pk}")
        expect(teacher.get_by_role("region", name=f"{LOOP}.pdf").get_by_role("img")).to_have_count(6)

    def test_an_edge_is_drawn_by_pointer_and_pages_are_dragged(self) -> None:
        page = self.begin()
        self.choose(page, "a.jpg", "b.jpg")
        page.get_by_role("button", name="Page 2 of 2, b.jpg: turn or cut it").drag_to(
            page.get_by_role("button", name="Page 1 of 2, a.jpg: turn or cut it")
        )
        expect(page.get_by_role("button", name="Page 1 of 2, b.jpg: turn or cut it")).to_be_visible()
        page.get_by_role("button", name="Cut page 1").click()
        edge = page.get_by_role("slider", name="Upper edge")
        box = edge.bounding_box()
        picture = page.get_by_role("dialog").get_by_role("img").bounding_box()
        assert box and picture
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 2)
        page.mouse.down()
        page.mouse.move(picture["x"] + picture["width"] / 2, picture["y"] + picture["height"] / 4, steps=4)
        page.mouse.up()
        expect(edge).to_have_attribute("aria-valuenow", "25")
        page.get_by_role("button", name="So it goes in").click()
        self.eventually(page, lambda: HandInPhoto.objects.filter(cut_top=25).exists())
        self.assertEqual(self.order(), ["b.jpg", "a.jpg"])

    def test_a_photograph_that_finds_no_line_waits_and_what_is_none_is_said(self) -> None:
        page = self.begin()
        self.choose(page, "a.jpg")
        page.context.set_offline(True)
        page.get_by_label("Choose photographs").set_input_files([photo("b.jpg", jpeg())])  # type: ignore[list-item]
        expect(page.get_by_text("b.jpg is not added yet")).to_be_visible()
        page.context.set_offline(False)
        expect(page.get_by_role("button", name="Page 2 of 2, b.jpg: turn or cut it")).to_be_visible()
        torn = photo("torn.jpg", jpeg()[:3000])
        page.get_by_label("Choose photographs").set_input_files([torn])  # type: ignore[list-item]
        expect(page.get_by_role("alert").filter(has_text="torn.jpg breaks off")).to_be_visible()
        self.assertEqual(HandInPhoto.objects.count(), 2)

    def test_a_recording_is_watched_before_it_goes_in_and_by_the_teacher_after(self) -> None:
        Brief.objects.filter(item=self.item).update(takes_recordings=True, takes_files=False, takes_photos=False)
        page = self.begin()
        page.get_by_role("button", name="Record sound or a picture").click()
        page.get_by_role("button", name="Record video").click()
        expect(page.get_by_role("dialog").get_by_role("status")).to_contain_text("0:02")
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("dialog").get_by_label("Your recording")).to_be_visible()
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Stay").click()
        page.get_by_role("button", name="Take this one").click()
        expect(page.get_by_role("link", name="Recording 1.webm")).to_be_visible()
        page.get_by_role("button", name="Hand in 1 file").click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_role("heading", name="Receipt")).to_be_visible()
        teacher = self.page(INSTRUCTOR)
        self.go(teacher, f"/c/srv-110/grade/{self.item.pk}/{Person.objects.get(username=KEEPS_UP).pk}")
        player = teacher.locator("video")
        expect(player).to_have_attribute("aria-label", "Recording 1.webm")
        self.until(teacher, "document.querySelector('video').videoWidth > 0")

    def test_the_next_attempt_begins_with_the_pages_of_the_last_on_a_phone(self) -> None:
        student, path = Caller(KEEPS_UP), f"/courses/srv-110/items/{self.item.pk}/hand-in"
        student.send("POST", f"{path}/photos", file=upload("a.jpg", jpeg(1200, 1600)))
        student.send("POST", path)
        page = self.begin(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True)
        page.get_by_role("button", name="Start it with the page of attempt 1").tap()
        expect(page.get_by_role("button", name="Page 1 of 1, a.jpg: turn or cut it")).to_be_visible()
        expect(page.get_by_text("Take a photograph", exact=True)).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
