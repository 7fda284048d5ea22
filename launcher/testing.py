"""Run every test, add up, end with one line."""

from __future__ import annotations

import os
import re
import subprocess
from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor, as_completed
from dataclasses import dataclass
from pathlib import Path

from launcher import packages, pattern, postgres, serving
from launcher.shell import ROOT, python_in_place, say

LINE = re.compile(r"(\d+) passed, (\d+) failed, (\d+) skipped")
VITEST = re.compile(r"^\s*Tests\s+(?:(\d+) failed)?[ |]*(?:(\d+) passed)?[ |]*(?:(\d+) skipped)?", re.MULTILINE)
BROWSER = "browser"
"""The tag of the tests that drive a browser."""
ALONE = "alone"
"""The tag of the tests that hold a time, which says nothing while other tests run beside them."""
WITHOUT = ("--exclude-tag", BROWSER, "--exclude-tag", ALONE)
Printed = tuple[str, int]
"""What a program printed, and the code with which it ended."""
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
    count = Count()
    with postgres.TESTS.used():
        env = serving.environment(postgres.TESTS, "config.settings.test")
        serving.manage(env, "collectstatic", "--no-input", "-v0")
        if labels:
            _django(count, {**env, **pattern.made(env)}, list(labels))
        else:
            _everything(count, env)
    print(count.line(), flush=True)
    return 1 if count.failed or not count.passed else 0


def _everything(count: Count, env: Mapping[str, str]) -> None:
    """Two parts at a time, each on a database of its own; what one prints comes when it has ended."""
    say("running two parts of the tests at a time; each is shown when it has ended")
    with ThreadPoolExecutor(max_workers=2) as pool:
        copied = pool.submit(pattern.made, env)

        def of_server(name: str, *words: str) -> Printed:
            beside = {**env, **copied.result(), **postgres.TESTS.environment(f"unvo_{name}")}
            return _shown(_tests(*words), serving.SERVER, beside, live=False)

        begun = {
            pool.submit(_shown, _tests("../core/tests", "-t", ".."), serving.SERVER, env, live=False): "core",
            pool.submit(of_server, "browser", "--tag", BROWSER, "tests.journeys"): "server: journeys in the browser",
            pool.submit(_vitest): "front-end logic",
            pool.submit(of_server, "apps", *WITHOUT, "apps"): "server: the apps",
            pool.submit(of_server, "at_once", *WITHOUT, "tests.concurrency"): "server: several at once, and killed",
            pool.submit(of_server, "across", *WITHOUT, *_across_apps()): "server: across the apps, and served",
        }
        for part in as_completed(begun):
            say(begun[part])
            text, code = part.result()
            for line in text.splitlines(keepends=True):
                _print(line)
            _add(count, text, code)
    say("server: what holds a time, alone")
    _django(count, {**env, **copied.result()}, ["--tag", ALONE, "tests"])


def _across_apps() -> list[str]:
    return [f"tests.{file.stem}" for file in sorted((serving.SERVER / "tests").glob("test_*.py"))]


def _tests(*words: str) -> list[str]:
    return [str(python_in_place()), "manage.py", "test", "--no-input", *words]


def _django(count: Count, env: Mapping[str, str], words: Sequence[str]) -> None:
    _add(count, *_shown(_tests(*words), serving.SERVER, env))


def _add(count: Count, text: str, code: int) -> None:
    """The sum that Django's runner printed; a part that ended badly has failed, also without a line."""
    found = LINE.findall(text)
    if found:
        passed, failed, skipped = (int(n) for n in found[-1])
        count.add(passed, max(failed, 1) if code else failed, skipped)
    else:
        count.add(0, 1, 0)


def _vitest() -> Printed:
    """With a last line as Django's runner prints it."""
    text, code = _shown(["npx", "vitest", "run"], ROOT / "web", {"CI": "1", "NO_COLOR": "1"}, live=False)
    found = VITEST.search(ANSI.sub("", text))
    failed, passed, skipped = (int(n or 0) for n in found.groups()) if found else (1, 0, 0)
    return f"{text}\n{passed} passed, {failed} failed, {skipped} skipped\n", code


def _shown(command: Sequence[str], where: Path, env: Mapping[str, str], *, live: bool = True) -> Printed:
    """Run, print as it comes if `live`, and keep what was printed."""
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
        if live:
            _print(line)
    return "".join(lines), process.wait()


def _print(line: str) -> None:
    """Counting lines of parts are kept to ourselves."""
    if not LINE.fullmatch(line.strip()):
        print(line, end="", flush=True)
