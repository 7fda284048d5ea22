"""A large file whose line breaks off goes on from there, on the same page and on another device."""

from __future__ import annotations

import random
import tempfile
from pathlib import Path

from apps.assignments.models import Brief, HandInFile
from apps.layout.models import Item
from playwright.sync_api import Page, Route, expect

from tests.base import KEEPS_UP
from tests.files import PDF
from tests.journeys.browser import Journey

PIECE = 4 * 1024 * 1024
LOOP = "Field book: campus loop"


class LargeFiles(Journey):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "loop.pdf"
        self.file.write_bytes(PDF + b"\n%" + random.Random(3).randbytes(2 * PIECE + 1000))
        self.offsets: list[int] = []
        self.broken = True

    def work_page(self) -> Page:
        item = Item.objects.get(title=LOOP, course__slug="srv-110")
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{item.pk}")
        page.context.route("**/api/uploads/*", self.pass_on)
        return page

    def break_off(self, page: Page) -> None:
        """The browser knows that it has no line, so it waits for one and does not try again before."""
        page.evaluate("Object.defineProperty(navigator, 'onLine', { get: () => false, configurable: true })")
        page.get_by_label("Add files").set_input_files(self.file)
        expect(page.get_by_text("loop.pdf is not added yet: no connection.")).to_be_visible()

    def pass_on(self, route: Route) -> None:
        """All but the first piece meet a line that is lost."""
        if route.request.method == "PATCH":
            offset = int(route.request.headers["upload-offset"])
            if self.broken and offset:
                route.abort()
                return
            self.offsets.append(offset)
        route.continue_()

    def arrived(self) -> None:
        self.assertEqual(self.offsets, [0, PIECE, 2 * PIECE], "no piece went twice")
        row = HandInFile.objects.select_related("stored").latest("pk")
        self.assertEqual((row.stored.name, row.stored.size), ("loop.pdf", self.file.stat().st_size))

    def test_it_goes_on_by_itself_when_the_line_is_back(self) -> None:
        page = self.work_page()
        self.break_off(page)
        self.broken = False
        page.get_by_role("button", name="Try again now").click()
        expect(page.get_by_role("link", name="loop.pdf")).to_be_visible()
        self.arrived()

    def test_left_in_the_middle_it_is_said_and_goes_on_elsewhere(self) -> None:
        page = self.work_page()
        self.break_off(page)
        page.context.close()
        self.broken = False
        page = self.work_page()
        told = page.get_by_text("loop.pdf: 4.2 MB of 8.4 MB have come. Choose the same file again")
        expect(told).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_label("Add files").set_input_files(self.file)
        expect(page.get_by_role("link", name="loop.pdf")).to_be_visible()
        expect(told).to_have_count(0)
        self.arrived()

    def test_what_nobody_wants_any_more_is_discarded(self) -> None:
        page = self.work_page()
        self.break_off(page)
        page.get_by_role("button", name="Take out loop.pdf").click()
        page.get_by_role("button", name="Discard what came of loop.pdf").click()
        expect(page.get_by_text("have come. Choose the same file again")).to_have_count(0)

    def test_one_that_is_too_large_is_refused_before_any_of_it_is_sent(self) -> None:
        Brief.objects.filter(item__title=LOOP).update(most_megabytes=2)
        page = self.work_page()
        page.get_by_label("Add files").set_input_files(self.file)
        expect(page.get_by_text("loop.pdf was not added. It has 8.4 MB; 2.1 MB is the most")).to_be_visible()
        self.assertEqual(self.offsets, [])
