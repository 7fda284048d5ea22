"""Item kinds, their files and texts: what is kept, and what is refused with a sentence."""

from __future__ import annotations

from io import BytesIO

from apps.courses.models import Fact, Item, ItemFile
from apps.kernel.models import StoredFile
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)
SLIDES = "The compass rule, step by step"
PHOTO_TAGS = 0x8825
"""The Exif tag that leads to where a picture was taken (Exif 2.32, 4.6.3)."""


def photo(width: int, height: int, turned: bool = False) -> bytes:
    image = Image.new("RGB", (width, height), "white")
    image.paste("black", (0, 0, width // 2, height))
    tags = Image.Exif()
    tags[0x0112] = 6 if turned else 1
    tags[PHOTO_TAGS] = {1: "N", 2: (46.0, 30.0, 0.0)}
    out = BytesIO()
    image.save(out, "JPEG", exif=tags)
    return out.getvalue()


def upload(name: str, content: bytes) -> SimpleUploadedFile:
    return SimpleUploadedFile(name, content)


class Content(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def made(self, kind: str, title: str = "New") -> Item:
        week = self.item(READING).module_id
        told = self.teacher.send("POST", f"/courses/srv-110/modules/{week}/items", {"kind": kind, "title": title})
        return Item.objects.get(pk=told.json()["id"])

    def put(self, item: Item, where: str, name: str, content: bytes, **fields: str) -> object:
        path = f"/courses/srv-110/items/{item.pk}/{where}"
        return self.teacher.send("POST", path, file=upload(name, content), **fields)


class Pictures(Content):
    def kept(self, content: bytes, name: str = "yard.jpg") -> tuple[Image.Image, dict]:
        told = self.put(self.item(READING), "images", name, content).json()
        stored = StoredFile.objects.order_by("pk").last()
        from apps.kernel.public import location

        return Image.open(location(stored)), told

    def test_a_picture_is_turned_upright_and_tells_no_place(self) -> None:
        image, _ = self.kept(photo(200, 100, turned=True))
        self.assertEqual(image.size, (100, 200))
        self.assertEqual(dict(image.getexif()), {})

    def test_a_fifty_megapixel_photo_is_scaled_down_and_said_so(self) -> None:
        image, told = self.kept(photo(8660, 5774))
        self.assertEqual(max(image.size), 2000)
        self.assertEqual(told["shrunk_from"], [8660, 5774])

    def test_what_is_no_picture_is_refused(self) -> None:
        svg = b'<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'
        for name, content in (("plan.svg", svg), ("plan.png", b"GIF8 no"), ("notes.jpg", b"a text")):
            with self.subTest(name=name):
                self.refused(self.put(self.item(READING), "images", name, content), 422, "picture.not_one")

    def test_one_of_a_hundred_megapixels_is_refused(self) -> None:
        out = BytesIO()
        Image.new("1", (10_000, 10_000)).save(out, "PNG")
        self.refused(self.put(self.item(READING), "images", "big.png", out.getvalue()), 422, "picture.too_many_pixels")


class Recordings(Content):
    def clip(self) -> bytes:
        from demo.srv110 import ASSETS

        return (ASSETS / "latitudes.mp4").read_bytes()

    def test_its_length_is_read_and_stands_for_its_effort(self) -> None:
        item = self.made("video")
        self.assertEqual(self.put(item, "file", "clip.mp4", self.clip()).status_code, 200)
        item.refresh_from_db()
        self.assertEqual((item.length_seconds, item.effort_minutes, item.done_rule), (63, 2, "watched"))

    def test_a_text_that_calls_itself_a_video_is_refused(self) -> None:
        item = self.made("video")
        self.refused(self.put(item, "file", "clip.mp4", b"just words"), 422, "file.wrong_type")
        self.refused(self.put(item, "file", "clip.txt", b"just words"), 422, "file.no_video")
        item.refresh_from_db()
        self.assertIsNone(item.file_id)

    def test_slides_are_a_pdf_whose_pages_are_counted(self) -> None:
        from demo.srv110 import ASSETS

        item = self.made("slides")
        self.refused(self.put(item, "file", "talk.txt", b"words"), 422, "file.no_slides")
        self.refused(self.put(item, "file", "talk.pdf", b"%PDF-1.7 broken"), 422, "file.unreadable_pdf")
        self.assertEqual(
            self.put(item, "file", "talk.pdf", (ASSETS / "compass-rule.pdf").read_bytes()).status_code, 200
        )
        item.refresh_from_db()
        self.assertEqual(item.pages, 5)

    def test_captions_that_players_could_not_follow_are_refused_by_line(self) -> None:
        """The header and the timing line are those of W3C WebVTT, 4.1."""
        item = self.item(CLIP)
        cases = {
            "captions.no_header": b"1\n00:00.000 --> 00:01.000\nHi\n",
            "captions.times": b"WEBVTT\n\n00:00.000 --> 1 second\nHi\n",
            "captions.backwards": b"WEBVTT\n\n00:05.000 --> 00:01.000\nHi\n",
            "captions.not_text": b"WEBVTT\n\n\xff\xfe",
            "captions.empty": b"WEBVTT\n",
        }
        for code, content in cases.items():
            with self.subTest(code=code):
                told = self.refused(self.put(item, "captions", "en.vtt", content), 422, code)
                if code == "captions.times":
                    self.assertIn("line 3", told["detail"])
        self.assertEqual(ItemFile.objects.filter(item=item, role="captions", removed=False).count(), 1)

    def test_newer_captions_of_a_language_take_the_place_of_the_older(self) -> None:
        item = self.item(CLIP)
        self.put(item, "captions", "new.vtt", b"WEBVTT\n\n00:00.000 --> 00:01.000\nHi\n", language="en")
        page = self.student.get(self.path(CLIP)).json()
        self.assertEqual([c["file"]["name"] for c in page["captions"]], ["new.vtt"])

    def watched(self, who: Caller, *seen: list[float], position: float = 0) -> dict:
        body = {"position": position, "seen": list(seen)}
        return who.send("POST", self.path(CLIP, "/watched"), body).json()

    def test_what_was_seen_twice_counts_once_and_enough_of_it_is_done(self) -> None:
        who = Caller(BEHIND)
        Fact.objects.filter(person=who.person, item=self.item(CLIP)).delete()
        self.assertEqual(self.watched(who, [0, 20], [10, 30])["watched"], 48)
        told = self.watched(who, [0, 31.5], position=31.5)
        self.assertEqual((told["watched"], told["done"]), (50, False))
        told = self.watched(who, [31.5, 55], [9000, 9100], position=55)
        self.assertEqual((told["watched"], told["done"]), (87, True))
        page = who.get(self.path(CLIP)).json()
        self.assertEqual(page["watched"], {"percent": 87, "position": 55.0, "seen": [[0.0, 55.0]]})

    def test_a_stretch_of_the_file_is_sent_to_those_who_may_have_it(self) -> None:
        """Single ranges, as RFC 9110, 14 has them."""
        address = self.student.get(self.path(CLIP)).json()["file"]["address"]
        whole = self.clip()
        cases = {"bytes=0-9": whole[:10], "bytes=100-": whole[100:], "bytes=-7": whole[-7:]}
        for wanted, expected in cases.items():
            told = self.student.client.get(address, headers={"Range": wanted})
            self.assertEqual((told.status_code, b"".join(told.streaming_content)), (206, expected))
        self.assertEqual(self.student.client.get(address, headers={"Range": "bytes=9-2"}).status_code, 200)
        self.assertEqual(Caller(None).client.get(address).status_code, 401)


class Texts(Content):
    def text(self, html: str) -> object:
        return self.teacher.send("PUT", self.path(READING, "/text"), {"html": html})

    def test_a_page_is_embedded_from_the_list_only(self) -> None:
        fine = '<div data-embed="https://media.ostrell.example/x" title="X">X</div>'
        self.assertIn("data-embed", self.text(fine).json()["html"])
        for address in ("https://elsewhere.example/x", "http://media.ostrell.example/x", "javascript:alert(1)"):
            with self.subTest(address=address):
                self.refused(self.text(f'<div data-embed="{address}">X</div>'), 422, "text.embed")

    def test_what_could_run_or_escape_is_cleaned_away(self) -> None:
        cases = {
            '<a href="javascript:alert(1)">x</a>': "javascript",
            '<iframe src="https://media.ostrell.example/x"></iframe>': "iframe",
            '<p style="position:fixed;inset:0">x</p>': "style",
            '<img src="https://elsewhere.example/pixel.png" alt="x">': "elsewhere",
            "<svg><script>alert(1)</script></svg><p>x</p>": "alert",
            '<p onclick="alert(1)">x</p>': "onclick",
        }
        for html, gone in cases.items():
            with self.subTest(html=html):
                self.assertNotIn(gone, self.text(html).json()["html"])

    def test_readers_see_what_changed_since_they_acknowledged(self) -> None:
        path = self.path("Syllabus")
        page = self.student.get(path).json()
        fresh = page["html"].replace("</p>", " Boots are required.</p>", 1)
        self.teacher.send("PUT", f"{path}/text", {"html": fresh, "ask_again": True})
        asked = self.student.get(path).json()
        self.assertEqual((asked["row"]["done"], asked["acknowledged_edition"], asked["edition"]), (False, 1, 2))
        told = self.student.get(f"{path}/changes?since=1").json()
        self.assertRegex(told["html"], r"<ins>[^<]*Boots are required")
        self.student.send("POST", f"{path}/acknowledgement", {"edition": 2})
        self.assertTrue(self.student.get(path).json()["row"]["done"])
        self.assertEqual([e["edition"] for e in self.teacher.get(f"{path}/editions").json()], [2, 1])


class Headings(Content):
    def test_a_heading_has_no_number_and_holds_nothing_up(self) -> None:
        rows = self.teacher.get("/courses/srv-110/weeks/8").json()["modules"][0]["rows"]
        numbers = [(r["kind"] == "heading", r["number"]) for r in rows]
        self.assertIn((True, 0), numbers)
        self.assertEqual([n for heading, n in numbers if not heading], list(range(1, len(rows))))

    def test_resources_go_along_and_can_be_taken_back_with_undo(self) -> None:
        item = self.item(READING)
        before = len(self.student.get(self.path(READING)).json()["resources"])
        self.put(item, "resources", "form.csv", b"a,b\n", label="Form")
        page = self.student.get(self.path(READING)).json()
        self.assertEqual(page["resources"][-1]["label"], "Form")
        kept = page["resources"][-1]["id"]
        change = self.teacher.send("DELETE", self.path(READING, f"/files/{kept}")).json()["change"]
        self.assertEqual(len(self.student.get(self.path(READING)).json()["resources"]), before)
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual(len(self.student.get(self.path(READING)).json()["resources"]), before + 1)
