"""A place served as docs/how-to/run-it.md says: from nothing to its first work, stopped with work under way, and put
back elsewhere from a backup with everything that was acknowledged."""

from __future__ import annotations

import io
import json
import re
import shutil
import stat
import tarfile
import tempfile
import threading
import unittest
from pathlib import Path
from typing import Any

from tests.places import Front, Mail, Place, Visitor, free_port, until

GOOD = "heron-lantern-42"
ADA, NIA = "ada.moe@ostrell.example", "nia.persson@ostrell.example"
FILE = bytes(range(256)) * 4096


class Serving(unittest.TestCase):
    def setUp(self) -> None:
        folder = Path(tempfile.mkdtemp(prefix="unvo-place-"))
        folder.chmod(0o755)
        self.addCleanup(shutil.rmtree, folder, ignore_errors=True)
        port = free_port()
        self.mail, self.front = Mail(), Front(folder, port)
        self.addCleanup(self.mail.controller.stop)
        self.addCleanup(self.front.stop)
        self.address = f"https://localhost:{port}"
        env = {
            "UNVO_MAIL_HOST": "127.0.0.1",
            "UNVO_MAIL_PORT": str(self.mail.controller.port),
            "SSL_CERT_FILE": str(self.front.certificate),
        }
        self.first, self.second = (Place(folder / name, self.address, env) for name in ("first", "second"))
        self.addCleanup(self.first.remove)
        self.addCleanup(self.second.remove)

    def visitor(self) -> Visitor:
        return Visitor(self.address, self.front.certificate)

    def test_from_nothing_to_a_backup_that_is_put_back_elsewhere(self) -> None:
        self.begin()
        ada, nia = self.visitor(), self.visitor()
        items = self.first_work(ada, nia)
        self.assertIn("all is well", self.look_over(self.first))
        acknowledged = self.stopped_with_work_under_way(nia, items[1])
        backup = self.backed_up()
        self.what_can_not_be_restored_is_refused(backup)
        self.put_back(backup)
        self.everything_is_there(items, acknowledged)

    def begin(self) -> None:
        self.assertIn("Say under which address", self.first.do("serve", code=1))
        self.assertIn("begins with https://", self.first.do("serve", "--address", "http://learn.example.edu", code=1))
        self.assertFalse((self.first.folder / ".unvo/unvo.env").exists())
        self.first.start("--address", self.address)
        self.front.lead_to([self.first])
        made = self.first.folder / ".unvo/unvo.env"
        self.assertEqual(stat.S_IMODE(made.stat().st_mode), 0o600)
        said = self.first.do("administrator", ADA, "--name", "Ada Moe")
        links = re.findall(rf"{self.address}/invitation/(\S+)", said)
        self.assertEqual(len(links), 1, said)
        self.secret = links[0]

    def first_work(self, ada: Visitor, nia: Visitor) -> list[str]:
        """The addresses of what a student of a new course handed in, and of what they still write."""
        ada.send("POST", f"/api/invitations/{self.secret}", {"name": "Ada Moe", "password": GOOD})
        self.assertTrue(ada.send("GET", "/api/me")["administers"])
        wish = {"title": "Levelling", "code": "LEV 1", "zone": "UTC", "count": 2, "run": "units"}
        at = f"/api/courses/{ada.send('POST', '/api/new-course', wish)['slug']}"
        module = ada.send("GET", f"{at}/copy-in")["modules"][0]["id"]
        ada.send("PATCH", f"{at}/modules/{module}", {"published": True})
        items = []
        for title in ("First set", "Second set"):
            made = ada.send("POST", f"{at}/modules/{module}/items", {"title": title, "kind": "assignment"})
            items.append(f"{at}/items/{made['id']}")
            ada.send("PATCH", items[-1], {"published": True, "points": 10})
        ada.send("PUT", f"{at}/opened", {"done": True})
        ada.send("POST", f"{at}/people", {"people": [{"name": "Nia Persson", "email": NIA}]})
        link = re.search(r"/invitation/(\S+)", self.mail.to(NIA))
        assert link
        nia.send("POST", f"/api/invitations/{link[1]}", {"name": "Nia Persson", "password": GOOD})
        work = f"{items[0]}/hand-in"
        nia.upload(f"{work}/files", "book.bin", FILE)
        nia.send("PUT", work, {"text": "Closed to 4 mm", "comment": ""})
        nia.send("POST", work)
        return items

    def look_over(self, place: Place) -> str:
        place.do("backup", "--keep", "1")
        return place.do("doctor")

    def stopped_with_work_under_way(self, nia: Visitor, item: str) -> int:
        """The number of the last draft that was acknowledged; drafts were being saved all the while."""
        kept: list[int] = []
        over = threading.Event()

        def type_on() -> None:
            for n in range(1, 5000):
                if over.is_set():
                    return
                try:
                    status, _ = nia.tried("PUT", f"{item}/hand-in", {"text": f"Draft {n}", "comment": ""})
                except OSError:
                    return
                if status == 200:
                    kept.append(n)

        typing = threading.Thread(target=type_on)
        typing.start()
        until(lambda: len(kept) > 5, "drafts")
        self.first.stop()
        over.set()
        typing.join(timeout=40)
        return kept[-1]

    def backed_up(self) -> Path:
        said = self.first.do("backup", "--to", str(self.first.folder / "kept.tar"))
        self.assertIn("the database and 1 files", said)
        file = self.first.folder / "kept.tar"
        self.assertEqual(stat.S_IMODE(file.stat().st_mode), 0o600)
        return file

    def what_can_not_be_restored_is_refused(self, backup: Path) -> None:
        """Nothing is touched: the place that refuses is as it was."""
        whole = backup.read_bytes()
        half = backup.with_name("half.tar")
        half.write_bytes(whole[: len(whole) // 2])
        damaged = backup.with_name("damaged.tar")
        at = whole.index(FILE[:600])
        damaged.write_bytes(whole[:at] + b"\x00\x00\x00\x00" + whole[at + 4 :])
        newer = backup.with_name("newer.tar")
        self.rewritten(backup, newer)
        for file, words in (
            (half, "not whole|no whole backup"),
            (damaged, "damaged"),
            (newer, "newer than this one"),
            (backup.with_name("unvo"), "no whole backup"),
            (backup, "2 people are in this place"),
        ):
            self.assertRegex(self.first.do("restore", str(file), code=1), words)
        self.assertIn("not set up yet", self.second.do("restore", str(backup), code=1))

    def rewritten(self, backup: Path, to: Path) -> None:
        """The same with a migration that this Unvo does not know."""
        with tarfile.open(backup) as old, tarfile.open(to, "w") as new:
            for member in old:
                content = old.extractfile(member)
                assert content is not None
                data = content.read()
                if member.name == "unvo.json":
                    said: dict[str, Any] = json.loads(data)
                    said["migrations"].append("courses.9999_from_the_future")
                    data = json.dumps(said).encode()
                member.size = len(data)
                new.addfile(member, io.BytesIO(data))

    def put_back(self, backup: Path) -> None:
        self.second.env["UNVO_ADDRESS"] = self.address
        self.assertRegex(self.second.do("restore", str(backup)), r"2 people, 1 courses, 1 files")
        # Over what is there it goes only when it is asked to, and what was there is kept.
        self.second.do("restore", str(backup), code=1)
        self.second.do("restore", str(backup), "--replace")
        self.assertEqual(len(list((self.second.folder / ".unvo/live/backups/before-restoring").glob("*.tar"))), 1)
        self.second.start()
        self.front.lead_to([self.second])

    def everything_is_there(self, items: list[str], acknowledged: int) -> None:
        nia, ada = self.visitor(), self.visitor()
        nia.sign_in(NIA, GOOD)
        ada.sign_in(ADA, GOOD)
        work, written = (nia.send("GET", f"{item}/hand-in") for item in items)
        draft = int(written["draft"]["text"].removeprefix("Draft "))
        self.assertIn(draft, (acknowledged, acknowledged + 1), "an answer may have been lost, a draft never")
        attempt = work["attempts"][0]
        self.assertEqual(attempt["text"], "Closed to 4 mm")
        self.assertEqual(nia.send("GET", attempt["files"][0]["address"]), FILE)
        self.assertEqual(ada.send("GET", "/api/desk")["rows"][0]["item"]["title"], "First set")
        self.assertEqual(nia.send("GET", f"/api/receipts/{attempt['number']}")["item"], "First set")
