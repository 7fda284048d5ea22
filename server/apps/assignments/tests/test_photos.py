"""Work on paper in photographs: pages put in order, turned and cut, and handed in as one PDF."""

from __future__ import annotations

import hashlib
from io import BytesIO
from pathlib import Path
from typing import Any

import pypdf
from django.core.files.storage import default_storage
from PIL import Image
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import HEIC, PDF, jpeg, upload

from apps.assignments.models import Brief, HandIn, HandInPhoto
from apps.kernel.models import StoredFile

LOOP = "Field book: campus loop"


class Photographs(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)

    def add(self, name: str = "page.jpg", content: bytes | None = None, status: int = 200) -> Any:
        told = self.student.send(
            "POST", self.path(LOOP, "/hand-in/photos"), file=upload(name, jpeg() if content is None else content)
        )
        self.assertEqual(told.status_code, status, told.content)
        return told.json()["draft"]["photos"] if status == 200 else told

    def set(self, *wishes: tuple[int, int, list[int]]) -> Any:
        photos = [{"id": pk, "turn": turn, "cuts": cuts} for pk, turn, cuts in wishes]
        return self.student.send("PUT", self.path(LOOP, "/hand-in/photos"), {"photos": photos})

    def hand_in(self) -> Any:
        told = self.student.send("POST", self.path(LOOP, "/hand-in"))
        self.assertEqual(told.status_code, 200, told.content)
        return told.json()

    def handed_in_pdf(self) -> tuple[bytes, StoredFile]:
        stored = HandIn.objects.get(number=self.hand_in()["number"]).files.get().stored
        return Path(default_storage.path(stored.path)).read_bytes(), stored

    def test_six_photographs_become_one_pdf_and_its_receipt(self) -> None:
        """Read back by pypdf, and its pixels by Pillow."""
        shades = ("red", "orange", "yellow", "green", "blue", "black")
        for n, colour in enumerate(shades, 1):
            self.add(f"page {n}.jpg", jpeg(colour=colour))
        ids = [p.pk for p in HandInPhoto.objects.order_by("position")]
        self.set(*((pk, 0, [0, 0, 0, 0]) for pk in reversed(ids)))
        receipt = self.hand_in()
        (named,) = receipt["files"]
        stored = HandIn.objects.get(number=receipt["number"]).files.get().stored
        content = Path(default_storage.path(stored.path)).read_bytes()
        self.assertEqual(named["name"], f"{LOOP}.pdf")
        self.assertEqual((named["size"], named["sha256"]), (len(content), hashlib.sha256(content).hexdigest()))
        read = pypdf.PdfReader(BytesIO(content))
        self.assertEqual(len(read.pages), 6)
        for n, (page, colour) in enumerate(zip(read.pages, reversed(shades), strict=True), 1):
            self.assertIn(f"{receipt['number']}   {n} / 6", page.extract_text())
            picture = page.images[0].image
            assert picture is not None
            drawn, wanted = picture.convert("RGB").getpixel((400, 600)), Image.new("RGB", (1, 1), colour)
            self.assertLess(max(abs(a - b) for a, b in zip(drawn, wanted.getpixel((0, 0)), strict=True)), 4)

    def test_what_is_cut_off_is_not_in_the_pdf_and_it_is_turned_clockwise(self) -> None:
        taken = Image.new("RGB", (400, 800), "white")
        taken.paste("red", (0, 0, 400, 200))
        taken.paste("blue", (0, 600, 400, 800))
        out = BytesIO()
        taken.save(out, "JPEG")
        (photo,) = self.add(content=out.getvalue())
        self.assertEqual(self.set((photo["id"], 90, [0, 25, 0, 0])).status_code, 200)
        content, _ = self.handed_in_pdf()
        picture = pypdf.PdfReader(BytesIO(content)).pages[0].images[0].image
        assert picture is not None
        self.assertEqual(picture.size, (600, 400), "the red quarter is gone, and it lies across")
        self.assertEqual(picture.convert("RGB").getpixel((20, 200))[2] > 200, True, "what was below is on the left")
        self.assertGreater(min(picture.convert("RGB").getpixel((590, 200))), 200)

    def test_a_heif_photograph_is_taken_and_tells_no_camera(self) -> None:
        (photo,) = self.add("IMG 1.heic", HEIC)
        self.assertEqual((photo["name"], photo["width"], photo["height"]), ("IMG 1.jpg", 48, 64))
        stored = HandInPhoto.objects.get().stored
        content = Path(default_storage.path(stored.path)).read_bytes()
        self.assertNotIn(b"Pocket camera", content)
        self.assertGreater(Image.open(BytesIO(content)).getpixel((24, 8))[0], 90, "red above")  # type: ignore[index]
        self.student.send("POST", self.path(LOOP, "/hand-in/files"), file=upload("IMG 2.heic", HEIC))
        kept = StoredFile.objects.order_by("pk").last()
        assert kept is not None
        self.assertEqual((kept.name, kept.content_type), ("IMG 2.jpg", "image/jpeg"), "as a file too")

    def test_what_is_no_photograph_is_refused_by_name_and_the_others_stay(self) -> None:
        self.add()
        paper = Caller(INSTRUCTOR).get("/courses/srv-110/print/term")
        self.assertEqual(paper.status_code, 200, "paper was made before, in the same process")
        for name, content, code in (
            ("cut.jpg", jpeg()[:2000], "picture.damaged"),
            ("notes.jpg", b"Chainage 0 to 20", "picture.not_one"),
            ("notes.pdf", PDF, "picture.not_one"),
            ("program.heic", b"MZ" + b"\0" * 200, "picture.not_one"),
        ):
            with self.subTest(name):
                self.assertIn(name, self.refused(self.add(name, content, 422), 422, code)["detail"])
        self.assertEqual(HandInPhoto.objects.count(), 1)

    def test_a_small_photograph_is_said_to_be_hard_to_read_also_after_a_cut(self) -> None:
        (photo,) = self.add(content=jpeg(1700, 2200))
        self.assertTrue(photo["legible"])
        cut = self.set((photo["id"], 0, [30, 30, 30, 30])).json()["draft"]["photos"][0]
        self.assertFalse(cut["legible"])

    def test_a_page_that_would_be_cut_off_whole_is_refused(self) -> None:
        (photo,) = self.add()
        self.refused(self.set((photo["id"], 0, [60, 0, 40, 0])), 422, "hand_in.all_cut")
        self.refused(self.set((photo["id"], 45, [0, 0, 0, 0])), 422, "request.unreadable")

    def test_what_another_device_added_or_took_out_stays_so(self) -> None:
        first, second = self.add("1.jpg")[0]["id"], self.add("2.jpg")[1]["id"]
        third = self.add("3.jpg")[2]["id"]
        self.student.send("DELETE", self.path(LOOP, f"/hand-in/photos/{first}"))
        none = [0, 0, 0, 0]
        told = self.set((second, 0, none), (first, 0, none)).json()["draft"]["photos"]
        self.assertEqual([p["id"] for p in told], [second, third])

    def test_teachers_read_the_pdf_and_not_what_was_cut_off(self) -> None:
        (photo,) = self.add()
        self.hand_in()
        self.assertEqual(self.student.client.get(photo["address"]).status_code, 200)
        self.assertEqual(Caller(INSTRUCTOR).client.get(photo["address"]).status_code, 403)
        person = self.student.person.pk
        work = Caller(INSTRUCTOR).get(self.path(LOOP, f"/hand-ins/{person}")).json()
        address = work["attempts"][0]["files"][0]["address"]
        self.assertEqual(Caller(INSTRUCTOR).client.get(address).status_code, 200)

    def test_the_next_attempt_can_begin_with_the_pages_of_the_last(self) -> None:
        (photo,) = self.add()
        self.set((photo["id"], 180, [1, 2, 3, 4]))
        self.hand_in()
        work = self.student.get(self.path(LOOP, "/hand-in")).json()
        self.assertEqual((work["draft"], work["photos_before"]), (None, 1))
        path = self.path(LOOP, "/hand-in/photos-again?attempt=2")
        again = self.student.send("POST", path).json()
        (fresh,) = again["draft"]["photos"]
        self.assertEqual((fresh["turn"], fresh["cuts"]), (180, [1, 2, 3, 4]))
        self.assertNotEqual((fresh["id"], fresh["address"]), (photo["id"], photo["address"]))
        self.student.send("DELETE", self.path(LOOP, f"/hand-in/photos/{fresh['id']}"))
        self.assertEqual(HandInPhoto.objects.get().pk, photo["id"], "what was handed in stays")

    def test_what_the_assignment_does_not_take_is_refused(self) -> None:
        Brief.objects.filter(item=self.item(LOOP)).update(takes_photos=False, takes_files=False, takes_text=True)
        self.refused(self.add(status=422), 422, "hand_in.no_photos")
        put = self.path(LOOP, "/hand-in")
        link = {"text": "", "comment": "", "link": "https://sheets.example.org/1"}
        self.refused(self.student.send("PUT", put, link), 422, "hand_in.no_link")
        Brief.objects.filter(item=self.item(LOOP)).update(takes_recordings=True)
        files = self.path(LOOP, "/hand-in/files")
        told = self.student.send("POST", files, file=upload("work.pdf", PDF))
        self.assertIn("work.pdf", self.refused(told, 422, "hand_in.recordings_only")["detail"])

    def test_a_link_is_handed_in_and_stands_on_the_receipt(self) -> None:
        Brief.objects.filter(item=self.item(LOOP)).update(takes_link=True)
        put = self.path(LOOP, "/hand-in")
        self.student.send("PUT", put, {"text": "", "comment": "", "link": "javascript:alert(1)"})
        self.refused(self.student.send("POST", put), 422, "link.not_http")
        self.student.send("PUT", put, {"text": "", "comment": "", "link": " https://sheets.example.org/1 "})
        self.assertEqual(self.hand_in()["link"], "https://sheets.example.org/1")


class BadFiles(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)

    def add(self, name: str, content: bytes) -> Any:
        return self.student.send("POST", self.path(LOOP, "/hand-in/files"), file=upload(name, content))

    def test_a_pdf_that_is_a_program_or_a_picture_is_refused_by_name_and_the_draft_stays(self) -> None:
        self.add("book.pdf", PDF)
        program = b"MZ" + b"\0" * 58 + b"\x80\0\0\0" + b"\0" * 64 + b"PE\0\0" + b"\0" * 200
        self.assertIn("work.pdf", self.refused(self.add("work.pdf", program), 422, "file.not_accepted")["detail"])
        self.assertIn("page.pdf", self.refused(self.add("page.pdf", jpeg()), 422, "file.wrong_type")["detail"])
        self.refused(self.add("empty.pdf", b""), 422, "file.empty")
        work = self.student.get(self.path(LOOP, "/hand-in")).json()
        self.assertEqual([f["name"] for f in work["draft"]["files"]], ["book.pdf"])

    def test_a_pdf_of_500_pages_is_handed_in_as_it_is(self) -> None:
        writer, out = pypdf.PdfWriter(), BytesIO()
        for _ in range(500):
            writer.add_blank_page(595, 842)
        writer.write(out)
        self.assertEqual(self.add("long.pdf", out.getvalue()).status_code, 200)
        receipt = self.student.send("POST", self.path(LOOP, "/hand-in")).json()
        self.assertEqual(receipt["files"][0]["sha256"], hashlib.sha256(out.getvalue()).hexdigest())
