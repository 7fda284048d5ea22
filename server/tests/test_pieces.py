"""Files in pieces. The protocol is spoken by an independent client too, tuspy, the tus project's own for Python."""

from __future__ import annotations

import base64
import os
import random
from datetime import timedelta
from io import BytesIO
from typing import Any
from unittest import mock

from apps.assignments.models import HandInFile
from apps.kernel.models import PartialUpload, StoredFile
from apps.kernel.pieces import KEPT, MOST_OPEN, forget_pieces
from django.conf import settings
from django.core.files.storage import default_storage
from django.test import Client, LiveServerTestCase, override_settings
from django.utils import timezone
from tusclient.client import TusClient
from tusclient.exceptions import TusCommunicationError

from tests.base import BEHIND, KEEPS_UP, Caller, DemoCase
from tests.files import PDF
from tests.worlds import CLOCK, Committed

LOOP = "Field book: campus loop"
TUS = {"Tus-Resumable": "1.0.0"}
AT = "/api/uploads"
PIECE = {"content_type": "application/offset+octet-stream"}


def said(**pairs: str) -> str:
    return ",".join(f"{name} {base64.b64encode(value.encode()).decode()}" for name, value in pairs.items())


class Pieces(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        self.client = self.student.client
        self.address = f"/api{self.path(LOOP, '/hand-in/files')}"
        self.pdf = PDF + b"\n%" + random.Random(4).randbytes(3000)

    def begin(self, size: int, name: str = "book.pdf") -> Any:
        told = said(filename=name, purpose=self.address, modified="1791")
        return self.client.post(AT, headers=TUS | {"Upload-Length": str(size), "Upload-Metadata": told})

    def send(self, at: str, offset: int, piece: bytes, who: Any = None) -> Any:
        return (who or self.client).patch(at, piece, headers=TUS | {"Upload-Offset": str(offset)}, **PIECE)

    def hand_on(self, at: str, key: str = "a wish") -> Any:
        headers = {"Idempotency-Key": key, "Upload-Key": at.rsplit("/", 1)[-1]}
        return self.client.post(self.address, {"pieces": "1"}, headers=headers)

    def listed(self) -> list[dict[str, Any]]:
        return list(self.client.get(AT, {"purpose": self.address}).json())

    def test_it_goes_on_where_it_broke_off_and_becomes_a_file_of_the_draft(self) -> None:
        at = self.begin(len(self.pdf))["Location"]
        self.assertEqual(self.send(at, 0, self.pdf[:1000])["Upload-Offset"], "1000")
        self.assertEqual(self.hand_on(at).status_code, 422, "it is not whole")
        (known,) = self.listed()
        self.assertEqual((known["name"], known["received"], known["modified"]), ("book.pdf", 1000, 1791))
        asked = self.client.head(at, headers=TUS)
        self.assertEqual((asked["Upload-Offset"], asked["Upload-Length"]), ("1000", str(len(self.pdf))))
        self.assertEqual(self.send(at, 1000, self.pdf[1000:]).status_code, 204)
        self.assertEqual(self.hand_on(at).status_code, 200)
        row = HandInFile.objects.select_related("stored").latest("pk")
        with default_storage.open(row.stored.path) as kept:
            self.assertEqual(kept.read(), self.pdf)
        self.assertEqual(row.stored.name, "book.pdf")

    def test_a_piece_that_comes_twice_is_kept_once(self) -> None:
        at = self.begin(len(self.pdf))["Location"]
        self.send(at, 0, self.pdf[:1000])
        twice = self.send(at, 0, self.pdf[:1000])
        self.assertEqual((twice.status_code, twice.json()["offset"]), (409, 1000))
        self.assertEqual(self.send(at, 1500, self.pdf[1500:]).status_code, 409, "with a gap")
        self.assertEqual(self.send(at, 1000, self.pdf[1000:] + b"more").status_code, 413)
        self.assertEqual(PartialUpload.objects.get().received, 1000)

    def test_handed_on_twice_under_one_key_it_is_one_file(self) -> None:
        at = self.begin(len(self.pdf))["Location"]
        self.send(at, 0, self.pdf)
        before = HandInFile.objects.count()
        first, second = self.hand_on(at), self.hand_on(at)
        self.assertEqual((first.status_code, second.status_code), (200, 200))
        self.assertEqual(HandInFile.objects.count(), before + 1)
        self.assertEqual([one["used"] for one in self.listed()], [True])

    def test_what_is_refused_of_a_file_is_refused_of_one_in_pieces(self) -> None:
        program = b"MZ\x90\x00" + bytes(2000)
        at = self.begin(len(program), "sheet.pdf")["Location"]
        self.send(at, 0, program)
        before = StoredFile.objects.count()
        self.refused(self.hand_on(at), 422, "file.not_accepted")
        self.assertEqual(StoredFile.objects.count(), before)

    def test_it_is_nobody_elses(self) -> None:
        at = self.begin(len(self.pdf))["Location"]
        other = Caller(BEHIND).client
        self.assertEqual(other.head(at, headers=TUS).status_code, 404)
        self.assertEqual(self.send(at, 0, self.pdf, other).status_code, 404)
        other.delete(at, headers=TUS)
        self.assertEqual(self.client.head(at, headers=TUS).status_code, 200)
        self.send(at, 0, self.pdf)
        headers = {"Idempotency-Key": "x", "Upload-Key": at.rsplit("/", 1)[-1]}
        self.assertEqual(other.post(self.address, {"pieces": "1"}, headers=headers).status_code, 422)

    def test_discarded_or_too_old_it_is_gone_with_its_bytes(self) -> None:
        for gone in (
            lambda at: self.client.delete(at, headers=TUS),
            lambda at: forget_pieces(timezone.now() + KEPT + timedelta(seconds=1)),
        ):
            at = self.begin(len(self.pdf))["Location"]
            self.send(at, 0, self.pdf[:1000])
            (path,) = PartialUpload.objects.get().parts
            self.assertTrue(default_storage.exists(path))
            gone(at)
            self.assertFalse(default_storage.exists(path))
            self.assertEqual(self.client.head(at, headers=TUS).status_code, 404)

    def test_nobody_goes_on_after_its_day(self) -> None:
        at = self.begin(len(self.pdf))["Location"]
        with mock.patch("apps.kernel.pieces.timezone.now", return_value=timezone.now() + KEPT + timedelta(seconds=1)):
            self.refused(self.send(at, 0, self.pdf), 404, "file.not_begun")
            self.assertEqual(self.listed(), [])

    def test_bad_beginnings_are_refused_in_a_sentence(self) -> None:
        self.refused(self.begin(0), 422, "file.empty")
        self.refused(self.begin(settings.REQUEST_MAX_BYTES + 1), 413, "file.far_too_large")
        without = self.client.post(AT, headers={"Upload-Length": "5"})
        self.refused(without, 412, "file.other_protocol")
        for header, code in (
            ({"Upload-Length": "-5"}, "file.no_number"),
            ({"Upload-Length": "9" * 40}, "file.no_number"),
            ({"Upload-Length": "5", "Upload-Metadata": "filename %%%"}, "file.no_metadata"),
        ):
            self.refused(self.client.post(AT, headers=TUS | header), 400, code)
        at = self.begin(9)["Location"]
        self.refused(self.client.patch(at, b"x", headers=TUS | {"Upload-Offset": "0"}), 415, "file.no_piece")
        for _ in range(MOST_OPEN - 1):
            self.begin(9)
        self.refused(self.begin(9), 422, "file.too_many_begun")

    def test_what_is_on_its_way_takes_no_more_than_a_persons_files_may(self) -> None:
        with override_settings(PERSON_MOST_BYTES=10_000):
            at = self.begin(len(self.pdf))["Location"]
            self.send(at, 0, self.pdf)
            self.refused(self.begin(9_000), 422, "file.too_much_begun")
            self.assertEqual(self.hand_on(at).status_code, 200)
            self.assertEqual(self.begin(9_000).status_code, 201, "what was handed on makes room")

    def test_it_says_what_it_can(self) -> None:
        told = self.client.options(AT)
        self.assertEqual(told["Tus-Version"], "1.0.0")
        self.assertEqual(told["Tus-Extension"], "creation,termination,expiration")


@override_settings(FIXED_CLOCK=CLOCK, ALLOWED_HOSTS=["*"])
class SpokenByAnother(Committed, LiveServerTestCase):
    def test_tuspy_sends_breaks_off_and_goes_on(self) -> None:
        content = os.urandom(5000)
        signed_in = Client()
        signed_in.force_login(Caller(KEEPS_UP).person)
        session = signed_in.cookies[settings.SESSION_COOKIE_NAME].value
        token = "t" * 32
        headers = {
            "Cookie": f"{settings.SESSION_COOKIE_NAME}={session}; csrftoken={token}", "X-CSRFToken": token,
            "Referer": self.live_server_url,
        }  # fmt: skip
        client = TusClient(f"{self.live_server_url}{AT}", headers=headers)
        first = client.uploader(file_stream=BytesIO(content), chunk_size=1200, metadata={"filename": "loop.bin"})
        first.upload_chunk()
        first.upload_chunk()
        row = PartialUpload.objects.get()
        self.assertEqual((row.received, row.name, row.size), (2400, "loop.bin", 5000))
        again = client.uploader(file_stream=BytesIO(content), chunk_size=1200, url=first.url)
        self.assertEqual(again.offset, 2400)
        again.upload()
        row.refresh_from_db()
        kept = b""
        for path in row.parts:
            with default_storage.open(path) as part:
                kept += part.read()
        self.assertEqual(kept, content)
        first.offset = 100
        with self.assertRaises(TusCommunicationError):
            first.upload_chunk()
