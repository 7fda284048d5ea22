"""The stand-in homework system as a process of its own, beside a test."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from typing import Any
from urllib.error import URLError

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT))

from launcher import homework, postgres  # noqa: E402

WAITS = 120


class HomeworkService:
    """Started for a test class, with a database that is made anew."""

    def __init__(self, fixed_clock: str = "") -> None:
        homework.install()
        database = f"homework_{os.getpid()}"
        homework.make_database(postgres.TESTS, database, anew=True)
        self.port = _free_port()
        self.host = f"127.0.0.1:{self.port}"
        self.address = f"http://{self.host}"
        self.env = {**os.environ, **homework.environment(postgres.TESTS, self.port, fixed_clock, database)}
        homework.prepare(self.env)
        self.process: subprocess.Popen[bytes] | None = None
        self.start()

    def start(self) -> None:
        self.process = subprocess.Popen(homework.command(self.port), cwd=homework.HOME, env=self.env)
        for _ in range(WAITS):
            try:
                urllib.request.urlopen(f"{self.address}/", timeout=2).close()
                return
            except (URLError, OSError):
                time.sleep(0.25)
        raise AssertionError("the homework system does not answer")

    def kill(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()

    def switch(self, **how: Any) -> None:
        """As somebody presses its switches; those that are not named are off."""
        body = "&".join(f"{name}={value}" for name, value in how.items()).encode()
        urllib.request.urlopen(urllib.request.Request(f"{self.address}/switches", data=body), timeout=10).close()


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
