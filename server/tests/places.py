"""A place of its own to serve from: a copy of this checkout, a front server with TLS, a mail server that keeps mail."""

from __future__ import annotations

import email
import http.cookiejar
import json
import os
import re
import shutil
import signal
import socket
import ssl
import subprocess
import time
import urllib.error
import urllib.request
import uuid
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any, TypeVar

from aiosmtpd.controller import Controller
from aiosmtpd.handlers import AsyncMessage

T = TypeVar("T")
ROOT = Path(__file__).resolve().parents[2]
HEAVY = (".venv", "web/node_modules")
"""What an install would bring, taken from this checkout: installing it anew is what the whole test run does first."""


def free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])


class Mail(AsyncMessage):
    """Mail by whom it is for."""

    def __init__(self) -> None:
        super().__init__()
        self.kept: dict[str, str] = {}
        self.controller = Controller(self, hostname="127.0.0.1", port=free_port())
        self.controller.start()

    async def handle_message(self, message: email.message.Message) -> None:
        body = message.get_payload(decode=True)
        part = body if isinstance(body, bytes) else message.get_payload(0).get_payload(decode=True)  # type: ignore[union-attr]
        self.kept[str(message["To"])] = part.decode()  # type: ignore[union-attr]

    def to(self, address: str) -> str:
        return until(lambda: self.kept.get(address, ""), f"mail to {address}")


class Place:
    """A clone without history, with what it keeps; its address leads through the front server to its port."""

    def __init__(self, folder: Path, address: str, environment: dict[str, str]) -> None:
        self.folder, self.address, self.port = folder, address, free_port()
        self.env = {k: v for k, v in os.environ.items() if not k.startswith(("UNVO_", "DJANGO_"))} | environment
        self.process: subprocess.Popen[str] | None = None
        names = subprocess.run(
            ["git", "ls-files", "-co", "--exclude-standard"], cwd=ROOT, capture_output=True, text=True, check=True
        ).stdout.split("\n")
        for name in filter(lambda one: (ROOT / one).is_file(), names):
            (folder / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy2(ROOT / name, folder / name)
        for name in HEAVY:
            (folder / name).symlink_to(ROOT / name)
        shutil.copytree(ROOT / "server" / "assets", folder / "server" / "assets", dirs_exist_ok=True)

    def do(self, *words: str, code: int = 0) -> str:
        """What a command says; it must end with this code."""
        done = subprocess.run(
            ["./unvo", *words], cwd=self.folder, env=self.env, capture_output=True, text=True, check=False, timeout=240
        )
        said = done.stdout + done.stderr
        if done.returncode != code:
            raise AssertionError(f"unvo {' '.join(words)} ended with {done.returncode}:\n{said}")
        return said

    def start(self, *words: str) -> None:
        log = self.folder / "serve.log"
        with log.open("w") as out:
            self.process = subprocess.Popen(
                ["./unvo", "serve", "--port", str(self.port), *words],
                cwd=self.folder,
                env=self.env,
                stdout=out,
                stderr=subprocess.STDOUT,
                text=True,
            )
        until(lambda: "Unvo is at" in log.read_text() or self.process.poll() is not None, "start", 180)  # type: ignore[union-attr]
        if self.process.poll() is not None:
            raise AssertionError(log.read_text())

    def stop(self) -> None:
        """As a unit is stopped: the launcher alone is asked."""
        if self.process is not None:
            self.process.send_signal(signal.SIGTERM)
            self.process.wait(timeout=60)
            self.process = None

    def remove(self) -> None:
        """Its PostgreSQL too, which lies elsewhere for root."""
        self.stop()
        code = "from launcher import postgres; postgres.LIVE.remove()"
        subprocess.run([ROOT / ".venv/bin/python", "-c", code], cwd=self.folder, capture_output=True, check=True)


class Front:
    """nginx by deploy/nginx.conf, with the host, the ports and a certificate of this test."""

    def __init__(self, folder: Path, port: int) -> None:
        self.folder, self.port = folder, port
        self.certificate = folder / "cert.pem"
        key = folder / "key.pem"
        words = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=localhost"]
        words += ["-addext", "subjectAltName=DNS:localhost", "-keyout", str(key), "-out", str(self.certificate)]
        subprocess.run(words, capture_output=True, check=True)
        self.process: subprocess.Popen[bytes] | None = None

    def lead_to(self, places: Sequence[Place]) -> None:
        """Only what differs from place to place is put in: names, ports, where the certificate and the files lie."""
        self.stop()
        conf = (ROOT / "deploy" / "nginx.conf").read_text()
        servers = "\n".join(f"    server 127.0.0.1:{one.port};" for one in places)
        for old, new in (
            ("    server 127.0.0.1:8000;", servers),
            ("listen 80;", f"listen 127.0.0.1:{free_port()};"),
            ("listen 443 ssl http2;", f"listen 127.0.0.1:{self.port} ssl http2;"),
            ("/etc/letsencrypt/live/learn.example.edu/fullchain.pem", str(self.certificate)),
            ("/etc/letsencrypt/live/learn.example.edu/privkey.pem", str(self.folder / "key.pem")),
            ("/srv/unvo/.unvo/live/files/", f"{places[0].folder}/.unvo/live/files/"),
            ("learn.example.edu", "localhost"),
        ):
            if old not in conf:
                raise AssertionError(f"deploy/nginx.conf has no line with {old}")
            conf = conf.replace(old, new)
        conf = re.sub(r"    listen \[::\].*\n", "", conf)
        whole = self.folder / "nginx.conf"
        user = "user root;" if os.geteuid() == 0 else ""
        whole.write_text(f"{user} daemon off; pid {self.folder}/pid; events {{}} http {{ access_log off;\n{conf}\n}}")
        command = ["/usr/sbin/nginx", "-p", str(self.folder), "-e", str(self.folder / "log"), "-c", str(whole)]
        self.process = subprocess.Popen(command)
        until(lambda: _answers(self.port), "the front server")

    def stop(self) -> None:
        if self.process is not None:
            self.process.terminate()
            self.process.wait(timeout=20)
            self.process = None


class Visitor:
    """Somebody's browser, as far as the API goes: cookies, their token, keys of writes."""

    def __init__(self, address: str, certificate: Path) -> None:
        self.address = address
        self.jar = http.cookiejar.CookieJar()
        context = ssl.create_default_context(cafile=str(certificate))
        self.opener = urllib.request.build_opener(
            urllib.request.HTTPSHandler(context=context), urllib.request.HTTPCookieProcessor(self.jar)
        )
        self.opener.open(address + "/sign-in", timeout=20).read()

    def send(self, method: str, path: str, body: Any = None, raw: tuple[str, bytes] | None = None) -> Any:
        """The answer as JSON, or as it is where it is none; an AssertionError with a refusal."""
        status, answer = self.tried(method, path, body, raw)
        if status >= 400:
            raise AssertionError(f"{method} {path}: {status} {answer[:400]!r}")
        try:
            return json.loads(answer)
        except ValueError:
            return answer

    def tried(
        self, method: str, path: str, body: Any = None, raw: tuple[str, bytes] | None = None
    ) -> tuple[int, bytes]:
        token = next((c.value or "" for c in self.jar if c.name == "csrftoken"), "")
        headers = {"X-CSRFToken": token, "Referer": self.address + "/"}
        if method != "GET":
            headers["Idempotency-Key"] = str(uuid.uuid4())
        data = None if body is None else json.dumps(body).encode()
        if data is not None:
            headers["Content-Type"] = "application/json"
        if raw is not None:
            headers["Content-Type"], data = raw
        asked = urllib.request.Request(self.address + path, data=data, headers=headers, method=method)
        try:
            with self.opener.open(asked, timeout=30) as answer:
                return answer.status, answer.read()
        except urllib.error.HTTPError as error:
            return error.code, error.read()

    def upload(self, path: str, name: str, content: bytes) -> Any:
        edge = uuid.uuid4().hex
        head = f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n'
        data = head.encode() + content + f"\r\n--{edge}--\r\n".encode()
        return self.send("POST", path, raw=(f"multipart/form-data; boundary={edge}", data))

    def sign_in(self, address: str, password: str) -> None:
        self.send("POST", "/_allauth/browser/v1/auth/login", {"email": address, "password": password})


def until(asked: Callable[[], T], what: str, seconds: float = 30) -> T:
    """What it gives, once it gives something."""
    end = time.monotonic() + seconds
    while not (found := asked()):
        if time.monotonic() > end:
            raise AssertionError(f"waited {seconds} seconds in vain for: {what}")
        time.sleep(0.2)
    return found


def _answers(port: int) -> bool:
    try:
        socket.create_connection(("127.0.0.1", port), 1).close()
    except OSError:
        return False
    return True
