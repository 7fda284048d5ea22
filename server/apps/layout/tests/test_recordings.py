"""Recordings over the API: length, captions, how far they were watched."""

from __future__ import annotations

from django.test import override_settings
from tests.base import BEHIND, Caller
from tests.cases import Content

from apps.kernel.models import StoredFile
from apps.layout.models import ItemFile
from apps.path.models import Fact

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)


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

    def test_a_front_server_is_handed_the_file_itself(self) -> None:
        address = self.student.get(self.path(CLIP)).json()["file"]["address"]
        with override_settings(FILES_BY_FRONT="/kept/"):
            told = self.student.client.get(address, headers={"Range": "bytes=0-9"})
            refused = Caller(None).client.get(address)
        stored = StoredFile.objects.get(pk=self.item(CLIP).file_id)
        self.assertEqual((told.status_code, told.content, told["X-Accel-Redirect"]), (200, b"", f"/kept/{stored.path}"))
        self.assertEqual(told["Content-Type"], "video/mp4")
        self.assertNotIn("X-Accel-Redirect", refused)
