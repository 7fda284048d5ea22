"""The student's thread: in, orient, read, do, see that it is done, see how it went."""

from __future__ import annotations

import re

import pypdf
from apps.assignments.models import HandIn
from apps.layout.models import Item
from apps.path.models import Fact
from playwright.sync_api import Page, expect
from procrastinate.contrib.django.models import ProcrastinateJob

from tests.base import ADMINISTRATOR, INSTRUCTOR, KEEPS_UP
from tests.files import PDF, PNG
from tests.journeys.browser import Journey
from tests.post import deliver

SET_7A, SET_7B = "Set 7A: latitudes and departures", "Set 7B: misclosure and precision"
CHECK = "Check 7: traverse computation"


class SignIn(Journey):
    def test_name_or_e_mail_in_any_letter_case_and_out_again(self) -> None:
        page = self.page()
        page.get_by_label("Name or e-mail").fill("Rosalind.TARROW")
        page.get_by_label("Password", exact=True).fill("field-book-110")
        page.get_by_role("button", name="Sign in", exact=True).first.click()
        page.wait_for_url(lambda url: "/sign-in" not in url)
        self.go(page, "/c/srv-110")
        expect(page.get_by_role("heading", name="Week 7 · Traverse computation")).to_be_visible()
        page.get_by_role("button", name="You: Rosalind Tarrow").click()
        page.get_by_role("menuitem", name="Sign out").click()
        expect(page.get_by_role("heading", name="Sign in", exact=True)).to_be_visible()
        page.get_by_label("Name or e-mail").fill("Rosalind.Tarrow@OSTRELL.example")
        page.get_by_label("Password", exact=True).fill("field-book-110")
        page.keyboard.press("Enter")
        expect(page.get_by_role("region", name="Now", exact=True)).to_contain_text("Set 7A")

    def test_a_wrong_password_is_told_plainly(self) -> None:
        page = self.page()
        page.get_by_label("Name or e-mail").fill(KEEPS_UP)
        page.get_by_label("Password", exact=True).fill("wrong")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("do not fit together")

    def test_a_deep_address_asks_to_sign_in_and_goes_on_there(self) -> None:
        page = self.page()
        self.go(page, "/c/srv-110/standing")
        page.wait_for_url("**/sign-in?next=**")
        page.get_by_role("button", name="Sign in as Rosalind Tarrow").click()
        page.wait_for_url("**/c/srv-110/standing")

    def test_the_demo_people_sign_in_with_one_click(self) -> None:
        page = self.page()
        expect(page.get_by_text("Whom to sign in as")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Sign in as Ines Varga-Oduya").click()
        page.wait_for_url("**/desk")
        expect(page.get_by_role("heading", name="Desk")).to_be_visible()


class Thread(Journey):
    def row(self, page: Page, title: str):  # type: ignore[no-untyped-def]
        return page.locator("[data-item]").filter(has=page.get_by_role("link", name=title, exact=True)).first

    def test_from_the_week_sheet_to_the_receipt_and_the_opened_lock(self) -> None:
        page = self.page(KEEPS_UP)
        expect(self.row(page, CHECK)).to_contain_text("Locked")
        self.row(page, SET_7A).get_by_role("link", name=f"Continue: {SET_7A}").click()
        expect(page.get_by_role("heading", name=SET_7A)).to_be_visible()
        page.get_by_label("Your text").fill("AB +63.970, +58.106; sums +0.049, +0.004")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.get_by_label("Add files").set_input_files(
            [
                {"name": "page 1.png", "mimeType": "image/png", "buffer": PNG},
                {"name": "sums.pdf", "mimeType": "application/pdf", "buffer": PDF},
            ]
        )
        expect(page.get_by_role("link", name="sums.pdf")).to_be_visible()
        page.get_by_role("button", name="Hand in 2 files").click()
        dialog = page.get_by_role("dialog")
        expect(dialog).to_contain_text("In time: due Thu 8 Oct, 23:59")
        self.clean_by_axe(page)
        dialog.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()
        kept = HandIn.objects.get(item__title=SET_7A, person__username=KEEPS_UP)
        expect(page.get_by_role("heading", name=f"Receipt {kept.number}")).to_be_visible()
        expect(page.get_by_text("SHA-256").first).to_be_visible()
        self.clean_by_axe(page)
        with page.expect_download() as download:
            page.get_by_role("link", name="Receipt as PDF").click()
        self.assertEqual(download.value.suggested_filename, f"receipt-{kept.number}.pdf")
        self.read_the_mail(page, str(kept.number))
        self.hand_in_7b_and_open_the_check(page)

    def read_the_mail(self, page: Page, number: str) -> None:
        for job in ProcrastinateJob.objects.filter(task_name="notices.send_mail"):
            deliver(job)
        self.go(page, "/outbox")
        expect(page.get_by_text(f"Receipt {number}: {SET_7A} handed in")).to_be_visible()
        self.clean_by_axe(page)

    def hand_in_7b_and_open_the_check(self, page: Page) -> None:
        self.go(page, "/c/srv-110")
        self.row(page, SET_7B).get_by_role("link", name=f"Open: {SET_7B}").click()
        page.get_by_label("Your text").fill("0.050 m, 1 : 6 900")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()
        self.go(page, "/c/srv-110/week/7")
        expect(self.row(page, SET_7B)).to_contain_text("Handed in")
        expect(self.row(page, CHECK)).to_contain_text("To do")
        self.clean_by_axe(page)

    def test_a_locked_item_by_its_address_names_what_opens_it(self) -> None:
        page = self.page(KEEPS_UP)
        self.go(page, f"/c/srv-110/item/{Item.objects.get(title=CHECK).pk}")
        expect(page.get_by_text(f"{CHECK} is locked. It opens after: {SET_7A}, {SET_7B}.")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("link", name=SET_7A, exact=True).click()
        expect(page.get_by_role("heading", name=SET_7A)).to_be_visible()

    def test_another_course_and_a_place_for_teachers_are_refused_in_words(self) -> None:
        page = self.page(KEEPS_UP)
        self.go(page, "/c/srv-110/gradebook")
        expect(page.get_by_text("Only the teachers of this course can see this.")).to_be_visible()
        self.go(page, "/c/nowhere")
        expect(page.get_by_text("There is no such course here, or it is not yours to see.")).to_be_visible()
        stranger = self.page("teodor.blackwater")
        self.go(stranger, "/c/srv-010")
        expect(stranger.get_by_text("There is no such course here, or it is not yours to see.")).to_be_visible()

    def test_reading_is_ticked_and_goes_on_to_the_next_step(self) -> None:
        Fact.objects.filter(person__username=KEEPS_UP, item__title="Latitudes and departures").delete()
        page = self.page(KEEPS_UP)
        page.get_by_role("link", name="Read: Latitudes and departures").click()
        expect(page.locator(".katex").first).to_be_visible()
        expect(page.get_by_role("img", name=re.compile("Plan of the five-station loop"))).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="I’ve done this").click()
        expect(page.get_by_role("heading", name=SET_7A)).to_be_visible()

    def test_standing_lays_its_arithmetic_open(self) -> None:
        page = self.page(KEEPS_UP)
        page.get_by_role("link", name="Standing").click()
        expect(page.get_by_text("Dropped: the lowest of").first).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="How this is computed").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("the contributions add up to").first).to_be_visible()
        shown, share = dialog.locator("section").first.inner_text().split("What the ")
        parts = [float(n) for n in re.findall(r"% = ([\d.]+)", shown)]
        exact = float(re.search(r"add up to ([\d.]+) %", shown).group(1))  # type: ignore[union-attr]
        self.assertAlmostEqual(sum(parts), exact, delta=0.03)
        scored = [float(n) for n in re.findall(r"% = ([\d.]+) %", share)]
        self.assertAlmostEqual(sum(scored), float(share.split(" %")[0]), delta=0.6)
        self.clean_by_axe(page)

    def test_what_was_typed_without_a_connection_is_kept_and_sent(self) -> None:
        page = self.page(KEEPS_UP)
        self.row(page, SET_7B).get_by_role("link", name=f"Open: {SET_7B}").click()
        expect(page.get_by_label("Your text")).to_be_visible()
        page.context.set_offline(True)
        expect(page.get_by_text("No connection.")).to_be_visible()
        with page.expect_event("requestfailed", lambda request: request.url.endswith("/hand-in")):
            page.get_by_label("Your text").fill("typed in the tunnel")
        page.context.set_offline(False)
        expect(page.get_by_text("Draft saved")).to_be_visible(timeout=20_000)
        kept = HandIn.objects.get(item__title=SET_7B, person__username=KEEPS_UP)
        self.assertEqual(kept.text, "typed in the tunnel")

    def test_an_items_own_part_that_can_not_be_read_says_so_and_is_read_again(self) -> None:
        page = self.page(KEEPS_UP)
        page.context.route("**/items/*/hand-in", lambda route: route.fulfill(status=500, body="{}"))
        self.go(page, f"/c/srv-110/item/{Item.objects.get(title=SET_7A).pk}")
        expect(page.get_by_role("alert")).to_contain_text("Something failed on our side")
        expect(page.get_by_label("Your text")).to_have_count(0)
        page.wait_for_load_state("networkidle")
        page.context.unroute("**/items/*/hand-in")
        page.get_by_role("button", name="Try again").click()
        expect(page.get_by_label("Your text")).to_be_visible()
        expect(page.get_by_role("alert")).to_have_count(0)

    def test_files_dropped_on_the_work_are_taken_in(self) -> None:
        page = self.page(KEEPS_UP)
        self.row(page, SET_7A).get_by_role("link", name=f"Continue: {SET_7A}").click()
        expect(page.get_by_text("drop them here")).to_be_visible()
        dropped = page.evaluate_handle(
            """() => {
              const carried = new DataTransfer();
              carried.items.add(new File(["AB 86.42"], "tape.txt", { type: "text/plain" }));
              carried.items.add(new File(["BC 64.18"], "tape 2.txt", { type: "text/plain" }));
              return carried;
            }"""
        )
        page.locator(".drop").dispatch_event("drop", {"dataTransfer": dropped})
        expect(page.get_by_role("link", name="tape 2.txt")).to_be_visible()
        page.get_by_role("button", name="Take out tape.txt").click()
        expect(page.get_by_role("link", name="tape.txt", exact=True)).to_have_count(0)
        expect(page.get_by_role("button", name="Hand in 1 file")).to_be_visible()

    def test_a_file_that_is_refused_says_why_and_keeps_the_rest(self) -> None:
        page = self.page(KEEPS_UP)
        self.row(page, SET_7A).get_by_role("link", name=f"Continue: {SET_7A}").click()
        expect(page.get_by_label("Your text")).to_have_value(re.compile("AB: latitude"))
        page.get_by_label("Add files").set_input_files([{"name": "empty.pdf", "mimeType": "", "buffer": b""}])
        expect(page.get_by_role("alert")).to_contain_text("empty.pdf is empty (0 bytes)")
        expect(page.get_by_label("Your text")).to_have_value(re.compile("AB: latitude"))


class Induction(Journey):
    def test_strictly_in_order_from_the_first_page_to_the_last_acknowledgement(self) -> None:
        page = self.page(KEEPS_UP)
        self.go(page, "/c/srv-010")
        page.wait_for_url("**/library/tour")
        expect(page.get_by_text("This course has no dates: go at your own pace.")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Begin with the first step").click()
        expect(page.get_by_role("heading", name="Before you step out")).to_be_visible()
        self.go(page, "/c/srv-010")
        page.wait_for_url("**/module/1")
        expect(page.get_by_role("link", name="Read: Before you step out")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("link", name="Read: Before you step out").click()
        for _ in range(2):
            page.get_by_role("button", name="I’ve done this").click()
        for step in range(3):
            if step:
                for _ in range(2 if step == 1 else 1):
                    page.get_by_role("button", name="I’ve done this").click()
            page.get_by_role("button", name="I have read this and agree to it").click()
            expect(page.get_by_role("button", name="I have read this and agree to it")).to_have_count(0)
        self.go(page, f"/c/srv-010/item/{Item.objects.get(title='What you saw').pk}")
        page.get_by_label("Your text").fill("A loose plank. The lookout. Stop the work.")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        self.go(page, "/c/srv-010/module/3")
        expect(page.get_by_text("Complete when these are done")).to_be_visible()
        expect(page.get_by_role("link", name="Your certificate")).to_have_count(0)
        self.pass_("What you saw", "7")
        page.reload()
        expect(page.get_by_text("When something happens is complete.")).to_be_visible()
        with page.expect_download() as sent:
            page.get_by_role("link", name="Your certificate").click()
        text = pypdf.PdfReader(sent.value.path()).pages[0].extract_text()
        self.assertIn("Rosalind Tarrow", text)
        self.assertIn("Site Safety Induction", text)

    def pass_(self, title: str, raw: str) -> None:
        """The teacher finds the work on the desk and scores it."""
        teacher = self.page(INSTRUCTOR, "/desk")
        teacher.get_by_role("link", name=f"Grade: {title}").click()
        teacher.get_by_label("Score of 10").fill(raw)
        teacher.get_by_role("button", name="Save and next").click()
        expect(teacher.get_by_text(re.compile("^0 waiting"))).to_be_visible()


class KeyboardOnly(Journey):
    def test_a_student_hands_in_without_touching_the_mouse(self) -> None:
        page = self.page(KEEPS_UP)
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_contain_text("Previous and next week")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.keyboard.press("[")
        expect(page.get_by_role("heading", name="Week 6 · Bearings")).to_be_visible()
        page.keyboard.press("]")
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        page.locator("nav[aria-label='Weeks of the term'] [aria-current]").focus()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("heading", name="Week 8")).to_be_visible()
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_role("heading", name=SET_7A)).to_be_visible()
        self.tab_to(page, "Hand in")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Hand this in?")).to_be_visible()
        self.tab_to(page, "Hand in now")
        page.keyboard.press("Enter")
        expect(page.get_by_text("We have it.")).to_be_visible()
        page.keyboard.press("g")
        self.go(page, "/c/srv-110")
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        page.keyboard.press("g")
        page.keyboard.press("s")
        page.wait_for_url("**/standing")

    def tab_to(self, page: Page, name: str) -> None:
        for _ in range(80):
            page.keyboard.press("Tab")
            if page.evaluate("() => document.activeElement.innerText?.trim()") == name:
                outline = page.evaluate("() => getComputedStyle(document.activeElement).outlineStyle")
                self.assertNotEqual(outline, "none", "focus is visible")
                return
        self.fail(f"Tab never reached {name}")


class Phone(Journey):
    WIDTHS = {"viewport": {"width": 390, "height": 844}, "has_touch": True}

    def test_everything_fits_and_works_at_390_px(self) -> None:
        page = self.page(KEEPS_UP, **self.WIDTHS)
        for path in (
            "/c/srv-110/week/7",
            "/c/srv-110/standing",
            f"/c/srv-110/item/{Item.objects.get(title=SET_7A).pk}",
        ):
            self.go(page, path)
            expect(page.get_by_role("heading", level=1).first).to_be_attached()
            self.assertLessEqual(self.width(page), 390, path)
            self.clean_by_axe(page)
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()

    def test_no_page_of_either_role_is_wider_than_the_phone(self) -> None:
        item, module = Item.objects.get(title=SET_7A), Item.objects.get(title=SET_7A).module_id
        scored = Item.objects.get(course__slug="srv-110", title="Field book: bearings")
        common = ["week/8", "class/13", "search?q=traverse", "talk/messages", "library/people", "library/tour"]
        pages = {
            KEEPS_UP: ["term/map", "term/month", "term/agenda", "term/points", "library/errata", *common],
            INSTRUCTOR: [
                "roster",
                f"roster/module/{module}",
                "gradebook",
                f"grade/{item.pk}",
                f"item/{scored.pk}",
                *(f"setup/{part}" for part in ("schedule", "rhythm", "paste", "move", "check", "allowances")),
                *common,
            ],
        }
        for who, paths in pages.items():
            page = self.page(who, **self.WIDTHS)
            for path in paths:
                self.go(page, f"/c/srv-110/{path}")
                expect(page.locator("main")).to_be_visible()
                with self.subTest(f"{who} {path}"):
                    self.assertLessEqual(self.width(page), 390)

    def test_sheets_and_items_are_no_wider_than_a_tablet(self) -> None:
        item = Item.objects.get(course__slug="srv-110", title="Field book: bearings")
        for who in (KEEPS_UP, INSTRUCTOR):
            page = self.page(who, viewport={"width": 768, "height": 1024})
            for path in ("week/6", "week/7", "term/map", f"item/{item.pk}"):
                self.go(page, f"/c/srv-110/{path}")
                expect(page.locator("main")).to_be_visible()
                with self.subTest(f"{who} {path}"):
                    self.assertLessEqual(self.width(page), 768)

    def test_what_administrators_see_is_no_wider_than_the_phone(self) -> None:
        page = self.page(ADMINISTRATOR, "/administration/terms", **self.WIDTHS)
        for part in ("terms", "courses", "people", "systems", "log"):
            self.go(page, f"/administration/{part}")
            expect(page.get_by_role("heading", name="Administration")).to_be_visible()
            expect(page.get_by_text("Loading", exact=True)).to_have_count(0)
            with self.subTest(part):
                self.assertLessEqual(self.width(page), 390)

    def test_parts_fold_away_and_places_stand_at_the_foot(self) -> None:
        page = self.page(KEEPS_UP, **self.WIDTHS)
        page.get_by_role("button", name="Before Monday’s class · 2 of 2 done").click()
        expect(page.locator("[data-item] .name", has_text=re.compile("^Latitudes"))).to_have_count(0)
        box = page.get_by_role("navigation", name="Places of this course").bounding_box()
        assert box is not None
        self.assertGreater(box["y"], 700)
