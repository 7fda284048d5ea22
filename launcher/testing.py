"""Run every test, add up, end with one line."""

from __future__ import annotations

import os
import re
import subprocess
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

from launcher import packages, postgres, serving
from launcher.shell import ROOT, python_in_place, say

LINE = re.compile(r"(\d+) passed, (\d+) failed, (\d+) skipped")
VITEST = re.compile(r"^\s*Tests\s+(?:(\d+) failed)?[ |]*(?:(\d+) passed)?[ |]*(?:(\d+) skipped)?", re.MULTILINE)
ANSI = re.compile(r"\x1b\[[0-9;]*m")


@dataclass
class Count:
    passed: int = 0
    failed: int = 0
    skipped: int = 0

    def add(self, passed: int, failed: int, skipped: int) -> None:
        self.passed += passed
        self.failed += failed
        self.skipped += skipped

    def line(self) -> str:
        return f"{self.passed} passed, {self.failed} failed, {self.skipped} skipped"


def test(labels: Sequence[str]) -> int:
    """All tests, or Django's runner on the given labels only. 0 when none failed."""
    packages.install(tests=True)
    packages.build()
    postgres.TESTS.start()
    env = serving.environment(postgres.TESTS, "config.settings.test")
    count = Count()
    try:
        serving.manage(env, "collectstatic", "--no-input", "-v0")
        if labels:
            _django(count, env, list(labels))
        else:
            say("core")
            _django(count, env, ["../core/tests", "-t", ".."])
            say("server: API, concurrency, journeys in the browser")
            _django(count, env, ["apps", "tests"])
            say("front-end logic")
            _vitest(count)
    finally:
        postgres.TESTS.stop()
    print(count.line(), flush=True)
    return 1 if count.failed or not count.passed else 0


def _django(count: Count, env: Mapping[str, str], words: Sequence[str]) -> None:
    text, code = _shown([str(python_in_place()), "manage.py", "test", "--no-input", *words], serving.SERVER, env)
    found = LINE.findall(text)
    if found:
        passed, failed, skipped = (int(n) for n in found[-1])
        count.add(passed, max(failed, 1) if code else failed, skipped)
    else:
        count.add(0, 1, 0)


def _vitest(count: Count) -> None:
    text, code = _shown(["npx", "vitest", "run"], ROOT / "web", {"CI": "1", "NO_COLOR": "1"})
    found = VITEST.search(ANSI.sub("", text))
    failed, passed, skipped = (int(n or 0) for n in found.groups()) if found else (1, 0, 0)
    count.add(passed, max(failed, 1) if code else failed, skipped)


def _shown(command: Sequence[str], where: Path, env: Mapping[str, str]) -> tuple[str, int]:
    """Run, print as it comes, and keep what was printed. Counting lines of parts are kept to ourselves."""
    process = subprocess.Popen(
        command,
        cwd=where,
        env={**os.environ, **env},
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )
    lines = []
    for line in process.stdout or ():
        lines.append(line)
        if not LINE.fullmatch(line.strip()):
            print(line, end="", flush=True)
    return "".join(lines), process.wait()
