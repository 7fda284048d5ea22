"""A real browser against the built front end and a live server, at the fixed clock."""

from __future__ import annotations

import os
import shutil
from datetime import datetime
from pathlib import Path
from typing import Any

from apps.people.demo import DEMO_PASSWORD
from demo.seeding import seed
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management import CommandError
from django.db import OperationalError, connection
from django.test import override_settings, tag
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

from tests.base import CLOCK

ROOT = Path(__file__).resolve().parents[3]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
CHROMIUM = shutil.which("chromium") or "/usr/bin/chromium"
FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
JOB_TABLES = "procrastinate_jobs, procrastinate_events, procrastinate_periodic_defers"
expect.set_options(timeout=10_000)


@tag("browser")
@override_settings(
    FIXED_CLOCK=CLOCK,
    ALLOWED_HOSTS=["*"],
    EMAIL_BACKEND="apps.messaging.outbox.OutboxBackend",
    ACCOUNT_RATE_LIMITS=False,
)
class Journey(StaticLiveServerTestCase):
    """The demo is seeded anew for every test; errors on the page's console fail it."""

    STUDENTS = 8
    OTHER_TERMS = False
    browser: Browser

    @classmethod
    def setUpClass(cls) -> None:
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

    def setUp(self) -> None:
        seed(datetime.fromisoformat(CLOCK), self.STUDENTS, self.OTHER_TERMS)
        self.errors: list[str] = []

    def tearDown(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute(f"TRUNCATE {JOB_TABLES} RESTART IDENTITY CASCADE")
        self.assertEqual(self.errors, [])

    def _fixture_teardown(self) -> None:
        """Emptied again when an answer that nobody waits for any more was still reading from the tables."""
        for again in (True, True, False):
            try:
                return super()._fixture_teardown()
            except (CommandError, OperationalError):
                if not again:
                    raise

    def context(self, **options: Any) -> BrowserContext:
        # What a service worker answers, a test can't hold up; those about it allow it.
        fields: dict[str, Any] = {
            "viewport": {"width": 1280, "height": 800},
            "timezone_id": "America/Chicago",
            "service_workers": "block",
        }
        found = self.browser.new_context(**(fields | options))
        self.addCleanup(found.close)
        return found

    def page(self, who: str = "", at: str = "/c/srv-110", **options: Any) -> Page:
        """A page of its own; signed in through the form when `who` is given, then at this address."""
        page = self.context(**options).new_page()
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.on("console", self._listen)
        page.goto(self.live_server_url + "/sign-in")
        if who:
            page.get_by_label("Name or e-mail").fill(who)
            page.get_by_label("Password", exact=True).fill(DEMO_PASSWORD)
            page.get_by_role("button", name="Sign in", exact=True).first.click()
            page.wait_for_url(lambda url: "/sign-in" not in url)
            self.go(page, at)
            if at.startswith("/c/"):
                page.wait_for_url("**/c/*/**")
        return page

    def _listen(self, message: Any) -> None:
        """A refusal by the server is logged by the browser too; everything else is an error of ours."""
        if message.type == "error" and "Failed to load resource" not in message.text:
            self.errors.append(message.text)

    def go(self, page: Page, path: str) -> None:
        page.goto(self.live_server_url + path)

    def clean_by_axe(self, page: Page) -> None:
        """No violation of WCAG 2.2 A and AA, nor of axe's best practices, in light and dark."""
        for scheme in ("light", "dark"):
            page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
            page.evaluate(AXE.read_text())
            found = page.evaluate(f"() => axe.run(document, {{runOnly: {RULES}}})")
            told = [
                (v["id"], [(n["target"], n.get("failureSummary", "")[:200]) for n in v["nodes"]][:3])
                for v in found["violations"]
            ]
            self.assertEqual(told, [], f"{page.url} in {scheme}")
            self.assertGreater(len(found["passes"]), 10)
        page.emulate_media(color_scheme="light")
