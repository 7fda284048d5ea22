"""The launcher says what is wrong and what to do next."""

from __future__ import annotations

import contextlib
import io
import json
import os
import re
import signal
import socket
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from typing import Any
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]


class Launcher(unittest.TestCase):
    def run_it(self, *words: str, **env: str) -> tuple[int, str]:
        done = subprocess.run(
            [sys.executable, str(ROOT / "unvo"), *words],
            env=os.environ | env,
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
            stdin=subprocess.DEVNULL,
        )
        return done.returncode, done.stdout + done.stderr

    def test_a_port_in_use_is_named_with_the_next_step(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            code, text = self.run_it("demo", "--port", str(port))
        self.assertEqual(code, 1)
        self.assertIn(f"Port {port} is in use", text)
        self.assertIn(f"--port {port + 1}", text)

    def test_a_missing_program_is_named_with_the_next_step(self) -> None:
        with tempfile.TemporaryDirectory() as empty:
            code, text = self.run_it("check", PATH=empty)
        self.assertEqual(code, 1)
        self.assertIn("Unvo needs Node 20 with npm. Install Node.js, then start again.", text)
        self.assertNotIn("Traceback", text)

    def test_an_unknown_word_lists_the_known_ones(self) -> None:
        code, text = self.run_it("dmeo")
        self.assertEqual(code, 2)
        for word in ("demo", "dev", "test", "check", "bench", "shots"):
            self.assertRegex(text, rf"\b{word}\b")

    def test_the_counting_line_is_read_from_vitest_too(self) -> None:
        sys.path.insert(0, str(ROOT))
        self.addCleanup(sys.path.remove, str(ROOT))
        from launcher.testing import VITEST

        self.assertEqual(re.search(VITEST, "      Tests  1 failed | 8 passed (9)\n").groups(), ("1", "8", None))  # type: ignore[union-attr]
        self.assertEqual(re.search(VITEST, "      Tests  9 passed (9)\n").groups(), (None, "9", None))  # type: ignore[union-attr]


class OldDemo(unittest.TestCase):
    """A database of an earlier Unvo beside the tests' own."""

    NAME = "unvo_of_old"

    def setUp(self) -> None:
        sys.path.insert(0, str(ROOT))
        self.addCleanup(sys.path.remove, str(ROOT))
        from launcher import postgres

        self.tests = postgres.TESTS
        self.tests.query("postgres", f"DROP DATABASE IF EXISTS {self.NAME}")
        self.tests.query("postgres", f"CREATE DATABASE {self.NAME}")
        self.addCleanup(self.tests.query, "postgres", f"DROP DATABASE {self.NAME}")

    def applied(self, *migrations: tuple[str, str]) -> None:
        self.tests.query(self.NAME, "CREATE TABLE django_migrations (app text, name text)")
        for app, name in migrations:
            self.tests.query(self.NAME, f"INSERT INTO django_migrations VALUES ('{app}', '{name}')")

    def test_it_starts_over_and_the_old_one_is_kept(self) -> None:
        from launcher.renewing import renew_if_old

        self.applied(("courses", "0001_initial"), ("courses", "0013_date_order"), ("messaging", "0001_initial"))
        self.tests.query(self.NAME, "CREATE TABLE courses_item AS SELECT 'Set 7A' AS title")
        with tempfile.TemporaryDirectory() as folder, contextlib.redirect_stdout(io.StringIO()) as said:
            files = Path(folder) / "files"
            files.mkdir()
            (files / "a.pdf").write_text("kept")
            kept = renew_if_old(self.tests, self.NAME, files)
            self.assertIsNotNone(kept)
            self.addCleanup(kept.unlink)
            aside = [p for p in Path(folder).iterdir() if p.name.startswith("files-")]
            self.assertEqual([(p / "a.pdf").read_text() for p in aside], ["kept"])
        self.assertIn("it starts over", said.getvalue())
        self.assertIn(str(kept), said.getvalue())
        self.assertEqual(self.tests.query(self.NAME, "SELECT to_regclass('courses_item') IS NULL"), "t")
        listed = subprocess.run(["pg_restore", "-l", str(kept)], capture_output=True, text=True, check=True).stdout
        self.assertIn("TABLE DATA public courses_item", listed)
        self.assertIsNone(renew_if_old(self.tests, self.NAME, files))

    def test_one_of_this_unvo_and_an_empty_one_stay(self) -> None:
        from launcher.renewing import renew_if_old

        self.assertIsNone(renew_if_old(self.tests, self.NAME))
        self.applied(("courses", "0001_initial"), ("layout", "0001_initial"), ("auth", "0012_anything"))
        self.assertIsNone(renew_if_old(self.tests, self.NAME))


class StoppedDatabase(unittest.TestCase):
    def test_an_api_call_without_a_database_is_told_in_a_sentence(self) -> None:
        script = (
            "import django; django.setup(); from django.test import Client;"
            "r = Client(raise_request_exception=False, SERVER_NAME='127.0.0.1').get('/api/courses', headers={'cookie': 'sessionid=' + 'x' * 32});"
            "print(r.status_code, r.content.decode())"
        )
        env = os.environ | {
            "UNVO_DB_PORT": "1",
            "PYTHONPATH": os.pathsep.join(str(ROOT / p) for p in ("server", "core")),
            "DJANGO_SETTINGS_MODULE": "config.settings.test",
        }
        done = subprocess.run(
            [sys.executable, "-c", script], env=env, capture_output=True, text=True, timeout=90, check=False
        )
        self.assertIn("503", done.stdout)
        self.assertIn("Nothing was changed. Try again in a moment.", done.stdout)


class Supervising(unittest.TestCase):
    """Parts that die are started again; what a killed start left behind is found and ended."""

    def setUp(self) -> None:
        sys.path.insert(0, str(ROOT))
        self.addCleanup(sys.path.remove, str(ROOT))
        from launcher import supervising

        self.module = supervising
        folder = tempfile.TemporaryDirectory(dir=ROOT / ".unvo")
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        noted = mock.patch.object(supervising, "RUNNING", self.folder / "running.json")
        noted.start()
        self.addCleanup(noted.stop)

    def supervisor(self, code: str) -> Any:
        part = self.module.Part("the part", [sys.executable, "-c", code])
        made = self.module.Supervisor([part], self.folder, {}, 8123)
        self.addCleanup(self.module.end_groups, [])
        self.addCleanup(signal.signal, signal.SIGTERM, signal.getsignal(signal.SIGTERM))
        self.addCleanup(signal.signal, signal.SIGINT, signal.getsignal(signal.SIGINT))
        return made

    def test_a_killed_part_is_started_again(self) -> None:
        made = self.supervisor("import time; time.sleep(60)")
        made.start()
        self.addCleanup(made.end)
        first = made.parts[0].process.pid
        os.kill(first, signal.SIGKILL)
        made.parts[0].process.wait()
        with contextlib.redirect_stdout(io.StringIO()) as said:
            made._look()
        again = made.parts[0].process.pid
        self.assertNotEqual(first, again)
        self.assertIn("the part ended by itself, and is started again", said.getvalue())
        self.assertEqual(self.module.running().groups, (again,))

    def test_one_that_ends_again_and_again_is_given_up_with_a_last_word(self) -> None:
        made = self.supervisor("raise SystemExit(3)")
        made.start()
        self.addCleanup(made.end)
        with contextlib.redirect_stdout(io.StringIO()), self.assertRaises(self.module.Stop) as told:
            for _ in range(20):
                made.parts[0].process.wait()
                made._look()
        self.assertIn("ended 6 times within a minute", str(told.exception))

    def test_what_a_killed_start_left_is_ended_and_nothing_else(self) -> None:
        made = self.supervisor("import time; time.sleep(60)")
        made.start()
        pid = made.parts[0].process.pid
        stranger = subprocess.Popen(
            [sys.executable, "-c", "import time; time.sleep(60)"], cwd="/", start_new_session=True
        )
        self.addCleanup(stranger.kill)
        self.module.RUNNING.write_text(json.dumps({"launcher": 2**22 + 1, "groups": [pid, stranger.pid], "port": 1}))
        found = self.module.running()
        self.assertFalse(found.watched)
        self.assertEqual(self.module.end_leftovers(found), 1)
        self.assertIsNotNone(made.parts[0].process.wait(5))
        self.assertIsNone(stranger.poll())
        self.assertIsNone(self.module.running())

    def test_a_second_start_is_told_where_the_first_runs(self) -> None:
        from launcher import serving

        note = {"launcher": os.getpid(), "groups": [], "port": 8123}
        self.module.RUNNING.write_text(json.dumps(note))
        with self.assertRaises(self.module.Stop) as told:
            serving.refuse_second()
        self.assertIn("http://127.0.0.1:8123", str(told.exception))
        self.assertIn("./unvo stop", str(told.exception))
