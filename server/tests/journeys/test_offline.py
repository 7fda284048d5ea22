"""Without a connection: what was opened stays readable, what was not is said, and nothing stays after sign-out."""

from __future__ import annotations

from apps.layout.models import Item
from playwright.sync_api import Page, expect

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

READING, FILM = "Latitudes and departures", "Latitudes and departures, leg by leg"


class Offline(Journey):
    def opened(self, who: str, *paths: str) -> Page:
        """Signed in, the worker at work, and these pages opened once."""
        page = self.page(who, "/c/srv-110/week/7", service_workers="allow")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.wait_for_function("navigator.serviceWorker.controller !== null")
        for path in paths:
            self.go(page, path)
            page.wait_for_load_state("networkidle")
        return page

    def kept(self, page: Page) -> list[str]:
        """The addresses of API answers on the device."""
        found = page.evaluate(
            """async () => {
              const store = await caches.open("reading");
              return (await store.keys()).map((r) => new URL(r.url).pathname);
            }"""
        )
        return sorted(found)

    def test_a_formula_that_can_not_be_drawn_stays_as_it_was_written(self) -> None:
        reading = Item.objects.get(title=READING, removed=False).pk
        page = self.page(KEEPS_UP, "/c/srv-110/week/7")
        page.route("**/katex*", lambda route: route.abort())
        self.go(page, f"/c/srv-110/item/{reading}")
        formula = page.locator("[data-latex]").first
        expect(formula).to_have_text(str(formula.get_attribute("data-latex")))

    def test_opened_pages_stay_readable_and_say_since_when(self) -> None:
        reading = Item.objects.get(title=READING, removed=False).pk
        page = self.opened(KEEPS_UP, "/c/srv-110/week/7", f"/c/srv-110/item/{reading}", "/c/srv-110/week/7")
        page.context.set_offline(True)
        page.reload()
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        expect(page.get_by_text("No connection. This is as it was on")).to_be_visible()
        page.get_by_role("link", name=READING, exact=True).first.click()
        expect(page.get_by_role("heading", name=READING, exact=True)).to_be_visible()
        expect(page.get_by_role("heading", name="What a closed loop must do")).to_be_visible()
        self.go(page, "/c/srv-110/week/3")
        expect(page.get_by_text("pages that you have opened before stay readable")).to_be_visible()
        page.context.set_offline(False)
        self.go(page, "/c/srv-110/week/3")
        expect(page.get_by_role("heading", name="Week 3")).to_be_visible()
        expect(page.get_by_text("No connection.")).to_have_count(0)

    def test_a_paper_is_not_taken_for_the_application(self) -> None:
        page = self.opened(KEEPS_UP, "/c/srv-110/week/7")
        paper = page.evaluate("fetch('/api/courses/srv-110/print/weeks/7').then((r) => r.headers.get('content-type'))")
        self.assertEqual(paper, "application/pdf")
        with page.expect_download():
            page.evaluate("location.href = '/api/courses/srv-110/print/weeks/7'")
        page.context.set_offline(True)
        page.reload()
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()

    def test_nothing_of_other_people_is_kept_and_nothing_after_sign_out(self) -> None:
        bearings = Item.objects.get(title="Field book: bearings", removed=False).pk
        page = self.opened(
            INSTRUCTOR,
            "/c/srv-110/week/7",
            "/c/srv-110/roster",
            f"/c/srv-110/grade/{bearings}",
            "/c/srv-110/library/errata",
            "/desk",
        )
        kept = self.kept(page)
        self.assertIn("/api/courses/srv-110/weeks/7", kept)
        self.assertEqual([p for p in kept if any(w in p for w in ("hand-ins", "roster", "library", "desk"))], [])
        page.get_by_role("button", name="You: Ines Varga-Oduya").click()
        page.get_by_role("menuitem", name="Sign out").click()
        expect(page.get_by_role("button", name="Sign in", exact=True)).to_be_visible()
        self.assertEqual(self.kept(page), [])
