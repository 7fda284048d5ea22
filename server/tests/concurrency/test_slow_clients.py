"""Clients that send or read at a trickle, many at once, on a real server: nobody else waits for them."""

from __future__ import annotations

import socket
import time
import urllib.request
from pathlib import Path

from apps.kernel.models import StoredFile
from apps.layout.models import Item
from django.conf import settings
from django.test import TransactionTestCase, override_settings, tag

from tests.concurrency.test_killed_server import Server
from tests.worlds import CLOCK, Committed

MANY = 60
SIZE = 8 * 1024 * 1024


@tag("alone")
@override_settings(FIXED_CLOCK=CLOCK)
class SlowClients(Committed, TransactionTestCase):
    """Sixty of each are many times the server's threads."""

    def setUp(self) -> None:
        super().setUp()
        self.server = Server()
        self.server.start()
        self.addCleanup(lambda: self.server.process.poll() is None and self.server.kill())
        self.server.sign_in()
        self.lines: list[socket.socket] = []
        self.addCleanup(lambda: [line.close() for line in self.lines])

    def line(self, head: str, receive: int = 0) -> socket.socket:
        line = socket.socket()
        if receive:
            line.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, receive)
        line.connect(("127.0.0.1", self.server.port))
        cookies = "; ".join(f"{c.name}={c.value}" for c in self.server.jar)
        line.sendall(f"{head}\r\nHost: 127.0.0.1\r\nCookie: {cookies}\r\n".encode())
        self.lines.append(line)
        return line

    def others_are_answered(self) -> None:
        for _ in range(5):
            begun = time.monotonic()
            with self.server.opener.open(self.server.base + "/api/today", timeout=5) as answer:
                self.assertEqual(answer.status, 200)
            self.assertLess(time.monotonic() - begun, 2)

    def test_bodies_that_come_a_byte_at_a_time(self) -> None:
        for _ in range(MANY):
            line = self.line("POST /_allauth/browser/v1/auth/login HTTP/1.1")
            line.sendall(b"Content-Type: application/json\r\nContent-Length: 400\r\n\r\n{")
        self.others_are_answered()
        for line in self.lines:
            line.sendall(b'"')
        self.others_are_answered()

    def test_a_connection_stays_open_after_an_answer_without_a_body(self) -> None:
        line = self.line("OPTIONS /api/uploads HTTP/1.1")
        line.settimeout(5)
        line.sendall(b"\r\n")
        first = line.recv(4096).decode().lower()
        self.assertIn(" 204 ", first.splitlines()[0])
        self.assertNotIn("connection: close", first)
        cookies = "; ".join(f"{c.name}={c.value}" for c in self.server.jar)
        line.sendall(f"OPTIONS /api/uploads HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookies}\r\n".encode())
        line.sendall(b"Connection: close\r\n\r\n")
        last = line.recv(4096).decode().lower()
        self.assertIn(" 204 ", last.splitlines()[0])
        self.assertEqual(line.recv(1), b"", "asked to, it closes")

    def test_requests_that_never_end_their_head(self) -> None:
        for _ in range(MANY):
            self.line("GET / HTTP/1.1").sendall(b"X-Slow: ")
        self.others_are_answered()

    def test_uploads_that_stop_in_the_middle(self) -> None:
        for _ in range(MANY):
            line = self.line("POST /api/courses/srv-110/items/1/files HTTP/1.1")
            line.sendall(
                b"Content-Type: multipart/form-data; boundary=b\r\nContent-Length: 900000\r\n\r\n" + b"x" * 5000
            )
        self.others_are_answered()

    def test_recordings_that_are_played_slowly_or_paused(self) -> None:
        address = self.recording()
        for _ in range(MANY):
            line = self.line(f"GET {address} HTTP/1.1", receive=4096)
            line.sendall(b"Range: bytes=0-\r\n\r\n")
        for line in self.lines:
            self.assertIn(b"206", line.recv(64))
        self.others_are_answered()

    def test_a_stretch_comes_whole_and_no_longer(self) -> None:
        address = self.recording()
        request = urllib.request.Request(self.server.base + address, headers={"Range": "bytes=1000-1999"})
        with self.server.opener.open(request, timeout=5) as answer:
            self.assertEqual((answer.status, answer.headers["Content-Length"]), (206, "1000"))
            self.assertEqual(answer.read(), self.content[1000:2000])

    def recording(self) -> str:
        """A recording of the course, made large; its address."""
        item = Item.objects.filter(kind="video", file__isnull=False, published=True).order_by("pk").first()
        assert item is not None
        stored = StoredFile.objects.get(pk=item.file_id)
        self.content = bytes(n * 7 % 251 for n in range(251)) * (SIZE // 251 + 1)
        place = Path(settings.MEDIA_ROOT) / stored.path
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_bytes(self.content)
        StoredFile.objects.filter(pk=stored.pk).update(size=len(self.content))
        return f"/files/{stored.key}/{stored.name}"
