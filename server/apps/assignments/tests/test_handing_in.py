"""Handing in over the API: drafts, receipts, attempts, the server's clock, the same request twice."""

from __future__ import annotations

import hashlib
from datetime import timedelta
from io import BytesIO
from pathlib import Path

import pypdf
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from django.utils import timezone
from PIL import Image
from PIL.PngImagePlugin import PngInfo
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, PNG
from tests.post import deliver

from apps.assignments.models import Brief, HandIn
from apps.kernel.jobs import forget_old_answers
from apps.kernel.models import AnsweredRequest, AuditRecord, StoredFile
from apps.notices.models import OutboxMail
from apps.path.models import Fact

LOOP = "Field book: campus loop"


SET_7B = "Set 7B: misclosure and precision"


class HandingIn(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)

    def add(self, title: str, name: str, content: bytes) -> object:
        return self.student.send("POST", self.path(title, "/hand-in/files"), file=SimpleUploadedFile(name, content))

    def hand_in(self, title: str, key: str = "") -> object:
        return self.student.send("POST", self.path(title, "/hand-in"), key=key)

    def test_the_receipt_names_every_file_with_size_and_checksum(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        self.add(LOOP, "computation.pdf", PDF)
        self.student.send(
            "PUT", self.path(LOOP, "/hand-in"), {"text": "Closed at 1 : 6 930", "comment": "Rain on leg CD"}
        )
        receipt = self.hand_in(LOOP).json()
        files = {f["name"]: (f["size"], f["sha256"]) for f in receipt["files"]}
        self.assertEqual(files["page 1.png"], (len(PNG), hashlib.sha256(PNG).hexdigest()))
        self.assertEqual(files["computation.pdf"], (len(PDF), hashlib.sha256(PDF).hexdigest()))
        self.assertEqual(receipt["text_sha256"], hashlib.sha256(b"Closed at 1 : 6 930").hexdigest())
        self.assertEqual((receipt["late_seconds"], receipt["attempt"]), (0, 1))
        again = self.student.get(f"/receipts/{receipt['number']}").json()
        self.assertEqual(again, receipt)

    def test_by_when_it_is_back_is_told_until_it_is_scored(self) -> None:
        """Seven days after Wed 7 Oct is Wed 14 Oct, to the end of the day in the course's zone (UTC-5)."""
        self.add(LOOP, "page 1.png", PNG)
        self.hand_in(LOOP)
        mine = self.path(LOOP, "/hand-in")
        self.assertEqual(self.student.get(mine).json()["back_by"], "2026-10-15T04:59:00Z")
        teacher, score = Caller(INSTRUCTOR), {"attempt": 1, "raw": "0", "comment": "", "seen_version": 0}
        teacher.send("PUT", self.path(LOOP, f"/hand-ins/{self.student.person.pk}/score"), score)
        self.assertIsNone(self.student.get(mine).json()["back_by"], "it is being graded")
        teacher.send("POST", self.path(LOOP, "/release"))
        self.assertIsNone(self.student.get(mine).json()["back_by"], "0 points are a score")

    def test_what_the_assignment_takes_no_more_keeps_nothing_else_from_being_saved(self) -> None:
        Brief.objects.filter(item=self.item(LOOP)).update(takes_link=True)
        mine, typed = self.path(LOOP, "/hand-in"), {"text": "", "comment": "", "link": "https://a.example.org/1"}
        self.student.send("PUT", mine, typed)
        Brief.objects.filter(item=self.item(LOOP)).update(takes_link=False)
        self.assertEqual(self.student.send("PUT", mine, {**typed, "text": "Closed"}).status_code, 200)
        self.refused(self.student.send("PUT", mine, {**typed, "link": "https://b.example.org"}), 422, "hand_in.no_link")
        self.assertEqual(self.student.send("PUT", mine, {**typed, "link": ""}).status_code, 200)

    def test_a_photograph_that_is_handed_in_tells_no_place_and_keeps_its_pixels(self) -> None:
        for options in ({}, {"progressive": True}):
            taken = self.photograph(**options)
            self.add(LOOP, "page.jpg", taken + b"\xff\xd8 another of the same moment \xff\xd9")
            stored = StoredFile.objects.order_by("pk").last()
            assert stored is not None
            content = Path(default_storage.path(stored.path)).read_bytes()
            self.assertNotIn(b"Pocket camera", content)
            self.assertNotIn(b"another of the same moment", content)
            kept, came = Image.open(BytesIO(content)), Image.open(BytesIO(taken))
            self.assertEqual(dict(kept.getexif()), {0x0112: 6}, "it is still turned as it was")
            self.assertEqual(kept.tobytes(), came.tobytes())
            self.assertEqual(hashlib.sha256(content).hexdigest(), stored.sha256, "the receipt is of what is kept")

    def test_pictures_of_other_kinds_tell_no_place_either(self) -> None:
        told = PngInfo()
        told.add_text("Comment", "Pocket camera")
        cases = {
            "page.png": ("PNG", {"pnginfo": told}),
            "page.webp": ("WEBP", {"lossless": True, "xmp": b"<x>Pocket camera</x>"}),
        }
        for name, (kind, options) in cases.items():
            with self.subTest(name):
                taken = self.photograph(kind, **options)
                self.add(LOOP, name, taken)
                stored = StoredFile.objects.order_by("pk").last()
                assert stored is not None
                content = Path(default_storage.path(stored.path)).read_bytes()
                self.assertNotIn(b"Pocket camera", content)
                kept, came = Image.open(BytesIO(content)), Image.open(BytesIO(taken))
                self.assertEqual(dict(kept.getexif()), {0x0112: 6})
                self.assertEqual((kept.format, kept.tobytes()), (kind, came.tobytes()))

    def test_a_damaged_picture_of_another_kind_is_kept_as_it_came(self) -> None:
        for name, kind in (("page.png", "PNG"), ("page.webp", "WEBP")):
            broken = self.photograph(kind)[:200]
            self.add(LOOP, name, broken)
            stored = StoredFile.objects.order_by("pk").last()
            assert stored is not None
            self.assertEqual(Path(default_storage.path(stored.path)).read_bytes(), broken)

    def photograph(self, kind: str = "JPEG", **options: object) -> bytes:
        exif = Image.Exif()
        exif[0x0112], exif[0x010F] = 6, "Pocket camera"
        exif.get_ifd(0x8825)[2] = (44.0, 55.0, 11.0)
        out = BytesIO()
        Image.effect_noise((90, 60), 60).convert("RGB").save(out, kind, exif=exif, **options)
        self.assertIn(b"Pocket camera", out.getvalue())
        return out.getvalue()

    def test_a_damaged_photograph_is_kept_as_it_came(self) -> None:
        broken = self.photograph()[:300]
        self.add(LOOP, "page.jpg", broken)
        stored = StoredFile.objects.order_by("pk").last()
        assert stored is not None
        self.assertEqual(Path(default_storage.path(stored.path)).read_bytes(), broken)

    def test_the_receipt_as_pdf_reads_back(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        receipt = self.hand_in(LOOP).json()
        pdf = self.student.get(f"/receipts/{receipt['number']}/pdf")
        text = " ".join(p.extract_text() for p in pypdf.PdfReader(BytesIO(pdf.content)).pages)
        self.assertIn(receipt["number"], text)
        self.assertIn(hashlib.sha256(PNG).hexdigest(), text.replace("\n", ""))
        self.assertIn("Wed 7 Oct, 10:20:00", text)

    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_the_receipt_goes_out_by_mail_after_the_commit(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        number = self.hand_in(LOOP).json()["number"]
        job = ProcrastinateJob.objects.get(task_name="notices.send_mail")
        deliver(job)
        mail = OutboxMail.objects.get(to=self.student.person.email)
        self.assertIn(number, mail.subject)
        self.assertIn(hashlib.sha256(PNG).hexdigest(), mail.body)
        self.assertEqual([m["subject"] for m in self.student.get("/outbox").json()], [mail.subject])
        self.assertEqual(Caller(INSTRUCTOR).get("/outbox").json(), [])

    def test_the_same_request_twice_is_one_hand_in(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        first, second = self.hand_in(LOOP, key="one"), self.hand_in(LOOP, key="one")
        self.assertEqual(first.json(), second.json())
        self.assertEqual(HandIn.objects.filter(item=self.item(LOOP), person=self.student.person).count(), 1)
        self.assertEqual(ProcrastinateJob.objects.filter(task_name="notices.send_mail").count(), 1)

    def test_one_key_can_not_stand_for_two_wishes(self) -> None:
        path = self.path(SET_7B, "/hand-in")
        self.student.send("PUT", path, {"text": "a", "comment": ""}, key="k")
        answer = self.student.send("PUT", path, {"text": "b", "comment": ""}, key="k")
        self.refused(answer, 409, "request.key_reused")
        without = self.student.client.put(f"/api{path}", {"text": "a", "comment": ""}, content_type="application/json")
        self.refused(without, 400, "request.key_missing")

    def test_a_refused_request_leaves_its_key_free(self) -> None:
        self.refused(self.hand_in(SET_7B, key="k"), 422, "hand_in.empty")
        self.assertFalse(AnsweredRequest.objects.filter(key="k").exists())
        self.student.send("PUT", self.path(SET_7B, "/hand-in"), {"text": "0.050 m", "comment": ""})
        self.assertEqual(self.hand_in(SET_7B, key="k").status_code, 200)

    def test_started_and_not_handed_in_is_shown_to_both_sides(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        row = self.student.get(self.path(LOOP)).json()["row"]
        self.assertEqual((row["state"], row["started"]["files"]), ("started", 1))
        teacher = Caller(INSTRUCTOR)
        states = {r["person_id"]: r["state"] for r in teacher.get(self.path(LOOP, "/hand-ins")).json()["rows"]}
        self.assertEqual(states[self.student.person.pk], "started")
        self.assertEqual(teacher.get(self.path(LOOP)).json()["row"]["of_class"]["started"], 1)
        self.hand_in(LOOP)
        self.assertFalse(Fact.objects.filter(item=self.item(LOOP), kind="started").exists())

    def test_attempts_are_kept_and_counted(self) -> None:
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "first", "comment": ""})
        self.hand_in(LOOP)
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "second", "comment": "", "attempt": 2})
        self.hand_in(LOOP)
        work = self.student.get(self.path(LOOP, "/hand-in")).json()
        self.assertEqual([a["text"] for a in work["attempts"]], ["first", "second"])
        self.assertEqual(work["attempts_left"], 0)
        third = self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "third", "comment": "", "attempt": 3})
        self.refused(third, 409, "hand_in.no_attempt_left")

    def draft(self, text: str, **seen: int) -> object:
        return self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": text, "comment": ""} | seen)

    def test_what_is_still_saved_after_a_hand_in_elsewhere_opens_no_attempt(self) -> None:
        """Another tab handed in: the autosave of this one is told so, and no draft of attempt 2 is there."""
        first = self.draft("first", attempt=1, edition=0).json()["draft"]
        self.assertEqual((first["attempt"], first["edition"]), (1, 1))
        self.assertEqual(self.hand_in(LOOP).status_code, 200)
        for seen in ({"attempt": 1, "edition": 1}, {}):
            self.refused(self.draft("typed on", **seen), 409, "hand_in.attempt_over")
        file = SimpleUploadedFile("late.png", PNG)
        path = self.path(LOOP, "/hand-in/files")
        self.refused(self.student.send("POST", f"{path}?attempt=1", file=file), 409, "hand_in.attempt_over")
        self.refused(self.student.send("POST", self.path(LOOP, "/hand-in")), 409, "hand_in.attempt_over")
        self.assertEqual(HandIn.objects.filter(item=self.item(LOOP), person=self.student.person).count(), 1)
        again = self.draft("typed on", attempt=2, edition=0).json()["draft"]
        self.assertEqual((again["attempt"], again["text"]), (2, "typed on"))

    def test_two_tabs_on_one_draft_the_second_is_shown_what_stands(self) -> None:
        self.draft("both saw this", attempt=1, edition=0)
        self.draft("written in one tab", attempt=1, edition=1)
        told = self.refused(self.draft("written in the other", attempt=1, edition=1), 409, "hand_in.changed_elsewhere")
        self.assertEqual((told["text"], told["edition"]), ("written in one tab", 2))
        late = self.student.send("POST", self.path(LOOP, "/hand-in") + "?attempt=1&edition=1")
        self.refused(late, 409, "hand_in.changed_elsewhere")
        self.assertEqual(self.draft("written in one tab", attempt=1, edition=1).json()["draft"]["edition"], 2)
        mine = self.draft("written in the other", attempt=1, edition=2).json()["draft"]
        self.assertEqual((mine["text"], mine["edition"]), ("written in the other", 3))

    def test_the_same_key_with_another_file_is_another_wish(self) -> None:
        path = self.path(LOOP, "/hand-in/files")
        first = self.student.send("POST", path, key="k", file=SimpleUploadedFile("page.png", PNG))
        again = self.student.send("POST", path, key="k", file=SimpleUploadedFile("page.png", PNG))
        self.assertEqual((first.status_code, again.json()), (200, first.json()))
        for name, content in (("other.png", PNG), ("page.png", PNG + b"1")):
            other = self.student.send("POST", path, key="k", file=SimpleUploadedFile(name, content))
            self.refused(other, 409, "request.key_reused")

    def test_what_was_typed_is_not_kept_with_every_key_and_answers_are_forgotten_in_time(self) -> None:
        first = self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "a secret", "comment": ""}, key="k")
        again = self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "a secret", "comment": ""}, key="k")
        self.assertEqual((first.status_code, again.json()), (200, first.json()))
        self.assertIsNone(AnsweredRequest.objects.get(key="k").answer)
        day = timedelta(days=1)
        AnsweredRequest.objects.filter(key="k").update(at=timezone.now() - 3 * day)
        self.draft("a later one")
        forget_old_answers(int(timezone.now().timestamp()))
        self.assertFalse(AnsweredRequest.objects.filter(key="k").exists())
        self.assertTrue(AnsweredRequest.objects.exists())

    def test_a_file_can_be_taken_out_again(self) -> None:
        file = self.add(LOOP, "wrong.png", PNG).json()["draft"]["files"][0]
        left = self.student.send("DELETE", self.path(LOOP, f"/hand-in/files/{file['id']}"))
        self.assertEqual(left.json()["draft"]["files"], [])
        self.refused(
            self.student.send("DELETE", self.path(LOOP, f"/hand-in/files/{file['id']}")), 404, "hand_in.file_gone"
        )

    def test_every_hand_in_leaves_a_record(self) -> None:
        self.add(LOOP, "page 1.png", PNG)
        number = self.hand_in(LOOP).json()["number"]
        kept = AuditRecord.objects.get(action="hand_in.hand_in")
        self.assertEqual((kept.actor, kept.after["number"]), (self.student.person, number))


class Deadlines(DemoCase):
    """Set 7A is due Thu 8 Oct 23:59 and closes Sun 11 Oct 23:59, both in the course's zone."""

    TITLE = "Set 7A: latitudes and departures"

    def hand_in_at(self, clock: str) -> object:
        with override_settings(FIXED_CLOCK=clock):
            return Caller(KEEPS_UP).send("POST", self.path(self.TITLE, "/hand-in"))

    def test_the_last_second_of_2359_is_in_time(self) -> None:
        self.assertEqual(self.hand_in_at("2026-10-08T23:59:59.999-05:00").json()["late_seconds"], 0)

    def test_one_instant_later_is_late(self) -> None:
        self.assertEqual(self.hand_in_at("2026-10-09T00:00:00-05:00").json()["late_seconds"], 1)
        row = Caller(KEEPS_UP).get(self.path(self.TITLE)).json()["row"]
        self.assertEqual((row["state"], row["late_seconds"]), ("handed_in", 1))

    def test_after_it_closed_nothing_is_taken_and_the_draft_stays(self) -> None:
        self.refused(self.hand_in_at("2026-10-12T00:00:00-05:00"), 403, "item.closed")
        self.assertTrue(HandIn.objects.get(item=self.item(self.TITLE), person__username=KEEPS_UP).text)

    def test_what_late_costs_is_told_before_handing_in(self) -> None:
        with override_settings(FIXED_CLOCK="2026-10-09T08:00:00-05:00"):
            work = Caller(KEEPS_UP).get(self.path(self.TITLE, "/hand-in")).json()
        self.assertEqual((work["late_now_seconds"], work["late_now_deduction"]), (8 * 3600, "1.2"))
