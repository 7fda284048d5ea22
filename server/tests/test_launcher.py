"""The launcher says what is wrong and what to do next."""

from __future__ import annotations

import contextlib
import io
import os
import re
import socket
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

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
        self.assertIn("500", done.stdout)
        self.assertIn("nothing was changed. Try again in a moment.", done.stdout)
