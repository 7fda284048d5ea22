"""Files that nothing holds go in the end; what anything shows stays. A course and a person have so much room."""

from __future__ import annotations

import os
import time
from datetime import timedelta
from pathlib import Path

from apps.assignments.models import HandInFile
from apps.kernel.clock import now
from apps.kernel.models import AuditRecord, StoredFile
from apps.kernel.public import collect_files
from apps.layout.models import Item, ItemText
from config.files import wanted_files
from demo.srv110 import ASSETS
from django.conf import settings
from django.test import override_settings

from tests.base import KEEPS_UP, Caller
from tests.cases import Content
from tests.files import PDF, PNG, upload

SET_7A, READING = "Set 7A: latitudes and departures", "Latitudes and departures"


class Collecting(Content):
    def grown_old(self) -> None:
        StoredFile.objects.update(uploaded_at=now() - timedelta(days=40))
        long_ago = time.time() - 3 * 24 * 3600
        for place in Path(settings.MEDIA_ROOT).glob("*/*"):
            os.utime(place, (long_ago, long_ago))

    def places(self) -> list[Path]:
        """The bytes of stored files that are there."""
        found = (Path(settings.MEDIA_ROOT) / path for path in StoredFile.objects.values_list("path", flat=True))
        return [place for place in found if place.exists()]

    def hand_in_file(self, content: bytes = b"line,latitude\n1,2\n") -> StoredFile:
        who = Caller(KEEPS_UP)
        told = who.send("POST", self.path(SET_7A, "/hand-in/files"), file=upload("legs.csv", content))
        self.assertEqual(told.status_code, 200, told.content)
        return StoredFile.objects.latest("id")

    def test_what_somebody_took_out_of_a_draft_is_gone_with_its_bytes_and_the_rest_stays(self) -> None:
        self.hand_in_file(b"kept,1\n")
        stored = self.hand_in_file()
        row = HandInFile.objects.get(stored=stored)
        place = Path(settings.MEDIA_ROOT) / stored.path
        self.grown_old()
        others = StoredFile.objects.exclude(pk=stored.pk)
        before, there = set(others.values_list("pk", flat=True)), [p for p in self.places() if p != place]
        self.assertGreater(len(there), 0)
        Caller(KEEPS_UP).send("DELETE", self.path(SET_7A, f"/hand-in/files/{row.pk}"))
        self.assertTrue(place.exists())
        collect_files(now(), wanted_files)
        self.assertFalse(place.exists())
        self.assertEqual(set(StoredFile.objects.values_list("pk", flat=True)), before)
        self.assertTrue(all(kept.exists() for kept in there))

    def test_a_picture_of_an_earlier_edition_stays_and_one_of_none_goes(self) -> None:
        item = self.item(READING)
        told = self.put(item, "images", "new.png", PNG)
        self.assertEqual(told.status_code, 200, told.content)
        stored = StoredFile.objects.latest("id")
        ItemText.objects.filter(item=item).update(html=f'<img src="/files/{stored.key}/new.png" alt="plan">')
        self.teacher.send("PUT", self.path(READING, "/text"), {"html": "<p>Without it.</p>"})
        self.grown_old()
        collect_files(now(), wanted_files)
        self.assertTrue(StoredFile.objects.filter(pk=stored.pk).exists())
        ItemText.objects.filter(item=item).update(html="<p>Never was.</p>")
        collect_files(now(), wanted_files)
        self.assertFalse(StoredFile.objects.filter(pk=stored.pk).exists())

    def test_parts_of_uploads_that_never_arrived_go_and_what_is_young_stays(self) -> None:
        incoming = Path(settings.MEDIA_ROOT) / "incoming"
        incoming.mkdir(exist_ok=True)
        (incoming / "old").write_bytes(b"half")
        self.grown_old()
        (incoming / "young").write_bytes(b"half")
        collect_files(now(), wanted_files)
        self.assertEqual({p.name for p in incoming.iterdir()} & {"old", "young"}, {"young"})
        (incoming / "young").unlink()

    def test_a_file_that_a_change_can_bring_back_is_there_when_it_is_set_back(self) -> None:
        item = self.made("slides")
        first = (ASSETS / "compass-rule.pdf").read_bytes()
        self.assertEqual(self.put(item, "file", "first.pdf", first).status_code, 200)
        item.refresh_from_db()
        old = item.file_id
        self.assertEqual(self.put(item, "file", "second.pdf", PDF).status_code, 200)
        self.grown_old()
        collect_files(now(), wanted_files)
        change = AuditRecord.objects.filter(action="layout.attach_file").latest("id")
        told = self.teacher.send("POST", f"/courses/srv-110/changes/{change.pk}/undo")
        self.assertEqual(told.status_code, 200, told.content)
        item.refresh_from_db()
        self.assertEqual(item.file_id, old)
        self.assertTrue((Path(settings.MEDIA_ROOT) / StoredFile.objects.get(pk=old).path).exists())

    def test_what_was_removed_and_can_come_back_keeps_its_file(self) -> None:
        item = Item.objects.filter(course=self.course, kind="video", file__isnull=False).first()
        assert item is not None
        Item.objects.filter(pk=item.pk).update(removed=True)
        self.grown_old()
        collect_files(now(), wanted_files)
        self.assertTrue(StoredFile.objects.filter(pk=item.file_id).exists())

    def test_a_person_and_a_course_have_so_much_room(self) -> None:
        first = self.hand_in_file()
        self.assertEqual(first.course_id, self.course.pk)
        who, path = Caller(KEEPS_UP), self.path(SET_7A, "/hand-in/files")
        for name in ("PERSON_MOST_BYTES", "COURSE_MOST_BYTES"):
            with self.subTest(name), override_settings(**{name: first.size + 5}):
                told = who.send("POST", path, file=upload("more.csv", b"a,b\n1,2\n"))
                code = "file.person_full" if name.startswith("PERSON") else "file.course_full"
                self.refused(told, 422, code)
        with override_settings(PERSON_MOST_BYTES=first.size + 5):
            row = HandInFile.objects.get(stored=first)
            who.send("DELETE", self.path(SET_7A, f"/hand-in/files/{row.pk}"))
            told = who.send("POST", path, file=upload("more.csv", b"a,b\n1,2\n"))
            self.assertEqual(told.status_code, 200, "what is taken out makes room")
