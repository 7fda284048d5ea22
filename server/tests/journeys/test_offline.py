"""Without a connection: what was opened stays readable, what was not is said, and nothing stays after sign-out."""

from __future__ import annotations

from apps.assignments.models import HandIn
from apps.layout.models import Item
from playwright.sync_api import Page, Route, expect

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey
from tests.journeys.test_path import pk

SET_7B = "Set 7B: misclosure and precision"
READING, FILM = "Latitudes and departures", "Latitudes and departures, leg by leg"

ALL_KEPT = """(async () => {
    const stores = await Promise.all(["shell", "code", "reading"].map((name) => caches.open(name)));
    const [shell, code, reading] = await Promise.all(stores.map((store) => store.keys()));
    const loaded = performance.getEntriesByType("resource").map((e) => e.name);
    const parts = new Set(loaded.filter((name) => name.includes("/static/")));
    const wanted = ["/api/me", "/api/kinds", "/ribbon", "/weeks/7"];
    const read = wanted.every((end) => reading.some((r) => r.url.endsWith(end)));
    return shell.length && code.length >= parts.size && read && navigator.serviceWorker.controller !== null;
})()"""
"""Whether everything of the page is on the device."""


class Offline(Journey):
    def opened(self, who: str, *paths: str) -> Page:
        """Signed in, the worker at work, and these pages opened once."""
        page = self.page(who, "/c/srv-110/week/7", service_workers="allow")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        self.until(page, "navigator.serviceWorker.controller !== null")
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

    def test_handing_in_without_a_connection_says_that_nothing_is_handed_in(self) -> None:
        page = self.opened(KEEPS_UP, f"/c/srv-110/item/{pk(SET_7B)}")
        page.get_by_label("Your text").fill("closed at 1 : 6 930")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.context.set_offline(True)
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("No answer yet.")).to_be_visible(timeout=10_000)
        expect(dialog.get_by_role("alert")).to_contain_text("No answer came, so there is no receipt.", timeout=30_000)
        self.clean_by_axe(page)
        page.context.set_offline(False)
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it. This is your receipt")).to_be_visible(timeout=20_000)
        self.assertEqual(HandIn.objects.filter(item__title=SET_7B, person__username=KEEPS_UP).count(), 1)

    def test_an_answer_that_was_lost_on_its_way_comes_again_and_nothing_is_handed_in_twice(self) -> None:
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{pk(SET_7B)}")
        page.get_by_label("Your text").fill("closed at 1 : 6 930")
        expect(page.get_by_text("Draft saved")).to_be_visible()

        def lose_the_answer(route: Route) -> None:
            if route.request.method != "POST":
                return route.continue_()
            route.fetch()
            return route.abort()

        page.route("**/hand-in?*", lose_the_answer)
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_role("alert")).to_contain_text("No answer came, so there is no receipt.", timeout=30_000)
        handed_in = HandIn.objects.get(item__title=SET_7B, person__username=KEEPS_UP)
        self.assertIsNotNone(handed_in.number, "the server has it; only the answer was lost")
        page.unroute("**/hand-in?*")
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_role("heading", name=f"Receipt {handed_in.number}")).to_be_visible(timeout=20_000)
        self.assertEqual(HandIn.objects.filter(item__title=SET_7B, person__username=KEEPS_UP).count(), 1)

    def test_a_file_added_without_a_connection_is_named_and_goes_when_there_is_one(self) -> None:
        page = self.opened(KEEPS_UP, f"/c/srv-110/item/{pk(SET_7B)}")
        page.context.set_offline(True)
        files = [{"name": "field book.csv", "mimeType": "text/csv", "buffer": b"a,b\n1,2\n"}]
        page.get_by_label("Add files").set_input_files(files)  # type: ignore[arg-type]
        expect(page.get_by_text("field book.csv is not added yet: no connection.")).to_be_visible()
        page.get_by_role("link", name="Week").first.click()
        expect(page.get_by_role("dialog")).to_be_visible()
        page.keyboard.press("Escape")
        page.context.set_offline(False)
        expect(page.get_by_role("button", name="Take out field book.csv")).to_be_visible(timeout=20_000)
        expect(page.get_by_text("not added yet")).to_have_count(0)

    def test_a_page_never_opened_says_so_without_a_connection(self) -> None:
        page = self.opened(KEEPS_UP, "/c/srv-110/week/7")
        page.context.set_offline(True)
        page.get_by_role("link", name="Library").first.click()
        expect(page.get_by_text("No answer from the server.")).to_be_visible(timeout=30_000)
        expect(page.get_by_text("Loading")).to_have_count(0)

    def test_the_first_visit_can_be_loaded_again_without_a_connection(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/week/7", service_workers="allow")
        self.until(page, ALL_KEPT)
        page.context.set_offline(True)
        page.reload()
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
