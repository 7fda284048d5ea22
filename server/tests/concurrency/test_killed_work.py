"""Photographs that are handed in, and a block that is pasted, with a server that is killed and a database that goes away
in the middle: nothing is lost, nothing is half."""

from __future__ import annotations

import hashlib
import threading
import time
from collections.abc import Callable
from typing import Any

import pypdf
from apps.assignments.models import HandIn, HandInFile
from apps.courses.models import Enrolment
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.models import AuditRecord
from apps.kernel.whole_files import on_disk
from apps.layout.models import Item
from django.db import connection, transaction
from django.test import TransactionTestCase, override_settings

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.concurrency.test_killed_server import Server, cut_every_connection
from tests.files import jpeg
from tests.worlds import CLOCK, Committed


class Broken(Committed, TransactionTestCase):
    WHO = KEEPS_UP

    def setUp(self) -> None:
        super().setUp()
        self.server = Server()
        self.server.start()
        self.addCleanup(lambda: self.server.process.poll() is None and self.server.kill())
        self.server.sign_in(self.WHO)

    def killed_in_the_middle(self, hold: Callable[[], object], method: str, path: str, body: Any = None) -> None:
        """A row that the write needs is held elsewhere: the server dies inside its transaction."""
        with transaction.atomic():
            hold()
            with self.assertRaises(OSError):
                self.server.send(method, path, body, key="mine", timeout=3)
            self.server.kill()

    def cut_in_the_middle(self, hold: Callable[[], object], method: str, path: str, body: Any = None) -> Any:
        """The database goes away inside its transaction, and is back; the same wish is sent until it is answered."""
        told: list[Any] = []
        with transaction.atomic():
            hold()
            sender = threading.Thread(target=lambda: told.append(self.server.again(method, path, body, key="mine")))
            sender.start()
            time.sleep(1.5)
            cut_every_connection()
        sender.join(timeout=60)
        connection.close()
        return told[0]


@override_settings(FIXED_CLOCK=CLOCK)
class PhotosBroken(Broken):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title="Field book: campus loop")
        self.path = f"/api/courses/srv-110/items/{self.item.pk}/hand-in"
        for n in range(3):
            self.server.upload(f"{self.path}/photos", f"page {n}.jpg", jpeg(600, 800))

    def mine(self) -> HandIn:
        return HandIn.objects.get(item=self.item, person__username=KEEPS_UP)

    def hold(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1 FROM path_fact WHERE item_id = %s FOR UPDATE", [self.item.pk])

    def whole(self, receipt: dict[str, Any]) -> None:
        """One attempt with all its pages in one PDF, whose bytes are those of the receipt."""
        self.assertEqual(self.mine().number, receipt["number"])
        stored = HandInFile.objects.get(hand_in=self.mine()).stored
        with on_disk(stored.path) as kept:
            content = kept.read_bytes()
            self.assertEqual(len(pypdf.PdfReader(kept).pages), 3)
        self.assertEqual(hashlib.sha256(content).hexdigest(), receipt["files"][0]["sha256"])

    def test_a_killed_server_leaves_the_draft_with_its_pages_and_the_repeat_hands_in_once(self) -> None:
        self.killed_in_the_middle(self.hold, "POST", self.path)
        self.assertEqual((self.mine().handed_in_at, self.mine().photos.count()), (None, 3))
        self.assertFalse(HandInFile.objects.filter(hand_in=self.mine()).exists(), "no PDF without its receipt")
        self.server.start()
        self.whole(self.server.again("POST", self.path, key="mine"))

    def test_a_database_that_goes_away_and_comes_back_has_it_once(self) -> None:
        self.whole(self.cut_in_the_middle(self.hold, "POST", self.path))


@override_settings(FIXED_CLOCK=CLOCK)
class BlockBroken(Broken):
    WHO = INSTRUCTOR
    PATH = "/api/courses/srv-110/gradebook/cells"

    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title="Project plan", course__slug="srv-110")
        rows = Enrolment.objects.filter(course__slug="srv-110", role="student").order_by("person_id")
        self.people = list(rows.values_list("person_id", flat=True))
        graded, _ = GradedItem.objects.get_or_create(item=self.item, defaults={"course": self.item.course})
        self.cell, _ = Cell.objects.get_or_create(graded_item=graded, person_id=self.people[-1])
        self.body = {"cells": [{"item": self.item.pk, "person": pk, "text": "7"} for pk in self.people]}

    def hold(self) -> None:
        Cell.objects.select_for_update().get(pk=self.cell.pk)

    def kept(self) -> tuple[int, int]:
        scores = Score.objects.filter(cell__graded_item__item=self.item, raw=7)
        return scores.count(), AuditRecord.objects.filter(action="score.sheet").count()

    def test_a_killed_server_leaves_no_cell_of_it_and_the_repeat_keeps_all_once(self) -> None:
        self.killed_in_the_middle(self.hold, "PUT", self.PATH, self.body)
        self.assertEqual(self.kept(), (0, 0))
        self.server.start()
        self.server.again("PUT", self.PATH, self.body, key="mine")
        self.assertEqual(self.kept(), (len(self.people), 1))

    def test_a_database_that_goes_away_and_comes_back_has_it_once(self) -> None:
        self.cut_in_the_middle(self.hold, "PUT", self.PATH, self.body)
        self.assertEqual(self.kept(), (len(self.people), 1))
