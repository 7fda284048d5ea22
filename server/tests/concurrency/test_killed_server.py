"""A real server, killed in mid hand-in: nothing half counts, nothing acknowledged is lost."""

from __future__ import annotations

import http.cookiejar
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
import uuid
from pathlib import Path
from typing import Any

import psycopg
from apps.assignments.models import HandIn
from apps.kernel.models import AnsweredRequest
from apps.layout.models import Item
from apps.path.models import Fact
from apps.people.demo import DEMO_PASSWORD
from django.conf import settings
from django.db import connection
from django.test import TransactionTestCase, override_settings

from tests.base import KEEPS_UP
from tests.worlds import CLOCK, Committed

SERVER = Path(__file__).resolve().parents[2]
SET_7A = "Set 7A: latitudes and departures"


class Server:
    """The web process on the test database, and a signed-in client for it."""

    def __init__(self) -> None:
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.base = f"http://127.0.0.1:{self.port}"
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def environment(self) -> dict[str, str]:
        return os.environ | {
            "DJANGO_SETTINGS_MODULE": "config.settings.test",
            "PYTHONPATH": f"{SERVER}{os.pathsep}{SERVER.parent / 'core'}",
            "UNVO_DB_NAME": connection.settings_dict["NAME"],
            "UNVO_FIXED_CLOCK": CLOCK,
            "UNVO_FILES": str(settings.MEDIA_ROOT),
        }

    def start(self) -> None:
        command = [sys.executable, "-m", "config.serve", "--port", str(self.port)]
        self.process = subprocess.Popen(command, cwd=SERVER, env=self.environment(), start_new_session=True)
        for _ in range(120):
            try:
                self.opener.open(self.base + "/sign-in", timeout=2).close()
                return
            except (urllib.error.URLError, OSError):
                time.sleep(0.25)
        raise AssertionError("the server did not start")

    def kill(self) -> None:
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()

    def token(self) -> dict[str, str]:
        value = next((c.value for c in self.jar if c.name == "csrftoken"), "")
        return {"X-CSRFToken": value or "", "Origin": self.base}

    def send(self, method: str, path: str, body: Any = None, key: str = "", timeout: float = 20) -> Any:
        headers = self.token() | {"Content-Type": "application/json", "Idempotency-Key": key or str(uuid.uuid4())}
        data = json.dumps(body or {}).encode()
        request = urllib.request.Request(self.base + path, data=data, method=method, headers=headers)
        with self.opener.open(request, timeout=timeout) as answer:
            return json.loads(answer.read() or b"null")

    def upload(self, path: str, name: str, content: bytes) -> Any:
        """One file as a form (multipart, RFC 7578)."""
        edge = uuid.uuid4().hex
        head = f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n'.encode()
        headers = self.token() | {
            "Content-Type": f"multipart/form-data; boundary={edge}",
            "Idempotency-Key": str(uuid.uuid4()),
        }
        body = head + content + f"\r\n--{edge}--\r\n".encode()
        request = urllib.request.Request(self.base + path, data=body, method="POST", headers=headers)
        with self.opener.open(request, timeout=20) as answer:
            return json.loads(answer.read())

    def again(self, method: str, path: str, body: Any = None, key: str = "") -> Any:
        """As a browser does: the same wish until it is answered."""
        for attempt in range(6):
            try:
                return self.send(method, path, body, key)
            except OSError:
                if attempt == 5:
                    raise
                time.sleep(0.5)

    def sign_in(self, who: str = KEEPS_UP) -> None:
        self.send("POST", "/_allauth/browser/v1/auth/login", {"username": who, "password": DEMO_PASSWORD})


def other_connection() -> psycopg.Connection:
    """One to the test database that Django does not know of; closed, it takes back what it did."""
    found = connection.settings_dict
    return psycopg.connect(
        host=found["HOST"], port=found["PORT"], user=found["USER"], password=found["PASSWORD"], dbname=found["NAME"]
    )


def cut_every_connection() -> None:
    """As a database that is started again: every other connection to it ends, whatever it is doing."""
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT pg_terminate_backend(pid) FROM pg_stat_activity"
            " WHERE datname = current_database() AND pid <> pg_backend_pid()"
        )


@override_settings(FIXED_CLOCK=CLOCK)
class KilledServer(Committed, TransactionTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=SET_7A)
        self.path = f"/api/courses/srv-110/items/{self.item.pk}/hand-in"
        self.server = Server()
        self.server.start()
        self.addCleanup(lambda: self.server.process.poll() is None and self.server.kill())
        self.server.sign_in()

    def draft(self) -> HandIn:
        return HandIn.objects.get(item=self.item, person__username=KEEPS_UP)

    def test_killed_before_the_commit_the_draft_stays_a_draft_and_the_repeat_hands_in_once(self) -> None:
        """Another connection holds a row that handing in needs, so the server dies inside its transaction."""
        with other_connection() as holder:
            holder.execute("SELECT 1 FROM path_fact WHERE item_id = %s FOR UPDATE", [self.item.pk])
            with self.assertRaises(OSError):
                self.server.send("POST", self.path, key="mine", timeout=3)
            self.server.kill()
        self.assertIsNone(self.draft().handed_in_at)
        self.assertFalse(Fact.objects.filter(item=self.item, person__username=KEEPS_UP, kind="handed_in").exists())
        self.assertFalse(AnsweredRequest.objects.filter(key="mine").exists())
        self.assertIn("latitude", self.draft().text)
        self.server.start()
        receipt = self.server.send("POST", self.path, key="mine")
        self.assertEqual(self.draft().number, receipt["number"])

    def test_killed_after_the_answer_nothing_of_it_is_lost(self) -> None:
        receipt = self.server.send("POST", self.path, key="mine")
        self.server.kill()
        self.assertEqual(self.draft().number, receipt["number"])
        self.server.start()
        again = self.server.send("POST", self.path, key="mine")
        self.assertEqual(again, receipt)
        self.assertEqual(HandIn.objects.filter(item=self.item, person__username=KEEPS_UP).count(), 1)
