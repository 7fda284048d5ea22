"""A real browser against the built front end and a live server, at the fixed clock."""

from __future__ import annotations

import os
import shutil
from collections.abc import Callable
from pathlib import Path
from typing import Any

from apps.people.models import Person
from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import Client, override_settings, tag
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

from tests.worlds import CLOCK, Committed

ROOT = Path(__file__).resolve().parents[3]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium-headless-shell"
FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--use-fake-ui-for-media-stream",
    "--use-fake-device-for-media-stream",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
AXE_RUN = """async (rules) => {
    const told = await axe.run(document, { runOnly: rules, resultTypes: ["violations"] });
    return { violations: told.violations, passes: told.passes.length };
}"""
CONTRASTS = ["color-contrast", "link-in-text-block"]
SETTLED_WIDTH = """async () => {
    await document.fonts.ready;
    const size = () => [document.documentElement.scrollWidth, document.documentElement.scrollHeight].join();
    const frame = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    for (let before = "", same = 0; same < 5; before = size()) {
        await frame();
        same = size() === before ? same + 1 : 0;
    }
    return document.documentElement.scrollWidth;
}"""
expect.set_options(timeout=10_000)
LOOKS = 400
"""Twenty seconds of looking."""


@tag("browser")
@override_settings(
    FIXED_CLOCK=CLOCK,
    ALLOWED_HOSTS=["*"],
    EMAIL_BACKEND="apps.notices.outbox.OutboxBackend",
    ACCOUNT_RATE_LIMITS=False,
)
class Journey(Committed, StaticLiveServerTestCase):
    """The demo's world stands anew for every test; errors on the page's console fail it."""

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
        super().setUp()
        self.errors: list[str] = []

    def tearDown(self) -> None:
        self.assertEqual(self.errors, [])

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
        """A page of its own at this address, as this person; nobody's is at the sign-in, whose form has its own journeys."""
        context = self.context(**options)
        page = context.new_page()
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.on("console", self._listen)
        if who:
            context.add_cookies(
                [{"name": settings.SESSION_COOKIE_NAME, "value": self._session(who), "url": self.live_server_url}]
            )
        self.go(page, at if who else "/sign-in")
        if who and at.startswith("/c/"):
            page.wait_for_url("**/c/*/**")
        return page

    def _session(self, who: str) -> str:
        client = Client()
        client.force_login(Person.objects.get(username=who))
        return client.cookies[settings.SESSION_COOKIE_NAME].value

    def _listen(self, message: Any) -> None:
        """A refusal by the server is logged by the browser too; everything else is an error of ours."""
        if message.type == "error" and "Failed to load resource" not in message.text:
            self.errors.append(message.text)

    def go(self, page: Page, path: str) -> None:
        page.goto(self.live_server_url + path)

    def until(self, page: Page, holds: str) -> None:
        """Wait until an expression holds in the page; it may be a promise."""
        page.evaluate(
            f"""async () => {{
              for (let n = 0; n < {LOOKS}; n++) {{
                if (await ({holds})) return;
                await new Promise((done) => setTimeout(done, 50));
              }}
              throw new Error("it never held");
            }}"""
        )

    def eventually(self, page: Page, holds: Callable[[], bool]) -> None:
        """Wait until something holds on the server, which the page does not show."""
        for _ in range(LOOKS):
            if holds():
                return
            page.wait_for_timeout(50)
        raise AssertionError("it never held")

    def width(self, page: Page) -> int:
        """How wide the page is, once its faces are there and it has stopped growing."""
        return int(page.evaluate(SETTLED_WIDTH))

    def clean_by_axe(self, page: Page) -> None:
        """No violation of WCAG 2.2 A and AA, nor of axe's best practices; of its contrasts neither in the dark, where
        the same elements have other colours."""
        page.evaluate(AXE.read_text())
        for scheme, rules, least in (("light", RULES, 10), ("dark", CONTRASTS, 0)):
            page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
            found = page.evaluate(AXE_RUN, rules)
            told = [
                (v["id"], [(n["target"], n.get("failureSummary", "")[:200]) for n in v["nodes"]][:3])
                for v in found["violations"]
            ]
            self.assertEqual(told, [], f"{page.url} in {scheme}")
            self.assertGreater(found["passes"], least)
        page.emulate_media(color_scheme="light")
